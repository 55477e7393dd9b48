package gloaming.noise;

import gloaming.flow.Kernel;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/**
 * {@link GradientNoise} over a block of rows, the fast version of {@link GradientNoise#at}.
 *
 * <p>Where a row lies between lattice rows and planes is the same for all its places, so each lattice column is summed up once
 * to a value and a slope, and a place needs no more than its two columns and a fade. Hashing is done once for all rows
 * within a row of cells.
 */
@Kernel
public final class NoiseRows {
    private static final VectorSpecies<Float> F = FloatVector.SPECIES_PREFERRED;
    private static final FloatVector INDEX = FloatVector.zero(F).addIndex(1);
    /** Cells narrower than this many places are looked up place by place, wider ones are drawn cell by cell. */
    private static final float NARROW = 20;

    private static final ThreadLocal<NoiseRows> OWN = ThreadLocal.withInitial(NoiseRows::new);

    private int[] cell = new int[0];
    private float[] dx = new float[0];
    private float[] fade = new float[0];

    /** By lattice column: the parts of the gradients of the lattice rows below and above, planes already weighed. */
    private float[][] lattice = new float[6][0];

    private float[] value = new float[0];
    private float[] slope = new float[0];
    private float[] rise = new float[0];
    private float[] bend = new float[0];

    private NoiseRows() {}

    /**
     * Adds {@code weight} times the noise at the places {@code x0 + i * stepX, y0 + j * stepY} of one z into
     * {@code out[at + j * stride + i]}, for i below {@code n} and j below {@code rows}; {@code stepX} lies above 0.
     */
    public static void add(
            int seed,
            float x0,
            float stepX,
            float y0,
            float stepY,
            float z,
            float weight,
            float[] out,
            int at,
            int stride,
            int n,
            int rows) {
        OWN.get().block(seed, x0, stepX, y0, stepY, z, weight, out, at, stride, n, rows);
    }

    private void block(
            int seed,
            float x0,
            float stepX,
            float y0,
            float stepY,
            float z,
            float weight,
            float[] out,
            int at,
            int stride,
            int n,
            int rows) {
        int first = (int) Math.floor(x0);
        float start = x0 - first;
        int columns = (int) (start + n * stepX) + 3;
        room(n, columns);
        places(start, stepX, columns - 2, cell, dx, fade, n);
        int plane = (int) Math.floor(z);
        float dz = z - plane;
        float far = GradientNoise.fade(dz);
        int base = GradientNoise.hash(first, 0, plane) + seed;
        int below = Integer.MIN_VALUE;
        for (int j = 0; j < rows; j++) {
            float y = y0 + j * stepY;
            int cellY = (int) Math.floor(y);
            if (cellY != below) {
                below = cellY;
                for (int up = 0; up < 2; up++) {
                    int row = base + GradientNoise.hash(0, cellY + up, 0);
                    float[] sx = lattice[3 * up];
                    sum(row, dz, 1 - far, 1 - far, 0, sx, lattice[3 * up + 1], lattice[3 * up + 2], columns);
                    int next = row + GradientNoise.hash(0, 0, 1);
                    sum(next, dz - 1, far, far, 1, sx, lattice[3 * up + 1], lattice[3 * up + 2], columns);
                }
            }
            float dy = y - cellY;
            float v = GradientNoise.fade(dy);
            line(weight * (1 - v), weight * v, dy, columns);
            int row = at + j * stride;
            if (stepX * NARROW > 1) narrow(cell, dx, fade, value, slope, rise, bend, out, row, n);
            else wide(start, stepX, out, row, n);
        }
    }

    /** Adds (or sets, where {@code keep} is 0) one plane's gradients of a lattice row, weighed. */
    private static void sum(
            int row, float dz, float weight, float k, int keep, float[] sx, float[] sy, float[] sz, int n) {
        for (int l = 0; l < n; l++) {
            int mixed = GradientNoise.mix(row + l * GradientNoise.PRIME_X);
            sx[l] = keep * sx[l] + weight * GradientNoise.component(mixed);
            sy[l] = keep * sy[l] + weight * GradientNoise.component(mixed >>> 10);
            sz[l] = keep * sz[l] + weight * dz * GradientNoise.component(mixed >>> 20);
        }
    }

    /** What the lattice columns come to on one row: a value and a slope each, and how both change to the next. */
    private void line(float low, float high, float dy, int n) {
        weigh(lattice[0], lattice[3], low, high, slope, n);
        weigh(lattice[1], lattice[4], low * dy, high * (dy - 1), value, n);
        weigh(lattice[2], lattice[5], low, high, rise, n);
        for (int l = 0; l < n; l++) value[l] += rise[l];
        for (int l = 0; l < n - 1; l++) bend[l] = slope[l + 1] - slope[l];
        for (int l = 0; l < n - 1; l++) rise[l] = value[l + 1] - value[l] - slope[l + 1];
    }

    private static void weigh(float[] below, float[] above, float low, float high, float[] to, int n) {
        for (int l = 0; l < n; l++) to[l] = low * below[l] + high * above[l];
    }

    private static void places(float start, float step, int last, int[] cell, float[] dx, float[] fade, int n) {
        for (int i = 0; i < n; i += F.length()) {
            FloatVector x = INDEX.add((float) i).mul(step).add(start);
            IntVector c = ((IntVector) x.convert(VectorOperators.F2I, 0)).min(last);
            FloatVector d = x.sub((FloatVector) c.convert(VectorOperators.I2F, 0));
            c.intoArray(cell, i);
            d.intoArray(dx, i);
            d.mul(6f).sub(15f).mul(d).add(10f).mul(d).mul(d).mul(d).intoArray(fade, i);
        }
    }

    /** Place by place, each looking up its lattice columns. */
    private static void narrow(
            int[] cell,
            float[] dx,
            float[] fade,
            float[] value,
            float[] slope,
            float[] rise,
            float[] bend,
            float[] out,
            int at,
            int n) {
        int i = 0;
        for (; i <= n - F.length(); i += F.length()) {
            FloatVector d = Vectors.load(dx, i);
            FloatVector left =
                    FloatVector.fromArray(F, slope, 0, cell, i).mul(d).add(FloatVector.fromArray(F, value, 0, cell, i));
            FloatVector more =
                    FloatVector.fromArray(F, bend, 0, cell, i).mul(d).add(FloatVector.fromArray(F, rise, 0, cell, i));
            more.mul(Vectors.load(fade, i))
                    .add(left)
                    .add(Vectors.load(out, at + i))
                    .intoArray(out, at + i);
        }
        for (; i < n; i++) {
            int c = cell[i];
            out[at + i] += value[c] + slope[c] * dx[i] + fade[i] * (rise[c] + bend[c] * dx[i]);
        }
    }

    /** Cell by cell: within one, all but the place stays the same. */
    private void wide(float start, float step, float[] out, int at, int n) {
        for (int i = 0; i < n; ) {
            int c = cell[i];
            int end = Math.clamp((int) Math.ceil((c + 1 - start) / step), i + 1, n);
            while (end < n && cell[end] == c) end++;
            while (end > i + 1 && cell[end - 1] != c) end--;
            between(dx, fade, out, at, i, end, value[c], slope[c], rise[c], bend[c]);
            i = end;
        }
    }

    private static void between(
            float[] dx,
            float[] fade,
            float[] out,
            int at,
            int from,
            int to,
            float value,
            float slope,
            float rise,
            float bend) {
        int i = from;
        for (; i <= to - F.length(); i += F.length()) {
            FloatVector d = Vectors.load(dx, i);
            d.mul(bend)
                    .add(rise)
                    .mul(Vectors.load(fade, i))
                    .add(d.mul(slope).add(value))
                    .add(Vectors.load(out, at + i))
                    .intoArray(out, at + i);
        }
        for (; i < to; i++) out[at + i] += value + slope * dx[i] + fade[i] * (rise + bend * dx[i]);
    }

    private void room(int n, int columns) {
        if (cell.length < n + F.length()) {
            cell = new int[n + F.length()];
            dx = new float[n + F.length()];
            fade = new float[n + F.length()];
        }
        if (value.length < columns) {
            int size = columns + columns / 2;
            for (int k = 0; k < lattice.length; k++) lattice[k] = new float[size];
            value = new float[size];
            slope = new float[size];
            rise = new float[size];
            bend = new float[size];
        }
    }
}
