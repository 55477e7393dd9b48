package gloaming.scene.render;

import gloaming.flow.Shape;
import gloaming.look.Value;
import gloaming.scene.Scene;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Operation;
import java.util.Arrays;
import java.util.Map;

/** Shapes as their steps make them, and skies, for the tests of this package. */
final class Shapes {
    private Shapes() {}

    @SuppressWarnings("unchecked")
    static Shape made(String id, Map<String, Value> settings) {
        Description description = Catalogue.all().find(id);
        Operation<?, Shape, Object> step =
                (Operation<?, Shape, Object>) description.make(description.arguments(settings));
        return step.run(null, step.memory(), new gloaming.Moments());
    }

    /** A square that faces who looks, so far to each side. */
    static Shape wall(double half) {
        Shape out = new Shape();
        out.corner(-half, -half, 0, 0, 0, 1, 0, 0);
        out.corner(half, -half, 0, 0, 0, 1, 1, 0);
        out.corner(half, half, 0, 0, 0, 1, 1, 1);
        out.corner(-half, half, 0, 0, 0, 1, 0, 1);
        out.square(0, 1, 2, 3);
        return out.done();
    }

    /** A scene under a sky that is alike everywhere. */
    static Scene under(float sky) {
        Scene scene = new Scene().clear();
        Arrays.fill(scene.sky().above, sky);
        Arrays.fill(scene.sky().horizon, sky);
        Arrays.fill(scene.sky().below, sky);
        scene.sky().set = true;
        return scene;
    }
}
