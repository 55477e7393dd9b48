package gloaming.web.live;

import gloaming.again.SetReplay;
import gloaming.again.TapePlayer;
import gloaming.flow.Crew;
import gloaming.look.Refused;
import gloaming.play.Film;
import gloaming.web.store.Sets;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.util.concurrent.locks.LockSupport;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Shows the audience a set that was recorded, in place of what is on air, which plays on behind it. */
@Component
public class SetStage {
    private static final Logger LOG = LoggerFactory.getLogger(SetStage.class);
    /** Pictures of a set that go round, so that whoever reads one has it for a while. */
    private static final int PICTURES = 4;

    private static final double RATE = 30;
    private static final long SAYS_NS = 8_000_000_000L;

    /** A set that is shown. */
    private final class Showing implements Film {
        final String show;
        final String set;
        final double from;
        final Double to;
        private final byte[][] pictures = new byte[PICTURES][0];
        private volatile Still newest;
        private volatile boolean over;
        private volatile double at = -1;
        private long number;

        Showing(String show, String set, double from, Double to) {
            this.show = show;
            this.set = set;
            this.from = from;
            this.to = to;
        }

        @Override
        public Still newest() {
            return newest;
        }

        void run() {
            try (Crew crew = new Crew(Math.clamp(Runtime.getRuntime().availableProcessors(), 1, 16))) {
                SetReplay replay = replays.open(show, set, crew, 0, 0);
                play(replay);
                TapePlayer.Compared compared = replay.compared();
                if (compared.others() > 0)
                    LOG.info(
                            "{} of {} pictures of {} were others than live.",
                            compared.others(),
                            compared.same() + compared.others(),
                            set);
            } catch (IOException | RuntimeException e) {
                LOG.warn("The set cannot be shown.", e);
                say(e instanceof Refused ? e.getMessage() : "The set cannot be shown; the log has the details.");
            } finally {
                ended(this);
            }
        }

        private void play(SetReplay replay) {
            double until = to == null ? replay.seconds() : Math.min(to, replay.seconds());
            if (from >= until) throw new Refused("The set is %.0f seconds long.".formatted(replay.seconds()));
            // What was before is played as fast as it goes; nobody sees it.
            for (double t = 0; t < from && !over; t += 1) replay.at(t);
            long began = System.nanoTime();
            for (double t = from; t <= until && !over; ) {
                show(replay.at(t));
                at = t;
                double due = from + (System.nanoTime() - began) / 1e9;
                // Where it cannot keep up it goes on slower, and leaves nothing out.
                if (due < t + 1 / RATE) LockSupport.parkNanos(Math.round((t + 1 / RATE - due) * 1e9));
                else began += Math.round((due - t - 1 / RATE) * 1e9);
                t += 1 / RATE;
            }
        }

        private void show(SetReplay.Shown shown) {
            if (shown == null) return;
            int size = shown.width() * shown.height() * 3;
            int place = (int) (number % PICTURES);
            if (pictures[place].length != size) pictures[place] = new byte[size];
            System.arraycopy(shown.rgb(), 0, pictures[place], 0, size);
            newest = new Still(++number, pictures[place], shown.width(), shown.height());
        }
    }

    private final Sets sets;
    private final House house;
    private final SetReplays replays;
    private final SetRecorder recorder;
    private volatile Showing showing;
    private volatile String trouble = "";
    private volatile long saysUntil;

    SetStage(Sets sets, House house, SetReplays replays, SetRecorder recorder) {
        this.sets = sets;
        this.house = house;
        this.replays = replays;
        this.recorder = recorder;
    }

    /** Shows a set from its first picture on; {@link Refused} where it is not there. */
    public void begin(String show, String set, double from, Double to) {
        if (!(from >= 0)) throw new Refused("A set is shown from 0 seconds on.");
        sets.file(show, set);
        end();
        Showing next = new Showing(show, set, from, to);
        showing = next;
        house.programme().film(next);
        Thread.ofPlatform().name("set").daemon().start(next::run);
    }

    /** The audience sees what is on air again. */
    public void end() {
        Showing was = showing;
        if (was != null) ended(was);
    }

    private void ended(Showing was) {
        was.over = true;
        if (showing != was) return;
        showing = null;
        house.programme().film(null);
    }

    private void say(String sentence) {
        trouble = sentence;
        saysUntil = System.nanoTime() + SAYS_NS;
    }

    /** Whether a set is being recorded just now. */
    public boolean records(String show, String set) {
        return recorder.records(show) && recorder.name().equals(set);
    }

    /** What is shown, in a few words, or why it is not, or empty. */
    public String says() {
        Showing now = showing;
        if (now == null) return System.nanoTime() < saysUntil ? trouble : "";
        return now.at < 0
                ? "a set as soon as it is ready"
                : "the set of %s at %d:%02d".formatted(now.set, (int) now.at / 60, (int) now.at % 60);
    }

    @PreDestroy
    void stop() {
        end();
    }
}
