package gloaming.show;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

/** Sections lie in the time of the look that plays through them. */
class SectionsTest {
    private static Cue cue(String id, String look, boolean anew, double length, boolean skipped) {
        return new Cue(
                id,
                "at " + id,
                "",
                0,
                look,
                "",
                anew,
                null,
                null,
                null,
                Transition.CUT,
                Start.KEY,
                length,
                0.5,
                skipped,
                "",
                List.of(),
                List.of(),
                "");
    }

    private static List<Double> places(RunSheet sheet, String look) {
        return Sections.of(sheet, look).stream().map(Sections.Section::from).toList();
    }

    @Test
    void aJourneyOfSeveralCuesIsOneTimeAndWhatIsPassedOverCountsForNothing() {
        RunSheet sheet = RunSheet.of(
                List.of(
                        cue("c1", "marsh", false, 60, false),
                        cue("c2", "mill", true, 12, false),
                        cue("c3", "", false, 40, false),
                        cue("c4", "", false, 99, true),
                        cue("c5", "", false, 28, false),
                        cue("c6", "marsh", false, 10, false)),
                "",
                0);
        assertThat(places(sheet, "mill")).containsExactly(0.0, 12.0, 52.0);
        assertThat(Sections.of(sheet, "mill").get(2).name()).isEqualTo("at c5");
        // It comes back as it runs: where it is then nobody knows.
        assertThat(places(sheet, "marsh")).containsExactly(0.0);
        assertThat(places(sheet, "gone")).isEmpty();
    }

    @Test
    void behindASectionWithoutALengthNothingIsKnownUntilItBeginsAnew() {
        RunSheet sheet = RunSheet.of(
                List.of(
                        cue("c1", "mill", true, 0, false),
                        cue("c2", "", false, 30, false),
                        cue("c3", "", true, 20, false),
                        cue("c4", "", false, 0, false)),
                "",
                0);
        assertThat(places(sheet, "mill")).containsExactly(0.0, 0.0, 20.0);
    }
}
