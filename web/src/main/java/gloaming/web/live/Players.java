package gloaming.web.live;

import gloaming.play.LivePlayer;
import gloaming.sound.BeatClock;
import gloaming.web.store.OpenLook;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;

/** The looks that play: the one on air, and those at benches. Copied when it changes, so that anybody may read it. */
final class Players {
    /** A look that plays. */
    static final class Playing {
        final OpenLook look;
        final LivePlayer player;
        /** When somebody looked at it last, by the clock of nanoseconds. */
        long seen = System.nanoTime();

        Playing(OpenLook look, LivePlayer player) {
            this.look = look;
            this.player = player;
        }
    }

    private volatile Playing onAir;
    private volatile Map<String, Playing> benches = Map.of();

    /** What is on air, or null. */
    Playing onAir() {
        return onAir;
    }

    void air(Playing next) {
        onAir = next;
    }

    /** Who plays a look, on air or at a bench, or null. */
    Playing find(String look) {
        Playing now = onAir;
        return now != null && now.look.id.equals(look) ? now : benches.get(look);
    }

    /** All that play, what is on air first. */
    List<Playing> all() {
        List<Playing> all = new ArrayList<>();
        Playing now = onAir;
        if (now != null) all.add(now);
        all.addAll(benches.values());
        return all;
    }

    List<LivePlayer> of(String show) {
        return all().stream()
                .filter(p -> p.look.showId.equals(show))
                .map(p -> p.player)
                .toList();
    }

    Collection<Playing> atBenches() {
        return benches.values();
    }

    boolean isAtBench(String look) {
        return benches.containsKey(look);
    }

    void put(Playing bench) {
        Map<String, Playing> now = new LinkedHashMap<>(benches);
        now.put(bench.look.id, bench);
        benches = now;
    }

    Playing remove(String look) {
        Map<String, Playing> now = new LinkedHashMap<>(benches);
        Playing gone = now.remove(look);
        benches = now;
        return gone;
    }

    /** Whose sound and beat a look at a bench goes by: what is on air, where that is of the same show. */
    LivePlayer leader(OpenLook look) {
        Playing now = onAir;
        return now != null && now.look.showId.equals(look.showId) ? now.player : null;
    }

    /** Does something to the beat that a look goes by, and all others that go by the same. */
    void beats(String look, Consumer<BeatClock> order) {
        Playing own = find(look);
        if (own == null) return;
        boolean together = own == onAir || leader(own.look) != null;
        if (!together) own.player.beats(order);
        else of(own.look.showId).forEach(player -> player.beats(order));
    }
}
