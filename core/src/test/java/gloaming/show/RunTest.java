package gloaming.show;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What starts which cue and when. */
class RunTest {
    private static final double TEMPO = 120;

    /** A moment so many seconds after the evening began, at 120 beats a minute. */
    private static Moment at(double seconds) {
        return at(seconds, seconds, 75_600 + seconds, Double.NaN);
    }

    private static Moment at(double seconds, double sound, double day, double timecode) {
        return new Moment(1_000 + Math.round(seconds * 1e9), seconds * TEMPO / 60, TEMPO, sound, day, timecode);
    }

    private static Cue cue(String id, Start start) {
        return new Cue(
                id,
                "",
                "",
                0,
                "look-" + id,
                "",
                false,
                null,
                null,
                null,
                Transition.CUT,
                start,
                0,
                0.5,
                false,
                "",
                List.of(),
                List.of(),
                "");
    }

    private static Start by(Start.By by, double seconds, Start.Grid on) {
        return new Start(by, "osc /go", new Span(Math.min(seconds, 60), Span.Unit.SECONDS), seconds, on);
    }

    private static RunSheet sheet(Cue... cues) {
        return RunSheet.of(List.of(cues), "", 0.5);
    }

    private static RunSheet keys(String... ids) {
        List<Cue> cues = new ArrayList<>();
        for (String id : ids) cues.add(cue(id, Start.KEY));
        return RunSheet.of(cues, "", 0.5);
    }

    /** Lets time pass in 64ths of a second; tells which cues began, and when. */
    private static List<String> pass(RunSheet sheet, Run run, double from, double to) {
        List<String> begun = new ArrayList<>();
        for (double t = from; t <= to; t += 1 / 64.0) {
            Run.Turn turn = run.tick(sheet, at(t));
            run = turn.run();
            if (turn.begins() != null) begun.add(turn.begins().id() + " " + Math.round(t * 100) / 100.0);
        }
        return begun;
    }

    @Test
    void aKeyStartsOneCueAfterTheOtherUntilTheEndWhichIsSaid() {
        RunSheet sheet = keys("a", "b");
        Run run = Run.BEFORE;
        assertThat(run.next(sheet).id()).isEqualTo("a");
        Run.Turn first = run.go(sheet, at(0));
        assertThat(first.begins().id()).isEqualTo("a");
        Run.Turn second = first.run().go(sheet, at(2));
        assertThat(second.begins().id()).isEqualTo("b");
        Run.Turn third = second.run().go(sheet, at(4));
        assertThat(third.begins()).isNull();
        assertThat(third.says()).contains("end");
        assertThat(third.run().now()).isEqualTo("b");
    }

    @Test
    void aSecondPressWithinTheGuardIsASlip() {
        RunSheet sheet = keys("a", "b", "c");
        Run run = Run.BEFORE.go(sheet, at(0)).run();
        Run.Turn slip = run.go(sheet, at(0.4));
        assertThat(slip.begins()).isNull();
        assertThat(slip.says()).contains("slip");
        assertThat(slip.run().go(sheet, at(0.6)).begins().id()).isEqualTo("b");
        RunSheet none = RunSheet.of(sheet.cues(), "", 0);
        assertThat(run.go(none, at(0.01)).begins().id()).isEqualTo("b");
    }

    @Test
    void whatWaitsForABarBeginsWithItAndAtOnceWhenPressedAgain() {
        RunSheet sheet = sheet(cue("a", Start.KEY), cue("b", by(Start.By.KEY, 0, Start.Grid.BAR)));
        Run run = Run.BEFORE.go(sheet, at(0.1)).run();
        // Two beats a second, four to a bar: a bar begins every two seconds.
        Run waits = run.go(sheet, at(1)).run();
        assertThat(waits.waiting()).isEqualTo("b");
        assertThat(pass(sheet, waits, 1, 3)).containsExactly("b 2.0");
        assertThat(waits.go(sheet, at(1.6)).begins().id()).isEqualTo("b");
        // A hold takes it back, and leaves it the next.
        Run held = waits.hold(true);
        assertThat(pass(sheet, held, 1, 3)).isEmpty();
        assertThat(held.next(sheet).id()).isEqualTo("b");
    }

    @Test
    void cuesFollowByTimeAndNothingDoesWhileHeld() {
        RunSheet sheet = sheet(
                cue("a", Start.KEY),
                cue("b", by(Start.By.AFTER, 1, Start.Grid.AT_ONCE)),
                cue("c", new Start(Start.By.AFTER, "", new Span(3, Span.Unit.BEATS), 0, Start.Grid.AT_ONCE)),
                cue("d", new Start(Start.By.AFTER, "", new Span(1, Span.Unit.BARS), 0, Start.Grid.AT_ONCE)));
        Run run = Run.BEFORE.go(sheet, at(0)).run();
        assertThat(pass(sheet, run, 0, 6)).containsExactly("b 1.0", "c 2.5", "d 4.5");
        assertThat(pass(sheet, run.hold(true), 0, 6)).isEmpty();
    }

    @Test
    void theFirstCueDoesNotFollowOnNothing() {
        RunSheet sheet = sheet(cue("a", by(Start.By.AFTER, 1, Start.Grid.AT_ONCE)));
        assertThat(pass(sheet, Run.BEFORE, 0, 5)).isEmpty();
    }

    @Test
    void aPlaceInTheSoundTheTimeOfDayAndTimeCodeStartCuesAsTheyArePassed() {
        Run run = Run.BEFORE.tick(keys(), at(0)).run();
        RunSheet sound = sheet(cue("a", by(Start.By.SOUND, 30, Start.Grid.AT_ONCE)));
        assertThat(run.tick(sound, at(1, 29.9, 0, 0))
                        .run()
                        .tick(sound, at(1.01, 30.01, 0, 0))
                        .begins())
                .isNotNull();
        // Whoever leaps over it does not start it, nor whoever is past it already.
        assertThat(run.tick(sound, at(1, 50, 0, 0)).begins()).isNull();
        assertThat(run.tick(sound, at(1, 31, 0, 0))
                        .run()
                        .tick(sound, at(1.01, 31.01, 0, 0))
                        .begins())
                .isNull();
        RunSheet day = sheet(cue("a", by(Start.By.CLOCK, 75_601, Start.Grid.AT_ONCE)));
        assertThat(pass(day, Run.BEFORE, 0, 2)).containsExactly("a 1.0");
        RunSheet code = sheet(cue("a", by(Start.By.TIMECODE, 3_600, Start.Grid.AT_ONCE)));
        Run none = run.tick(code, at(1, 1, 1, Double.NaN)).run();
        assertThat(none.tick(code, at(1.01, 1, 1, 3_600)).begins()).isNull();
        Run coming = none.tick(code, at(1.01, 1, 1, 3_599.98)).run();
        assertThat(coming.tick(code, at(1.02, 1, 1, 3_600.02)).begins()).isNotNull();
    }

    @Test
    void midnightIsPassedLikeAnyOtherTime() {
        RunSheet sheet = sheet(cue("a", by(Start.By.CLOCK, 2, Start.Grid.AT_ONCE)));
        Run run = Run.BEFORE.tick(sheet, at(0, 0, 86_399.5, 0)).run();
        run = run.tick(sheet, at(1, 0, 0.5, 0)).run();
        assertThat(run.tick(sheet, at(3, 0, 2.5, 0)).begins()).isNotNull();
        RunSheet midnight = sheet(cue("a", by(Start.By.CLOCK, 0, Start.Grid.AT_ONCE)));
        Run before = Run.BEFORE.tick(midnight, at(0, 0, 86_399.5, 0)).run();
        assertThat(before.tick(midnight, at(1, 0, 0.5, 0)).begins()).isNotNull();
    }

    @Test
    void onlyItsOwnControlStartsACue() {
        RunSheet sheet = sheet(cue("a", by(Start.By.CONTROL, 0, Start.Grid.AT_ONCE)));
        assertThat(Run.BEFORE.pressed(sheet, "osc /other", at(1)).begins()).isNull();
        assertThat(Run.BEFORE.pressed(sheet, "osc /go", at(1)).begins()).isNotNull();
        assertThat(Run.BEFORE.hold(true).pressed(sheet, "osc /go", at(1)).begins())
                .isNull();
    }

    @Test
    void cuesAreSkippedLoopedAndChosenAndOneGoesBack() {
        Cue c = keys("c").cues().getFirst();
        Cue skipped = new Cue(
                "b", "", "", 0, "", "", false, null, null, null, null, null, 0, 0.5, true, "", List.of(), List.of(),
                "");
        RunSheet sheet = sheet(cue("a", Start.KEY), skipped, c.withWays("a", List.of(new Cue.Way("b", "if it rains"))));
        Run run = Run.BEFORE.go(sheet, at(0)).run();
        run = run.go(sheet, at(1)).run();
        assertThat(run.now()).isEqualTo("c");
        assertThat(run.next(sheet).id()).isEqualTo("a");
        assertThat(run.choose("b").next(sheet).id()).isEqualTo("b");
        assertThat(run.to(sheet, "b", at(2)).begins().id()).isEqualTo("b");
        Run.Turn back = run.back(sheet, at(2));
        assertThat(back.begins().id()).isEqualTo("a");
        assertThat(back.run().back(sheet, at(3)).says()).contains("no cue before");
    }

    @Test
    void aSheetThatIsEditedMeanwhileDoesNotLoseItsPlace() {
        RunSheet sheet = keys("a", "b", "c");
        Run run = Run.BEFORE.go(sheet, at(0)).run().go(sheet, at(1)).run();
        RunSheet less = sheet.apply(new SheetEdit.Remove("b"));
        Run after = run.with(sheet, less);
        assertThat(after.next(less).id()).isEqualTo("c");
        RunSheet more = sheet.apply(new SheetEdit.Add(cue("d", Start.KEY), 2));
        assertThat(run.with(sheet, more).next(more).id()).isEqualTo("d");
    }

    @Test
    void fiveHundredCuesInARowRememberNoMoreThanTheyMay() {
        RunSheet loop = sheet(cue("a", Start.KEY).withWays("a", List.of()));
        Run run = Run.BEFORE;
        for (int i = 0; i < 500; i++) run = run.go(loop, at(i)).run();
        assertThat(run.past()).hasSize(100);
        assertThat(run.now()).isEqualTo("a");
    }
}
