package gloaming.scene.render;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.SurfaceMap;
import gloaming.scene.LightSource;
import gloaming.scene.Scene;
import java.util.ArrayList;
import java.util.List;

/** The pictures that lie on the things of a scene, each made ready once a frame. */
final class Textures {
    private static final int MOST = 64;

    private final List<Texture> textures = new ArrayList<>();
    private int count;

    void forget() {
        for (int i = 0; i < count; i++) textures.get(i).forget();
        count = 0;
    }

    /** Makes ready what lies on things, and what lamps throw. */
    void lay(Scene scene, List<LightSource> lamps, Crew crew) {
        count = 0;
        for (int l = 0; l < lamps.size(); l++) lay(lamps.get(l).picture, crew);
        for (int i = 0; i < scene.things(); i++) {
            var m = scene.thing(i).material;
            for (int k = 0; k < SurfaceMap.COUNT; k++) lay(m.map(SurfaceMap.of(k)), crew);
            lay(m.heightMap, crew);
            if (m.heightMap != null) of(m.heightMap).carve(crew);
        }
    }

    private void lay(Picture picture, Crew crew) {
        if (picture == null || of(picture) != null) return;
        if (count == MOST)
            throw new IllegalArgumentException("there are more than " + MOST + " pictures on the things of the scene");
        if (count == textures.size()) textures.add(new Texture());
        textures.get(count++).take(picture, crew);
    }

    /** A picture made ready; null where it is not among them. */
    Texture of(Picture picture) {
        for (int i = 0; i < count; i++) if (textures.get(i).of == picture) return textures.get(i);
        return null;
    }
}
