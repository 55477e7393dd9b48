package gloaming.shape.change;

import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Axis;
import gloaming.shape.Bending;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Turns a shape about an axis, the more the farther along it (Barr 1984, "Global and local deformations of solid primitives"). */
@Id("twist-shape")
@StepInfo(
        name = "Twist",
        does = "Winds a shape about an axis like a rope.",
        find = "shape wring spiral screw helix deform modifier",
        notice = "The top has turned against the foot.",
        example = "block width=0.5 height=1.5 depth=0.5 detail=24 > * turns==0.3*sin(t*1.2)")
public record Twist(
        @Id("turns") @Range(min = -20, max = 20, initial = 0.25, unit = "turns", says = "A unit along the axis.")
        double turns,

        @Id("axis") @Choice(initial = "up", says = "About which axis.")
        Axis axis,

        @Id("still")
        @Range(min = -20, max = 20, initial = 0, unit = "units", says = "Where along the axis it is not turned.")
        double still)
        implements Bending {

    @Override
    public boolean idle() {
        return turns == 0;
    }

    @Override
    public float finest(Shape in) {
        return Bending.wound(turns);
    }

    @Override
    public Rule rule(Shape in, Frame frame) {
        int along = axis.ordinal();
        int a = axis.next();
        int b = axis.afterNext();
        return (p, corner) -> {
            double angle = 2 * Math.PI * turns * (p[along] - still);
            float cos = (float) Math.cos(angle);
            float sin = (float) Math.sin(angle);
            float u = p[a];
            p[a] = cos * u - sin * p[b];
            p[b] = sin * u + cos * p[b];
        };
    }
}
