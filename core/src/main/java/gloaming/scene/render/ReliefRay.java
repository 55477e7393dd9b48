package gloaming.scene.render;

import gloaming.scene.Matter;

/**
 * A height picture that stands in a face: the ray of the eye goes on into the face until it meets a height (Kaneko and others 2001; steps
 * and halving after Policarpo, Oliveira and Comba 2005). The face lies where full light does; what is dark lies deeper. Beyond the border of
 * the picture there is nothing. Shadows of other things fall on the face as if it were flat; those within itself are {@link Carved}'s.
 */
final class ReliefRay {
    private static final int HALVES = 6;
    /** Steps along the ray at most; blocks that it passes over take one together. */
    private static final int STEPS = 160;

    double u;
    double v;
    private final double[] across = new double[3];
    private final double[] up = new double[3];

    /** Finds the texture place that is seen and turns the normal there; false where the ray leaves the picture's border. */
    boolean march(
            Face face,
            Fragments f,
            int i,
            View view,
            Texture heights,
            Matter m,
            double u0,
            double v0,
            boolean repeats) {
        double unit = face.gradients(across, up);
        u = u0;
        v = v0;
        if (!(unit > 0) || m.relief <= 0) return true;
        double deep = m.relief * unit;
        double vx = view.parallel ? view.back[0] : view.eye[0] - f.x[i];
        double vy = view.parallel ? view.back[1] : view.eye[1] - f.y[i];
        double vz = view.parallel ? view.back[2] : view.eye[2] - f.z[i];
        double straight = f.fx[i] * vx + f.fy[i] * vy + f.fz[i] * vz;
        double length = Math.sqrt(vx * vx + vy * vy + vz * vz);
        // Seen from behind, or all but along the face.
        straight = Math.max(0.05 * length, Math.abs(straight));
        // For each unit that the ray goes down: how far it goes in the texture.
        double du = -(across[0] * vx + across[1] * vy + across[2] * vz) / straight * m.tilesAcross * deep;
        double dv = -(up[0] * vx + up[1] * vy + up[2] * vz) / straight * m.tilesUp * deep;
        double below = meet(heights, u0, v0, du, dv, repeats);
        u = u0 + du * below;
        v = v0 + dv * below;
        if (!repeats && !(u >= 0 && u <= 1 && v >= 0 && v <= 1)) return false;
        turn(f, i, heights, m, deep, repeats);
        f.carved.add(i, heights, u, v, 1 - below, across, up, deep * m.tilesAcross, deep * m.tilesUp, repeats);
        return true;
    }

    /**
     * How far down, 0 to 1, a ray goes until it meets a height: block by block, and within a block texel by texel from where it comes under
     * the highest of it.
     */
    private static double meet(Texture heights, double u0, double v0, double du, double dv, boolean repeats) {
        int w = heights.width();
        int h = heights.height();
        double sx = du * w;
        double sy = dv * h;
        double fine = 1 / Math.max(4, Math.max(Math.abs(sx), Math.abs(sy)));
        double t = 0;
        for (int s = 0; s < STEPS && t < 1; s++) {
            double x = place(u0 + du * t, repeats) * w;
            double y = place(v0 + dv * t, repeats) * h;
            double end = Math.min(1, t + leave(x, y, sx, sy));
            double over = 1 - heights.highestNear((int) x, (int) y);
            if (over < end) {
                double first = Math.max(t, over);
                x += sx * (first - t);
                y += sy * (first - t);
                for (t = first; t < end; t += fine, x += sx * fine, y += sy * fine)
                    if (1 - heights.heightOf((int) x, (int) y) <= t)
                        return halve(heights, u0, v0, du, dv, Math.max(0, t - fine), t, repeats);
            }
            t = Math.max(end, t);
        }
        return Math.min(1, t);
    }

    private static double place(double u, boolean repeats) {
        return repeats ? u - Math.floor(u) : u;
    }

    /** How far the ray goes until it leaves its block. */
    private static double leave(double x, double y, double sx, double sy) {
        double bx = x / Texture.BLOCK;
        double by = y / Texture.BLOCK;
        bx -= Math.floor(bx);
        by -= Math.floor(by);
        double left = 1;
        if (Math.abs(sx) > 1e-9) left = Math.min(left, (sx > 0 ? 1 - bx : bx) * Texture.BLOCK / Math.abs(sx));
        if (Math.abs(sy) > 1e-9) left = Math.min(left, (sy > 0 ? 1 - by : by) * Texture.BLOCK / Math.abs(sy));
        return left + 1e-4;
    }

    private static double halve(
            Texture heights, double u0, double v0, double du, double dv, double above, double below, boolean repeats) {
        for (int s = 0; s < HALVES; s++) {
            double t = (above + below) / 2;
            if (1 - heights.height(u0 + du * t, v0 + dv * t, repeats) <= t) below = t;
            else above = t;
        }
        return below;
    }

    /** The normal of the heights: one texel to each side. */
    private void turn(Fragments f, int i, Texture heights, Matter m, double deep, boolean repeats) {
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
