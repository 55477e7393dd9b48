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
    void light(Fragments f, LightSource lamp, Texture picture, Coat coat) {
        texels(f, lamp, picture);
        System.arraycopy(f.light, 0, whole, 0, f.n);
        channel(f, f.outRed, coat, f.coatRed, f.red, red, lamp.red);
        channel(f, f.outGreen, coat, f.coatGreen, f.green, green, lamp.green);
        channel(f, f.outBlue, coat, f.coatBlue, f.blue, blue, lamp.blue);
    }

    private void channel(
            Fragments f, float[] out, Coat coat, float[] thrown, float[] bases, float[] part, float strength) {
        for (int i = 0; i < f.n; i++) f.light[i] = whole[i] * part[i];
        if (f.coated) coat.lamp(f, thrown, strength);
        LightKernels.facets(f);
        LightKernels.lamp(f, out, bases, strength);
    }

    private void texels(Fragments f, LightSource lamp, Texture picture) {
        for (int i = 0; i < f.n; i++) {
            red[i] = green[i] = blue[i] = 0;
            if (f.light[i] == 0 || !at(lamp, picture, -f.lx[i], -f.ly[i], -f.lz[i], texel)) continue;
            red[i] = texel[0];
            green[i] = texel[1];
            blue[i] = texel[2];
        }
    }

    /** What a lamp throws along a way from it, of any length, as red, green and blue; false where it is none of the picture. */
    static boolean at(LightSource lamp, Texture picture, float x, float y, float z, float[] texel) {
        float ahead = x * lamp.dx + y * lamp.dy + z * lamp.dz;
        if (!(ahead * ahead > 1e-6f * (x * x + y * y + z * z)) || ahead <= 0) return false;
        // The picture stands upright before the lamp: its right is level.
        float flat = (float) Math.sqrt(lamp.dx * lamp.dx + lamp.dz * lamp.dz);
        float rx = flat > 1e-4f ? -lamp.dz / flat : 1;
        float rz = flat > 1e-4f ? lamp.dx / flat : 0;
        float tan = (float) Math.sqrt(Math.max(1e-6f, 1 - lamp.outer * lamp.outer)) / Math.max(0.05f, lamp.outer);
        float aspect = (float) picture.width() / picture.height();
        float over = 1 / (ahead * tan);
        float u = 0.5f + 0.5f * over * (x * rx + z * rz) / aspect;
        float v = 0.5f + 0.5f * over * (x * -rz * lamp.dy + y * (rz * lamp.dx - rx * lamp.dz) + z * rx * lamp.dy);
        if (!(u >= 0 && u <= 1 && v >= 0 && v <= 1)) return false;
        picture.at(u, v, 1, false, texel);
        for (int c = 0; c < 3; c++) texel[c] = Math.max(0, texel[c]);
        return true;
    }
}
