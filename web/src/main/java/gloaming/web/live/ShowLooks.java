package gloaming.web.live;

import gloaming.library.ForwardingLibrary;
import gloaming.library.Library;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.web.store.Shows;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/** The looks that are shown within others, as they are now; a frame takes them without ever waiting. */
final class ShowLooks {
    /** Looks that are held, at most: beyond that all are read anew. */
    private static final int MOST = 200;

    private final Shows shows;
    private final Map<String, Look> now = new ConcurrentHashMap<>();
    private final Map<String, String> ids = new ConcurrentHashMap<>();
    private final Set<String> asked = ConcurrentHashMap.newKeySet();

    ShowLooks(Shows shows) {
        this.shows = shows;
    }

    /** What a show has, its looks among it. */
    Library beside(Library media, String show) {
        return new ForwardingLibrary(media) {
            @Override
            public Look look(String ref) {
                return ShowLooks.this.look(ref, show);
            }
        };
    }

    /** Documents that ship name looks by their names, as their ids are given when they are brought in. */
    private Look look(String ref, String show) {
        Look look = now.get(ids.getOrDefault(ref, ref));
        if (look == null && asked.add(ref))
            Thread.ofVirtual().name("look within").start(() -> read(ref, show));
        return look;
    }

    private void read(String ref, String show) {
        if (now.size() >= MOST) {
            now.clear();
            ids.clear();
            asked.clear();
        }
        try {
            for (Shows.LookRow row : shows.looks(show)) {
                if (!row.id().equals(ref) && !row.name().equals(ref)) continue;
                ids.put(ref, row.id());
                now.putIfAbsent(row.id(), shows.document(row.id()));
                return;
            }
        } catch (Refused e) {
            // It is not read again: where it is opened, it is said what is wrong with it.
            asked.add(ref);
        }
    }

    /** A look has been edited. */
    void edited(String id, Look look) {
        now.computeIfPresent(id, (key, was) -> look);
    }
}
