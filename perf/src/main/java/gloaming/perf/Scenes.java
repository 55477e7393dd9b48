package gloaming.perf;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.Shape;
import gloaming.scene.LightSource;
import gloaming.scene.Matrix;
import gloaming.scene.Scene;
import gloaming.scene.Thing;
import gloaming.scene.render.Renderer;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;

/** Scenes against the same scenes by WebGL 2 in headless Chromium, both drawn whole in every frame, with hard edges. */
final class Scenes {
    static final int W = 960;
    static final int H = 540;
    private static final int SHADOW = 1_024;
    private static final int FRAMES = 24;

    private Scenes() {}

    static List<Result> run() throws IOException {
        List<Result> results = new ArrayList<>();
        try (Crew crew = new Crew(Runtime.getRuntime().availableProcessors());
                SoftwareGl gl = new SoftwareGl()) {
            results.add(suns("20,000 boxes, one sun", box(), places(20_000, 0.022f), 1, crew, gl));
            results.add(suns("100,000 boxes, one sun", box(), places(100_000, 0.012f), 1, crew, gl));
            results.add(suns("a model of 500,000 triangles, four suns", ball(500), ONCE, 4, crew, gl));
            for (int side : new int[] {71, 224, 707})
                results.add(growth("unchanged, %,d triangles".formatted(2 * side * side), ball(side), ONCE, crew));
            for (int more : new int[] {9, 99}) {
                String many = "%,d more triangles".formatted(more * 2 * 71 * 71);
                results.add(growth("unchanged, " + many + " outside", ball(71), more(more, 40), crew));
                results.add(growth("unchanged, " + many + " hidden", ball(71), more(more, 0), crew));
            }
        }
        return results;
    }

    /** What a hall has: many lamps, a herd, a wall of blocks. */
    static List<Result> rooms() throws IOException {
        List<Result> results = new ArrayList<>();
        try (Crew crew = new Crew(Runtime.getRuntime().availableProcessors());
                SoftwareGl gl = new SoftwareGl()) {
            Shape room = room();
            results.add(against(
                    "a room with eight spots and a sky",
                    spots(scene(room, ONCE, 0)),
                    room,
                    ONCE,
                    null,
                    null,
                    crew,
                    gl));
            Herd herd = new Herd(places(2_000, 0.03f));
            results.add(against(
                    "2,000 creatures of 1,000 triangles, skinned",
                    herd.scene(),
                    herd.still(),
                    herd.places(),
                    herd,
                    null,
                    crew,
                    gl));
            Carving relief = new Carving();
            Shape face = Carving.face();
            results.add(against(
                    "a relief over the whole picture, one sun",
                    relief.into(scene(face, ONCE, 1)),
                    face,
                    ONCE,
                    null,
                    relief,
                    crew,
                    gl));
            results.add(against(
                    "a relief over the whole picture, one spot",
                    relief.into(spot(scene(face, ONCE, 0))),
                    face,
                    ONCE,
                    null,
                    relief,
                    crew,
                    gl));
        }
        return results;
    }

    private static final float[] ONCE = {0, 0, 0, 1};

    private static Result suns(String name, Shape shape, float[] places, int suns, Crew crew, SoftwareGl gl)
            throws IOException {
        return against(name, scene(shape, places, suns), shape, places, null, null, crew, gl);
    }

    /** One frame after the other of both. {@code herd} and {@code relief} are what moves and what is carved there, or null. */
    private static Result against(
            String name, Scene scene, Shape shape, float[] places, Herd herd, Carving relief, Crew crew, SoftwareGl gl)
            throws IOException {
        Renderer renderer = new Renderer();
        Picture out = new Picture(W, H);
        ScenePeer peer = new ScenePeer(gl, scene, shape, places, herd != null, relief, SHADOW);
        List<Double> ours = new ArrayList<>();
        List<Double> theirs = new ArrayList<>();
        for (int i = 0; i < FRAMES; i++) {
            double round = 0.002 * i;
            // What throws the shadows moves by a hair, so that they are drawn anew as the peer's are.
            scene.thing(0).stamp = i;
            long begun = System.nanoTime();
            if (herd != null) herd.pose(i / 30.0);
            renderer.view().camera(round, 0.06, 2.6, 0.12, 0, 0, 0, false, W, H);
            renderer.draw(scene, 1, SHADOW, out, crew);
            double ms = (System.nanoTime() - begun) / 1e6;
            double other = peer.frame(round, i / 30.0);
            if (i < FRAMES / 2) continue;
            ours.add(ms);
            theirs.add(other);
        }
        double mine = median(ours);
        double other = median(theirs);
        return new Result(
                "scene: " + name, mine, "ms a frame", "WebGL 2 in software %.1f ms".formatted(other), mine / other);
    }

    /** A scene under a moving camera whose shadows stay: what more triangles cost. */
    private static Result growth(String name, Shape shape, float[] places, Crew crew) {
        Scene scene = scene(shape, places, 1);
        Renderer renderer = new Renderer();
        Picture out = new Picture(W, H);
        List<Double> ours = new ArrayList<>();
        for (int i = 0; i < 2 * FRAMES; i++) {
            long begun = System.nanoTime();
            renderer.view().camera(0.002 * i, 0.06, 2.6, 0.12, 0, 0, 0, false, W, H);
            renderer.draw(scene, 1, SHADOW, out, crew);
            if (i >= FRAMES) ours.add((System.nanoTime() - begun) / 1e6);
        }
        double ms = median(ours);
        return new Result("scene: " + name, ms, "ms a frame", "33 ms", ms / 33);
    }

    static Scene scene(Shape shape, float[] places, int suns) {
        Scene scene = new Scene().clear();
        copies(scene.add(shape), places, 0, 1);
        for (int i = 0; i < suns; i++) {
            LightSource lamp = scene.lamp();
            lamp.x = (float) Math.sin(1 + 1.6 * i);
            lamp.y = 1.2f;
            lamp.z = (float) Math.cos(1 + 1.6 * i);
            lamp.lookAt(0, 0, 0);
            lamp.shadow = true;
        }
        return scene;
    }

    /** Places of one, and of so many smaller ones so far off towards the camera: behind it, or at 0 hidden within the one. */
    private static float[] more(int many, float towards) {
        float[] places = new float[4 * (many + 1)];
        System.arraycopy(ONCE, 0, places, 0, 4);
        for (int i = 1; i <= many; i++) {
            places[4 * i + 2] = towards;
            places[4 * i + 3] = 0.3f;
        }
        return places;
    }

    /** Puts a thing on every so many-th of the places, from one of them on. */
    static void copies(Thing thing, float[] places, int first, int step) {
        thing.material.roughness = 0.5f;
        thing.copies = (places.length / 4 - first + step - 1) / step;
        thing.at = new float[thing.copies * Thing.FLOATS];
        for (int i = 0; i < thing.copies; i++) {
            int p = 4 * (first + i * step);
            Matrix.pose(pose, places[p + 3], 0, 0, 0, places[p], places[p + 1], places[p + 2]);
            System.arraycopy(pose, 0, thing.at, i * Thing.FLOATS, Matrix.SIZE);
            Arrays.fill(thing.at, i * Thing.FLOATS + Matrix.SIZE, (i + 1) * Thing.FLOATS, 1);
        }
    }

    /** Eight spots under the ceiling, in two rows. */
    private static Scene spots(Scene scene) {
        for (int i = 0; i < 8; i++) {
            LightSource lamp = scene.lamp();
            lamp.form = LightSource.Form.SPOT;
            lamp.x = -1.35f + 0.9f * (i % 4);
            lamp.y = 0.85f;
            lamp.z = i < 4 ? 0.4f : -0.9f;
            lamp.lookAt(0.4 * lamp.x, -0.8, -0.4);
            lamp.red = lamp.green = lamp.blue = 0.6f;
            lamp.inner = ScenePeer.INNER;
            lamp.outer = ScenePeer.OUTER;
        }
        return scene;
    }

    /** One spot that stands before the whole of a wall. */
    private static Scene spot(Scene scene) {
        LightSource lamp = scene.lamp();
        lamp.form = LightSource.Form.SPOT;
        lamp.x = 0.7f;
        lamp.y = 0.9f;
        lamp.z = 2;
        lamp.lookAt(0, 0, 0);
        lamp.red = lamp.green = lamp.blue = 5;
        lamp.inner = ScenePeer.INNER;
        lamp.outer = ScenePeer.OUTER;
        return scene;
    }

    private static final float[] pose = new float[Matrix.SIZE];

    private static float[] places(int n, float size) {
        SplittableRandom any = new SplittableRandom(3);
        float[] at = new float[4 * n];
        for (int i = 0; i < n; i++) {
            at[4 * i] = (float) any.nextDouble(-1.6, 1.6);
            at[4 * i + 1] = (float) (0.25 * Math.sin(3 * at[4 * i]) + any.nextDouble(-0.35, 0.35));
            at[4 * i + 2] = (float) any.nextDouble(-1.2, 1);
            at[4 * i + 3] = size;
        }
        return at;
    }

    private static Shape box() {
        return box(new Shape(), new double[] {0, 0, 0}, new double[] {1, 1, 1}).done();
    }

    private static Shape box(Shape out, double[] middle, double[] half) {
        for (int axis = 0; axis < 3; axis++) {
            for (int side = -1; side <= 1; side += 2) {
                int right = (axis + 1) % 3;
                int up = (axis + 2) % 3;
                int[] corner = new int[4];
                for (int k = 0; k < 4; k++) {
                    double[] p = middle.clone();
                    double[] m = new double[3];
                    m[axis] = side;
                    p[axis] += half[axis] * side;
                    p[right] += half[right] * side * (k == 1 || k == 2 ? 1 : -1);
                    p[up] += half[up] * (k >= 2 ? 1 : -1);
                    corner[k] = out.corner(p[0], p[1], p[2], m[0], m[1], m[2], 0, 0);
                }
                out.square(corner[0], corner[1], corner[2], corner[3]);
            }
        }
        return out;
    }

    /** A room that is open in front, with pillars and crates. */
    private static Shape room() {
        Shape out = new Shape();
        box(out, new double[] {0, -0.95, -0.4}, new double[] {2, 0.05, 1.6});
        box(out, new double[] {0, 0, -1.75}, new double[] {2, 1, 0.05});
        box(out, new double[] {-1.9, 0, -0.4}, new double[] {0.05, 1, 1.6});
        box(out, new double[] {1.9, 0, -0.4}, new double[] {0.05, 1, 1.6});
        for (int i = 0; i < 8; i++)
            box(out, new double[] {-1.4 + 0.4 * i, -0.1, i % 2 == 0 ? -1 : -0.3}, new double[] {0.05, 0.8, 0.05});
        SplittableRandom any = new SplittableRandom(5);
        for (int i = 0; i < 60; i++) {
            double half = any.nextDouble(0.03, 0.1);
            box(out, new double[] {any.nextDouble(-1.7, 1.7), half - 0.9, any.nextDouble(-1.5, 0.8)}, new double[] {
                half, half, half
            });
        }
        return out.done();
    }

    /** A ball with dents, so that it shades itself: {@code 2 side side} triangles. */
    private static Shape ball(int side) {
        Shape out = new Shape();
        for (int j = 0; j <= side; j++) {
            double up = Math.PI * j / side;
            for (int i = 0; i <= side; i++) {
                double round = 2 * Math.PI * i / side;
                double r = 0.8 + 0.06 * Math.sin(9 * round) * Math.sin(7 * up);
                out.corner(
                        r * Math.sin(up) * Math.sin(round),
                        -r * Math.cos(up),
                        r * Math.sin(up) * Math.cos(round),
                        0,
                        1,
                        0,
                        0,
                        0);
            }
        }
        for (int j = 0; j < side; j++) {
            for (int i = 0; i < side; i++) {
                int a = j * (side + 1) + i;
                out.square(a, a + 1, a + side + 2, a + side + 1);
            }
        }
        return out.smooth().done();
    }

    private static double median(List<Double> values) {
        double[] all = values.stream().mapToDouble(Double::doubleValue).sorted().toArray();
        return all[all.length / 2];
    }
}
