package gloaming.web.live;

import gloaming.look.Refused;
import gloaming.play.LivePlayer;
import gloaming.play.OwnMix;
import gloaming.show.Cue;
import gloaming.show.Moment;
import gloaming.show.Run;
import gloaming.show.RunSheet;
import gloaming.show.Standing;
import gloaming.show.Transition;
import gloaming.web.message.FromPage;
import gloaming.web.store.Journal;
import gloaming.web.store.Sheets;
import gloaming.web.store.Shows;
import jakarta.annotation.PreDestroy;
import java.util.List;
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
    private static final long SAYS_NS = 6_000_000_000L;
    private final House house;
    private final Shows shows;
    private final Sheets sheets;
    private final CueActs acts;
    private final Photographs photographs;
    private final EveningMemory memory;
    private final SetRecorder recorder;
    private final SetStage stage;
    private final VenueRoom venues;
    private final ArrayBlockingQueue<Runnable> asked = new ArrayBlockingQueue<>(MOST_ACTS);
    private final Thread thread;
    private volatile Stand stand = Stand.NOTHING;
    /** Shows whose sheets have changed since they were read. */
    private final Set<String> stale = ConcurrentHashMap.newKeySet();

    private final Map<String, RunSheet> others = new ConcurrentHashMap<>();
    private volatile boolean closed;

    // Its own thread's.
    private String show;
    private RunSheet sheet = RunSheet.EMPTY;
    private Run run = Run.BEFORE;
    private String says = "";
    /** Until when that is said. */
    private long saysUntil;

    private long number;
    private long nextWarning;
    private final EveningTimes times;
    private final HandFader hand;
    private final CueTriggers triggers;
    /** The change of the artist's own whose trouble was told last. */
    private OwnMix mixing;

    private final Standby standby;

    Conductor(
            House house,
            Shows shows,
            Sheets sheets,
            Journal journal,
            CueActs acts,
            Photographs photographs,
            EveningMemory memory,
            SetRecorder recorder,
            SetStage stage,
            VenueRoom venues) {
        this.venues = venues;
        this.stage = stage;
        this.recorder = recorder;
        this.photographs = photographs;
        this.house = house;
        this.shows = shows;
        this.sheets = sheets;
        this.acts = acts;
        this.memory = memory;
        times = new EveningTimes(house);
        hand = new HandFader(house);
        triggers = new CueTriggers(house, hand);
        standby = new Standby(house, shows, journal, acts);
        sheets.onChanged(this::changed);
        thread = Thread.ofPlatform().name("conductor").daemon().start(this::run);
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
            if (of.equals(show)) return;
            if (run.now() == null) open(of);
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
            if (!of.equals(show)) continue;
            RunSheet is = sheets.of(of).sheet();
            run = run.with(sheet, is);
            sheet = is;
            house.programme().calm(sheet.calm());
            number++;
            standby.soon();
        }
    }

    /** Does something in the evening of a show, which is the one that is played from then on. */
    void act(String of, FromPage.Act act) {
        ask(() -> {
            if (!of.equals(show)) open(of);
            says = "";
            switch (act) {
                case FromPage.Go m -> go();
                case FromPage.GoTo m -> {
                    if (m.into() == null) turn(run.to(sheet, m.cue(), moment()));
                    else into(m.cue(), m.into());
                }
                case FromPage.Cross m -> cross(m.to());
                case FromPage.Choose m -> run = run.choose(m.cue());
                case FromPage.GoBackOne m -> back();
                case FromPage.Hold m -> run = run.hold(m.on());
                case FromPage.Safe m -> safe();
                case FromPage.Photograph m -> photographs.ask(show, sheet.booth());
                case FromPage.EndEvening m -> end();
                case FromPage.Record m -> record(m.on());
                case FromPage.ShowAgain m -> stage.begin(show, m.set(), m.from(), m.to());
                case FromPage.EndAgain m -> stage.end();
                case FromPage.Freeze m -> house.programme().freeze(m.on());
                case FromPage.Light m -> {
                    acts.light(m.to(), m.seconds());
                    keep();
                }
            }
        });
    }

    private void ask(Runnable what) {
        if (!asked.offer(what)) throw new Refused("Too much is asked of the evening at once; that was left out.");
        LockSupport.unpark(thread);
    }

    /** Goes on where the evening was when the program ended. */
    public void resume() {
        memory.last().ifPresent(last -> ask(() -> resumed(last)));
    }

    private void resumed(EveningMemory.Last last) {
        if (shows.show(last.show()).isEmpty()) return;
        open(last.show());
        if (sheet.find(last.cue()) == null) return;
        Moment at = moment();
        long since = at.nanos() - Math.round(last.section() * 1e9);
        long first = at.nanos() - Math.round(last.evening() * 1e9);
        run = new Run(last.cue(), since, at.beat(), null, null, 0, false, List.of(), first, 0, at);
        times.resume(last.began());
        acts.resume(sheet.find(last.cue()), last);
        record(true);
        recorder.cue(last.cue(), nameOf(sheet.find(last.cue())));
    }

    private void run() {
        while (!closed) {
            LockSupport.parkNanos(show == null ? IDLE_NS : TICK_NS);
            if (!stale.isEmpty()) guarded(this::renew);
            for (Runnable act = asked.poll(); act != null; act = asked.poll()) {
                guarded(act);
                number++;
            }
            guarded(this::lay);
            if (show == null) continue;
            guarded(this::tick);
            guarded(this::say);
        }
    }

    private void lay() {
        if (run.now() == null) venues.round();
        else venues.round(show, sheet, run.now());
    }

    /** Whatever fails is said, and stops nothing of what comes after it. */
    private void guarded(Runnable part) {
        try {
            part.run();
        } catch (Refused e) {
            refuse(e.getMessage());
        } catch (RuntimeException e) {
            if (System.nanoTime() > nextWarning) LOG.warn("Something of the evening could not be done.", e);
            nextWarning = System.nanoTime() + SAYS_NS;
            refuse("Something of the evening could not be done; the log has the details.");
        }
    }

    private void open(String of) {
        others.clear();
        show = of;
        sheet = sheets.of(of).sheet();
        house.programme().calm(sheet.calm());
        run = Run.BEFORE;
        times.clear();
        triggers.forget();
        standby.soon();
    }

    private void tick() {
        Moment at = moment();
        triggers.look(run.next(sheet), fromOutside);
        turn(run.tick(sheet, at));
        mixes();
        standby.want(sheet, run, at.nanos());
    }

    private final CueTriggers.Acts fromOutside = new CueTriggers.Acts() {
        @Override
        public void pressed(String control) {
            turn(run.pressed(sheet, control, moment()));
        }

        @Override
        public void go() {
            Conductor.this.go();
        }

        @Override
        public void back() {
            Conductor.this.back();
        }

        @Override
        public void photograph() {
            photographs.ask(show, sheet.booth());
        }

        @Override
        public void cross(double to) {
            Conductor.this.cross(to);
        }
    };

    /** Tells what is wrong with a change of the artist's own, once. */
    private void mixes() {
        OwnMix own = house.programme().state().crossing().own();
        if (own == mixing || own == null || own.trouble().isEmpty()) return;
        mixing = own;
        refuse("The change of your own " + own.trouble() + ".");
    }

    /** Into the middle of a section, at once and with all as it would be there. */
    private void into(String id, double seconds) {
        Cue cue = sheet.find(id);
        if (cue == null) throw new Refused("That cue is not on the run sheet any more.");
        if (!(seconds >= 0 && seconds <= 86_400)) throw new Refused("A section has no place before its beginning.");
        acts.into(show, sheet, cue, Standing.of(sheet, id, seconds), seconds);
        run = run.into(sheet, id, seconds, moment());
        begun();
    }

    /** What comes next is brought over what is on by hand; all the way there its cue begins. */
    private void cross(double to) {
        Cue next = run.next(sheet);
        // What waits for a beat would come twice: the hand is there already.
        if (hand.bring(next, sheet, to, () -> acts.byHand(show, sheet, next.change())))
            turn(new Run.Turn(run.now(next, moment()), next.by(Transition.CUT), ""));
    }

    private void go() {
        turn(run.go(sheet, moment()));
    }

    private void back() {
        turn(run.back(sheet, moment()));
    }

    private void turn(Run.Turn turn) {
        if (!turn.says().isEmpty()) {
            refuse(turn.says());
        }
        if (turn.begins() == null) {
            if (turn.run().waiting() != run.waiting()) number++;
            run = turn.run();
            return;
        }
        try {
            acts.begin(
                    show,
                    sheet,
                    turn.begins(),
                    turn.run().last() == null
                            ? moment().tempo()
                            : turn.run().last().tempo());
        } catch (Refused e) {
            refuse(e.getMessage());
            // Whatever would start it by itself would try again and again.
            run = run.hold(true);
            return;
        }
        run = turn.run();
        begun();
    }

    private void begun() {
        triggers.forget();
        if (times.fresh()) record(true);
        recorder.cue(run.now(), nameOf(sheet.find(run.now())));
        times.begins(run.now());
        number++;
        standby.soon();
        keep();
    }

    private void keep() {
        if (run.now() != null)
            memory.keep(show, run, moment(), house.programme().light().wanted(), times.began());
    }

    private void refuse(String sentence) {
        if (!sentence.equals(says)) number++;
        says = sentence;
        saysUntil = System.nanoTime() + SAYS_NS;
    }

    private void safe() {
        if (sheet.safe().isEmpty()) throw new Refused("The run sheet names no safe look.");
        run = run.hold(true);
        acts.safe(sheet.safe());
    }

    private void record(boolean on) {
        if (on) recorder.begin(show, shows.show(show).map(Shows.ShowRow::name).orElse(""), sheet.camera());
        else recorder.end();
    }

    private String nameOf(Cue cue) {
        if (!cue.name().isEmpty()) return cue.name();
        return shows.look(sheet.lookAt(cue.id())).map(Shows.LookRow::name).orElse("");
    }

    private void end() {
        recorder.end();
        run = Run.BEFORE;
        times.clear();
        memory.forget();
        standby.soon();
    }

    private Moment moment() {
        return times.now();
    }

    private void say() {
        Moment at = moment();
        if (!says.isEmpty() && at.nanos() > saysUntil) says = "";
        Cue next = run.next(sheet);
        LivePlayer player = next();
        boolean ready =
                next != null && (player == null ? sheet.lookAt(next.id()).isEmpty() : player.ready());
        stand = new Stand(
                number,
                show,
                sheet,
                run,
                house.onAir(),
                at,
                ready,
                says,
                times.first(),
                times.all(number, sheet, run, at));
    }

    @PreDestroy
    void stop() {
        closed = true;
        standby.end();
        LockSupport.unpark(thread);
    }
}
