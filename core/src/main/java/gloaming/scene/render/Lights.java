package gloaming.scene.render;

import gloaming.flow.Crew;
import gloaming.scene.Dome;
import gloaming.scene.LightSource;
import gloaming.scene.Matrix;
import gloaming.scene.Scene;
import gloaming.scene.Specks;
import gloaming.scene.Thing;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** The lamps and the sky of a scene as one camera has them, and their shadows, which stay for as long as what throws them does. */
final class Lights {
    /** Things farther from where the camera looks, in units, throw no shadow of a sun. */
    private static final float SUN_REACH = 60;

    private final Draughts thrown = new Draughts();
    private final SpeckShadow specks = new SpeckShadow();
    private final List<Shadow> shadows = new ArrayList<>();
    private final int[] shadowOf = new int[Scene.LAMPS + 1];
    private final LightSource own = new LightSource();
    private final float[] ball = new float[4];
    private final float[] low = new float[3];
    private final float[] high = new float[3];
    private final float[] whole = new float[Matrix.SIZE];
    private Scene scene;
    Dome sky;
    final List<LightSource> lamps = new ArrayList<>();

    void forget() {
        lamps.clear();
        scene = null;
        sky = null;
    }

    /**
     * Takes the lamps of a scene. Nobody starts in the black: where there is neither lamp nor sky there is a sun from the left, above and in
     * front, and light from all round for what mirrors it.
     */
    void take(Scene scene) {
        this.scene = scene;
        sky = scene.sky();
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

    /** Draws the shadows that changed, {@code size} texels along each side. */
    void shadows(int size, Crew crew) {
        int used = 0;
        long stamp = stamp();
        boolean more = SpeckShadow.any(scene);
        measure(more);
        for (int l = 0; l < lamps.size(); l++) {
            shadowOf[l] = -1;
            LightSource lamp = lamps.get(l);
            if (!lamp.shadow || used == Renderer.SHADOWS || ball[3] == 0) continue;
            if (used == shadows.size()) shadows.add(new Shadow());
            Shadow shadow = shadows.get(used);
            shadowOf[l] = used++;
            shadow.aim(lamp, ball, size);
            long now = stamp(stamp, lamp, size);
            if (shadow.drawn != now) things(shadow, crew);
            shadow.drawn = now;
            if (more) shadow.over(specks, scene, crew);
        }
    }

    private void things(Shadow shadow, Crew crew) {
        for (int v = 0; v < shadow.count; v++) {
            thrown.prepare(scene, shadow.views[v], Draughts.What.SHADOW, crew);
            thrown.draw(scene, shadow.views[v], shadow.things[v], null, crew);
        }
    }

    /** The shadow of a lamp, by its place among the lamps; null where it throws none. */
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

    /** A ball round all that stands there, within reach; round dots and lines where nothing else does and they throw shadows. */
    private void measure(boolean specks) {
        Arrays.fill(low, Float.MAX_VALUE);
        Arrays.fill(high, -Float.MAX_VALUE);
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
        if (specks && low[0] > high[0]) specks();
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

    private void specks() {
        for (int k = 0; k < scene.speckSets(); k++) {
            Specks set = scene.specks(k);
            float stretch = Matrix.stretch(set.move, 0);
            for (int i = 0; i < set.n; i++) {
                float radius = set.radius[i] * stretch;
                for (int r = 0; r < 3; r++) {
                    float at = set.move[4 * r + 3];
                    for (int a = 0; a < 3; a++) at += set.move[4 * r + a] * set.from[3 * i + a];
                    if (!(Math.abs(at) < 1e6f && radius < 1e6f)) continue;
                    low[r] = Math.min(low[r], at - radius);
                    high[r] = Math.max(high[r], at + radius);
                }
            }
        }
    }
}
