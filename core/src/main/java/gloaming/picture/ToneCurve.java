package gloaming.picture;

import gloaming.step.ByPixel;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.Says;

/**
 * A curve through five tones, the same for each colour.
 *
 * <p>Tones stand at 0, 1/4, 1/2, 3/4 and 1 of what the eye counts; between them runs the monotone cubic of Fritsch and Carlson
 * (1980), and beyond 1 its last slope goes on, so that nothing clips.
 */
@Says(
        name = "Tone curve",
        does = "Bends tones along a curve: shadows, darks, middle, lights and highlights.",
        find = "curves tone contrast shadows highlights grade fade film solarise")
public record ToneCurve(
        @Range(min = -0.5, max = 1.5, initial = 0, says = "Where black goes.")
        double shadows,

        @Range(min = -0.5, max = 1.5, initial = 0.25, says = "Where a dark tone goes.")
        double darks,

        @Range(min = -0.5, max = 1.5, initial = 0.5, says = "Where the middle goes.")
        double middle,

        @Range(min = -0.5, max = 1.5, initial = 0.75, says = "Where a light tone goes.")
        double lights,

        @Range(min = -0.5, max = 1.5, initial = 1, says = "Where white goes.")
        double highlights)
        implements ByPixel<Void> {

    @Override
    public Pixels pixels(Void memory, Frame frame) {
        float[] at = {(float) shadows, (float) darks, (float) middle, (float) lights, (float) highlights};
        float[] slope = slopes(at);
        return (p, from, to, row) -> {
            for (int c = 0; c < 3; c++) {
                float[] plane = p.plane(c);
                for (int i = from; i < to; i++) {
                    float a = p.a[i];
                    // A curve that lifts black must not lift what is not there.
                    float lifted = Tone.linear(curve(Tone.seen(plane[i]), at, slope));
                    plane[i] = a >= 1
                            ? lifted
                            : a <= 0 && plane[i] == 0 ? 0 : lifted * Math.max(a, Math.min(1f, plane[i]));
                }
            }
        };
    }

    /** The curve at a tone as the eye counts it. */
    static float curve(float tone, float[] at, float[] slope) {
        if (tone <= 0) return at[0] + tone * slope[0] * 4;
        if (tone >= 1) return at[4] + (tone - 1) * slope[4] * 4;
        int k = (int) (tone * 4);
        float t = tone * 4 - k;
        float s = t * t * (3 - 2 * t);
        return at[k] + (at[k + 1] - at[k]) * s + slope[k] * t * (1 - t) * (1 - t) - slope[k + 1] * t * t * (1 - t);
    }

    /** Slopes at the five tones, for a step of one tone to the next, that make no hill or hollow of their own. */
    static float[] slopes(float[] at) {
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
