package gloaming.show;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

/** What stands in the middle of a section. */
class StandingTest {
    private static Cue cue(
            String id, String look, String snapshot, boolean anew, Double light, Cue.Hears sound, double length) {
        return new Cue(
                id,
                "",
                "",
                0,
                look,
                snapshot,
                anew,
                light,
                null,
                sound,
                Transition.CUT,
                Start.KEY,
                length,
                0.5,
                false,
                "",
                List.of(),
                List.of(),
                "");
    }

    private static final RunSheet SHEET = RunSheet.of(
            List.of(
                    cue("c1", "mill", "", true, 0.6, new Cue.Hears("tide", 10), 20),
                    cue("c2", "", "wheels", false, null, null, 30),
                    cue("c3", "", "", false, 1.0, null, 40),
                    cue("c4", "marsh", "", false, null, new Cue.Hears("band", 0), 5),
                    cue("c5", "mill", "night", true, null, null, 0)),
            "",
            0);

    @Test
    void settingsStandAsTheLastCueThatSetThemSaidAndSinceTheLastSnapshot() {
        CueSetting low = new CueSetting("s1", "size", 1);
        CueSetting high = new CueSetting("s1", "size", 3);
        CueSetting other = new CueSetting("s2", "size", 5);
        RunSheet sheet = RunSheet.of(
                List.of(
                        cue("c1", "mill", "", false, null, null, 20).setting(List.of(other)),
                        cue("c2", "", "wheels", false, null, null, 20)
                                .setting(List.of(low, new CueSetting("s1", "turn", 2))),
                        cue("c3", "", "", false, null, null, 20).setting(List.of(high)),
                        cue("c4", "marsh", "", false, null, null, 20)),
                "",
                0);
        assertThat(Standing.of(sheet, "c3", 1).settings()).containsExactly(high, new CueSetting("s1", "turn", 2));
        assertThat(Standing.of(sheet, "c1", 1).settings()).containsExactly(other);
        assertThat(Standing.of(sheet, "c4", 1).settings()).isEmpty();
    }

    @Test
    void aLookThatWentOnThroughSeveralSectionsIsAsOldAsAllOfThem() {
        Standing at = Standing.of(SHEET, "c3", 7);
        assertThat(at.look()).isEqualTo(20 + 30 + 7);
        assertThat(at.sound()).isEqualTo(new Cue.Hears("tide", 10 + 57));
        assertThat(at.light()).isEqualTo(1);
        assertThat(at.snapshot()).isEqualTo("wheels");
        assertThat(Standing.of(SHEET, "c2", 0).light()).isEqualTo(0.6);
    }

    @Test
    void aGlideThatWouldStillGoOnIsKnownWithWhereItCameFrom() {
        Transition slow = new Transition(Transition.Way.FADE, new Span(45, Span.Unit.SECONDS), null, "", 0.2, "");
        RunSheet journey = RunSheet.of(
                List.of(
                        cue("c1", "mill", "door", true, null, null, 10),
                        cue("c2", "", "loft", false, null, null, 40),
                        cue("c3", "", "wheels", false, null, null, 45).by(slow)),
                "",
                0);
        Standing at = Standing.of(journey, "c3", 22);
        assertThat(at.snapshot()).isEqualTo("wheels");
        assertThat(at.before()).isEqualTo("loft");
        assertThat(at.change()).isEqualTo(slow);
        assertThat(at.since()).isEqualTo(22);
        assertThat(at.look()).isEqualTo(72);
    }

    @Test
    void anotherLookAndABeginningAnewCutOffWhatWasBefore() {
        Standing marsh = Standing.of(SHEET, "c4", 3);
        assertThat(marsh.look()).isNaN();
        assertThat(marsh.snapshot()).isEmpty();
        assertThat(marsh.sound()).isEqualTo(new Cue.Hears("band", 3));
        Standing again = Standing.of(SHEET, "c5", 2);
        assertThat(again.look()).isEqualTo(2);
        assertThat(again.snapshot()).isEqualTo("night");
        assertThat(again.sound()).isEqualTo(new Cue.Hears("band", 5 + 2));
    }
}
