package gloaming.scene;

import gloaming.flow.Picture;

/** The light that comes from all round: a colour above, one at the horizon, one below, evenly between; or a picture in their place. */
public final class Dome {
    public final float[] above = {0.05f, 0.055f, 0.07f};
    public final float[] horizon = {0.05f, 0.05f, 0.055f};
    public final float[] below = {0.02f, 0.018f, 0.016f};
    /** What lies all round, once round across and from straight down to straight up; null where the colours are the sky. */
    public Picture picture;
    /** Times the picture's light. */
    public float strength = 1;
    /** Turns that the picture is turned by, 0 to 1. */
    public float turn;
    /** Whether it is seen behind the things. */
    public boolean seen;
    /** Whether somebody set it. */
    public boolean set;

    Dome copyFrom(Dome other) {
        System.arraycopy(other.above, 0, above, 0, 3);
        System.arraycopy(other.horizon, 0, horizon, 0, 3);
        System.arraycopy(other.below, 0, below, 0, 3);
        picture = other.picture;
        strength = other.strength;
        turn = other.turn;
        seen = other.seen;
        set = other.set;
        return this;
    }

    Dome plain() {
        return copyFrom(PLAIN);
    }

    /** The light from a direction that points {@code up} so far, -1 to 1: evenly from the horizon to either end. */
    public float towards(float up, int channel) {
        float[] end = up >= 0 ? above : below;
        float part = Math.abs(up);
        return horizon[channel] + (end[channel] - horizon[channel]) * part;
    }

    private static final Dome PLAIN = new Dome();

    /** What a scene stands under that has neither lamp nor sky; not to be changed. */
    public static final Dome STUDIO = studio();

    private static Dome studio() {
        Dome dome = new Dome();
        for (int c = 0; c < 3; c++) {
            dome.above[c] = 0.62f + 0.03f * c;
            dome.horizon[c] = 0.2f;
            dome.below[c] = 0.07f - 0.01f * c;
        }
        return dome;
    }
}
