package gloaming.points.arrange;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.ChangedColumns;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Moves, turns and scales points about the middle; velocities and headings turn with them. */
@Id("pose")
@StepInfo(
        name = "Pose",
        does = "Moves, turns and scales all points together, also in depth.",
        find = "transform move rotate turn scale translate 3d spin position tilt in space",
        notice = "All points are moved, turned and scaled together.",
        example = "grid columns=16 rows=9 > * turn==0.05*t scale=0.6")
public record Pose(
        @Id("x") @Range(min = -8, max = 8, initial = 0, unit = "units", says = "To the right.")
        double x,

        @Id("y") @Range(min = -8, max = 8, initial = 0, unit = "units", says = "Up.")
        double y,

        @Id("z") @Range(min = -8, max = 8, initial = 0, unit = "units", says = "Towards who looks.")
        double z,

        @Id("turn") @Range(min = -100, max = 100, initial = 0, unit = "turns", says = "In the picture, anticlockwise.")
        double turn,

        @Id("spin") @Range(min = -100, max = 100, initial = 0, unit = "turns", says = "About the upright axis.")
        double spin,

        @Id("tilt")
        @Range(
                min = -100,
                max = 100,
                initial = 0,
                unit = "turns",
                says = "About the level axis, the top towards who looks.")
        double tilt,

        @Id("scale") @Range(min = 0.01, max = 20, initial = 1, byRatio = true, says = "Larger or smaller.")
        double scale,

        @Id("stretch")
        @Range(min = -10, max = 10, initial = 1, says = "And across by as much again; below 0 it is mirrored.")
        double stretch)
        implements Operation<Points, Points, ChangedColumns> {

    @Override
    public ChangedColumns memory() {
        return new ChangedColumns();
    }

    @Override
    public Points run(Points in, ChangedColumns altered, Frame frame) {
        Points out = altered.of(in);
        int n = in.n();
        if (n == 0) return out;
        double[] m = Turned.of(turn, spin, tilt);
        float k = (float) scale;
        for (Attribute[] group : Turned.GROUPS) {
            boolean place = group[0] == Attribute.X;
            boolean heading = group[0] == Attribute.HX;
            // What nobody has set need not be turned, but a heading always has a direction.
            if (!place && Turned.still(in, group)) continue;
            float[] a = altered.write(group[0]);
            float[] b = altered.write(group[1]);
            float[] c = altered.write(group[2]);
            float across = heading ? 1 : k * (float) stretch;
            float all = heading ? 1 : k;
            frame.crew().each(n, Points.GRAIN, (from, to) -> {
                for (int i = from; i < to; i++) {
                    float u = a[i] * across;
                    float v = b[i] * all;
                    float w = c[i] * all;
                    a[i] = (float) (m[0] * u + m[1] * v + m[2] * w + (place ? x : 0));
                    b[i] = (float) (m[3] * u + m[4] * v + m[5] * w + (place ? y : 0));
                    c[i] = (float) (m[6] * u + m[7] * v + m[8] * w + (place ? z : 0));
                }
            });
        }
        if (scale != 1) {
            float[] size = altered.write(Attribute.SIZE);
            for (int i = 0; i < n; i++) size[i] *= k;
        }
        return out;
    }
}
