package gloaming.points.force;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Points bounce off a plane, a ball or a box, or are kept within it. */
@Id("collide")
@StepInfo(
        name = "Collide",
        does = "Lets points bounce off a floor, a ball or a box, or keeps them inside.",
        find = "bounce floor wall ground sphere box collision keep inside bounds contain",
        notice = "Drops hit the floor, bounce a little lower each time, and lie still.",
        example = "sow rate=80 life=4 speed=0.6 direction=0.25 spread=0.2 size=0.02 > wind up=-1.2 > *")
public record Collide(
        @Id(value = "with", label = "Obstacle") @Choice(initial = "floor", says = "What they meet.")
        With with,

        @Id("inside") @Choice(initial = "false", says = "Whether they are kept inside instead of out.")
        boolean inside,

        @Id("radius")
        @Range(
                min = 0.01,
                max = 8,
                initial = 0.5,
                unit = "units",
                byRatio = true,
                says = "Radius of the ball, or half the box across.")
        double radius,

        @Id("height")
        @Range(min = 0.01, max = 8, initial = 0.5, unit = "units", byRatio = true, says = "Half the box up.")
        double height,

        @Id("depth")
        @Range(min = 0.01, max = 8, initial = 0.5, unit = "units", byRatio = true, says = "Half the box in depth.")
        double depth,

        @Id("x") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "The place, across.")
        double x,

        @Id("y") @Range(min = -4, max = 4, initial = -0.8, unit = "units", says = "The place, up; where a floor lies.")
        double y,

        @Id("z") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "The place, towards who looks.")
        double z,

        @Id("turn") @Range(min = -1, max = 1, initial = 0, unit = "turns", says = "Tilts a floor.")
        double turn,

        @Id("bounce") @Range(min = 0, max = 1, initial = 0.6, says = "How much of its speed it bounces back with.")
        double bounce,

        @Id("friction")
        @Range(min = 0, max = 1, initial = 0.1, says = "How much speed along the surface is lost in a bounce.")
        double friction)
        implements Force<ForceMemory> {

    /** What points meet. */
    public enum With {
        @Id("floor")
        FLOOR,
        @Id("ball")
        BALL,
        @Id("box")
        BOX
    }

    @Override
    public ForceMemory memory() {
        return new ForceMemory();
    }

    @Override
    public void move(Points points, ForceMemory memory, Frame frame, float dt) {
        int n = points.n();
        float[] px = points.column(Attribute.X).values;
        float[] py = points.column(Attribute.Y).values;
        float[] pz = points.column(Attribute.Z).values;
        float[] vx = points.column(Attribute.VX).values;
        float[] vy = points.column(Attribute.VY).values;
        float[] vz = points.column(Attribute.VZ).values;
        double[] half = {radius, height, depth};
        double nx = -Math.sin(2 * Math.PI * turn) * (inside ? -1 : 1);
        double ny = Math.cos(2 * Math.PI * turn) * (inside ? -1 : 1);
        frame.crew().each(n, Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                double a = px[i] - x;
                double b = py[i] - y;
                double c = pz[i] - z;
                switch (with) {
                    case FLOOR -> {
                        double deep = a * nx + b * ny;
                        if (deep < 0) meet(px, py, pz, vx, vy, vz, i, nx, ny, 0, -deep);
                    }
                    case BALL -> {
                        double far = Math.sqrt(a * a + b * b + c * c);
                        double sign = inside ? -1 : 1;
                        double deep = sign * (radius - far);
                        if (deep > 0 && far > 1e-9)
                            meet(px, py, pz, vx, vy, vz, i, sign * a / far, sign * b / far, sign * c / far, deep);
                    }
                    case BOX -> {
                        double[] d = {a, b, c};
                        if (inside) {
                            for (int axis = 0; axis < 3; axis++) {
                                double over = Math.abs(d[axis]) - half[axis];
                                if (over > 0) side(px, py, pz, vx, vy, vz, i, axis, -Math.signum(d[axis]), over);
                            }
                        } else {
                            int nearest = 0;
                            double least = Double.MAX_VALUE;
                            for (int axis = 0; axis < 3; axis++) {
                                double deep = half[axis] - Math.abs(d[axis]);
                                if (deep < least) {
                                    least = deep;
                                    nearest = axis;
                                }
                            }
                            if (least > 0) side(px, py, pz, vx, vy, vz, i, nearest, d[nearest] < 0 ? -1 : 1, least);
                        }
                    }
                }
            }
        });
    }

    private void side(
            float[] px,
            float[] py,
            float[] pz,
            float[] vx,
            float[] vy,
            float[] vz,
            int i,
            int axis,
            double sign,
            double deep) {
        meet(px, py, pz, vx, vy, vz, i, axis == 0 ? sign : 0, axis == 1 ? sign : 0, axis == 2 ? sign : 0, deep);
    }

    /** Puts a point that is {@code deep} behind a surface back onto it and turns its velocity round; (a, b, c) is the outward normal. */
    private void meet(
            float[] px,
            float[] py,
            float[] pz,
            float[] vx,
            float[] vy,
            float[] vz,
            int i,
            double a,
            double b,
            double c,
            double deep) {
        double into = vx[i] * a + vy[i] * b + vz[i] * c;
        // As far out again as it would have bounced by now.
        double out = into < 0 ? deep * (1 + bounce) : deep;
        px[i] += (float) (a * out);
        py[i] += (float) (b * out);
        pz[i] += (float) (c * out);
        if (!(into < 0)) return;
        double keep = 1 - friction;
        vx[i] = (float) ((vx[i] - into * a) * keep - into * bounce * a);
        vy[i] = (float) ((vy[i] - into * b) * keep - into * bounce * b);
        vz[i] = (float) ((vz[i] - into * c) * keep - into * bounce * c);
    }
}
