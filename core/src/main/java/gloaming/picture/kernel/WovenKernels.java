package gloaming.picture.kernel;

import gloaming.flow.Kernel;
import gloaming.flow.Picture;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorSpecies;

/** Pictures whose four numbers of a pixel lie side by side: a vector of four is a pixel. */
@Kernel
final class WovenKernels {
    private WovenKernels() {}

    /** Lays pixels {@code from} to {@code to} of a picture side by side. */
    static void weave(Picture s, float[] woven, int from, int to) {
        float[] r = s.r();
        float[] g = s.g();
        float[] b = s.b();
        float[] a = s.a();
        for (int i = from; i < to; i++) {
            int k = 4 * i;
            woven[k] = r[i];
            woven[k + 1] = g[i];
            woven[k + 2] = b[i];
            woven[k + 3] = a[i];
        }
    }

    /**
     * Looks up four pixels for each place and weighs them, as {@link SampleKernels#sample} does, to the bit.
     *
     * @param w width of the picture that was woven
     * @param pixel room for four numbers
     */
    static void sample(
            float[] woven,
            int w,
            int[] p,
            float[] u,
            float[] v,
            float fade,
            float[] pixel,
            Picture out,
            int at,
            int from,
            int to) {
        float[] r = out.r();
        float[] g = out.g();
        float[] b = out.b();
        float[] a = out.a();
        for (int i = from; i < to; i++) {
            int k = 4 * p[i];
            FloatVector left = Parts.load(woven, k);
            FloatVector low = Parts.load(woven, k + 4).sub(left).mul(u[i]).add(left);
            left = Parts.load(woven, k + 4 * w);
            FloatVector high =
                    Parts.load(woven, k + 4 * w + 4).sub(left).mul(u[i]).add(left);
            high.sub(low).mul(v[i]).add(low).mul(fade).intoArray(pixel, 0);
            r[at + i] = pixel[0];
            g[at + i] = pixel[1];
            b[at + i] = pixel[2];
            a[at + i] = pixel[3];
        }
    }

    /** A class of its own because it is to be inlined. */
    @Kernel.Part
    static final class Parts {
        private static final VectorSpecies<Float> PIXEL = FloatVector.SPECIES_128;
        private static final Class<? extends FloatVector> OWN =
                FloatVector.zero(PIXEL).getClass();

        private Parts() {}

        /** One pixel, known to be of this width. */
        static FloatVector load(float[] from, int at) {
            return OWN.cast(FloatVector.fromArray(PIXEL, from, at));
        }
    }
}
