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
    private final Panes panes = new Panes();
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
        if (face.carved()) {
            carve(x, y, 1, pixel, weight, 1);
            return;
        }
        f.open[i] = renderer.corners.at(pixel);
        Matter m = face.material;
        if (made(i, m, face.u() * m.tilesAcross, face.v() * m.tilesUp)) f.n++;
    }

    /**
     * Adds a row of {@code n} pixels that a triangle fills, from a place of the picture on; shades what there is no room for in between.
     */
    void row(Draughts all, int number, float x, float y, int pixel, int n) {
        take(all, number);
        float step = renderer.samples;
        boolean carved = face.carved() && !face.coloured();
        if (n < SHORT || face.uneven() && !carved) {
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
            if (carved) carve(x, y, step, pixel, 1, k);
            else {
                alike(f.n, k, pixel);
                f.n += k;
            }
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

    private static boolean repeats(Matter m) {
        return m.repeats || m.tilesAcross != 1 || m.tilesUp != 1;
    }

    /**
     * Adds {@code n} places of a row, whose places and normals stand behind the last fragment, as the relief in their face is seen there; those
     * where the eye's ray leaves it are left out.
     */
    private void carve(float x, float y, float step, int pixel, float weight, int n) {
        Matter m = face.material;
        boolean repeats = repeats(m);
        Heights heights = renderer.texture(m.heightMap).heights();
        ReliefRays rays = renderer.relief.get();
        int at = f.n;
        rays.row(face, f, at, n, x, y, step, renderer.view, heights, m, repeats);
        for (int k = 0; k < n; ) {
            int end = repeats ? n : rays.inside(k, n);
            if (end == k) {
                k++;
                continue;
            }
            if (f.n != at + k) f.move(at + k, f.n, end - k);
            if (n > 1 && !m.painted()) {
                alike(f.n, end - k, pixel + k);
                f.carved.add(f.n, rays, k, end - k, heights, repeats);
                f.n += end - k;
            } else dress(x + k * step, y, step, pixel + k, weight, rays, k, end - k);
            k = end;
        }
    }

    /** Adds those of a row in a relief that pictures lie on: {@code n} whose places stand behind the last fragment, {@code k} of what rays found. */
    private void dress(float x, float y, float step, int pixel, float weight, ReliefRays rays, int k, int n) {
        Matter m = face.material;
        Heights heights = renderer.texture(m.heightMap).heights();
        boolean repeats = repeats(m);
        int begin = f.n;
        for (int j = 0; j < n; j++) {
            int i = f.n;
            if (i != begin + j) f.move(begin + j, i, 1);
            f.pixel[i] = pixel + j;
            f.weight[i] = weight;
            f.open[i] = renderer.corners.at(pixel + j);
            if (n > 1) face.at(x + j * step, y);
            if (!made(i, m, rays.u[k + j], rays.v[k + j])) continue;
            f.carved.add(i, rays, k + j, 1, heights, repeats);
            f.n++;
        }
    }

    /** Fills in what a place is made of, by its texture place; false where there is nothing of it after all. */
    private boolean made(int i, Matter m, double u, double v) {
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
        if (over) panes.take(f, renderer.view, renderer.behind(), out);
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
                r[p] = r[p] * left + w * (f.outRed[i] + panes.red[i]);
                g[p] = g[p] * left + w * (f.outGreen[i] + panes.green[i]);
                b[p] = b[p] * left + w * (f.outBlue[i] + panes.blue[i]);
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
