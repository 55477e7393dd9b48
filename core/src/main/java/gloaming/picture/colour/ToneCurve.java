package gloaming.picture.colour;

import gloaming.look.Id;
import gloaming.picture.kernel.Tone;
import gloaming.step.ByPixel;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * A curve through five tones, the same for each colour.
 *
 * <p>Tones stand at 0, 1/4, 1/2, 3/4 and 1 of what the eye counts; between them runs the monotone cubic of Fritsch and Carlson
 * (1980), and beyond 1 its last slope goes on, so that nothing clips.
 */
@Id("tone-curve")
@StepInfo(
        name = "Tone curve",
        does = "Bends tones along a curve: shadows, darks, middle, lights and highlights.",
        find = "curves tone contrast shadows highlights grade fade film solarise",
        notice = "Five points of a curve from dark to light.",
        example = "puppet > * darks=0.1 lights=0.9")
public record ToneCurve(
        @Id("shadows") @Range(min = -0.5, max = 1.5, initial = 0, says = "Where black goes.")
        double shadows,

        @Id("darks") @Range(min = -0.5, max = 1.5, initial = 0.25, says = "Where a dark tone goes.")
        double darks,

        @Id("middle") @Range(min = -0.5, max = 1.5, initial = 0.5, says = "Where the middle goes.")
        double middle,

        @Id("lights") @Range(min = -0.5, max = 1.5, initial = 0.75, says = "Where a light tone goes.")
        double lights,

        @Id("highlights") @Range(min = -0.5, max = 1.5, initial = 1, says = "Where white goes.")
        double highlights)
        implements ByPixel<Void> {

    @Override
    public Pixels pixels(Void memory, Frame frame) {
        float[] at = {(float) shadows, (float) darks, (float) middle, (float) lights, (float) highlights};
        float[] pieces = pieces(at, slopes(at));
        return (p, from, to, row) -> {
            for (int c = 0; c < 3; c++) ColourKernels.tones(p.plane(c), p.a(), pieces, from, to);
        };
    }

    /** One colour of a pixel, the plain version: a curve that lifts black does not lift what is not there. */
    public float one(float light, float cover) {
        float[] at = {(float) shadows, (float) darks, (float) middle, (float) lights, (float) highlights};
        float lifted = Tone.linear(curve(Tone.seen(light), at, slopes(at)));
        if (cover >= 1) return lifted;
        return cover <= 0 && light == 0 ? 0 : lifted * Math.max(cover, Math.min(1f, light));
    }

    /**
     * The curve as four cubics {@code a + t (b + t (c + t d))}, t from 0 to 1 in each, one after the other, and the slopes below 0
     * and above 1.
     */
    private static float[] pieces(float[] at, float[] slope) {
        float[] pieces = new float[18];
        for (int k = 0; k < 4; k++) {
            float rise = at[k + 1] - at[k];
            pieces[4 * k] = at[k];
            pieces[4 * k + 1] = slope[k];
            pieces[4 * k + 2] = 3 * rise - 2 * slope[k] - slope[k + 1];
            pieces[4 * k + 3] = slope[k] + slope[k + 1] - 2 * rise;
        }
        pieces[16] = 4 * slope[0];
        pieces[17] = 4 * slope[4];
        return pieces;
    }

    /** The curve at a tone as the eye counts it. */
    public static float curve(float tone, float[] at, float[] slope) {
        if (tone <= 0) return at[0] + tone * slope[0] * 4;
        if (tone >= 1) return at[4] + (tone - 1) * slope[4] * 4;
        int k = (int) (tone * 4);
        float t = tone * 4 - k;
        float s = t * t * (3 - 2 * t);
        return at[k] + (at[k + 1] - at[k]) * s + slope[k] * t * (1 - t) * (1 - t) - slope[k + 1] * t * t * (1 - t);
    }

    /** Slopes at the five tones, for a step of one tone to the next, that make no hill or hollow of their own. */
    public static float[] slopes(float[] at) {
        float[] rise = new float[4];
        for (int k = 0; k < 4; k++) rise[k] = at[k + 1] - at[k];
        float[] slope = new float[5];
        slope[0] = rise[0];
        slope[4] = rise[3];
        for (int k = 1; k < 4; k++) {
            slope[k] = rise[k - 1] * rise[k] <= 0 ? 0 : 2 * rise[k - 1] * rise[k] / (rise[k - 1] + rise[k]);
        }
        return slope;
    }
}
