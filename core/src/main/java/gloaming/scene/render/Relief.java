package gloaming.scene.render;

import gloaming.scene.Material;

/**
 * A height picture that stands in a face: the ray of the eye goes on into the face until it meets a height (Kaneko and others 2001; steps
 * and halving after Policarpo, Oliveira and Comba 2005). The face lies where full light does; what is dark lies deeper. Beyond the border of
 * the picture there is nothing. Shadows of other things fall on the face as if it were flat.
 */
final class Relief {
    /** Steps along the ray at most: one for each texel it goes over, and four at least. */
    private static final int STEPS = 48;

    private static final int HALVES = 6;

    double u;
    double v;
    private final double[] across = new double[3];
    private final double[] up = new double[3];

    /** Finds the texture place that is seen and turns the normal there; false where the ray leaves the picture's border. */
    boolean march(Face face, Fragments f, int i, Texture heights, Material m, double u0, double v0, boolean repeats) {
        double unit = face.gradients(across, up);
        u = u0;
        v = v0;
        if (!(unit > 0) || m.relief <= 0) return true;
        double deep = m.relief * unit;
        double nx = f.fx[i];
        double ny = f.fy[i];
        double nz = f.fz[i];
        double straight = nx * f.vx[i] + ny * f.vy[i] + nz * f.vz[i];
        if (straight < 0.05) straight = 0.05;
        // For each unit that the ray goes down: how far it goes in the texture.
        double du =
                -(across[0] * f.vx[i] + across[1] * f.vy[i] + across[2] * f.vz[i]) / straight * m.tilesAcross * deep;
        double dv = -(up[0] * f.vx[i] + up[1] * f.vy[i] + up[2] * f.vz[i]) / straight * m.tilesUp * deep;
        int steps = (int)
                Math.clamp(Math.max(Math.abs(du) * heights.width(), Math.abs(dv) * heights.height()) + 4, 4, STEPS);
        double above = 0;
        double below = 1;
        for (int s = 1; s <= steps; s++) {
            double t = (double) s / steps;
            if (1 - heights.height(u0 + du * t, v0 + dv * t, repeats) <= t) {
                below = t;
                above = (double) (s - 1) / steps;
                break;
            }
        }
        for (int s = 0; s < HALVES; s++) {
            double t = (above + below) / 2;
            if (1 - heights.height(u0 + du * t, v0 + dv * t, repeats) <= t) below = t;
            else above = t;
        }
        u = u0 + du * below;
        v = v0 + dv * below;
        if (!repeats && !(u >= 0 && u <= 1 && v >= 0 && v <= 1)) return false;
        turn(f, i, heights, m, deep, repeats);
        return true;
    }

    /** The normal of the heights: one texel to each side. */
    private void turn(Fragments f, int i, Texture heights, Material m, double deep, boolean repeats) {
        double eu = 0.75 / heights.width();
        double ev = 0.75 / heights.height();
        double slopeU = (heights.height(u + eu, v, repeats) - heights.height(u - eu, v, repeats)) / (2 * eu) * deep;
        double slopeV = (heights.height(u, v + ev, repeats) - heights.height(u, v - ev, repeats)) / (2 * ev) * deep;
        slopeU *= m.tilesAcross;
        slopeV *= m.tilesUp;
        double x = f.nx[i] - slopeU * across[0] - slopeV * up[0];
        double y = f.ny[i] - slopeU * across[1] - slopeV * up[1];
        double z = f.nz[i] - slopeU * across[2] - slopeV * up[2];
        double over = 1 / Math.sqrt(x * x + y * y + z * z);
        f.nx[i] = (float) (x * over);
        f.ny[i] = (float) (y * over);
        f.nz[i] = (float) (z * over);
    }
}
