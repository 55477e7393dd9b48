package gloaming.points.force;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Velocity that dies away exponentially: after {@code 1 / drag} seconds 37 percent is left, at any frame rate. */
@Id("drag")
@StepInfo(
        name = "Drag",
        does = "Slows points down, as air or water does.",
        find = "friction damping slow brake air resistance viscosity",
        notice = "What was fast slows down, and stays where it has come to.",
        example = "sow rate=200 life=4 speed=1.2 size=0.014 > * drag=2.5")
public record Drag(
        @Id("drag") @Range(min = 0, max = 20, initial = 1, unit = "/s", says = "How fast velocity dies away.")
        double drag)
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
        float keep = (float) Math.exp(-drag * dt);
        frame.crew().each(points.n(), Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                vx[i] *= keep;
                vy[i] *= keep;
                vz[i] *= keep;
            }
        });
    }
}
