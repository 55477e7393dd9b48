package gloaming.points.arrange;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.ChangedColumns;
import gloaming.points.Selection;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Measure;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.Arrays;

/**
 * Points as a camera sees them: turned, drawn together with distance, dimmed by fog and spread out of focus; whatever draws points then draws
 * them in three dimensions.
 *
 * <p>Afterwards x and y are places in the picture, z is the distance towards who looks, and size is as large as it is seen. A point of
 * radius r at the distance d from the lens, focused at f, is spread to {@code r + blur * |d - f| / d} and as much dimmer as it is
 * wider.
 */
@Id("eye")
@StepInfo(
        name = "View points",
        does = "Looks at points through a camera that orbits them: perspective, fog, and depth of field.",
        ifBlack = "all points are behind the camera, or in the fog",
        find = "camera 3d perspective parallel orbit view fog depth of field focus lens project eye perspective view",
        notice = "The ring is seen from a camera that one can drag round.",
        example = "sphere count=700 > * round==0.05*t")
public record ViewPoints(
        @Id(value = "round", label = "Turn round")
        @Range(
                min = -100,
                max = 100,
                initial = 0.06,
                unit = "turns",
                drag = Range.Drag.ACROSS,
                says = "Round the points; drag the picture sideways.")
        double round,

        @Id(value = "high", label = "Elevation")
        @Range(
                min = -0.25,
                max = 0.25,
                initial = 0.05,
                unit = "turns",
                drag = Range.Drag.UP,
                says = "How high it stands; drag the picture up.")
        double high,

        @Id("distance")
        @Range(
                min = 0.1,
                max = 20,
                initial = 2.6,
                unit = "units",
                byRatio = true,
                drag = Range.Drag.WHEEL,
                says = "From the camera to the place it looks at; turn the wheel.")
        double distance,

        @Id("lens") @Choice(initial = "perspective", says = "Nearer is larger, or everything as it is.")
        Lens lens,

        @Id(value = "view", label = "Field of view")
        @Range(
                min = 0.01,
                max = 0.4,
                initial = 0.12,
                unit = Measure.VIEW,
                says = "How much it sees from bottom to top; 40° or 35 mm can be typed too.")
        double view,

        @Id("x") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "The place it looks at, across.")
        double x,

        @Id("y") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "The place it looks at, up.")
        double y,

        @Id("z") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "The place it looks at, in depth.")
        double z,

        @Id("fog")
        @Range(
                min = 0,
                max = 1,
                initial = 0,
                says = "How much of the light is lost in the fog behind the place it looks at.")
        double fog,

        @Id("fogDepth")
        @Range(min = 0.05, max = 20, initial = 1.5, unit = "units", byRatio = true, says = "How deep the fog is.")
        double fogDepth,

        @Id("blur") @Range(min = 0, max = 1, initial = 0, unit = "units", says = "How far points out of focus spread.")
        double blur,

        @Id("focus")
        @Range(
                min = -4,
                max = 4,
                initial = 0,
                unit = "units",
                says = "Where it is sharp, from the place it looks at on, nearer.")
        double focus,

        @Id("sorted")
        @Choice(initial = "false", says = "Whether points behind are drawn first, for what covers; strands as a whole.")
        boolean sorted)
        implements Operation<Points, Points, ViewPoints.Memory> {

    /** How distance changes size. */
    public enum Lens {
        @Id("perspective")
        PERSPECTIVE,
        @Id("parallel")
        PARALLEL
    }

    /** The columns this step replaces, and the order by distance. */
    public static final class Memory {
        final ChangedColumns altered = new ChangedColumns();
        final Selection chosen = new Selection();
        long[] keys = new long[0];
    }

    /** Nearer to the lens than this nothing is seen. */
    private static final float NEAR = 0.02f;

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Points in, Memory memory, Frame frame) {
        Points out = memory.altered.of(in).loose(false);
        int n = in.n();
        if (n == 0) return out;
        double[] m = Turned.of(0, -round, high);
        Column cx = in.column(Attribute.X);
        Column cy = in.column(Attribute.Y);
        Column cz = in.column(Attribute.Z);
        Column sizes = in.column(Attribute.SIZE);
        Column alphas = in.column(Attribute.ALPHA);
        float[] px = memory.altered.afresh(Attribute.X);
        float[] py = memory.altered.afresh(Attribute.Y);
        float[] pz = memory.altered.afresh(Attribute.Z);
        float[] size = memory.altered.afresh(Attribute.SIZE);
        float[] alpha = memory.altered.afresh(Attribute.ALPHA);
        boolean parallel = lens == Lens.PARALLEL;
        // One unit at the place it looks at is as large as this.
        float magnify = (float) (1 / (distance * Math.tan(Math.PI * view)));
        float away = (float) distance;
        frame.crew().each(n, Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                double a = cx.at(i) - x;
                double b = cy.at(i) - y;
                double c = cz.at(i) - z;
                float u = (float) (m[0] * a + m[1] * b + m[2] * c);
                float v = (float) (m[3] * a + m[4] * b + m[5] * c);
                float w = (float) (m[6] * a + m[7] * b + m[8] * c);
                float far = away - w;
                float scale = parallel ? magnify : magnify * away / Math.max(NEAR, far);
                float light = far > NEAR ? alphas.at(i) : 0;
                if (fog > 0) light *= (float) (1 - fog * Math.min(1, Math.max(0, -w / fogDepth)));
                float radius = sizes.at(i);
                if (blur > 0) {
                    float spread = (float) (blur * Math.abs(w - focus) / (parallel ? away : Math.max(NEAR, far)));
                    float wide = radius + spread;
                    light *= wide > 0 ? radius * radius / (wide * wide) : 0;
                    radius = wide;
                }
                px[i] = u * scale;
                py[i] = v * scale;
                pz[i] = w;
                size[i] = radius * scale;
                alpha[i] = light;
            }
        });
        if (!Turned.still(in, Turned.GROUPS[1])) turn(memory, Turned.GROUPS[1], m, magnify, n, frame);
        turn(memory, Turned.GROUPS[2], m, 1, n, frame);
        if (!sorted) return out;
        return behindFirst(out, memory, n, pz);
    }

    private static void turn(Memory memory, Attribute[] group, double[] m, float scale, int n, Frame frame) {
        float[] a = memory.altered.write(group[0]);
        float[] b = memory.altered.write(group[1]);
        float[] c = memory.altered.write(group[2]);
        frame.crew().each(n, Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                float u = a[i] * scale;
                float v = b[i] * scale;
                float w = c[i] * scale;
                a[i] = (float) (m[0] * u + m[1] * v + m[2] * w);
                b[i] = (float) (m[3] * u + m[4] * v + m[5] * w);
                c[i] = (float) (m[6] * u + m[7] * v + m[8] * w);
            }
        });
    }

    private static Points behindFirst(Points out, Memory memory, int n, float[] z) {
        if (memory.keys.length < n) memory.keys = new long[n + n / 2];
        long[] keys = memory.keys;
        Column strand = out.column("strand");
        boolean whole = strand != null && strand.length() == n;
        for (int from = 0; from < n; ) {
            int to = from + 1;
            double depth = z[from];
            // A strand is one thing: it stands where it is on the whole, and its places keep their order.
            for (; whole && to < n && strand.at(to) == strand.at(from); to++) depth += z[to];
            int bits = Float.floatToIntBits((float) (depth / (to - from)));
            bits ^= (bits >> 31) & 0x7FFFFFFF;
            for (; from < to; from++) keys[from] = ((long) bits << 32) | from;
        }
        Arrays.sort(keys, 0, n);
        int[] which = memory.chosen.room(n);
        for (int i = 0; i < n; i++) which[i] = (int) keys[i];
        return memory.chosen.of(out, n);
    }
}
