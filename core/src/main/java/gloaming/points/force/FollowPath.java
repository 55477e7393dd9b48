package gloaming.points.force;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** Draws points along the line through another lane's points: towards it, and on along it. */
@Id("follow-path")
@StepInfo(
        name = "Follow path",
        does = "Carries points along the line through another lane's points.",
        find = "force path curve guide stream rail river along route",
        notice = "Dots are drawn to the ring and then run along it.")
@Read(name = "path", kind = Points.class, says = "The points whose line is followed, in their order; at most 256.")
public record FollowPath(
        @Id("speed")
        @Range(min = -4, max = 4, initial = 0.5, unit = "units/s", says = "How fast along the line; below 0 backwards.")
        double speed,

        @Id(value = "draw", label = "Pull")
        @Range(min = 0, max = 20, initial = 1.5, unit = "/s", says = "How firmly they are drawn to the line.")
        double draw,

        @Id(value = "grip", label = "Steering")
        @Range(min = 0, max = 20, initial = 3, unit = "/s", says = "How quickly velocity takes the line's direction.")
        double grip,

        @Id("reach")
        @Range(
                min = 0.02,
                max = 8,
                initial = 1,
                unit = "units",
                byRatio = true,
                says = "Further off the line is not felt.")
        double reach)
        implements Force<ForceMemory> {
    private static final int MOST = 256;

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
        Points path = frame.read("path", Points.class);
        int count = path == null ? 0 : Math.min(MOST, path.n());
        if (count < 2) return;
        float keep = (float) (1 - Math.exp(-grip * dt));
        frame.crew().each(n, 512, (from, to) -> {
            for (int i = from; i < to; i++) {
                double best = reach * reach;
                double tx = 0;
                double ty = 0;
                double tz = 0;
                double ox = 0;
                double oy = 0;
                double oz = 0;
                for (int k = 0; k + 1 < count; k++) {
                    double ax = path.at(Attribute.X, k);
                    double ay = path.at(Attribute.Y, k);
                    double az = path.at(Attribute.Z, k);
                    double bx = path.at(Attribute.X, k + 1) - ax;
                    double by = path.at(Attribute.Y, k + 1) - ay;
                    double bz = path.at(Attribute.Z, k + 1) - az;
                    double length = bx * bx + by * by + bz * bz;
                    if (!(length > 1e-12)) continue;
                    double t = ((px[i] - ax) * bx + (py[i] - ay) * by + (pz[i] - az) * bz) / length;
                    t = Math.clamp(t, 0.0, 1.0);
                    double dx = ax + t * bx - px[i];
                    double dy = ay + t * by - py[i];
                    double dz = az + t * bz - pz[i];
                    double far = dx * dx + dy * dy + dz * dz;
                    if (!(far < best)) continue;
                    best = far;
                    double over = 1 / Math.sqrt(length);
                    tx = bx * over;
                    ty = by * over;
                    tz = bz * over;
                    ox = dx;
                    oy = dy;
                    oz = dz;
                }
                if (tx == 0 && ty == 0 && tz == 0) continue;
                vx[i] += (float) (tx * speed + ox * draw - vx[i]) * keep;
                vy[i] += (float) (ty * speed + oy * draw - vy[i]) * keep;
                vz[i] += (float) (tz * speed + oz * draw - vz[i]) * keep;
            }
        });
    }
}
