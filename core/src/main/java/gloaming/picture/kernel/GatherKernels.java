package gloaming.picture.kernel;

import gloaming.flow.Kernel;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorOperators;

/** Sums up, for a row of places, what the neighbours throw over them. */
@Kernel
final class GatherKernels {
    private static final int LANES = Vectors.LANES;

    private GatherKernels() {}

    /** By discs; what lies behind a place is thrown over it no farther than the place itself is. */
    static void disc(Gather s, int at, int to, int n, Gather.Taps taps, float spread) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector own = Vectors.load(s.far, at + i);
            FloatVector ownNear = Vectors.load(s.near, at + i);
            FloatVector r = Vectors.all(0);
            FloatVector g = Vectors.all(0);
            FloatVector b = Vectors.all(0);
            FloatVector a = Vectors.all(0);
            FloatVector all = Vectors.all(0);
            FloatVector before = Vectors.all(0);
            for (int k = 0; k < taps.n; k++) {
                int from = at + i + taps.offsets[k];
                FloatVector far = Vectors.load(s.far, from);
                VectorMask<Float> nearer = Vectors.load(s.near, from).compare(VectorOperators.GT, ownNear);
                FloatVector thrown = far.min(own).blend(far, nearer);
                FloatVector w = thrown.sub(taps.distances[k]).add(1).max(0).min(1);
                w = w.div(thrown.mul(thrown).add(1));
                all = all.add(w);
                before = before.add(Vectors.ZERO.blend(w, nearer));
                r = w.fma(Vectors.load(s.r, from), r);
                g = w.fma(Vectors.load(s.g, from), g);
                b = w.fma(Vectors.load(s.b, from), b);
                a = w.fma(Vectors.load(s.a, from), a);
            }
            FloatVector over = Vectors.ONE.div(all.max(1e-12f));
            r.mul(over).intoArray(s.outR, to + i);
            g.mul(over).intoArray(s.outG, to + i);
            b.mul(over).intoArray(s.outB, to + i);
            a.mul(over).intoArray(s.outA, to + i);
            before.mul(spread).min(1).intoArray(s.over, to + i);
        }
    }

    /** Along the way of the tile: a neighbour comes over a place where either goes as far as they lie apart. */
    static void streak(Gather s, int at, int to, int n, Gather.Taps taps) {
        float each = 1f / taps.n;
        for (int i = 0; i < n; i += LANES) {
            FloatVector own = Vectors.load(s.far, at + i);
            FloatVector r = Vectors.all(0);
            FloatVector g = Vectors.all(0);
            FloatVector b = Vectors.all(0);
            FloatVector a = Vectors.all(0);
            FloatVector all = Vectors.all(1e-6f);
            FloatVector before = Vectors.all(0);
            for (int k = 0; k < taps.n; k++) {
                int from = at + i + taps.offsets[k];
                FloatVector far = Vectors.load(s.far, from);
                FloatVector w =
                        far.max(own).sub(taps.distances[k]).add(1).max(0).min(1);
                all = all.add(w);
                before = before.add(far.sub(taps.distances[k]).max(0).min(1));
                r = w.fma(Vectors.load(s.r, from), r);
                g = w.fma(Vectors.load(s.g, from), g);
                b = w.fma(Vectors.load(s.b, from), b);
                a = w.fma(Vectors.load(s.a, from), a);
            }
            FloatVector over = Vectors.ONE.div(all);
            r.mul(over).intoArray(s.outR, to + i);
            g.mul(over).intoArray(s.outG, to + i);
            b.mul(over).intoArray(s.outB, to + i);
            a.mul(over).intoArray(s.outA, to + i);
            before.mul(each).min(1).intoArray(s.over, to + i);
        }
    }
}
