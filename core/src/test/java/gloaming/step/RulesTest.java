package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Follow;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.List;
import org.junit.jupiter.api.Test;

class RulesTest {
    private final Rules rules = new Rules(Catalogue.all());

    private static Lane lane(String id, Step... steps) {
        return new Lane(id, "lane " + id, Clock.SHOW, List.of(steps));
    }

    private static Look look(List<Lane> lanes, Layer... mix) {
        return new Look("Sluice", 64, 36, 30, 1, 96, lanes, List.of(mix));
    }

    private void refused(Look look, String... parts) {
        assertThatThrownBy(() -> rules.check(look)).isInstanceOf(Refused.class).hasMessageContainingAll(parts);
    }

    @Test
    void idsAreUsedOnce() {
        refused(look(List.of(lane("a"), lane("a"))), "Two lanes have the id 'a'");
        refused(
                look(List.of(lane("a", Step.of("s", "fill")), lane("b", Step.of("s", "fill")))),
                "Two steps have the id 's'",
                "lane b");
        refused(
                look(
                        List.of(lane("a", Step.of("s", "fill"))),
                        Layer.of("m", "a", Blend.OVER, 1),
                        Layer.of("m", "a", Blend.ADD, 1)),
                "Two layers have the id 'm'");
    }

    @Test
    void whatFlowsMustFit() {
        refused(look(List.of(lane("a", Step.of("s", "blur")))), "Blur cannot start the lane 'lane a'", "picture");
        refused(
                look(List.of(lane("a", Step.of("s", "ring"), Step.of("t", "blur")))),
                "Blur cannot stand there",
                "gives points");
        refused(look(List.of(lane("a", Step.of("s", "nonesuch")))), "unknown type 'nonesuch'");
    }

    @Test
    void settingsKeepTheirRangeAndForm() {
        refused(
                look(List.of(lane("a", Step.of("s", "fill").with("brightness", Value.of(-5))))),
                "'Brightness' of Fill in the lane 'lane a'");
        refused(look(List.of(lane("a", Step.of("s", "fill").with("brightness", Value.of("red"))))), "Brightness");
        refused(
                look(List.of(lane("a", Step.of("s", "fill").with("shininess", Value.of(1))))),
                "no setting 'shininess'");
        refused(look(List.of(lane("a", Step.of("s", "fill").with("colour", Value.of("reddish"))))), "Colour");
    }

    @Test
    void readsAndFollowsLeadToLanesOfTheRightKind() {
        Lane dots = lane("d", Step.of("s1", "ring"));
        Lane fill = lane("f", Step.of("s2", "fill"));
        Lane sway = lane("w", Step.of("s3", "sway"));
        Follow ofDots = new Follow("d", 0, 1, 0, 1, 0, 0);
        refused(look(List.of(dots, lane("x", Step.of("s", "fill").withFollow("brightness", ofDots)))), "signal");
        refused(
                look(List.of(
                        dots,
                        fill,
                        lane("x", Step.of("s", "fill"), Step.of("t", "lay").withRead("with", "d")))),
                "picture");
        refused(
                look(List.of(
                        fill,
                        lane("x", Step.of("s", "fill"), Step.of("t", "lay").withRead("with", "gone")))),
                "gone");
        refused(
                look(List.of(
                        sway, lane("x", Step.of("s", "fill").withFollow("colour", new Follow("w", 0, 1, 0, 1, 0, 0))))),
                "is neither a number nor a choice");
        refused(look(List.of(dots), Layer.of("m", "gone", Blend.OVER, 1)), "'gone'", "not in this look");
    }

    @Test
    void lanesAreWorkedOutAfterWhatTheyReadWhereverTheyStand() {
        Look look = look(List.of(
                lane("a", Step.of("s1", "fill"), Step.of("s2", "lay").withRead("with", "b")),
                lane("b", Step.of("s3", "fill").withFollow("brightness", new Follow("c", 0, 1, 0, 1, 0, 0))),
                lane("c", Step.of("s4", "sway"))));
        assertThat(rules.order(look)).extracting(Lane::id).containsExactly("c", "b", "a");
    }

    @Test
    void aCircleNamesItsLanes() {
        refused(
                look(List.of(
                        lane("a", Step.of("s1", "fill"), Step.of("s2", "lay").withRead("with", "b")),
                        lane("b", Step.of("s3", "fill"), Step.of("s4", "lay").withRead("with", "a")))),
                "lane a, lane b",
                "circle",
                "Recall");
    }

    @Test
    void aLookOf200LanesIsSortedAtOnceAndALongCircleIsFound() {
        java.util.ArrayList<Lane> lanes = new java.util.ArrayList<>();
        for (int i = 0; i < 200; i++) {
            Step reads = Step.of("r" + i, "lay");
            if (i < 199) reads = reads.withRead("with", "l" + (i + 1));
            lanes.add(lane("l" + i, Step.of("s" + i, "fill"), reads));
        }
        assertThat(rules.order(look(lanes))).hasSize(200);
        lanes.set(
                199,
                lane("l199", Step.of("s199", "fill"), Step.of("r199", "lay").withRead("with", "l0")));
        refused(look(lanes), "circle");
    }
}
