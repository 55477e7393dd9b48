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
    private final Dressing dressing = new Dressing(f, face);
    private Renderer renderer;
    private Picture out;
    /** The triangle that was asked for last, and of which. */
    private int last;

    private Draughts from;

    void begin(Renderer renderer, Picture out) {
        this.renderer = renderer;
        this.out = out;
        dressing.begin(renderer);
        forget();
        f.clear();
    }

    private void forget() {
        face.forget();
        from = null;
        dressing.another();
    }

    void end() {
        forget();
        dressing.begin(null);
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
        if (dressing.made(i, m, face.u() * m.tilesAcross, face.v() * m.tilesUp)) f.n++;
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
                dressing.alike(f.n, k, pixel);
                f.n += k;
            }
            n -= k;
            pixel += k;
            x += k * step;
        }
    }

    private void take(Draughts all, int number) {
        if (number == last && all == from) return;
        Batch batch = all.batch(number >>> Batch.BITS);
        all.seen(number >>> Batch.BITS);
        int local = number & Batch.MOST - 1;
        face.take(
                renderer.scene.thing(batch.thing),
                batch.thing,
                batch.copy[local],
                batch.triangle[local],
                renderer.view);
        last = number;
        from = all;
        dressing.another();
    }

    /**
     * Adds {@code n} places of a row, whose places and normals stand behind the last fragment, as the relief in their face is seen there; those
     * where the eye's ray leaves it are left out.
     */
    private void carve(float x, float y, float step, int pixel, float weight, int n) {
        Matter m = face.material;
        boolean repeats = Dressing.repeats(m);
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
                dressing.alike(f.n, end - k, pixel + k);
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
        boolean repeats = Dressing.repeats(m);
        int begin = f.n;
        for (int j = 0; j < n; j++) {
            int i = f.n;
            if (i != begin + j) f.move(begin + j, i, 1);
            f.pixel[i] = pixel + j;
            f.weight[i] = weight;
            f.open[i] = renderer.corners.at(pixel + j);
            if (n > 1) face.at(x + j * step, y);
            if (!dressing.made(i, m, rays.u[k + j], rays.v[k + j])) continue;
            f.carved.add(i, rays, k + j, 1, heights, repeats);
            f.n++;
        }
    }

    /** Shades what was added and lays it into the picture, over what is there where {@code over}; then there is room again. */
    void flush(boolean over) {
        if (f.n == 0) return;
        LightKernels.face(f, 0, renderer.view);
        if (over) panes.take(f, renderer.view, renderer.behind(), out);
        lighting.work(renderer, null);
        Haze fog = renderer.scene.fog();
        if (fog.density > 0) fog(fog);
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

    private void fog(Haze fog) {
        float eyeY = renderer.view.eye[1];
        LightKernels.way(f, fog.density);
        if (fog.height > 0) {
            float eye = (float) Math.min(256, Math.exp((fog.ground - eyeY) / fog.height));
            LightKernels.lowWay(f, eyeY, fog.ground, fog.height, eye);
        }
        LightKernels.fog(f, fog.red, fog.green, fog.blue);
    }
}
