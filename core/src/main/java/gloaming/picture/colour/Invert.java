package gloaming.picture.colour;

import gloaming.look.Id;
import gloaming.step.ByPixel;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** The negative: what is light becomes dark, counted in tones as the eye counts them; beyond full light all is black. */
@Id("invert")
@StepInfo(
        name = "Invert",
        does = "Turns light into dark and each colour into its opposite.",
        ifBlack = "what comes in is white",
        find =
                "invert inverse negative opposite colours solarise solarize sabattier x-ray reverse swap black and white complement",
        notice = "Night is day: what was dark shines.",
        example = "puppet > * amount==0.5-0.5*cos(t*1.2)",
        sets = {"Negative: amount=1", "Solarised: from=0.5", "Day for night: of=light"})
public record Invert(
        @Id("amount") @Range(min = 0, max = 1, initial = 1, says = "How far it goes; half way all is grey.")
        double amount,

        @Id("of") @Choice(initial = "colours", says = "What is turned round.")
        Of of,

        @Id(value = "from", label = "From tone")
        @Range(
                min = 0,
                max = 1,
                initial = 0,
                says =
                        "Tones darker than this stay as they are; at one half it is as a print that saw light too early.")
        double from)
        implements ByPixel<Void> {

    /** What is turned round. */
    public enum Of {
        @Id("colours")
        COLOURS,
        /** The hue stays. */
        @Id("light")
        LIGHT,
        /** White where nothing was, nothing where all was covered. */
        @Id("cover")
        COVER
    }

    @Override
    public Pixels pixels(Void memory, Frame frame) {
        if (amount == 0) return null;
        float m = (float) amount;
        float low = (float) from;
        return (p, from, to, row) -> {
            switch (of) {
                case COLOURS -> {
                    for (int c = 0; c < 3; c++) turn(p.plane(c), p.a(), m, low, from, to);
                }
                case LIGHT -> light(p.r(), p.g(), p.b(), p.a(), m, low, from, to);
                case COVER -> cover(p.r(), p.g(), p.b(), p.a(), m, from, to);
            }
        };
    }

    /** A tone, 0 to 1 as the eye sees it, turned round. */
    private static float turned(float tone, float amount, float low) {
        return tone >= low ? tone + amount * (1 - 2 * tone) : tone;
    }

    private static void turn(float[] plane, float[] a, float amount, float low, int from, int to) {
        for (int i = from; i < to; i++) {
            float cover = Math.max(a[i], 1e-6f);
            float tone = (float) Math.sqrt(Math.min(1, Math.max(0, plane[i] / cover)));
            float now = turned(tone, amount, low);
            plane[i] = now * now * a[i];
        }
    }

    private static void light(float[] r, float[] g, float[] b, float[] a, float amount, float low, int from, int to) {
        for (int i = from; i < to; i++) {
            float cover = Math.max(a[i], 1e-6f);
            float light = (0.2126f * r[i] + 0.7152f * g[i] + 0.0722f * b[i]) / cover;
            float now = turned((float) Math.sqrt(Math.min(1, Math.max(0, light))), amount, low);
            float more = (now * now - light) * a[i];
            r[i] = Math.max(0, r[i] + more);
            g[i] = Math.max(0, g[i] + more);
            b[i] = Math.max(0, b[i] + more);
        }
    }

    private static void cover(float[] r, float[] g, float[] b, float[] a, float amount, int from, int to) {
        for (int i = from; i < to; i++) {
            float left = (1 - amount);
            float white = amount * (1 - Math.min(1, Math.max(0, a[i])));
            r[i] = left * r[i] + white;
            g[i] = left * g[i] + white;
            b[i] = left * b[i] + white;
            a[i] = left * a[i] + white;
        }
    }
}
