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
    /** By their ids. */
    private final Map<String, Look> now = new ConcurrentHashMap<>();
    /** What documents call looks, by the show and that, and the ids of those; empty where there is none of that name. */
    private final Map<Called, String> ids = new ConcurrentHashMap<>();

    private record Called(String show, String ref) {}

    ShowLooks(Shows shows) {
        this.shows = shows;
    }

    /** What a show has, its looks among it. */
    Library beside(Library media, String show) {
        return new ForwardingLibrary(media) {
            @Override
            public Look look(String ref) {
                return ShowLooks.this.look(new Called(show, ref));
            }
        };
    }

    /** Documents that ship name looks by their names, as their ids are given when they are brought in. */
    private Look look(Called called) {
        String id = ids.get(called);
        if (id == null && ids.putIfAbsent(called, "") == null)
            Thread.ofVirtual().name("look within").start(() -> read(called));
        return id == null || id.isEmpty() ? null : now.get(id);
    }

    private void read(Called called) {
        if (now.size() >= MOST) {
            now.clear();
            ids.clear();
        }
        String found = "";
        String before = ids.getOrDefault(called, "");
        for (Shows.LookRow row : shows.looks(called.show)) {
            // One that was called so stays the one that is meant.
            boolean meant = row.id().equals(called.ref) || row.id().equals(before);
            if (meant || found.isEmpty() && row.name().equals(called.ref)) found = row.id();
        }
        try {
            if (!found.isEmpty() && !now.containsKey(found)) now.putIfAbsent(found, shows.document(found));
        } catch (Refused e) {
            // Where it is opened, it is said what is wrong with it.
            found = "";
        }
        ids.put(called, found);
    }

    /** A look has been edited. */
    void edited(String id, Look look) {
        now.computeIfPresent(id, (key, was) -> look);
    }

    /** Looks of a show have come, gone, or are called otherwise. */
    void changed(String show) {
        Thread.ofVirtual().name("looks within").start(() -> {
            for (Called called : ids.keySet()) if (called.show.equals(show)) read(called);
            Set<String> shown = Set.copyOf(ids.values());
            now.keySet().removeIf(id -> !shown.contains(id));
        });
    }
}
