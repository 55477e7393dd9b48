package gloaming.play;

import java.util.function.Consumer;

/** How far the output is faded up, from 0 to 1; anybody may ask and fade, at any time. */
public final class OutputFader {
    /**
     * A way of the light.
     *
     * @param since when it began, by the clock of nanoseconds
     */
    public record Ramp(double from, double to, long since, double seconds) {
        double at(long nanos) {
            if (seconds <= 0) return to;
            double part = Math.clamp((nanos - since) / 1e9 / seconds, 0.0, 1.0);
            return from + (to - from) * part;
        }
    }

    private static final double LONGEST = 60;

    private volatile Consumer<Ramp> witness = ramp -> {};
    private volatile Ramp ramp = new Ramp(1, 1, 0, 0);

    /** Fades to {@code light} from where it is; all the way from black to full would take {@code seconds}. */
    public void fade(double light, double seconds) {
        long now = System.nanoTime();
        double from = ramp.at(now);
        double to = Math.clamp(light, 0, 1);
        ramp = new Ramp(from, to, now, Math.clamp(seconds, 0, LONGEST) * Math.abs(to - from));
        witness.accept(ramp);
    }

    /** Who is told of each way of the light; brief. */
    public void witness(Consumer<Ramp> witness) {
        this.witness = witness;
    }

    /** The way it is on, or was last. */
    public Ramp ramp() {
        return ramp;
    }

    /** To black, or back up from there. */
    public void turn(double seconds) {
        fade(wanted() < 0.5 ? 1 : 0, seconds);
    }

    public double now() {
        return ramp.at(System.nanoTime());
    }

    /** Where it goes. */
    public double wanted() {
        return ramp.to();
    }
}
