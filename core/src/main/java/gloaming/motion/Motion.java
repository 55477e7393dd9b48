package gloaming.motion;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** How everything in a picture moved since the frame before, by {@link OpticalFlow}. */
@Id("motion")
@StepInfo(
        name = "Motion",
        does = "Measures how things move: red is the speed to the right, green the speed up.",
        find = "optical flow movement vectors velocity direction track where it moves movement",
        ifBlack = "nothing moves, or weaker than the threshold",
        notice = "Red is movement across, green up; what stands is black.",
        example = "puppet > * gain=3")
public record Motion(
        @Id("smoothness")
        @Range(
                min = 1,
                max = 12,
                initial = 4,
                says = "How far around each place is looked; more is calmer and blurrier.")
        int smoothness,

        @Id("threshold")
        @Range(min = 0, max = 4, initial = 0.02, unit = "units/s", says = "Slower than this counts as still.")
        double threshold,

        @Id("gain") @Range(min = 0, max = 50, initial = 1, says = "Times the measured speed.")
        double gain)
        implements Operation<Picture, Picture, Motion.Memory> {

    /** The frames so far. */
    public static final class Memory {
        private final OpticalFlow flow = new OpticalFlow();
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Picture run(Picture in, Memory memory, Frame frame) {
        Picture out = frame.picture();
        // While the lane's clock stands, so does everything in it; the picture before stays the one before.
        if (frame.dt() == 0 || !memory.flow.step(in, smoothness, frame.crew())) return out.fill(0, 0, 0, 1);
        OpticalFlow flow = memory.flow;
        // Pixels of the flow to units of the world: the height is two.
        float k = (float) (2.0 / flow.height() / frame.dt());
        frame.crew().each(out.height, 8, (from, to) -> write(flow, out, k, from, to));
        return out;
    }

    private void write(OpticalFlow flow, Picture out, float k, int from, int to) {
        int w = flow.width();
        int h = flow.height();
        float[] dx = flow.dx();
        float[] dy = flow.dy();
        float strength = (float) gain;
        float least = (float) threshold;
        for (int y = from; y < to; y++) {
            float v = Math.clamp((y + 0.5f) * h / out.height - 0.5f, 0, h - 1);
            int y0 = (int) v;
            int row0 = y0 * w;
            int row1 = Math.min(h - 1, y0 + 1) * w;
            float fy = v - y0;
            for (int x = 0; x < out.width; x++) {
                float u = Math.clamp((x + 0.5f) * w / out.width - 0.5f, 0, w - 1);
                int x0 = (int) u;
                int x1 = Math.min(w - 1, x0 + 1);
                float fx = u - x0;
                float vx = k * OpticalFlow.between(dx, row0, row1, x0, x1, fx, fy);
                float vy = k * OpticalFlow.between(dy, row0, row1, x0, x1, fx, fy);
                float speed = (float) Math.sqrt(vx * vx + vy * vy);
                // From nothing at the threshold to all of it at half as much again, so that nothing flickers there.
                float part = least <= 0 ? 1 : Math.clamp((speed - least) / (0.5f * least), 0, 1);
                int p = y * out.width + x;
                out.r()[p] = strength * part * vx;
                out.g()[p] = strength * part * vy;
                out.b()[p] = 0;
                out.a()[p] = 1;
            }
        }
    }
}
