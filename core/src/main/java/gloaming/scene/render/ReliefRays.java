package gloaming.scene.render;

import gloaming.flow.Vectors;
import gloaming.scene.Matter;

/**
 * Height pictures that stand in faces: rays of the eye go on into the face until they meet a height (Kaneko and others 2001; within a patch of
 * four texels as Policarpo, Oliveira and Comba 2005 find it). The face lies where full light does; what is dark lies deeper. Beyond the border
 * of the picture there is nothing. Shadows of other things fall on the face as if it were flat; those within itself are {@link Carved}'s. One
 * thread's own.
 */
final class ReliefRays {
    /** So many texels aside heights are looked at for how they lie. */
    private static final float ASIDE = 0.75f;
    /** Of so many triangles, a box. */
    private static final int FACES = 12;
    /** So few rays go by themselves. */
    private static final int FEW = 4;

    /** Texture places: where rays begin, and then where they meet a height. */
    final float[] u = new float[Fragments.ROOM];

    final float[] v = new float[Fragments.ROOM];
    /** How high that is, 0 to 1. */
    final float[] height = new float[Fragments.ROOM];
    /** How far rays go in the texture on their way through the whole depth. */
    final float[] du = new float[Fragments.ROOM];

    final float[] dv = new float[Fragments.ROOM];
    /** How deep rays go at most, 0 to 1. */
    final float[] until = new float[Fragments.ROOM];
    /** Where numbers are to be looked up, and what was found there. */
    final int[] index = new int[4 * Fragments.ROOM];

    final float[] seen = new float[4 * Fragments.ROOM];
    /** How texture places change along the world's axes over the depth of the last relief: across, then up. */
    final float[] ways = new float[6];

    /** Whether the last relief is on something of so few faces that light from far away comes to each from one side. */
    boolean simple;

    /** Where between four texels a place lies. */
    final float[] px = new float[Fragments.ROOM];

    final float[] py = new float[Fragments.ROOM];
    /** And the texel at the lower left of them. */
    final float[] columns = new float[Fragments.ROOM];

    final float[] rows = new float[Fragments.ROOM];
    /** How heights rise where rays met them, across and up. */
    final float[] slopeX = new float[Fragments.ROOM];

    final float[] slopeY = new float[Fragments.ROOM];

    private final March march = new March();
    private final double[] across = new double[3];
    private final double[] up = new double[3];
    private final float[] c = new float[21];

    /**
     * Finds what is seen of a relief at {@code n} fragments whose places and normals are there, along a row that begins at a place of the picture
     * and goes on by {@code step}, and turns their normals. Columns here begin at 0.
     */
    void row(
            Face face,
            Fragments f,
            int at,
            int n,
            double x,
            double y,
            double step,
            View view,
            Heights heights,
            Matter m,
            boolean repeats) {
        double unit = face.gradients(false, across, up);
        double deep = unit > 0 ? Math.max(0, m.relief) * unit : 0;
        simple = face.of.copies <= 1 && face.of.shape.triangles() <= FACES;
        face.texture(c, x, y, step);
        for (int k = 0; k < 3; k++) {
            c[6 + k] *= m.tilesAcross;
            c[9 + k] *= m.tilesUp;
            c[12 + k] = ways[k] = (float) (across[k] * deep * m.tilesAcross);
            c[15 + k] = ways[3 + k] = (float) (up[k] * deep * m.tilesUp);
            c[18 + k] = view.parallel ? view.back[k] : view.eye[k];
        }
        CarvingKernels.rays(f, at, n, c, view.parallel, this);
        if (deep == 0) {
            java.util.Arrays.fill(height, 0, n, 1);
            return;
        }
        java.util.Arrays.fill(until, 0, whole(n), 1);
        march(heights, n, repeats);
        slope(heights, n, repeats, ASIDE / heights.width, 0, slopeX);
        slope(heights, n, repeats, 0, ASIDE / heights.height, slopeY);
        CarvingKernels.turn(this, n, f, at);
    }

    /** How heights rise from a little before where rays met them to a little behind. */
    private void slope(Heights heights, int n, boolean repeats, float eu, float ev, float[] to) {
        java.util.Arrays.fill(to, 0, n, 0);
        CarvingKernels.around(heights, this, n, repeats, -eu, -ev);
        heights.look(index, seen, 4 * whole(n));
        CarvingKernels.between(this, n, to, 1, to);
        CarvingKernels.around(heights, this, n, repeats, eu, ev);
        heights.look(index, seen, 4 * whole(n));
        CarvingKernels.between(this, n, to, 0.5f / (eu + ev), to);
    }

    /** Up to which of the rays from {@code k} to {@code n} all met a height within the picture. */
    int inside(int k, int n) {
        int end = k;
        while (end < n && u[end] >= 0 && u[end] <= 1 && v[end] >= 0 && v[end] <= 1) end++;
        return end;
    }

    /** So many, filled up to whole vectors. */
    static int whole(int n) {
        return (n + Vectors.LANES - 1) / Vectors.LANES * Vectors.LANES;
    }

    /** How high each of the first {@code n} rays meets a height, or has gone as deep as it is to, and where that is. */
    void march(Heights heights, int n, boolean repeats) {
        if (n > FEW) march.run(heights, this, n, repeats);
        else plain(heights, n, repeats);
    }

    /** The same ray by ray. */
    void plain(Heights heights, int n, boolean repeats) {
        int w = heights.width;
        int h = heights.height;
        for (int i = 0; i < n; i++) {
            float t = heights.meet(u[i] * w - 0.5f, v[i] * h - 0.5f, du[i] * w, dv[i] * h, until[i], repeats);
            height[i] = 1 - t;
            u[i] += du[i] * t;
            v[i] += dv[i] * t;
        }
    }
}
