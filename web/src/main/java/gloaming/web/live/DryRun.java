package gloaming.web.live;

import gloaming.flow.Crew;
import gloaming.look.Look;
import gloaming.play.LivePlayer;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.HouseBand;
import gloaming.step.Catalogue;
import gloaming.web.store.Shows;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Goes once through each look of an evening before it comes, off air and unheard, with what nobody else wants of the machine: what its
 * steps need is loaded then, and their code compiled.
 */
final class DryRun implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(DryRun.class);
    /** Small pictures of each look, and some as large as on air. */
    private static final int SMALL = 60;

    private static final int LARGE = 6;
    private static final int PART = 3;
    /** Of work; a look that takes longer is left as it is. */
    private static final long MOST_NS = 20_000_000_000L;

    private static final int MOST_KNOWN = 10_000;
    private static final long WAIT_MS = 100;
    private static final long IDLE_S = 10;

    private final House house;
    private final Shows shows;
    private final LinkedBlockingQueue<String> asked = new LinkedBlockingQueue<>();
    /** Looks that were asked for once. */
    private final Set<String> known = new HashSet<>();

    private volatile boolean closed;
    private volatile boolean works;

    DryRun(House house, Shows shows) {
        this.house = house;
        this.shows = shows;
    }

    /** Looks that are to be gone through, in their order, unless they have been; used by one thread. */
    void want(List<String> looks) {
        if (known.size() > MOST_KNOWN) known.clear();
        for (String look : looks) if (known.add(look)) asked.add(look);
        if (works || closed || asked.isEmpty()) return;
        works = true;
        Thread.ofPlatform()
                .name("dry-run")
                .daemon()
                .priority(Thread.MIN_PRIORITY)
                .start(this::run);
    }

    private void run() {
        try (Crew crew = new Crew(1)) {
            last();
            for (String look = next(); look != null; look = next())
                shows.look(look).ifPresent(row -> through(row, crew));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } finally {
            works = false;
        }
    }

    private static void last() {
        try {
            SchedulingClass.IDLE.ofThisThread();
        } catch (LinkageError e) {
            LOG.debug("The lowest priority has to do.", e);
        }
    }

    private String next() throws InterruptedException {
        return closed ? null : asked.poll(IDLE_S, TimeUnit.SECONDS);
    }

    /** Goes through a look; false where it was not gone through to its end. */
    boolean through(Shows.LookRow row, Crew crew) {
        try {
            Look look = shows.document(row.id());
            Player player = new Player(Catalogue.all(), crew).inRealTime();
            player.library(house.looksOf(row.showId()));
            player.begin(look);
            HouseBand band = new HouseBand(look.seed(), look.tempo());
            long worked = 0;
            for (int i = 0; i < SMALL + LARGE; i++) {
                while (!closed && busy()) Thread.sleep(WAIT_MS);
                // What it waits for the stage is none of its own time.
                if (closed || worked > MOST_NS) return false;
                long begun = System.nanoTime();
                int part = i < SMALL ? PART : 1;
                Moment at = new Moment(i, i / look.rate(), 1 / look.rate());
                player.play(at, look.width() / part, look.height() / part, band, Onlooker.NOBODY);
                worked += System.nanoTime() - begun;
            }
            return true;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        } catch (RuntimeException | StackOverflowError e) {
            // Whoever plays it says what is wrong with it.
            LOG.debug("A look could not be gone through.", e);
            return false;
        }
    }

    /** Whether what is on air needs all that there is. */
    private boolean busy() {
        LivePlayer air = house.player();
        return air.look() != null && !air.holdsRate();
    }

    @Override
    public void close() {
        closed = true;
    }
}
