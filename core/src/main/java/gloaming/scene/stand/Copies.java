package gloaming.scene.stand;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.scene.Matrix;
import gloaming.scene.Scene;
import gloaming.scene.Thing;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/**
 * A copy of what stands in a scene on each of many points: as large as the point where it is told so, turned so that what pointed up points
 * along the point's heading, and in its colour.
 */
@Id("copies")
@StepInfo(
        name = "Copies",
        does = "Puts a copy on each point of another lane, sized, turned and coloured by it.",
        ifBlack = "there are no points, or they are very small",
        find = "instances clone duplicate scatter array repeat on points swarm flock many",
        notice = "One block stands at every point of a ring and looks where the point does.",
        example = "block width=0.14 height=0.3 depth=0.06 > *")
@Read(name = "on", kind = Points.class, says = "The points on which copies stand.")
public record Copies(
        @Id("scale") @Range(min = 0.001, max = 100, initial = 1, byRatio = true, says = "Times its own size.")
        double scale,

        @Id(value = "sized", label = "Sized by point")
        @Range(min = 0, max = 1, initial = 0, says = "0 leaves each its size, 1 makes it as large as its point.")
        double sized,

        @Id(value = "turned", label = "Turned by heading")
        @Choice(initial = "true", says = "Whether it points where its point does.")
        boolean turned,

        @Id(value = "coloured", label = "Coloured by point")
        @Range(min = 0, max = 1, initial = 1, says = "How much of the point's colour it takes on.")
        double coloured,

        @Id("which") @Choice(initial = "all", says = "Of several joined things: all on each point, or one of them.")
        Which which,

        @Id("attribute")
        @Choice(initial = "pick", says = "By attribute: the one whose number says which; 0 is the first.")
        String attribute)
        implements Operation<Scene, Scene, Copies.Memory> {

    /** Which of several things stands on a point. */
    public enum Which {
        @Id("all")
        ALL,
        @Id("turn")
        IN_TURN,
        @Id("chance")
        BY_CHANCE,
        @Id("attribute")
        BY_ATTRIBUTE
    }

    /** Where copies of each thing stand. */
    public static final class Memory {
        private final Scene own = new Scene();
        private float[][] at = new float[0][];
        private float[] poses = new float[0];
        /** The variant on each point, and the points of one variant. */
        private int[] variants = new int[0];

        private int[] picked = new int[0];
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Scene run(Scene in, Memory memory, Frame frame) {
        Scene own = memory.own.copyFrom(in);
        Points points = frame.read("on", Points.class);
        if (points == null) return own;
        int n = points.n();
        int variants = which == Which.ALL ? 1 : Math.max(1, own.variants());
        pick(points, variants, memory, frame);
        if (memory.poses.length < n * Thing.FLOATS) memory.poses = new float[n * Thing.FLOATS * 3 / 2];
        float[] poses = memory.poses;
        frame.crew().each(n, Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) pose(points, i, poses, i * Thing.FLOATS);
        });
        if (memory.at.length < own.things()) memory.at = java.util.Arrays.copyOf(memory.at, own.things());
        long sum = 0;
        for (int t = 0; t < own.things(); t++) {
            Thing thing = own.thing(t);
            int some = picked(memory, n, variants == 1 ? 0 : thing.variant);
            int had = thing.count();
            sum += (long) some * had;
            if (sum > Scene.COPIES)
                throw new IllegalArgumentException(
                        "there would be %,d copies or more; there can be %,d".formatted(sum, Scene.COPIES));
            lay(thing, some, memory, t, frame);
        }
        return own;
    }

    /** Says for each point which variant stands on it. */
    private void pick(Points points, int variants, Memory memory, Frame frame) {
        int n = points.n();
        if (memory.variants.length < n) {
            memory.variants = new int[n + n / 2];
            memory.picked = new int[n + n / 2];
        }
        Column by = which == Which.BY_ATTRIBUTE ? points.column(attribute) : null;
        boolean ids = points.column(Attribute.ID).length() > 1;
        for (int i = 0; i < n; i++)
            memory.variants[i] = switch (which) {
                case ALL -> 0;
                case IN_TURN -> i % variants;
                // By what stays with a point for as long as it lives.
                case BY_CHANCE ->
                    (int) (Randomness.uniform(frame.seed(), ids ? (long) points.at(Attribute.ID, i) : i, 9) * variants);
                case BY_ATTRIBUTE -> by == null ? 0 : Math.clamp((long) Math.floor(number(by, i)), 0, variants - 1);
            };
    }

    private static int picked(Memory memory, int n, int variant) {
        int some = 0;
        for (int i = 0; i < n; i++) if (memory.variants[i] == variant) memory.picked[some++] = i;
        return some;
    }

    private static void lay(Thing thing, int some, Memory memory, int t, Frame frame) {
        float[] before = thing.copiesAt();
        int had = thing.count();
        int all = some * had;
        if (memory.at[t] == null || memory.at[t].length < all * Thing.FLOATS)
            memory.at[t] = new float[all * Thing.FLOATS * 3 / 2];
        float[] at = memory.at[t];
        frame.crew().each(some, 256, (from, to) -> {
            for (int k = from; k < to; k++)
                for (int c = 0; c < had; c++)
                    copy(memory.poses, memory.picked[k], before, c, thing.move, at, k * had + c);
        });
        thing.at = at;
        thing.copies = all;
        Matrix.unit(thing.move);
        thing.stamp = stamp(at, all * Thing.FLOATS);
    }

    private static void copy(float[] poses, int i, float[] before, int c, float[] move, float[] at, int to) {
        System.arraycopy(before, c * Thing.FLOATS, at, to * Thing.FLOATS, Matrix.SIZE);
        Matrix.follow(move, 0, at, to * Thing.FLOATS);
        Matrix.follow(poses, i * Thing.FLOATS, at, to * Thing.FLOATS);
        for (int k = Matrix.SIZE; k < Thing.FLOATS; k++)
            at[to * Thing.FLOATS + k] = poses[i * Thing.FLOATS + k] * before[c * Thing.FLOATS + k];
    }

    private void pose(Points points, int i, float[] to, int at) {
        float size = (float) scale;
        if (sized > 0) size *= (float) (1 - sized + sized * points.at(Attribute.SIZE, i));
        float hx = 0;
        float hy = 1;
        float hz = 0;
        if (turned
                && points.column(Attribute.HX).length()
                                + points.column(Attribute.HY).length()
                        > 2) {
            hx = points.at(Attribute.HX, i);
            hy = points.at(Attribute.HY, i);
            hz = points.at(Attribute.HZ, i);
        }
        float length = (float) Math.sqrt(hx * hx + hy * hy + hz * hz);
        if (!(length > 1e-6f && length < 1e6f)) {
            hx = 0;
            hy = 1;
            hz = 0;
            length = 1;
        }
        hx /= length;
        hy /= length;
        hz /= length;
        upright(to, at, size, hx, hy, hz);
        to[at + 3] = number(points.column(Attribute.X), i);
        to[at + 7] = number(points.column(Attribute.Y), i);
        to[at + 11] = number(points.column(Attribute.Z), i);
        float part = (float) coloured;
        to[at + 12] = 1 - part + part * Math.max(0, number(points.column(Attribute.RED), i));
        to[at + 13] = 1 - part + part * Math.max(0, number(points.column(Attribute.GREEN), i));
        to[at + 14] = 1 - part + part * Math.max(0, number(points.column(Attribute.BLUE), i));
    }

    private static float number(Column column, int i) {
        float value = column.at(i);
        return Math.abs(value) < 1e6f ? value : 0;
    }

    /** The shortest turn that takes up to the heading (Möller and Hughes 1999), times a size. */
    private static void upright(float[] m, int at, float size, float hx, float hy, float hz) {
        if (!(Math.abs(size) < 1e6f)) size = 0;
        if (hy > 0.99999f || hy < -0.99999f) {
            float side = hy > 0 ? size : -size;
            set(m, at, size, 0, 0, 0, side, 0, 0, 0, side);
            return;
        }
        // v = up x heading = (hz, 0, -hx), c = hy.
        float k = 1 / (1 + hy);
        set(
                m,
                at,
                size * (1 - k * hx * hx),
                size * hx,
                size * -k * hx * hz,
                size * -hx,
                size * hy,
                size * -hz,
                size * -k * hx * hz,
                size * hz,
                size * (1 - k * hz * hz));
    }

    private static void set(
            float[] m, int at, float a, float b, float c, float d, float e, float f, float g, float h, float i) {
        m[at] = a;
        m[at + 1] = b;
        m[at + 2] = c;
        m[at + 4] = d;
        m[at + 5] = e;
        m[at + 6] = f;
        m[at + 8] = g;
        m[at + 9] = h;
        m[at + 10] = i;
    }

    /** A number that stays as long as all copies stay as they are. */
    private static long stamp(float[] at, int n) {
        long sum = n;
        for (int i = 0; i < n; i++) sum = sum * 31 + Float.floatToRawIntBits(at[i]);
        return sum;
    }
}
