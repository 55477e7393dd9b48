package gloaming.web.live;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.show.Cue;
import gloaming.show.RunSheet;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What is made ready in which order. */
class StandbyTest {
    private static final List<Cue> CUES = List.of(
            Cue.of("c1", "doors"),
            Cue.of("c2", "marsh"),
            Cue.of("c3", ""),
            Cue.of("c4", "wheel"),
            Cue.of("c5", "marsh"),
            Cue.of("c6", "night"));

    @Test
    void looksAreGoneThroughFromBehindTheNextCueOnEachOnce() {
        RunSheet sheet = RunSheet.of(CUES, "", 0);
        assertThat(Standby.evening(sheet, CUES.getFirst())).containsExactly("marsh", "wheel", "night", "doors");
        assertThat(Standby.evening(sheet, CUES.get(3))).containsExactly("marsh", "night", "doors", "wheel");
        assertThat(Standby.evening(sheet, CUES.getLast())).containsExactly("doors", "marsh", "wheel", "night");
        assertThat(Standby.evening(sheet, null)).containsExactly("doors", "marsh", "wheel", "night");
        assertThat(Standby.evening(RunSheet.EMPTY, null)).isEmpty();
    }
}
