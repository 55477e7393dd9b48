package gloaming.scene;

/** What lies between things and who looks: light of its own colour takes the place of theirs with distance. */
public final class Haze {
    public float red;
    public float green;
    public float blue;
    /** How much is lost a unit: of the light, {@code exp(-density * distance)} is left. */
    public float density;
    /** Where it is densest, and over how many units of height it thins out to a third; 0 where it is alike at any height. */
    public float ground = -1;

    public float height;

    Haze copyFrom(Haze other) {
        red = other.red;
        green = other.green;
        blue = other.blue;
        density = other.density;
        ground = other.ground;
        height = other.height;
        return this;
    }

    Haze none() {
        density = 0;
        return this;
    }

    /**
     * How much light comes through between an eye and a place {@code far} units away, 0 to 1: where it thins with height by the mean of three
     * heights (Simpson's rule).
     */
    public float clear(float eyeY, float y, float far) {
        double way = density * far;
        if (height > 0) {
            double end = Math.exp(Math.min(5.5, (ground - y) / height));
            double middle = Math.exp(Math.min(5.5, (ground - (y + eyeY) / 2) / height));
            double eye = Math.exp(Math.min(5.5, (ground - eyeY) / height));
            way *= (end + 4 * middle + eye) / 6;
        }
        return (float) Math.exp(-way);
    }
}
