package gloaming.picture.drawing;

import gloaming.flow.Attribute;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * Points drawn as squares, bars, frames, crosses and wedges, each turned as it flies or heads. Edges are as wide as a pixel: coverage is the
 * product of how far a pixel's middle lies within each pair of edges. What is thinner than a pixel is drawn a pixel wide and so much fainter.
 */
@Id("draw-marks")
@StepInfo(
        name = "Draw marks",
        does = "Draws each point as a square, a bar, a frame, a cross or a wedge, turned as it flies or heads.",
        ifBlack = "its points are out of the picture, too small or too dark",
        find =
                "squares boxes rectangles dashes bars lines arrows triangles crosses confetti draw points turn to where it moves pixels tiles",
        notice = "Squares, frames, crosses or wedges, turned as they fly.",
        example = "sow rate=60 life=4 speed=0.25 size=0.03 > * form=wedge size=2")
public record DrawMarks(
        @Id("form") @Choice(initial = "square", says = "What each point is drawn as.")
        Form form,

        @Id("size") @Range(min = 0.05, max = 20, initial = 1, byRatio = true, says = "Times each point's own size.")
        double size,

        @Id("length")
        @Range(min = 0.1, max = 40, initial = 1, byRatio = true, says = "How many times as long as it is wide.")
        double length,

        @Id("thickness")
        @Range(min = 0.01, max = 1, initial = 0.25, says = "Of frames and crosses: how thick, as part of their width.")
        double thickness,

        @Id("along") @Choice(initial = "flight", says = "Turned to where it flies, to its heading, or all alike.")
        Along along,

        @Id("turn") @Range(min = -2, max = 2, initial = 0, unit = "turns", says = "Turned by so much more.")
        double turn,

        @Id("brightness") @Range(min = 0, max = 50, initial = 1, says = "Times each point's own light.")
        double brightness,

        @Id("ink") @Choice(initial = "cover", says = "Whether marks cover what is behind or add their light.")
        DrawDots.Ink ink)
        implements ByRows<Points, DrawMarks.Memory> {

    /** What a mark looks like. */
    public enum Form {
        @Id("square")
        SQUARE,
        @Id("frame")
        FRAME,
        @Id("cross")
        CROSS,
        @Id("wedge")
        WEDGE
    }

    /** What marks are turned by. */
    public enum Along {
        @Id("flight")
        FLIGHT,
        @Id("heading")
        HEADING,
        @Id("none")
        NONE
    }

    /** Numbers of a mark: place, half its length and width, cosine and sine of its turn, strength, red, green, blue. */
    private static final int RECORD = 10;

    /** The marks of a frame, and for each strip of rows those that touch it. */
    public static final class Memory {
        float[] marks = new float[0];
        int[] starts = new int[0];
        int[] ends = new int[0];
        int[] order = new int[0];
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Rows rows(Points in, Memory memory, Frame frame) {
        int n = in.n();
        if (memory.marks.length < n * RECORD) memory.marks = new float[(n + n / 2) * RECORD];
        frame.crew().each(n, Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) mark(in, i, memory.marks, frame.width(), frame.height());
        });
        sort(memory, n, frame.height());
        return (nothing, out, from, to) -> {
            out.clear(from, to);
            int band = from / STRIP;
            for (int k = memory.starts[band]; k < memory.starts[band + 1]; k++) {
                draw(memory.marks, memory.order[k] * RECORD, out, from, to);
            }
            return out;
        };
    }

    private void mark(Points in, int i, float[] into, int width, int height) {
        float scale = height / 2f;
        float half = (float) (in.at(Attribute.SIZE, i) * size) * scale;
        float wide = Math.max(0.5f, half);
        float dx = along == Along.FLIGHT ? in.at(Attribute.VX, i) : in.at(Attribute.HX, i);
        float dy = along == Along.FLIGHT ? in.at(Attribute.VY, i) : in.at(Attribute.HY, i);
        boolean turned = along != Along.NONE && Math.abs(dx) + Math.abs(dy) > 1e-9f;
        double angle = 2 * Math.PI * turn + (turned ? Math.atan2(dy, dx) : 0);
        int at = i * RECORD;
        into[at] = in.at(Attribute.X, i) * scale + width / 2f - 0.5f;
        into[at + 1] = in.at(Attribute.Y, i) * scale + height / 2f - 0.5f;
        into[at + 2] = Math.max(0.5f, half * (float) length);
        into[at + 3] = wide;
        into[at + 4] = (float) Math.cos(angle);
        into[at + 5] = (float) Math.sin(angle);
        // What is thinner than a pixel keeps its light and not its width.
        float thin = Math.min(1, half / wide) * Math.min(1, half * (float) length / into[at + 2]);
        into[at + 6] = Math.clamp(in.at(Attribute.ALPHA, i) * thin, 0f, 1f);
        for (int c = 0; c < 3; c++) into[at + 7 + c] = in.at(COLOURS[c], i) * (float) brightness;
    }

    private static final Attribute[] COLOURS = {Attribute.RED, Attribute.GREEN, Attribute.BLUE};

    /** How far a mark reaches up and down from its middle. */
    private static float reach(float[] m, int at) {
        return Math.abs(m[at + 5]) * m[at + 2] + Math.abs(m[at + 4]) * m[at + 3] + 1;
    }

    /** Lists for each strip the marks that touch it, in the order of the points. */
    private static void sort(Memory memory, int n, int height) {
        int bands = (height + STRIP - 1) / STRIP;
        if (memory.starts.length < bands + 1) {
            memory.starts = new int[bands + 1];
            memory.ends = new int[bands + 1];
        }
        java.util.Arrays.fill(memory.ends, 0);
        int total = 0;
        for (int pass = 0; pass < 2; pass++) {
            for (int i = 0; i < n; i++) {
                int at = i * RECORD;
                float y = memory.marks[at + 1];
                float far = reach(memory.marks, at);
                // What is no number is in no strip.
                if (!(y + far >= 0 && y - far < height) || !(memory.marks[at + 6] > 0)) continue;
                int last = Math.min(bands - 1, (int) (y + far) / STRIP);
                for (int band = Math.max(0, (int) (y - far) / STRIP); band <= last; band++) {
                    if (pass == 0) memory.ends[band]++;
                    else memory.order[memory.ends[band]++] = i;
                }
            }
            if (pass == 1) return;
            for (int band = 0; band < bands; band++) {
                memory.starts[band] = total;
                total += memory.ends[band];
                memory.ends[band] = memory.starts[band];
            }
            memory.starts[bands] = total;
            if (memory.order.length < total) memory.order = new int[total + total / 2];
        }
    }

    private void draw(float[] m, int at, Picture out, int from, int to) {
        float x = m[at];
        float y = m[at + 1];
        float cos = m[at + 4];
        float sin = m[at + 5];
        float up = reach(m, at);
        float across = Math.abs(cos) * m[at + 2] + Math.abs(sin) * m[at + 3] + 1;
        int left = Math.max(0, (int) Math.ceil(x - across));
        int right = Math.min(out.width - 1, (int) Math.floor(x + across));
        int low = Math.max(from, (int) Math.ceil(y - up));
        int high = Math.min(to - 1, (int) Math.floor(y + up));
        boolean adds = ink == DrawDots.Ink.ADD;
        for (int row = low; row <= high; row++) {
            int i = out.at(row) + left;
            for (int column = left; column <= right; column++, i++) {
                float dx = column - x;
                float dy = row - y;
                float c = cover(cos * dx + sin * dy, cos * dy - sin * dx, m[at + 2], m[at + 3]) * m[at + 6];
                if (c <= 0) continue;
                float keep = adds ? 1 : 1 - c;
                out.r()[i] = out.r()[i] * keep + c * m[at + 7];
                out.g()[i] = out.g()[i] * keep + c * m[at + 8];
                out.b()[i] = out.b()[i] * keep + c * m[at + 9];
                out.a()[i] += c - out.a()[i] * c;
            }
        }
    }

    /** How much of a pixel a mark covers that is {@code u} along and {@code v} across from its middle. */
    private float cover(float u, float v, float half, float wide) {
        return switch (form) {
            case SQUARE -> box(u, v, half, wide);
            case FRAME -> {
                float thick = Math.max(1, 2 * wide * (float) thickness);
                float inner = box(u, v, half - thick, wide - thick);
                yield box(u, v, half, wide) - (half > thick && wide > thick ? inner : 0);
            }
            case CROSS -> {
                float arm = Math.max(0.5f, wide * (float) thickness);
                yield Math.max(box(u, v, half, arm), box(u, v, arm, wide));
            }
            case WEDGE -> {
                float slope = wide / (2 * half);
                float edge = (slope * (half - u) - Math.abs(v)) / (float) Math.sqrt(1 + slope * slope);
                yield Math.min(within(half + u), within(edge));
            }
        };
    }

    private static float box(float u, float v, float half, float wide) {
        return within(half - Math.abs(u)) * within(wide - Math.abs(v));
    }

    /** How much of a pixel lies within an edge that is so far from its middle. */
    private static float within(float far) {
        return Math.clamp(far + 0.5f, 0f, 1f);
    }
}
