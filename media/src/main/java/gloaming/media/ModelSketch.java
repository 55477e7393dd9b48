package gloaming.media;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.Shape;
import gloaming.scene.Scene;
import gloaming.scene.render.Renderer;

/** A small picture of a model: all of it, seen a little from the side and from above, under the sun that a scene has by itself. */
final class ModelSketch {
    private static final double VIEW = 0.1;

    private ModelSketch() {}

    static Picture of(Shape shape, int width, int height) {
        Scene scene = new Scene().clear().with(shape);
        scene.thing(0).material.bothSides = true;
        Renderer renderer = new Renderer();
        double far = 1.05 * Math.max(1e-6, shape.radius()) / Math.sin(Math.PI * VIEW);
        renderer.view()
                .camera(
                        0.1,
                        0.06,
                        far,
                        VIEW,
                        shape.middle(0),
                        shape.middle(1),
                        shape.middle(2),
                        false,
                        2 * width,
                        2 * height);
        try (Crew alone = new Crew(1)) {
            Picture out = renderer.draw(scene, 2, 512, new Picture(width, height), alone);
            for (int i = 0; i < out.pixels(); i++) out.a()[i] = 1;
            return out;
        }
    }
}
