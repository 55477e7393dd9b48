package gloaming.picture.filter;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.Tone;
import gloaming.step.ByPixel;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/**
 * A printer's screen: tones become dots, lines or crosses of one ink on a regular raster, larger where it is darker.
 *
 * <p>With one screen a colour, red, green and blue light are screened at angles of their own, a twelfth of a turn apart, as
 * print turns its inks.
 */
@Id("raster")
@StepInfo(
        name = "Halftone",
        does = "Draws tones as dots, lines or crosses on a regular raster, as print does.",
        find =
                "halftone screen print dots lines crosses newspaper raster comic raster screen print dots scan scanlines stripes moire led wall",
        notice = "Dark is a large dot, light a small one, as print does it.",
        example = "puppet > * pitch=0.022",
        sets = {
            "Newspaper: mark=dots pitch=0.014 turn=0.125 feather=0.1",
            "Four-colour poster: mark=dots pitch=0.03 inks=print feather=0.25",
            "Bank note: mark=lines pitch=0.012 turn=0.06 feather=0.2",
            "Woodcut: mark=lines pitch=0.035 turn=0 feather=0.05",
            "Cross-stitch: mark=crosses pitch=0.04 turn=0 feather=0.1"
        })
@Read(
        name = "tone",
        kind = Picture.class,
        optional = true,
        says = "The lane whose light says how large the marks are; without it, the picture's own.")
public record Halftone(
        @Id("mark") @Choice(initial = "dots", says = "What is drawn.")
        Mark mark,

        @Id("pitch")
        @Range(min = 0.005, max = 0.5, initial = 0.03, unit = "units", byRatio = true, says = "From mark to mark.")
        double pitch,

        @Id("turn") @Range(min = -0.5, max = 0.5, initial = 0.125, unit = "turns", says = "How the raster is turned.")
        double turn,

        @Id("feather") @Range(min = 0, max = 1, initial = 0.15, says = "How soft the marks' edges are.")
        double feather,

        @Id("inks")
        @Choice(initial = "light", says = "One screen by light, one for each colour of light, or three inks on paper.")
        Inks inks,

        @Id(value = "second", label = "Second screen")
        @Range(
                min = -0.5,
                max = 0.5,
                initial = 1 / 12.0,
                unit = "turns",
                says = "How much further the second of three screens is turned.")
        double second,

        @Id(value = "third", label = "Third screen")
        @Range(
                min = -0.5,
                max = 0.5,
                initial = 2 / 12.0,
                unit = "turns",
                says = "How much further than the first the third of three screens is turned.")
        double third,

        @Id(value = "inkOne", label = "First ink")
        @Choice(initial = "#00a3d0", says = "On paper: the ink that takes red away.")
        Colour inkOne,

        @Id(value = "inkTwo", label = "Second ink")
        @Choice(initial = "#d4276f", says = "On paper: the ink that takes green away.")
        Colour inkTwo,

        @Id(value = "inkThree", label = "Third ink")
        @Choice(initial = "#f6d32d", says = "On paper: the ink that takes blue away.")
        Colour inkThree,

        @Id("paper") @Choice(initial = "#f4efe4", says = "The paper.")
        Colour paper)
        implements ByPixel<Void> {

    /** What stands for a tone. */
    public enum Mark {
        @Id("dots")
        DOTS,
        @Id("lines")
        LINES,
        @Id("crosses")
        CROSSES
    }

    /** How colours are printed. */
    public enum Inks {
        @Id("light")
        LIGHT,
        @Id("colours")
        COLOURS,
        /** Each place is the paper's light times what the inks that lie there let through. */
        @Id("print")
        PRINT
    }

    @Override
    public Pixels pixels(Void memory, Frame frame) {
        float soft = (float) Math.max(feather, 2 / (pitch * frame.height()));
        float[] cos = new float[3];
        float[] sin = new float[3];
        for (int c = 0; c < 3; c++) {
            double further = inks == Inks.LIGHT || c == 0 ? 0 : c == 1 ? second : third;
            double angle = 2 * Math.PI * (turn + further);
            cos[c] = (float) (Math.cos(angle) / pitch);
            sin[c] = (float) (Math.sin(angle) / pitch);
        }
        Picture tones = frame.read("tone", Picture.class);
        return (p, from, to, row) -> {
            int shift = tones == null ? 0 : tones.at(row) - from;
            for (int i = from, column = 0, line = row; i < to; i++) {
                float x = (float) p.worldX(column);
                float y = (float) p.worldY(line);
                if (tones != null) {
                    // Marks of the picture's own colour, as large as the other picture is light.
                    int t = i + shift;
                    float light = 0.2126f * tones.r()[t] + 0.7152f * tones.g()[t] + 0.0722f * tones.b()[t];
                    float k = ink(light, x * cos[0] + y * sin[0], y * cos[0] - x * sin[0], soft);
                    for (int c = 0; c < 4; c++) p.plane(c)[i] *= k;
                } else if (inks == Inks.LIGHT) {
                    float light = 0.2126f * p.r()[i] + 0.7152f * p.g()[i] + 0.0722f * p.b()[i];
                    float k = ink(light, x * cos[0] + y * sin[0], y * cos[0] - x * sin[0], soft);
                    p.r()[i] = p.g()[i] = p.b()[i] = k;
                } else if (inks == Inks.PRINT) {
                    print(p, i, x, y, cos, sin, soft);
                } else {
                    for (int c = 0; c < 3; c++) {
                        float[] plane = p.plane(c);
                        plane[i] = ink(plane[i], x * cos[c] + y * sin[c], y * cos[c] - x * sin[c], soft);
                    }
                }
                if (++column == p.width) {
                    column = 0;
                    line++;
                }
            }
        };
    }

    /** What three inks leave of the paper's light at pixel {@code i}: each lies on as much of it as its colour is wanting. */
    private void print(Picture p, int i, float x, float y, float[] cos, float[] sin, float soft) {
        float cover = p.a()[i];
        if (!(cover > 0)) return;
        float red = paper.r();
        float green = paper.g();
        float blue = paper.b();
        for (int c = 0; c < 3; c++) {
            float wanting = 1 - Tone.seen(Math.clamp(p.plane(c)[i] / cover, 0f, 1f));
            float lies = covered(wanting, x * cos[c] + y * sin[c], y * cos[c] - x * sin[c], soft);
            Colour ink = c == 0 ? inkOne : c == 1 ? inkTwo : inkThree;
            red *= 1 - lies * (1 - ink.r());
            green *= 1 - lies * (1 - ink.g());
            blue *= 1 - lies * (1 - ink.b());
        }
        p.r()[i] = red * cover;
        p.g()[i] = green * cover;
        p.b()[i] = blue * cover;
    }

    /** Light at a place of the raster, given in pitches: a mark's area is the tone the eye sees. */
    public float ink(float light, float u, float v, float soft) {
        return covered(Tone.seen(Math.clamp(light, 0f, 1f)), u, v, soft);
    }

    /** Whether a mark whose area is {@code tone} lies at a place of the raster. */
    private float covered(float tone, float u, float v, float soft) {
        float x = Math.abs(u - Math.round(u));
        float y = Math.abs(v - Math.round(v));
        float far = switch (mark) {
            case DOTS -> (float) Math.sqrt(x * x + y * y) * 1.4142f;
            case LINES -> 2 * y;
            case CROSSES -> 2 * Math.min(x, y);
        };
        float size = size(tone);
        float t = Math.clamp((size - far) / soft + 0.5f, 0f, 1f);
        return tone <= 0 ? 0 : tone >= 1 ? 1 : t;
    }

    /** How far from its middle a mark reaches so that its area is the tone. */
    private float size(float tone) {
        return switch (mark) {
            case DOTS -> {
                // A disc within its cell; past a tone of pi / 4 discs overlap, and a root fits what is left to under 3
                // percent.
                float discs = (float) (Math.PI / 4);
                yield tone < discs
                        ? (float) Math.sqrt(2 * tone / Math.PI)
                        : 0.7071f + 0.2929f * (1 - (float) Math.sqrt((1 - tone) / (1 - discs)));
            }
            case LINES -> tone;
            case CROSSES -> 1 - (float) Math.sqrt(1 - tone);
        };
    }
}
