package gloaming.shape.change;

import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.noise.GradientNoise;
import gloaming.shape.Bending;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Pushes each place along its normal by noise in space, which can drift. */
@Id("push-by-noise")
@StepInfo(
        name = "Push by noise",
        does = "Pushes a shape out and in by noise, still or moving.",
        find = "shape displace bump wobble lump rock organic blob breathe deform modifier perlin",
        notice = "The surface goes in and out, and keeps its shading right.",
        example = "ball > * amount=0.25")
public record PushByNoise(
        @Id("amount") @Range(min = -5, max = 5, initial = 0.15, unit = "units", says = "How far out at most.")
        double amount,

        @Id("bulge")
        @Range(min = 0.02, max = 20, initial = 0.6, unit = "units", byRatio = true, says = "Size of its bulges.")
        double bulge,

        @Id("detail") @Range(min = 1, max = 6, initial = 3, says = "Layers of finer and finer bulges.")
        int detail,

        @Id("speed") @Range(min = -5, max = 5, initial = 0.2, says = "How fast it changes; 0 is still.")
        double speed)
        implements Bending {

    @Override
    public boolean idle() {
        return amount == 0;
    }

    @Override
    public long moment(Frame frame) {
        return speed == 0 ? 0 : Double.doubleToLongBits(frame.time());
    }

    @Override
    public float finest(Shape in) {
        return (float) (bulge / Math.scalb(1, detail + 1));
    }

    @Override
    public Rule rule(Shape in, Frame frame) {
        int seed = (int) frame.seed();
        float drift = (float) (speed == 0 ? 0 : frame.time() * speed % 4_096);
        float[] nx = in.nx();
        float[] ny = in.ny();
        float[] nz = in.nz();
        return (p, corner) -> {
            float sum = 0;
            float weight = 1;
            float scale = (float) (1 / bulge);
            for (int d = 0; d < detail; d++) {
                sum += weight * GradientNoise.at(seed + d, p[0] * scale, p[1] * scale + drift, p[2] * scale);
                weight *= 0.5f;
                scale *= 2;
            }
            float far = (float) (amount * sum);
            p[0] += nx[corner] * far;
            p[1] += ny[corner] * far;
            p[2] += nz[corner] * far;
        };
    }
}
