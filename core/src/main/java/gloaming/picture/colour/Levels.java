package gloaming.picture.colour;

import gloaming.flow.Kernel;
import gloaming.flow.Picture;
import gloaming.flow.VectorMath;
import gloaming.flow.Vectors;
import gloaming.look.Id;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/**
 * Black point, white point, gamma and gain. What lies below black becomes black and what lies above white becomes white, unless it is
 * kept; gamma bends what is below 0 by its size.
 */
@Id("levels")
@StepInfo(
        name = "Levels",
        does = "Sets what is black, what is white, and the greys between.",
        ifBlack = "lower Black or raise Gain",
        find = "tone contrast brightness gamma black white exposure curve grade darker brighter",
        notice = "What is darker than the black point is black, what is lighter than the white point is white.",
        example = "puppet > * black=0.02 white=0.3")
public record Levels(
        @Id("black") @Range(min = -1, max = 1, initial = 0, says = "The level that becomes black.")
        double black,

        @Id("white") @Range(min = 0.01, max = 8, initial = 1, says = "The level that becomes white.")
        double white,

        @Id("gamma")
        @Range(min = 0.1, max = 8, initial = 1, byRatio = true, says = "Bends the greys: above 1 brightens them.")
        double gamma,

        @Id("gain") @Range(min = 0, max = 8, initial = 1, says = "Times the result.")
        double gain,

        @Id("saturation")
        @Range(min = 0, max = 3, initial = 1, says = "0 is grey, 1 as it was, above 1 more colourful.")
        double saturation,

        @Id(value = "beyond", label = "Keep beyond")
        @Choice(initial = "false", says = "Keeps light below black and above white, for steps behind it.")
        boolean beyond)
        implements ByRows<Picture, Void> {
    private static final VectorSpecies<Float> F = FloatVector.SPECIES_PREFERRED;

    @Override
    public boolean timeless() {
        return true;
    }

    @Override
    public Rows rows(Picture whole, Void memory, Frame frame) {
        return (in, out, from, to) -> {
            int n = (to - from) * in.width;
            int at = in.at(from);
            int into = out.at(from);
            for (int c = 0; c < 3; c++) level(in.plane(c), in.a(), at, out.plane(c), into, n);
            if (saturation != 1) saturate(out, into, into + n);
            if (out != in) System.arraycopy(in.a(), at, out.a(), into, n);
            return out;
        };
    }

    /** One channel of one pixel of premultiplied colour: the plain version. */
    public float one(float colour, float alpha) {
        float scale = (float) (1 / Math.max(1e-3, white - black));
        float level = (colour - (float) black * alpha) * scale;
        if (!beyond) level = Math.max(0, Math.min(1, level));
        if (gamma == 1) return level * (float) gain;
        return Math.copySign((float) Math.pow(Math.abs(level), 1 / gamma), level) * (float) gain;
    }

    @Kernel
    private void level(float[] in, float[] alpha, int at, float[] out, int into, int n) {
        float scale = (float) (1 / Math.max(1e-3, white - black));
        float low = (float) black;
        float times = (float) gain;
        float power = (float) (1 / gamma);
        boolean ends = !beyond;
        int i = 0;
        for (; i <= n - F.length(); i += F.length()) {
            FloatVector cover = Vectors.load(alpha, at + i);
            FloatVector level = Vectors.load(in, at + i).sub(cover.mul(low)).mul(scale);
            if (ends) level = level.min(1).max(0);
            if (power == 1) {
                level.mul(times).intoArray(out, into + i);
            } else {
                FloatVector bent = VectorMath.pow(level.abs(), power).mul(times);
                bent.blend(bent.neg(), level.test(VectorOperators.IS_NEGATIVE)).intoArray(out, into + i);
            }
        }
        for (; i < n; i++) out[into + i] = one(in[at + i], alpha[at + i]);
    }

    private void saturate(Picture p, int from, int to) {
        float s = (float) saturation;
        for (int i = from; i < to; i++) {
            float light = 0.2126f * p.r()[i] + 0.7152f * p.g()[i] + 0.0722f * p.b()[i];
            p.r()[i] = light + s * (p.r()[i] - light);
            p.g()[i] = light + s * (p.g()[i] - light);
            p.b()[i] = light + s * (p.b()[i] - light);
        }
    }
}
