package gloaming.web.live;

import gloaming.look.Look;
import gloaming.play.AtHand;
import gloaming.play.Film;
import gloaming.play.LivePlayer;
import gloaming.play.OutputFade;
import gloaming.play.PictureOutput;
import gloaming.play.Programme;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What the audience sees, for the outputs: the picture on air, during a fade mixed with what was before, and before its first picture
 * what was before alone. Only the courier's thread uses it.
 */
final class Screens {
    /** What stands is sent once more after so long. */
    private static final long STILL_NS = 330_000_000;

    /** What was at hand when a look came on air is shown within so long, or not at all. */
    private static final long AT_ONCE_NS = 1_000_000_000;

    /** Where the screen for photographs stands among those by their sizes. */
    private static final int BOOTH = -1;
    /** The part of its time after which the next picture of a fade may leave: who comes round at even times comes a bit late. */
    private static final double EARLY = 0.9;

    private static final double RATE = 30;
    private static final long SHORTEST_NS = 1_000_000;
    private static final long MISSED_NS = 5_000_000;
    private final Programme programme;
    private final Photographs photographs;
    private final Map<Integer, Screen> screens = new LinkedHashMap<>();
    private List<Viewer> viewers = List.of();
    private Programme.State state;
    /** Who comes next, or null. */
    private LivePlayer next;

    private long encodes;

    /** For pages that work on something else. */
    private final AirInSmall small = new AirInSmall();

    Screens(Programme programme, Photographs photographs) {
        this.programme = programme;
        this.photographs = photographs;
        state = programme.state();
    }

    long takeEncodes() {
        long now = encodes;
        encodes = 0;
        return now;
    }

    /** @param elsewhere pages whose look is not on air */
    void group(List<Viewer> outputs, List<Viewer> elsewhere) {
        viewers = outputs;
        small.group(elsewhere);
        boolean booth = photographs.near();
        screens.values().removeIf(screen -> {
            boolean gone = screen.booth ? !booth : viewers.stream().noneMatch(v -> v.most == screen.most);
            if (gone && screen.encoder != null) screen.encoder.close();
            return gone;
        });
        viewers.forEach(v -> screens.computeIfAbsent(v.most, most -> expecting(new Screen(most, false))));
        if (booth) screens.computeIfAbsent(BOOTH, key -> new Screen(photographs.width(), true));
    }

    private Screen expecting(Screen screen) {
        screen.expects(next);
        return screen;
    }

    /** Takes up who comes next, or null; true when the outlets of players are others now. Behind {@link #round}. */
    boolean expects(LivePlayer player) {
        LivePlayer comes = player == state.now() ? null : player;
        if (comes == next) return false;
        // Who was to come and has come is not forgotten before it was seen.
        long now = System.nanoTime();
        for (Screen screen : screens.values()) if (waits(screen, now) != null) return false;
        next = comes;
        screens.values().forEach(this::expecting);
        return true;
    }

    /** The most flashes of the last second on any screen: general ones and red ones. */
    int[] flashes() {
        int general = 0;
        int red = 0;
        for (Screen screen : screens.values()) {
            general = Math.max(general, screen.flashes.general());
            red = Math.max(red, screen.flashes.red());
        }
        return new int[] {general, red};
    }

    /** Whether a place for photographs is wanted that is not there, or is there and not wanted. */
    private boolean boothChanged() {
        Screen booth = screens.get(BOOTH);
        boolean fits = booth != null && booth.most == photographs.width();
        return photographs.near() ? !fits && dropped(booth) : booth != null;
    }

    private boolean dropped(Screen booth) {
        if (booth != null) screens.remove(BOOTH);
        return true;
    }

    /** The outlets of a player that are wanted here. */
    List<PictureOutput> of(LivePlayer player) {
        Programme.State at = state;
        List<PictureOutput> all = new ArrayList<>();
        for (Screen screen : screens.values()) {
            if (player == at.now()) all.add(screen.now);
            else if (player == at.before()) all.add(screen.before);
            if (screen.next != null && player == screen.next.player()) all.add(screen.next.outlet());
        }
        if (player == at.now() && small.watched()) all.add(small.outlet());
        return all;
    }

    /** Takes up a take; true when the outlets of players are others now. */
    boolean took() {
        Programme.State now = programme.state();
        if (now == state) return boothChanged();
        boolean another = now.number() != state.number();
        state = now;
        if (another) {
            screens.values().forEach(Screen::another);
            small.another();
        }
        return true;
    }

    void round() {
        for (Screen screen : screens.values()) round(screen);
        small.round(System.nanoTime());
    }

    /** What the audience sees stays as it was, whatever is played; a page that comes meanwhile is shown that too. */
    private boolean frozen(Screen screen) {
        if (!programme.frozen()) return false;
        if (screen.booth) {
            Screen seen = screens.values().stream()
                    .filter(s -> s.shown.length > 0)
                    .findFirst()
                    .orElse(null);
            if (seen == null) return false;
            photographs.picture(
                    seen.shown,
                    null,
                    seen.shownWidth,
                    seen.shownHeight,
                    programme.light().now());
            return true;
        }
        if (screen.shown.length == 0) return false;
        if (screen.now.ready()) screen.now.rest();
        if (screen.before.ready()) screen.before.rest();
        long now = System.nanoTime();
        if (now < screen.again) return true;
        screen.again = now + STILL_NS;
        send(screen, screen.shown, screen.shownWidth, screen.shownHeight);
        return true;
    }

    /** The audience sees pictures from somewhere else. */
    private boolean filmed(Screen screen) {
        Film film = programme.film();
        Film.Still still = film == null ? null : film.newest();
        if (still == null) return false;
        if (screen.now.ready()) screen.now.rest();
        if (screen.before.ready()) screen.before.rest();
        long now = System.nanoTime();
        if (still.number() == screen.filmed && now < screen.again) return true;
        screen.filmed = still.number();
        screen.again = now + STILL_NS;
        send(screen, still.rgb(), still.width(), still.height());
        return true;
    }

    private void round(Screen screen) {
        if (frozen(screen) || filmed(screen)) return;
        long now = System.nanoTime();
        boolean asked = screen.booth
                ? photographs.waits()
                : viewers.stream().anyMatch(v -> v.credit > 0 && v.most == screen.most);
        if (screen.next != null) screen.next.round(now);
        AtHand.Kept first = asked && !screen.now.ready() ? waits(screen, now) : null;
        if (first != null) atOnce(screen, first);
        if (screen.booth && sits(screen)) return;
        boolean before = before(screen, asked);
        if (fades(screen, now)) {
            fade(screen, asked, now);
        } else if (screen.now.ready()) {
            screen.begun = true;
            show(screen, screen.now.rgb(), screen.now.width(), screen.now.height());
            screen.now.rest();
        } else if (before && !screen.begun) {
            send(screen, screen.held, screen.heldWidth, screen.heldHeight);
        }
        if (asked && screen.now.idle()) screen.now.want();
    }

    /** Takes up what the look before has made meanwhile, and asks for its next; whether there was something. */
    private boolean before(Screen screen, boolean asked) {
        if (state.before() == null) return false;
        boolean ready = screen.before.ready();
        if (ready) {
            screen.hold(screen.before.rgb(), screen.before.width(), screen.before.height());
            screen.before.rest();
        }
        if (asked && screen.before.idle()) screen.before.want();
        return ready;
    }

    /** Whether it is in the middle of a fade and has a picture of both looks. */
    private boolean fades(Screen screen, long now) {
        boolean both = screen.heldWidth > 0 && (screen.cameWidth > 0 || screen.now.ready());
        return both && !screen.booth && !state.whole(now);
    }

    /** In a fade pictures leave evenly, whenever those of the two looks come: each looks as it was last, and the light goes on without a halt. */
    private void fade(Screen screen, boolean asked, long now) {
        if (screen.now.ready()) {
            screen.begun = true;
            screen.came(screen.now.rgb(), screen.now.width(), screen.now.height());
            screen.now.rest();
        }
        if (asked && now - screen.sent >= period())
            mix(screen, screen.came, screen.cameWidth, screen.cameHeight, screen.mixed());
    }

    /** Nanoseconds from one picture of a fade to the next, which may be a bit early. */
    private long period() {
        Look look = state.now().look();
        return (long) (EARLY * 1e9 / (look == null ? RATE : look.rate()));
    }

    /** Nanoseconds until it is to come round, at most so many. */
    long rest(long most) {
        long now = System.nanoTime();
        long rest = most;
        for (Screen screen : screens.values()) {
            if (!fades(screen, now)) continue;
            long left = screen.sent + period() - now;
            // One that nobody asks for, or that is frozen, is not waited for.
            if (left > -MISSED_NS) rest = Math.min(rest, left);
        }
        return Math.max(SHORTEST_NS, rest);
    }

    /**
     * Until the first picture on air is there, the audience sees what comes as it was at its bench: by itself after a cut, in a fade mixed with
     * those of the look before.
     */
    private void atOnce(Screen screen, AtHand.Kept first) {
        screen.begun = true;
        screen.came(first.rgb(), first.width(), first.height());
        if (!state.whole(System.nanoTime()) && screen.heldWidth > 0) return;
        screen.cameWidth = 0;
        leave(screen, screen.came, first.width(), first.height());
    }

    /** What it has at hand of what has come on air and is not seen yet, or null. */
    private AtHand.Kept waits(Screen screen, long now) {
        if (screen.begun || screen.next == null || now - state.since() > AT_ONCE_NS) return null;
        return screen.next.of(state.now(), now);
    }

    /** For a photograph the picture is made at the size that was chosen; true while it is not there yet. */
    private boolean sits(Screen booth) {
        LivePlayer player = state.now();
        Look look = player.look();
        if (look == null) return false;
        double scale = photographs.scale(look.width(), look.height());
        player.sit(scale);
        if (!booth.now.ready() || scale == 0) return false;
        int made = Math.min(booth.most, (int) Math.round(look.width() * scale));
        if (!photographs.waitsFor(made - booth.now.width())) return false;
        booth.now.rest();
        booth.now.want();
        return true;
    }

    private void show(Screen screen, byte[] rgb, int width, int height) {
        double weight = state.weight(System.nanoTime());
        // Of two pictures that are mixed nobody can say what shines through.
        screen.cover = screen.booth && weight >= 1 ? screen.now.cover() : null;
        if (weight < 1 && screen.heldWidth > 0) {
            screen.came(rgb, width, height);
            mix(screen, screen.came, width, height, rgb);
            return;
        }
        screen.cameWidth = 0;
        leave(screen, rgb, width, height);
    }

    /** Shows a picture mixed with what was before, as far as the fade is now; {@code into} is as large as it. */
    private void mix(Screen screen, byte[] rgb, int width, int height, byte[] into) {
        OutputFade.cross(
                state.crossing(),
                screen.held,
                screen.heldWidth,
                screen.heldHeight,
                rgb,
                width,
                height,
                state.weight(System.nanoTime()),
                into);
        leave(screen, into, width, height);
    }

    private void leave(Screen screen, byte[] rgb, int width, int height) {
        if (!screen.booth) screen.calm(rgb, width, height, programme.light().now(), programme.calm());
        send(screen, rgb, width, height);
    }

    private void send(Screen screen, byte[] rgb, int width, int height) {
        screen.show(rgb, width, height);
        if (screen.booth) {
            byte[] cover = rgb == screen.now.rgb() ? screen.cover : null;
            photographs.picture(rgb, cover, width, height, programme.light().now());
            return;
        }
        byte[] leaves = screen.venue.lay(programme.shown(), rgb, width, height, screen.most, state);
        int wide = screen.venue.width();
        int high = screen.venue.height();
        screen.encoder = Feed.fitting(screen.encoder, wide, high);
        encodes++;
        ByteBuffer message = Feed.picture(
                Feed.FRAME, screen.encoder.encode(leaves), programme.light().now(), wide, high);
        for (Viewer viewer : viewers) if (viewer.most == screen.most) viewer.picture(message);
    }

    void end() {
        for (Screen screen : screens.values()) if (screen.encoder != null) screen.encoder.close();
        screens.clear();
        small.end();
    }
}
