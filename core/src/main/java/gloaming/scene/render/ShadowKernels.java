package gloaming.scene.render;

import gloaming.flow.Kernel;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/** Looks round about in what a lamp sees: sixteen places along a spiral by the golden angle (Vogel 1979). */
@Kernel
final class ShadowKernels {
    static final int TAPS = 16;
    /** Ways in which the spiral is turned, a power of two. */
    static final int TURNS = 64;

    private static final int LANES = Vectors.LANES;
    private static final VectorSpecies<Integer> I = IntVector.SPECIES_PREFERRED;
    /** Across, then up, of the places for each way of turning. */
    static final float[] ACROSS = spiral(0);

    static final float[] UP = spiral(-Math.PI / 2);

    private ShadowKernels() {}

    private static float[] spiral(double shift) {
        float[] at = new float[TAPS * TURNS];
        for (int i = 0; i < at.length; i++) {
            int tap = i % TAPS;
            double angle = tap * Math.PI * (3 - Math.sqrt(5)) + 2 * Math.PI * (i / TAPS) / TURNS;
            at[i] = (float) (Math.sqrt((tap + 0.5) / TAPS) * Math.cos(angle + shift));
        }
        return at;
    }

    /**
     * Finds all fragments in a view. They are taken a hair off their face, the more the more aslant the light; a texel is {@code texel} wide,
     * in perspective at depth 1.
     */
    static void place(Taps t, Fragments f, float[] m, boolean parallel, float texel) {
        float far = parallel ? 0 : 1;
        lift(t, f, far * m[8], far * m[9], far * m[10], parallel ? 1 : m[11], texel);
        project(t, f.n, m, far);
    }

    /** Lays places off their faces by a hair, as wide as a texel is there; the last five say how wide that is, by the place. */
    private static void lift(Taps t, Fragments f, float deepX, float deepY, float deepZ, float deep, float texel) {
        for (int i = 0; i < f.n; i += LANES) {
            FloatVector x = Vectors.load(f.x, i);
            FloatVector y = Vectors.load(f.y, i);
            FloatVector z = Vectors.load(f.z, i);
            FloatVector fx = Vectors.load(f.fx, i);
            FloatVector fy = Vectors.load(f.fy, i);
            FloatVector fz = Vectors.load(f.fz, i);
            FloatVector straight = fx.mul(Vectors.load(f.lx, i))
                    .add(fy.mul(Vectors.load(f.ly, i)))
                    .add(fz.mul(Vectors.load(f.lz, i)));
            FloatVector wide =
                    x.mul(deepX).add(y.mul(deepY)).add(z.mul(deepZ)).add(deep).mul(texel);
            wide.intoArray(t.allTexel, i);
            FloatVector off = Vectors.ONE
                    .sub(straight.mul(straight))
                    .max(0)
                    .sqrt()
                    .mul(1.6f)
                    .add(0.6f)
                    .mul(wide);
            x.add(fx.mul(off)).intoArray(t.allX, i);
            y.add(fy.mul(off)).intoArray(t.allY, i);
            z.add(fz.mul(off)).intoArray(t.allDepth, i);
        }
    }

    /** Brings places into the view, in texels; {@code far} is 1 where what lies farther off is smaller there, and 0 where it is not. */
    private static void project(Taps t, int n, float[] m, float far) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector x = Vectors.load(t.allX, i);
            FloatVector y = Vectors.load(t.allY, i);
            FloatVector z = Vectors.load(t.allDepth, i);
            FloatVector depth = x.mul(m[8]).add(y.mul(m[9])).add(z.mul(m[10])).add(m[11]);
            depth.intoArray(t.allDepth, i);
            FloatVector over = Vectors.ONE.div(depth.mul(far).add(1 - far));
            x.mul(m[0]).add(y.mul(m[1])).add(z.mul(m[2])).add(m[3]).mul(over).intoArray(t.allX, i);
            x.mul(m[4]).add(y.mul(m[5])).add(z.mul(m[6])).add(m[7]).mul(over).intoArray(t.allY, i);
        }
    }

    /** Counts for each place what stands nearer to the lamp than itself, and sums up how near that is. */
    static void look(Taps t, float[] map, int size) {
        int[] index = t.index;
        float[] seen = t.seen;
        for (int i = 0; i < t.n; i++) {
            int from = TAPS * t.turn[i];
            float own = t.own[i];
            float wide = t.wide[i];
            int found = 0;
            float sum = 0;
            for (int k = 0; k < TAPS; k += LANES) {
                FloatVector x = Vectors.load(ACROSS, from + k)
                        .mul(wide)
                        .add(t.x[i])
                        .max(0f)
                        .min(size - 1f);
                FloatVector y =
                        Vectors.load(UP, from + k).mul(wide).add(t.y[i]).max(0f).min(size - 1f);
                IntVector column = (IntVector) x.convert(VectorOperators.F2I, 0);
                IntVector row = (IntVector) y.convert(VectorOperators.F2I, 0);
                row.mul(size).add(column).intoArray(index, k);
                for (int lane = k; lane < k + LANES; lane++) seen[lane] = map[index[lane]];
                FloatVector there = Vectors.load(seen, k);
                VectorMask<Float> nearer = there.compare(VectorOperators.GT, own);
                found += nearer.trueCount();
                sum += Vectors.ZERO.blend(there, nearer).reduceLanes(VectorOperators.ADD);
            }
            t.found[i] = found;
            t.sum[i] = sum;
        }
    }
}
