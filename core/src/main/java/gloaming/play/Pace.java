package gloaming.play;

/** Where a player is in time, as its frames tell it; anybody may ask between them. */
final class Pace {
    /** A frame that is late for so long is not reckoned on any further. */
    private static final double LATEST = 0.25;

    /** Seconds since the look began, and the place in the sound. */
    volatile double time;

    volatile double sound;
    volatile double beat;
    volatile double tempo = 96;
    volatile double load;
    volatile double frameMs;
    volatile double scale = 1;
    private volatile long stamp = System.nanoTime();

    /** A frame is done. */
    void stamp() {
        stamp = System.nanoTime();
    }

    private double since(boolean paused) {
        return paused ? 0 : Math.min(LATEST, (System.nanoTime() - stamp) / 1e9);
    }

    double sound(boolean paused) {
        return sound + since(paused);
    }

    double beat(boolean paused) {
        return beat + since(paused) * tempo / 60;
    }
}
