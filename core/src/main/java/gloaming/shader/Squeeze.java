package gloaming.shader;

/**
 * Moves pixels that stay in a loop together, so that the few do not pay for the many, and back to where they were; loops within loops have
 * a level each.
 */
final class Squeeze {
    static final int LEVELS = 8;
    /** Where the pixels of a squeeze were before, by level. */
    private final int[][] lanes = new int[LEVELS][];

    private final float[][] spareFloats = new float[LEVELS][];
    private final int[][] spareInts = new int[LEVELS][];

    /** Where the pixel that is at {@code lane} was before that level. */
    int before(int level, int lane) {
        return lanes[level][lane];
    }

    /**
     * Moves the {@code n} pixels that are in the mask together; what the {@code outer} pixels had before is kept aside, and where; {@code again}
     * where they were moved together at this level before.
     */
    void together(Program.Again loop, int level, int outer, Arithmetic strip, int mask, int n, boolean again) {
        float[] f = strip.f;
        int[] w = strip.w;
        int[] to = lanes[level];
        if (to == null) to = lanes[level] = new int[Program.STRIDE];
        int count = 0;
        for (int i = 0; i < n; i++) {
            if (w[mask + i] != 0) to[count++] = again ? to[i] : i;
        }
        float[] floats = spareFloats[level];
        int strips = loop.floats().length * Program.STRIDE;
        if (floats == null || floats.length < strips) floats = spareFloats[level] = new float[strips];
        for (int s = 0; s < loop.floats().length; s++) {
            int at = loop.floats()[s];
            System.arraycopy(f, at, floats, s * Program.STRIDE, outer);
            for (int i = 0; i < count; i++) f[at + i] = floats[s * Program.STRIDE + to[i]];
        }
        int[] ints = spareInts[level];
        strips = loop.ints().length * Program.STRIDE;
        if (ints == null || ints.length < strips) ints = spareInts[level] = new int[strips];
        for (int s = 0; s < loop.ints().length; s++) {
            int at = loop.ints()[s];
            System.arraycopy(w, at, ints, s * Program.STRIDE, outer);
            for (int i = 0; i < count; i++) w[at + i] = ints[s * Program.STRIDE + to[i]];
        }
    }

    /** Puts the pixels back to where they were. */
    void back(Program.Again loop, int level, Arithmetic strip, int n) {
        float[] f = strip.f;
        int[] w = strip.w;
        int[] to = lanes[level];
        for (int s = 0; s < loop.floats().length; s++) {
            int at = loop.floats()[s];
            float[] floats = spareFloats[level];
            for (int i = 0; i < n; i++) floats[s * Program.STRIDE + to[i]] = f[at + i];
            System.arraycopy(floats, s * Program.STRIDE, f, at, Program.STRIP);
        }
        for (int s = 0; s < loop.ints().length; s++) {
            int at = loop.ints()[s];
            int[] ints = spareInts[level];
            for (int i = 0; i < n; i++) ints[s * Program.STRIDE + to[i]] = w[at + i];
            System.arraycopy(ints, s * Program.STRIDE, w, at, Program.STRIP);
        }
    }
}
