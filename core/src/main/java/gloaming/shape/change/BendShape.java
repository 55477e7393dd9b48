package gloaming.shape.change;

import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Axis;
import gloaming.shape.Bending;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Bends a straight shape to an arc: what ran along the axis runs along a circle (Barr 1984). */
@Id("bend-shape")
@StepInfo(
        name = "Bend shape",
        does = "Bends a shape to an arc, as a reed in the wind.",
        find = "shape curve arc bow deform modifier lean",
        notice = "A straight bar bows round; what lies inside the bend is not squeezed together.",
        example = "block width=0.2 height=1.6 depth=0.2 detail=24 > * bend==0.25*sin(t*1.6)")
public record BendShape(
        @Id("bend") @Range(min = -5, max = 5, initial = 0.15, unit = "turns", says = "Along one unit of its length.")
        double bend,

        @Id("axis") @Choice(initial = "up", says = "Along which axis it is straight now.")
        Axis axis,

        @Id("to") @Range(min = -100, max = 100, initial = 0, unit = "turns", says = "To which side it bends.")
        double to,

        @Id("from")
        @Range(
                min = -20,
                max = 20,
                initial = 0,
                unit = "units",
                says = "Where the bend begins; nothing before it moves.")
        double from,

        @Id(value = "both", label = "Both ways")
        @Choice(initial = "false", says = "Whether what lies before bends as well, to the same side, as wings do.")
        boolean both)
        implements Bending {

    @Override
    public boolean idle() {
        return bend == 0;
    }

    @Override
    public float finest(Shape in) {
        return Bending.wound(bend);
    }

    @Override
    public Rule rule(Shape in, Frame frame) {
        int along = axis.ordinal();
        int a = axis.next();
        int b = axis.afterNext();
        double k = 2 * Math.PI * bend;
        float cos = (float) Math.cos(2 * Math.PI * to);
        float sin = (float) Math.sin(2 * Math.PI * to);
        return (p, corner) -> {
            double s = p[along] - from;
            if (s <= 0 && !both) return;
            int side = s < 0 ? -1 : 1;
            s = Math.abs(s);
            // In the plane of the bend: u to the side it goes to, w across.
            float u = cos * p[a] + sin * p[b];
            float w = -sin * p[a] + cos * p[b];
            double r = 1 / k;
            double angle = s * k;
            p[along] = (float) (from + side * (r - u) * Math.sin(angle));
            u = (float) (r - (r - u) * Math.cos(angle));
            p[a] = cos * u - sin * w;
            p[b] = sin * u + cos * w;
        };
    }
}
