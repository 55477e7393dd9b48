package gloaming.scene.render;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.noise.GradientNoise;
import gloaming.scene.Haze;
import gloaming.scene.LightSource;

/**
 * Light that fog throws to the eye where a lamp shines into it, and does not where something stands before the lamp: shafts.
 *
 * <p>Light is thrown once on its way. Of a unit of white light that meets a place the fog throws {@code density / 4} a unit of the way to
 * every side, more of it on than back (Henyey and Greenstein 1941). Places along the eye's ray lie by equal angles as the lamp sees them, so
 * that the lamp's falling off needs no more of them near it (Kulla and Fajardo 2012, "Importance sampling techniques for path tracing in
 * participating media", equations 5 and 6). It is worked out for squares of pixels, by the depth in their middle.
 */
final class Shafts {
    /** Squares from bottom to top of the picture, about, and pixels along their sides at least. */
    private static final int ROWS = 135;

    private static final int LEAST = 3;

    private static final int PLACES = 10;
    /** Units that fog goes on where nothing stands. */
    private static final float FAR = 200;
    /** How much nearer one square may be than the next, so that light runs evenly between them. */
    private static final float EVEN = 1.15f;
    /** Clouds of smoke, in units. */
    private static final float SMOKE = 0.7f;

    private final ThreadLocal<Ray> rays = ThreadLocal.withInitial(Ray::new);
    private int width;
    private int height;
    private int side;
    private float[] red = {};
    private float[] green = {};
    private float[] blue = {};
    private float[] near = {};
    private float[] evenRed = {};
    private float[] evenGreen = {};
    private float[] evenBlue = {};

    /** Adds the light to a picture; {@code nearness} is that of the view. */
    void lay(Renderer renderer, float[] nearness, Picture out, Crew crew) {
        Haze fog = renderer.scene.fog();
        if (!(fog.density > 0 && fog.beams > 0) || renderer.lights.lamps.isEmpty()) return;
        size(out);
        crew.each(height, 2, (from, to) -> {
            Ray ray = rays.get();
            for (int y = from; y < to; y++) for (int x = 0; x < width; x++) square(renderer, nearness, ray, x, y);
        });
        // Neighbours look at other places, nine of them together at places that lie evenly.
        crew.each(height, 4, (from, to) -> {
            for (int y = from; y < to; y++) for (int x = 0; x < width; x++) even(x, y);
        });
        crew.each(out.height, 16, (from, to) -> {
            for (int row = from; row < to; row++) spread(renderer, nearness, out, row);
        });
    }

    private void size(Picture out) {
        side = Math.max(LEAST, Math.round((float) out.height / ROWS));
        // One more on each side, so that every pixel lies between four.
        width = (out.width + side - 1) / side + 1;
        height = (out.height + side - 1) / side + 1;
        int n = width * height;
        if (red.length >= n) return;
        red = new float[n];
        green = new float[n];
        blue = new float[n];
        near = new float[n];
        evenRed = new float[n];
        evenGreen = new float[n];
        evenBlue = new float[n];
    }

    /** A ray of the eye, and what lies along it: the scratch paper of one thread. */
    private static final class Ray {
        final float[] from = new float[3];
        final float[] way = new float[3];
        final float[] texel = new float[4];
        /** Units from the eye where fog begins to count and where it ends. */
        float low;

        float high;
        float red;
        float green;
        float blue;
    }

    private void square(Renderer renderer, float[] nearness, Ray ray, int x, int y) {
        View view = renderer.view;
        int samples = renderer.samples;
        // Squares have their places at the corners of pixels, so that the first lies at the picture's edge.
        int px = Math.min(view.width - 1, x * side * samples);
        int py = Math.min(view.height - 1, y * side * samples);
        float nearest = nearness[py * view.width + px];
        float length = view.ray(px + 0.5f, py + 0.5f, ray.from, ray.way);
        Haze fog = renderer.scene.fog();
        float far = nearest == 0 ? FAR : Math.min(FAR, view.depth(nearest) * length);
        far = fog.reach(ray.from[1], ray.way[1], far);
        ray.red = ray.green = ray.blue = 0;
        float shift = shift(x, y);
        for (int l = 0; l < renderer.lights.lamps.size(); l++) {
            LightSource lamp = renderer.lights.lamps.get(l);
            ray.low = 0;
            ray.high = far;
            if (lamp.form == LightSource.Form.SUN) sun(renderer, lamp, renderer.lights.shadow(l), ray, shift);
            else if (lamp.form == LightSource.Form.LAMP || cone(lamp, ray))
                lamp(renderer, lamp, renderer.lights.shadow(l), ray, shift);
        }
        int i = y * width + x;
        red[i] = ray.red;
        green[i] = ray.green;
        blue[i] = ray.blue;
        near[i] = nearest;
    }

    /** Gradient noise, by which neighbours look at other places (Jimenez 2014). */
    private static float shift(int x, int y) {
        double noise = 0.06711056 * x + 0.00583715 * y;
        noise = 52.9829189 * (noise - Math.floor(noise));
        return (float) (noise - Math.floor(noise));
    }

    private void sun(Renderer renderer, LightSource lamp, Shadow shadow, Ray ray, float shift) {
        Haze fog = renderer.scene.fog();
        float[] from = ray.from;
        float[] way = ray.way;
        float cos = -(way[0] * lamp.dx + way[1] * lamp.dy + way[2] * lamp.dz);
        float each = (ray.high - ray.low) / PLACES;
        float part = 0.25f * fog.beams * each * fog.phase(cos);
        float cloud = 1;
        for (int k = 0; k < PLACES; k++) {
            float t = ray.low + (k + shift) * each;
            float x = from[0] + t * way[0];
            float y = from[1] + t * way[1];
            float z = from[2] + t * way[2];
            if ((k & 1) == 0) cloud = cloud(fog, x, y, z);
            if (shadow != null && !shadow.reaches(x, y, z)) continue;
            add(ray, lamp, part * cloud * fog.at(y) * fog.clear(from[1], y, t), 1, 1, 1);
        }
    }

    private void lamp(Renderer renderer, LightSource lamp, Shadow shadow, Ray ray, float shift) {
        Haze fog = renderer.scene.fog();
        float[] from = ray.from;
        float[] way = ray.way;
        float lx = lamp.x - from[0];
        float ly = lamp.y - from[1];
        float lz = lamp.z - from[2];
        float nearest = lx * way[0] + ly * way[1] + lz * way[2];
        float square = lx * lx + ly * ly + lz * lz - nearest * nearest;
        // Nearer than it is wide a lamp grows no brighter.
        float apart = (float) Math.sqrt(Math.max(square, Math.max(1e-6f, lamp.wide * lamp.wide)));
        double first = Math.atan((ray.low - nearest) / apart);
        double turn = (Math.atan((ray.high - nearest) / apart) - first) / PLACES;
        float part = (float) (0.25 * fog.beams * turn / apart);
        // It is thickest at the lower end.
        float thickest = fog.at(from[1] + (way[1] > 0 ? ray.low : ray.high) * way[1]);
        float strongest = part * thickest * Math.max(lamp.red, Math.max(lamp.green, lamp.blue));
        if (!(strongest * PLACES > 1e-4f)) return;
        Texture thrown = lamp.picture == null ? null : renderer.texture(lamp.picture);
        double tan = Math.tan(first + shift * turn);
        double step = Math.tan(turn);
        float cloud = 1;
        for (int k = 0; k < PLACES; k++) {
            float t = nearest + apart * (float) tan;
            float aside = (float) (1 / Math.sqrt(1 + tan * tan));
            float cos = (float) -tan * aside;
            tan = (tan + step) / (1 - tan * step);
            float x = from[0] + t * way[0];
            float y = from[1] + t * way[1];
            float z = from[2] + t * way[2];
            float cone = lamp.form == LightSource.Form.SPOT ? inCone(lamp, x, y, z) : 1;
            if ((k & 1) == 0) cloud = cloud(fog, x, y, z);
            if (cone <= 0 || shadow != null && !shadow.reaches(x, y, z)) continue;
            float light = part * cone * cloud * fog.at(y) * fog.clear(from[1], y, t) * fog.phase(cos);
            if (thrown == null) {
                add(ray, lamp, light, 1, 1, 1);
            } else if (Thrown.at(lamp, thrown, x - lamp.x, y - lamp.y, z - lamp.z, ray.texel)) {
                add(ray, lamp, light, ray.texel[0], ray.texel[1], ray.texel[2]);
            }
        }
    }

    private static void add(Ray ray, LightSource lamp, float light, float r, float g, float b) {
        ray.red += light * lamp.red * r;
        ray.green += light * lamp.green * g;
        ray.blue += light * lamp.blue * b;
    }

    /** How much thicker than elsewhere at its height the fog is at a place, where it has clouds; they are larger than two places lie apart. */
    private static float cloud(Haze fog, float x, float y, float z) {
        if (fog.uneven <= 0) return 1;
        float s = 1 / SMOKE;
        float noise = GradientNoise.at(7, (x + fog.driftX) * s, y * s - fog.rise, (z + fog.driftZ) * s)
                + 0.5f * GradientNoise.at(8, (x + fog.driftX) * 2.3f * s, y * 2.3f * s - 2 * fog.rise, z * 2.3f * s);
        return Math.max(0, 1 + 1.4f * fog.uneven * noise);
    }

    private static float inCone(LightSource lamp, float x, float y, float z) {
        float ax = x - lamp.x;
        float ay = y - lamp.y;
        float az = z - lamp.z;
        float far = (float) Math.sqrt(Math.max(1e-12f, ax * ax + ay * ay + az * az));
        float cos = (ax * lamp.dx + ay * lamp.dy + az * lamp.dz) / far;
        float part = Math.clamp((cos - lamp.outer) / Math.max(1e-4f, lamp.inner - lamp.outer), 0f, 1f);
        return part * part * (3 - 2 * part);
    }

    /** Shortens a ray to what lies in a cone; false where nothing of it does. */
    private static boolean cone(LightSource lamp, Ray ray) {
        double vx = ray.from[0] - lamp.x;
        double vy = ray.from[1] - lamp.y;
        double vz = ray.from[2] - lamp.z;
        double along = ray.way[0] * lamp.dx + ray.way[1] * lamp.dy + ray.way[2] * lamp.dz;
        double start = vx * lamp.dx + vy * lamp.dy + vz * lamp.dz;
        double flat = vx * ray.way[0] + vy * ray.way[1] + vz * ray.way[2];
        double cos = (double) lamp.outer * lamp.outer;
        double a = along * along - cos;
        double b = along * start - cos * flat;
        double c = start * start - cos * (vx * vx + vy * vy + vz * vz);
        double root = b * b - a * c;
        // Wider than a half nothing is cut off; the cone itself says what is lit.
        if (lamp.outer <= 0.02f) return true;
        if (Math.abs(a) < 1e-9 || root < 0) return a > 0 || Math.abs(a) < 1e-9;
        root = Math.sqrt(root);
        double first = Math.min((-b - root) / a, (-b + root) / a);
        double last = Math.max((-b - root) / a, (-b + root) / a);
        if (a < 0) {
            if (start + along * (first + last) / 2 <= 0) return false;
            ray.low = Math.max(ray.low, (float) first);
            ray.high = Math.min(ray.high, (float) last);
        } else if (along > 0) {
            ray.low = Math.max(ray.low, (float) last);
        } else {
            ray.high = Math.min(ray.high, (float) first);
        }
        return ray.high > ray.low;
    }

    /** The mean of a square and those round it that are about as near. */
    private void even(int x, int y) {
        int i = y * width + x;
        float here = near[i];
        float r = 0;
        float g = 0;
        float b = 0;
        int n = 0;
        for (int v = Math.max(0, y - 1); v <= Math.min(height - 1, y + 1); v++)
            for (int u = Math.max(0, x - 1); u <= Math.min(width - 1, x + 1); u++) {
                int j = v * width + u;
                if (near[j] > EVEN * here || here > EVEN * near[j]) continue;
                r += red[j];
                g += green[j];
                b += blue[j];
                n++;
            }
        evenRed[i] = r / n;
        evenGreen[i] = g / n;
        evenBlue[i] = b / n;
    }

    /** Lays a row of pixels of the picture over what stands there, from the four squares round each. */
    private void spread(Renderer renderer, float[] nearness, Picture out, int row) {
        View view = renderer.view;
        int samples = renderer.samples;
        int low = row / side * width;
        float up = (float) (row - row / side * side) / side;
        int at = out.at(row);
        int own = row * samples * view.width;
        for (int x = 0; x < out.width; x++) {
            int i = low + x / side;
            float across = (float) (x - x / side * side) / side;
            float a = (1 - across) * (1 - up);
            float b = across * (1 - up);
            float c = (1 - across) * up;
            float d = across * up;
            float most = Math.max(Math.max(near[i], near[i + 1]), Math.max(near[i + width], near[i + width + 1]));
            float least = Math.min(Math.min(near[i], near[i + 1]), Math.min(near[i + width], near[i + width + 1]));
            if (most > EVEN * least) {
                // At an edge the squares count that are as near as the pixel is.
                float here = nearness[own + x * samples];
                a *= alike(here, near[i]);
                b *= alike(here, near[i + 1]);
                c *= alike(here, near[i + width]);
                d *= alike(here, near[i + width + 1]);
                float over = 1 / (a + b + c + d);
                a *= over;
                b *= over;
                c *= over;
                d *= over;
            }
            out.r()[at + x] +=
                    a * evenRed[i] + b * evenRed[i + 1] + c * evenRed[i + width] + d * evenRed[i + width + 1];
            out.g()[at + x] +=
                    a * evenGreen[i] + b * evenGreen[i + 1] + c * evenGreen[i + width] + d * evenGreen[i + width + 1];
            out.b()[at + x] +=
                    a * evenBlue[i] + b * evenBlue[i + 1] + c * evenBlue[i + width] + d * evenBlue[i + width + 1];
        }
    }

    private static float alike(float a, float b) {
        float apart = Math.abs(a - b) / Math.max(1e-9f, Math.max(a, b));
        return 1 / (1e-3f + apart);
    }
}
