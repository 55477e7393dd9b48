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
        return "sees nothing: the faces before it look away. Choose Both sides in the material, or go round.";
    }

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
