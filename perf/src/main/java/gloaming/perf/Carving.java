package gloaming.perf;

import gloaming.flow.Picture;
import gloaming.flow.Shape;
import gloaming.scene.Scene;
import gloaming.scene.Thing;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;

/** A wall of blocks of different heights, as a picture that is carved into a face which fills the frame. */
final class Carving {
    private static final int BLOCK = 24;
    private static final double UP = 2.2;
    private static final double ACROSS = UP * Scenes.W / Scenes.H;
    private static final double DEEP = 0.1;

    private final Picture heights = new Picture(Scenes.W, Scenes.H);
    private final int[] bytes = new int[Scenes.W * Scenes.H];

    Carving() {
        SplittableRandom any = new SplittableRandom(9);
        int across = Scenes.W / BLOCK + 1;
        int[] levels = any.ints((long) across * (Scenes.H / BLOCK + 1), 0, 256).toArray();
        for (int y = 0; y < Scenes.H; y++) {
            for (int x = 0; x < Scenes.W; x++) {
                int i = y * Scenes.W + x;
                bytes[i] = levels[y / BLOCK * across + x / BLOCK];
                for (int c = 0; c < 3; c++) heights.plane(c)[i] = bytes[i] / 255f;
                heights.a()[i] = 1;
            }
        }
    }

    static Shape face() {
        Shape out = new Shape();
        double x = ACROSS / 2;
        double y = UP / 2;
        int[] c = {
            out.corner(-x, -y, 0, 0, 0, 1, 0, 0),
            out.corner(x, -y, 0, 0, 0, 1, 1, 0),
            out.corner(x, y, 0, 0, 0, 1, 1, 1),
            out.corner(-x, y, 0, 0, 0, 1, 0, 1)
        };
        out.square(c[0], c[1], c[2], c[3]);
        return out.done();
    }

    /** Carves it into what stands in a scene. */
    Scene into(Scene scene) {
        Thing wall = scene.thing(0);
        wall.material.heightMap = heights;
        wall.material.relief = (float) DEEP;
        return scene;
    }

    /** The same for the peer. */
    Map<String, Object> told() {
        List<Integer> all = new ArrayList<>();
        for (int value : bytes) all.add(value);
        return Map.of(
                "width", Scenes.W, "height", Scenes.H, "heights", all, "across", ACROSS, "up", UP, "deep", DEEP * UP);
    }
}
