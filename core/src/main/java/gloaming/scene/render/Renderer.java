package gloaming.scene.render;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.SeesSpace;
import gloaming.scene.Scene;
import java.util.Arrays;

/**
 * Draws a scene: the memory of one camera.
 *
 * <p>First the shadows that changed, then depth and number of what is nearest, then the light of each visible place, and over that what can
 * be seen through, from back to front. Results are the same to the bit with any number of threads.
 */
public final class Renderer implements SeesSpace {
    /** Lamps that throw shadows, at most. */
    public static final int SHADOWS = 16;

    final ThreadLocal<Shading> shadings = ThreadLocal.withInitial(Shading::new);
    private final ThreadLocal<float[]> ways = ThreadLocal.withInitial(() -> new float[0]);
    final ThreadLocal<ReliefRays> relief = ThreadLocal.withInitial(ReliefRays::new);
    private final Draughts solid = new Draughts();
    private final SeeThrough clear = new SeeThrough();
    private float[] nearness = {};
    private int[] numbers = {};
    final Lights lights = new Lights();
    private final Textures textures = new Textures();
    private final SpeckRoom specks = new SpeckRoom();
    private final Shafts shafts = new Shafts();
    final SkyPicture skyPicture = new SkyPicture();
    final Corners corners = new Corners();
    private float cornerStrength;
    private float cornerReach;
    private final Measured measured = new Measured();
    private final float[] eye = new float[3];
    private final float[] way = new float[3];
    private String why;
    Scene scene;
    View view = new View();
    int samples;

    /** Which view the next picture is drawn from; to be set for pictures of {@code samples} times their size. */
    public View view() {
        return view;
    }

    /** How much darker the light from all round is in corners, 0 for not at all, and how far from a place that looks, in units. */
    public Renderer corners(double strength, double reach) {
        cornerStrength = (float) strength;
        cornerReach = (float) reach;
        return this;
    }

    /** What the next picture's pixels are to be measured into. */
    public Measured measured() {
        return measured;
    }

    /**
     * Draws a scene into a picture, whatever was in it.
     *
     * @param samples 1, or 2 for four places a pixel, so that edges are smooth
     * @param shadowSize texels along a shadow's side
     */
    public Picture draw(Scene scene, int samples, int shadowSize, Picture out, Crew crew) {
        this.scene = scene;
        this.samples = samples;
        try {
            Filling.stand(scene, view);
            lights.take(scene);
            lights.shadows(shadowSize, crew);
            skyPicture.take(lights.sky, crew);
            textures.lay(scene, lights.lamps, crew);
            solid.prepare(scene, view, Draughts.What.SOLID, crew);
            int all = view.width * view.height;
            if (nearness.length < all) {
                nearness = new float[all];
                numbers = new int[all];
            }
            solid.draw(scene, view, nearness, numbers, crew);
            if (cornerStrength > 0) corners.work(view, samples, nearness, cornerStrength, cornerReach, crew);
            else corners.none();
            measured.write(this, nearness, numbers, solid, crew);
            crew.each(out.height, 8, (from, to) -> {
                Shading shading = shadings.get();
                shading.begin(this, out);
                for (int row = from; row < to; row++) row(shading, out, row);
                shading.end();
            });
            background(out, crew);
            overSolid(out, crew);
            shafts.lay(this, nearness, out, crew);
            why = reason();
            return out;
        } finally {
            textures.forget();
            skyPicture.forget();
            lights.forget();
            this.scene = null;
        }
    }

    /** Dots and lines behind what can be seen through, that, and those before it. */
    private void overSolid(Picture out, Crew crew) {
        clear.prepare(scene, view, crew);
        boolean some = specks.prepare(this, out, crew);
        float[] front = some && clear.any() ? clear.front(scene, view, crew) : null;
        if (front != null) specks.lay(this, nearness, front, false, out, crew);
        clear.draw(this, scene, nearness, out, crew);
        if (some) specks.lay(this, nearness, front, true, out, crew);
    }

    @Override
    public boolean at(double u, double v, float[] into) {
        if (nearness.length == 0) return false;
        int x = Math.clamp((int) (u * view.width), 0, view.width - 1);
        int y = Math.clamp((int) (v * view.height), 0, view.height - 1);
        int i = y * view.width + x;
        if (i >= nearness.length || nearness[i] == 0) return false;
        float far = view.ray(x + 0.5f, y + 0.5f, eye, way) * view.depth(nearness[i]);
        for (int k = 0; k < 3; k++) into[k] = eye[k] + far * way[k];
        into[3] = far;
        into[4] = solid.batch(numbers[i] >>> Batch.BITS).thing + 1;
        return true;
    }

    /** Why nothing of the last scene was seen, as the end of a sentence that begins with the camera; null where something was. */
    public String why() {
        return why;
    }

    private String reason() {
        for (int i = 0; i < solid.count(); i++) {
            if (solid.batch(i).count == 0) continue;
            String dark = Why.dark(scene, lights.lamps, lights.sky);
            return dark != null || clear.any() || specks.any() ? dark : Why.hidden(scene, view, solid, nearness);
        }
        if (clear.any()) return Why.dark(scene, lights.lamps, lights.sky);
        if (specks.any()) return null;
        return Why.nothing(scene, view);
    }

    private void row(Shading shading, Picture out, int row) {
        int width = out.width;
        int at = out.at(row);
        for (int c = 0; c < 4; c++) Arrays.fill(out.plane(c), at, at + width, 0);
        if (samples == 1) {
            int from = row * view.width;
            for (int x = 0; x < width; ) {
                int number = nearness[from + x] == 0 ? -1 : numbers[from + x];
                int end = x + 1;
                while (end < width && (nearness[from + end] == 0 ? -1 : numbers[from + end]) == number) end++;
                if (number >= 0) shading.row(solid, number, x + 0.5f, row + 0.5f, at + x, end - x);
                x = end;
            }
        } else {
            for (int x = 0; x < width; ) {
                int end = filled(row, x, width);
                if (end > x) {
                    int number = numbers[2 * row * view.width + 2 * x];
                    shading.row(solid, number, 2 * x + 1, 2 * row + 1, at + x, end - x);
                    x = end;
                } else four(shading, row, x, at + x++);
            }
        }
        shading.flush(false);
    }

    /** Where a row of pixels ends that one triangle fills with all their samples; {@code x} itself where it does not begin. */
    private int filled(int row, int x, int width) {
        int low = 2 * row * view.width;
        int high = low + view.width;
        if (nearness[low + 2 * x] == 0) return x;
        int number = numbers[low + 2 * x];
        int end = x;
        while (end < width && is(low + 2 * end, number) && is(high + 2 * end, number)) end++;
        return end;
    }

    /** Whether two samples side by side are of a triangle. */
    private boolean is(int at, int number) {
        return numbers[at] == number && numbers[at + 1] == number && nearness[at] != 0 && nearness[at + 1] != 0;
    }

    /** One pixel of four samples: each triangle that is seen in it is shaded once, where its samples have their middle. */
    private void four(Shading shading, int row, int x, int pixel) {
        int low = 2 * row * view.width + 2 * x;
        int high = low + view.width;
        int a = nearness[low] == 0 ? -1 : numbers[low];
        int b = nearness[low + 1] == 0 ? -1 : numbers[low + 1];
        int c = nearness[high] == 0 ? -1 : numbers[high];
        int d = nearness[high + 1] == 0 ? -1 : numbers[high + 1];
        if (shading.full(4)) shading.flush(false);
        float left = 2 * x + 0.5f;
        float below = 2 * row + 0.5f;
        if (a == b && a == c && a == d) {
            if (a >= 0) shading.add(solid, a, left + 0.5f, below + 0.5f, pixel, 1);
            return;
        }
        if (a >= 0) share(shading, a, 1, b == a, c == a, d == a, left, below, pixel);
        if (b >= 0 && b != a) share(shading, b, 0, true, c == b, d == b, left, below, pixel);
        if (c >= 0 && c != a && c != b) share(shading, c, 0, false, true, d == c, left, below, pixel);
        if (d >= 0 && d != a && d != b && d != c) share(shading, d, 0, false, false, true, left, below, pixel);
    }

    private void share(
            Shading shading, int number, int a, boolean b, boolean c, boolean d, float left, float below, int pixel) {
        int n = a + (b ? 1 : 0) + (c ? 1 : 0) + (d ? 1 : 0);
        float x = left + (float) ((b ? 1 : 0) + (d ? 1 : 0)) / n;
        float y = below + (float) ((c ? 1 : 0) + (d ? 1 : 0)) / n;
        shading.add(solid, number, x, y, pixel, n / 4f);
    }

    /** Sky and fog where nothing stands. */
    private void background(Picture out, Crew crew) {
        boolean fog = scene.fog().density > 0;
        if (!lights.sky.seen && !fog) return;
        crew.each(out.height, 8, (from, to) -> {
            float[] way = ways.get();
            if (way.length < out.width) ways.set(way = new float[out.width]);
            float[] texel = new float[4];
            for (int row = from; row < to; row++) {
                if (lights.sky.seen && skyPicture.there())
                    Backdrop.picture(skyPicture, scene.fog(), view, samples, out, row, texel);
                Backdrop.row(scene, view, samples, lights.sky.seen && !skyPicture.there(), out, row, way);
            }
        });
    }

    Texture texture(Picture picture) {
        return textures.of(picture);
    }

    /** What is seen through glass. */
    Texture behind() {
        return clear.behind();
    }
}
