package gloaming.points.force;

import gloaming.flow.Attribute;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.attribute.Peek;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** A vector picture pushes points where they are: motion of a film, a flow that was drawn. */
@Id("carry")
@StepInfo(
        name = "Advect by picture",
        does = "Pushes points by a vector picture: red to the right, green upward, as motion gives it.",
        find =
                "force motion optical flow vector field picture film camera movement throw push advect carry vector field",
        notice = "Dots go where the picture's arrows point; without any they stay.",
        example = "sow rate=500 life=4 scatter=1 size=0.01 > *")
@Read(name = "by", kind = Picture.class, says = "The vectors, in units a second: red is to the right, green is up.")
public record AdvectByPicture(
        @Id("strength") @Range(min = -50, max = 50, initial = 1, says = "Times the picture's vectors.")
        double strength,

        @Id("manner")
        @Choice(
                initial = "push",
                says =
                        "Push changes velocity; drift moves points along as leaves on water; draw pulls velocity towards the vectors.")
        Manner manner,

        @Id(value = "grip", label = "Firmness")
        @Range(min = 0, max = 50, initial = 4, unit = "/s", says = "How firmly velocity is drawn towards the vectors.")
        double grip,

        @Id(value = "least", label = "Ignore below")
        @Range(
                min = 0,
                max = 4,
                initial = 0.02,
                unit = "units/s",
                says = "Vectors shorter than this count for nothing: noise.")
        double least)
        implements Force<ForceMemory> {

    /** What vectors do. */
    public enum Manner {
        @Id("push")
        PUSH,
        @Id("drift")
        DRIFT,
        @Id("draw")
        DRAW
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
        Picture by = frame.read("by", Picture.class);
        if (by == null) return;
        float held = (float) (1 - Math.exp(-grip * dt));
        frame.crew().each(n, Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                float u = Peek.at(by, by.r(), px[i], py[i], 0);
                float v = Peek.at(by, by.g(), px[i], py[i], 0);
                if (!(u * u + v * v > least * least)) continue;
                u *= (float) strength;
                v *= (float) strength;
                switch (manner) {
                    case PUSH -> {
                        float push = Force.push(points, i, dt);
                        vx[i] += u * push;
                        vy[i] += v * push;
                    }
                    case DRIFT -> {
                        float lived = Force.lived(points, i, dt);
                        px[i] += u * lived;
                        py[i] += v * lived;
                    }
                    case DRAW -> {
                        vx[i] += (u - vx[i]) * held;
                        vy[i] += (v - vy[i]) * held;
                    }
                }
            }
        });
    }
}
