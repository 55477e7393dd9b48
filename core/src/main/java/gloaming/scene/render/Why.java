package gloaming.scene.render;

import gloaming.scene.Dome;
import gloaming.scene.LightSource;
import gloaming.scene.Matrix;
import gloaming.scene.Matter;
import gloaming.scene.Scene;
import gloaming.scene.Thing;
import java.util.List;

/** Says why a camera shows nothing of a scene, as the end of a sentence that begins with the camera. */
final class Why {
    private Why() {}

    /** The reason why no triangle is seen. */
    static String nothing(Scene scene, View view) {
        long triangles = 0;
        boolean before = false;
        boolean near = false;
        boolean large = false;
        boolean within = false;
        float[] whole = new float[Matrix.SIZE];
        for (int i = 0; i < scene.things(); i++) {
            Thing thing = scene.thing(i);
            triangles += (long) thing.shape.triangles() * thing.count();
            for (int c = 0; c < thing.count(); c++) {
                Matrix.times(thing.move, 0, thing.copiesAt(), c * Thing.FLOATS, whole, 0);
                float[] m = view.m;
                float[] p = new float[3];
                for (int r = 0; r < 3; r++) {
                    p[r] = whole[4 * r + 3];
                    for (int k = 0; k < 3; k++) p[r] += whole[4 * r + k] * thing.shape.middle(k);
                }
                float radius = thing.shape.radius() * Matrix.stretch(whole, 0);
                float depth = m[8] * p[0] + m[9] * p[1] + m[10] * p[2] + m[11];
                before |= depth + radius > view.near;
                double away = Math.hypot(Math.hypot(view.eye[0] - p[0], view.eye[1] - p[1]), view.eye[2] - p[2]);
                within |= !view.parallel && away < radius;
                float x = m[0] * p[0] + m[1] * p[1] + m[2] * p[2] + m[3];
                float y = m[4] * p[0] + m[5] * p[1] + m[6] * p[2] + m[7];
                boolean sees = view.sees(x, y, depth, radius);
                near |= sees;
                large |= sees && radius * view.pixels > (view.parallel ? 1 : Math.max(depth, view.near));
            }
        }
        if (scene.things() == 0) return "looks at a scene in which nothing stands.";
        if (triangles == 0)
            return "looks at things without a single triangle; see what makes them, and whether copies have points.";
        if (!before) return "sees nothing: all things lie behind it. Take it farther away, or turn it round.";
        if (!near) return "sees nothing: all things lie beside what it looks at. Turn it, or take it farther away.";
        if (!large) return "sees nothing: all things are smaller than a pixel.";
        if (within)
            return "sees nothing: it is inside a thing, whose faces look outward. Take it farther away, or choose Both sides in the material.";
        return "sees nothing: the faces before it look away. Choose Both sides in the material, or go round.";
    }

    /** Says that one sheet before the camera hides all else, or null where that is not so. */
    static String hidden(Scene scene, View view, Draughts solid, float[] nearness) {
        if (scene.things() < 2) return null;
        int only = solid.onlySeen();
        if (only < 0 || scene.thing(only).shape.triangles() > SHEET) return null;
        for (int y = 0; y < LOOKS; y++)
            for (int x = 0; x < LOOKS; x++)
                if (nearness[
                                (2 * y + 1) * view.height / (2 * LOOKS) * view.width
                                        + (2 * x + 1) * view.width / (2 * LOOKS)]
                        == 0) return null;
        return "sees only the sheet that stands before all else. Take it away, or move it back.";
    }

    /** Triangles of a flat sheet, and places in a row of the picture that are looked at. */
    private static final int SHEET = 2;

    private static final int LOOKS = 8;

    /** Why all that is seen is black, or null where light falls into the scene. */
    static String dark(Scene scene, List<LightSource> lamps, Dome sky) {
        if (!lamps.isEmpty()) return null;
        if (sky.picture != null) return null;
        for (int c = 0; c < 3; c++) if (sky.above[c] + sky.horizon[c] + sky.below[c] > 1e-4f) return null;
        for (int i = 0; i < scene.things(); i++) {
            Matter m = scene.thing(i).material;
            if (m.model == Matter.Model.UNLIT || m.glowRed + m.glowGreen + m.glowBlue > 0) return null;
        }
        return "sees only black: no lamp of the scene shines, and its sky is dark.";
    }
}
