package gloaming.scene.render;

import gloaming.flow.Shape;
import gloaming.scene.Scene;
import gloaming.scene.Thing;

/** Lays sheets that are to fill the picture of whoever looks before the camera, upright and as large as they have to be for it. */
final class Filling {
    private Filling() {}

    static void stand(Scene scene, View view) {
        for (int i = 0; i < scene.things(); i++) {
            Thing thing = scene.thing(i);
            if (thing.fills > 0) stand(thing, view);
        }
    }

    private static void stand(Thing thing, View view) {
        Shape sheet = thing.shape;
        float wide = 1e-6f;
        float high = 1e-6f;
        for (int i = 0; i < sheet.corners(); i++) {
            wide = Math.max(wide, 2 * Math.abs(sheet.x()[i]));
            high = Math.max(high, 2 * Math.abs(sheet.y()[i]));
        }
        float unit = (view.parallel ? 1 : thing.fills) / view.pixels;
        // A hair larger, so that no sample at the border misses it.
        float size = 1.001f * unit * Math.max(view.width / view.across() / wide, view.height / high);
        for (int r = 0; r < 3; r++) {
            thing.move[4 * r] = size * view.right[r];
            thing.move[4 * r + 1] = size * view.up[r];
            thing.move[4 * r + 2] = size * view.back[r];
            thing.move[4 * r + 3] = view.eye[r] - thing.fills * view.back[r];
        }
    }
}
