package gloaming.web.live;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Crew;
import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.web.Program;
import gloaming.web.store.Shows;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Looks of an evening before they come, in the whole program. */
class DryRunTest {
    @TempDir
    Path data;

    @Test
    void afterTheOneOnAirComeThoseBehindItAndThenThoseBefore() {
        List<Shows.LookRow> show = List.of("a", "b", "c", "d").stream()
                .map(id -> new Shows.LookRow(id, "show", id, false))
                .toList();
        assertThat(DryRun.behind(show, "b")).containsExactly("c", "d", "a");
        assertThat(DryRun.behind(show, "a")).containsExactly("b", "c", "d");
        assertThat(DryRun.behind(show, "d")).containsExactly("a", "b", "c");
        assertThat(DryRun.behind(show, "gone")).containsExactly("a", "b", "c", "d");
    }

    @Test
    void allOfTheEveningIsGoneThroughBrieflyFirstAndThenEachToItsEnd() {
        Map<DryRun.Depth, Set<String>> done =
                Map.of(DryRun.Depth.BRIEF, new HashSet<>(), DryRun.Depth.WHOLE, new HashSet<>());
        List<String> turns = new ArrayList<>();
        for (DryRun.Turn turn; (turn = DryRun.next(List.of("a", "b"), List.of("c", "b"), done)) != null; ) {
            turns.add(turn.depth() + " " + turn.look() + (turn.evening() ? "" : " beside"));
            done.get(turn.depth()).add(turn.look());
        }
        assertThat(turns)
                .containsExactly("BRIEF a", "BRIEF b", "WHOLE a", "WHOLE b", "BRIEF c beside", "WHOLE c beside");
    }

    @Test
    void aLookIsGoneThroughOffAirAndOneThatIsGoneOrClosedUponIsNot() {
        try (Program program = new Program(0, data, false)) {
            Shows shows = program.get(Shows.class);
            House house = program.get(House.class);
            Lane lane = new Lane("l1", "water", Clock.SHOW, List.of(Step.of("s1", "cloud-noise")));
            Look water =
                    Look.empty("Water").withLanes(List.of(lane)).withMix(List.of(Layer.of("m1", "l1", Blend.OVER, 1)));
            String show = shows.addShow("Tide Mill Night");
            Shows.LookRow row = shows.look(shows.addLook(show, water)).orElseThrow();
            try (Crew crew = new Crew(1)) {
                DryRun dry = new DryRun(house, shows);
                assertThat(dry.through(row, DryRun.Depth.WHOLE, crew)).isTrue();
                assertThat(house.onAir()).as("what the audience sees").isNull();
                assertThat(house.player(row.id()))
                        .as("nor does it play at a bench")
                        .isNull();

                Shows.LookRow gone = new Shows.LookRow("gone", show, "Gone", false);
                assertThat(dry.through(gone, DryRun.Depth.BRIEF, crew)).isFalse();

                dry.want(List.of(row.id(), "gone"));
                assertThat(dry.rest())
                        .as("looks that it has still to go through")
                        .isBetween(1, 2);
                Program.until("it has been through both", () -> dry.rest() == 0);
                dry.want(List.of(row.id()));
                assertThat(dry.rest()).as("what it is done with it leaves").isZero();

                dry.close();
                assertThat(dry.through(row, DryRun.Depth.WHOLE, crew)).isFalse();
            }
            afterATakeItRests(program, row);
        }
    }

    /** By a clock that stands still until it is turned. */
    private static void afterATakeItRests(Program program, Shows.LookRow row) {
        AtomicLong clock = new AtomicLong(1_000_000_000_000L);
        DryRun dry = new DryRun(program.get(House.class), program.get(Shows.class), clock::get);
        House house = program.get(House.class);
        house.take(row);
        Program.until("the stage has time to spare", house.player().readings()::holdsRate);
        assertThat(dry.busy()).as("so soon after a take").isTrue();
        clock.addAndGet(5_000_000_000L);
        Program.until("it goes on", () -> !dry.busy());
        Program.until("nobody looks, so looks beside the evening wait", dry::unseen);
        dry.close();
    }
}
