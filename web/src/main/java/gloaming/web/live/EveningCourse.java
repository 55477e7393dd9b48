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
import java.util.List;
import org.springframework.stereotype.Component;

/**
 * The evening of one show as it goes: where in the run sheet it is, how cues begin and are left, and what is said of it. Only the
 * conductor's thread uses it.
 */
@Component
class EveningCourse {
    private static final long SAYS_NS = 6_000_000_000L;

    private final House house;
    private final Shows shows;
    private final Sheets sheets;
    private final CueActs acts;
    private final Photographs photographs;
    private final EveningMemory memory;
    private final SetRecorder recorder;
    private final SetStage stage;
    private final EveningTimes times;
    private final HandFader hand;
    private final CueTriggers triggers;
    private final Standby standby;

    /** The show, or null before there is one. */
    private String show;

    private RunSheet sheet = RunSheet.EMPTY;
    private Run run = Run.BEFORE;
    private String says = "";
    /** Until when that is said. */
    private long saysUntil;
    /** Grows when something happens. */
    private long number;
    /** The change of the artist's own whose trouble was told last. */
    private OwnMix mixing;

    EveningCourse(
            House house,
            Shows shows,
            Sheets sheets,
            Journal journal,
            CueActs acts,
            Photographs photographs,
            EveningMemory memory,
            SetRecorder recorder,
            SetStage stage,
            DryRun dry) {
        this.house = house;
        this.shows = shows;
        this.sheets = sheets;
        this.acts = acts;
        this.photographs = photographs;
        this.memory = memory;
        this.recorder = recorder;
        this.stage = stage;
        times = new EveningTimes(house);
        hand = new HandFader(house);
        triggers = new CueTriggers(house, hand);
        standby = new Standby(house, shows, journal, acts, dry);
    }

    String show() {
        return show;
    }

    RunSheet sheet() {
        return sheet;
    }

    /** The cue that is on, or null before the first. */
    String now() {
        return run.now();
    }

    /** Something has happened. */
    void happened() {
        number++;
    }

    /** Begins with the evening of a show, before its first cue. */
    void open(String of) {
        show = of;
        sheet = sheets.of(of).sheet();
        house.programme().calm(sheet.calm());
        run = Run.BEFORE;
        times.clear();
        triggers.forget();
        standby.soon();
    }

    /** Its run sheet is another now. */
    void renew() {
        RunSheet is = sheets.of(show).sheet();
        run = run.with(sheet, is);
        sheet = is;
        house.programme().calm(sheet.calm());
        number++;
        standby.soon();
    }

    void act(FromPage.Act act) {
        says = "";
        switch (act) {
            case FromPage.Go m -> go();
            case FromPage.GoTo m -> {
                if (m.into() == null) turn(run.to(sheet, m.cue(), times.now()));
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
    }

    /** Goes on where it was when the program ended. */
    void resume(EveningMemory.Last last) {
        if (shows.show(last.show()).isEmpty()) return;
        open(last.show());
        if (sheet.find(last.cue()) == null) return;
        Moment at = times.now();
        long since = at.nanos() - Math.round(last.section() * 1e9);
        long first = at.nanos() - Math.round(last.evening() * 1e9);
        run = new Run(last.cue(), since, at.beat(), null, null, 0, false, List.of(), first, 0, at);
        times.resume(last.began());
        acts.resume(sheet.find(last.cue()), last);
        record(true);
        recorder.cue(last.cue(), nameOf(sheet.find(last.cue())));
    }

    /** Begins what is due, and makes ready what comes next. */
    void tick() {
        Moment at = times.now();
        triggers.look(run.next(sheet), fromOutside);
        turn(run.tick(sheet, at));
        mixes();
        standby.want(sheet, run, at.nanos());
    }

    private final CueTriggers.Acts fromOutside = new CueTriggers.Acts() {
        @Override
        public void pressed(String control) {
            turn(run.pressed(sheet, control, times.now()));
        }

        @Override
        public void go() {
            EveningCourse.this.go();
        }

        @Override
        public void back() {
            EveningCourse.this.back();
        }

        @Override
        public void photograph() {
            photographs.ask(show, sheet.booth());
        }

        @Override
        public void cross(double to) {
            EveningCourse.this.cross(to);
        }
    };

    /** Tells what is wrong with a change of the artist's own, once. */
    private void mixes() {
        OwnMix own = house.programme().state().crossing().own();
        if (own == mixing || own == null || own.trouble().isEmpty()) return;
        mixing = own;
        say("The change of your own " + own.trouble() + ".");
    }

    /** Into the middle of a section, at once and with all as it would be there. */
    private void into(String id, double seconds) {
        Cue cue = sheet.find(id);
        if (cue == null) throw new Refused("That cue is not on the run sheet any more.");
        if (!(seconds >= 0 && seconds <= 86_400)) throw new Refused("A section has no place before its beginning.");
        acts.into(show, sheet, cue, Standing.of(sheet, id, seconds), seconds);
        run = run.into(sheet, id, seconds, times.now());
        begun();
    }

    /** What comes next is brought over what is on by hand; all the way there its cue begins. */
    private void cross(double to) {
        Cue next = run.next(sheet);
        // What waits for a beat would come twice: the hand is there already.
        if (hand.bring(next, sheet, to, () -> acts.byHand(show, sheet, next.change())))
            turn(new Run.Turn(run.now(next, times.now()), next.by(Transition.CUT), ""));
    }

    private void go() {
        turn(run.go(sheet, times.now()));
    }

    private void back() {
        turn(run.back(sheet, times.now()));
    }

    private void turn(Run.Turn turn) {
        if (!turn.says().isEmpty()) say(turn.says());
        if (turn.begins() == null) {
            if (turn.run().waiting() != run.waiting()) number++;
            run = turn.run();
            return;
        }
        try {
            Moment last = turn.run().last() == null ? times.now() : turn.run().last();
            acts.begin(show, sheet, turn.begins(), last.tempo());
        } catch (Refused e) {
            say(e.getMessage());
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
            memory.keep(show, run, times.now(), house.programme().light().wanted(), times.began());
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

    /** Says that something could not be done, for a while. */
    void say(String sentence) {
        if (!sentence.equals(says)) number++;
        says = sentence;
        saysUntil = System.nanoTime() + SAYS_NS;
    }

    /** Where it is now. */
    Stand stand() {
        Moment at = times.now();
        if (!says.isEmpty() && at.nanos() > saysUntil) says = "";
        return new Stand(
                number,
                show,
                sheet,
                run,
                house.onAir(),
                at,
                ready(),
                standby.untried(),
                says,
                times.first(),
                times.all(number, sheet, run, at));
    }

    private boolean ready() {
        Cue next = run.next(sheet);
        if (next == null) return false;
        String look = sheet.lookAt(next.id());
        if (look.isEmpty()) return true;
        LivePlayer player = house.player(look);
        return player != null && player.ready();
    }
}
