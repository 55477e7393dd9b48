package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Crew;
import gloaming.look.Blend;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.step.Catalogue;
import gloaming.step.Rules;
import java.util.List;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;

class DiagnosisTest {

    private static List<String> of(Look look, Consumer<FrameStats> seen) {
        FrameStats board = new FrameStats(new Plan(
                look,
                SnapshotField.NONE,
                Catalogue.all(),
                new Rules(Catalogue.all()),
                new Plan.Hands(gloaming.desk.Inbox.EMPTY, gloaming.desk.Outside.NOTHING),
                null,
                null));
        board.budgetMs = 33;
        seen.accept(board);
        return new Diagnosis(Catalogue.all())
                .of(board).stream().map(Diagnosis.Note::sentence).toList();
    }

    private static Look look(Step... steps) {
        return new Look(
                "x",
                64,
                48,
                30,
                1,
                96,
                List.of(new Lane("l1", "moths", null, List.of(steps))),
                List.of(Layer.of("m1", "l1", Blend.OVER, 1)));
    }

    @Test
    void aLookThatIsWellHasNothingSaidOfIt() {
        assertThat(of(look(Step.of("s1", "fill")), b -> b.light[0] = 1)).isEmpty();
    }

    @Test
    void thatEdgesAreHardBeforeAnAudienceIsSaid() {
        Look look = look(Step.of("s1", "fill"));
        assertThat(of(look, b -> b.spared = true))
                .containsExactly("So that the rate holds, the picture is at its smallest size and its edges are hard.");
        assertThat(of(look, b -> {
                    b.spared = true;
                    b.onAir = false;
                }))
                .isEmpty();
    }

    @Test
    void nothingInTheMix() {
        assertThat(of(look(Step.of("s1", "fill")).withMix(List.of()), b -> {}))
                .containsExactly("Nothing is in the mix, so the output is black; put a lane's picture into it.");
    }

    @Test
    void whatIsToBeDrawnFirstIsSaid() {
        assertThat(of(look(Step.of("s1", "ball"), Step.of("s2", "metal")).withMix(List.of()), b -> {}))
                .containsExactly("No lane gives a picture yet, so the output is black; add Camera to 'moths'.");
        assertThat(of(look(Step.of("s1", "grid")).withMix(List.of()), b -> {}))
                .containsExactly("No lane gives a picture yet, so the output is black; add Draw dots to 'moths'.");
        assertThat(of(look(Step.of("s1", "sway")).withMix(List.of()), b -> {}))
                .containsExactly("No lane gives a picture yet, so the output is black; press N for a new one.");
    }

    @Test
    void aMixOfWhichAllIsHidden() {
        Look look = look(Step.of("s1", "fill"));
        Layer hidden = new Layer("m1", "l1", Blend.OVER, 1, true, null, null);
        assertThat(of(look.withMix(List.of(hidden)), b -> {}))
                .containsExactly("Every layer of the mix is hidden, so the output is black; show one.");
    }

    @Test
    void aLaneThatDrawsNothing() {
        assertThat(of(look(Step.of("s1", "sow"), Step.of("s2", "draw-dots")), b -> {
                    b.count[0] = 0;
                    b.light[1] = 0;
                    b.cover[1] = 0;
                }))
                .containsExactly("Draw dots in 'moths' has no points to draw; see what stands before it.");
        assertThat(of(look(Step.of("s1", "sow")), b -> {}))
                .containsExactly("'moths' ends in points, so the mix shows nothing of it; add Draw dots.");
    }

    @Test
    void dotsThatDrawBlackOnPurposeAreLeftAlone() {
        assertThat(of(look(Step.of("s1", "ring"), Step.of("s2", "draw-dots")), b -> {
                    b.count[0] = 9;
                    b.light[1] = 0;
                    b.cover[1] = 1;
                }))
                .isEmpty();
    }

    @Test
    void allBlack() {
        assertThat(of(look(Step.of("s1", "fill")), b -> b.blackFor = 2))
                .containsExactly("The whole picture is black; look along the lanes for the step where the light ends.");
    }

    @Test
    void aSettingOutOfThePicture() {
        assertThat(of(look(Step.of("s1", "fill"), Step.of("s2", "place")), b -> {
                    b.light[0] = 1;
                    b.light[1] = 0;
                }))
                .containsExactly(
                        "Place in 'moths' gives a black picture: it is out of sight, so bring Across, Up or Scale back.");
    }

    @Test
    void framesOverBudgetNameTheDearestStep() {
        assertThat(of(look(Step.of("s1", "fill"), Step.of("s2", "blur")), b -> {
                    b.frame = 40;
                    b.frameMs = 50;
                    b.cost[1] = 30;
                    b.light[0] = b.light[1] = 1;
                }))
                .containsExactly(
                        "Frames take 50 ms of 33; most of it is Blur in 'moths'. Give it less to do, or lower the render scale.");
        assertThat(of(look(Step.of("s1", "fill"), Step.of("s2", "blur")), b -> {
                    b.frame = 39;
                    b.frameMs = 50;
                    b.cost[1] = 30;
                    b.light[0] = b.light[1] = 1;
                }))
                .containsExactly("Frames take 50 ms of 33; the first ones of a look always take longer.");
    }

    @Test
    void aReadThatVanished() {
        assertThat(of(look(Step.of("s1", "fill"), Step.of("s2", "lay")), b -> b.light[0] = b.light[1] = 1))
                .containsExactly(
                        "Lay on in 'moths' reads nothing, or what it read was removed; choose a lane for 'with'.");
    }

    @Test
    void crewsAreClosed() {
        Crew crew = new Crew(3);
        int[] sum = new int[1000];
        crew.each(1000, 7, (from, to) -> {
            for (int i = from; i < to; i++) sum[i]++;
        });
        crew.close();
        assertThat(sum).containsOnly(1);
    }
}
