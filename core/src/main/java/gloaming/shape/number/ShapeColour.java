package gloaming.shape.number;

import gloaming.flow.Points;
import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Changed;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.ColourRun;
import gloaming.step.Frame;
import gloaming.step.OkLab;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Colours the corners of a shape by a number they have: a run of two colours, mixed by {@link OkLab}. */
@Id("shape-colour")
@StepInfo(
        name = "Shape colour",
        does =
                "Colours a shape from one colour to another along a number of its corners: its height, its depth, a number by name.",
        find = "shape gradient ramp vertex color by height paint heat map along axis attribute number corner colour",
        notice = "The ball goes from one colour below to another above.",
        example = "ball > push-by-noise amount=0.3 > * number=y low=-0.6 high=0.6 to=#7a3cff")
public record ShapeColour(
        @Id("colour") @Choice(initial = "#ffb27a", says = "The colour where the number is low.")
        Colour colour,

        @Id("to") @Choice(initial = "#2a4dff", says = "The colour where the number is high.")
        Colour to,

        @Id("number")
        @Choice(
                initial = "y",
                says = "The number: x, y, z, nx, ny, nz (which way it faces), u, v, or a name that its corners carry.")
        String number,

        @Id("low") @Range(min = -100, max = 100, initial = -0.5, says = "The number at the first colour.")
        double low,

        @Id("high") @Range(min = -100, max = 100, initial = 0.5, says = "The number at the last colour.")
        double high,

        @Id("over") @Choice(initial = "false", says = "Whether it is multiplied with the colour that is there.")
        boolean over)
        implements Changed {

    @Override
    public Shape run(Shape in, Memory memory, Frame frame) {
        if (CornerNumbers.of(in, number.strip()) != null) return Changed.super.run(in, memory, frame);
        frame.trouble("finds no number '" + number.strip() + "' at the corners of the shape");
        return in;
    }

    @Override
    public void change(Shape in, Shape out, Frame frame) {
        out.copyFrom(in).colours();
        float[] by = CornerNumbers.of(in, number.strip());
        ColourRun run = new ColourRun().of(colour, to, 1);
        float from = (float) low;
        float each = high == low ? 0 : (float) (1 / (high - low));
        float[][] light = {out.red(), out.green(), out.blue()};
        frame.crew().each(in.corners(), Points.GRAIN, (first, end) -> {
            for (int i = first; i < end; i++) {
                int k = run.step((by[i] - from) * each);
                for (int c = 0; c < 3; c++) light[c][i] = over ? light[c][i] * run.light(c, k) : run.light(c, k);
            }
        });
    }
}
