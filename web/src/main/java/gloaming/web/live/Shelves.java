package gloaming.web.live;

import gloaming.media.CameraFeed;
import gloaming.media.Decoder;
import gloaming.media.Shelf;
import gloaming.web.store.Media;
import gloaming.web.store.MediaStore;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/** The media of the shows that play, a shelf each, and the one camera that all of them have. */
final class Shelves {
    private final Media rows;
    private final MediaStore media;
    private final Decoder decoder;
    private final CameraFeed camera;
    private final Map<String, Shelf> shelves = new ConcurrentHashMap<>();

    Shelves(Media rows, MediaStore media, Decoder decoder) {
        this.rows = rows;
        this.media = media;
        this.decoder = decoder;
        camera = new CameraFeed(decoder);
    }

    Shelf of(String show) {
        return shelves.computeIfAbsent(show, s -> {
            Shelf shelf = new Shelf(false, decoder, camera);
            shelf.hold(items(s));
            return shelf;
        });
    }

    CameraFeed camera() {
        return camera;
    }

    /** The media of a show have changed: whoever shows one that was replaced goes on with the new one. */
    void changed(String show) {
        Shelf shelf = shelves.get(show);
        if (shelf != null) shelf.hold(items(show));
    }

    /** Only these shows are played by anybody. */
    void keep(Set<String> active) {
        for (String show : shelves.keySet()) {
            Shelf gone = active.contains(show) ? null : shelves.remove(show);
            if (gone != null) gone.close();
        }
    }

    private List<Shelf.Item> items(String show) {
        return rows.of(show).stream()
                .map(r -> new Shelf.Item(
                        r.ref(),
                        r.name(),
                        r.facts().kind(),
                        media.path(r.hash()),
                        r.hash(),
                        r.folder(),
                        r.facts().frames(),
                        r.facts().rate()))
                .toList();
    }
}
