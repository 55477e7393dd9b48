package gloaming.points.force;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** The same acceleration for every point: gravity, wind, lift. */
@Id("wind")
@StepInfo(
        name = "Wind",
        does = "Pushes all points the same way: wind, gravity, lift.",
        find = "gravity force fall rise push accelerate weight",
        notice = "All dots are pushed one way, ever faster.",
        example = "sow rate=200 life=3 scatter=1 size=0.014 > * up=-0.6")
public record Wind(
        @Id("across") @Range(min = -8, max = 8, initial = 0, unit = "units/s²", says = "Push to the right.")
        double across,

        @Id("up")
        @Range(min = -8, max = 8, initial = -0.5, unit = "units/s²", says = "Push upward; below 0 things fall.")
        double up,

        @Id(value = "near", label = "Towards")
        @Range(min = -8, max = 8, initial = 0, unit = "units/s²", says = "Push towards who looks.")
        double near)
        implements Force<ForceMemory> {

    @Override
    public ForceMemory memory() {
        return new ForceMemory();
    }

    @Override
    public void move(Points points, ForceMemory memory, Frame frame, float dt) {
        float[] vx = points.column(Attribute.VX).values;
        float[] vy = points.column(Attribute.VY).values;
        float[] vz = points.column(Attribute.VZ).values;
        float ax = (float) across;
        float ay = (float) up;
        float az = (float) near;
        frame.crew().each(points.n(), Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                float push = Force.push(points, i, dt);
                vx[i] += ax * push;
                vy[i] += ay * push;
                vz[i] += az * push;
            }
        });
    }
}
