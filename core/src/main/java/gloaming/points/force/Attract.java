package gloaming.points.force;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/**
 * A pull towards a place, or towards the nearest point of another lane; below 0 it pushes away.
 *
 * <p>The acceleration at the distance r is {@code strength * (reach / max(r, core)) ^ fall}, so that it is the strength at the reach.
 */
@Id("attract")
@StepInfo(
        name = "Attract",
        does = "Pulls points towards a place or another lane's points, or pushes them away.",
        find = "force gravitation magnet repel push pull attractor repulse well",
        notice = "Dots fall towards the middle, swing through and come back; Core keeps them from flying off.")
@Read(
        name = "to",
        kind = Points.class,
        optional = true,
        says = "The points they are pulled to, by the nearest of at most 64; without it, the place.")
public record Attract(
        @Id("strength")
        @Range(min = -20, max = 20, initial = 0.6, unit = "units/s²", says = "Pull at the reach; below 0 it pushes.")
        double strength,

        @Id("reach")
        @Range(
                min = 0.02,
                max = 4,
                initial = 0.5,
                unit = "units",
                byRatio = true,
                says = "Distance at which the pull is its strength.")
        double reach,

        @Id(value = "fall", label = "Falloff")
        @Range(
                min = 0,
                max = 3,
                initial = 1,
                says = "How fast it falls with distance: 0 is the same everywhere, 2 as gravity does.")
        double fall,

        @Id(value = "core", label = "Core radius")
        @Range(
                min = 0.005,
                max = 2,
                initial = 0.08,
                unit = "units",
                byRatio = true,
                says = "Nearer than this it grows no further.")
        double core,

        @Id("x") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "The place, across.")
        double x,

        @Id("y") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "The place, up.")
        double y,

        @Id("z") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "The place, towards who looks.")
        double z)
        implements Force<ForceMemory> {
    private static final int MOST = 64;

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
        Points to = frame.read("to", Points.class);
        int count = to == null ? 0 : Math.min(MOST, to.n());
        frame.crew().each(n, Points.GRAIN, (from, end) -> {
            for (int i = from; i < end; i++) {
                double dx = x - px[i];
                double dy = y - py[i];
                double dz = z - pz[i];
                double far = dx * dx + dy * dy + dz * dz;
                for (int k = 0; k < count; k++) {
                    double a = to.at(Attribute.X, k) - px[i];
                    double b = to.at(Attribute.Y, k) - py[i];
                    double c = to.at(Attribute.Z, k) - pz[i];
                    double d = a * a + b * b + c * c;
                    if (k > 0 && !(d < far)) continue;
                    far = d;
                    dx = a;
                    dy = b;
                    dz = c;
                }
                double r = Math.sqrt(far);
                if (!(r > 1e-9)) continue;
                double held = Math.max(r, core);
                double ratio = reach / held;
                double pull = strength
                        * (fall == 0 ? 1 : fall == 1 ? ratio : fall == 2 ? ratio * ratio : Math.pow(ratio, fall));
                // Inside the core it falls to nothing in the middle, so that nothing is flung out.
                float push = (float) (pull / held) * Force.push(points, i, dt);
                vx[i] += (float) dx * push;
                vy[i] += (float) dy * push;
                vz[i] += (float) dz * push;
            }
        });
    }
}
