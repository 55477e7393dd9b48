package gloaming.scene.render;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.scene.Scene;

/** All that can be seen through, laid over what is solid; through glass is seen what stands in the picture before it. */
final class SeeThrough {
    private final Draughts clear = new Draughts();
    private final ClearLayers layers = new ClearLayers();
    private final Texture behind = new Texture();
    private Picture kept;
    private float[] front = {};

    /** Sets a scene's up for a view. */
    void prepare(Scene scene, View view, Crew crew) {
        clear.prepare(scene, view, Draughts.What.CLEAR, crew);
    }

    /** How near the nearest of it is at each place of the view, 0 where there is none. */
    float[] front(Scene scene, View view, Crew crew) {
        int all = view.width * view.height;
        if (front.length < all) front = new float[all];
        clear.draw(scene, view, front, null, crew);
        return front;
    }

    /** Lays it into a picture, where nothing solid is nearer. */
    void draw(Renderer renderer, Scene scene, float[] nearness, Picture out, Crew crew) {
        layers.sort(clear, scene, renderer.view);
        for (int l = 0; l < layers.layers(); l++) {
            if (layers.glass(l)) keep(out, crew);
            int first = layers.begin(l);
            int last = layers.end(l);
            crew.each(out.height, 16, (from, to) -> {
                Shading shading = renderer.shadings.get();
                shading.begin(renderer, out);
                for (int i = first; i < last; i++)
                    Veil.draw(
                            shading, clear, layers.number(i), renderer.view, renderer.samples, nearness, out, from, to);
                shading.end();
            });
        }
    }

    /** Whether any of it was before the camera. */
    boolean any() {
        for (int i = 0; i < clear.count(); i++) if (clear.batch(i).count > 0) return true;
        return false;
    }

    /** What stood in the picture before the layer that is laid. */
    Texture behind() {
        return behind;
    }

    private void keep(Picture out, Crew crew) {
        if (kept == null || kept.width != out.width || kept.height != out.height)
            kept = new Picture(out.width, out.height);
        kept.copyFrom(out);
        behind.take(kept, crew);
    }
}
