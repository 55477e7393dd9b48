package gloaming.picture.filter;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.Pyramid;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Light spilled from what is bright, as three Gaussians of growing width, worked out at half size and below. */
@Id("glow")
@StepInfo(
        name = "Glow",
        does = "Lets bright parts spill light around them.",
        find = "bloom halo light shine make it glow aura radiate lamp lantern shine light around",
        notice = "Only what is bright spills over, and the further the softer.",
        example = "puppet > * amount=1.5 threshold=0.22",
        sets = {
            "Candle: amount=0.9 radius=0.3 threshold=0.25 haze=0.7 tint=#ffc98a",
            "Neon: amount=1.6 radius=0.12 threshold=0.5 haze=0.2",
            "Moonlight: amount=0.8 radius=0.6 threshold=0.3 haze=0.9 tint=#bcd4ff",
            "Barely: amount=0.3 radius=0.15 threshold=0.7 haze=0.4"
        })
public record Glow(
        @Id("amount") @Range(min = 0, max = 4, initial = 0.6, says = "How much light spills.")
        double amount,

        @Id("radius")
        @Range(
                min = 0.01,
                max = 1,
                initial = 0.2,
                unit = "units",
                byRatio = true,
                says = "How far the widest spill reaches.")
        double radius,

        @Id("threshold") @Range(min = 0, max = 4, initial = 0.4, says = "Only what is brighter than this spills.")
        double threshold,

        @Id("haze") @Range(min = 0, max = 1, initial = 0.5, says = "From a tight halo to a wide haze.")
        double haze,

        @Id("tint") @Choice(initial = "#ffffff", says = "Colour of the spilled light, times its own.")
        Colour tint)
        implements ByRows<Picture, Glow.Memory> {

    /** Buffers of lower size. Spilled light covers nothing, so they hold colours only. */
    public static final class Memory {
        final Pyramid pyramid = new Pyramid(3);
        final double[] sigmas = new double[3];
        final double[] weights = new double[3];
    }

    @Override
    public boolean timeless() {
        return true;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Reach reach() {
        return Reach.AHEAD;
    }

    @Override
    public Rows rows(Picture whole, Memory memory, Frame frame) {
        if (amount == 0) return null;
        Picture bright = memory.pyramid.half(whole, frame.crew());
        keepBright(bright, frame);
        double sigma = radius / 2 * whole.scale();
        for (int i = 0; i < 3; i++) memory.sigmas[i] = Math.max(0.6, sigma * (i + 1) * (i + 1) / 9);
        memory.weights[0] = 1 - haze;
        memory.weights[1] = 0.6;
        memory.weights[2] = haze;
        double sum = memory.weights[0] + memory.weights[1] + memory.weights[2];
        for (int i = 0; i < 3; i++) memory.weights[i] /= sum;
        Picture spill = memory.pyramid.sum(memory.sigmas, memory.weights, frame.crew());
        return (in, out, from, to) -> {
            if (out != in) out.copyFrom(in, from, to);
            memory.pyramid.grow(spill, out, (float) amount, from, to);
            return out;
        };
    }

    /** Scales each pixel by how far it rises above the threshold, with a soft knee as wide as the threshold, and tints it. */
    private void keepBright(Picture picture, Frame frame) {
        float low = (float) threshold;
        float red = tint.r();
        float green = tint.g();
        float blue = tint.b();
        frame.crew().each(picture.pixels(), 16_384, (from, to) -> {
            float[] r = picture.r();
            float[] g = picture.g();
            float[] b = picture.b();
            for (int i = from; i < to; i++) {
                float light = Math.max(r[i], Math.max(g[i], b[i]));
                float over = Math.max(0f, light - low);
                float keep = over / (over + low + 1e-6f);
                r[i] = Math.max(0f, r[i]) * keep * red;
                g[i] = Math.max(0f, g[i]) * keep * green;
                b[i] = Math.max(0f, b[i]) * keep * blue;
            }
        });
    }
}
