package gloaming.shape.places;

import gloaming.flow.Shape;
import gloaming.shape.change.Places;
import java.util.Arrays;

/** The edges of a shape. */
public final class Edges {
    /** The cosine of thirty degrees. */
    private static final float SHARP = 0.866f;

    private Edges() {}

    /**
     * Two corners for each edge, each edge once.
     *
     * @param sharp whether of those that two triangles have only such count at which these meet sharply, as an eye sees them
     */
    public static int[] of(Shape in, boolean sharp) {
        int[] same = Places.of(in);
        int n = 3 * in.triangles();
        long[] sorted = new long[n];
        for (int e = 0; e < n; e++) sorted[e] = edge(in, same, e);
        Arrays.sort(sorted);
        float[][] first = new float[n][];
        boolean[] smooth = new boolean[n];
        float[] normal = new float[3];
        for (int e = 0; e < n; e++) {
            int at = Arrays.binarySearch(sorted, edge(in, same, e));
            while (at > 0 && sorted[at - 1] == sorted[at]) at--;
            Places.normal(in, e / 3, normal);
            if (first[at] == null) first[at] = normal.clone();
            else {
                float[] f = first[at];
                smooth[at] |= f[0] * normal[0] + f[1] * normal[1] + f[2] * normal[2] > SHARP;
            }
        }
        int[] ends = new int[2 * n];
        int many = 0;
        for (int i = 0; i < n; i++) {
            if (i > 0 && sorted[i] == sorted[i - 1] || sharp && smooth[i]) continue;
            ends[many++] = (int) (sorted[i] >> 32);
            ends[many++] = (int) sorted[i];
        }
        return Arrays.copyOf(ends, many);
    }

    private static long edge(Shape in, int[] same, int e) {
        int a = same[in.of()[e]];
        int b = same[in.of()[e - e % 3 + (e + 1) % 3]];
        return (long) Math.min(a, b) << 32 | Math.max(a, b);
    }
}
