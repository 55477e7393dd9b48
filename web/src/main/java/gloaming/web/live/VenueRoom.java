package gloaming.web.live;

import gloaming.play.Programme;
import gloaming.show.RunSheet;
import gloaming.venue.Venue;
import gloaming.web.message.FromPage;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Sheets;
import gloaming.web.store.Shows;
import java.util.Objects;
import org.springframework.stereotype.Component;

/**
 * Sees to it that the picture is laid on the surfaces of the venue it is shown in: of the evening that is played, or else of the show whose
 * look is on air. What a page tries out while a hand moves is shown and not kept; a test picture goes when the page that wants it does.
 */
@Component
class VenueRoom {
    /** A page that wants the test picture says so again within this time, or it ends. */
    private static final long TEST_NS = 5_000_000_000L;
    /** What is tried out and not kept is forgotten then. */
    private static final long TRY_NS = 3_000_000_000L;

    private record Tried(String show, Venue venue, long until) {}

    private record Test(String show, String bright, long until) {}

    private final House house;
    private final Shows shows;
    private final Sheets sheets;
    private volatile Tried tried;
    private volatile Test test;
    private volatile boolean stale = true;
    /** The show that is shown. */
    private volatile String of = "";

    // The conductor's thread's: the look on air, and the show that it is of.
    private String look = "";
    private String show = "";
    private RunSheet sheet = RunSheet.EMPTY;

    VenueRoom(House house, Shows shows, Sheets sheets) {
        this.house = house;
        this.shows = shows;
        this.sheets = sheets;
        sheets.onChanged(of -> {
            tried = null;
            stale = true;
        });
    }

    /** Shows what a page of a show tries, where that show is the one that is shown. */
    void show(String of, FromPage.Trial trial) {
        long now = System.nanoTime();
        switch (trial) {
            case FromPage.TryVenue m -> tried = m.venue() == null ? null : new Tried(of, m.venue(), now + TRY_NS);
            case FromPage.TestPicture m ->
                test = m.on() ? new Test(of, Objects.requireNonNullElse(m.surface(), ""), now + TEST_NS) : null;
        }
    }

    /** The id of the venue that a show is shown in just now; empty where it is none, or another show is shown. */
    String of(String show) {
        Venue venue = house.programme().shown().venue();
        return venue == null || !of.equals(show) ? "" : venue.id();
    }

    /** Comes round where no evening is played: the show is that of the look on air. On the conductor's thread, as the other. */
    void round() {
        OpenLook on = house.onAir();
        String id = on == null ? "" : on.id;
        if (stale || !id.equals(look)) {
            stale = false;
            look = id;
            show = shows.look(id).map(Shows.LookRow::showId).orElse("");
            sheet = show.isEmpty() ? RunSheet.EMPTY : sheets.of(show).sheet();
        }
        round(show, sheet, null);
    }

    /** Comes round while an evening is played, in a cue. */
    void round(String show, RunSheet played, String cue) {
        of = show;
        long now = System.nanoTime();
        Venue venue = played.venueAt(cue);
        Tried trying = tried;
        if (trying != null && venue != null && now < trying.until && tries(trying, show, venue)) venue = trying.venue;
        Test testing = test;
        boolean tests = testing != null && now < testing.until && testing.show.equals(show) && venue != null;
        String bright = tests ? testing.bright : "";
        Programme.Shown is = house.programme().shown();
        if (is.venue() != venue || is.test() != tests || !is.bright().equals(bright))
            house.programme().show(new Programme.Shown(venue, tests, bright));
    }

    private static boolean tries(Tried trying, String show, Venue venue) {
        return trying.show.equals(show) && trying.venue.id().equals(venue.id());
    }
}
