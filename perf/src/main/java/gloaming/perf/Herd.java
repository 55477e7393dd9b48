package gloaming.perf;

import gloaming.flow.Shape;
import gloaming.scene.LightSource;
import gloaming.scene.Scene;

/** Creatures of two bones, each at one of thirty-two moments of its movement. */
final class Herd {
    static final int MOMENTS = 32;
    private static final int RINGS = 25;
    private static final int SIDES = 20;

    private final float[] places;
    private final Shape still = tube();
    private final Shape[] moments = new Shape[MOMENTS];
    private final Scene scene = new Scene().clear();

    Herd(float[] places) {
        this.places = places;
        for (int m = 0; m < MOMENTS; m++) {
            moments[m] = new Shape();
            Scenes.copies(scene.add(moments[m]), places, m, MOMENTS);
        }
        LightSource sun = scene.lamp();
        sun.x = 0.84f;
        sun.y = 1.2f;
        sun.z = 0.54f;
        sun.lookAt(0, 0, 0);
        pose(0);
    }

    Scene scene() {
        return scene;
    }

    Shape still() {
        return still;
    }

    float[] places() {
        return places;
    }

    /** Turns the second bone of all moments to where it is at a time: as the peer's vertices are. */
    void pose(double time) {
        for (int m = 0; m < MOMENTS; m++) {
            double angle = 0.8 * Math.sin(2 * Math.PI * (time + (double) m / MOMENTS));
            double c = Math.cos(angle);
            double s = Math.sin(angle);
            Shape out = moments[m].clear();
            for (int i = 0; i < still.corners(); i++) {
                float x = still.x()[i];
                float y = still.y()[i];
                float nx = still.nx()[i];
                float ny = still.ny()[i];
                double w = Math.clamp(0.5 + y, 0, 1);
                out.corner(
                        x + w * (c * x - s * y - x),
                        y + w * (s * x + c * y - y),
                        still.z()[i],
                        nx + w * (c * nx - s * ny - nx),
                        ny + w * (s * nx + c * ny - ny),
                        still.nz()[i],
                        0,
                        0);
            }
            int[] of = still.of();
            for (int t = 0; t < still.triangles(); t++) out.triangle(of[3 * t], of[3 * t + 1], of[3 * t + 2]);
            out.done();
            scene.thing(m).stamp++;
        }
    }

    /** A body of a thousand triangles along the height, thick in the middle. */
    private static Shape tube() {
        Shape out = new Shape();
        for (int j = 0; j <= RINGS; j++) {
            double y = 2.0 * j / RINGS - 1;
            double r = 0.35 * Math.sqrt(Math.max(0.02, 1 - y * y));
            for (int i = 0; i <= SIDES; i++) {
                double a = 2 * Math.PI * i / SIDES;
                out.corner(r * Math.sin(a), y, r * Math.cos(a), Math.sin(a), 0.4 * y, Math.cos(a), 0, 0);
            }
        }
        for (int j = 0; j < RINGS; j++) {
            for (int i = 0; i < SIDES; i++) {
                int a = j * (SIDES + 1) + i;
                out.square(a, a + 1, a + SIDES + 2, a + SIDES + 1);
            }
        }
        return out.done();
    }
}
