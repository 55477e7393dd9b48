package gloaming.scene;

/** What lies between things and who looks: light of its own colour takes the place of theirs with distance. */
public final class Haze {
    /** It grows no thicker where it would be over {@code exp(5.5)} times as thick as at its ground. */
    private static final float THICKEST = 5.5f;
    /** Of light, {@code exp(-4.6)} is a hundredth. */
    private static final float LITTLE = 4.6f;

    public float red;
    public float green;
    public float blue;
    /** How much is lost a unit: of the light, {@code exp(-density * distance)} is left. */
    public float density;
    /** Where it is densest, and over how many units of height it thins out to a third; 0 where it is alike at any height. */
    public float ground = -1;

    public float height;
    /** How much of the light of lamps it throws to the eye: at 1 as much as white fog does. */
    public float beams;
    /** How much more of it goes on than back, 0 to 0.95: the mean cosine. */
    public float onward;
    /** How cloudy it is, 0 to 1, where light shines into it. */
    public float uneven;
    /** How far its clouds have gone, in units aside and in clouds upward. */
    public float driftX;

    public float driftZ;
    public float rise;

    Haze copyFrom(Haze other) {
        red = other.red;
        green = other.green;
        blue = other.blue;
        density = other.density;
        ground = other.ground;
        height = other.height;
        beams = other.beams;
        onward = other.onward;
        uneven = other.uneven;
        driftX = other.driftX;
        driftZ = other.driftZ;
        rise = other.rise;
        return this;
    }

    Haze none() {
        density = 0;
        return this;
    }

    /** How thick it is at a height. */
    public float at(float y) {
        return height > 0 ? density * (float) Math.exp(Math.min(THICKEST, (ground - y) / height)) : density;
    }

    /**
     * How much more light it throws to where it has turned by an angle than to every side alike (Henyey and Greenstein 1941, "Diffuse
     * radiation in the galaxy", equation 2), by the cosine.
     */
    public float phase(float cos) {
        float square = 1 + onward * onward - 2 * onward * cos;
        return (1 - onward * onward) / (square * (float) Math.sqrt(square));
    }

    /**
     * How far a ray goes on that is still worth following: beyond it no more than some hundredths of what comes to the eye come in all.
     *
     * @param up by how much the ray rises a unit of its way, -1 to 1
     * @param most units that it goes at most
     */
    public float reach(float eyeY, float up, float most) {
        if (height <= 0) return Math.min(most, LITTLE / density);
        double eye = at(eyeY);
        // Of the way through it, eye * (1 - exp(-up * t / height)) * height / up, this is left to go.
        double rest = 1 - LITTLE * up / (height * eye);
        double far = Math.abs(up) < 1e-4 ? LITTLE / eye : rest > 0 ? -Math.log(rest) * height / up : most;
        // It does not grow thicker below any more.
        if (up < 0 && ground - (eyeY + far * up) > THICKEST * height) far = most;
        if (up > 1e-4) far = Math.min(far, LITTLE * height / up);
        return (float) Math.min(most, far);
    }

    /**
     * How much light comes through between an eye and a place {@code far} units away, 0 to 1: where it thins with height by the mean of three
     * heights (Simpson's rule).
     */
    public float clear(float eyeY, float y, float far) {
        double way = density * far;
        if (height > 0) {
            double end = Math.exp(Math.min(THICKEST, (ground - y) / height));
            double middle = Math.exp(Math.min(THICKEST, (ground - (y + eyeY) / 2) / height));
            double eye = Math.exp(Math.min(THICKEST, (ground - eyeY) / height));
            way *= (end + 4 * middle + eye) / 6;
        }
        return (float) Math.exp(-way);
    }
}
