package gloaming.scene.render;

import gloaming.scene.LightSource;
import java.util.Arrays;

/**
 * A clear coat over what things are made of, as lacquer is: it throws light back by itself, and what lies under it gets what is left
 * (glTF 2.0, KHR_materials_clearcoat).
 */
final class Coat {
    private final float[] under = new float[Fragments.ROOM];
    /** What the places face and how much towards the eye while they are taken for their coats', and the coats' meanwhile. */
    private final float[] held = new float[Fragments.ROOM];

    private final float[] facing = new float[Fragments.ROOM];

    /** Takes its roughness and normals for those of the places, until {@link #off}. */
    void over(Fragments f) {
        if (f.apart) {
            stand(f);
            change(f);
        }
        System.arraycopy(f.roughness, 0, under, 0, f.n);
        System.arraycopy(f.coatRoughness, 0, f.roughness, 0, f.n);
        Arrays.fill(f.coatRed, 0, f.n, 0);
        Arrays.fill(f.coatGreen, 0, f.n, 0);
        Arrays.fill(f.coatBlue, 0, f.n, 0);
    }

    void off(Fragments f) {
        System.arraycopy(under, 0, f.roughness, 0, f.n);
        if (f.apart) change(f);
    }

    /** Brings normals to the length 1 and to the side that is seen; where a coat follows they are those of the places. */
    private static void stand(Fragments f) {
        for (int i = 0; i < f.n; i++) {
            float x = f.cx[i];
            float y = f.cy[i];
            float z = f.cz[i];
            float length = (float) Math.sqrt(x * x + y * y + z * z);
            boolean follows = !(length > 1e-20f);
            float to = x * f.fx[i] + y * f.fy[i] + z * f.fz[i] < 0 ? -1 / length : 1 / length;
            f.cx[i] = follows ? f.nx[i] : x * to;
            f.cy[i] = follows ? f.ny[i] : y * to;
            f.cz[i] = follows ? f.nz[i] : z * to;
        }
    }

    /** The places face as their coats do, and back. */
    private void change(Fragments f) {
        change(f.nx, f.cx, f.n);
        change(f.ny, f.cy, f.n);
        change(f.nz, f.cz, f.n);
        change(f.nv, facing, f.n);
    }

    private void change(float[] a, float[] b, int n) {
        System.arraycopy(a, 0, held, 0, n);
        System.arraycopy(b, 0, a, 0, n);
        System.arraycopy(held, 0, b, 0, n);
    }

    /** Adds what it throws back of one colour of the sky. */
    void sky(Fragments f, int c) {
        LightKernels.coatSky(f, c == 0 ? f.coatRed : c == 1 ? f.coatGreen : f.coatBlue);
    }

    /** Adds what it throws back of a lamp whose angles are worked out. */
    void lamp(Fragments f, LightSource lamp) {
        facets(f);
        LightKernels.coat(f, f.coatRed, lamp.red);
        LightKernels.coat(f, f.coatGreen, lamp.green);
        LightKernels.coat(f, f.coatBlue, lamp.blue);
    }

    /** Adds what it throws back of one colour of a lamp whose angles are worked out. */
    void lamp(Fragments f, float[] out, float light) {
        facets(f);
        LightKernels.coat(f, out, light);
    }

    private void facets(Fragments f) {
        if (f.apart) {
            change(f);
            LightKernels.angles(f);
        }
        LightKernels.coatFacets(f);
        if (!f.apart) return;
        change(f);
        LightKernels.angles(f);
    }

    /** Lays it over what the places throw to the eye. */
    void lay(Fragments f) {
        if (f.apart) change(f);
        LightKernels.lay(f, f.outRed, f.coatRed);
        LightKernels.lay(f, f.outGreen, f.coatGreen);
        LightKernels.lay(f, f.outBlue, f.coatBlue);
        if (f.apart) change(f);
    }
}
