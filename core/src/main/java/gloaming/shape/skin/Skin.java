package gloaming.shape.skin;

import gloaming.flow.Points;
import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** One smooth skin round all points, as thick as they are and in their colours: drops that run together. */
@Id("skin")
@StepInfo(
        name = "Skin",
        does = "Draws one smooth skin round points, so that near ones run together like drops.",
        ifBlack = "the points have no size, or lie too far apart for the detail",
        find = "shape metaballs liquid blob drops isosurface surface smooth union implicit fluid mesh water slime",
        notice = "Drops that are near run together into one body.",
        example = "sphere count=40 size=0.09 radius=0.45 > *")
public record Skin(
        @Id("thickness")
        @Range(min = 0.05, max = 50, initial = 2, byRatio = true, says = "Times each point's own size.")
        double thickness,

        @Id("reach")
        @Range(
                min = 1.2,
                max = 6,
                initial = 2,
                byRatio = true,
                says = "How far from it a point draws others in, times its radius.")
        double reach,

        @Id("detail")
        @Range(
                min = 8,
                max = 140,
                initial = 56,
                byRatio = true,
                says = "Parts along its longest side; more is finer and slower.")
        int detail)
        implements Operation<Points, Shape, Skin.Memory> {

    /** The field, and the skin of the last frame. */
    public static final class Memory {
        private final Field field = new Field();
        private final Nets nets = new Nets();
        private final Shape shape = new Shape();
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Shape run(Points in, Memory memory, Frame frame) {
        Shape out = memory.shape.clear();
        if (memory.field.fill(in, thickness, reach, detail, frame.crew())) memory.nets.draw(memory.field, out);
        return out.done();
    }
}
