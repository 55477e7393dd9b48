package gloaming.scene.render;

/** Places that look round about in one view of a shadow, as columns: the scratch paper of one thread. */
final class Taps {
    int n;
    /** For all fragments: the one of six views they lie in. */
    final int[] side = new int[Fragments.MOST];
    /** The fragment each is of. */
    final int[] of = new int[Fragments.MOST];
    /** Where it lies in the view, in texels, and how near it is itself. */
    final float[] x = new float[Fragments.MOST];

    final float[] y = new float[Fragments.MOST];
    final float[] own = new float[Fragments.MOST];
    /** Its depth, and how wide a texel is there. */
    final float[] depth = new float[Fragments.MOST];

    final float[] texel = new float[Fragments.MOST];
    /** How far it looks, in texels, and by which way of turning the disc. */
    final float[] wide = new float[Fragments.MOST];

    final int[] turn = new int[Fragments.MOST];
    /** How many of the places looked at stand in the way, and the sum of their nearnesses. */
    final int[] found = new int[Fragments.MOST];

    final float[] sum = new float[Fragments.MOST];
    /** For all fragments: where they lie in a view, off the face by a hair, how deep, and how wide a texel is there. */
    final float[] allX = new float[Fragments.ROOM];

    final float[] allY = new float[Fragments.ROOM];
    final float[] allDepth = new float[Fragments.ROOM];
    final float[] allTexel = new float[Fragments.ROOM];
    /** What stands at the places that one looks at. */
    final float[] seen = new float[ShadowKernels.TAPS];

    /** Indices into the view, for one place. */
    final int[] index = new int[ShadowKernels.TAPS];

    void keep(int i, int at) {
        of[at] = of[i];
        x[at] = x[i];
        y[at] = y[i];
        own[at] = own[i];
        depth[at] = depth[i];
        texel[at] = texel[i];
        wide[at] = wide[i];
        turn[at] = turn[i];
    }
}
