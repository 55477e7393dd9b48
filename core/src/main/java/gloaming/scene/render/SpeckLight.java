package gloaming.scene.render;

import gloaming.scene.Matrix;
import gloaming.scene.Specks;

/** The light that falls on dots and lines, at their middle: the scratch paper of one thread. */
final class SpeckLight {
    private final Fragments f = new Fragments();
    private final Lighting lighting = new Lighting(f);
    final float[] whole = new float[Matrix.SIZE];
    private final Lighting.Fibres fibres = new Lighting.Fibres();

    /** Writes the light that specks {@code from} to {@code to} get, as white stuff throws it back, four numbers a speck. */
    void light(Renderer renderer, Specks set, int from, int to, float[] light, int at) {
        f.clear();
        float[] m = set.move;
        for (int i = from; i < to; i++) {
            int k = f.n++;
            float x = (set.from[3 * i] + set.to[3 * i]) / 2;
            float y = (set.from[3 * i + 1] + set.to[3 * i + 1]) / 2;
            float z = (set.from[3 * i + 2] + set.to[3 * i + 2]) / 2;
            f.x[k] = number(m[0] * x + m[1] * y + m[2] * z + m[3]);
            f.y[k] = number(m[4] * x + m[5] * y + m[6] * z + m[7]);
            f.z[k] = number(m[8] * x + m[9] * y + m[10] * z + m[11]);
            x = set.to[3 * i] - set.from[3 * i];
            y = set.to[3 * i + 1] - set.from[3 * i + 1];
            z = set.to[3 * i + 2] - set.from[3 * i + 2];
            fibres.set(
                    k, m[0] * x + m[1] * y + m[2] * z, m[4] * x + m[5] * y + m[6] * z, m[8] * x + m[9] * y + m[10] * z);
            f.pixel[k] = i;
            f.nx[k] = f.fx[k] = number(renderer.view.parallel ? renderer.view.back[0] : renderer.view.eye[0] - f.x[k]);
            f.ny[k] = f.fy[k] = number(renderer.view.parallel ? renderer.view.back[1] : renderer.view.eye[1] - f.y[k]);
            f.nz[k] = f.fz[k] = number(renderer.view.parallel ? renderer.view.back[2] : renderer.view.eye[2] - f.z[k]);
            f.red[k] = f.green[k] = f.blue[k] = 1;
            f.roughness[k] = 1;
            f.metal[k] = f.shine[k] = 0;
            f.soft[k] = 1;
            f.bands[k] = 0;
            f.open[k] = 1;
            f.outRed[k] = f.outGreen[k] = f.outBlue[k] = 0;
        }
        LightKernels.face(f, 0, renderer.view);
        lighting.work(renderer, fibres);
        for (int k = 0; k < f.n; k++) {
            int o = 4 * (at + from + k);
            light[o] = f.outRed[k];
            light[o + 1] = f.outGreen[k];
            light[o + 2] = f.outBlue[k];
        }
    }

    private static float number(float value) {
        return Math.abs(value) < 1e6f ? value : 0;
    }
}
