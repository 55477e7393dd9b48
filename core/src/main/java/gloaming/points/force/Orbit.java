package gloaming.points.force;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * Carries points round an axis through a place, at a speed that may change with distance.
 *
 * <p>Each point is turned about the axis exactly, so that it keeps its distance at any frame rate.
 */
@Id("orbit")
@StepInfo(
        name = "Orbit",
        does = "Carries points round a place, and draws them in or lets them out.",
        find = "force circle vortex whirl rotate around spin tornado galaxy funnel",
        notice = "Dots go round the middle, faster within.")
public record Orbit(
        @Id("speed")
        @Range(
                min = -10,
                max = 10,
                initial = 0.15,
                unit = "turns/s",
                says = "How fast, at the reach; below 0 clockwise.")
        double speed,

        @Id("reach")
        @Range(
                min = 0.02,
                max = 4,
                initial = 0.5,
                unit = "units",
                byRatio = true,
                says = "Distance at which it is that fast.")
        double reach,

        @Id(value = "fall", label = "Falloff")
        @Range(min = -2, max = 3, initial = 0.5, says = "How much slower further out: 0 turns all as one.")
        double fall,

        @Id("inward")
        @Range(
                min = -4,
                max = 4,
                initial = 0,
                unit = "/s",
                says = "How fast they are drawn in; below 0 they drift out.")
        double inward,

        @Id("tilt")
        @Range(
                min = -0.5,
                max = 0.5,
                initial = 0,
                unit = "turns",
                says = "Tilts the axis: a quarter turns them round the upright.")
        double tilt,

        @Id("x") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "The place, across.")
        double x,

        @Id("y") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "The place, up.")
        double y,

        @Id("z") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "The place, towards who looks.")
        double z)
        implements Force<ForceMemory> {

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
        double ct = Math.cos(2 * Math.PI * tilt);
        double st = Math.sin(2 * Math.PI * tilt);
        frame.crew().each(n, Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                double a = px[i] - x;
                double b = py[i] - y;
                double c = pz[i] - z;
                // Into the axis's own frame: its plane is (a, u), and w lies along it.
                double u = ct * b + st * c;
                double w = ct * c - st * b;
                double r = Math.sqrt(a * a + u * u);
                double rate = fall == 0 ? speed : speed * Math.pow(Math.max(r, 0.02) / reach, -fall);
                float lived = Force.lived(points, i, dt);
                double angle = 2 * Math.PI * rate * lived;
                double keep = Math.exp(-inward * lived);
                double cos = Math.cos(angle);
                double sin = Math.sin(angle);
                double a2 = (a * cos - u * sin) * keep;
                double u2 = (a * sin + u * cos) * keep;
                px[i] = (float) (x + a2);
                py[i] = (float) (y + ct * u2 - st * w);
                pz[i] = (float) (z + st * u2 + ct * w);
                double p = vx[i];
                double q = ct * vy[i] + st * vz[i];
                double along = ct * vz[i] - st * vy[i];
                double q2 = p * sin + q * cos;
                vx[i] = (float) (p * cos - q * sin);
                vy[i] = (float) (ct * q2 - st * along);
                vz[i] = (float) (st * q2 + ct * along);
            }
        });
    }
}
