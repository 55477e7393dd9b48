package gloaming.sound;

/**
 * Sound that is just coming in: the last ten seconds of it.
 *
 * <p>One thread writes, any may read. Where nothing comes any more there is silence, not the last thing that came.
 */
public final class LiveSound implements Sound {
    /** Steps from silence to full scale. */
    public static final float STEPS = 32_768;

    private static final int ROOM = 1 << 19;
    private static final long STALLED_NS = 250_000_000;

    private final String name;
    private final int rate;
    private final float[] ring = new float[ROOM];
    private volatile long written;
    private volatile long lastWrite = System.nanoTime() - STALLED_NS;

    public LiveSound(String name, int rate) {
        if (rate < 8_000 || rate > 192_000) throw new IllegalArgumentException(rate + " samples a second");
        this.name = name;
        this.rate = rate;
    }

    /** Takes the next samples, -1 to 1; what is no number is silence. */
    public void write(float[] samples, int count) {
        long at = written;
        for (int i = 0; i < count; i++) {
            float v = samples[i];
            // In sixteen bits, as it is recorded: what is heard again is what was heard.
            boolean number = Math.abs(v) <= 16;
            ring[(int) ((at + i) & (ROOM - 1))] =
                    number ? Math.clamp(Math.round(v * STEPS), -32_768, 32_767) / STEPS : 0;
        }
        written = at + count;
        lastWrite = System.nanoTime();
    }

    /** How many samples have come. */
    public long written() {
        return written;
    }

    /** How many of them can be read, at most. */
    public int kept() {
        return ROOM / 2;
    }

    /** Whether samples come in. */
    public boolean comes() {
        return System.nanoTime() - lastWrite < STALLED_NS;
    }

    @Override
    public void upTo(double seconds, float[] into) {
        if (comes()) Sound.super.upTo(seconds, into);
        else java.util.Arrays.fill(into, 0);
    }

    /** What came last, whatever the show's time is; while nothing comes, time goes on from there. */
    @Override
    public double heard(double showSeconds) {
        return (double) written / rate;
    }

    @Override
    public String name() {
        return name;
    }

    @Override
    public int rate() {
        return rate;
    }

    @Override
    public long length() {
        return Long.MAX_VALUE;
    }

    @Override
    public double tempo() {
        return 0;
    }

    @Override
    public float sample(long index) {
        return ring[(int) (index & (ROOM - 1))];
    }
}
