package gloaming.scene.render;

import gloaming.flow.Crew;

/**
 * How open each place lies to the light from all round: less in corners and where things stand close together.
 *
 * <p>Worked out for every second pixel from what the camera sees, by neighbours within a reach in the world that stand above a place's own
 * plane (McGuire, Mara and Luebke 2012, "Scalable ambient obscurance"), and then evened out over four by four places, so that the turning of
 * the neighbours from place to place is not seen.
 */
final class Corners {
    private static final int TAPS = 9;
    /** Times that the neighbours go round. */
    private static final int ROUNDS = 4;

    private static final int SIDE = 4;

    private float[] rough = {};
    private float[] even = {};
    private float[] depth = {};
    private int width;
    private int height;
    private boolean there;
    private int full;

    /** What there was is over. */
    void none() {
        there = false;
    }

    /** How open the place of a pixel lies, 0 to 1. */
    float at(int pixel) {
        if (!there) return 1;
        int y = pixel / full;
        return even[Math.min(height - 1, y / 2) * width + Math.min(width - 1, (pixel - y * full) / 2)];
    }

    boolean there() {
        return there;
    }

    /**
     * Works it out.
     *
     * @param strength 0 to 4
     * @param reach in units
     */
    void work(View view, int samples, float[] nearness, float strength, float reach, Crew crew) {
        int step = 2 * samples;
        full = view.width / samples;
        width = (full + 1) / 2;
        height = (view.height / samples + 1) / 2;
        int n = width * height;
        if (rough.length < n) {
            rough = new float[n];
            even = new float[n];
            depth = new float[n];
        }
        crew.each(height, 16, (from, to) -> {
            for (int y = from; y < to; y++)
                for (int x = 0; x < width; x++) {
                    float near = nearness[
                            Math.min(view.height - 1, y * step) * view.width + Math.min(view.width - 1, x * step)];
                    depth[y * width + x] = near == 0 ? 0 : view.depth(near);
                }
        });
        crew.each(height, 4, (from, to) -> {
            for (int y = from; y < to; y++)
                for (int x = 0; x < width; x++) rough[y * width + x] = open(view, step, x, y, strength, reach);
        });
        crew.each(height, 8, (from, to) -> {
            for (int y = from; y < to; y++) for (int x = 0; x < width; x++) even[y * width + x] = even(x, y, reach);
        });
        there = true;
    }

    private float open(View view, int step, int x, int y, float strength, float reach) {
        float z = depth[y * width + x];
        if (z == 0) return 1;
        // Units a place of this lattice is wide there.
        float wide = step * (view.parallel ? 1 : z) / view.pixels;
        float radius = Math.min(reach / wide, width / 4f);
        if (radius < 1) return 1;
        // The plane of the place, by the neighbour on either side that lies nearer in depth.
        float slopeX = slope(x > 0 ? depth[y * width + x - 1] : 0, z, x + 1 < width ? depth[y * width + x + 1] : 0);
        float slopeY =
                slope(y > 0 ? depth[(y - 1) * width + x] : 0, z, y + 1 < height ? depth[(y + 1) * width + x] : 0);
        float gx = slopeX / wide;
        float gy = slopeY / wide;
        // In the view's own space, right, up and to the eye.
        float px = view.parallel ? 0 : (x * step - view.width / 2f) / view.pixels;
        float py = view.parallel ? 0 : (y * step - view.height / 2f) / view.pixels;
        float nx = gx;
        float ny = gy;
        float nz = 1 + (view.parallel ? 0 : px * gx + py * gy);
        float over = 1 / (float) Math.sqrt(nx * nx + ny * ny + nz * nz);
        nx *= over;
        ny *= over;
        nz *= over;
        double turn = ((x & 3) * 4 + (y & 3)) * (Math.PI / 8) + (x + y & 1) * 0.7;
        float sum = 0;
        float square = reach * reach;
        float bias = 0.01f * reach + 0.5f * wide * (float) Math.sqrt(gx * gx + gy * gy) * 0.1f;
        for (int k = 0; k < TAPS; k++) {
            float part = (k + 0.5f) / TAPS;
            double angle = part * ROUNDS * 2 * Math.PI + turn;
            int sx = x + (int) Math.round(radius * part * Math.cos(angle));
            int sy = y + (int) Math.round(radius * part * Math.sin(angle));
            if (sx < 0 || sy < 0 || sx >= width || sy >= height) continue;
            float d = depth[sy * width + sx];
            if (d == 0) continue;
            float scale = view.parallel ? 1 : d;
            float vx = ((sx * step - view.width / 2f) * scale - (x * step - view.width / 2f) * (view.parallel ? 1 : z))
                    / view.pixels;
            float vy =
                    ((sy * step - view.height / 2f) * scale - (y * step - view.height / 2f) * (view.parallel ? 1 : z))
                            / view.pixels;
            float vz = z - d;
            float far = vx * vx + vy * vy + vz * vz;
            float above = vx * nx + vy * ny + vz * nz - bias;
            float within = Math.max(0, square - far) / square;
            sum += within * within * within * Math.max(0, above) / ((float) Math.sqrt(far) + 0.01f * reach);
        }
        return Math.max(0, 1 - strength * 5 * sum / TAPS);
    }

    /** How depth grows from a place to the next: the flatter of both sides, 0 where nothing stands. */
    private static float slope(float before, float at, float after) {
        float left = before == 0 ? Float.MAX_VALUE : at - before;
        float right = after == 0 ? Float.MAX_VALUE : after - at;
        float less = Math.abs(left) < Math.abs(right) ? left : right;
        return less == Float.MAX_VALUE ? 0 : less;
    }

    private float even(int x, int y, float reach) {
        float z = depth[y * width + x];
        if (z == 0) return 1;
        float sum = 0;
        float weight = 0;
        for (int j = Math.max(0, y - SIDE / 2 + 1); j <= Math.min(height - 1, y + SIDE / 2); j++)
            for (int i = Math.max(0, x - SIDE / 2 + 1); i <= Math.min(width - 1, x + SIDE / 2); i++) {
                float w = Math.max(0, 1 - Math.abs(depth[j * width + i] - z) / (0.4f * reach));
                sum += w * rough[j * width + i];
                weight += w;
            }
        return weight > 0 ? sum / weight : rough[y * width + x];
    }
}
