package gloaming.picture.colour;

import gloaming.look.Id;
import gloaming.step.ByPixel;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Black and white by a level of light, with a soft knee about it. */
@Id("threshold")
@StepInfo(
        name = "Threshold",
        does = "Turns the picture black and white: what is above a level, or below it.",
        ifBlack = "nothing is on that side of the level",
        find = "threshold cut out hard black white binary silhouette matte",
        begins = "level=0.18",
        notice = "White or black, nothing between.",
        example = "puppet > * level=0.14")
public record Threshold(
        @Id("level") @Range(min = 0, max = 4, initial = 0.5, says = "The level of light.")
        double level,

        @Id("softness") @Range(min = 0, max = 1, initial = 0.02, says = "Width of the soft knee about it.")
        double softness,

        @Id("keep") @Choice(initial = "above", says = "Which side becomes white.")
        Side keep,

        @Id("paint") @Choice(initial = "white", says = "White, or the picture's own colours.")
        Paint paint)
        implements ByPixel<Void> {

    /** Which side of the level is kept. */
    public enum Side {
        @Id("above")
        ABOVE,
        @Id("below")
        BELOW
    }

    /** What the kept side shows. */
    public enum Paint {
        @Id("white")
        WHITE,
        @Id("own")
        OWN
    }

    @Override
    public Pixels pixels(Void memory, Frame frame) {
        float slope = (float) (1 / Math.max(softness, 1e-4)) * (keep == Side.ABOVE ? 1 : -1);
        float low = (float) level;
        float own = paint == Paint.OWN ? 1 : 0;
        return (p, from, to, row) -> cut(p.r(), p.g(), p.b(), p.a(), low, slope, own, from, to);
    }

    /** How much of a pixel of this light is kept: the plain version. */
    public double kept(double light) {
        double t =
                Math.clamp((light - level) / Math.max(softness, 1e-4) * (keep == Side.ABOVE ? 1 : -1) + 0.5, 0.0, 1.0);
        return t * t * (3 - 2 * t);
    }

    private static void cut(
            float[] r, float[] g, float[] b, float[] a, float level, float slope, float own, int from, int to) {
        for (int i = from; i < to; i++) {
            float light = 0.2126f * r[i] + 0.7152f * g[i] + 0.0722f * b[i];
            float t = Math.min(1f, Math.max(0f, (light - level) * slope + 0.5f));
            float k = t * t * (3 - 2 * t);
            float white = (1 - own) * k;
            r[i] = white + own * k * r[i];
            g[i] = white + own * k * g[i];
            b[i] = white + own * k * b[i];
            a[i] = own == 1 ? k * a[i] : 1;
        }
    }
}
