package gloaming.play;

/** At what part of a look's size frames are made while somebody sits for a photograph, which nobody may take. */
final class Sitting {
    /** The longest that frames are made for a photograph that nobody takes. */
    private static final long MOST_NS = 1_000_000_000;

    private volatile double scale;
    private volatile long until;

    /** From now on for a second; at 0 it is over. */
    void at(double scale) {
        this.scale = scale;
        until = System.nanoTime() + MOST_NS;
    }

    /** The part of the size, or 0 where nobody sits. */
    double scale() {
        return scale > 0 && System.nanoTime() - until < 0 ? scale : 0;
    }
}
