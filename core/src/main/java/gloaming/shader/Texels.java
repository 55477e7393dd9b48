package gloaming.shader;

import gloaming.flow.Crew;
import gloaming.flow.Kernel;
import gloaming.flow.Picture;
import gloaming.flow.VectorMath;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/**
 * A shader's input with the four channels of a pixel side by side and a margin round it that holds what lies beyond the border:
 * so two pixels beside each other are always read at once, and no place needs to be told from another. Its buffer is used again
 * from frame to frame.
 */
final class Texels {
    private static final VectorSpecies<Float> PAIR = FloatVector.SPECIES_256;
    /** The JIT is told how wide a pair is, see {@link Vectors}. */
    private static final Class<? extends FloatVector> TWO =
            FloatVector.zero(PAIR).getClass();

    private static final VectorSpecies<Float> F = FloatVector.SPECIES_PREFERRED;
    private static final int LANES = F.length();
    /** Pixels beyond the border on the low side, and on both sides together. */
    private static final int LOW = 1;

    private static final int MARGIN = 3;

    /** Room for one thread: the lower left one of four pixels, how far between them, and what was read of two columns. */
    static final class Room {
        final int[] corner = new int[Program.STRIDE];
        final float[] across = new float[Program.STRIDE];
        final float[] up = new float[Program.STRIDE];
        final float[] pairs = new float[8 * Program.STRIDE];
    }

    private float[] rgba = new float[4 * (1 + MARGIN) * (1 + MARGIN) + 4];
    private int width = 1;
    private int height = 1;
    private int row = 4 * (1 + MARGIN);
    private Input.Edge edge = Input.Edge.HOLD;
    private boolean nearest;

    void fill(Input input, Crew crew) {
        Picture p = input.picture();
        width = p.width;
        height = p.height;
        edge = input.edge();
        nearest = input.nearest();
        row = 4 * (width + MARGIN);
        // Behind the last row stands one more pixel, which is always empty.
        int floats = Math.addExact(Math.multiplyExact(row, height + MARGIN), 4);
        if (rgba.length != floats) rgba = new float[floats];
        crew.each(height + MARGIN, 16, (from, to) -> {
            for (int y = from; y < to; y++) fill(p, y);
        });
    }

    /** One row of the buffer from the row of the picture that it shows. */
    private void fill(Picture p, int y) {
        int start = y * row;
        int of = within(y - LOW, height);
        if (of < 0) {
            java.util.Arrays.fill(rgba, start, start + row, 0);
            return;
        }
        int at = p.at(of);
        int to = start + 4 * LOW;
        for (int x = 0; x < width; x++) {
            rgba[to + 4 * x] = p.r()[at + x];
            rgba[to + 4 * x + 1] = p.g()[at + x];
            rgba[to + 4 * x + 2] = p.b()[at + x];
            rgba[to + 4 * x + 3] = p.a()[at + x];
        }
        for (int k = 0; k < MARGIN; k++) {
            int x = k < LOW ? k - LOW : width + k - LOW;
            int shows = within(x, width);
            for (int c = 0; c < 4; c++) rgba[to + 4 * x + c] = shows < 0 ? 0 : p.plane(c)[at + shows];
        }
    }

    /** Which column or row one beyond the border shows; -1 when there is nothing. */
    private int within(int i, int size) {
        if (i >= 0 && i < size) return i;
        return switch (edge) {
            case HOLD -> i < 0 ? 0 : size - 1;
            case REPEAT -> Math.floorMod(i, size);
            case MIRROR -> {
                int m = Math.floorMod(i, 2 * size);
                yield m < size ? m : 2 * size - 1 - m;
            }
            case EMPTY -> -1;
        };
    }

    /** Reads at places from 0 to 1, linearly between the centres of four pixels; {@code o0} to {@code o3} take the channels. */
    void texture(float[] f, int o0, int o1, int o2, int o3, int u, int su, int v, int sv, int n, Room room) {
        places(f, u, su, v, sv, n, room);
        rows(rgba, row, room.corner, room.up, room.pairs, n);
        if (LANES < 8) columns(room, f, o0, o1, o2, o3, n);
        else columnsByLanes(room.pairs, room.across, f, o0, o1, o2, o3, n);
    }

    /** Reads pixels by their column and row; beyond the border there is nothing. */
    void fetch(float[] f, int[] w, int o0, int o1, int o2, int o3, int u, int su, int v, int sv, int n, Room room) {
        for (int i = 0; i < n; i++) {
            int x = w[u + (i & su)];
            int y = w[v + (i & sv)];
            boolean inside = x >= 0 && y >= 0 && x < width && y < height;
            int at = inside ? (y + LOW) * row + 4 * (x + LOW) : rgba.length - 4;
            f[o0 + i] = rgba[at];
            f[o1 + i] = rgba[at + 1];
            f[o2 + i] = rgba[at + 2];
            f[o3 + i] = rgba[at + 3];
        }
    }

    /** Finds the lower left of the four pixels round each place, and how far up and across between them it lies. */
    private void places(float[] f, int u, int su, int v, int sv, int n, Room room) {
        fold(f, u, su, n, width, room.across);
        fold(f, v, sv, n, height, room.up);
        if (nearest) {
            round(room.across, n);
            round(room.up, n);
        }
        corners(room, row, n);
    }

    @Kernel
    private static void round(float[] x, int n) {
        for (int i = 0; i < n; i += LANES)
            VectorMath.floor(Vectors.load(x, i).add(0.5f)).intoArray(x, i);
    }

    @Kernel
    private static void corners(Room room, int row, int n) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector x = Vectors.load(room.across, i);
            FloatVector y = Vectors.load(room.up, i);
            FloatVector left = VectorMath.floor(x);
            FloatVector low = VectorMath.floor(y);
            x.sub(left).intoArray(room.across, i);
            y.sub(low).intoArray(room.up, i);
            IntVector column = VectorMath.whole(left).add(LOW).lanewise(VectorOperators.LSHL, 2);
            VectorMath.whole(low).add(LOW).mul(row).add(column).intoArray(room.corner, i);
        }
    }

    /** Places in pixels from the centre of the first, brought to where the margin reaches; what is no number is the border. */
    private void fold(float[] f, int x, int each, int n, int size, float[] to) {
        switch (edge) {
            case HOLD -> hold(f, x, each, n, size, 0, size - 1, to);
            case EMPTY -> hold(f, x, each, n, size, -1, size, to);
            case REPEAT -> repeat(f, x, each, n, size, to);
            case MIRROR -> mirror(f, x, each, n, size, to);
        }
    }

    @Kernel
    private static void hold(float[] f, int x, int each, int n, int size, float least, float most, float[] to) {
        for (int i = 0; i < n; i += LANES)
            number(Vectors.load(f, x + (i & each)))
                    .mul(size)
                    .sub(0.5f)
                    .max(least)
                    .min(most)
                    .intoArray(to, i);
    }

    @Kernel
    private static void repeat(float[] f, int x, int each, int n, int size, float[] to) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector p = number(Vectors.load(f, x + (i & each)));
            FloatVector turn = p.sub(VectorMath.floor(p));
            turn.mul(size).sub(0.5f).max(-0.5f).min(size - 0.5f).intoArray(to, i);
        }
    }

    @Kernel
    private static void mirror(float[] f, int x, int each, int n, int size, float[] to) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector p = number(Vectors.load(f, x + (i & each)));
            FloatVector turn = p.sub(VectorMath.floor(p.mul(0.5f)).mul(2));
            FloatVector back = turn.min(turn.neg().add(2));
            back.mul(size).sub(0.5f).max(-0.5f).min(size - 0.5f).intoArray(to, i);
        }
    }

    private static FloatVector number(FloatVector p) {
        return p.blend(0, p.compare(VectorOperators.NE, p));
    }

    /** Between the lower and the upper row, for both columns of a place at once. */
    @Kernel
    static void rows(float[] rgba, int row, int[] corner, float[] up, float[] pairs, int n) {
        for (int i = 0; i < n; i++) {
            FloatVector low = TWO.cast(FloatVector.fromArray(PAIR, rgba, corner[i]));
            FloatVector high = TWO.cast(FloatVector.fromArray(PAIR, rgba, corner[i] + row));
            high.sub(low).mul(up[i]).add(low).intoArray(pairs, 8 * i);
        }
    }

    /** Between the left and the right column; the plain version. */
    static void columns(Room room, float[] f, int o0, int o1, int o2, int o3, int n) {
        int[] o = {o0, o1, o2, o3};
        for (int i = 0; i < n; i++) {
            for (int c = 0; c < 4; c++) {
                float left = room.pairs[8 * i + c];
                f[o[c] + i] = left + (room.pairs[8 * i + 4 + c] - left) * room.across[i];
            }
        }
    }

    // Which lanes of two vectors go where, to bring the eight numbers of a place from side by side into eight vectors.
    private static final FloatVector LEFT = picks(j -> part(j, 4, 8, 0));
    private static final FloatVector RIGHT = picks(j -> part(j, 4, 8, 4));
    private static final FloatVector FIRST = picks(j -> half(j, 0));
    private static final FloatVector SECOND = picks(j -> half(j, 2));
    private static final FloatVector BEGIN = picks(j -> j / (LANES / 2) * LANES + j % (LANES / 2));
    private static final FloatVector END = picks(j -> j / (LANES / 2) * LANES + j % (LANES / 2) + LANES / 2);

    private static FloatVector picks(java.util.function.IntUnaryOperator of) {
        float[] lanes = new float[LANES];
        for (int j = 0; j < LANES; j++) lanes[j] = LANES < 8 ? 0 : of.applyAsInt(j);
        return Vectors.load(lanes, 0);
    }

    private static int part(int j, int channels, int each, int from) {
        int places = LANES / channels;
        int place = j % places;
        int inVector = LANES / each;
        return place / inVector * LANES + place % inVector * each + j / places + from;
    }

    private static int half(int j, int channel) {
        int places = LANES / 2;
        int place = j % places;
        int inVector = LANES / 4;
        return place / inVector * LANES + (j / places + channel) * inVector + place % inVector;
    }

    /** Between the left and the right column, for as many places at once as a vector has lanes (8 or 16). */
    @Kernel
    static void columnsByLanes(float[] pairs, float[] across, float[] f, int o0, int o1, int o2, int o3, int n) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector p0 = Vectors.load(pairs, 8 * i);
            FloatVector p1 = Vectors.load(pairs, 8 * i + LANES);
            FloatVector p2 = Vectors.load(pairs, 8 * i + 2 * LANES);
            FloatVector p3 = Vectors.load(pairs, 8 * i + 3 * LANES);
            FloatVector p4 = Vectors.load(pairs, 8 * i + 4 * LANES);
            FloatVector p5 = Vectors.load(pairs, 8 * i + 5 * LANES);
            FloatVector p6 = Vectors.load(pairs, 8 * i + 6 * LANES);
            FloatVector p7 = Vectors.load(pairs, 8 * i + 7 * LANES);
            FloatVector l0 = LEFT.selectFrom(p0, p1);
            FloatVector l1 = LEFT.selectFrom(p2, p3);
            FloatVector l2 = LEFT.selectFrom(p4, p5);
            FloatVector l3 = LEFT.selectFrom(p6, p7);
            FloatVector r0 = RIGHT.selectFrom(p0, p1);
            FloatVector r1 = RIGHT.selectFrom(p2, p3);
            FloatVector r2 = RIGHT.selectFrom(p4, p5);
            FloatVector r3 = RIGHT.selectFrom(p6, p7);
            FloatVector t = Vectors.load(across, i);
            FloatVector left = FIRST.selectFrom(l0, l1);
            FloatVector leftOn = FIRST.selectFrom(l2, l3);
            FloatVector right = FIRST.selectFrom(r0, r1);
            FloatVector rightOn = FIRST.selectFrom(r2, r3);
            FloatVector a = BEGIN.selectFrom(left, leftOn);
            BEGIN.selectFrom(right, rightOn).sub(a).mul(t).add(a).intoArray(f, o0 + i);
            FloatVector b = END.selectFrom(left, leftOn);
            END.selectFrom(right, rightOn).sub(b).mul(t).add(b).intoArray(f, o1 + i);
            left = SECOND.selectFrom(l0, l1);
            leftOn = SECOND.selectFrom(l2, l3);
            right = SECOND.selectFrom(r0, r1);
            rightOn = SECOND.selectFrom(r2, r3);
            FloatVector c = BEGIN.selectFrom(left, leftOn);
            BEGIN.selectFrom(right, rightOn).sub(c).mul(t).add(c).intoArray(f, o2 + i);
            FloatVector d = END.selectFrom(left, leftOn);
            END.selectFrom(right, rightOn).sub(d).mul(t).add(d).intoArray(f, o3 + i);
        }
    }
}
