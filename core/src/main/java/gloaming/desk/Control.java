package gloaming.desk;

/**
 * One thing on the desk that sends numbers: a fader, a pad, a key.
 *
 * <p>Counters only ever grow, so that whoever reads them once a frame misses nothing that came in between. Writers take turns; readers
 * wait for nobody.
 */
public final class Control {
    /** Values that are kept to be shown. */
    public static final int RECENT = 64;
    /** How many numbers {@link #state} gives. */
    public static final int STATE = 7;

    private final String name;
    private final double[] recent = new double[RECENT];
    private volatile double value;
    private volatile double least = Double.POSITIVE_INFINITY;
    private volatile double most = Double.NEGATIVE_INFINITY;
    private volatile double turned;
    private volatile long presses;
    private volatile long count;
    private volatile long lastNanos;
    private volatile boolean bound;
    private double before;
    /** How many had come, and when, as the rate was asked for last. */
    private long counted;

    private long countedAt;
    private double rate;

    Control(String name) {
        this.name = name;
    }

    /** A value has come; {@code turn} is by how much it moves on what is bound as relative. */
    synchronized void take(double now, double turn) {
        if (!Double.isFinite(now) || !Double.isFinite(turn)) return;
        least = Math.min(least, now);
        most = Math.max(most, now);
        // Some buttons send only their press, again and again: the same high value once more is another one.
        double half = Math.max(0, most) / 2;
        if (now > half && (before <= half || before == now)) presses++;
        before = now;
        value = now;
        turned += turn;
        recent[(int) (count % RECENT)] = now;
        lastNanos = System.nanoTime();
        // Last of all: who sees the count sees the value.
        count++;
    }

    /** All that what reads it once a frame goes by, as numbers. */
    public synchronized double[] state() {
        return new double[] {value, least, most, turned, presses, count, before};
    }

    /** Stands as another stood when it gave this. */
    public synchronized void state(double[] as) {
        least = as[1];
        most = as[2];
        turned = as[3];
        presses = (long) as[4];
        before = as[6];
        value = as[0];
        java.util.Arrays.fill(recent, value);
        lastNanos = System.nanoTime();
        count = (long) as[5];
    }

    public String name() {
        return name;
    }

    /** The last value, 0 before the first. */
    public double value() {
        return value;
    }

    /** How many values have come. */
    public long count() {
        return count;
    }

    /** How often it was pressed: went over the half of the most it ever gave, or repeated it. */
    public long presses() {
        return presses;
    }

    /** All turns added up. */
    public double turned() {
        return turned;
    }

    /** The least that has come; infinite before the first. */
    public double least() {
        return least;
    }

    public double most() {
        return most;
    }

    /** When the last came, on the clock of {@link System#nanoTime}. */
    public long lastNanos() {
        return lastNanos;
    }

    /** Whether some binding waits for it. */
    public boolean bound() {
        return bound;
    }

    void bound(boolean bound) {
        this.bound = bound;
    }

    /** Values a second since this was asked last, by the one who shows it. */
    public synchronized double rate(long now) {
        if (countedAt == 0) {
            countedAt = now;
            counted = count;
        }
        double seconds = (now - countedAt) / 1e9;
        if (seconds >= 0.5) {
            rate = (count - counted) / seconds;
            counted = count;
            countedAt = now;
        }
        return rate;
    }

    /** Value {@code i}, counted from the first that ever came; one of the last {@value #RECENT}. */
    double valueAt(long i) {
        return recent[(int) (i % RECENT)];
    }

    /** Copies the last values, oldest first, and returns how many there are. */
    public int recent(float[] into) {
        long n = count;
        int have = (int) Math.min(n, Math.min(RECENT, into.length));
        for (int i = 0; i < have; i++) into[i] = (float) recent[(int) Math.floorMod(n - have + i, (long) RECENT)];
        return have;
    }
}
