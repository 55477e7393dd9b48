package gloaming.picture.kernel;

import gloaming.flow.Kernel;
import gloaming.flow.Picture;
import gloaming.flow.VectorMath;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/** Where pixels look into another picture, and what they see there. */
@Kernel
public final class SampleKernels {
    private static final int LANES = Vectors.LANES;
    private static final FloatVector INDEX =
            FloatVector.zero(FloatVector.SPECIES_PREFERRED).addIndex(1);
    private static final VectorSpecies<Float> F = FloatVector.SPECIES_PREFERRED;
    private static final VectorSpecies<Integer> I = IntVector.SPECIES_PREFERRED;
    private static final IntVector COUNT = IntVector.zero(I).addIndex(1);

    /** Pixels: further off lies nothing. */
    static final float FAR = 1e7f;

    private SampleKernels() {}

    /** Angles in radians and distances from the middle in place of places. */
    public static void polar(float[] x, float[] y, int n) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector px = Vectors.load(x, i);
            FloatVector py = Vectors.load(y, i);
            VectorMath.angle(py, px).intoArray(x, i);
            px.mul(px).add(py.mul(py)).sqrt().intoArray(y, i);
        }
    }

    /** Places in place of angles in radians and distances. */
    public static void cartesian(float[] angle, float[] far, int n) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector a = Vectors.load(angle, i);
            FloatVector r = Vectors.load(far, i);
            VectorMath.wave(a, 0.5f).mul(r).intoArray(angle, i);
            VectorMath.wave(a, 0).mul(r).intoArray(far, i);
        }
    }

    /**
     * Where pixels {@code from} to {@code to} of a row look into a picture of {@code w} by {@code h}, both at least 2: the
     * index {@code p} of the lower left of four pixels, and how far ({@code u, v}, 0 to 1) each lies towards the others. Beyond the
     * border places are folded; in {@link Border#REPEAT}, parts above 1 say that a place lies over the seam.
     */
    public static void places(
            float x0,
            float y0,
            float dx,
            float dy,
            Border border,
            int w,
            int h,
            int[] p,
            float[] u,
            float[] v,
            int from,
            int to) {
        for (int i = from; i < to; i += LANES) {
            FloatVector at = INDEX.add((float) i);
            FloatVector x = Parts.fold(at.mul(dx).add(x0), w, border);
            FloatVector y = Parts.fold(at.mul(dy).add(y0), h, border);
            IntVector cx = ((IntVector) x.convert(VectorOperators.F2I, 0)).min(w - 2);
            IntVector cy = ((IntVector) y.convert(VectorOperators.F2I, 0)).min(h - 2);
            x.sub((FloatVector) cx.convert(VectorOperators.I2F, 0)).intoArray(u, i);
            y.sub((FloatVector) cy.convert(VectorOperators.I2F, 0)).intoArray(v, i);
            cy.mul(w).add(cx).intoArray(p, i);
        }
    }

    /**
     * The same for places given one by one, in pixels.
     *
     * @return whether each of them is somewhere, and between pixels that lie beside one another in the picture
     */
    public static boolean places(
            float[] x, float[] y, Border border, int w, int h, int[] p, float[] u, float[] v, int n) {
        VectorMask<Float> whole = FloatVector.zero(F).compare(VectorOperators.EQ, 0f);
        FloatVector zero = Vectors.all(0);
        FloatVector right = Vectors.all(w - 1f);
        FloatVector top = Vectors.all(h - 1f);
        FloatVector one = Vectors.all(1);
        FloatVector far = Vectors.all(FAR);
        boolean empty = border == Border.EMPTY;
        for (int i = 0; i < n; i += LANES) {
            FloatVector ax = Vectors.load(x, i);
            FloatVector ay = Vectors.load(y, i);
            FloatVector px = Parts.fold(ax, w, border);
            FloatVector py = Parts.fold(ay, h, border);
            IntVector cx =
                    ((IntVector) px.convert(VectorOperators.F2I, 0)).max(0).min(w - 2);
            IntVector cy =
                    ((IntVector) py.convert(VectorOperators.F2I, 0)).max(0).min(h - 2);
            FloatVector pu = px.sub((FloatVector) cx.convert(VectorOperators.I2F, 0));
            FloatVector pv = py.sub((FloatVector) cy.convert(VectorOperators.I2F, 0));
            pu.intoArray(u, i);
            pv.intoArray(v, i);
            cy.mul(w).add(cx).intoArray(p, i);
            VectorMask<Float> fine = empty
                    ? ax.compare(VectorOperators.GE, zero)
                            .and(ay.compare(VectorOperators.GE, zero))
                            .and(ax.compare(VectorOperators.LE, right))
                            .and(ay.compare(VectorOperators.LE, top))
                    : pu.max(pv)
                            .compare(VectorOperators.LE, one)
                            .and(ax.abs().max(ay.abs()).compare(VectorOperators.LT, far));
            whole = whole.and(fine);
        }
        return whole.allTrue();
    }

    /**
     * Looks up four pixels each and weighs them: {@link #places} says which. Where neighbours look at neighbours whole vectors are read, and
     * where they look close together, as in a picture that is turned and scaled a little, {@link NearKernels} picks from such; gathers were
     * slower than the loop.
     */
    public static void sample(
            Picture s, int[] p, float[] u, float[] v, float fade, Picture out, int at, int from, int to) {
        for (int i = from; i < to; i += LANES) {
            if (Parts.side(p, i)) sideBySide(s, p[i], u, v, fade, out, at, i);
            else if (!NearKernels.sample(s, p, u, v, fade, out, at, i))
                for (int c = 0; c < 4; c++)
                    sampleEach(s.plane(c), s.width, p, u, v, fade, out.plane(c), at, i, i + LANES);
        }
    }

    /** How many vectors of places do not end near where they begin, in one row. */
    static int scattered(int[] p, int from, int to) {
        int n = 0;
        for (int i = from; i < to; i += LANES) if (Math.abs(p[i + LANES - 1] - p[i]) > 2 * LANES) n++;
        return n;
    }

    private static void sideBySide(Picture s, int k, float[] u, float[] v, float fade, Picture out, int at, int i) {
        int w = s.width;
        FloatVector across = Vectors.load(u, i);
        FloatVector up = Vectors.load(v, i);
        for (int c = 0; c < 4; c++) {
            float[] plane = s.plane(c);
            FloatVector left = Vectors.load(plane, k);
            FloatVector low = Vectors.load(plane, k + 1).sub(left).mul(across).add(left);
            left = Vectors.load(plane, k + w);
            FloatVector high =
                    Vectors.load(plane, k + w + 1).sub(left).mul(across).add(left);
            high.sub(low).mul(up).add(low).mul(fade).intoArray(out.plane(c), at + i);
        }
    }

    /** The same within one row: two pixels each. */
    public static void sample(float[] row, int[] p, float[] u, float[] out, int at, int from, int to) {
        for (int i = from; i < to; i += LANES) {
            if (Parts.side(p, i)) {
                int k = p[i];
                FloatVector left = Vectors.load(row, k);
                Vectors.load(row, k + 1)
                        .sub(left)
                        .mul(Vectors.load(u, i))
                        .add(left)
                        .intoArray(out, at + i);
            } else if (!NearKernels.sample(row, p, u, out, at, i)) {
                sampleEach(row, p, u, out, at, i, i + LANES);
            }
        }
    }

    private static void sampleEach(
            float[] plane, int w, int[] p, float[] u, float[] v, float fade, float[] out, int at, int from, int to) {
        for (int i = from; i < to; i++) {
            int k = p[i];
            float low = (plane[k + 1] - plane[k]) * u[i] + plane[k];
            float high = (plane[k + w + 1] - plane[k + w]) * u[i] + plane[k + w];
            out[at + i] = ((high - low) * v[i] + low) * fade;
        }
    }

    private static void sampleEach(float[] row, int[] p, float[] u, float[] out, int at, int from, int to) {
        for (int i = from; i < to; i++) {
            int k = p[i];
            out[at + i] = (row[k + 1] - row[k]) * u[i] + row[k];
        }
    }

    /** What the loops above share; a class of its own because it is to be inlined. */
    @Kernel.Part
    static final class Parts {
        private Parts() {}

        /** Whether as many places as a vector has lie side by side; nearly all that do not say so by their ends. */
        static boolean side(int[] p, int i) {
            int k = p[i];
            return p[i + LANES - 1] == k + LANES - 1
                    && IntVector.fromArray(I, p, i)
                            .sub(k)
                            .compare(VectorOperators.EQ, COUNT)
                            .allTrue();
        }

        /** Brings a place into 0 to n - 1, or below n where a picture repeats. */
        static FloatVector fold(FloatVector x, int n, Border border) {
            return switch (border) {
                case EMPTY, HOLD -> x.max(0f).min(n - 1f);
                case REPEAT ->
                    x.sub(VectorMath.floorSmall(x.mul(1f / n)).mul(n)).max(0f);
                case MIRROR -> {
                    FloatVector s = x.add(0.5f);
                    s = s.sub(VectorMath.floorSmall(s.mul(0.5f / n)).mul(2f * n));
                    yield s.sub(n).abs().neg().add(n - 0.5f).max(0f).min(n - 1f);
                }
            };
        }
    }
}
