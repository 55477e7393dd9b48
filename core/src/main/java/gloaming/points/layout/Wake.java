package gloaming.points.layout;

import gloaming.flow.Attribute;
import gloaming.flow.Nothing;
import gloaming.flow.Points;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** The last places of something that signals move: so many points along the way it took, the newest first, heading where it went. */
@Id("wake")
@StepInfo(
        name = "Wake",
        does = "Lays points where a moving place was in the last seconds, the newest first.",
        find =
                "layout trail path history signal past tail follow draw pen cursor lissajous spirograph waveform oscilloscope plot handwriting",
        notice = "The way two signals took in the last seconds, as points.",
        example = "* count=200 seconds=3 y=(sway rate=0.7) x=(sway rate=0.4)")
@Read(name = "x", kind = Signal.class, says = "Where it is, across, in units.")
@Read(name = "y", kind = Signal.class, optional = true, says = "Where it is, up.")
@Read(name = "z", kind = Signal.class, optional = true, says = "Where it is, towards who looks.")
public record Wake(
        @Id("count") @Range(min = 1, max = 2000, initial = 120, byRatio = true, says = "How many places.")
        int count,

        @Id("seconds")
        @Range(min = 0.05, max = 60, initial = 4, unit = "s", byRatio = true, says = "How long ago the oldest is.")
        double seconds,

        @Id("size")
        @Range(
                min = 0.0005,
                max = 0.5,
                initial = 0.02,
                unit = "units",
                byRatio = true,
                says = "Radius of the newest point.")
        double size,

        @Id("taper") @Range(min = 0, max = 1, initial = 1, says = "How much smaller the oldest is.")
        double taper)
        implements Operation<Nothing, Points, Wake.Memory> {
    /** Places that are remembered, at most. */
    private static final int MOST = 4_096;

    /** What goes out, and the places and their moments, in a ring. */
    public static final class Memory {
        final Points out = new Points();
        final float[][] places = new float[3][MOST];
        final double[] at = new double[MOST];
        long told;
        double time;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Nothing in, Memory memory, Frame frame) {
        memory.time += frame.dt();
        // Sixty a second for sixty seconds fit; what comes faster is thinned out.
        double least = seconds / MOST * 1.2;
        if (memory.told == 0 || memory.time - memory.at[(int) ((memory.told - 1) % MOST)] >= least) {
            int slot = (int) (memory.told++ % MOST);
            memory.at[slot] = memory.time;
            memory.places[0][slot] = read(frame, "x");
            memory.places[1][slot] = read(frame, "y");
            memory.places[2][slot] = read(frame, "z");
        }
        Points out = memory.out;
        Layout.start(out, count, size);
        float[] grown = out.each(Attribute.SIZE);
        float[][] p = {out.each(Attribute.X), out.each(Attribute.Y), out.each(Attribute.Z)};
        float[][] h = {out.each(Attribute.HX), out.each(Attribute.HY), out.each(Attribute.HZ)};
        float[] age = out.each(Attribute.AGE);
        out.column(Attribute.LIFE).constant((float) seconds);
        long newest = memory.told - 1;
        long oldest = Math.max(0, memory.told - MOST);
        long at = newest;
        for (int i = 0; i < count; i++) {
            double ago = count == 1 ? 0 : seconds * i / (count - 1);
            double moment = memory.time - ago;
            while (at > oldest && memory.at[(int) (at % MOST)] > moment) at--;
            int a = (int) (at % MOST);
            int b = (int) (Math.min(newest, at + 1) % MOST);
            double span = memory.at[b] - memory.at[a];
            float part = span > 0 ? (float) Math.clamp((moment - memory.at[a]) / span, 0.0, 1.0) : 0;
            float far = 0;
            for (int axis = 0; axis < 3; axis++) {
                float from = memory.places[axis][a];
                float to = memory.places[axis][b];
                p[axis][i] = from + (to - from) * part;
                h[axis][i] = to - from;
                far += (to - from) * (to - from);
            }
            far = (float) Math.sqrt(far);
            for (int axis = 0; axis < 3; axis++) h[axis][i] = far > 0 ? h[axis][i] / far : axis == 0 ? 1 : 0;
            age[i] = (float) ago;
            grown[i] = (float) (size * (1 - taper * (count == 1 ? 0 : (double) i / (count - 1))));
        }
        return out;
    }

    private static float read(Frame frame, String name) {
        Signal signal = frame.read(name, Signal.class);
        double value = signal == null ? 0 : signal.value();
        return Double.isFinite(value) ? (float) value : 0;
    }
}
