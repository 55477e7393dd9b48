package gloaming.web.live;

import gloaming.look.Refused;
import gloaming.play.LivePlayer;
import gloaming.show.Cue;
import gloaming.show.RunSheet;
import gloaming.web.message.FromPage;
import gloaming.web.store.Sheets;
import jakarta.annotation.PreDestroy;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.locks.LockSupport;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Plays an evening: knows where in the run sheet it is, starts cues as hands, controls and clocks ask for them, and makes ready what
 * comes next. All of it belongs to its own thread; others ask through a queue and read what it says last.
 */
@Component
public class Conductor {
    private static final Logger LOG = LoggerFactory.getLogger(Conductor.class);
    private static final int MOST_ACTS = 64;
    /** Shows whose evenings are looked at while another is played. */
    private static final int MOST_OTHERS = 16;

    private static final long TICK_NS = 4_000_000;
    private static final long IDLE_NS = 250_000_000;
    /** A failure is written to the log so seldom. */
    private static final long WARNS_NS = 6_000_000_000L;

    private final House house;
    private final Sheets sheets;
    private final EveningMemory memory;
    private final VenueRoom venues;
    private final ArrayBlockingQueue<Runnable> asked = new ArrayBlockingQueue<>(MOST_ACTS);
    private final Thread thread;
    private volatile Stand stand = Stand.NOTHING;
    /** Shows whose sheets have changed since they were read. */
    private final Set<String> stale = ConcurrentHashMap.newKeySet();

    private final Map<String, RunSheet> others = new ConcurrentHashMap<>();
    private volatile boolean closed;

    // Its own thread's.
    private final EveningCourse course;
    private long nextWarning;

    Conductor(House house, Sheets sheets, EveningMemory memory, VenueRoom venues, EveningCourse course) {
        this.house = house;
        this.sheets = sheets;
        this.memory = memory;
        this.venues = venues;
        this.course = course;
        sheets.onChanged(this::changed);
        // What a hand asks for is little work, and comes before the frames that go on meanwhile.
        thread = Thread.ofPlatform()
                .name("conductor")
                .daemon()
                .priority(Thread.MAX_PRIORITY)
                .start(this::run);
    }

    /** Where the evening of a show is; before its beginning while that of another is played. */
    Stand stand(String of) {
        Stand now = stand;
        return of.equals(now.show()) ? now : Stand.waiting(of, others.getOrDefault(of, RunSheet.EMPTY), now.onAir());
    }

    /** The player of what comes next, or null. */
    LivePlayer next() {
        Stand now = stand;
        if (now.show() == null) return null;
        Cue next = now.run().next(now.sheet());
        String look = next == null ? "" : now.sheet().lookAt(next.id());
        return look.isEmpty() ? null : house.player(look);
    }

    /** A page looks at the evening of a show: it is made ready, unless another is being played. */
    void attend(String of) {
        ask(() -> {
            if (of.equals(course.show())) return;
            if (course.now() == null) open(of);
            else if (others.size() < MOST_OTHERS) others.put(of, sheets.of(of).sheet());
        });
    }

    /** The run sheet of a show is another now; told by whoever has written it, who must not fail for what is asked here. */
    private void changed(String of) {
        stale.add(of);
        LockSupport.unpark(thread);
    }

    private void renew() {
        for (String of : stale) {
            stale.remove(of);
            others.computeIfPresent(of, (other, was) -> sheets.of(of).sheet());
            if (of.equals(course.show())) course.renew();
        }
    }

    /** Does something in the evening of a show, which is the one that is played from then on. */
    void act(String of, FromPage.Act act) {
        ask(() -> {
            if (!of.equals(course.show())) open(of);
            course.act(act);
        });
    }

    private void ask(Runnable what) {
        if (!asked.offer(what)) throw new Refused("Too much is asked of the evening at once; that was left out.");
        LockSupport.unpark(thread);
    }

    /** Goes on where the evening was when the program ended. */
    public void resume() {
        memory.last()
                .ifPresent(last -> ask(() -> {
                    others.clear();
                    course.resume(last);
                }));
    }

    private void open(String of) {
        others.clear();
        course.open(of);
    }

    private void run() {
        while (!closed) {
            LockSupport.parkNanos(course.show() == null ? IDLE_NS : TICK_NS);
            if (!stale.isEmpty()) guarded(this::renew);
            for (Runnable act = asked.poll(); act != null; act = asked.poll()) {
                guarded(act);
                course.happened();
            }
            guarded(this::lay);
            if (course.show() == null) continue;
            guarded(course::tick);
            guarded(() -> stand = course.stand());
        }
    }

    private void lay() {
        if (course.now() == null) venues.round();
        else venues.round(course.show(), course.sheet(), course.now());
    }

    /** Whatever fails is said, and stops nothing of what comes after it. */
    private void guarded(Runnable part) {
        try {
            part.run();
        } catch (Refused e) {
            course.say(e.getMessage());
        } catch (RuntimeException e) {
            if (System.nanoTime() > nextWarning) LOG.warn("Something of the evening could not be done.", e);
            nextWarning = System.nanoTime() + WARNS_NS;
            course.say("Something of the evening could not be done; the log has the details.");
        }
    }

    @PreDestroy
    void stop() {
        closed = true;
        LockSupport.unpark(thread);
    }
}
