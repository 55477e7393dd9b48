package gloaming.step;

/**
 * Counter-based random numbers: a pure function of a seed, an id and what it is used for.
 *
 * <p>Nothing is drawn in turn, so a result depends on no order and no thread. The mixing is the 64-bit finaliser of Stafford
 * (2011, "Better bit mixing", variant 13).
 */
public final class Randomness {
    private static final long GOLDEN = 0x9E3779B97F4A7C15L;

    private Randomness() {}

    public static long bits(long seed, long id, long use) {
        return mix(mix(mix(seed + GOLDEN) ^ (id * GOLDEN + 0x632BE59BD9B4E019L)) + use * 0xD1B54A32D192ED03L);
    }

    /** Uniform in 0 (included) to 1 (excluded). */
    public static double uniform(long seed, long id, long use) {
        return (bits(seed, id, use) >>> 11) * 0x1p-53;
    }

    /** Uniform in -1 to 1. */
    public static double signed(long seed, long id, long use) {
        return 2 * uniform(seed, id, use) - 1;
    }

    private static long mix(long z) {
        z = (z ^ (z >>> 30)) * 0xBF58476D1CE4E5B9L;
        z = (z ^ (z >>> 27)) * 0x94D049BB133111EBL;
        return z ^ (z >>> 31);
    }
}
