package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.ReadSource;
import gloaming.look.Refused;
import gloaming.sound.HouseBand;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.step.EditFactory;
import gloaming.step.Rules;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Steps that read what leaves a step in the middle of a lane. */
class ReadSourceTest {
    private static final Sound BAND = new HouseBand(3, 120);

    private static Look look(String lanes, String mix) {
        return LookJson.read(
                "{\"format\":\"gloaming-look\",\"version\":2,\"name\":\"Taps\",\"width\":48,\"height\":32,\"rate\":30,"
                        + "\"seed\":1,\"tempo\":96,\"lanes\":[" + lanes + "],\"mix\":[" + mix + "]}");
    }

    private static String lane(String id, String steps) {
        return "{\"id\":\"" + id + "\",\"name\":\"" + id + "\",\"steps\":[" + steps + "]}";
    }

    private static String layer(String lane) {
        return "{\"id\":\"m-" + lane + "\",\"lane\":\"" + lane + "\",\"opacity\":1}";
    }

    private static List<float[]> play(Look look, int frames, int threads) {
        List<float[]> all = new ArrayList<>();
        try (Crew crew = new Crew(threads)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(look);
            for (int i = 0; i < frames; i++) {
                Picture mix = player.play(new Moment(i, i / 30.0, 1 / 30.0), 48, 32, BAND, Onlooker.NOBODY);
                float[] copy = new float[mix.r().length];
                for (int k = 0; k < copy.length; k++) copy[k] = mix.r()[k] + 2 * mix.g()[k] + 4 * mix.b()[k];
                all.add(copy);
            }
            assertThat(player.troubles()).isEmpty();
        }
        return all;
    }

    private static final String SKY =
            "{\"id\":\"s1\",\"type\":\"cloud-noise\"},{\"id\":\"s2\",\"type\":\"levels\",\"settings\":{\"gamma\":2}}";

    @Test
    void aPictureBehindAStepIsWhatALaneThatEndsThereShows() {
        Look whole = look(lane("a", SKY), layer("a"));
        Look tapped = look(
                lane("a", SKY + ",{\"id\":\"s3\",\"type\":\"blur\"},{\"id\":\"s4\",\"type\":\"recolour\"}") + ","
                        + lane("b", "{\"id\":\"s5\",\"type\":\"picture-from\",\"reads\":{\"from\":\"@s2\"}}"),
                layer("b"));
        assertThat(play(tapped, 3, 2)).usingRecursiveComparison().isEqualTo(play(whole, 3, 1));
        assertThat(play(tapped, 3, 2).getFirst()).isNotEqualTo(new float[48 * 32]);
    }

    @Test
    void pointsGoOnInTwoLanesAndNeitherMovesTheOther() {
        String swarm = "{\"id\":\"p1\",\"type\":\"grid\"},{\"id\":\"p2\",\"type\":\"wind\",\"settings\":{\"up\":-2}}";
        String dots = "{\"id\":\"p3\",\"type\":\"draw-dots\",\"settings\":{\"size\":0.1}}";
        Look alone = look(lane("a", swarm + "," + dots), layer("a"));
        Look both = look(
                lane("a", swarm + "," + dots) + ","
                        + lane(
                                "b",
                                "{\"id\":\"p5\",\"type\":\"points-from\",\"reads\":{\"from\":\"@p2\"}},"
                                        + "{\"id\":\"p6\",\"type\":\"wind\",\"settings\":{\"up\":8}},"
                                        + "{\"id\":\"p7\",\"type\":\"draw-dots\"}"),
                layer("a"));
        Look all = both.withMix(
                look(lane("b", "{\"id\":\"x\",\"type\":\"fill\"}"), layer("b")).mix());
        assertThat(play(both, 20, 2)).usingRecursiveComparison().isEqualTo(play(alone, 20, 1));
        // The other lane, on the stage, begins where this one is and is blown the other way.
        assertThat(play(all, 20, 2).getLast()).isNotEqualTo(play(alone, 20, 1).getLast());
    }

    @Test
    void aStepMayReadWhatLeftOneAheadOfItInItsOwnLaneAndNoneBehindIt() {
        Look own = look(
                lane(
                        "a",
                        SKY + ",{\"id\":\"s3\",\"type\":\"blur\",\"settings\":{\"radius\":0.2}},"
                                + "{\"id\":\"s4\",\"type\":\"lay\",\"reads\":{\"with\":\"@s2\"}}"),
                layer("a"));
        Rules rules = new Rules(Catalogue.all());
        assertThat(rules.check(own)).isNotNull();
        play(own, 2, 2);
        Look behind = Edits.apply(own, new Edit.MoveStep("s4", "a", 2));
        assertThat(rules.check(behind)).isNotNull();
        Look circle = Edits.apply(own, new Edit.SetRead("s4", "with", ReadSource.behind("s4")));
        assertThatThrownBy(() -> rules.check(circle))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("stands behind it");
        Look wrong = Edits.apply(own, new Edit.SetRead("s4", "with", "@none"));
        assertThatThrownBy(() -> rules.check(wrong)).hasMessageContaining("not in this look");
    }

    @Test
    void whatIsRemovedIsReadNoMoreAndUndoBringsBoth() {
        Look look = look(
                lane("a", SKY) + ","
                        + lane("b", "{\"id\":\"s5\",\"type\":\"picture-from\",\"reads\":{\"from\":\"@s2\"}}"),
                layer("b"));
        for (Edit edit : List.of(new Edit.RemoveStep("s2"), new Edit.RemoveLane("a"))) {
            Look without = Edits.apply(look, edit);
            assertThat(without.step("s5").orElseThrow().reads()).isEmpty();
            assertThat(Edits.apply(without, Edits.inverse(look, edit))).isEqualTo(look);
        }
        Look moved = Edits.apply(look, new Edit.MoveStep("s2", "b", 1));
        assertThat(moved.step("s5").orElseThrow().reads()).containsEntry("from", "@s2");
    }

    @Test
    void aCopyOfALaneReadsItsOwnSteps() {
        Look look = look(lane("a", SKY + ",{\"id\":\"s4\",\"type\":\"lay\",\"reads\":{\"with\":\"@s1\"}}"), layer("a"));
        Look twice = Edits.apply(look, new EditFactory(Catalogue.all()).duplicateLane(look, "a"));
        String first = twice.lanes().get(1).steps().getFirst().id();
        assertThat(first).isNotEqualTo("s1");
        assertThat(twice.lanes().get(1).steps().getLast().reads()).containsEntry("with", "@" + first);
    }

    private static final String SOLID = "{\"id\":\"c1\",\"type\":\"ball\"},"
            + "{\"id\":\"c2\",\"type\":\"scene-camera\",\"settings\":{\"round\":0,\"high\":0}}";

    @Test
    void whatAStepHandsOutBesideItsPictureIsReadByNameAndIsTheSameWithAnyNumberOfThreads() {
        Look near = look(
                lane("a", SOLID + ",{\"id\":\"c3\",\"type\":\"blur\"}") + ","
                        + lane("b", "{\"id\":\"c4\",\"type\":\"picture-from\",\"reads\":{\"from\":\"@c2:nearness\"}}"),
                layer("b"));
        List<float[]> one = play(near, 4, 1);
        assertThat(play(near, 4, 2)).usingRecursiveComparison().isEqualTo(one);
        // The camera stands 2.6 units from the middle of a ball of radius 0.7 or so: its front is nearer than the
        // middle.
        float[] frame = one.getLast();
        float middle = frame[16 * 48 + 24] / 7;
        assertThat(middle).isBetween(1.1f, 2f);
        assertThat(frame[0]).isZero();
    }

    @Test
    void aResultThatNobodyGivesIsRefusedByItsName() {
        Look wrong = look(
                lane("a", SOLID) + ","
                        + lane("b", "{\"id\":\"c4\",\"type\":\"picture-from\",\"reads\":{\"from\":\"@c2:smell\"}}"),
                layer("b"));
        assertThatThrownBy(() -> new Rules(Catalogue.all()).check(wrong))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("'smell'")
                .hasMessageContaining("no such thing");
    }

    @Test
    void aStepThatWantsANearnessTakesItFromTheCameraAheadOfItByItselfAndItsCopyFromTheCopy() {
        Look look = look(lane("a", SOLID), layer("a"));
        EditFactory edits = new EditFactory(Catalogue.all());
        Look blurred = Edits.apply(look, edits.addStep(look, "a", 2, "blur-by-depth"));
        assertThat(blurred.lane("a").orElseThrow().steps().getLast().reads()).containsEntry("nearness", "@c2:nearness");
        Look twice = Edits.apply(blurred, edits.duplicateLane(blurred, "a"));
        String camera = twice.lanes().get(1).steps().get(1).id();
        assertThat(twice.lanes().get(1).steps().getLast().reads())
                .containsEntry("nearness", "@" + camera + ":nearness");
        play(twice, 3, 2);
        Look without = Edits.apply(twice, new Edit.RemoveStep("c2"));
        assertThat(without.lane("a").orElseThrow().steps().getLast().reads()).isEmpty();
    }
}
