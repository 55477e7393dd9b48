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
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;

/** Scenes against the same scenes by WebGL 2 in headless Chromium, both drawn whole in every frame, with hard edges. */
final class Scenes {
    private static final int W = 960;
    private static final int H = 540;
    private static final int SHADOW = 1_024;
    private static final int FRAMES = 24;

    private Scenes() {}

    static List<Result> run() throws IOException {
        List<Result> results = new ArrayList<>();
        try (Crew crew = new Crew(Runtime.getRuntime().availableProcessors());
                SoftwareGl gl = new SoftwareGl()) {
            results.add(against("20,000 boxes, one sun", box(), places(20_000, 0.022f), 1, crew, gl));
            results.add(against("100,000 boxes, one sun", box(), places(100_000, 0.012f), 1, crew, gl));
            results.add(against(
                    "a model of 500,000 triangles, four suns", ball(500), new float[] {0, 0, 0, 1}, 4, crew, gl));
            for (int side : new int[] {71, 224, 707}) results.add(growth(side, crew));
        }
        return results;
    }

    private static Result against(String name, Shape shape, float[] places, int suns, Crew crew, SoftwareGl gl)
            throws IOException {
        Scene scene = scene(shape, places, suns);
        Renderer renderer = new Renderer();
        Picture out = new Picture(W, H);
        double[][] directions = new double[suns][];
        for (int i = 0; i < suns; i++) {
            LightSource lamp = scene.lamp(i);
            directions[i] = new double[] {-lamp.dx, -lamp.dy, -lamp.dz};
        }
        load(gl, shape, places, directions);
        List<Double> ours = new ArrayList<>();
        List<Double> theirs = new ArrayList<>();
        for (int i = 0; i < FRAMES; i++) {
            double round = 0.002 * i;
            // What throws the shadows moves by a hair, so that they are drawn anew as the peer's are.
            scene.thing(0).stamp = i;
            long begun = System.nanoTime();
            renderer.view().camera(round, 0.06, 2.6, 0.12, 0, 0, 0, false, W, H);
            renderer.draw(scene, 1, SHADOW, out, crew);
            double ms = (System.nanoTime() - begun) / 1e6;
            double peer = frame(gl, round, directions);
            if (i < FRAMES / 2) continue;
            ours.add(ms);
            theirs.add(peer);
        }
        double mine = median(ours);
        double peer = median(theirs);
        return new Result(
                "scene: " + name, mine, "ms a frame", "WebGL 2 in software %.1f ms".formatted(peer), mine / peer);
    }

    /** A scene under a moving camera whose shadows stay, and most of it hidden or outside: what more triangles cost. */
    private static Result growth(int side, Crew crew) {
        Scene scene = scene(ball(side), new float[] {0, 0, 0, 1}, 1);
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
        return new Result(
                "scene: unchanged, %,d triangles".formatted(2 * side * side), ms, "ms a frame", "33 ms", ms / 33);
    }

    private static Scene scene(Shape shape, float[] places, int suns) {
        Scene scene = new Scene().clear();
        Thing thing = scene.add(shape);
        thing.material.roughness = 0.5f;
        thing.copies = places.length / 4;
        thing.at = new float[thing.copies * Thing.FLOATS];
        for (int i = 0; i < thing.copies; i++) {
            Matrix.pose(pose, places[4 * i + 3], 0, 0, 0, places[4 * i], places[4 * i + 1], places[4 * i + 2]);
            System.arraycopy(pose, 0, thing.at, i * Thing.FLOATS, Matrix.SIZE);
            Arrays.fill(thing.at, i * Thing.FLOATS + Matrix.SIZE, (i + 1) * Thing.FLOATS, 1);
        }
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
        Shape out = new Shape();
        for (int axis = 0; axis < 3; axis++) {
            for (int side = -1; side <= 1; side += 2) {
                int right = (axis + 1) % 3;
                int up = (axis + 2) % 3;
                int[] corner = new int[4];
                for (int k = 0; k < 4; k++) {
                    double[] p = new double[3];
                    double[] m = new double[3];
                    p[axis] = m[axis] = side;
                    p[right] = side * (k == 1 || k == 2 ? 1 : -1);
                    p[up] = k >= 2 ? 1 : -1;
                    corner[k] = out.corner(p[0], p[1], p[2], m[0], m[1], m[2], 0, 0);
                }
                out.square(corner[0], corner[1], corner[2], corner[3]);
            }
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

    private static void load(SoftwareGl gl, Shape shape, float[] places, double[][] suns) throws IOException {
        List<Double> corners = new ArrayList<>();
        List<Double> normals = new ArrayList<>();
        for (int i = 0; i < shape.corners(); i++) {
            for (float[] c : new float[][] {shape.x(), shape.y(), shape.z()}) corners.add((double) c[i]);
            for (float[] c : new float[][] {shape.nx(), shape.ny(), shape.nz()}) normals.add((double) c[i]);
        }
        List<Integer> indices = new ArrayList<>();
        for (int i = 0; i < 3 * shape.triangles(); i++) indices.add(shape.of()[i]);
        List<Double> copies = new ArrayList<>();
        for (float p : places) copies.add((double) p);
        String text;
        try (var in = Scenes.class.getResourceAsStream("/scenes/peer.js")) {
            text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
        Object trouble = gl.browser.executeScript(text, corners, normals, indices, copies, suns, W, H, SHADOW);
        if (!"".equals(trouble)) throw new IllegalStateException("the peer: " + trouble);
    }

    private static double frame(SoftwareGl gl, double round, double[][] suns) {
        double c = Math.cos(-2 * Math.PI * round);
        double s = Math.sin(-2 * Math.PI * round);
        double ch = Math.cos(2 * Math.PI * 0.06);
        double sh = Math.sin(2 * Math.PI * 0.06);
        double[] right = {c, 0, s};
        double[] up = {sh * s, ch, -sh * c};
        double[] back = {-ch * s, sh, ch * c};
        double[] eye = {2.6 * back[0], 2.6 * back[1], 2.6 * back[2]};
        double f = 1 / Math.tan(Math.PI * 0.12);
        double[] view = columns(
                row(right, eye, f * H / W),
                row(up, eye, f),
                perspective(back, eye),
                row(new double[] {-back[0], -back[1], -back[2]}, eye, 1));
        double[][] lights = new double[suns.length][];
        for (int i = 0; i < suns.length; i++) lights[i] = light(suns[i]);
        List<?> answer = (List<?>) gl.browser.executeScript("return sceneFrame(...arguments);", view, eye, lights);
        return ((Number) answer.getFirst()).doubleValue();
    }

    private static double[] row(double[] axis, double[] eye, double scale) {
        double shift = -(axis[0] * eye[0] + axis[1] * eye[1] + axis[2] * eye[2]);
        return new double[] {axis[0] * scale, axis[1] * scale, axis[2] * scale, shift * scale};
    }

    private static double[] perspective(double[] back, double[] eye) {
        double near = 0.02;
        double far = 50;
        double[] z = row(back, eye, (near + far) / (near - far));
        z[3] += 2 * near * far / (near - far);
        return z;
    }

    /** A sun's view over a ball of radius 2.4, as clip coordinates. */
    private static double[] light(double[] sun) {
        double length = Math.sqrt(sun[0] * sun[0] + sun[1] * sun[1] + sun[2] * sun[2]);
        double[] back = {sun[0] / length, sun[1] / length, sun[2] / length};
        double flat = Math.hypot(back[0], back[2]);
        double[] right = {back[2] / flat, 0, -back[0] / flat};
        double[] up = {
            back[1] * right[2] - back[2] * right[1],
            back[2] * right[0] - back[0] * right[2],
            back[0] * right[1] - back[1] * right[0]
        };
        double[] none = {0, 0, 0};
        return columns(
                row(right, none, 1 / 2.4), row(up, none, 1 / 2.4), row(back, none, -1 / 2.4), new double[] {0, 0, 0, 1
                });
    }

    private static double[] columns(double[]... rows) {
        double[] all = new double[16];
        for (int r = 0; r < 4; r++) for (int k = 0; k < 4; k++) all[4 * k + r] = rows[r][k];
        return all;
    }

    private static double median(List<Double> values) {
        double[] all = values.stream().mapToDouble(Double::doubleValue).sorted().toArray();
        return all[all.length / 2];
    }
}
