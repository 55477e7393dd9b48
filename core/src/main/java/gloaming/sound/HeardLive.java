package gloaming.sound;

/** Sound that comes in live, as it stood when a frame began: what comes while the frame is made comes with the next one. */
public final class HeardLive implements Sound {
    private final LiveSound live;
    private long index;
    private boolean comes;

    public HeardLive(LiveSound live) {
        this.live = live;
    }

    /** Stands from here on as the sound stands now. */
    public void latch() {
        index = live.written();
        comes = live.comes();
    }

    /** How many samples had come. */
    public long index() {
        return index;
    }

    /** Whether any still came. */
    public boolean comes() {
        return comes;
    }

    @Override
    public String name() {
        return live.name();
    }

    @Override
    public int rate() {
        return live.rate();
    }

    @Override
    public long length() {
        return live.length();
    }

    @Override
    public double tempo() {
        return 0;
    }

    @Override
    public float sample(long at) {
        return live.sample(at);
    }

    @Override
    public double heard(double showSeconds) {
        return (double) index / rate();
    }

    @Override
    public void upTo(double seconds, float[] into) {
        if (comes) Sound.super.upTo(seconds, into);
        else java.util.Arrays.fill(into, 0);
    }
}
