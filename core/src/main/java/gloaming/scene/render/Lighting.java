package gloaming.scene.render;

import gloaming.scene.Dome;
import gloaming.scene.LightSource;

/** The light that falls on places, from the sky and from every lamp: one for each set of {@link Fragments}. */
final class Lighting {
    private static final int SIDE = 64;
    /** For each pixel of a tile how the disc of shadows is turned. */
    private static final int[] TURN = turns();

    /** Gradient noise, which goes evenly through all turns within few pixels (Jimenez 2014). */
    private static int[] turns() {
        int[] all = new int[SIDE * SIDE];
        for (int i = 0; i < all.length; i++) {
            double noise = 0.06711056 * (i % SIDE) + 0.00583715 * (i / SIDE);
            noise = 52.9829189 * (noise - Math.floor(noise));
            all[i] = (int) ((noise - Math.floor(noise)) * ShadowKernels.TURNS);
        }
        return all;
    }

    private final Fragments f;
    private final Taps taps = new Taps();
    private final int[] turn = new int[Fragments.MOST];
    /** How strong a lamp's light was before shadows took of it. */
    private final float[] unshaded = new float[Fragments.MOST];

    private final float[] texel = new float[4];
    private final Thrown thrown = new Thrown();
    private final Coat coat = new Coat();
    private Renderer renderer;

    Lighting(Fragments f) {
        this.f = f;
    }

    /**
     * Ways of lines, which throw light by the angle to it and not by a normal (Kajiya and Kay 1989, "Rendering fur with three dimensional
     * textures"). A way without a length is a dot's, which throws what comes from before it and from beside.
     */
    static final class Fibres {
        private static final int SHARP = 4;
        private final float[] x = new float[Fragments.MOST];
        private final float[] y = new float[Fragments.MOST];
        private final float[] z = new float[Fragments.MOST];

        void set(int i, float wx, float wy, float wz) {
            float length = (float) Math.sqrt(wx * wx + wy * wy + wz * wz);
            float over = length > 1e-9f && length < 1e9f ? 1 / length : 0;
            x[i] = wx * over;
            y[i] = wy * over;
            z[i] = wz * over;
        }

        void add(Fragments f, LightSource lamp) {
            for (int i = 0; i < f.n; i++) {
                if (f.light[i] == 0) continue;
                float along = x[i] * f.lx[i] + y[i] * f.ly[i] + z[i] * f.lz[i];
                float seen = x[i] * f.vx[i] + y[i] * f.vy[i] + z[i] * f.vz[i];
                float across = (float) Math.sqrt(Math.max(0, 1 - along * along));
                float thrown = across * (float) Math.sqrt(Math.max(0, 1 - seen * seen)) - along * seen;
                float shine = 0;
                if (x[i] != 0 || y[i] != 0 || z[i] != 0) {
                    shine = Math.max(0, thrown);
                    for (int k = 0; k < SHARP; k++) shine *= shine;
                } else across = 0.5f + 0.5f * (f.nx[i] * f.lx[i] + f.ny[i] * f.ly[i] + f.nz[i] * f.lz[i]);
                float light = f.light[i] * (0.8f * across + 0.3f * shine);
                f.outRed[i] += light * lamp.red;
                f.outGreen[i] += light * lamp.green;
                f.outBlue[i] += light * lamp.blue;
            }
        }
    }

    /** Adds to what places throw to the eye what the sky and all lamps give them; {@code fibres} say which are lines, or null. */
    void work(Renderer renderer, Fibres fibres) {
        this.renderer = renderer;
        turn();
        if (f.coated) {
            coat.over(f);
            mirror();
            for (int c = 0; c < 3; c++) {
                seen(c);
                coat.sky(f, c);
            }
            coat.off(f);
        }
        mirror();
        dome(f.outRed, f.red, 0);
        dome(f.outGreen, f.green, 1);
        dome(f.outBlue, f.blue, 2);
        for (int l = 0; l < renderer.lights.lamps.size(); l++) {
            LightSource lamp = renderer.lights.lamps.get(l);
            if (!reach(lamp)) continue;
            Shadow shadow = renderer.lights.shadow(l);
            boolean waxen = f.waxen && shadow != null;
            if (waxen) {
                Wax.light(f, lamp, shadow);
                System.arraycopy(f.light, 0, unshaded, 0, f.n);
            }
            if (shadow != null) shadow.shade(f, turn, taps);
            if (waxen) Wax.beside(f, lamp, shadow, unshaded, turn);
            if (f.carved.n > 0) f.carved.shade(f, renderer.relief.get(), lamp.form == LightSource.Form.SUN);
            band();
            if (fibres != null) {
                fibres.add(f, lamp);
                continue;
            }
            LightKernels.angles(f);
            if (lamp.picture != null) {
                thrown.light(f, lamp, renderer.texture(lamp.picture), coat);
                continue;
            }
            if (f.coated) coat.lamp(f, lamp);
            LightKernels.facets(f);
            LightKernels.lamp(f, f.outRed, f.red, lamp.red);
            LightKernels.lamp(f, f.outGreen, f.green, lamp.green);
            LightKernels.lamp(f, f.outBlue, f.blue, lamp.blue);
        }
        if (f.coated) coat.lay(f);
        this.renderer = null;
    }

    private void mirror() {
        LightKernels.mirror(f);
        if (renderer.skyPicture.there()) renderer.skyPicture.mirrored(f, texel);
    }

    private void dome(float[] out, float[] bases, int c) {
        seen(c);
        LightKernels.sky(f, out, bases);
    }

    /** What of one colour of the sky is seen where the eye's ray is thrown, and what a matt face gets of it. */
    private void seen(int c) {
        Dome sky = renderer.lights.sky;
        if (renderer.skyPicture.there()) {
            float[] mirrored = c == 0 ? f.skyRed : c == 1 ? f.skyGreen : f.skyBlue;
            System.arraycopy(mirrored, 0, f.facets, 0, f.n);
            renderer.skyPicture.matt(f, c);
        } else LightKernels.dome(f, sky.above[c], sky.horizon[c], sky.below[c]);
    }

    /** Where a lamp is from each place, and how strong its light is there; false where none of it comes to any. */
    private boolean reach(LightSource lamp) {
        int n = f.n;
        if (lamp.form == LightSource.Form.SUN) {
            java.util.Arrays.fill(f.lx, 0, n, -lamp.dx);
            java.util.Arrays.fill(f.ly, 0, n, -lamp.dy);
            java.util.Arrays.fill(f.lz, 0, n, -lamp.dz);
            java.util.Arrays.fill(f.light, 0, n, 1);
        } else {
            // Nearer than it is wide a lamp grows no brighter.
            float nearest = Math.max(1e-6f, lamp.wide * lamp.wide);
            for (int i = 0; i < n; i++) {
                float x = lamp.x - f.x[i];
                float y = lamp.y - f.y[i];
                float z = lamp.z - f.z[i];
                float square = Math.max(1e-12f, x * x + y * y + z * z);
                float over = 1 / (float) Math.sqrt(square);
                f.lx[i] = x * over;
                f.ly[i] = y * over;
                f.lz[i] = z * over;
                f.light[i] = 1 / Math.max(nearest, square);
            }
            if (lamp.form == LightSource.Form.SPOT) cone(lamp);
        }
        // What is less than a thousandth of white is not seen.
        float least = UNSEEN / Math.max(lamp.red, Math.max(lamp.green, lamp.blue));
        boolean any = false;
        for (int i = 0; i < n; i++) {
            float straight = f.nx[i] * f.lx[i] + f.ny[i] * f.ly[i] + f.nz[i] * f.lz[i];
            // Light from behind the triangle itself would come through it.
            float flat = f.fx[i] * f.lx[i] + f.fy[i] * f.ly[i] + f.fz[i] * f.lz[i];
            boolean away = flat <= 0 || straight <= 0 && !(f.apart && f.coat[i] > 0);
            if (f.light[i] < least || f.soft[i] == 0 && f.deep[i] == 0 && away) f.light[i] = 0;
            else any = true;
        }
        return any;
    }

    private static final float UNSEEN = 2e-4f;

    private void cone(LightSource lamp) {
        float range = Math.max(1e-4f, lamp.inner - lamp.outer);
        for (int i = 0; i < f.n; i++) {
            float cos = -(f.lx[i] * lamp.dx + f.ly[i] * lamp.dy + f.lz[i] * lamp.dz);
            float part = Math.clamp((cos - lamp.outer) / range, 0f, 1f);
            f.light[i] *= part * part * (3 - 2 * part);
        }
    }

    /** Where light goes in steps its strength is such that what comes of it does. */
    private void band() {
        for (int i = 0; i < f.n; i++) {
            if (f.bands[i] == 0) continue;
            float straight = f.nx[i] * f.lx[i] + f.ny[i] * f.ly[i] + f.nz[i] * f.lz[i];
            float step = (float) Math.floor(straight * f.light[i] * f.bands[i] + 0.5f) / f.bands[i];
            f.light[i] = straight > 1e-3f ? step / straight : 0;
        }
    }

    /** How the places that shadows look at are turned for each fragment. */
    private void turn() {
        int width = renderer.view.width / renderer.samples;
        for (int i = 0; i < f.n; i++) {
            int y = f.pixel[i] / width;
            int x = f.pixel[i] - y * width;
            turn[i] = TURN[(y & SIDE - 1) * SIDE + (x & SIDE - 1)];
        }
    }
}
