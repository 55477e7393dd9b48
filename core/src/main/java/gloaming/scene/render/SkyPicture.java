package gloaming.scene.render;

import gloaming.flow.Crew;
import gloaming.scene.Dome;

/**
 * A picture of all that lies round, as a source of light: longitude across and latitude up.
 *
 * <p>What a matt face gets of it comes from nine numbers a colour (Ramamoorthi and Hanrahan 2001, "An efficient representation for irradiance
 * environment maps"); what a face mirrors comes from the picture itself, the rougher the face from the lower a size of it.
 */
final class SkyPicture {
    private static final int NUMBERS = 9;
    /** Pixels across from which on the nine numbers are summed up. */
    private static final int ENOUGH = 64;

    private final Texture texture = new Texture();
    private final float[] sums = new float[3 * NUMBERS];
    private float strength;
    private float turn;
    private boolean there;

    void take(Dome sky, Crew crew) {
        there = sky.picture != null;
        if (!there) return;
        texture.take(sky.picture, crew);
        strength = sky.strength;
        turn = sky.turn;
        sum();
    }

    void forget() {
        texture.forget();
        there = false;
    }

    boolean there() {
        return there;
    }

    private void sum() {
        java.util.Arrays.fill(sums, 0);
        int level = 0;
        while (texture.width(level) > ENOUGH) level++;
        int w = texture.width(level);
        int h = texture.height(level);
        float[] y9 = new float[NUMBERS];
        double whole = 0;
        for (int y = 0; y < h; y++) {
            double up = Math.sin(Math.PI * ((y + 0.5) / h - 0.5));
            double flat = Math.sqrt(1 - up * up);
            double area = flat * 2 * Math.PI / w * Math.PI / h;
            for (int x = 0; x < w; x++) {
                double round = 2 * Math.PI * ((x + 0.5) / w - 0.5 - turn);
                harmonics((float) (flat * Math.sin(round)), (float) up, (float) (-flat * Math.cos(round)), y9);
                whole += area;
                for (int c = 0; c < 3; c++) {
                    float light = (float) (area * strength) * texture.pixel(level, c, y * w + x);
                    for (int k = 0; k < NUMBERS; k++) sums[c * NUMBERS + k] += light * y9[k];
                }
            }
        }
        // An even picture gives just itself: what rounding the rows left over is taken out, and the cosine's own nine
        // are put in.
        float fair = (float) (4 * Math.PI / whole);
        for (int i = 0; i < sums.length; i++) {
            int k = i % NUMBERS;
            sums[i] *= fair * (k == 0 ? 1 : k < 4 ? 2 / 3f : 0.25f);
        }
    }

    private static void harmonics(float x, float y, float z, float[] to) {
        to[0] = 0.282095f;
        to[1] = 0.488603f * y;
        to[2] = 0.488603f * z;
        to[3] = 0.488603f * x;
        to[4] = 1.092548f * x * y;
        to[5] = 1.092548f * y * z;
        to[6] = 0.315392f * (3 * z * z - 1);
        to[7] = 1.092548f * x * z;
        to[8] = 0.546274f * (x * x - y * y);
    }

    /** Writes, for each fragment, what it mirrors of the sky. */
    void mirrored(Fragments f, float[] texel) {
        for (int i = 0; i < f.n; i++) {
            float facing = f.nx[i] * f.vx[i] + f.ny[i] * f.vy[i] + f.nz[i] * f.vz[i];
            float wide = f.roughness[i] * f.roughness[i];
            float x = 2 * facing * f.nx[i] - f.vx[i];
            float y = 2 * facing * f.ny[i] - f.vy[i];
            float z = 2 * facing * f.nz[i] - f.vz[i];
            x += (f.nx[i] - x) * wide;
            y += (f.ny[i] - y) * wide;
            z += (f.nz[i] - z) * wide;
            towards(x, y, z, Math.max(1, wide * texture.width() / 2f), texel);
            f.skyRed[i] = texel[0];
            f.skyGreen[i] = texel[1];
            f.skyBlue[i] = texel[2];
        }
    }

    /** Writes what a matt face gets of one colour. */
    void matt(Fragments f, int c) {
        float[] s = sums;
        int o = c * NUMBERS;
        for (int i = 0; i < f.n; i++) {
            float x = f.nx[i];
            float y = f.ny[i];
            float z = f.nz[i];
            float light = 0.282095f * s[o]
                    + 0.488603f * (s[o + 1] * y + s[o + 2] * z + s[o + 3] * x)
                    + 1.092548f * (s[o + 4] * x * y + s[o + 5] * y * z + s[o + 7] * x * z)
                    + 0.315392f * s[o + 6] * (3 * z * z - 1)
                    + 0.546274f * s[o + 8] * (x * x - y * y);
            f.matt[i] = Math.max(0, light);
        }
    }

    /** What lies in a direction of any length, {@code pixels} of the picture wide. */
    void towards(float x, float y, float z, float pixels, float[] texel) {
        float flat = (float) Math.sqrt(x * x + z * z);
        float u = 0.5f + turn + turns(x, -z);
        float v = 0.5f + turns(y, flat) * 2;
        // At the poles it goes on as it is there.
        float edge = Math.min(0.5f, pixels / texture.height());
        v = Math.min(1 - edge, Math.max(edge, v));
        texture.at(u, v, pixels, true, texel);
        for (int c = 0; c < 3; c++) texel[c] *= strength;
    }

    int width() {
        return texture.width();
    }

    /** The angle of a direction in turns, from the second axis to the first; within a ten thousandth of one (Abramowitz and Stegun 4.4.47). */
    static float turns(float a, float b) {
        float ax = Math.abs(a);
        float bx = Math.abs(b);
        float most = Math.max(ax, bx);
        if (!(most > 1e-20f)) return 0;
        float t = Math.min(ax, bx) / most;
        float s = t * t;
        float angle = ((((0.0208351f * s - 0.085133f) * s + 0.180141f) * s - 0.3302995f) * s + 0.999866f) * t;
        angle *= 0.15915494f;
        if (ax > bx) angle = 0.25f - angle;
        if (b < 0) angle = 0.5f - angle;
        return a < 0 ? -angle : angle;
    }
}
