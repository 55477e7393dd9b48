package gloaming.picture.kernel;

import gloaming.flow.Kernel;
import gloaming.flow.Picture;
import gloaming.flow.VectorMath;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.IntVector;
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

    /** Room for two vectors, of each thread. */
    private static final ThreadLocal<float[]> TWO_ROWS = ThreadLocal.withInitial(() -> new float[2 * LANES]);

    private SampleKernels() {}

    /** Angles in radians and distances from the middle in place of places. */
    public static void polar(float[] x, float[] y, int n) {
        float[] room = TWO_ROWS.get();
        for (int i = 0; i < n; i += LANES) {
            angle(x, y, i, room);
            far(x, y, i);
            System.arraycopy(room, 0, x, i, LANES);
        }
    }

    private static void angle(float[] x, float[] y, int i, float[] to) {
        VectorMath.angle(Vectors.load(y, i), Vectors.load(x, i)).intoArray(to, 0);
    }

    private static void far(float[] x, float[] y, int i) {
        FloatVector px = Vectors.load(x, i);
        FloatVector py = Vectors.load(y, i);
        px.mul(px).add(py.mul(py)).sqrt().intoArray(y, i);
    }

    /** Places in place of angles in radians and distances. */
    public static void cartesian(float[] angle, float[] far, int n) {
        float[] room = TWO_ROWS.get();
        for (int i = 0; i < n; i += LANES) {
            wave(angle, far, i, 0.5f, room, 0);
            wave(angle, far, i, 0, room, LANES);
            System.arraycopy(room, 0, angle, i, LANES);
            System.arraycopy(room, LANES, far, i, LANES);
        }
    }

    private static void wave(float[] angle, float[] far, int i, float shift, float[] to, int at) {
        FloatVector a = Vectors.load(angle, i);
        FloatVector r = Vectors.load(far, i);
        VectorMath.wave(a, shift).mul(r).intoArray(to, at);
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
        line(x0, dx, u, from, to);
        line(y0, dy, v, from, to);
        fold(u, u, w, border, from, to);
        fold(v, v, h, border, from, to);
        cells(w, h, p, u, v, from, to);
    }

    private static void line(float x0, float dx, float[] to, int from, int end) {
        for (int i = from; i < end; i += LANES)
            INDEX.add((float) i).mul(dx).add(x0).intoArray(to, i);
    }

    /** Of places within the picture, the lower left of four pixels each, and how far each lies towards the others. */
    private static void cells(int w, int h, int[] p, float[] u, float[] v, int from, int to) {
        for (int i = from; i < to; i += LANES) {
            FloatVector x = Vectors.load(u, i);
            FloatVector y = Vectors.load(v, i);
            IntVector cx = VectorMath.whole(x).max(0).min(w - 2);
            IntVector cy = VectorMath.whole(y).max(0).min(h - 2);
            x.sub(VectorMath.number(cx)).intoArray(u, i);
            y.sub(VectorMath.number(cy)).intoArray(v, i);
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
        fold(x, u, w, border, 0, n);
        fold(y, v, h, border, 0, n);
        cells(w, h, p, u, v, 0, n);
        return border == Border.EMPTY ? within(x, w - 1f, n) && within(y, h - 1f, n) : somewhere(x, y, u, v, n);
    }

    private static boolean within(float[] x, float most, int n) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector at = Vectors.load(x, i);
            if (!at.compare(VectorOperators.GE, 0)
                    .and(at.compare(VectorOperators.LE, most))
                    .allTrue()) return false;
        }
        return true;
    }

    private static boolean somewhere(float[] x, float[] y, float[] u, float[] v, int n) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector far = Vectors.load(x, i).abs().max(Vectors.load(y, i).abs());
            FloatVector part = Vectors.load(u, i).max(Vectors.load(v, i));
            if (!part.compare(VectorOperators.LE, 1)
                    .and(far.compare(VectorOperators.LT, FAR))
                    .allTrue()) return false;
        }
        return true;
    }

    /** Brings places into 0 to {@code side - 1}, or below {@code side} where a picture repeats. */
    private static void fold(float[] x, float[] to, int side, Border border, int from, int end) {
        switch (border) {
            case EMPTY, HOLD -> hold(x, to, side, from, end);
            case REPEAT -> repeat(x, to, side, from, end);
            case MIRROR -> mirror(x, to, side, from, end);
        }
    }

    private static void hold(float[] x, float[] to, int side, int from, int end) {
        for (int i = from; i < end; i += LANES)
            Vectors.load(x, i).max(0).min(side - 1).intoArray(to, i);
    }

    private static void repeat(float[] x, float[] to, int side, int from, int end) {
        for (int i = from; i < end; i += LANES) {
            FloatVector at = Vectors.load(x, i);
            at.sub(VectorMath.floorSmall(at.mul(1f / side)).mul(side)).max(0).intoArray(to, i);
        }
    }

    private static void mirror(float[] x, float[] to, int side, int from, int end) {
        for (int i = from; i < end; i += LANES) {
            FloatVector s = Vectors.load(x, i).add(0.5f);
            s = s.sub(VectorMath.floorSmall(s.mul(0.5f / side)).mul(2f * side));
            s.sub(side).abs().neg().add(side - 0.5f).max(0).min(side - 1).intoArray(to, i);
        }
    }

    /**
     * Looks up four pixels each and weighs them: {@link #places} says which. Where neighbours look at neighbours whole vectors are read, and
     * where they look close together, as in a picture that is turned and scaled a little, {@link NearKernels} picks from such; gathers were
     * slower than the loop.
     */
    public static void sample(
            Picture s, int[] p, float[] u, float[] v, float fade, Picture out, int at, int from, int to) {
        float[] room = TWO_ROWS.get();
        for (int i = from; i < to; i += LANES) {
            if (Parts.side(p, i)) sideBySide(s, p[i], u, v, fade, out, at, i);
            else if (!NearKernels.sample(s, p, u, v, fade, out, at, i, room))
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
    }
}
