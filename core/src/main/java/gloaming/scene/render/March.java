package gloaming.scene.render;

import gloaming.flow.Vectors;

/** Rays on their way into heights, as columns: what {@link MarchKernels} works on. One thread's own. */
final class March {
    /** Rays that are gone along together. */
    private static final int CHUNK = 256;

    private static final int VECTORS = CHUNK / Vectors.LANES;

    /** In texels: where they begin, how they go for the whole depth, and depth for a texel across and up. */
    final float[] fromX = new float[CHUNK];

    final float[] fromY = new float[CHUNK];
    final float[] alongX = new float[CHUNK];
    final float[] alongY = new float[CHUNK];
    final float[] overX = new float[CHUNK];
    final float[] overY = new float[CHUNK];
    /** How deep they are, where that is, and the side of the block they are in: 0 for those that have met a height. */
    final float[] t = new float[CHUNK];

    final float[] x = new float[CHUNK];
    final float[] y = new float[CHUNK];
    /** As deep as they go. */
    final float[] stop = new float[CHUNK];

    final float[] size = new float[CHUNK];
    /** How deep they are where they leave that; for those that are in no patch, -1 by then. */
    final float[] end = new float[CHUNK];
    /** The vectors that go on, and those with rays in a patch, by their first ray. */
    final int[] alive = new int[VECTORS];

    final int[] patch = new int[VECTORS];
    int patches;
    /** What is to be looked up, and what was: one number a ray, or four. */
    final int[] index = new int[4 * CHUNK];

    final float[] seen = new float[4 * CHUNK];
    /** Of those in patches, vector after vector: where in it they are, their way to the heights at both ends, and where it may be 0. */
    final float[] px = new float[CHUNK];

    final float[] py = new float[CHUNK];
    final float[] first = new float[CHUNK];
    final float[] last = new float[CHUNK];
    final float[] middle = new float[CHUNK];
    /** How far they are over the heights there. */
    final float[] gap = new float[CHUNK];
    /** 1 for those that leave what their block is in, too, where they leave it. */
    final float[] beyond = new float[CHUNK];

    /** Goes along the first {@code n} rays until each meets a height, or the ground. */
    void run(Heights heights, ReliefRays rays, int n, boolean repeats) {
        for (int from = 0; from < n; from += CHUNK) {
            int part = Math.min(CHUNK, n - from);
            MarchKernels.begin(heights, rays, from, part, this);
            int many = (part + Vectors.LANES - 1) / Vectors.LANES;
            for (int k = 0; k < many; k++) alive[k] = k * Vectors.LANES;
            many = MarchKernels.alive(this, many);
            for (int s = 0; s < Heights.STEPS && many > 0; s++) many = step(heights, many, repeats);
            MarchKernels.end(rays, from, part, this);
        }
    }

    private int step(Heights heights, int many, boolean repeats) {
        MarchKernels.place(heights, this, many, repeats);
        MarchKernels.blocks(heights, this, many);
        heights.highest(index, seen, many * Vectors.LANES);
        MarchKernels.decide(this, many);
        if (patches > 0) {
            MarchKernels.corners(heights, this, repeats);
            heights.look(index, seen, 4 * patches * Vectors.LANES);
            MarchKernels.gaps(this);
            MarchKernels.meet(this);
            MarchKernels.leave(this);
        }
        return MarchKernels.alive(this, many);
    }
}
