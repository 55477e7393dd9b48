package gloaming.scene.render;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.scene.Dome;
import gloaming.scene.LightSource;
import gloaming.scene.Matrix;
import gloaming.scene.Matter;
import gloaming.scene.Scene;
import gloaming.scene.Thing;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Draws a scene: the memory of one camera.
 *
 * <p>First the shadows that changed, then depth and number of what is nearest, then the light of each visible place, and over that what can
 * be seen through, from back to front. Results are the same to the bit with any number of threads.
 */
public final class Renderer {
    /** Lamps that throw shadows, at most. */
    public static final int SHADOWS = 16;

    private static final int TEXTURES = 64;
    /** Things farther from where the camera looks, in units, throw no shadow of a sun. */
    private static final float SUN_REACH = 60;

    private final ThreadLocal<Shading> shadings = ThreadLocal.withInitial(Shading::new);
    final ThreadLocal<ReliefRay> relief = ThreadLocal.withInitial(ReliefRay::new);
    private final Draughts solid = new Draughts();
    private final Draughts clear = new Draughts();
    private final Draughts thrown = new Draughts();
    private float[] nearness = {};
    private int[] numbers = {};
    private final List<Shadow> shadows = new ArrayList<>();
    private final int[] shadowOf = new int[Scene.LAMPS + 1];
    private final List<Texture> textures = new ArrayList<>();
    private int textureCount;
    private long[] order = {};
    private final LightSource own = new LightSource();
    private final float[] ball = new float[4];

    private final Texture through = new Texture();
    private Picture behindGlass;
    private final SpeckRoom specks = new SpeckRoom();
    final SkyPicture skyPicture = new SkyPicture();
    final Corners corners = new Corners();
    private float cornerStrength;
    private float cornerReach;
    private final Measured measured = new Measured();
    private String why;
    Scene scene;
    View view = new View();
    Dome sky;
    final List<LightSource> lamps = new ArrayList<>();
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
        sky = scene.sky();
        try {
            light();
            shadows(shadowSize, crew);
            lay(crew);
            solid.prepare(scene, view, Draughts.What.SOLID, crew);
            int all = view.width * view.height;
            if (nearness.length < all) {
                nearness = new float[all];
                numbers = new int[all];
            }
            solid.draw(view, nearness, numbers, crew);
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
            seeThrough(out, crew);
            specks.draw(this, nearness, out, crew);
            why = reason();
            return out;
        } finally {
            for (int i = 0; i < textureCount; i++) textures.get(i).forget();
            textureCount = 0;
            skyPicture.forget();
            lamps.clear();
            this.scene = null;
            sky = null;
        }
    }

    /** Why nothing of the last scene was seen, as the end of a sentence that begins with the camera; null where something was. */
    public String why() {
        return why;
    }

    private String reason() {
        for (int i = 0; i < solid.count(); i++) if (solid.batch(i).count > 0) return Why.dark(scene, lamps, sky);
        for (int i = 0; i < clear.count(); i++) if (clear.batch(i).count > 0) return Why.dark(scene, lamps, sky);
        if (specks.any()) return null;
        return Why.nothing(scene, view);
    }

    /** Nobody starts in the black: where there is neither lamp nor sky there is a sun from the left, above and in front, and
     * light from all round for what mirrors it. */
    private void light() {
        lamps.clear();
        for (int i = 0; i < scene.lamps(); i++) if (lights(scene.lamp(i))) lamps.add(scene.lamp(i));
        if (scene.lamps() > 0 || sky.set) return;
        own.x = -2;
        own.y = 3;
        own.z = 2.5f;
        own.lookAt(0, 0, 0);
        lamps.add(own);
        sky = Dome.STUDIO;
    }

    private static boolean lights(LightSource lamp) {
        float sum = lamp.red + lamp.green + lamp.blue + lamp.x + lamp.y + lamp.z + lamp.dx + lamp.dy + lamp.dz;
        return Math.abs(sum) < 1e9f && lamp.red + lamp.green + lamp.blue > 0;
    }

    private void shadows(int size, Crew crew) {
        int used = 0;
        long stamp = stamp();
        measure();
        for (int l = 0; l < lamps.size(); l++) {
            shadowOf[l] = -1;
            LightSource lamp = lamps.get(l);
            if (!lamp.shadow || used == SHADOWS || ball[3] == 0) continue;
            if (used == shadows.size()) shadows.add(new Shadow());
            Shadow shadow = shadows.get(used);
            shadowOf[l] = used++;
            shadow.aim(lamp, ball, size);
            long now = stamp(stamp, lamp, size);
            if (shadow.drawn == now) continue;
            for (int v = 0; v < shadow.count; v++) {
                thrown.prepare(scene, shadow.views[v], Draughts.What.SHADOW, crew);
                thrown.draw(shadow.views[v], shadow.nearness[v], null, crew);
            }
            shadow.drawn = now;
        }
    }

    Shadow shadow(int lamp) {
        return shadowOf[lamp] < 0 ? null : shadows.get(shadowOf[lamp]);
    }

    /** A number that stays as long as nothing that throws a shadow changes. */
    private long stamp() {
        long sum = 17;
        for (int i = 0; i < scene.things(); i++) {
            Thing thing = scene.thing(i);
            sum = mix(sum, thing.shape.stamp());
            sum = mix(sum, thing.copies);
            sum = mix(sum, thing.stamp);
            sum = mix(sum, Float.floatToIntBits(thing.material.cover) + thing.material.model.ordinal());
            for (float m : thing.move) sum = mix(sum, Float.floatToIntBits(m));
        }
        return sum;
    }

    private long stamp(long sum, LightSource lamp, int size) {
        for (float b : ball) sum = mix(sum, Float.floatToIntBits(b));
        sum = mix(sum, lamp.form.ordinal() * 100_000L + size);
        sum = mix(sum, Float.floatToIntBits(lamp.x) * 31L + Float.floatToIntBits(lamp.y));
        sum = mix(sum, Float.floatToIntBits(lamp.z) * 31L + Float.floatToIntBits(lamp.outer));
        sum = mix(sum, Float.floatToIntBits(lamp.dx) * 31L + Float.floatToIntBits(lamp.dy));
        return mix(sum, Float.floatToIntBits(lamp.dz)) | 1;
    }

    /** Mixes a number into a sum (the finalizer of Steele, Lea and Flood 2014). */
    private static long mix(long sum, long more) {
        long z = (sum ^ more) * 0xbf58476d1ce4e5b9L;
        z = (z ^ (z >>> 27)) * 0x94d049bb133111ebL;
        return z ^ (z >>> 31);
    }

    /** A ball round all that stands there, within reach. */
    private void measure() {
        float[] low = {Float.MAX_VALUE, Float.MAX_VALUE, Float.MAX_VALUE};
        float[] high = {-Float.MAX_VALUE, -Float.MAX_VALUE, -Float.MAX_VALUE};
        float[] whole = new float[Matrix.SIZE];
        for (int i = 0; i < scene.things(); i++) {
            Thing thing = scene.thing(i);
            for (int c = 0; c < thing.count(); c++) {
                Matrix.times(thing.move, 0, thing.copiesAt(), c * Thing.FLOATS, whole, 0);
                float radius = thing.shape.radius() * Matrix.stretch(whole, 0);
                for (int r = 0; r < 3; r++) {
                    float at = whole[4 * r + 3];
                    for (int k = 0; k < 3; k++) at += whole[4 * r + k] * thing.shape.middle(k);
                    if (!(Math.abs(at) < 1e6f && radius < 1e6f)) continue;
                    low[r] = Math.min(low[r], at - radius);
                    high[r] = Math.max(high[r], at + radius);
                }
            }
        }
        Arrays.fill(ball, 0);
        if (low[0] > high[0]) return;
        double sum = 0;
        for (int r = 0; r < 3; r++) {
            low[r] = Math.max(low[r], -SUN_REACH);
            high[r] = Math.min(high[r], SUN_REACH);
            ball[r] = (low[r] + high[r]) / 2;
            sum += (double) (high[r] - low[r]) * (high[r] - low[r]);
        }
        ball[3] = (float) Math.sqrt(sum) / 2;
    }

    /** Makes ready what lies on things. */
    private void lay(Crew crew) {
        textureCount = 0;
        skyPicture.take(sky, crew);
        for (int l = 0; l < lamps.size(); l++) lay(lamps.get(l).picture, crew);
        for (int i = 0; i < scene.things(); i++) {
            var m = scene.thing(i).material;
            lay(m.colourMap, crew);
            lay(m.roughMap, crew);
            lay(m.metalMap, crew);
            lay(m.glowMap, crew);
            lay(m.normalMap, crew);
            lay(m.heightMap, crew);
            if (m.heightMap != null) texture(m.heightMap).carve(crew);
        }
    }

    private void lay(Picture picture, Crew crew) {
        if (picture == null || texture(picture) != null) return;
        if (textureCount == TEXTURES)
            throw new IllegalArgumentException(
                    "there are more than " + TEXTURES + " pictures on the things of the scene");
        if (textureCount == textures.size()) textures.add(new Texture());
        textures.get(textureCount++).take(picture, crew);
    }

    Texture texture(Picture picture) {
        for (int i = 0; i < textureCount; i++) if (textures.get(i).of == picture) return textures.get(i);
        return null;
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
        if (!sky.seen && !fog) return;
        crew.each(out.height, 8, (from, to) -> {
            float[] way = new float[out.width];
            for (int row = from; row < to; row++) {
                if (sky.seen && skyPicture.there()) Backdrop.picture(skyPicture, scene.fog(), view, samples, out, row);
                Backdrop.row(scene, view, samples, sky.seen && !skyPicture.there(), out, row, way);
            }
            ;
        });
    }

    private boolean glass() {
        for (int i = 0; i < scene.things(); i++) if (scene.thing(i).material.model == Matter.Model.GLASS) return true;
        return false;
    }

    /** Keeps what stands in the picture now, for what is seen through glass. */
    private void behind(Picture out, Crew crew) {
        if (behindGlass == null || behindGlass.width != out.width || behindGlass.height != out.height)
            behindGlass = new Picture(out.width, out.height);
        behindGlass.copyFrom(out);
        through.take(behindGlass, crew);
    }

    Texture behind() {
        return through;
    }

    private void seeThrough(Picture out, Crew crew) {
        clear.prepare(scene, view, Draughts.What.CLEAR, crew);
        int n = 0;
        for (int i = 0; i < clear.count(); i++) n += clear.batch(i).count;
        if (n == 0) return;
        if (order.length < n) order = new long[n + n / 2];
        n = 0;
        for (int i = 0; i < clear.count(); i++) {
            Batch batch = clear.batch(i);
            for (int t = 0; t < batch.count; t++) {
                float[] c = batch.corners;
                float middle = c[9 * t + 2] + c[9 * t + 5] + c[9 * t + 8];
                // Positive floats are in the order of their bits.
                order[n++] = (long) Float.floatToIntBits(Math.max(0, middle)) << 32 | (i << Batch.BITS | t);
            }
        }
        Arrays.sort(order, 0, n);
        if (glass()) behind(out, crew);
        int all = n;
        crew.each(out.height, 16, (from, to) -> {
            Shading shading = shadings.get();
            shading.begin(this, out);
            for (int i = 0; i < all; i++)
                Veil.draw(shading, clear, (int) order[i], view, samples, nearness, out, from, to);
            shading.end();
        });
    }
}
