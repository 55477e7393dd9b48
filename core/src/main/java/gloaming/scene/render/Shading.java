package gloaming.scene.render;

import gloaming.flow.Picture;
import gloaming.scene.Haze;
import gloaming.scene.Matter;

/** Shades places by the hundred and lays their light into a picture: one for each thread, all of one frame alike. */
final class Shading {
    /** Rows shorter than this are asked for place by place. */
    private static final int SHORT = 6;

    private final Fragments f = new Fragments();
    private final Lighting lighting = new Lighting(f);
    private final Face face = new Face();
    private final float[] texel = new float[4];
    private Renderer renderer;
    private Picture out;
    /** The triangle that was asked for last, and of which. */
    private int last;

    private Draughts from;

    void begin(Renderer renderer, Picture out) {
        this.renderer = renderer;
        this.out = out;
        forget();
        f.clear();
    }

    private void forget() {
        face.forget();
        from = null;
        lately = null;
        laid = null;
    }

    void end() {
        forget();
        renderer = null;
        out = null;
    }

    /** Whether so many more places may not have room. */
    boolean full(int more) {
        return f.n + more > Fragments.MOST;
    }

    /**
     * Adds the place of a triangle that lies under a place of the picture.
     *
     * @param x,y in samples of the view
     * @param weight the part of the pixel it covers
     */
    void add(Draughts all, int number, float x, float y, int pixel, float weight) {
        take(all, number);
        face.at(x, y);
        int i = f.n;
        f.pixel[i] = pixel;
        f.weight[i] = weight;
        face.write(f, i);
        f.open[i] = renderer.corners.at(pixel);
        if (made(i)) f.n++;
    }

    /**
     * Adds a row of {@code n} pixels that a triangle fills, from a place of the picture on; shades what there is no room for in between.
     */
    void row(Draughts all, int number, float x, float y, int pixel, int n) {
        take(all, number);
        float step = renderer.samples;
        if (n < SHORT || face.uneven()) {
            for (int k = 0; k < n; k++) {
                if (full(1)) flush(false);
                add(all, number, x + k * step, y, pixel + k, 1);
            }
            return;
        }
        while (n > 0) {
            if (full(1)) flush(false);
            int k = Math.min(n, Fragments.MOST - f.n);
            face.row(f, f.n, k, x, y, step);
            alike(f.n, k, pixel);
            f.n += k;
            n -= k;
            pixel += k;
            x += k * step;
        }
    }

    /** What is the same along a row of one triangle. */
    private void alike(int i, int n, int pixel) {
        Matter m = face.material;
        boolean unlit = m.model == Matter.Model.UNLIT;
        for (int k = 0; k < n; k++) f.pixel[i + k] = pixel + k;
        fill(f.weight, i, n, 1);
        if (renderer.corners.there()) for (int k = 0; k < n; k++) f.open[i + k] = renderer.corners.at(pixel + k);
        else fill(f.open, i, n, 1);
        fill(f.cover, i, n, m.cover);
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

    private void take(Draughts all, int number) {
        if (number == last && all == from) return;
        Batch batch = all.batch(number >>> Batch.BITS);
        int local = number & Batch.MOST - 1;
        face.take(
                renderer.scene.thing(batch.thing),
                batch.thing,
                batch.copy[local],
                batch.triangle[local],
                renderer.view);
        last = number;
        from = all;
        lately = null;
    }

    /** Fills in what a place is made of; false where there is nothing of it after all. */
    private boolean made(int i) {
        Matter m = face.material;
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
            double u = face.u() * m.tilesAcross;
            double v = face.v() * m.tilesUp;
            boolean repeats = m.repeats || m.tilesAcross != 1 || m.tilesUp != 1;
            if (m.heightMap != null) {
                ReliefRay relief = renderer.relief.get();
                if (!relief.march(face, f, i, renderer.view, renderer.texture(m.heightMap), m, u, v, repeats))
                    return false;
                u = relief.u;
                v = relief.v;
            }
            if (m.colourMap != null) {
                texel(m.colourMap, m, u, v, repeats);
                cover *= texel[3];
                float over = texel[3] > 1e-6f ? 1 / texel[3] : 0;
                f.red[i] *= texel[0] * over;
                f.green[i] *= texel[1] * over;
                f.blue[i] *= texel[2] * over;
            }
            if (m.roughMap != null) {
                texel(m.roughMap, m, u, v, repeats);
                f.roughness[i] = Math.clamp(m.repeats ? m.roughness * light() : light(), 0f, 1f);
            }
            if (m.metalMap != null) {
                texel(m.metalMap, m, u, v, repeats);
                f.metal[i] = Math.clamp(m.metal * light(), 0f, 1f);
            }
            if (m.normalMap != null) {
                texel(m.normalMap, m, u, v, repeats);
                bend(i);
            }
            if (m.openMap != null) {
                texel(m.openMap, m, u, v, repeats);
                f.open[i] *= Math.clamp(1 + m.shut * (texel[0] - 1), 0f, 1f);
            }
            if (m.glowMap != null) {
                texel(m.glowMap, m, u, v, repeats);
                glowRed *= texel[0];
                glowGreen *= texel[1];
                glowBlue *= texel[2];
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
        return cover > 0;
    }

    private final float[] tintRed = new float[Fragments.MOST];
    private final float[] tintGreen = new float[Fragments.MOST];
    private final float[] tintBlue = new float[Fragments.MOST];

    /**
     * What is seen through glass: what stands in the picture already, aside by where its normal points in the picture, as much as is not
     * thrown back (Schlick 1994). Its own colour is the tint and gets no light.
     */
    private void through() {
        View view = renderer.view;
        Texture behind = renderer.behind();
        for (int i = 0; i < f.n; i++) {
            if (!f.glass[i]) continue;
            float right = f.nx[i] * view.right[0] + f.ny[i] * view.right[1] + f.nz[i] * view.right[2];
            float up = f.nx[i] * view.up[0] + f.ny[i] * view.up[1] + f.nz[i] * view.up[2];
            float facing = Math.min(1, Math.abs(f.nx[i] * f.vx[i] + f.ny[i] * f.vy[i] + f.nz[i] * f.vz[i]));
            float edge = 1 - facing;
            float fresnel = f.shine[i] + (1 - f.shine[i]) * edge * edge * edge * edge * edge;
            int y = f.pixel[i] / out.width;
            int x = f.pixel[i] - y * out.width;
            // Aside by the slope of the face, in parts of the height.
            float far = 0.25f * f.aside[i] * out.height;
            float u = (x + 0.5f - far * right) / out.width;
            float v = (y + 0.5f - far * up) / out.height;
            float blur = f.roughness[i] <= 0.03f ? 1 : 1 + f.roughness[i] * f.roughness[i] * 0.12f * out.height;
            behind.at(Math.clamp(u, 0f, 1f), Math.clamp(v, 0f, 1f), blur, false, texel);
            float part = 1 - fresnel;
            tintRed[i] = part * f.red[i] * texel[0];
            tintGreen[i] = part * f.green[i] * texel[1];
            tintBlue[i] = part * f.blue[i] * texel[2];
            f.red[i] = f.green[i] = f.blue[i] = 0;
        }
    }

    private final double[] across = new double[3];
    private final double[] up = new double[3];

    /** Turns the normal of a place by a texel of a picture of normals, in the frame of the face's texture. */
    private void bend(int i) {
        if (face.gradients(across, up) == 0) return;
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

    private void texel(Picture picture, Matter m, double u, double v, boolean repeats) {
        if (picture != lately || since++ >= NEXT) {
            Texture now = renderer.texture(picture);
            double pixels = face.stretch(now.width(), now.height()) * Math.max(m.tilesAcross, m.tilesUp);
            fine = pixels * renderer.samples;
            lately = picture;
            laid = now;
            since = 0;
        }
        laid.at(u, v, fine, repeats, texel);
    }

    /** Places after which it is asked anew how large a texel is. */
    private static final int NEXT = 12;

    private Picture lately;
    private Texture laid;
    private double fine;
    private int since;

    /** Shades what was added and lays it into the picture, over what is there where {@code over}; then there is room again. */
    void flush(boolean over) {
        if (f.n == 0) return;
        LightKernels.face(f, 0, renderer.view);
        if (over) through();
        lighting.work(renderer, null);
        Haze fog = renderer.scene.fog();
        if (fog.density > 0)
            LightKernels.fog(
                    f, fog.red, fog.green, fog.blue, fog.density, renderer.view.eye[1], fog.ground, fog.height);
        float[] r = out.r();
        float[] g = out.g();
        float[] b = out.b();
        float[] a = out.a();
        for (int i = 0; i < f.n; i++) {
            int p = f.pixel[i];
            float w = f.weight[i] * f.cover[i];
            if (over && f.glass[i]) {
                // Where nothing is behind it glass covers as much as it throws back.
                float left = 1 - w;
                float light = Math.max(f.outRed[i], Math.max(f.outGreen[i], f.outBlue[i]));
                r[p] = r[p] * left + w * (f.outRed[i] + tintRed[i]);
                g[p] = g[p] * left + w * (f.outGreen[i] + tintGreen[i]);
                b[p] = b[p] * left + w * (f.outBlue[i] + tintBlue[i]);
                a[p] = Math.max(a[p], Math.min(1, w * light));
            } else if (over) {
                float left = 1 - w;
                r[p] = r[p] * left + w * f.outRed[i];
                g[p] = g[p] * left + w * f.outGreen[i];
                b[p] = b[p] * left + w * f.outBlue[i];
                a[p] = a[p] * left + w;
            } else {
                r[p] += w * f.outRed[i];
                g[p] += w * f.outGreen[i];
                b[p] += w * f.outBlue[i];
                a[p] += w;
            }
        }
        f.clear();
    }
}
