package gloaming.web.live;

import gloaming.flow.Crew;
import gloaming.look.Look;
import gloaming.play.LivePlayer;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.HouseBand;
import gloaming.step.Catalogue;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import jakarta.annotation.PreDestroy;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.LongSupplier;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;

/**
 * Goes once through each look before it comes, off air and unheard, with what nobody else wants of the machine: what its steps need is
 * loaded then, and their code compiled. First those of the evening, then all others of the show that is on air.
 */
@Component
final class DryRun {
    private static final Logger LOG = LoggerFactory.getLogger(DryRun.class);
    /** Small pictures of each look, and some as large as on air. */
    private static final int SMALL = 30;

    private static final int LARGE = 4;
    private static final int PART = 3;
    /** Of work; a look that takes longer is left as it is. */
    private static final long MOST_NS = 20_000_000_000L;

    private static final int MOST_KNOWN = 10_000;
    private static final long WAIT_MS = 100;
    /** After a take: what is compiled then is what came on air, and nothing is queued before it. */
    private static final long REST_NS = 5_000_000_000L;
    /** Whether the machine is to do other things beside, as it does while it tests. */
    private static final boolean TESTS = Integer.getInteger("gloaming.together", 1) > 1;

    private final House house;
    private final Shows shows;
    private final LongSupplier nanoTime;
    /** Those of the evening. */
    private volatile List<String> wanted = List.of();
    /** What came on air last, until its show has been looked at. */
    private final AtomicReference<OpenLook> air = new AtomicReference<>();
    /** Looks that it is done with. */
    private final Set<String> done = ConcurrentHashMap.newKeySet();
    /** Others of the show on air; its own thread's. */
    private List<String> others = List.of();

    // Whoever asks never waits for a thread that the system may not let run: there is no lock between them.
    private final AtomicBoolean works = new AtomicBoolean();
    /** When something came on air last. */
    private volatile long took;

    private volatile boolean closed;

    @Autowired
    DryRun(House house, Shows shows) {
        this(house, shows, System::nanoTime);
    }

    /** One that goes by another clock than the machine's. */
    DryRun(House house, Shows shows, LongSupplier nanoTime) {
        this.house = house;
        this.shows = shows;
        this.nanoTime = nanoTime;
        took = nanoTime.getAsLong() - REST_NS;
        house.onTake(this::beside);
    }

    /** The looks of the evening, each once, in the order in which they are to be gone through. */
    void want(List<String> looks) {
        wanted = looks;
        if (rest() > 0) begin();
    }

    /** A look has come on air: all others of its show may follow. */
    private void beside(OpenLook look) {
        took = nanoTime.getAsLong();
        if (TESTS) return;
        air.set(look);
        begin();
    }

    /** How many looks of the evening it has not been through. */
    int rest() {
        int rest = 0;
        List<String> looks = wanted;
        for (int i = 0; i < looks.size(); i++) if (!done.contains(looks.get(i))) rest++;
        return rest;
    }

    private void begin() {
        if (closed || !works.compareAndSet(false, true)) return;
        Thread.ofPlatform()
                .name("dry-run")
                .daemon()
                .priority(Thread.MIN_PRIORITY)
                .start(this::run);
    }

    private void run() {
        last();
        boolean over = false;
        try (Crew crew = new Crew(1)) {
            for (String look = next(); look != null && !closed; look = next()) {
                String id = look;
                ask(() -> shows.look(id)).ifPresent(row -> through(row, crew));
                if (done.size() > MOST_KNOWN) done.clear();
                done.add(look);
            }
            over = true;
        } catch (RuntimeException e) {
            LOG.debug("A look could not be read.", e);
        } finally {
            works.set(false);
        }
        // What was asked for in this very moment.
        if (over && (air.get() != null || rest() > 0)) begin();
    }

    private String next() {
        OpenLook look = air.getAndSet(null);
        if (look != null) others = behind(ask(() -> shows.looks(look.showId)), look.id);
        return Stream.concat(wanted.stream(), others.stream())
                .filter(id -> !done.contains(id))
                .findFirst()
                .orElse(null);
    }

    /** All others of a look's show, those behind it first. */
    static List<String> behind(List<Shows.LookRow> show, String look) {
        List<String> all = show.stream().map(Shows.LookRow::id).toList();
        int at = all.indexOf(look) + 1;
        return Stream.concat(all.subList(at, all.size()).stream(), all.subList(0, Math.max(0, at - 1)).stream())
                .toList();
    }

    /** Has another thread ask the database: locks in there are not to be held by one that the system may not let run. */
    private static <T> T ask(Supplier<T> what) {
        CompletableFuture<T> answer = new CompletableFuture<>();
        Thread.ofVirtual().name("dry-run reads").start(() -> {
            try {
                answer.complete(what.get());
            } catch (RuntimeException e) {
                answer.completeExceptionally(e);
            }
        });
        try {
            return answer.join();
        } catch (CompletionException e) {
            throw e.getCause() instanceof RuntimeException cause ? cause : e;
        }
    }

    private static void last() {
        try {
            SchedulingClass.IDLE.ofThisThread();
        } catch (LinkageError e) {
            LOG.debug("The lowest priority has to do.", e);
        }
    }

    /** Goes through a look; false where it was not gone through to its end. */
    boolean through(Shows.LookRow row, Crew crew) {
        try {
            Look look = ask(() -> shows.document(row.id()));
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
    boolean busy() {
        if (nanoTime.getAsLong() - took < REST_NS) return true;
        LivePlayer air = house.player();
        return air.look() != null && !air.holdsRate();
    }

    @PreDestroy
    void close() {
        closed = true;
    }
}
