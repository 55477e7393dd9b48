package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import gloaming.curve.Keys;
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
import gloaming.look.Snapshots;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.step.Colour;
import gloaming.step.OkLab;
import gloaming.step.Setting;
import gloaming.step.SnapshotEdits;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** Snapshots are taken and called, and what lies between is gone through. */
class GlideTest {
    private static final double FRAME = 0.1;
    private static final SnapshotEdits SNAPSHOTS = new SnapshotEdits(Catalogue.all());

    private final Crew crew = new Crew(1);
    private final Player player = new Player(Catalogue.all(), crew);
    private int frames;

    @AfterEach
    void close() {
        crew.close();
    }

    private static Look look() {
        Lane level = new Lane("l1", "level", Clock.SHOW, List.of(Step.of("s1", "sway")));
        Lane fill = new Lane(
                "l2",
                "fill",
                Clock.SHOW,
                List.of(
                        Step.of("s2", "fill")
                                .with("colour", Value.of("#000000"))
                                .with("brightness", Value.of(1))
                                .with("cover", Value.of(1)),
                        Step.of("s3", "grade").with("hue", Value.of(0))));
        return new Look(
                "Sluice", 32, 32, 30, 1, 120, List.of(level, fill), List.of(Layer.of("m1", "l2", Blend.OVER, 1)));
    }

    private Picture frame() {
        double time = FRAME * frames;
        return player.play(new Moment(frames++, time, FRAME), 32, 32, Sound.SILENCE, Onlooker.NOBODY);
    }

    private static Look set(Look look, String step, String setting, Value value) {
        return Edits.apply(look, new Edit.Set(step, setting, value));
    }

    private static Glide seconds(double time) {
        return new Glide(time, false, Snapshots.Way.EVEN);
    }

    @Test
    void colourGoesThroughAPerceptualSpaceAndStartsAndEndsExactly() {
        Look black = look();
        Look red = set(black, "s2", "colour", Value.of("#ff0000"));
        player.load(black);
        frame();
        player.load(red, seconds(1));
        assertThat(frame().r()[0]).isZero();
        for (int i = 1; i < 10; i++) {
            float[] between = OkLab.between(Colour.parse("#000000"), Colour.parse("#ff0000"), i * 0.1);
            assertThat(frame().r()[0]).isCloseTo(between[0], within(1e-5f));
        }
        assertThat(frame().r()[0]).isEqualTo(Colour.parse("#ff0000").r());
    }

    @Test
    void whatIsTouchedMeanwhileGoesNoFurtherAndTheRestArrives() {
        Look from = set(look(), "s2", "colour", Value.of("#ffffff"));
        Look to = set(set(from, "s2", "brightness", Value.of(3)), "s2", "cover", Value.of(0.5));
        player.load(from);
        frame();
        player.load(to, seconds(1));
        for (int i = 0; i < 5; i++) frame();
        Look touched = set(to, "s2", "brightness", Value.of(0.25));
        player.load(touched);
        Picture now = frame();
        assertThat(now.a()[0]).isCloseTo(0.75f, within(1e-4f));
        assertThat(now.r()[0]).isCloseTo(0.25f * 0.75f, within(1e-4f));
        for (int i = 0; i < 8; i++) now = frame();
        assertThat(now.a()[0]).isEqualTo(0.5f);
    }

    @Test
    void anOpacityGlidesAndAHandThatDrivesASettingIsLeftAlone() {
        Look from = set(look(), "s2", "colour", Value.of("#ffffff"));
        Look driven = Edits.apply(from, new Edit.SetFollow("s2", "brightness", new Follow("l1", 0, 1, 2, 2, 0, 0)));
        player.load(driven);
        frame();
        Look half = Edits.apply(
                set(driven, "s2", "brightness", Value.of(0)),
                new Edit.ChangeLayer(driven.mix().getFirst().withOpacity(0.5)));
        player.load(half, seconds(1));
        frame();
        for (int i = 1; i < 5; i++) frame();
        Picture now = frame();
        assertThat(now.a()[0]).isCloseTo(0.75f, within(1e-4f));
        assertThat(now.r()[0]).isCloseTo(1.5f, within(1e-3f));
    }

    @Test
    void numbersGoStraightOrByRatioAndAnglesTheShortWayRound() {
        Setting ratio = setting(0.1, 10, true, "");
        Setting turns = setting(0, 1, false, "turns");
        Glide half = new Glide(2, false, Snapshots.Way.EVEN);
        half.begin(0, 120);
        assertThat(new Gliding(0, ratio, half, 0.1, 10.0).number(1)).isEqualTo(1.0);
        assertThat(new Gliding(0, turns, half, 0.9, 0.3).number(0.5)).isCloseTo(1.0, within(1e-9));
        assertThat(new Gliding(0, turns, half, 0.9, 0.3).number(1)).isCloseTo(0.1, within(1e-9));
        assertThat(new Gliding(0, ratio, half, 2, 7).number(1)).isEqualTo(4);
        assertThat(new Gliding(0, ratio, half, 2, 7).number(2)).isEqualTo(7);
        assertThat(new Gliding(0, ratio, half, "over", "add").at(0.9)).isEqualTo("over");
        assertThat(new Gliding(0, ratio, half, "over", "add").at(1.1)).isEqualTo("add");
        Setting curve =
                new Setting("a", "A", Setting.Form.CURVE, 0, 0, false, Value.of("0 0 smooth"), "", "", List.of());
        assertThat(new Gliding(0, curve, half, "0 0 linear; 2 4 linear", "0 1 linear; 4 0 linear").at(1))
                .isEqualTo("0 0.5 linear; 3 2 linear");
        Keys between = Keys.parse((String) new Gliding(0, curve, half, "0 0 linear", "0 1 linear; 4 0 linear").at(0.9));
        for (double t : new double[] {0, 1, 2.5, 4})
            assertThat(between.at(t)).isCloseTo(0.45 * (1 - t / 4), within(1e-4));
        Glide beats = new Glide(4, true, Snapshots.Way.LATE);
        beats.begin(10, 120);
        assertThat(beats.at(11)).isEqualTo(0.125);
        assertThat(beats.at(12)).isEqualTo(1);
    }

    @Test
    void listsOfNumbersGoOneByOneAndOtherTextsHalfWay() {
        Setting text = new Setting("a", "A", Setting.Form.TEXT, 0, 0, false, Value.of(""), "", "", List.of());
        Glide half = new Glide(2, false, Snapshots.Way.EVEN);
        half.begin(0, 120);
        assertThat(new Gliding(0, text, half, "1 0 0.5 0", "0 1 1.5 -2").at(1)).isEqualTo("0.5 0.5 1 -1");
        assertThat(new Gliding(0, text, half, "1 0 0.5 0", "0 1 1.5 -2").at(2)).isEqualTo("0 1 1.5 -2");
        assertThat(new Gliding(0, text, half, "1 0", "1 0 1").at(0.9)).isEqualTo("1 0");
        assertThat(new Gliding(0, text, half, "Mill 1", "Mill 9").at(1.1)).isEqualTo("Mill 9");
        assertThat(new Gliding(0, text, half, "3", "1").at(0.9)).isEqualTo("3");
    }

    private static Setting setting(double min, double max, boolean byRatio, String unit) {
        return new Setting("a", "A", Setting.Form.NUMBER, min, max, byRatio, Value.of(min), unit, "", List.of());
    }

    @Test
    void aSnapshotBringsBackWhatWasAndLeavesWhatIsKeptOut() {
        Look look = look();
        Look kept = Edits.apply(look, SNAPSHOTS.take(look, List.of(), List.of(), "dusk", ""));
        assertThat(LookJson.read(LookJson.write(kept))).isEqualTo(kept);
        assertThat(LookJson.write(look)).doesNotContain("snapshots");
        Look other = set(set(kept, "s2", "brightness", Value.of(4)), "s3", "hue", Value.of(0.25));
        other = Edits.apply(other, new Edit.ChangeLayer(other.mix().getFirst().withOpacity(0.1)));
        Edit call = SNAPSHOTS.call(other, "n1");
        Look back = Edits.apply(other, call);
        assertThat(back).isEqualTo(kept);
        assertThat(Edits.apply(back, Edits.inverse(other, call))).isEqualTo(other);
        assertThatThrownBy(() -> SNAPSHOTS.call(kept, "n1")).isInstanceOf(Refused.class);
        Look apart = Edits.apply(other, new Edit.SetApart(List.of("s3 hue")));
        assertThat(Edits.apply(apart, SNAPSHOTS.call(apart, "n1"))
                        .step("s3")
                        .orElseThrow()
                        .settings())
                .containsEntry("hue", Value.of(0.25));
        Edit moved = new Edit.Several(
                List.of(SNAPSHOTS.take(kept, List.of(), List.of("s3"), "", ""), new Edit.MoveSnapshot("n2", 0)));
        Look two = Edits.apply(kept, moved);
        assertThat(two.snapshots().all()).extracting(Snapshots.Snapshot::id).containsExactly("n2", "n1");
        Edit removed = new Edit.RemoveSnapshot("n2");
        assertThat(Edits.apply(Edits.apply(two, removed), Edits.inverse(two, removed)))
                .isEqualTo(two);
        assertThat(Edits.apply(two, Edits.inverse(kept, moved))).isEqualTo(kept);
        Look alone = Edits.apply(look, SNAPSHOTS.take(look, List.of(), List.of("s3"), "", ""));
        assertThat(alone.snapshots().all().getFirst().steps()).containsOnlyKeys("s3");
    }

    @Test
    void randomGlidesStartAndEndExactlyAtTheirSnapshots() {
        SplittableRandom random = new SplittableRandom(4);
        for (int round = 0; round < 12; round++) {
            Look from = random(look(), random);
            Look to = random(from, random);
            float[] first = alone(from);
            float[] last = alone(to);
            player.begin(from);
            frame();
            player.load(to, new Glide(0.45, false, Snapshots.Way.values()[random.nextInt(4)]));
            assertThat(pixel(frame())).isEqualTo(first);
            for (int i = 0; i < 4; i++) frame();
            assertThat(pixel(frame())).isEqualTo(last);
        }
    }

    private float[] alone(Look look) {
        player.begin(look);
        return pixel(frame());
    }

    private static float[] pixel(Picture picture) {
        return new float[] {picture.r()[0], picture.g()[0], picture.b()[0], picture.a()[0]};
    }

    private static Look random(Look look, SplittableRandom random) {
        Look now = set(look, "s2", "colour", Value.of("#%06x".formatted(random.nextInt(0x1000000))));
        now = set(now, "s2", "brightness", Value.of(random.nextDouble(4)));
        now = set(now, "s3", "hue", Value.of(random.nextDouble(0.4)));
        return Edits.apply(now, new Edit.ChangeLayer(now.mix().getFirst().withOpacity(random.nextDouble())));
    }
}
