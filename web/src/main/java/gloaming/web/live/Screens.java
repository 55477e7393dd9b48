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
    /** In a fade a picture on air is late after so many of its times. */
    private static final double LATE = 1.5;
    /** How much of the next picture comes where more of it would be a flash too many. */
    private static final double SOFTENED = 0.12;

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
        boolean asked = screen.booth
                ? photographs.waits()
                : viewers.stream().anyMatch(v -> v.credit > 0 && v.most == screen.most);
        if (screen.next != null) screen.next.round(System.nanoTime());
        AtHand.Kept first = asked && !screen.now.ready() ? waits(screen, System.nanoTime()) : null;
        if (first != null) atOnce(screen, first);
        boolean before = false;
        if (screen.booth && sits(screen)) return;
        if (state.before() != null) {
            if (screen.before.ready()) {
                screen.hold(screen.before.rgb(), screen.before.width(), screen.before.height());
                screen.before.rest();
                before = true;
            }
            if (asked && screen.before.idle()) screen.before.want();
        }
        if (screen.now.ready()) {
            screen.begun = true;
            show(screen, screen.now.rgb(), screen.now.width(), screen.now.height());
            screen.now.rest();
        } else if (before && !screen.begun) {
            send(screen, screen.held, screen.heldWidth, screen.heldHeight);
        } else if (before && late(screen)) {
            mix(screen, screen.came, screen.cameWidth, screen.cameHeight, screen.mixed());
        }
        if (asked && screen.now.idle()) screen.now.want();
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

    /** Whether the picture on air has not come in its time, in the middle of a fade: that goes on with the one before alone. */
    private boolean late(Screen screen) {
        Look look = state.now().look();
        return !screen.booth
                && screen.cameWidth > 0
                && look != null
                && System.nanoTime() - screen.sent > LATE * 1e9 / look.rate();
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
        if (!screen.booth) calm(screen, rgb, width, height);
        send(screen, rgb, width, height);
    }

    /** Counts the flashes of a picture before it leaves; where the artist wants it, holds its light so that there are not too many. */
    private void calm(Screen screen, byte[] rgb, int width, int height) {
        double light = programme.light().now();
        long now = System.nanoTime();
        boolean known = screen.shown.length == rgb.length && screen.shownWidth == width;
        if (programme.calm() && known && !screen.flashes.mayShow(rgb, width, height, light, now)) {
            OutputFade.mix(screen.shown, width, height, rgb, width, height, SOFTENED, rgb);
            if (!screen.flashes.mayShow(rgb, width, height, light, now))
                System.arraycopy(screen.shown, 0, rgb, 0, rgb.length);
        }
        screen.flashes.shown(rgb, width, height, light, now);
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
