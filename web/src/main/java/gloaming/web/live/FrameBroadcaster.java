package gloaming.web.live;

import gloaming.play.LivePlayer;
import gloaming.play.PictureOutput;
import gloaming.play.StolenTime;
import gloaming.web.message.ToPage;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import jakarta.annotation.PreDestroy;
import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Function;
import org.springframework.stereotype.Component;

/**
 * Carries pictures and numbers from the players to the pages, on a thread of its own: a {@link Feed} for each look that is worked on,
 * and the {@link Screens} for the audience.
 */
@Component
public class FrameBroadcaster {
    /** It comes round at least so often. */
    private static final long ROUND_NS = 20_000_000;

    private static final long DESK_NS = 120_000_000;
    private static final long BENCHES_NS = 1_000_000_000L;
    /** At most so many pages at once, and at most so many of one kind: benches and desks, or outputs. */
    private static final int MOST_VIEWERS = 64;

    private static final int MOST_OF_A_KIND = 52;
    /** Where there is no room, a page that has said nothing for so long gives way. */
    private static final long SILENT_NS = 20_000_000_000L;

    /** A courier that has not come round for so long stands. */
    private static final long STANDS_NS = 1_500_000_000L;

    /** A thread that has worked for so long in one round goes round in circles. */
    private static final long WORKED_NS = 1_000_000_000L;

    private static final ThreadMXBean THREADS = ManagementFactory.getThreadMXBean();

    private final House house;
    private final StolenTime stolen;
    private final Journal journal;
    private final PageMessages boards;
    private final DeskMessages desks;
    private final Conductor conductor;
    private final EveningMessages evenings;
    private final Photographs photographs;
    private final List<Viewer> viewers = new CopyOnWriteArrayList<>();
    private Map<LivePlayer, Feed> feeds = new LinkedHashMap<>();
    private Screens screens;
    private NextScreen next = new NextScreen();
    private volatile Thread thread;
    /** When it last came round. */
    private volatile long round = System.nanoTime();

    private volatile long worked;
    /** Whether it is between two rounds: it goes on as soon as the machine lets it. */
    private volatile boolean rests;

    private volatile boolean closed;
    private volatile boolean regroup;
    private long nextDesk;
    private long nextBenches;
    private volatile long encodes;
    private volatile Throwable failure;

    FrameBroadcaster(
            House house,
            StolenTime stolen,
            Journal journal,
            PageMessages boards,
            DeskMessages desks,
            Conductor conductor,
            Photographs photographs,
            EveningMessages evenings) {
        this.house = house;
        this.stolen = stolen;
        this.conductor = conductor;
        this.evenings = evenings;
        this.photographs = photographs;
        photographs.outputs(this::tellOutputs);
        this.journal = journal;
        this.boards = boards;
        this.desks = desks;
        screens = new Screens(house.programme(), photographs);
        start();
    }

    private void start() {
        round = System.nanoTime();
        thread = Thread.ofPlatform().name("courier").daemon().unstarted(this::run);
        thread.start();
        house.courier(thread);
    }

    /** Whether its thread has ended or stands, and should not; one that the machine does not let run does not stand. */
    boolean stands() {
        Thread own = thread;
        if (closed || own.isAlive() && System.nanoTime() - round < STANDS_NS) return false;
        boolean starved = (rests || own.getState() == Thread.State.RUNNABLE)
                && THREADS.getThreadCpuTime(own.threadId()) - stolen.nanos() - worked < WORKED_NS;
        return !own.isAlive() || !starved;
    }

    /** Lets another thread go on; whatever the old one does is left to it. */
    void revive() {
        feeds = new LinkedHashMap<>();
        screens = new Screens(house.programme(), photographs);
        next = new NextScreen();
        regroup = true;
        start();
    }

    /** What it could not do last, once. */
    Throwable failure() {
        Throwable told = failure;
        failure = null;
        return told;
    }

    /** Pictures encoded for pages so far. */
    public long encodes() {
        return encodes;
    }

    boolean add(Viewer viewer) {
        synchronized (viewers) {
            if (!room(viewer.bench)) return false;
            viewers.add(viewer);
        }
        changed();
        return true;
    }

    private boolean room(boolean bench) {
        long alike = viewers.stream().filter(v -> v.bench == bench).count();
        if (alike < MOST_OF_A_KIND && viewers.size() < MOST_VIEWERS) return true;
        Viewer silent = viewers.stream()
                .filter(v -> alike < MOST_OF_A_KIND || v.bench == bench)
                .min(Comparator.comparingLong(v -> v.heard))
                .orElse(null);
        if (silent == null || System.nanoTime() - silent.heard < SILENT_NS) return false;
        viewers.remove(silent);
        silent.close();
        return true;
    }

    /** Pages that watch. */
    public int viewers() {
        return viewers.size();
    }

    void remove(Viewer viewer) {
        viewers.remove(viewer);
        changed();
    }

    /** Something about who watches what has changed. */
    void changed() {
        regroup = true;
        LockSupport.unpark(thread);
    }

    void wake() {
        LockSupport.unpark(thread);
    }

    /** Tells each page of a look what it should know. */
    void tell(OpenLook look, Function<Viewer, ToPage> message) {
        for (Viewer viewer : viewers)
            if (viewer.bench && look.id.equals(viewer.look)) viewer.tell(message.apply(viewer));
    }

    /** Tells the pages of a show's evening what its run sheet is now. */
    void tellSheet(String show, Function<Viewer, ToPage> message) {
        for (Viewer viewer : viewers)
            if (show.equals(viewer.evening) && !viewer.next) viewer.tell(message.apply(viewer));
    }

    /** Tells whatever an audience looks at. */
    private void tellOutputs(ToPage message) {
        for (Viewer viewer : viewers) if (!viewer.bench && viewer.evening == null) viewer.tell(message);
    }

    void tellAll(ToPage message) {
        for (Viewer viewer : viewers) viewer.tell(message);
    }

    private void run() {
        Thread own = Thread.currentThread();
        while (!closed && thread == own) {
            rests = true;
            LockSupport.parkNanos(screens.rest(ROUND_NS));
            rests = false;
            worked = THREADS.getCurrentThreadCpuTime() - stolen.nanos();
            round = System.nanoTime();
            try {
                long now = System.nanoTime();
                LivePlayer comes = conductor.next();
                if (screens.took()) regroup = true;
                if (next.took(comes)) regroup = true;
                places();
                benches(now);
                if (regroup) {
                    regroup = false;
                    group();
                }
                screens.round();
                if (screens.expects(comes)) regroup = true;
                next.round();
                for (Feed feed : feeds.values()) feed.round(now);
                count();
                light();
                desk(now);
                evenings.round(viewers, screens.flashes(), now);
            } catch (Throwable e) {
                // There may be no memory to say anything with: whoever watches says it.
                failure = e;
            }
        }
        if (thread == own) {
            feeds.values().forEach(Feed::end);
            screens.end();
            next.end();
        }
    }

    private void count() {
        long more = screens.takeEncodes();
        for (Feed feed : feeds.values()) more += feed.takeEncodes();
        if (more > 0) encodes += more;
    }

    private void group() {
        OpenLook on = house.onAir();
        String air = on == null ? "" : on.id;
        screens.group(
                viewers.stream().filter(v -> !v.bench && !v.next).toList(),
                viewers.stream().filter(v -> v.bench && !air.equals(v.look)).toList());
        next.group(viewers.stream().filter(v -> v.next).toList());
        Map<LivePlayer, Feed> now = new LinkedHashMap<>();
        for (OpenLook look : house.looks()) {
            LivePlayer player = house.player(look.id);
            if (player == null) continue;
            Feed feed = feeds.remove(player);
            now.put(player, feed == null ? new Feed(player, look, journal, boards, desks) : feed);
        }
        feeds.values().forEach(Feed::end);
        feeds = now;
        for (Feed feed : feeds.values()) {
            List<Viewer> own = viewers.stream()
                    .filter(v -> v.bench && feed.look.id.equals(v.look))
                    .toList();
            List<PictureOutput> others = new ArrayList<>(screens.of(feed.player));
            others.addAll(next.of(feed.player));
            feed.group(own, others);
        }
    }

    /** Tells outputs how far they are faded up; their pictures tell it too, but not while none comes. */
    private void light() {
        double light = house.programme().light().now();
        for (Viewer viewer : viewers) {
            if (viewer.bench || viewer.knowsLight == light) continue;
            viewer.knowsLight = light;
            viewer.tell(new ToPage.Light(light));
        }
    }

    /** Tells each page what is on air and whether its own look plays; whose look does not is told its document from here. */
    private void places() {
        OpenLook on = house.onAir();
        String id = on == null ? "" : on.id;
        for (Viewer viewer : viewers) {
            if (viewer.closed()) remove(viewer);
            if (!viewer.bench) continue;
            boolean plays = house.player(viewer.look) != null;
            String knows = id + ' ' + plays;
            if (!knows.equals(viewer.knowsAir)) {
                viewer.knowsAir = knows;
                viewer.tell(boards.air(on, id.equals(viewer.look), plays));
                regroup = true;
            }
            OpenLook own = journal.opened(viewer.look);
            if (own != null) document(viewer, own);
        }
    }

    /** Looks that pages work on play, as far as there is room; those that nobody works on any more do not. */
    private void benches(long now) {
        if (now < nextBenches) return;
        nextBenches = now + BENCHES_NS;
        Set<String> looked = new HashSet<>();
        for (Viewer viewer : viewers) {
            if (!viewer.bench || !looked.add(viewer.look)) continue;
            OpenLook own = house.player(viewer.look) == null ? journal.opened(viewer.look) : null;
            // A look that begins may have media to read first.
            if (own != null)
                Thread.ofVirtual().name("bench").start(() -> {
                    if (house.benches().begin(own)) changed();
                });
        }
        house.benches().keep(looked);
    }

    private void document(Viewer viewer, OpenLook look) {
        synchronized (viewer) {
            if (viewer.knowsVersion == look.version() && viewer.knowsShelf == boards.shelf()) return;
            viewer.tellDocument(look, boards);
        }
    }

    /** What arrives, for pages of the desk. */
    private void desk(long now) {
        if (now < nextDesk) return;
        nextDesk = now + DESK_NS;
        for (Viewer viewer : viewers) if (viewer.desk) viewer.tell(desks.arrivals(viewer.knowsControls));
    }

    @PreDestroy
    void stop() {
        closed = true;
        LockSupport.unpark(thread);
        viewers.forEach(Viewer::close);
    }
}
