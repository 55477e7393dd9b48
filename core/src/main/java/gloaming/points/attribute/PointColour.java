package gloaming.points.attribute;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.ChangedColumns;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.ColourRun;
import gloaming.step.Frame;
import gloaming.step.OkLab;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** One colour for all points, or a run of two along their order or any attribute, mixed by {@link OkLab}. */
@Id("point-colour")
@StepInfo(
        name = "Point colour",
        does = "Gives all points one colour, or a run from one to another along their order or any attribute.",
        find =
                "colour color tint paint plain ramp gradient over order by attribute speed size heat map each its own colour rainbow",
        notice = "A colour for each by its order, speed or any attribute.",
        example = "grid columns=30 rows=16 size=0.02 > * along=order")
public record PointColour(
        @Id("colour") @Choice(initial = "#ffb27a", says = "The colour, and that of the first of a run.")
        Colour colour,

        @Id("to") @Choice(initial = "#7a3cff", says = "The colour of the last of a run.")
        Colour to,

        @Id("along")
        @Choice(initial = "one", says = "One colour for all, or a run along their order, their speed or an attribute.")
        Along along,

        @Id("attribute")
        @Choice(initial = "size", says = "The attribute of a run along one: x, age, size, or a name of your own.")
        String attribute,

        @Id("low") @Range(min = -100, max = 100, initial = 0, says = "The speed or the attribute at the first colour.")
        double low,

        @Id("high") @Range(min = -100, max = 100, initial = 1, says = "The speed or the attribute at the last colour.")
        double high,

        @Id("brightness") @Range(min = 0, max = 50, initial = 1, says = "Times the colour; above 1 glows.")
        double brightness)
        implements Operation<Points, Points, PointColour.Memory> {
    /** What a run of colours goes along. */
    public enum Along {
        @Id("one")
        ONE,
        @Id("order")
        ORDER,
        @Id("speed")
        SPEED,
        @Id("attribute")
        ATTRIBUTE
    }

    /** The columns this step replaces, and the run of colours in steps. */
    public static final class Memory {
        final ChangedColumns changed = new ChangedColumns();
        final ColourRun run = new ColourRun();
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Points in, Memory memory, Frame frame) {
        Points out = memory.changed.of(in);
        int n = in.n();
        if (n == 0) return out;
        ColourRun run = memory.run.of(colour, to, brightness);
        float[] r = memory.changed.afresh(Attribute.RED);
        float[] g = memory.changed.afresh(Attribute.GREEN);
        float[] b = memory.changed.afresh(Attribute.BLUE);
        Column by = along == Along.ATTRIBUTE ? in.column(attribute.strip()) : null;
        if (along == Along.ATTRIBUTE && by == null) frame.trouble("finds no attribute '" + attribute.strip() + "'");
        float from = (float) low;
        float over = high == low ? 0 : (float) (1 / (high - low));
        frame.crew().each(n, Points.GRAIN, (first, end) -> {
            for (int i = first; i < end; i++) {
                float part = switch (along) {
                    case ONE -> 0;
                    case ORDER -> n == 1 ? 0 : (float) i / (n - 1);
                    case SPEED -> (speed(in, i) - from) * over;
                    case ATTRIBUTE -> by == null ? 0 : (by.at(i) - from) * over;
                };
                int k = run.step(part);
                r[i] = run.light(0, k);
                g[i] = run.light(1, k);
                b[i] = run.light(2, k);
            }
        });
        return out;
    }

    private static float speed(Points in, int i) {
        float x = in.at(Attribute.VX, i);
        float y = in.at(Attribute.VY, i);
        float z = in.at(Attribute.VZ, i);
        return (float) Math.sqrt(x * x + y * y + z * z);
    }
}
