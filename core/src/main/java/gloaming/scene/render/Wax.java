package gloaming.scene.render;

import gloaming.scene.LightSource;

/**
 * Light that goes into wax, skin and leaves and comes out elsewhere: in the shadows beside, and on the side that lies away from the lamp. How far
 * it had to go within is told by the lamp's own view of the thing (Green 2004, "Real-time approximations to subsurface scattering"; Jimenez and others 2010, "Real-time realistic
 * skin translucency").
 */
final class Wax {
    /** Light comes through a little way round the edge too, so that there is no seam. */
    private static final float ROUND = 0.3f;

    /** The part of light that comes out a way beside where it went in; the rest does so at once. */
    private static final float BESIDE = 0.65f;

    private Wax() {}

    /** Adds what comes through of one lamp; {@code light} is how strong its light is at each place, whatever stands before. */
    static void light(Fragments f, LightSource lamp, Shadow shadow) {
        for (int i = 0; i < f.n; i++) {
            float deep = f.deep[i];
            if (deep == 0 || f.light[i] == 0) continue;
            float straight = f.nx[i] * f.lx[i] + f.ny[i] * f.ly[i] + f.nz[i] * f.lz[i];
            float behind = (ROUND - straight) / (1 + ROUND);
            if (behind <= 0) continue;
            // A little inside, so that the place does not look past its own edge.
            float in = 0.05f * deep;
            float way = shadow.within(f.x[i] - in * f.fx[i], f.y[i] - in * f.fy[i], f.z[i] - in * f.fz[i]) / deep;
            float light = behind * f.light[i] * (1 - f.metal[i]);
            f.outRed[i] += light * lamp.red * f.red[i] * left(way, f.deepRed[i]);
            f.outGreen[i] += light * lamp.green * f.green[i] * left(way, f.deepGreen[i]);
            f.outBlue[i] += light * lamp.blue * f.blue[i] * left(way, f.deepBlue[i]);
        }
    }

    /**
     * Lets light go sideways within, out of what is lit into the shadows beside it: what is lit of the faces about a place takes the part of its
     * own light, as much as the colour within lets through (one Gaussian of those by d'Eon and Luebke 2007, as a disc).
     *
     * @param before how strong the light was before shadows took of it
     */
    static void beside(Fragments f, LightSource lamp, Shadow shadow, float[] before, int[] turns) {
        for (int i = 0; i < f.n; i++) {
            float deep = f.deep[i];
            if (deep == 0 || before[i] == 0) continue;
            float straight = f.nx[i] * f.lx[i] + f.ny[i] * f.ly[i] + f.nz[i] * f.lz[i];
            float round = (straight + f.soft[i]) / (1 + f.soft[i]);
            if (round <= 0) continue;
            float about = shadow.around(f.x[i], f.y[i], f.z[i], deep, turns[i]);
            if (about < 0) continue;
            float matt = round * (round * f.soft[i] + 1 - f.soft[i]) * (1 - f.metal[i]) * (1 - f.shine[i]);
            float more = BESIDE * (about * before[i] - f.light[i]) * matt;
            f.outRed[i] += more * lamp.red * f.red[i] * Math.min(1, f.deepRed[i]);
            f.outGreen[i] += more * lamp.green * f.green[i] * Math.min(1, f.deepGreen[i]);
            f.outBlue[i] += more * lamp.blue * f.blue[i] * Math.min(1, f.deepBlue[i]);
        }
    }

    /** What is left after a way, in parts of how far it goes: the darker the colour is, the sooner it is gone. */
    private static float left(float way, float colour) {
        return colour * (float) Math.exp(-way / (0.15f + 0.85f * Math.min(1, colour)));
    }
}
