package gloaming.scene.render;

import gloaming.scene.LightSource;
import java.util.Arrays;

/**
 * A clear coat over what things are made of, as lacquer is: it throws light back by itself, and what lies under it gets what is left
 * (glTF 2.0, KHR_materials_clearcoat).
 */
final class Coat {
    private final float[] under = new float[Fragments.ROOM];

    /** Takes its roughness for that of the places, until {@link #off}. */
    void over(Fragments f) {
        System.arraycopy(f.roughness, 0, under, 0, f.n);
        System.arraycopy(f.coatRoughness, 0, f.roughness, 0, f.n);
        Arrays.fill(f.coatRed, 0, f.n, 0);
        Arrays.fill(f.coatGreen, 0, f.n, 0);
        Arrays.fill(f.coatBlue, 0, f.n, 0);
    }

    void off(Fragments f) {
        System.arraycopy(under, 0, f.roughness, 0, f.n);
    }

    /** Adds what it throws back of one colour of the sky. */
    void sky(Fragments f, int c) {
        LightKernels.coatSky(f, c == 0 ? f.coatRed : c == 1 ? f.coatGreen : f.coatBlue);
    }

    /** Adds what it throws back of a lamp whose angles are worked out. */
    void lamp(Fragments f, LightSource lamp) {
        LightKernels.coatFacets(f);
        LightKernels.coat(f, f.coatRed, lamp.red);
        LightKernels.coat(f, f.coatGreen, lamp.green);
        LightKernels.coat(f, f.coatBlue, lamp.blue);
    }

    /** Lays it over what the places throw to the eye. */
    void lay(Fragments f) {
        LightKernels.lay(f, f.outRed, f.coatRed);
        LightKernels.lay(f, f.outGreen, f.coatGreen);
        LightKernels.lay(f, f.outBlue, f.coatBlue);
    }
}
