package gloaming.scene.render;

import gloaming.flow.Kernel;
import gloaming.flow.VectorMath;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.VectorOperators;

/** Rays that go into a face until they meet the heights that stand in it, and the light that comes to them there. */
@Kernel
final class CarvingKernels {
    private static final int LANES = Vectors.LANES;
    private static final FloatVector INDEX =
            FloatVector.zero(FloatVector.SPECIES_PREFERRED).addIndex(1);

    /** Lower than this no lamp stands over a face, by the cosine. */
    private static final float LOW = 0.05f;

    private static final FloatVector MINUS = Vectors.all(-1);

    private CarvingKernels() {}

    /**
     * Where rays begin on a face, and how they go on for its whole depth. {@code c} holds the weights of three corners at the first place and what
     * they grow by, the corners' texture places, across then up, how the texture place changes along the world's axes over the depth, across then
     * up, and the eye, or the way to it where {@code parallel}.
     */
    static void rays(Fragments f, int at, int n, float[] c, boolean parallel, ReliefRays r) {
        begins(n, c, r);
        ways(f, at, n, c, parallel ? 0 : 1, r);
    }

    private static void begins(int n, float[] c, ReliefRays r) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector x = INDEX.add((float) i);
            FloatVector a = x.mul(c[3]).add(c[0]);
            FloatVector b = x.mul(c[4]).add(c[1]);
            FloatVector d = x.mul(c[5]).add(c[2]);
            FloatVector over = Vectors.ONE.div(a.add(b).add(d));
            a.mul(c[6]).add(b.mul(c[7])).add(d.mul(c[8])).mul(over).intoArray(r.u, i);
            a.mul(c[9]).add(b.mul(c[10])).add(d.mul(c[11])).mul(over).intoArray(r.v, i);
        }
    }

    private static void ways(Fragments f, int at, int n, float[] c, float near, ReliefRays r) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector fx = Vectors.load(f.fx, at + i);
            FloatVector fy = Vectors.load(f.fy, at + i);
            FloatVector fz = Vectors.load(f.fz, at + i);
            FloatVector vx = Vectors.load(f.x, at + i).mul(-near).add(c[18]);
            FloatVector vy = Vectors.load(f.y, at + i).mul(-near).add(c[19]);
            FloatVector vz = Vectors.load(f.z, at + i).mul(-near).add(c[20]);
            FloatVector straight = vx.mul(fx).add(vy.mul(fy)).add(vz.mul(fz)).abs();
            FloatVector length = vx.mul(vx).add(vy.mul(vy)).add(vz.mul(vz)).sqrt();
            // Seen from behind, or all but along the face.
            FloatVector back = MINUS.div(straight.max(length.mul(0.05f)).max(1e-20f));
            vx.mul(c[12]).add(vy.mul(c[13])).add(vz.mul(c[14])).mul(back).intoArray(r.du, i);
            vx.mul(c[15]).add(vy.mul(c[16])).add(vz.mul(c[17])).mul(back).intoArray(r.dv, i);
        }
    }

    /** Finds the four texels round texture places that lie a little aside, and where between them those lie. */
    static void around(Heights h, ReliefRays r, int n, boolean repeats, float eu, float ev) {
        float w = h.width;
        float high = h.height;
        aside(r.u, eu, w, n, r.px);
        aside(r.v, ev, high, n, r.py);
        if (repeats) {
            repeat(r.px, w, n);
            repeat(r.py, high, n);
        }
        within(r.px, repeats ? w - 1e-3f : w - 1, n, r.columns);
        within(r.py, repeats ? high - 1e-3f : high - 1, n, r.rows);
        for (int i = 0; i < n; i += LANES) {
            FloatVector ix = Vectors.load(r.columns, i);
            FloatVector iy = Vectors.load(r.rows, i);
            FloatVector jx = Parts.next(ix, w, repeats);
            FloatVector jy = Parts.next(iy, high, repeats);
            Parts.keep(ix, iy, h.width, r.index, 4 * i);
            Parts.keep(jx, iy, h.width, r.index, 4 * i + LANES);
            Parts.keep(ix, jy, h.width, r.index, 4 * i + 2 * LANES);
            Parts.keep(jx, jy, h.width, r.index, 4 * i + 3 * LANES);
        }
    }

    /** Rounds places in texels down to whole ones, and leaves what is left over in their place. */
    private static void within(float[] x, float most, int n, float[] whole) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector at = Vectors.load(x, i).max(0).min(most);
            FloatVector down = VectorMath.floorSmall(at);
            down.intoArray(whole, i);
            at.sub(down).intoArray(x, i);
        }
    }

    /** Texture places a little aside, in texels from the middle of the first. */
    private static void aside(float[] from, float off, float side, int n, float[] to) {
        for (int i = 0; i < n; i += LANES)
            Vectors.load(from, i).add(off).mul(side).sub(0.5f).intoArray(to, i);
    }

    private static void repeat(float[] x, float side, int n) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector at = Vectors.load(x, i);
            at.sub(VectorMath.floorSmall(at.mul(1 / side)).mul(side)).intoArray(x, i);
        }
    }

    /** The heights at places that lie between four texels each, less what stands in {@code less}, times something. */
    static void between(ReliefRays r, int n, float[] less, float times, float[] to) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector px = Vectors.load(r.px, i);
            FloatVector a = Vectors.load(r.seen, 4 * i);
            FloatVector b = Vectors.load(r.seen, 4 * i + LANES).sub(a).mul(px).add(a);
            FloatVector c = Vectors.load(r.seen, 4 * i + 2 * LANES);
            FloatVector d =
                    Vectors.load(r.seen, 4 * i + 3 * LANES).sub(c).mul(px).add(c);
            d.sub(b)
                    .mul(Vectors.load(r.py, i))
                    .add(b)
                    .sub(Vectors.load(less, i))
                    .mul(times)
                    .intoArray(to, i);
        }
    }

    /** Turns normals by how heights rise across and up. */
    static void turn(ReliefRays r, int n, Fragments f, int at) {
        float[] c = r.ways;
        for (int i = 0; i < n; i += LANES) {
            FloatVector across = Vectors.load(r.slopeX, i);
            FloatVector up = Vectors.load(r.slopeY, i);
            FloatVector x = Vectors.load(f.nx, at + i).sub(across.mul(c[0])).sub(up.mul(c[3]));
            FloatVector y = Vectors.load(f.ny, at + i).sub(across.mul(c[1])).sub(up.mul(c[4]));
            FloatVector z = Vectors.load(f.nz, at + i).sub(across.mul(c[2])).sub(up.mul(c[5]));
            FloatVector over =
                    Vectors.ONE.div(x.mul(x).add(y.mul(y)).add(z.mul(z)).sqrt().max(1e-20f));
            x.mul(over).intoArray(f.nx, at + i);
            y.mul(over).intoArray(f.ny, at + i);
            z.mul(over).intoArray(f.nz, at + i);
        }
    }

    /**
     * How rays from a lamp come down through the relief to {@code n} places in it: from where they enter it at its top. {@code c} holds how texture
     * places change along the world's axes over the relief's depth, across then up. The last of their way, {@code near} of the depth, they do not go.
     */
    static void fromLamp(
            Fragments f,
            int at,
            int n,
            float[] u,
            float[] v,
            float[] height,
            int from,
            float[] c,
            float near,
            ReliefRays r) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector lx = Vectors.load(f.lx, at + i);
            FloatVector ly = Vectors.load(f.ly, at + i);
            FloatVector lz = Vectors.load(f.lz, at + i);
            FloatVector straight = lx.mul(Vectors.load(f.fx, at + i))
                    .add(ly.mul(Vectors.load(f.fy, at + i)))
                    .add(lz.mul(Vectors.load(f.fz, at + i)));
            FloatVector over = Vectors.ONE.div(straight.max(LOW));
            FloatVector across =
                    lx.mul(c[0]).add(ly.mul(c[1])).add(lz.mul(c[2])).mul(over);
            FloatVector up = lx.mul(c[3]).add(ly.mul(c[4])).add(lz.mul(c[5])).mul(over);
            FloatVector rise = Vectors.ONE.sub(Vectors.load(height, from + i));
            across.mul(rise).add(Vectors.load(u, from + i)).intoArray(r.u, i);
            up.mul(rise).add(Vectors.load(v, from + i)).intoArray(r.v, i);
            across.neg().intoArray(r.du, i);
            up.neg().intoArray(r.dv, i);
            // From behind the face none comes.
            rise.sub(near).blend(0, straight.compare(VectorOperators.LE, 0)).intoArray(r.until, i);
        }
    }

    /** What the loops above share; a class of its own because it is to be inlined. */
    @Kernel.Part
    static final class Parts {
        private Parts() {}

        /** Columns and rows, whole numbers, as indices. */
        static void keep(FloatVector column, FloatVector row, int width, int[] index, int i) {
            IntVector x = (IntVector) column.convert(VectorOperators.F2I, 0);
            IntVector y = (IntVector) row.convert(VectorOperators.F2I, 0);
            y.mul(width).add(x).intoArray(index, i);
        }

        /** The texel behind one: the last has the first behind it, or itself. */
        static FloatVector next(FloatVector i, float side, boolean repeats) {
            FloatVector next = i.add(1);
            return next.blend(repeats ? 0 : side - 1, next.compare(VectorOperators.GE, side));
        }
    }
}
