package gloaming.picture.kernel;

/** Tones as the eye counts them, for steps that divide light evenly: the square root of light, close to a screen's own curve. */
public final class Tone {
    private Tone() {}

    public static float seen(float light) {
        return light >= 0 ? (float) Math.sqrt(light) : -(float) Math.sqrt(-light);
    }

    public static float linear(float seen) {
        return seen * Math.abs(seen);
    }
}
