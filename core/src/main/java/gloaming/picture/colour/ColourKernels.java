package gloaming.picture.colour;

import gloaming.flow.Kernel;
import gloaming.flow.VectorMath;
import gloaming.flow.Vectors;
import gloaming.picture.kernel.Tone;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorOperators;

/** Light bent, stepped, coloured and keyed, a run of pixels at a time. */
@Kernel
public final class ColourKernels {
    private static final int LANES = Vectors.LANES;

    private ColourKernels() {}

    /** {@link ToneCurve#one} along a run; {@code c} is what {@code ToneCurve.pieces} gives. */
    public static void tones(float[] p, float[] cover, float[] c, int from, int to) {
        int i = from;
        for (; i <= to - LANES; i += LANES) {
            Parts.tones(Vectors.load(p, i), Vectors.load(cover, i), c).intoArray(p, i);
        }
        for (; i < to; i++) p[i] = tone(p[i], cover[i], c);
    }

    private static float tone(float light, float cover, float[] c) {
        float tone = Tone.seen(light);
        float x = 4 * Math.clamp(tone, 0f, 1f);
        int k = Math.min(3, (int) x);
        float t = x - k;
        float bent = c[4 * k]
                + t * (c[4 * k + 1] + t * (c[4 * k + 2] + t * c[4 * k + 3]))
                + Math.min(tone, 0) * c[16]
                + Math.max(tone - 1, 0) * c[17];
        float lifted = Tone.linear(bent);
        if (cover >= 1) return lifted;
        return cover <= 0 && light == 0 ? 0 : lifted * Math.max(cover, Math.min(1, light));
    }

    /** To the nearest of {@code n + 1} steps as the eye counts them, the step lifted by {@code lift[i]} first. */
    public static void steps(float[] p, int at, float n, float[] lift, int count) {
        int i = 0;
        for (; i <= count - LANES; i += LANES) {
            FloatVector light = Vectors.load(p, at + i);
            FloatVector root = light.abs().sqrt();
            FloatVector tone = root.blend(root.neg(), light.compare(VectorOperators.LT, 0));
            FloatVector step = VectorMath.floorSmall(tone.mul(n).add(Vectors.load(lift, i)))
                    .div(n);
            step.mul(step.abs()).intoArray(p, at + i);
        }
        for (; i < count; i++) p[at + i] = Tone.linear((float) Math.floor(Tone.seen(p[at + i]) * n + lift[i]) / n);
    }

    /** {@link Ramp#paint}: t lies in the red plane, alpha in its own. */
    public static void ramp(
            float[] roots, float bend, float k, float[] r, float[] g, float[] b, float[] a, int from, int to) {
        for (int i = from; i < to; i += LANES) {
            FloatVector t = Vectors.load(r, i);
            FloatVector before = t.min(bend);
            FloatVector after = t.sub(before);
            FloatVector l =
                    Parts.cube(before.mul(roots[3]).add(after.mul(roots[6])).add(roots[0]));
            FloatVector m =
                    Parts.cube(before.mul(roots[4]).add(after.mul(roots[7])).add(roots[1]));
            FloatVector s =
                    Parts.cube(before.mul(roots[5]).add(after.mul(roots[8])).add(roots[2]));
            FloatVector times = Vectors.load(a, i).mul(k);
            l.mul(4.0767416621f)
                    .sub(m.mul(3.3077115913f))
                    .add(s.mul(0.2309699292f))
                    .max(0f)
                    .mul(times)
                    .intoArray(r, i);
            m.mul(2.6097574011f)
                    .sub(l.mul(1.2684380046f))
                    .sub(s.mul(0.3413193965f))
                    .max(0f)
                    .mul(times)
                    .intoArray(g, i);
            s.mul(1.7076147010f)
                    .sub(m.mul(0.7034186147f))
                    .sub(l.mul(0.0041960863f))
                    .max(0f)
                    .mul(times)
                    .intoArray(b, i);
        }
    }

    /** {@link ColourKey}: how far each pixel's chromaticity is from the key's. */
    public static void distance(
            float[] red, float[] green, float[] blue, int at, float keyU, float keyV, float k, float[] far, int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) {
            FloatVector r = Vectors.load(red, at + i);
            FloatVector b = Vectors.load(blue, at + i);
            FloatVector light =
                    Vectors.load(green, at + i).mul(0.7152f).add(r.mul(0.2126f)).add(b.mul(0.0722f));
            FloatVector inverse = Vectors.ONE.div(light.max(1e-4f));
            FloatVector u = b.sub(light).mul(inverse).mul(0.5389f).sub(keyU);
            FloatVector v = r.sub(light).mul(inverse).mul(0.6350f).sub(keyV);
            u.mul(u).add(v.mul(v)).sqrt().mul(k).intoArray(far, i);
        }
        for (; i < n; i++) {
            float light = 0.2126f * red[at + i] + 0.7152f * green[at + i] + 0.0722f * blue[at + i];
            float inverse = 1 / Math.max(1e-4f, light);
            float u = (blue[at + i] - light) * inverse * 0.5389f - keyU;
            float v = (red[at + i] - light) * inverse * 0.6350f - keyV;
            far[i] = (float) Math.sqrt(u * u + v * v) * k;
        }
    }

    /** {@link ColourKey#one} where it is known how far each pixel is from the key. */
    public static void key(
            float[] red,
            float[] green,
            float[] blue,
            float[] cover,
            int at,
            float[] far,
            float near,
            float sharp,
            float despill,
            int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) {
            FloatVector d = Vectors.load(far, i);
            FloatVector t = d.sub(near).mul(sharp).max(0).min(1);
            FloatVector k = t.mul(t).mul(t.mul(-2).add(3));
            FloatVector spill = d.min(1).neg().add(1).mul(despill);
            FloatVector r = Vectors.load(red, at + i);
            FloatVector g = Vectors.load(green, at + i);
            FloatVector b = Vectors.load(blue, at + i);
            r.sub(spill.mul(r.sub(g.max(b)).max(0))).mul(k).intoArray(red, at + i);
            g.sub(spill.mul(g.sub(r.max(b)).max(0))).mul(k).intoArray(green, at + i);
            b.sub(spill.mul(b.sub(r.max(g)).max(0))).mul(k).intoArray(blue, at + i);
            Vectors.load(cover, at + i).mul(k).intoArray(cover, at + i);
        }
        for (; i < n; i++) {
            float t = Math.clamp((far[i] - near) * sharp, 0f, 1f);
            float k = t * t * (3 - 2 * t);
            float spill = despill * (1 - Math.min(1, far[i]));
            float r = red[at + i];
            float g = green[at + i];
            float b = blue[at + i];
            red[at + i] = k * (r - spill * Math.max(0, r - Math.max(g, b)));
            green[at + i] = k * (g - spill * Math.max(0, g - Math.max(r, b)));
            blue[at + i] = k * (b - spill * Math.max(0, b - Math.max(r, g)));
            cover[at + i] *= k;
        }
    }

    /** What the loops above share; a class of its own because these are to be inlined. */
    private static final class Parts {
        static FloatVector cube(FloatVector v) {
            return v.mul(v).mul(v);
        }

        static FloatVector tones(FloatVector light, FloatVector cover, float[] c) {
            FloatVector root = light.abs().sqrt();
            FloatVector tone = root.blend(root.neg(), light.compare(VectorOperators.LT, 0));
            FloatVector bent = pieces(tone.max(0).min(1).mul(4), c)
                    .add(tone.min(0).mul(c[16]))
                    .add(tone.sub(1).max(0).mul(c[17]));
            FloatVector lifted = bent.mul(bent.abs());
            FloatVector part = lifted.mul(cover.max(light.min(1)));
            VectorMask<Float> absent = cover.compare(VectorOperators.LE, 0).and(light.compare(VectorOperators.EQ, 0));
            return part.blend(0, absent).blend(lifted, cover.compare(VectorOperators.GE, 1));
        }

        /** Four cubics one after the other, for x from 0 to 4. */
        static FloatVector pieces(FloatVector x, float[] c) {
            FloatVector k = VectorMath.floorSmall(x).min(3);
            FloatVector t = x.sub(k);
            VectorMask<Float> second = k.compare(VectorOperators.GE, 1);
            VectorMask<Float> third = k.compare(VectorOperators.GE, 2);
            VectorMask<Float> last = k.compare(VectorOperators.GE, 3);
            FloatVector sum = Vectors.all(0);
            for (int j = 3; j >= 0; j--) {
                FloatVector one = Vectors.all(c[j])
                        .blend(c[4 + j], second)
                        .blend(c[8 + j], third)
                        .blend(c[12 + j], last);
                sum = sum.mul(t).add(one);
            }
            return sum;
        }
    }
}
