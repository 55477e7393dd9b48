package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Follow;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Parts of looks that come by the clipboard. */
class PasteTest {
    private final Paste paste = new Paste(Catalogue.all());

    private static Look look(List<Lane> lanes, List<Layer> mix) {
        return new Look("Mill", 64, 36, 30, 1, 96, lanes, mix);
    }

    private static Lane lane(String id, Step... steps) {
        return new Lane(id, id.equals("l1") ? "water" : "wave", Clock.SHOW, List.of(steps));
    }

    private static final Look EMPTY = look(List.of(), List.of());

    /** A picture whose blur follows a wave, and which reads what leaves its first step. */
    private static Look whole() {
        Step noise = Step.of("s1", "cloud-noise").with("size", Value.of(0.3)).withFormula("contrast", "1 + {l2}");
        Step blur = Step.of("s2", "blur").withFollow("radius", new Follow("l2", 0, 1, 0, 0.2, 0, 0));
        Step lay = Step.of("s3", "lay").withRead("with", "@s1");
        return look(
                List.of(lane("l1", noise, blur, lay), lane("l2", Step.of("s4", "sway"))),
                List.of(Layer.of("m1", "l1", Blend.ADD, 0.5)));
    }

    private static String text(String kind, String of, Look look) {
        return "{\"format\":\"gloaming-part\",\"kind\":\"" + kind + "\",\"of\":\"" + of + "\",\"look\":"
                + LookJson.write(look) + "}";
    }

    private Look pasted(Look look, String text, String lane, String step) {
        return Edits.apply(look, paste.paste(look, "k1", text, lane, step, false));
    }

    private static float[] picture(Look look) {
        try (Crew crew = new Crew(1)) {
            var player = new gloaming.play.Player(Catalogue.all(), crew);
            player.load(look);
            Picture out = null;
            for (int i = 0; i < 4; i++)
                out = player.play(
                        new gloaming.play.Moment(i, i / 30.0, 1 / 30.0),
                        64,
                        36,
                        gloaming.sound.Sound.SILENCE,
                        gloaming.play.Onlooker.NOBODY);
            return out.r().clone();
        }
    }

    @Test
    void aWholeLookLaidIntoAnEmptyOneLooksTheSameWithIdsOfItsOwn() {
        Look there = pasted(EMPTY, text("lanes", "other", whole()), null, null);
        assertThat(there.lanes()).hasSize(2);
        Step blur = there.lanes().getFirst().steps().get(1);
        assertThat(blur.follows().get("radius").lane())
                .isEqualTo(there.lanes().get(1).id());
        assertThat(there.mix().getFirst().blend()).isEqualTo(Blend.ADD);
        // A look file by itself is taken as well.
        assertThat(pasted(EMPTY, LookJson.write(whole()), null, null).lanes()).hasSize(2);
        Look twice = pasted(
                there, text("lanes", "other", whole()), there.lanes().getFirst().id(), null);
        assertThat(twice.lanes()).extracting(Lane::name).containsExactly("water", "water 2", "wave 2", "wave");
        assertThat(twice.steps().map(Step::id).distinct().count()).isEqualTo(8);
        assertThat(twice.lanes().get(1).steps().get(2).reads().get("with"))
                .isEqualTo("@" + twice.lanes().get(1).steps().getFirst().id());
    }

    @Test
    void aPasteIntoALookOfTheSameSeedGivesTheSamePictureWhereTheIdsAreTheSame() {
        Look there = pasted(EMPTY, text("lanes", "other", whole()), null, null);
        assertThat(picture(there)).isEqualTo(picture(whole()));
    }

    @Test
    void whatDidNotComeAlongStaysInTheSameLookAndIsLeftOutInAnother() {
        Look one = look(List.of(whole().lanes().getFirst()), List.of());
        Look same = pasted(whole(), text("lanes", "k1", one), "l1", null);
        Step blur = same.lanes().get(1).steps().get(1);
        assertThat(blur.follows().get("radius").lane()).isEqualTo("l2");
        assertThat(same.lanes().get(1).steps().getFirst().formulas()).containsEntry("contrast", "1 + {l2}");
        Look other = pasted(whole(), text("lanes", "k2", one), "l1", null);
        assertThat(other.lanes().get(1).steps().get(1).follows()).isEmpty();
        assertThat(other.lanes().get(1).steps().getFirst().formulas()).isEmpty();
    }

    @Test
    void aStepComesBehindTheChosenOneAndWhereItDoesNotFitTheReasonIsSaid() {
        Look blur = look(List.of(lane("l1", Step.of("s2", "blur").with("radius", Value.of(0.3)))), List.of());
        Look there = pasted(whole(), text("steps", "k2", blur), "l1", "s1");
        assertThat(there.lanes().getFirst().steps().get(1).settings()).containsEntry("radius", Value.of(0.3));
        assertThatThrownBy(() -> pasted(whole(), text("steps", "k2", blur), "l2", "s4"))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("Blur");
        // With nothing chosen a step that can begin a lane begins one.
        Look noise = look(List.of(lane("l1", Step.of("s1", "cloud-noise"))), List.of());
        assertThat(pasted(whole(), text("steps", "k2", noise), null, null).lanes())
                .hasSize(3);
    }

    @Test
    void settingsAloneGoIntoAStepOfTheirKindAndBackByOneUndo() {
        Look given = look(List.of(lane("l1", Step.of("s9", "cloud-noise").with("detail", Value.of(2)))), List.of());
        Look before = whole();
        Edit edit = paste.paste(before, "k1", text("steps", "k2", given), "l1", "s1", true);
        Look after = Edits.apply(before, edit);
        assertThat(after.step("s1").orElseThrow().settings()).containsOnlyKeys("detail");
        assertThat(Edits.apply(after, Edits.inverse(before, edit))).isEqualTo(before);
        assertThatThrownBy(() -> paste.paste(before, "k1", text("steps", "k2", given), "l1", "s2", true))
                .hasMessageContaining("settings of Cloud noise")
                .hasMessageContaining("Blur");
    }

    @Test
    void followsComeAlongWithSettingsWhereTheirLaneIsAndNotElsewhere() {
        Look look = look(
                List.of(
                        lane("l1", Step.of("s1", "sway")),
                        lane(
                                "l2",
                                Step.of("s2", "fill")
                                        .withFollow("brightness", new Follow("l1", 0, 1, 0, 2, 0, 0))
                                        .withFormula("cover", "0.5 * {l1}")),
                        lane("l3", Step.of("s3", "fill"))),
                List.of());
        Look part = look.withLanes(List.of(look.lanes().get(1)));
        Edit own = paste.paste(look, "this", text("steps", "this", part), null, "s3", true);
        Step now = Edits.apply(look, own).step("s3").orElseThrow();
        assertThat(now.follows()).containsKey("brightness");
        assertThat(now.formulas()).containsEntry("cover", "0.5 * {l1}");
        assertThatThrownBy(() -> paste.paste(look, "another", text("steps", "this", part), null, "s3", true))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("already");
    }

    @Test
    void aLayerTakesHowAnotherIsLaidAndKeepsItsLane() {
        Layer given = new Layer("m1", "l2", Blend.SCREEN, 0.3, false, "l3", new Follow("l1", 0, 1, 0, 1, 0, 0), null);
        Look look = look(
                List.of(
                        lane("l1", Step.of("s1", "sway")),
                        lane("l2", Step.of("s2", "fill")),
                        lane("l3", Step.of("s3", "fill"))),
                List.of(given, Layer.of("m2", "l3", Blend.OVER, 1)));
        Edit edit = paste.layer(look, "this", text("lanes", "this", look.withMix(List.of(given))), "m2");
        Layer now = Edits.apply(look, edit).layer("m2").orElseThrow();
        assertThat(now).isEqualTo(new Layer("m2", "l3", Blend.SCREEN, 0.3, false, "l3", given.follow(), null));
        Edit foreign = paste.layer(look, "another", text("lanes", "this", look.withMix(List.of(given))), "m2");
        assertThat(Edits.apply(look, foreign).layer("m2").orElseThrow())
                .isEqualTo(new Layer("m2", "l3", Blend.SCREEN, 0.3, false, null, null, null));
        assertThatThrownBy(() -> paste.layer(look, "this", text("lanes", "this", look.withMix(List.of())), "m2"))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("no layer in the clipboard");
    }

    @Test
    void textOfAnyKindHarmsNothingAndSaysASentence() {
        String good = text("lanes", "k1", whole());
        SplittableRandom any = new SplittableRandom(3);
        for (int round = 0; round < 600; round++) {
            StringBuilder text = new StringBuilder(good);
            for (int k = any.nextInt(1, 5); k > 0; k--) {
                int at = any.nextInt(text.length());
                if (any.nextBoolean()) text.setCharAt(at, (char) any.nextInt(32, 127));
                else text.delete(at, Math.min(text.length(), at + any.nextInt(1, 30)));
            }
            try {
                Look there = pasted(whole(), text.toString(), "l1", null);
                new Rules(Catalogue.all()).check(there);
            } catch (Refused e) {
                assertThat(e.getMessage()).matches("(?s).*[.)]");
            }
        }
        for (String odd :
                List.of("", "null", "[]", "12", "{}", "hello", "{\"format\":\"gloaming-part\"}", "[".repeat(5_000)))
            assertThatThrownBy(() -> pasted(EMPTY, odd, null, null)).isInstanceOf(Refused.class);
    }
}
