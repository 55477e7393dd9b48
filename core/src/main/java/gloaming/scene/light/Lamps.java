package gloaming.scene.light;

import gloaming.scene.LightSource;
import gloaming.step.Colour;

/** What the steps that set lamps share. */
final class Lamps {
    private Lamps() {}

    static void colour(LightSource lamp, Colour colour, double strength) {
        lamp.red = (float) (colour.r() * strength);
        lamp.green = (float) (colour.g() * strength);
        lamp.blue = (float) (colour.b() * strength);
    }
}
