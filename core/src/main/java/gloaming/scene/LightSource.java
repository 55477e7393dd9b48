package gloaming.scene;

import gloaming.flow.Picture;

/**
 * Something that gives light. World units; directions have length 1 and point the way the light goes.
 *
 * <p>A sun of intensity 1 makes a white matt face that it meets straight on as bright as white. A lamp of intensity 1 does so at a distance
 * of one unit; its light falls off by the square.
 */
public final class LightSource {
    /** Where light comes from. */
    public enum Form {
        /** From one direction, everywhere alike. */
        SUN,
        /** From a place, all round. */
        LAMP,
        /** From a place, in a cone. */
        SPOT
    }

    public Form form = Form.SUN;
    public float x;
    public float y;
    public float z;
    public float dx;
    public float dy = -1;
    public float dz;
    public float red = 1;
    public float green = 1;
    public float blue = 1;
    /** How wide the source is: the sun's radius in radians, a lamp's in units. Shadows are as soft. */
    public float wide = 0.02f;
    /** Cosines of the angles at which a cone begins to fade and where it ends. */
    public float inner = 0.95f;

    public float outer = 0.9f;
    public boolean shadow = true;
    /** What a spot throws in its cone, or null for even light. */
    public Picture picture;

    LightSource copyFrom(LightSource other) {
        form = other.form;
        x = other.x;
        y = other.y;
        z = other.z;
        dx = other.dx;
        dy = other.dy;
        dz = other.dz;
        red = other.red;
        green = other.green;
        blue = other.blue;
        wide = other.wide;
        inner = other.inner;
        outer = other.outer;
        shadow = other.shadow;
        picture = other.picture;
        return this;
    }

    /** Points it from where it is to a place; straight down where both are the same. */
    public void lookAt(double tx, double ty, double tz) {
        double a = tx - x;
        double b = ty - y;
        double c = tz - z;
        double length = Math.sqrt(a * a + b * b + c * c);
        if (!(length > 1e-9)) {
            dx = 0;
            dy = -1;
            dz = 0;
            return;
        }
        dx = (float) (a / length);
        dy = (float) (b / length);
        dz = (float) (c / length);
    }
}
