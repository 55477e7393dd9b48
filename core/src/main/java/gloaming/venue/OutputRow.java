package gloaming.venue;

import gloaming.flow.Srgb;
import java.util.Arrays;

/** One row of what leaves while surfaces are laid on it: columns of numbers, in plain loops that the compiler makes vectors of. */
final class OutputRow {
    /** From which place of a picture to which a surface shows it, in pixels. */
    record Span(float from, float by, float least, float most) {
        /** Between the middles of the outermost pixels; turned over it goes back. */
        static Span of(double from, double to, boolean flipped) {
            float least = (float) Math.max(0, from);
            float most = (float) Math.max(least, to - 1);
            double by = flipped ? from - to : to - from;
            return new Span((float) ((flipped ? to : from) - 0.5), (float) by, least, most);
        }
    }

    private final int fromWidth;
    /** The picture's light, a row and a pixel more than it has. */
    private final float[] red;

    private final float[] green;
    private final float[] blue;
    /** Light of the row, in the same three colours. */
    private final float[] outRed;

    private final float[] outGreen;
    private final float[] outBlue;
    /** Of the part that a surface lights: how much of each pixel it covers, where in the square it is, and what of the picture is there. */
    private final float[] cover;

    private final float[] u;
    private final float[] v;
    private final float[] r;
    private final float[] g;
    private final float[] b;
    private final float[] x;
    private final float[] y;
    private final int[] code;
    private int from;
    private int many;

    OutputRow(int width, int fromWidth, int fromHeight) {
        this.fromWidth = fromWidth;
        int picture = fromWidth * fromHeight + fromWidth + 1;
        red = new float[picture];
        green = new float[picture];
        blue = new float[picture];
        outRed = new float[width];
        outGreen = new float[width];
        outBlue = new float[width];
        cover = new float[width];
        u = new float[width];
        v = new float[width];
        r = new float[width];
        g = new float[width];
        b = new float[width];
        x = new float[width];
        y = new float[width];
        code = new int[width];
    }

    /** Takes a picture, as 8-bit sRGB. */
    void take(byte[] rgb) {
        int pixels = rgb.length / 3;
        for (int i = 0, p = 0; i < pixels; i++, p += 3) {
            red[i] = Srgb.ofByte(rgb[p]);
            green[i] = Srgb.ofByte(rgb[p + 1]);
            blue[i] = Srgb.ofByte(rgb[p + 2]);
        }
    }

    /** A new row, dark so far. */
    void clear() {
        Arrays.fill(outRed, 0);
        Arrays.fill(outGreen, 0);
        Arrays.fill(outBlue, 0);
    }

    /** A surface lights {@code many} pixels from one on, all of each so far. */
    void begin(int from, int many) {
        this.from = from;
        this.many = many;
        Arrays.fill(cover, 0, many, 1);
        Arrays.fill(r, 0, many, 0);
        Arrays.fill(g, 0, many, 0);
        Arrays.fill(b, 0, many, 0);
    }

    /** An edge is so many pixels away from the first, and by so many more from each next: only those near it are lit in part. */
    void within(float by, float first) {
        int begin = by < 0 ? Math.clamp((int) Math.floor((1 - first) / by), 0, many) : 0;
        int end = by > 0 ? Math.clamp((int) Math.ceil((1 - first) / by), 0, many) : many;
        if (Math.min(first, first + by * (many - 1)) >= 1) return;
        for (int i = begin; i < end; i++) cover[i] = Math.max(0, Math.min(cover[i], first + by * i));
    }

    /** Where in the surface pixels lie; the first at a place. */
    void place(Homography to, double px, double py) {
        float a = (float) to.a();
        float d = (float) to.d();
        float w = (float) to.g();
        float first = (float) (to.a() * px + to.b() * py + to.c());
        float second = (float) (to.d() * px + to.e() * py + to.f());
        float third = (float) (to.g() * px + to.h() * py + to.i());
        for (int i = 0; i < many; i++) {
            float over = 1 / (third + w * i);
            u[i] = Math.max(0, Math.min(1, (first + a * i) * over));
            v[i] = Math.max(0, Math.min(1, (second + d * i) * over));
        }
    }

    /** The same in one whose sides are bent. */
    void place(BentSides bent, double px, double py) {
        bent.row(px, py, u, v, many);
    }

    /** Lets the surface fade out along its edges. Two edges that lie over each other and go opposite ways make an even light. */
    void soften(float soft) {
        float over = 1 / soft;
        for (int i = 0; i < many; i++) {
            float s = Math.min(1, Math.min(u[i], 1 - u[i]) * over);
            float t = Math.min(1, Math.min(v[i], 1 - v[i]) * over);
            cover[i] *= s * s * (3 - 2 * s) * t * t * (3 - 2 * t);
        }
    }

    /** Leaves what lies within an outline. */
    void cut(byte[] outline, int at) {
        for (int i = 0; i < many; i++) cover[i] *= (outline[at + i] & 255) / 255f;
    }

    /** Adds what of the picture is there. */
    void look(Span across, Span down) {
        for (int i = 0; i < many; i++) {
            x[i] = Math.max(across.least, Math.min(across.most, across.from + across.by * u[i]));
            y[i] = Math.max(down.least, Math.min(down.most, down.from + down.by * v[i]));
        }
        for (int i = 0; i < many; i++) {
            int column = (int) x[i];
            int line = (int) y[i];
            float fx = x[i] - column;
            float fy = y[i] - line;
            int p = line * fromWidth + column;
            int q = p + fromWidth;
            r[i] += mix(red[p], red[p + 1], red[q], red[q + 1], fx, fy);
            g[i] += mix(green[p], green[p + 1], green[q], green[q + 1], fx, fy);
            b[i] += mix(blue[p], blue[p + 1], blue[q], blue[q + 1], fx, fy);
        }
    }

    private static float mix(float a, float b, float c, float d, float fx, float fy) {
        float upper = a + (b - a) * fx;
        return upper + (c + (d - c) * fx - upper) * fy;
    }

    /** Lays what was looked at over the row, so bright. */
    void lay(float light) {
        lay(outRed, r, light);
        lay(outGreen, g, light);
        lay(outBlue, b, light);
    }

    private void lay(float[] out, float[] seen, float light) {
        for (int i = 0; i < many; i++) {
            float is = out[from + i];
            out[from + i] = is + (seen[i] * light - is) * cover[i];
        }
    }

    /** Writes the row as 8-bit sRGB. */
    void write(byte[] out, int at) {
        write(outRed, out, at);
        write(outGreen, out, at + 1);
        write(outBlue, out, at + 2);
    }

    private void write(float[] light, byte[] out, int at) {
        for (int i = 0; i < light.length; i++) code[i] = Srgb.fine(light[i]);
        for (int i = 0; i < light.length; i++) out[at + 3 * i] = Srgb.ofFine(code[i]);
    }
}
