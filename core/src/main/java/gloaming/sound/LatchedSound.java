package gloaming.sound;

import java.util.Arrays;

/** Sound that comes in live, as it stood when a frame began: what comes while the frame is made comes with the next one. */
public abstract class LatchedSound implements Sound {
    private long index;
    private boolean comes;

    /** From here on it stands so: as many samples had come, and still did or not. */
    public final void latch(long index, boolean comes) {
        this.index = index;
        this.comes = comes;
    }

    /** How many samples had come. */
    public final long index() {
        return index;
    }

    /** Whether any still came. */
    public final boolean comes() {
        return comes;
    }

    @Override
    public final long length() {
        return Long.MAX_VALUE;
    }

    @Override
    public final double tempo() {
        return 0;
    }

    @Override
    public final double heard(double showSeconds) {
        return (double) index / rate();
    }

    @Override
    public final void upTo(double seconds, float[] into) {
        if (comes) Sound.super.upTo(seconds, into);
        else Arrays.fill(into, 0);
    }
}
