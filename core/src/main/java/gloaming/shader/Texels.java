package gloaming.shader;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/**
 * A shader's input with the four channels of a pixel side by side, so that a place is read as four short vectors; behind the
 * last pixel stands an empty one, for what lies beyond an empty border. Its buffer is used again from frame to frame.
 */
final class Texels {
    private static final VectorSpecies<Float> PIXEL = FloatVector.SPECIES_128;
    private static final VectorSpecies<Float> F = FloatVector.SPECIES_PREFERRED;
    private static final VectorSpecies<Integer> I = IntVector.SPECIES_PREFERRED;

    /** Room for one thread: which four pixels, how far between them, and what was read. */
    static final class Room {
        final int[] corners = new int[4 * Program.STRIDE];
        final float[] between = new float[2 * Program.STRIDE];
        final float[] read = new float[4 * Program.STRIDE];
    }

    private float[] rgba = new float[4];
    private int width = 1;
    private int height = 1;
    private Input.Edge edge = Input.Edge.HOLD;
    private boolean nearest;

    void fill(Input input, Crew crew) {
        Picture p = input.picture();
        width = p.width;
        height = p.height;
        edge = input.edge();
        nearest = input.nearest();
        int floats = Math.multiplyExact(4, p.pixels() + 1);
        if (rgba.length != floats) rgba = new float[floats];
        crew.each(p.height, 16, (from, to) -> {
            for (int i = from * width; i < to * width; i++) {
                rgba[4 * i] = p.r[i];
                rgba[4 * i + 1] = p.g[i];
                rgba[4 * i + 2] = p.b[i];
                rgba[4 * i + 3] = p.a[i];
            }
        });
    }

    /** Reads at places from 0 to 1, linearly between the centres of four pixels; {@code o0} to {@code o3} take the channels. */
    void texture(float[] f, int o0, int o1, int o2, int o3, int u, int su, int v, int sv, int n, Room room) {
        if (edge == Input.Edge.HOLD && !nearest) held(f, u, su, v, sv, n, width, height, room);
        else corners(f, u, su, v, sv, n, room);
        blend(rgba, room.corners, room.between, room.read, n);
        apart(room.read, f, o0, o1, o2, o3, n);
    }

    /** Reads pixels by their column and row; beyond the border there is nothing. */
    void fetch(float[] f, int[] w, int o0, int o1, int o2, int o3, int u, int su, int v, int sv, int n, Room room) {
        for (int i = 0; i < n; i++) {
            int x = w[u + (i & su)];
            int y = w[v + (i & sv)];
            int at = x >= 0 && y >= 0 && x < width && y < height ? 4 * (y * width + x) : rgba.length - 4;
            for (int c = 0; c < 4; c++) room.read[4 * i + c] = rgba[at + c];
        }
        apart(room.read, f, o0, o1, o2, o3, n);
    }

    static void held(float[] f, int u, int su, int v, int sv, int n, int width, int height, Room room) {
        for (int i = 0; i < n; i += F.length()) {
            FloatVector x = FloatVector.fromArray(F, f, u + (i & su)).mul(width).sub(0.5f);
            FloatVector y =
                    FloatVector.fromArray(F, f, v + (i & sv)).mul(height).sub(0.5f);
            // What lies further out than a pixel shows the same; what is no number lies at the border.
            x = x.blend(-1, x.compare(VectorOperators.NE, x)).max(-1).min(width);
            y = y.blend(-1, y.compare(VectorOperators.NE, y)).max(-1).min(height);
            FloatVector left = Wide.floor(x);
            FloatVector low = Wide.floor(y);
            x.sub(left).intoArray(room.between, i);
            y.sub(low).intoArray(room.between, Program.STRIDE + i);
            IntVector x0 = Wide.whole(left);
            IntVector y0 = Wide.whole(low);
            IntVector x1 = x0.add(1).max(0).min(width - 1);
            IntVector y1 = y0.add(1).max(0).min(height - 1).mul(width);
            x0 = x0.max(0).min(width - 1);
            y0 = y0.max(0).min(height - 1).mul(width);
            corner(room.corners, i, y0.add(x0));
            corner(room.corners, Program.STRIDE + i, y0.add(x1));
            corner(room.corners, 2 * Program.STRIDE + i, y1.add(x0));
            corner(room.corners, 3 * Program.STRIDE + i, y1.add(x1));
        }
    }

    private static void corner(int[] corners, int at, IntVector pixel) {
        pixel.lanewise(VectorOperators.LSHL, 2).intoArray(corners, at);
    }

    /** The plain version, for every kind of border. */
    void corners(float[] f, int u, int su, int v, int sv, int n, Room room) {
        for (int i = 0; i < n; i++) {
            float x = f[u + (i & su)] * width - 0.5f;
            float y = f[v + (i & sv)] * height - 0.5f;
            x = Math.clamp(Float.isNaN(x) ? -1 : x, -1e6f, 1e6f);
            y = Math.clamp(Float.isNaN(y) ? -1 : y, -1e6f, 1e6f);
            if (nearest) {
                x = (float) Math.floor(x + 0.5f);
                y = (float) Math.floor(y + 0.5f);
            }
            int x0 = (int) Math.floor(x);
            int y0 = (int) Math.floor(y);
            room.between[i] = x - x0;
            room.between[Program.STRIDE + i] = y - y0;
            for (int k = 0; k < 4; k++) {
                int column = within(x0 + (k & 1), width);
                int row = within(y0 + (k >> 1), height);
                room.corners[k * Program.STRIDE + i] =
                        column < 0 || row < 0 ? rgba.length - 4 : 4 * (row * width + column);
            }
        }
    }

    /** Where a column or row lies; -1 when there is nothing. */
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

    static void blend(float[] rgba, int[] corners, float[] between, float[] out, int n) {
        for (int i = 0; i < n; i++) {
            FloatVector a = FloatVector.fromArray(PIXEL, rgba, corners[i]);
            FloatVector b = FloatVector.fromArray(PIXEL, rgba, corners[Program.STRIDE + i]);
            FloatVector c = FloatVector.fromArray(PIXEL, rgba, corners[2 * Program.STRIDE + i]);
            FloatVector d = FloatVector.fromArray(PIXEL, rgba, corners[3 * Program.STRIDE + i]);
            float s = between[i];
            FloatVector low = b.sub(a).mul(s).add(a);
            FloatVector high = d.sub(c).mul(s).add(c);
            high.sub(low).mul(between[Program.STRIDE + i]).add(low).intoArray(out, 4 * i);
        }
    }

    static void apart(float[] read, float[] f, int o0, int o1, int o2, int o3, int n) {
        for (int i = 0; i < n; i++) {
            f[o0 + i] = read[4 * i];
            f[o1 + i] = read[4 * i + 1];
            f[o2 + i] = read[4 * i + 2];
            f[o3 + i] = read[4 * i + 3];
        }
    }
}
