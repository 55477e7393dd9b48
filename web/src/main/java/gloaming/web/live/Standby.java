package gloaming.web.live;

import gloaming.play.LivePlayer;
import gloaming.show.Cue;
import gloaming.show.OwnChange;
import gloaming.show.Run;
import gloaming.show.RunSheet;
import gloaming.show.Start;
import gloaming.show.Transition;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Makes ready what may come on air next: the next cue's look, the safe one, and those of other ways on. Only the conductor's thread uses it. */
final class Standby {
    private static final Logger LOG = LoggerFactory.getLogger(Standby.class);
    private static final long EVERY_NS = 500_000_000;
    private static final long TRY_NS = 5_000_000_000L;

    private final House house;
    private final Shows shows;
    private final Journal journal;
    private final CueActs acts;
    private final DryRun dry;
    private List<String> readied = List.of();
    /** The text of a change that was gone through last. */
    private String prepared = "";

    /** The cue whose look was taken to its beginning, so that its picture there is at hand. */
    private String begun = "";

    private long next;
    private long nextTry;

    Standby(House house, Shows shows, Journal journal, CueActs acts, DryRun dry) {
        this.acts = acts;
        this.house = house;
        this.shows = shows;
        this.journal = journal;
        this.dry = dry;
    }

    /** How many looks of the evening have not been gone through yet. */
    int untried() {
        return dry.rest();
    }

    /** With the next moment it looks anew at what is wanted. */
    void soon() {
        next = 0;
    }

    /** Sees to it that what is wanted now plays; in another thread, as looks may have to be read. */
    void want(RunSheet sheet, Run run, long now) {
        if (now < next) return;
        next = now + EVERY_NS;
        Cue coming = run.next(sheet);
        boolean waits = coming != null
                && coming.start().by() == Start.By.CONTROL
                && !coming.start().control().isEmpty();
        house.expect(waits ? Set.of(coming.start().control()) : Set.of());
        prepare(sheet, coming);
        dry.want(evening(sheet, coming));
        begin(sheet, coming);
        List<String> looks = looks(sheet, run, coming);
        boolean all = looks.stream().allMatch(look -> house.player(look) != null);
        // One that is gone, or cannot be opened, is tried again now and then.
        if (looks.equals(readied) && (all || now < nextTry)) return;
        nextTry = now + TRY_NS;
        readied = looks;
        Thread.ofVirtual().name("ready").start(() -> ready(looks));
    }

    /** What is to come from its beginning is taken there once, when it is ready; not where somebody works on it. */
    private void begin(RunSheet sheet, Cue coming) {
        String id = coming != null && coming.anew() ? coming.id() : "";
        if (id.equals(begun)) return;
        String look = id.isEmpty() ? "" : sheet.lookAt(id);
        LivePlayer player = look.isEmpty() ? null : house.player(look);
        if (player == null) begun = "";
        else if (player.ready() && !player.isOnAir() && !house.benches().isLookedAt(look)) {
            player.begin(0);
            begun = id;
        }
    }

    /** The looks of all cues, from behind the one that comes next on, which plays already, and then from the first to that. */
    static List<String> evening(RunSheet sheet, Cue coming) {
        List<Cue> cues = new ArrayList<>(sheet.cues());
        Collections.rotate(cues, -1 - cues.indexOf(coming));
        return cues.stream()
                .map(Cue::look)
                .filter(look -> !look.isEmpty())
                .distinct()
                .toList();
    }

    /** The text of the change by which the next cue comes, gone through in advance: once, and once more when it was edited. */
    private void prepare(RunSheet sheet, Cue coming) {
        boolean own = coming != null && coming.change().way() == Transition.Way.OWN;
        OwnChange change = own ? sheet.change(coming.change().own()) : null;
        String text = change == null ? "" : change.code();
        if (text.equals(prepared)) return;
        prepared = text;
        if (text.isEmpty()) return;
        Thread.ofPlatform()
                .name("prepare")
                .daemon()
                .priority(Thread.MIN_PRIORITY)
                .start(() -> acts.prepare(text));
    }

    private static List<String> looks(RunSheet sheet, Run run, Cue coming) {
        List<String> wanted = new ArrayList<>();
        if (coming != null) wanted.add(sheet.lookAt(coming.id()));
        wanted.add(sheet.safe());
        Cue is = run.now() == null ? null : sheet.find(run.now());
        if (is != null) for (Cue.Way way : is.ways()) wanted.add(sheet.lookAt(way.to()));
        return wanted.stream().filter(look -> !look.isEmpty()).distinct().toList();
    }

    private void ready(List<String> looks) {
        List<OpenLook> open = new ArrayList<>();
        for (String look : looks) {
            try {
                shows.look(look).map(journal::open).ifPresent(open::add);
            } catch (RuntimeException e) {
                LOG.warn("What comes next cannot be made ready: {}", e.getMessage());
            }
        }
        house.benches().ready(open);
    }
}
