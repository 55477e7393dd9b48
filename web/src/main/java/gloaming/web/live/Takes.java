package gloaming.web.live;

import gloaming.look.Refused;
import gloaming.play.Crossing;
import gloaming.play.LivePlayer;
import gloaming.play.Programme;
import gloaming.web.store.OpenLook;
import java.util.List;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Supplier;

/**
 * What comes on air, at once, over a time or by a hand, and what becomes of what was there. Whoever calls holds the lock under which what plays
 * changes.
 */
final class Takes {
    /** A look that has no picture by then goes on air without. */
    private static final long FIRST_PICTURE_NS = 2_000_000_000L;

    private final Players players;
    private final Programme programme;
    private final Hall hall;
    private final ReentrantLock changing;
    /** What a hand brings over what is on air, or null. */
    private volatile Players.Playing handed;
    /** What fades out now, or null. */
    private Players.Playing fading;

    Takes(Players players, Programme programme, ReentrantLock changing, Hall hall) {
        this.players = players;
        this.programme = programme;
        this.changing = changing;
        this.hall = hall;
    }

    /** Puts a look on air; false where it was there already. */
    boolean take(OpenLook look, double seconds, Crossing crossing) {
        Players.Playing before = players.onAir();
        if (before != null && before.look == look) return false;
        Players.Playing next = players.isAtBench(look.id) ? players.remove(look.id) : hall.begin(look);
        if (before != null) waitForPicture(next.player);
        boolean ready = next.player.ready();
        handed = null;
        // Set first: what is on air leads itself.
        players.air(next);
        next.player.onAir();
        hall.airs(next);
        boolean fades = before != null && seconds > 0;
        next.player.shares(fades);
        next.player.leaves(false);
        if (before != null) {
            before.player.shares(fades);
            before.player.leaves(fades);
        }
        LivePlayer was = programme.player();
        programme.take(next.player, before == null ? 0 : seconds, crossing);
        // A fade that was going on holds its picture from here on; whoever faded out is not needed for it.
        if (fading != null) release(fading);
        fading = before;
        if (before != null) {
            before.seen = System.nanoTime() + (long) (seconds * 1e9);
            players.put(before);
        }
        // After a cut to what is ready its first pictures have the machine to themselves, and the last one before them
        // stays until they come.
        boolean plays = fades || !ready;
        players.atBenches().forEach(bench -> {
            if (bench != before || !plays) hall.place(bench);
        });
        settle(programme.state(), before == null ? was : null);
        return true;
    }

    private static void waitForPicture(LivePlayer player) {
        long end = System.nanoTime() + FIRST_PICTURE_NS;
        try {
            while (player.readings().made() == 0 && System.nanoTime() < end) Thread.sleep(2);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Brings a look that is ready over what is on air by hand, 0 to 1; at 0 all is as it was. */
    void byHand(String look, double weight, Supplier<Crossing> by) {
        if (handed != null && !handed.look.id.equals(look)) letGo();
        if (handed == null) {
            Players.Playing next = players.isAtBench(look) ? players.find(look) : null;
            if (weight <= 0) return;
            if (next == null || next.player.readings().made() == 0)
                throw new Refused("What comes next is not ready yet; try once more in a moment.");
            handed = next;
            next.player.onAir();
            share(true);
            programme.byHand(next.player, by.get());
        }
        programme.hand(weight);
        if (weight <= 0) letGo();
    }

    private void letGo() {
        programme.take(players.onAir().player, 0, Crossing.FADE);
        share(false);
        hall.place(handed);
        handed = null;
    }

    private void share(boolean on) {
        handed.player.shares(on);
        players.onAir().player.shares(on);
    }

    /** Whether a hand brings something over what is on air. */
    boolean byHand() {
        return handed != null;
    }

    /** Whether an audience sees it although it is not on air: it fades out, or a hand brings it. */
    boolean holds(Players.Playing bench) {
        return bench == fading || bench == handed;
    }

    /** When the fade is over, what was on air goes to the bench, or ends; {@code idle} is who played nothing before the first look, or null. */
    private void settle(Programme.State state, LivePlayer idle) {
        Thread.ofVirtual().name("take").start(() -> {
            try {
                long made = state.now().readings().made();
                Thread.sleep((long) (state.seconds() * 1_000) + 200);
                for (int i = 0; i < 100 && state.now().readings().made() < made + 2; i++) Thread.sleep(10);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
            programme.settled(state.number());
            changing.lock();
            try {
                if (idle != null) idle.close();
                // A take that another has overtaken has nothing to end any more.
                if (fading != null && programme.state().number() == state.number()) {
                    state.now().shares(false);
                    release(fading);
                    fading = null;
                }
            } finally {
                changing.unlock();
            }
        });
    }

    /** A look that is not on air any more stays at its bench if somebody works on it. */
    private void release(Players.Playing gone) {
        if (gone == players.onAir()) return;
        gone.player.shares(false);
        gone.player.leaves(false);
        if (hall.wants(gone.look.id)) {
            hall.place(gone);
            return;
        }
        if (players.find(gone.look.id) == gone) players.remove(gone.look.id);
        hall.end(List.of(gone));
    }
}
