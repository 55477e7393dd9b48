package gloaming.scene.render;

import gloaming.flow.MapLaying;
import gloaming.flow.Picture;
import gloaming.flow.SurfaceMap;
import gloaming.scene.Matter;

/** Fills in what fragments are made of: what their matter says, and the pictures that lie on it. One thread's own. */
final class Dressing {
    /** Places after which it is asked anew how large a texel is. */
    private static final int NEXT = 12;

    /** The picture that was asked last, how it is laid, and how many of its texels go to one pixel there. */
    private Picture lately;

    private MapLaying laying;
    private Texture laid;
    private double fine;
    private int since;

    private final Fragments f;
    private final Face face;
    private final float[] texel = new float[4];
    private final double[] across = new double[3];
    private final double[] up = new double[3];

    private Renderer renderer;

    Dressing(Fragments f, Face face) {
        this.f = f;
        this.face = face;
    }

    void begin(Renderer renderer) {
        this.renderer = renderer;
        another();
    }

    /** Another face is asked for. */
    void another() {
        lately = null;
        laid = null;
    }

    /** What is the same along a row of one triangle. */
    void alike(int i, int n, int pixel) {
        Matter m = face.material;
        boolean unlit = m.model == Matter.Model.UNLIT;
        for (int k = 0; k < n; k++) f.pixel[i + k] = pixel + k;
        fill(f.weight, i, n, 1);
        if (renderer.corners.there()) for (int k = 0; k < n; k++) f.open[i + k] = renderer.corners.at(pixel + k);
        else fill(f.open, i, n, 1);
        fill(f.cover, i, n, m.cover);
        java.util.Arrays.fill(f.glass, i, i + n, m.model == Matter.Model.GLASS);
        fill(f.aside, i, n, m.bend);
        fill(f.roughness, i, n, m.roughness);
        fill(f.metal, i, n, unlit ? 0 : m.metal);
        fill(f.shine, i, n, unlit ? 0 : m.shine);
        fill(f.soft, i, n, m.soft);
        within(i, n, m);
        java.util.Arrays.fill(f.bands, i, i + n, m.model == Matter.Model.BANDS ? m.bands : 0);
        fill(f.outRed, i, n, m.glowRed * face.colour[0] + (unlit ? f.red[i] : 0));
        fill(f.outGreen, i, n, m.glowGreen * face.colour[1] + (unlit ? f.green[i] : 0));
        fill(f.outBlue, i, n, m.glowBlue * face.colour[2] + (unlit ? f.blue[i] : 0));
        if (!unlit) return;
        fill(f.red, i, n, 0);
        fill(f.green, i, n, 0);
        fill(f.blue, i, n, 0);
    }

    /** Light that goes in, and what lies over it. */
    private void within(int i, int n, Matter m) {
        boolean lit = m.model == Matter.Model.LIT;
        float deep = lit ? Math.max(0, m.deep) : 0;
        float coat = lit ? Math.clamp(m.coat, 0f, 1f) : 0;
        fill(f.deep, i, n, deep);
        fill(f.coat, i, n, coat);
        if (deep > 0) {
            f.waxen = true;
            fill(f.deepRed, i, n, m.deepRed);
            fill(f.deepGreen, i, n, m.deepGreen);
            fill(f.deepBlue, i, n, m.deepBlue);
        }
        if (coat == 0) return;
        f.coated = true;
        fill(f.coatRoughness, i, n, Math.clamp(m.coatRoughness, 0f, 1f));
    }

    private static void fill(float[] column, int i, int n, float value) {
        java.util.Arrays.fill(column, i, i + n, value);
    }

    /** Whether pictures lie side by side on it. */
    static boolean repeats(Matter m) {
        return m.repeats || m.tilesAcross != 1 || m.tilesUp != 1;
    }

    /** Fills in what a place is made of, by its texture place; false where there is nothing of it after all. */
    boolean made(int i, Matter m, double u, double v) {
        float cover = m.cover;
        f.roughness[i] = m.roughness;
        f.metal[i] = m.metal;
        f.shine[i] = m.shine;
        f.soft[i] = m.soft;
        within(i, 1, m);
        f.bands[i] = m.model == Matter.Model.BANDS ? m.bands : 0;
        float glowRed = m.glowRed * face.colour[0];
        float glowGreen = m.glowGreen * face.colour[1];
        float glowBlue = m.glowBlue * face.colour[2];
        if (m.mapped()) {
            boolean repeats = repeats(m);
            if (texel(SurfaceMap.COLOUR, m, u, v, repeats)) {
                cover *= texel[3];
                float over = texel[3] > 1e-6f ? 1 / texel[3] : 0;
                f.red[i] *= texel[0] * over;
                f.green[i] *= texel[1] * over;
                f.blue[i] *= texel[2] * over;
            }
            if (texel(SurfaceMap.ROUGH, m, u, v, repeats))
                f.roughness[i] = Math.clamp(m.repeats ? m.roughness * light() : light(), 0f, 1f);
            if (texel(SurfaceMap.METAL, m, u, v, repeats)) f.metal[i] = Math.clamp(m.metal * light(), 0f, 1f);
            if (f.coat[i] > 0 && m.coatApart) coat(i, m, u, v, repeats);
            if (texel(SurfaceMap.NORMAL, m, u, v, repeats)) bend(i, m.laying(SurfaceMap.NORMAL));
            if (texel(SurfaceMap.OPEN, m, u, v, repeats)) f.open[i] *= Math.clamp(1 + m.shut * (texel[0] - 1), 0f, 1f);
            if (texel(SurfaceMap.GLOW, m, u, v, repeats)) {
                glowRed *= texel[0];
                glowGreen *= texel[1];
                glowBlue *= texel[2];
            }
            if (f.coat[i] > 0) {
                if (texel(SurfaceMap.COAT, m, u, v, repeats)) f.coat[i] *= Math.clamp(light(), 0f, 1f);
                if (texel(SurfaceMap.COAT_ROUGH, m, u, v, repeats)) f.coatRoughness[i] *= Math.clamp(light(), 0f, 1f);
            }
        }
        f.glass[i] = m.model == Matter.Model.GLASS;
        if (f.glass[i]) f.aside[i] = m.bend;
        if (m.model == Matter.Model.UNLIT) {
            glowRed += f.red[i];
            glowGreen += f.green[i];
            glowBlue += f.blue[i];
            f.red[i] = f.green[i] = f.blue[i] = 0;
            f.metal[i] = 0;
            f.shine[i] = 0;
        }
        f.cover[i] = cover;
        f.outRed[i] = glowRed;
        f.outGreen[i] = glowGreen;
        f.outBlue[i] = glowBlue;
        if (cover > 0) return true;
        // The next that comes here has a coat of its own, or none.
        f.cx[i] = f.cy[i] = f.cz[i] = 0;
        return false;
    }

    /** Which way its coat faces, where a picture bends that or what is under it. */
    private void coat(int i, Matter m, double u, double v, boolean repeats) {
        boolean own = texel(SurfaceMap.COAT_NORMAL, m, u, v, repeats);
        if (!own && m.map(SurfaceMap.NORMAL) == null) return;
        float x = f.nx[i];
        float y = f.ny[i];
        float z = f.nz[i];
        if (own) bend(i, m.laying(SurfaceMap.COAT_NORMAL));
        f.cx[i] = f.nx[i];
        f.cy[i] = f.ny[i];
        f.cz[i] = f.nz[i];
        f.nx[i] = x;
        f.ny[i] = y;
        f.nz[i] = z;
        f.apart = true;
    }

    /** Turns the normal of a place by a texel of a picture of normals, in the frame of the face's texture as that picture is laid. */
    private void bend(int i, MapLaying how) {
        if (face.gradients(how.second(), across, up) == 0) return;
        for (int r = 0; r < 3; r++) {
            double a = across[r];
            across[r] = how.uu() * a + how.uv() * up[r];
            up[r] = how.vu() * a + how.vv() * up[r];
        }
        float x = 2 * texel[0] - 1;
        float y = 2 * texel[1] - 1;
        float z = Math.max(0, 2 * texel[2] - 1);
        double nx = f.nx[i];
        double ny = f.ny[i];
        double nz = f.nz[i];
        double length = Math.max(1e-12, Math.sqrt(nx * nx + ny * ny + nz * nz));
        double a = Math.max(1e-12, Math.sqrt(across[0] * across[0] + across[1] * across[1] + across[2] * across[2]));
        double b = Math.max(1e-12, Math.sqrt(up[0] * up[0] + up[1] * up[1] + up[2] * up[2]));
        f.nx[i] = (float) (x * across[0] / a + y * up[0] / b + z * nx / length);
        f.ny[i] = (float) (x * across[1] / a + y * up[1] / b + z * ny / length);
        f.nz[i] = (float) (x * across[2] / a + y * up[2] / b + z * nz / length);
    }

    private float light() {
        return 0.2126f * texel[0] + 0.7152f * texel[1] + 0.0722f * texel[2];
    }

    /** Looks up what a picture of its matter has at a texture place of the first set; false where no such picture lies on it. */
    private boolean texel(SurfaceMap which, Matter m, double u, double v, boolean repeats) {
        Picture picture = m.map(which);
        if (picture == null) return false;
        MapLaying how = m.laying(which);
        if (picture != lately || how != laying || since++ >= NEXT) {
            Texture now = renderer.texture(picture);
            double pixels = face.stretch(how.second(), now.width(), now.height()) * how.tiles();
            fine = pixels * Math.max(m.tilesAcross, m.tilesUp) * renderer.samples;
            lately = picture;
            laying = how;
            laid = now;
            since = 0;
        }
        if (how == MapLaying.PLAIN) {
            laid.at(u, v, fine, repeats, texel);
            return true;
        }
        boolean second = how.second() && face.second();
        double across = second ? face.u2() : u;
        double up = second ? face.v2() : v;
        laid.at(how.u(across, up), how.v(across, up), fine, repeats, texel);
        return true;
    }
}
