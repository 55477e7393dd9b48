package gloaming.picture.colour;

import gloaming.look.Id;
import gloaming.step.ByPixel;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Makes what is darker, or lighter, than a level clear and keeps the colours of the rest. */
@Id("light-key")
@StepInfo(
        name = "Light key",
        does = "Makes what is dark, or what is light, clear.",
        ifBlack = "all of it is on the clear side of the level",
        find = "luma key luminance matte black transparent cut out remove background",
        notice = "What is dark is see-through.",
        example = "puppet > * level=0.1")
public record LightKey(
        @Id("level") @Range(min = 0, max = 4, initial = 0.1, says = "The level of light.")
        double level,

        @Id("softness") @Range(min = 0.001, max = 1, initial = 0.1, says = "How softly it changes there.")
        double softness,

        @Id("keep") @Choice(initial = "above", says = "Which side is kept.")
        Threshold.Side keep)
        implements ByPixel<Void> {

    @Override
    public Pixels pixels(Void memory, Frame frame) {
        float slope = (float) (1 / softness) * (keep == Threshold.Side.ABOVE ? 1 : -1);
        float low = (float) level;
        return (p, from, to, row) -> cut(p.r(), p.g(), p.b(), p.a(), low, slope, from, to);
    }

    private static void cut(float[] r, float[] g, float[] b, float[] a, float level, float slope, int from, int to) {
        for (int i = from; i < to; i++) {
            float light = 0.2126f * r[i] + 0.7152f * g[i] + 0.0722f * b[i];
            float t = Math.min(1f, Math.max(0f, (light - level) * slope + 0.5f));
            float k = t * t * (3 - 2 * t);
            r[i] *= k;
            g[i] *= k;
            b[i] *= k;
            a[i] *= k;
        }
    }
}
