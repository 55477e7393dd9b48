package gloaming.scene.render;

import gloaming.scene.LightSource;

/** The light of a spot that throws a picture: at each place as much of each colour as the picture has where the way from the lamp goes through it. */
final class Thrown {
    private final float[] red = new float[Fragments.MOST];
    private final float[] green = new float[Fragments.MOST];
    private final float[] blue = new float[Fragments.MOST];
    private final float[] whole = new float[Fragments.MOST];
    private final float[] texel = new float[4];

    /** Adds its light to all places; angles and {@code light} are worked out. */
    void light(Fragments f, LightSource lamp, Texture picture) {
        texels(f, lamp, picture);
        System.arraycopy(f.light, 0, whole, 0, f.n);
        channel(f, f.outRed, f.red, red, lamp.red);
        channel(f, f.outGreen, f.green, green, lamp.green);
        channel(f, f.outBlue, f.blue, blue, lamp.blue);
    }

    private void channel(Fragments f, float[] out, float[] bases, float[] part, float strength) {
        for (int i = 0; i < f.n; i++) f.light[i] = whole[i] * part[i];
        LightKernels.facets(f);
        LightKernels.lamp(f, out, bases, strength);
    }

    private void texels(Fragments f, LightSource lamp, Texture picture) {
        // The picture stands upright before the lamp: its right is level.
        float flat = (float) Math.sqrt(lamp.dx * lamp.dx + lamp.dz * lamp.dz);
        float rx = flat > 1e-4f ? -lamp.dz / flat : 1;
        float rz = flat > 1e-4f ? lamp.dx / flat : 0;
        float ux = -rz * lamp.dy;
        float uy = rz * lamp.dx - rx * lamp.dz;
        float uz = rx * lamp.dy;
        float tan = (float) Math.sqrt(Math.max(1e-6f, 1 - lamp.outer * lamp.outer)) / Math.max(0.05f, lamp.outer);
        float aspect = (float) picture.width() / picture.height();
        for (int i = 0; i < f.n; i++) {
            red[i] = green[i] = blue[i] = 0;
            if (f.light[i] == 0) continue;
            float x = -f.lx[i];
            float y = -f.ly[i];
            float z = -f.lz[i];
            float ahead = x * lamp.dx + y * lamp.dy + z * lamp.dz;
            if (ahead <= 1e-3f) continue;
            float over = 1 / (ahead * tan);
            float u = 0.5f + 0.5f * over * (x * rx + z * rz) / aspect;
            float v = 0.5f + 0.5f * over * (x * ux + y * uy + z * uz);
            if (!(u >= 0 && u <= 1 && v >= 0 && v <= 1)) continue;
            picture.at(u, v, 1, false, texel);
            red[i] = Math.max(0, texel[0]);
            green[i] = Math.max(0, texel[1]);
            blue[i] = Math.max(0, texel[2]);
        }
    }
}
