package gloaming.picture.kernel;

import gloaming.flow.Kernel;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.VectorOperators;

/** Where light looks in the table of {@link Exit}, whose {@code plain} is the plain version. */
@Kernel
final class ExitKernels {
    private static final int LANES = Vectors.LANES;

    private ExitKernels() {}

    /**
     * The entries of {@code n} pixels from {@code from} on, with the heat of what is brighter than white: the first for what is black, darker
     * or no number, the last for all that is brighter than the table.
     */
    static void index(float[] r, float[] g, float[] b, int from, int[] red, int[] green, int[] blue, int n) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector rv = Vectors.load(r, from + i);
            FloatVector gv = Vectors.load(g, from + i);
            FloatVector bv = Vectors.load(b, from + i);
            FloatVector more = rv.max(gv).max(bv).sub(1f).min(16f).max(0f);
            // One channel that is no number leaves the others as they are.
            FloatVector heat =
                    more.blend(0f, more.compare(VectorOperators.NE, more)).mul(Exit.HEAT);
            Parts.entry(rv.add(heat)).intoArray(red, i);
            Parts.entry(gv.add(heat)).intoArray(green, i);
            Parts.entry(bv.add(heat)).intoArray(blue, i);
        }
    }

    /** Two rows of a plane, each times its weight, added to {@code row} or put in its place. */
    static void gather(
            float[] plane, int one, int two, float first, float second, boolean anew, float[] row, int width) {
        int whole = width / LANES * LANES;
        FloatVector a = Vectors.all(first);
        FloatVector b = Vectors.all(second);
        if (anew) {
            for (int x = 0; x < whole; x += LANES)
                Vectors.load(plane, one + x)
                        .mul(a)
                        .add(Vectors.load(plane, two + x).mul(b))
                        .intoArray(row, x);
        } else {
            for (int x = 0; x < whole; x += LANES)
                Vectors.load(row, x)
                        .add(Vectors.load(plane, one + x).mul(a))
                        .add(Vectors.load(plane, two + x).mul(b))
                        .intoArray(row, x);
        }
        for (int x = whole; x < width; x++)
            row[x] = (anew ? 0 : row[x]) + first * plane[one + x] + second * plane[two + x];
    }

    /**
     * {@code n} pixels of three of a longer row each: {@code within} says where in the two vectors from the first pixel's {@code first} on.
     * Its plain version is the loop of {@link Reduction}.
     */
    static void reduce(float[] row, int[] first, float[] within, float[] weights, int apart, float[] out, int n) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector low = Vectors.load(row, first[i]);
            FloatVector high = Vectors.load(row, first[i] + LANES);
            FloatVector place = Vectors.load(within, i);
            FloatVector left = Vectors.known(place.selectFrom(low, high));
            FloatVector middle = Vectors.known(place.add(1f).selectFrom(low, high));
            FloatVector right = Vectors.known(place.add(2f).selectFrom(low, high));
            left.mul(Vectors.load(weights, i))
                    .add(middle.mul(Vectors.load(weights, apart + i)))
                    .add(right.mul(Vectors.load(weights, 2 * apart + i)))
                    .intoArray(out, i);
        }
    }

    /** What the loop has three times; a class of its own because it is to be inlined. */
    private static final class Parts {
        static IntVector entry(FloatVector light) {
            // What is no number is black.
            FloatVector known = light.blend(0f, light.compare(VectorOperators.NE, light));
            return known.reinterpretAsInts()
                    .lanewise(VectorOperators.ASHR, Exit.SHIFT)
                    .sub(Exit.BASE)
                    .max(0)
                    .min(Exit.LAST);
        }
    }
}
