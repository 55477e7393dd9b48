package gloaming.flow;

/**
 * Triangles divided into smaller ones. What two triangles have in common they still have: a corner on an edge is reckoned from the same end of it
 * in both, so that no seam opens by a last bit.
 */
final class Division {
    private final Shape in;
    private final Shape out;
    private final int parts;
    private final float[][] from;
    private final float[][] to;
    private int a;
    private int b;
    private int c;

    Division(Shape in, Shape out, int parts) {
        this.in = in;
        this.out = out;
        this.parts = parts;
        from = columns(in);
        to = columns(out);
    }

    private static float[][] columns(Shape of) {
        return new float[][] {of.x(), of.y(), of.z(), of.nx(), of.ny(), of.nz()};
    }

    /** Corners a triangle. */
    static int corners(int parts) {
        return (parts + 1) * (parts + 2) / 2;
    }

    /** Fills the other shape, whose columns have room for it. */
    void fill() {
        for (int t = 0; t < in.triangles(); t++) {
            a = in.of()[3 * t];
            b = in.of()[3 * t + 1];
            c = in.of()[3 * t + 2];
            int corner = t * corners(parts);
            triangles(t, corner);
            for (int i = 0; i <= parts; i++) for (int j = 0; j <= parts - i; j++) put(corner++, i, j);
        }
    }

    /** A corner, so many parts towards the third and so many towards the second of its triangle. */
    private void put(int corner, int i, int j) {
        if (i == 0) along(corner, a, b, j);
        else if (j == 0) along(corner, a, c, i);
        else if (i + j == parts) along(corner, b, c, i);
        else {
            float wb = (float) j / parts;
            float wc = (float) i / parts;
            for (int k = 0; k < to.length; k++) {
                float[] f = from[k];
                to[k][corner] = f[a] + (f[b] - f[a]) * wb + (f[c] - f[a]) * wc;
            }
        }
        out.carry(corner, in, a, b, c, (float) j / parts, (float) i / parts);
    }

    private void along(int corner, int start, int end, int part) {
        if (part == parts) copy(corner, end);
        else if (part == 0) copy(corner, start);
        else if (behind(start, end)) between(corner, end, start, parts - part);
        else between(corner, start, end, part);
    }

    private void copy(int corner, int i) {
        for (int k = 0; k < to.length; k++) to[k][corner] = from[k][i];
    }

    private void between(int corner, int start, int end, int part) {
        float w = (float) part / parts;
        for (int k = 0; k < to.length; k++) to[k][corner] = from[k][start] + (from[k][end] - from[k][start]) * w;
    }

    /** Whether the place of one lies behind another's: an order that knows nothing of which triangle asks. */
    private boolean behind(int one, int other) {
        for (int k = 0; k < 3; k++) if (from[k][one] != from[k][other]) return from[k][one] > from[k][other];
        return false;
    }

    private void triangles(int t, int first) {
        int[] of = out.of();
        int triangle = 3 * t * parts * parts;
        for (int i = 0, at = first; i < parts; i++) {
            int next = at + parts - i + 1;
            for (int j = 0; j < parts - i; j++) {
                of[triangle++] = at + j;
                of[triangle++] = at + j + 1;
                of[triangle++] = next + j;
                if (j == parts - i - 1) continue;
                of[triangle++] = at + j + 1;
                of[triangle++] = next + j + 1;
                of[triangle++] = next + j;
            }
            at = next;
        }
    }
}
