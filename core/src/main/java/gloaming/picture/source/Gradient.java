package gloaming.picture.source;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.colour.Ramp;
import gloaming.picture.kernel.Runs;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Three colours along a line, outwards from a middle, or round it. */
@Id("gradient")
@StepInfo(
        name = "Gradient",
        does = "Runs from one colour through a second to a third.",
        find = "ramp sky fade sweep round line horizon background colours rainbow dawn dusk night",
        notice = "Three colours, and where the middle one lies.",
        example = "* turn==0.25+0.05*t",
        sets = {
            "Dusk: low=#2a1420 middle=#f0803c high=#2a2a5c bend=0.3 turn=0.25 length=2.2",
            "Dawn: low=#f7d9a8 middle=#e88a7a high=#3a4a7c bend=0.4 turn=0.25 length=2.4",
            "Lamp: shape=round low=#ffe2a8 middle=#a8541c high=#000000 bend=0.25 length=1.6",
            "Deep water: low=#02080c middle=#0a3a44 high=#3a8f94 bend=0.6 turn=0.25 length=2"
        })
public record Gradient(
        @Id("shape") @Choice(initial = "line", says = "Along a line, outwards from the middle, or round it.")
        Shape shape,

        @Id("low") @Choice(initial = "#231a2c", says = "Colour at the start.")
        Colour low,

        @Id("middle") @Choice(initial = "#d9805e", says = "Colour on the way.")
        Colour middle,

        @Id("high") @Choice(initial = "#141a3a", says = "Colour at the end.")
        Colour high,

        @Id("bend") @Range(min = 0, max = 1, initial = 0.35, says = "Where on the way the middle colour is.")
        double bend,

        @Id("turn")
        @Range(
                min = -2,
                max = 2,
                initial = 0.25,
                unit = "turns",
                says = "Direction of the line, or start of the sweep.")
        double turn,

        @Id("length")
        @Range(min = 0.05, max = 8, initial = 2, unit = "units", byRatio = true, says = "From start to end.")
        double length,

        @Id("x") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where the middle is, across.")
        double x,

        @Id("y") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where the middle is, up.")
        double y,

        @Id("brightness") @Range(min = 0, max = 20, initial = 1, says = "Times the colours.")
        double brightness,

        @Id("clearEnd") @Choice(initial = "false", says = "Whether the end is clear instead of covered.")
        boolean clearEnd)
        implements ByRows<Nothing, Gradient.Memory> {

    /** Ways to run. */
    public enum Shape {
        @Id("line")
        LINE,
        @Id("round")
        ROUND,
        @Id("sweep")
        SWEEP
    }

    /** The gradient at brightness 1, drawn when anything else changes. */
    public static final class Memory {
        Picture drawn;
        Kept kept;
        Gradient made;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Rows rows(Nothing in, Memory memory, Frame frame) {
        if (memory.drawn == null || memory.drawn.width != frame.width() || memory.drawn.height != frame.height()) {
            memory.drawn = frame.keep(new Picture(frame.width(), frame.height()));
            memory.kept = new Kept(memory.drawn);
            memory.made = null;
        }
        Picture drawn = memory.drawn;
        Gradient wanted = withBrightness(1);
        if (!wanted.equals(memory.made)) {
            Ramp ramp = new Ramp(low, middle, high, bend);
            frame.crew().each(drawn.height, STRIP, (from, to) -> {
                for (int row = from; row < to; row++) row(ramp, drawn, row);
            });
            drawn.stands();
            memory.made = wanted;
        }
        if (brightness == 1) return memory.kept;
        return (nothing, out, from, to) -> {
            int at = drawn.at(from);
            int n = drawn.at(to) - at;
            for (int c = 0; c < 3; c++)
                Runs.times(drawn.plane(c), at, (float) brightness, out.plane(c), out.at(from), n);
            System.arraycopy(drawn.a(), at, out.a(), out.at(from), n);
            return out;
        };
    }

    private Gradient withBrightness(double brightness) {
        return new Gradient(shape, low, middle, high, bend, turn, length, x, y, brightness, clearEnd);
    }

    private void row(Ramp ramp, Picture out, int row) {
        float cos = (float) Math.cos(2 * Math.PI * turn);
        float sin = (float) Math.sin(2 * Math.PI * turn);
        float wy = (float) (out.worldY(row) - y);
        float inverse = (float) (1 / length);
        float step = 2f / out.height;
        float x0 = (float) (out.worldX(0) - x);
        int at = row * out.width;
        for (int column = 0; column < out.width; column++) {
            float wx = x0 + column * step;
            float t = switch (shape) {
                case LINE -> (wx * cos + wy * sin) * inverse + 0.5f;
                case ROUND -> (float) Math.sqrt(wx * wx + wy * wy) * inverse;
                case SWEEP -> {
                    double angle = Math.atan2(wy, wx) / (2 * Math.PI) - turn;
                    yield (float) (angle - Math.floor(angle));
                }
            };
            out.r()[at + column] = Math.clamp(t, 0f, 1f);
            out.a()[at + column] = clearEnd ? fade(t) : 1;
        }
        ramp.paint(out, at, at + out.width, 1);
    }

    private static float fade(float t) {
        float left = 1 - Math.min(1f, Math.max(0f, t));
        return left * left * (3 - 2 * left);
    }
}
