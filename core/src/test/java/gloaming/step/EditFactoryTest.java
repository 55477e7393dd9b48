package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.look.Blend;
import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Follow;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.List;
import org.junit.jupiter.api.Test;

class EditFactoryTest {
    private final EditFactory wishes = new EditFactory(Catalogue.all());
    private final Rules rules = new Rules(Catalogue.all());

    private Look with(Look look, Edit edit) {
        return rules.check(Edits.apply(look, edit));
    }

    private Look added(String... types) {
        Look look = Look.empty("Weir");
        for (String type : types) look = with(look, wishes.addLane(look, type));
        return look;
    }

    @Test
    void aPictureComesToTheFrontOfTheMixAndASignalDoesNot() {
        Look look = added("fill", "sway", "gradient");
        assertThat(look.lanes()).extracting(Lane::name).containsExactly("fill", "oscillator", "gradient");
        assertThat(look.mix()).extracting(Layer::lane).containsExactly("l3", "l1");
    }

    @Test
    void aLaneComesIntoTheMixWhenAStepMakesItAPictureAndInFrontOfWhatIsSelected() {
        Look look = added("fill", "ring", "gradient");
        look = with(look, wishes.addStep(look, "l2", 1, "draw-dots", "l1", java.util.Map.of()));
        assertThat(look.mix()).extracting(Layer::lane).containsExactly("l3", "l2", "l1");
        // Once there, or where it was taken out on purpose as a picture, nothing more comes.
        look = with(look, wishes.addStep(look, "l2", 2, "blur"));
        assertThat(look.mix()).hasSize(3);
        Look out = with(look, new Edit.RemoveLayer(look.mix().get(1).id()));
        assertThat(with(out, wishes.addStep(out, "l2", 3, "glow")).mix()).hasSize(2);
    }

    @Test
    void aLaneLeavesTheMixWhenItIsFirstReadAndOneUndoTakesBothBack() {
        Look look = added("fill", "gradient", "cloud-noise");
        look = with(look, wishes.addStep(look, "l1", 1, "lay"));
        Edit read = wishes.read(look, "s4", "with", "l2");
        Look after = with(look, read);
        assertThat(after.mix()).extracting(Layer::lane).containsExactly("l3", "l1");
        assertThat(with(after, Edits.inverse(look, read))).isEqualTo(look);
        // Who puts it back means it: another reader does not take it out again.
        Look back = with(after, wishes.addLayer(after, "l2", "l1"));
        assertThat(back.mix()).extracting(Layer::lane).containsExactly("l3", "l2", "l1");
        back = with(back, wishes.addStep(back, "l3", 1, "lay"));
        Look twice = with(back, wishes.read(back, "s5", "with", "l2"));
        assertThat(twice.mix()).isEqualTo(back.mix());
        // What reads the frame before reads the picture as it is, in the mix.
        Look recall = with(look, wishes.addLane(look, "recall"));
        Look remembered = with(recall, wishes.read(recall, "s5", "lane", "l3"));
        assertThat(remembered.mix()).isEqualTo(recall.mix());
    }

    @Test
    void aCopyStandsBehindItsOriginal() {
        Look look = added("fill", "gradient");
        Look twice = with(look, wishes.duplicateLane(look, "l2"));
        assertThat(twice.mix()).extracting(Layer::lane).containsExactly("l2", "l3", "l1");
    }

    @Test
    void writingIsOneStepOfUndoWhetherItWorksOrNot() {
        Look look = added("shader-source");
        Edit bad = wishes.write(look, "s1", "code", "void main() {");
        Look broken = with(look, bad);
        assertThat(broken.step("s1").orElseThrow().settings()).isEmpty();
        Edit good = wishes.write(broken, "s1", "code", "out vec4 c; void main() { c = vec4(1); }");
        assertThat(Edits.continues(bad, good)).isTrue();
        assertThat(with(broken, good).step("s1").orElseThrow().drafts()).isEmpty();
        assertThat(with(with(broken, good), Edits.inverse(broken, good))).isEqualTo(broken);
        assertThat(with(broken, Edits.inverse(look, bad))).isEqualTo(look);
        assertThatThrownBy(() -> wishes.write(look, "s1", "values", "x"))
                .isInstanceOf(Refused.class)
                .hasMessage("Shader has no text 'values'.");
        assertThatThrownBy(() -> with(look, new Edit.Write("s1", "values", null, "x")))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("no text 'values' that could have a draft");
    }

    @Test
    void aMediumComesInAsALaneOfItsOwnAtTheFront() {
        Look look = added("fill");
        Look still = with(look, wishes.bring(look, "heron", "picture", "heron", null));
        assertThat(still.lanes().getLast().name()).isEqualTo("heron");
        assertThat(still.mix().getFirst().lane()).isEqualTo("l2");
        var step = still.lanes().getLast().steps().getFirst();
        assertThat(step.type()).isEqualTo("still-picture");
        assertThat(step.settings().values()).containsExactly(Value.of("heron"));
        Look clip = with(still, wishes.bring(still, "race", "clip", "", null));
        assertThat(clip.lanes().getLast().steps().getFirst().type()).isEqualTo("clip");
        Look model = with(clip, wishes.bring(clip, "heron", "model", "bronze", null));
        assertThat(model.lanes().getLast().steps().stream().map(Step::type))
                .containsExactly("model-in-space", "scene-camera");
        assertThat(model.mix().getFirst().lane())
                .isEqualTo(model.lanes().getLast().id());
        assertThatThrownBy(() -> wishes.bring(look, "band", "sound", "band", null))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("No step shows a sound by itself");
    }

    @Test
    void lanesOfOneNameAreNumbered() {
        assertThat(added("fill", "fill", "fill").lanes())
                .extracting(Lane::name)
                .containsExactly("fill", "fill 2", "fill 3");
    }

    @Test
    void aCopyOfALaneReadsItselfAndStandsBehindTheOriginal() {
        Look look = added("fill");
        look = with(look, wishes.addStep(look, "l1", 1, "lay"));
        look = with(look, new Edit.ChangeLayer(new Layer("m1", "l1", Blend.ADD, 0.4, false, null, null)));
        Look copied = with(look, wishes.duplicateLane(look, "l1"));
        assertThat(copied.lanes()).hasSize(2);
        assertThat(copied.lanes().get(1).steps()).extracting(s -> s.type()).containsExactly("fill", "lay");
        assertThat(copied.mix()).hasSize(2);
        assertThat(copied.mix().getLast().lane())
                .isEqualTo(copied.lanes().get(1).id());
        assertThat(copied.mix().getLast().blend()).isEqualTo(Blend.ADD);
        assertThat(copied.mix().getLast().opacity()).isEqualTo(0.4);
        assertThat(copied.steps().map(s -> s.id()).distinct()).hasSize(4);
    }

    @Test
    void aStepIsRepeatedBehindItselfUnlessItMakesAnotherKind() {
        Look look = added("fill");
        Look start = look;
        assertThatThrownBy(() -> wishes.duplicateStep(start, "s1"))
                .isInstanceOf(Refused.class)
                .hasMessage(
                        "Fill turns nothing into picture, so it cannot stand twice in a row; duplicate the lane instead.");
        look = with(look, wishes.addStep(look, "l1", 1, "blur"));
        look = with(look, new Edit.Set("s2", "radius", Value.of(0.25)));
        look = with(look, wishes.duplicateStep(look, "s2"));
        assertThat(look.lanes().getFirst().steps()).hasSize(3);
        assertThat(look.lanes().getFirst().steps().get(2).settings()).containsEntry("radius", Value.of(0.25));
    }

    @Test
    void aFollowSpansThePartOfTheRangeThatMatters() {
        Look look = added("sway", "fill");
        look = with(look, new Edit.Set("s2", "brightness", Value.of(0.5)));
        look = with(look, wishes.follow(look, "s2", "brightness", "l1"));
        Follow follow = look.step("s2").orElseThrow().follows().get("brightness");
        assertThat(follow.outLow()).isZero();
        assertThat(follow.outHigh()).isEqualTo(4);
    }

    @Test
    void aChoiceFollowsByTheNumberOfItsWord() {
        Look look = added("sway", "cloud-noise");
        Setting kind = Catalogue.all().find("cloud-noise").settings().stream()
                .filter(s -> s.form() == Setting.Form.CHOICE)
                .findFirst()
                .orElseThrow();
        look = with(look, wishes.follow(look, "s2", kind.id(), "l1"));
        Follow follow = look.step("s2").orElseThrow().follows().get(kind.id());
        assertThat(follow.outLow()).isZero();
        assertThat(follow.outHigh()).isEqualTo(kind.choices().size() - 1.0);
        int i = Catalogue.all().find("cloud-noise").settingIndex(kind.id());
        assertThat(Catalogue.all()
                        .find("cloud-noise")
                        .argument(i, 1.4)
                        .toString()
                        .toLowerCase())
                .isEqualTo(kind.choices().get(1).replace('-', '_'));
        assertThat(Catalogue.all().find("cloud-noise").argument(i, 99))
                .isEqualTo(Catalogue.all()
                        .find("cloud-noise")
                        .argument(i, kind.choices().size() - 1.0));
    }

    @Test
    void aHiddenLayerThatFollowsComesUpToFull() {
        Look look = added("sway", "fill");
        look = with(look, new Edit.ChangeLayer(new Layer("m1", "l2", Blend.OVER, 0, false, null, null)));
        look = with(look, wishes.followLayer(look, "m1", "l1"));
        assertThat(look.mix().getFirst().follow().outHigh()).isEqualTo(1);
    }

    @Test
    void whatIsGoneOrUnknownIsRefusedInASentence() {
        Look look = added("fill");
        for (Runnable wish : List.<Runnable>of(
                () -> wishes.addLane(look, "sluice"),
                () -> wishes.addStep(look, "l1", 1, "sluice"),
                () -> wishes.duplicateStep(look, "s9"),
                () -> wishes.duplicateLane(look, "l9"),
                () -> wishes.follow(look, "s9", "x", "l1"),
                () -> wishes.follow(look, "s1", "wibble", "l1"),
                () -> wishes.followLayer(look, "m9", "l1"))) {
            assertThatThrownBy(wish::run).isInstanceOf(Refused.class).hasMessageMatching("[A-Z].*\\.");
        }
    }

    @Test
    void aStepThatWantsPointsTakesThoseOfTheOneOtherLaneThatHasThemAndNoneWhereThatWouldBeACircle() {
        Look look = with(EMPTY, wishes.addLane(EMPTY, "grid"));
        look = with(look, wishes.addLane(look, "ball"));
        String points = look.lanes().get(0).id();
        String solid = look.lanes().get(1).id();
        Look copies = with(look, wishes.addStep(look, solid, 1, "copies"));
        assertThat(copies.lanes().get(1).steps().getLast().reads()).containsEntry("on", points);
        Look two = with(look, wishes.addLane(look, "ring"));
        two = with(two, wishes.addStep(two, solid, 1, "copies"));
        assertThat(two.lanes().get(1).steps().getLast().reads()).isEmpty();
        // A new lane of points takes them too; and a lane does not take what goes by itself.
        Look taken = with(
                with(EMPTY, wishes.addLane(EMPTY, "grid")),
                wishes.addLane(with(EMPTY, wishes.addLane(EMPTY, "grid")), "points-from"));
        assertThat(taken.lanes().get(1).steps().getFirst().reads()).containsEntry("from", points);
        Look circle = with(taken, wishes.addStep(taken, points, 1, "join"));
        assertThat(circle.lanes().get(0).steps().getLast().reads()).isEmpty();
    }

    private static final Look EMPTY = new Look("Mill", 64, 36, 30, 1, 96, List.of(), List.of());
}
