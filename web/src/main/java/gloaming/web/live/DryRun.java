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
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicReference;
import java.util.concurrent.locks.LockSupport;
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
    /** How far a look is gone through: so many small pictures, and then so many as large as on air. */
    enum Depth {
        /** What it needs is loaded, and its first pictures, the slowest by far, have been made. */
        BRIEF(6, 0),
        WHOLE(30, 4);

        final int small;
        final int large;

        Depth(int small, int large) {
            this.small = small;
            this.large = large;
        }
    }

    /** What is gone through next, how far, and whether it is of the evening. */
    record Turn(String look, Depth depth, boolean evening) {}

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
    /** Looks that it has been through so far. */
    private final Map<Depth, Set<String>> done =
            Map.of(Depth.BRIEF, ConcurrentHashMap.newKeySet(), Depth.WHOLE, ConcurrentHashMap.newKeySet());
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
        Set<String> whole = done.get(Depth.WHOLE);
        for (int i = 0; i < looks.size(); i++) if (!whole.contains(looks.get(i))) rest++;
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
            for (Turn turn = next(); turn != null && !closed; turn = next()) {
                // An evening is asked for whoever looks; for others nobody wants the machine to work while he is away.
                if (!turn.evening && unseen()) {
                    LockSupport.parkNanos(WAIT_MS * 1_000_000);
                    continue;
                }
                Turn now = turn;
                ask(() -> shows.look(now.look)).ifPresent(row -> through(row, now.depth, crew));
                Set<String> been = done.get(now.depth);
                if (been.size() > MOST_KNOWN) been.clear();
                been.add(now.look);
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

    private Turn next() {
        OpenLook look = air.getAndSet(null);
        if (look != null) others = behind(ask(() -> shows.looks(look.showId)), look.id);
        return next(wanted, others, done);
    }

    /** All of the evening briefly, so that none of them comes wholly cold, then each to its end; then the others so. Null where nothing is left. */
    static Turn next(List<String> wanted, List<String> others, Map<Depth, Set<String>> done) {
        for (List<String> looks : List.of(wanted, others))
            for (Depth depth : Depth.values())
                for (String look : looks)
                    if (!done.get(depth).contains(look)
                            && !done.get(Depth.WHOLE).contains(look)) return new Turn(look, depth, looks == wanted);
        return null;
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
    boolean through(Shows.LookRow row, Depth depth, Crew crew) {
        try {
            Look look = ask(() -> shows.document(row.id()));
            Player player = new Player(Catalogue.all(), crew).inRealTime();
            player.library(house.looksOf(row.showId()));
            player.begin(look);
            HouseBand band = new HouseBand(look.seed(), look.tempo());
            long worked = 0;
            for (int i = 0; i < depth.small + depth.large; i++) {
                while (!closed && busy()) Thread.sleep(WAIT_MS);
                // What it waits for the stage is none of its own time.
                if (closed || worked > MOST_NS) return false;
                long begun = System.nanoTime();
                int part = i < depth.small ? PART : 1;
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
        return air.look() != null && !air.readings().holdsRate();
    }

    /** Whether something is on air, and nobody looks. */
    boolean unseen() {
        LivePlayer air = house.player();
        return air.look() != null && !air.readings().seen();
    }

    @PreDestroy
    void close() {
        closed = true;
    }
}
