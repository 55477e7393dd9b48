package gloaming.perf;

import gloaming.flow.Shape;
import gloaming.scene.LightSource;
import gloaming.scene.Scene;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/** A scene by WebGL 2 in headless Chromium: one shape at places, suns and spots with shadow maps. */
final class ScenePeer {
    /** Cosines of a spot's cone. */
    static final float INNER = 0.8f;

    static final float OUTER = 0.7f;
    private static final double SPOT_NEAR = 0.05;
    private static final double SPOT_FAR = 6;

    private final SoftwareGl gl;
    private final List<double[]> views = new ArrayList<>();

    /**
     * Loads it.
     *
     * @param bends moves its second half as {@link Herd#pose} does
     * @param relief what is carved into its face, or null
     */
    ScenePeer(SoftwareGl gl, Scene scene, Shape shape, float[] places, boolean bends, Carving relief, int shadow)
            throws IOException {
        this.gl = gl;
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
        List<double[]> lamps = new ArrayList<>();
        for (int i = 0; i < scene.lamps(); i++) {
            LightSource lamp = scene.lamp(i);
            boolean spot = lamp.form == LightSource.Form.SPOT;
            lamps.add(
                    spot
                            ? new double[] {lamp.x, lamp.y, lamp.z, 1, lamp.dx, lamp.dy, lamp.dz, lamp.red}
                            : new double[] {-lamp.dx, -lamp.dy, -lamp.dz, 0, 0, 0, 0, lamp.red});
            views.add(spot ? spot(lamp) : sun(lamp));
        }
        String text;
        try (var in = ScenePeer.class.getResourceAsStream("/scenes/peer.js")) {
            text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
        Object trouble = gl.browser.executeScript(
                text,
                corners,
                normals,
                indices,
                copies,
                lamps,
                Scenes.W,
                Scenes.H,
                shadow,
                bends,
                relief == null ? null : relief.told());
        if (!"".equals(trouble)) throw new IllegalStateException("the peer: " + trouble);
    }

    /** Milliseconds of a frame seen from a camera that has gone so far round, at a time in seconds. */
    double frame(double round, double time) {
        double c = Math.cos(-2 * Math.PI * round);
        double s = Math.sin(-2 * Math.PI * round);
        double ch = Math.cos(2 * Math.PI * 0.06);
        double sh = Math.sin(2 * Math.PI * 0.06);
        double[] right = {c, 0, s};
        double[] up = {sh * s, ch, -sh * c};
        double[] back = {-ch * s, sh, ch * c};
        double[] eye = {2.6 * back[0], 2.6 * back[1], 2.6 * back[2]};
        double[] view = perspective(right, up, back, eye, 0.12, (double) Scenes.W / Scenes.H, 0.02, 50);
        List<?> answer = (List<?>) gl.browser.executeScript("return sceneFrame(...arguments);", view, eye, views, time);
        return ((Number) answer.getFirst()).doubleValue();
    }

    /** What a camera or a spot sees, as clip coordinates; half its angle in turns. */
    private static double[] perspective(
            double[] right,
            double[] up,
            double[] back,
            double[] eye,
            double half,
            double aspect,
            double near,
            double far) {
        double f = 1 / Math.tan(Math.PI * half);
        double[] z = row(back, eye, (near + far) / (near - far));
        z[3] += 2 * near * far / (near - far);
        return columns(
                row(right, eye, f / aspect),
                row(up, eye, f),
                z,
                row(new double[] {-back[0], -back[1], -back[2]}, eye, 1));
    }

    private static double[] row(double[] axis, double[] eye, double scale) {
        double shift = -(axis[0] * eye[0] + axis[1] * eye[1] + axis[2] * eye[2]);
        return new double[] {axis[0] * scale, axis[1] * scale, axis[2] * scale, shift * scale};
    }

    /** A sun's view over a ball of radius 2.4, as clip coordinates. */
    private static double[] sun(LightSource lamp) {
        double[] back = {-lamp.dx, -lamp.dy, -lamp.dz};
        double[] right = right(back);
        double[] none = {0, 0, 0};
        return columns(
                row(right, none, 1 / 2.4),
                row(cross(back, right), none, 1 / 2.4),
                row(back, none, -1 / 2.4),
                new double[] {0, 0, 0, 1});
    }

    private static double[] spot(LightSource lamp) {
        double[] back = {-lamp.dx, -lamp.dy, -lamp.dz};
        double[] right = right(back);
        double half = Math.acos(OUTER) / Math.PI;
        double[] at = {lamp.x, lamp.y, lamp.z};
        return perspective(right, cross(back, right), back, at, half, 1, SPOT_NEAR, SPOT_FAR);
    }

    private static double[] right(double[] back) {
        double flat = Math.hypot(back[0], back[2]);
        return new double[] {back[2] / flat, 0, -back[0] / flat};
    }

    private static double[] cross(double[] a, double[] b) {
        return new double[] {a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]};
    }

    private static double[] columns(double[]... rows) {
        double[] all = new double[16];
        for (int r = 0; r < 4; r++) for (int k = 0; k < 4; k++) all[4 * k + r] = rows[r][k];
        return all;
    }
}
