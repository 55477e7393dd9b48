package gloaming.picture.kernel;

import gloaming.flow.Picture;
import gloaming.flow.Vectors;
import java.util.Arrays;

/** Draws a picture as it is seen from places that are said pixel by pixel, with linear sampling; {@link Sampler#at} is the plain version. */
public final class WarpSampler {
    private static final ThreadLocal<Scratch> SCRATCH = ThreadLocal.withInitial(Scratch::new);

    /** Where the pixels of one row look. */
    private static final class Scratch {
        float[] x = new float[0];
        float[] y = new float[0];
        int[] p = new int[0];
        float[] u = new float[0];
        float[] v = new float[0];
        final float[] pixel = new float[4];

        Scratch room(int width) {
            int n = width + Vectors.LANES;
            if (p.length >= n) return this;
            x = new float[n];
            y = new float[n];
            p = new int[n];
            u = new float[n];
            v = new float[n];
            return this;
        }
    }

    private WarpSampler() {}

    /** Draws a row of {@code out} from where its pixels look; {@code woven} has begun with {@code s}. */
    public static void row(Picture s, Woven woven, Warp.Places places, Border border, Picture out, int row) {
        int n = out.width;
        Scratch r = SCRATCH.get().room(n);
        pixels(s, places, out, row, r);
        int at = out.at(row);
        int vectors = n / Vectors.LANES * Vectors.LANES;
        if (s.width < 2 || s.height < 2) {
            alone(s, border, out, at, r, 0, n);
            return;
        }
        boolean whole = SampleKernels.places(r.x, r.y, border, s.width, s.height, r.p, r.u, r.v, n);
        woven.scattered(SampleKernels.scattered(r.p, 0, vectors));
        float[] pixels = woven.of(s);
        if (pixels == null) SampleKernels.sample(s, r.p, r.u, r.v, 1, out, at, 0, vectors);
        else WovenKernels.sample(pixels, s.width, r.p, r.u, r.v, 1, r.pixel, out, at, 0, vectors);
        // What lies beyond an empty border, across a seam, or is no place at all, is looked up by itself.
        for (int i = 0; i < vectors && !whole; i++) if (!lies(s, border, r, i)) alone(s, border, out, at, r, i, i + 1);
        alone(s, border, out, at, r, vectors, n);
    }

    /** Where the pixels of a row look, in pixels. */
    private static void pixels(Picture s, Warp.Places places, Picture out, int row, Scratch r) {
        int n = out.width;
        float[] x = r.x;
        float[] y = r.y;
        float left = (float) out.worldX(0);
        float step = 2f / out.height;
        Arrays.fill(y, 0, n, (float) out.worldY(row));
        for (int i = 0; i < n; i++) x[i] = left + i * step;
        places.look(row, x, y, n);
        float scale = (float) s.scale();
        float middleX = s.width / 2f - 0.5f;
        float middleY = s.height / 2f - 0.5f;
        for (int i = 0; i < n; i++) x[i] = x[i] * scale + middleX;
        for (int i = 0; i < n; i++) y[i] = y[i] * scale + middleY;
        // Beyond the last pixel of a row its last place goes on, so that whole vectors are filled.
        Arrays.fill(x, n, n + Vectors.LANES, x[n - 1]);
        Arrays.fill(y, n, n + Vectors.LANES, y[n - 1]);
    }

    private static boolean somewhere(Scratch r, int i) {
        return Math.abs(r.x[i]) < SampleKernels.FAR && Math.abs(r.y[i]) < SampleKernels.FAR;
    }

    /** Whether a place lies between pixels that are beside one another in the picture. */
    private static boolean lies(Picture s, Border border, Scratch r, int i) {
        if (!somewhere(r, i)) return false;
        if (border != Border.EMPTY) return r.u[i] <= 1 && r.v[i] <= 1;
        return r.x[i] >= 0 && r.y[i] >= 0 && r.x[i] <= s.width - 1 && r.y[i] <= s.height - 1;
    }

    private static void alone(Picture s, Border border, Picture out, int at, Scratch r, int from, int to) {
        for (int i = from; i < to; i++) {
            boolean somewhere = somewhere(r, i);
            for (int c = 0; c < 4; c++)
                out.plane(c)[at + i] = somewhere ? Sampler.at(s, s.plane(c), r.x[i], r.y[i], border) : 0;
        }
    }
}
