package gloaming.scene.render;

import gloaming.flow.Kernel;
import gloaming.flow.VectorMath;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorOperators;

/**
 * {@link Heights#meet} for many rays, one step of all at a time. In small pieces, as the compiler takes no more than some fifty operations in one;
 * what is between them stands in a {@link March}.
 */
@Kernel
final class MarchKernels {
    private static final int LANES = Vectors.LANES;

    private static final FloatVector MINUS = Vectors.all(-1);
    private static final FloatVector PART = Vectors.all(1f / Heights.BLOCK);

    private MarchKernels() {}

    /** Begins to go along {@code n} rays from {@code from} on. */
    static void begin(Heights h, ReliefRays r, int from, int n, March m) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector sx = Vectors.load(r.du, from + i).mul(h.width);
            FloatVector sy = Vectors.load(r.dv, from + i).mul(h.height);
            sx.intoArray(m.alongX, i);
            sy.intoArray(m.alongY, i);
            Vectors.load(r.u, from + i).mul(h.width).sub(0.5f).intoArray(m.fromX, i);
            Vectors.load(r.v, from + i).mul(h.height).sub(0.5f).intoArray(m.fromY, i);
            Vectors.ONE.div(sx.abs().max(1e-9f)).intoArray(m.overX, i);
            Vectors.ONE.div(sy.abs().max(1e-9f)).intoArray(m.overY, i);
            Vectors.ZERO.intoArray(m.t, i);
            FloatVector stop = Vectors.load(r.until, from + i);
            stop.intoArray(m.stop, i);
            Vectors.ZERO
                    .blend(Heights.BLOCK, stop.compare(VectorOperators.GT, 0))
                    .intoArray(m.size, i);
        }
    }

    /** Keeps of {@code many} vectors those in which some ray goes on; returns how many. */
    static int alive(March m, int many) {
        int left = 0;
        for (int k = 0; k < many; k++) {
            int i = m.alive[k];
            FloatVector size = Vectors.load(m.size, i);
            VectorMask<Float> on = size.compare(VectorOperators.GT, 0)
                    .and(Vectors.load(m.t, i).compare(VectorOperators.LT, Vectors.load(m.stop, i)));
            Vectors.ZERO.blend(size, on).intoArray(m.size, i);
            if (on.anyTrue()) m.alive[left++] = i;
        }
        return left;
    }

    /** Where rays are, and how deep they are where they leave what they are in. */
    static void place(Heights h, March m, int many, boolean repeats) {
        along(m.fromX, m.alongX, m, many, m.x);
        along(m.fromY, m.alongY, m, many, m.y);
        if (repeats) {
            repeat(m.x, m, many, h.width);
            repeat(m.y, m, many, h.height);
        }
        reach(m, many);
    }

    private static void along(float[] from, float[] along, March m, int many, float[] to) {
        for (int k = 0; k < many; k++) {
            int i = m.alive[k];
            Vectors.load(along, i)
                    .mul(Vectors.load(m.t, i))
                    .add(Vectors.load(from, i))
                    .intoArray(to, i);
        }
    }

    private static void repeat(float[] x, March m, int many, float side) {
        for (int k = 0; k < many; k++) {
            FloatVector at = Vectors.load(x, m.alive[k]);
            at.sub(VectorMath.floorSmall(at.mul(1 / side)).mul(side)).intoArray(x, m.alive[k]);
        }
    }

    private static void reach(March m, int many) {
        for (int k = 0; k < many; k++) {
            int i = m.alive[k];
            FloatVector x = Vectors.load(m.x, i);
            FloatVector y = Vectors.load(m.y, i);
            FloatVector alongX = Vectors.load(m.alongX, i);
            FloatVector alongY = Vectors.load(m.alongY, i);
            FloatVector overX = Vectors.load(m.overX, i);
            FloatVector overY = Vectors.load(m.overY, i);
            FloatVector t = Vectors.load(m.t, i);
            FloatVector stop = Vectors.load(m.stop, i);
            FloatVector size = Vectors.load(m.size, i).max(1);
            FloatVector left = Parts.leave(x, size, alongX)
                    .mul(overX)
                    .min(Parts.leave(y, size, alongY).mul(overY));
            // A hair farther, so that what was passed over is behind for certain.
            FloatVector hair = overX.min(overY).min(1).mul(2e-3f);
            left.add(hair).add(t).min(stop).intoArray(m.end, i);
        }
    }

    /** Which block, or group of them, each ray is in, as its number among all. */
    static void blocks(Heights h, March m, int many) {
        for (int k = 0; k < many; k++) {
            int i = m.alive[k];
            FloatVector size = Vectors.load(m.size, i).max(1);
            FloatVector per = Vectors.ONE.div(size);
            VectorMask<Float> large = size.compare(VectorOperators.EQ, Heights.GROUP);
            FloatVector across = Vectors.all(h.blocksAcross).blend(h.groupsAcross, large);
            FloatVector last = Vectors.all(h.lastBlock).blend(h.lastGroup, large);
            FloatVector column =
                    VectorMath.floorSmall(Vectors.load(m.x, i).mul(per)).max(0).min(across.sub(1));
            VectorMath.floorSmall(Vectors.load(m.y, i).mul(per))
                    .max(0)
                    .min(last)
                    .mul(across)
                    .add(column)
                    .add(Vectors.ZERO.blend(h.groups, large))
                    .convert(VectorOperators.F2I, 0)
                    .reinterpretAsInts()
                    .intoArray(m.index, k * LANES);
        }
    }

    /** Over a block that lies lower than the ray does, or into one that does not; the vectors with rays in a patch are written down. */
    static void decide(March m, int many) {
        m.patches = 0;
        beyond(m, many);
        for (int k = 0; k < many; k++) {
            int i = m.alive[k];
            FloatVector t = Vectors.load(m.t, i);
            FloatVector size = Vectors.load(m.size, i);
            FloatVector end = Vectors.load(m.end, i);
            FloatVector beyond = Vectors.load(m.beyond, i);
            FloatVector deep = Vectors.ONE.sub(Vectors.load(m.seen, k * LANES));
            VectorMask<Float> coarse = size.compare(VectorOperators.GT, 1);
            VectorMask<Float> dig = coarse.and(deep.compare(VectorOperators.LT, end));
            VectorMask<Float> over = coarse.and(deep.compare(VectorOperators.GE, end));
            VectorMask<Float> out = over.and(beyond.compare(VectorOperators.GT, 0));
            VectorMask<Float> fine = size.compare(VectorOperators.EQ, 1);
            t.blend(deep.max(t), dig).blend(end, over).intoArray(m.t, i);
            size.blend(size.mul(Heights.BLOCK).min(Heights.GROUP), out)
                    .blend(size.mul(1f / Heights.BLOCK), dig)
                    .intoArray(m.size, i);
            MINUS.blend(end, fine).intoArray(m.end, i);
            if (fine.anyTrue()) m.patch[m.patches++] = i;
        }
    }

    /** 1 for rays that leave what their block is in, too, where they leave it; 0 for the others. */
    private static void beyond(March m, int many) {
        for (int k = 0; k < many; k++) {
            int i = m.alive[k];
            FloatVector x = Vectors.load(m.x, i);
            FloatVector y = Vectors.load(m.y, i);
            FloatVector alongX = Vectors.load(m.alongX, i);
            FloatVector alongY = Vectors.load(m.alongY, i);
            FloatVector size = Vectors.load(m.size, i);
            FloatVector part = Vectors.load(m.end, i).sub(Vectors.load(m.t, i));
            Vectors.ZERO
                    .blend(1, Parts.leaves(x, y, alongX.mul(part), alongY.mul(part), size))
                    .intoArray(m.beyond, i);
        }
    }

    /** The four texels of the patches that rays are in, and where in those they are. */
    static void corners(Heights h, March m, boolean repeats) {
        float w = h.width;
        float high = h.height;
        // Beyond the last texel's middle heights go on to the first, or not at all.
        within(m.x, m, repeats ? w - 1e-3f : w - 1, m.first, m.px);
        within(m.y, m, repeats ? high - 1e-3f : high - 1, m.last, m.py);
        for (int k = 0; k < m.patches; k++) {
            FloatVector ix = Vectors.load(m.first, k * LANES);
            FloatVector iy = Vectors.load(m.last, k * LANES);
            FloatVector jx = CarvingKernels.Parts.next(ix, w, repeats);
            FloatVector jy = CarvingKernels.Parts.next(iy, high, repeats);
            CarvingKernels.Parts.keep(ix, iy, h.width, m.index, 4 * k * LANES);
            CarvingKernels.Parts.keep(jx, iy, h.width, m.index, (4 * k + 1) * LANES);
            CarvingKernels.Parts.keep(ix, jy, h.width, m.index, (4 * k + 2) * LANES);
            CarvingKernels.Parts.keep(jx, jy, h.width, m.index, (4 * k + 3) * LANES);
        }
    }

    /** Rounds places of rays in patches down to whole texels, and writes what is left over. */
    private static void within(float[] x, March m, float most, float[] whole, float[] part) {
        for (int k = 0; k < m.patches; k++) {
            FloatVector at = Vectors.load(x, m.patch[k]).max(0).min(most);
            FloatVector down = VectorMath.floorSmall(at);
            down.intoArray(whole, k * LANES);
            at.sub(down).intoArray(part, k * LANES);
        }
    }

    /** How far rays are over the heights where they come into a patch and where they leave it, and where between a straight line is 0. */
    static void gaps(March m) {
        for (int k = 0; k < m.patches; k++) {
            int i = m.patch[k];
            FloatVector a = Vectors.load(m.seen, 4 * k * LANES);
            FloatVector b = Vectors.load(m.seen, (4 * k + 1) * LANES).sub(a);
            FloatVector c = Vectors.load(m.seen, (4 * k + 2) * LANES).sub(a);
            FloatVector d =
                    Vectors.load(m.seen, (4 * k + 3) * LANES).sub(a).sub(b).sub(c);
            b.intoArray(m.seen, (4 * k + 1) * LANES);
            c.intoArray(m.seen, (4 * k + 2) * LANES);
            d.intoArray(m.seen, (4 * k + 3) * LANES);
            FloatVector px = Vectors.load(m.px, k * LANES);
            FloatVector py = Vectors.load(m.py, k * LANES);
            FloatVector t = Vectors.load(m.t, i);
            FloatVector end = Vectors.load(m.end, i);
            FloatVector whole = end.sub(t);
            FloatVector first = Parts.gap(a, b, c, d, px, py, t);
            px = Vectors.load(m.alongX, i).mul(whole).add(px);
            py = Vectors.load(m.alongY, i).mul(whole).add(py);
            FloatVector last = Parts.gap(a, b, c, d, px, py, end);
            first.intoArray(m.first, k * LANES);
            last.intoArray(m.last, k * LANES);
            Parts.zero(first, last).mul(whole).intoArray(m.middle, k * LANES);
        }
    }

    /** To where rays come under the heights, by the false position once more; those that do not go to the patch's end. */
    static void meet(March m) {
        halfway(m);
        for (int k = 0; k < m.patches; k++) {
            int i = m.patch[k];
            FloatVector t = Vectors.load(m.t, i);
            FloatVector end = Vectors.load(m.end, i);
            FloatVector size = Vectors.load(m.size, i);
            FloatVector first = Vectors.load(m.first, k * LANES);
            FloatVector last = Vectors.load(m.last, k * LANES);
            FloatVector far = Vectors.load(m.middle, k * LANES);
            FloatVector gap = Vectors.load(m.gap, k * LANES);
            VectorMask<Float> before = gap.compare(VectorOperators.LE, 0);
            FloatVector begin = far.blend(0, before);
            FloatVector until = end.sub(t).blend(far, before);
            FloatVector part = Parts.zero(gap.blend(first, before), last.blend(gap, before));
            VectorMask<Float> under = first.compare(VectorOperators.LE, 0);
            VectorMask<Float> on = end.compare(VectorOperators.GE, 0);
            VectorMask<Float> met = on.and(under.or(last.compare(VectorOperators.LE, 0)));
            FloatVector way = until.sub(begin).mul(part).add(begin).blend(0, under);
            size.blend(0, met).intoArray(m.size, i);
            t.blend(end, on).blend(t.add(way), met).intoArray(m.t, i);
            // For the next: how far those went that did not.
            end.sub(t).intoArray(m.end, i);
        }
    }

    /** How far rays are over the heights where a straight line said that they meet them. */
    private static void halfway(March m) {
        for (int k = 0; k < m.patches; k++) {
            int i = m.patch[k];
            FloatVector a = Vectors.load(m.seen, 4 * k * LANES);
            FloatVector b = Vectors.load(m.seen, (4 * k + 1) * LANES);
            FloatVector c = Vectors.load(m.seen, (4 * k + 2) * LANES);
            FloatVector d = Vectors.load(m.seen, (4 * k + 3) * LANES);
            FloatVector far = Vectors.load(m.middle, k * LANES);
            FloatVector x = Vectors.load(m.alongX, i).mul(far).add(Vectors.load(m.px, k * LANES));
            FloatVector y = Vectors.load(m.alongY, i).mul(far).add(Vectors.load(m.py, k * LANES));
            FloatVector t = Vectors.load(m.t, i).add(far);
            Parts.gap(a, b, c, d, x, y, t).intoArray(m.gap, k * LANES);
        }
    }

    /** Rays that have left not only a patch but its block go over the next one as a whole. */
    static void leave(March m) {
        for (int k = 0; k < m.patches; k++) {
            int i = m.patch[k];
            FloatVector size = Vectors.load(m.size, i);
            FloatVector part = Vectors.load(m.end, i);
            VectorMask<Float> out = Parts.leaves(
                            Vectors.load(m.x, i),
                            Vectors.load(m.y, i),
                            Vectors.load(m.alongX, i).mul(part),
                            Vectors.load(m.alongY, i).mul(part),
                            Vectors.ONE)
                    .and(size.compare(VectorOperators.EQ, 1))
                    .and(part.compare(VectorOperators.GE, 0));
            size.blend(Heights.BLOCK, out).intoArray(m.size, i);
        }
    }

    /** Writes where rays have come to. */
    static void end(ReliefRays r, int from, int n, March m) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector t = Vectors.load(m.t, i).min(1);
            Vectors.ONE.sub(t).intoArray(r.height, from + i);
            Vectors.load(r.du, from + i).mul(t).add(Vectors.load(r.u, from + i)).intoArray(r.u, from + i);
            Vectors.load(r.dv, from + i).mul(t).add(Vectors.load(r.v, from + i)).intoArray(r.v, from + i);
        }
    }

    /** What the loops above share; a class of its own because it is to be inlined. */
    @Kernel.Part
    static final class Parts {
        private Parts() {}

        /** How far it is along an axis to where a ray leaves its block. */
        static FloatVector leave(FloatVector x, FloatVector size, FloatVector along) {
            FloatVector block = VectorMath.floorSmall(x.div(size));
            return block.blend(block.add(1), along.compare(VectorOperators.GT, 0))
                    .mul(size)
                    .sub(x)
                    .abs();
        }

        /** Whether a ray that goes on leaves what its block is in, too: four such blocks a side. */
        static VectorMask<Float> leaves(
                FloatVector x, FloatVector y, FloatVector across, FloatVector up, FloatVector size) {
            FloatVector per = PART.div(size.max(1));
            return VectorMath.floorSmall(x.mul(per))
                    .compare(
                            VectorOperators.NE,
                            VectorMath.floorSmall(x.add(across).mul(per)))
                    .or(VectorMath.floorSmall(y.mul(per))
                            .compare(
                                    VectorOperators.NE,
                                    VectorMath.floorSmall(y.add(up).mul(per))));
        }

        /** From a ray that is {@code t} deep down to the heights of a patch. */
        static FloatVector gap(
                FloatVector a,
                FloatVector b,
                FloatVector c,
                FloatVector d,
                FloatVector x,
                FloatVector y,
                FloatVector t) {
            return Vectors.ONE.sub(a).sub(b.mul(x)).sub(d.mul(x).add(c).mul(y)).sub(t);
        }

        /** The part of the way from one number to another at which a straight line is 0. */
        static FloatVector zero(FloatVector first, FloatVector last) {
            FloatVector way = first.sub(last);
            return first.div(way.blend(1, way.abs().compare(VectorOperators.LT, 1e-12f)))
                    .max(0)
                    .min(1);
        }
    }
}
