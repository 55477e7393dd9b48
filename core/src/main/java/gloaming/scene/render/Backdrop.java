package gloaming.scene.render;

import gloaming.flow.Picture;
import gloaming.scene.Haze;
import gloaming.scene.Scene;

/** What is seen where nothing stands: the sky, and the fog before it. */
final class Backdrop {
    /** Units that fog goes on behind everything. */
    private static final float FAR = 200;

    private Backdrop() {}

    /** Pixels between two for which the fog is worked out. */
    private static final int APART = 8;

    /** Lays it behind a row of a picture; {@code up} has room for a number a pixel. */
    static void row(Scene scene, View view, int samples, boolean seen, Picture out, int row, float[] up) {
        Haze fog = scene.fog();
        int n = out.width;
        int at = out.at(row);
        // How far up the eye looks there.
        float across = view.parallel ? 0 : samples / view.pixels;
        float left = view.parallel ? 0 : (0.5f * samples - view.width / 2f) / view.pixels;
        float py = view.parallel ? 0 : ((row + 0.5f) * samples - view.height / 2f) / view.pixels;
        float start = py * view.up[1] - view.back[1];
        float square = py * py + 1;
        for (int x = 0; x < n; x++) {
            float px = left + x * across;
            up[x] = (px * view.right[1] + start) / (float) Math.sqrt(px * px + square);
        }
        float[] a = out.a();
        for (int from = 0; from < n; from += APART) {
            int to = Math.min(n, from + APART);
            float gone = fog.density > 0 ? gone(fog, view, up[from]) : 0;
            float further = fog.density > 0 ? (gone(fog, view, up[to - 1]) - gone) / Math.max(1, to - 1 - from) : 0;
            for (int x = from; x < to; x++, gone += further) {
                float open = 1 - a[at + x];
                if (!(open > 0.001f)) continue;
                float clear = seen ? (1 - gone) * open : 0;
                float mist = gone * open;
                out.r()[at + x] += mist * fog.red + clear * scene.sky().towards(up[x], 0);
                out.g()[at + x] += mist * fog.green + clear * scene.sky().towards(up[x], 1);
                out.b()[at + x] += mist * fog.blue + clear * scene.sky().towards(up[x], 2);
                a[at + x] += mist + clear;
            }
        }
    }

    /** Lays what a picture of the sky shows behind a row of a picture; {@code texel} is room for four numbers. */
    static void picture(SkyPicture sky, Haze fog, View view, int samples, Picture out, int row, float[] texel) {
        float[] a = out.a();
        int at = out.at(row);
        float unit = samples / view.pixels;
        float pixels = Math.max(1, view.parallel ? 1 : sky.width() / 6.2831855f * unit);
        float py = view.parallel ? 0 : ((row + 0.5f) * samples - view.height / 2f) / view.pixels;
        for (int x = 0; x < out.width; x++) {
            float open = 1 - a[at + x];
            if (!(open > 0.001f)) continue;
            float px = view.parallel ? 0 : ((x + 0.5f) * samples - view.width / 2f) / view.pixels;
            float dx = px * view.right[0] + py * view.up[0] - view.back[0];
            float dy = px * view.right[1] + py * view.up[1] - view.back[1];
            float dz = px * view.right[2] + py * view.up[2] - view.back[2];
            sky.towards(dx, dy, dz, pixels, texel);
            float mist = fog.density > 0 ? gone(fog, view, dy / (float) Math.sqrt(dx * dx + dy * dy + dz * dz)) : 0;
            out.r()[at + x] += open * (texel[0] + (fog.red - texel[0]) * mist);
            out.g()[at + x] += open * (texel[1] + (fog.green - texel[1]) * mist);
            out.b()[at + x] += open * (texel[2] + (fog.blue - texel[2]) * mist);
            a[at + x] = 1;
        }
    }

    private static float gone(Haze fog, View view, float up) {
        return 1 - (float) Math.exp(-fog.density * way(fog, view.eye[1], up));
    }

    /** How much fog there is on the way: its integral along the ray where it thins with height. */
    private static float way(Haze fog, float eye, float up) {
        if (fog.height <= 0) return FAR;
        double h = fog.height;
        double start = Math.exp(Math.min(8, (fog.ground - eye) / h));
        if (Math.abs(up) < 1e-3) return (float) (FAR * start);
        double end = Math.exp(Math.min(8, (fog.ground - eye - up * FAR) / h));
        return (float) Math.min(FAR * 3000.0, (start - end) * h / up);
    }
}
