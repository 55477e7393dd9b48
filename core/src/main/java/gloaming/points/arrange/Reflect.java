package gloaming.points.arrange;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.Selection;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** All points and their reflections on the other side of a line, with velocity and heading. */
@Id("reflect")
@StepInfo(
        name = "Reflect",
        does = "Adds the mirror image of all points, across a line through the middle.",
        find = "mirror symmetry reflect flip double",
        notice = "Every point has a twin on the other side.",
        example = "spiral > * turn=0.25")
public record Reflect(
        @Id("turn")
        @Range(min = -1, max = 1, initial = 0.25, unit = "turns", says = "How the line lies; a quarter stands up.")
        double turn,

        @Id("away")
        @Range(min = -4, max = 4, initial = 0, unit = "units", says = "How far the line is from the middle.")
        double away)
        implements Operation<Points, Points, Selection> {

    @Override
    public Selection memory() {
        return new Selection();
    }

    @Override
    public Points run(Points in, Selection chosen, Frame frame) {
        int n = in.n();
        int[] which = chosen.room(2 * n);
        for (int i = 0; i < n; i++) which[i] = which[n + i] = i;
        Points out = chosen.of(in, 2 * n);
        double nx = -Math.sin(2 * Math.PI * turn);
        double ny = Math.cos(2 * Math.PI * turn);
        for (Attribute[] group : Turned.GROUPS) {
            if (n == 0 || Turned.still(in, group)) continue;
            float[] a = out.each(group[0]);
            float[] b = out.each(group[1]);
            double shift = group[0] == Attribute.X ? away : 0;
            for (int i = n; i < 2 * n; i++) {
                double far = a[i] * nx + b[i] * ny - shift;
                a[i] -= (float) (2 * far * nx);
                b[i] -= (float) (2 * far * ny);
            }
        }
        float[] id = out.each(Attribute.ID);
        for (int i = 0; i < 2 * n; i++) id[i] = i;
        return out;
    }
}
