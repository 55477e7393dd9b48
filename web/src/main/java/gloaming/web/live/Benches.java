package gloaming.web.live;

import gloaming.web.store.OpenLook;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.locks.ReentrantLock;
import java.util.stream.Collectors;

/** Which looks play at benches: those that pages work on, as far as there is room, and those that are to come on air next. */
final class Benches {
    /** So many looks play at benches at once. */
    static final int MOST = 4;

    /** So many looks are made ready to come on air. */
    static final int MOST_READY = 4;

    /** A bench that nobody has looked at for so long is let go; whoever loads a page again finds it as it was. */
    private static final long GRACE_NS = 10_000_000_000L;

    private final Players players;
    private final ReentrantLock changing;
    private final Hall hall;
    /** The looks that pages work on, as the courier told last. */
    private volatile Set<String> looked = Set.of();
    /** Those that are to come on air next, and play already so that they can at once. */
    private volatile Set<String> ready = Set.of();

    /** @param changing held while what plays changes */
    Benches(Players players, ReentrantLock changing, Hall hall) {
        this.players = players;
        this.changing = changing;
        this.hall = hall;
    }

    /** Whether a look is to go on at a bench when it comes off air. */
    boolean wants(String look) {
        return looked.contains(look) || ready.contains(look);
    }

    /** Whether pages work on a look. */
    boolean isLookedAt(String look) {
        return looked.contains(look);
    }

    /** Lets a look play at a bench, unless it plays already; false where there is no room for one more, or just not now. */
    boolean begin(OpenLook look) {
        Players.Playing playing = players.find(look.id);
        if (playing != null) {
            playing.seen = System.nanoTime();
            return true;
        }
        if (!room() || !changing.tryLock()) return false;
        try {
            if (players.find(look.id) == null && room()) players.put(hall.begin(look));
            return players.find(look.id) != null;
        } finally {
            changing.unlock();
        }
    }

    private boolean room() {
        return players.atBenches().stream()
                        .filter(bench -> !ready.contains(bench.look.id))
                        .count()
                < MOST;
    }

    /**
     * Lets looks that are to come next play at benches of their own, at most {@value #MOST_READY}, the first before the others; those before are
     * not kept for it any more.
     */
    void ready(List<OpenLook> next) {
        List<OpenLook> wanted = next.subList(0, Math.min(MOST_READY, next.size()));
        ready = wanted.stream().map(look -> look.id).collect(Collectors.toSet());
        changing.lock();
        try {
            for (OpenLook look : wanted) if (players.find(look.id) == null) players.put(hall.begin(look));
            String first = wanted.isEmpty() ? "" : wanted.getFirst().id;
            players.all().forEach(p -> p.player.comesNext(p.look.id.equals(first)));
        } finally {
            changing.unlock();
        }
    }

    /** Keeps the benches of these looks, and lets others go that nobody has looked at for a while. */
    void keep(Set<String> looked) {
        this.looked = looked;
        if (!changing.tryLock()) return;
        try {
            letGo();
        } finally {
            changing.unlock();
        }
    }

    private void letGo() {
        long now = System.nanoTime();
        List<Players.Playing> gone = new ArrayList<>();
        for (Players.Playing bench : players.atBenches()) {
            if (wants(bench.look.id)) bench.seen = Math.max(bench.seen, now);
            else if (now - bench.seen > GRACE_NS && !hall.holds(bench)) gone.add(bench);
        }
        if (gone.isEmpty()) return;
        gone.forEach(bench -> players.remove(bench.look.id));
        hall.end(gone);
    }
}
