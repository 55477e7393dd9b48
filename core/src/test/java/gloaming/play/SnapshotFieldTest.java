package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

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
import gloaming.step.KitWrap;
import gloaming.step.OkLab;
import gloaming.step.Rules;
import gloaming.step.Setting;
import gloaming.step.SnapshotEdits;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** Snapshots lie on a field, and two signals say how much of each the look is. */
class SnapshotFieldTest {
    private static final SnapshotEdits SNAPSHOTS = new SnapshotEdits(Catalogue.all());
    private static final Rules RULES = new Rules(Catalogue.all());

    private final Crew crew = new Crew(1);

    @AfterEach
    void close() {
        crew.close();
    }

    /** A fill whose colour, brightness and layer are kept in three snapshots, and two signals that stand where they are put. */
    private static Look look(double u, double v) {
        Look look = new Look(
                "Sluice",
                16,
                16,
                30,
                1,
                120,
                List.of(
                        new Lane("l2", "fill", Clock.SHOW, List.of(Step.of("s2", "fill"))),
                        still("l8", "across", u),
                        still("l9", "up", v)),
                List.of(Layer.of("m1", "l2", Blend.OVER, 1)));
        look = kept(set(look, "#ff0000", 1), 1);
        look = kept(set(look, "#0000ff", 4), 0.5);
        return RULES.check(kept(set(look, "#00ff00", 16), 0));
    }

    private static Lane still(String id, String name, double number) {
        Step sway = Step.of("s" + id, "sway");
        Step span = Step.of("t" + id, "span").with("toLow", Value.of(number)).with("toHigh", Value.of(number));
        return new Lane(id, name, Clock.SHOW, List.of(sway, span.with("hold", Value.of(false))));
    }

    private static Look set(Look look, String colour, double brightness) {
        Look now = Edits.apply(look, new Edit.Set("s2", "colour", Value.of(colour)));
        return Edits.apply(now, new Edit.Set("s2", "brightness", Value.of(brightness)));
    }

    private static Look kept(Look look, double opacity) {
        Look now = Edits.apply(look, new Edit.ChangeLayer(look.mix().getFirst().withOpacity(opacity)));
        return Edits.apply(now, SNAPSHOTS.take(now, List.of(), List.of(), "", ""));
    }

    private static Look on(Look look, String up, Map<String, Snapshots.Spot> spots) {
        return Edits.apply(look, new Edit.SetField(new Snapshots.Field(true, "l8", up, spots)));
    }

    private static Map<String, Snapshots.Spot> line() {
        return Map.of("n1", new Snapshots.Spot(0, 0), "n2", new Snapshots.Spot(1, 0));
    }

    private float[] middle(Look look) {
        Player player = new Player(Catalogue.all(), crew);
        player.load(look);
        Picture picture = null;
        for (int i = 0; i < 3; i++)
            picture = player.play(new Moment(i, i / 30.0, 1 / 30.0), 16, 16, Sound.SILENCE, Onlooker.NOBODY);
        assertThat(player.troubles()).isEmpty();
        return new float[] {picture.r()[100], picture.g()[100], picture.b()[100], picture.a()[100]};
    }

    @Test
    void onALineTheTwoNeighboursShareAndAtASnapshotItIsExactlyThat() {
        assertThat(middle(on(look(0, 0), null, line()))).containsExactly(1, 0, 0, 1);
        assertThat(middle(on(look(1, 0), null, line()))).containsExactly(0, 0, 2, 0.5f);
        // Half way from 1 to 4 is 2.5; the opacity is 0.75.
        float[] between = OkLab.mixed(new Colour[] {new Colour(1, 0, 0), new Colour(0, 0, 1)}, new double[] {0.5, 0.5});
        float[] half = middle(on(look(0.5, 0), null, line()));
        for (int c = 0; c < 3; c++) assertThat(half[c]).isCloseTo(2.5f * 0.75f * between[c], within(2e-3f));
        assertThat(half[3]).isCloseTo(0.75f, within(1e-5f));
    }

    @Test
    void numbersGoByRatioAnglesTheShorterWayAndWordsWithTheHeaviest() {
        double[] weights = {0.5, 0.5};
        Setting size = new Setting("s", "s", Setting.Form.NUMBER, 0.1, 100, true, Value.of(1), "", "", List.of());
        assertThat(new Blending(0, size, new Object[] {1.0, 4.0}, weights).number(0))
                .isCloseTo(2, within(1e-12));
        Setting turn = new Setting("t", "t", Setting.Form.NUMBER, -2, 2, false, Value.of(0), "turns", "", List.of());
        Blending angle = new Blending(0, turn, new Object[] {0.9, 0.1}, weights);
        assertThat(angle.number(0) % 1).isCloseTo(0, within(1e-12));
        Blending word = new Blending(0, null, new Object[] {"reed", "weir"}, weights);
        assertThat(word.at(0)).isEqualTo("reed");
        weights[0] = 0.495;
        weights[1] = 0.505;
        // Clearly heavier is two hundredths, so that nothing flutters.
        assertThat(word.at(0)).isEqualTo("reed");
        weights[0] = 0.4;
        weights[1] = 0.6;
        assertThat(word.at(0)).isEqualTo("weir");
    }

    @Test
    void weightsAreThoseOfShepardAndOfALine() {
        double[] x = {0, 1, 0.5};
        double[] y = {0, 0, 1};
        double[] w = new double[3];
        SnapshotField.shepard(x, y, 0.5, 0, w);
        // 1/0.25, 1/0.25, 1/1
        assertThat(w).containsExactly(new double[] {4.0 / 9, 4.0 / 9, 1.0 / 9}, within(1e-12));
        SnapshotField.shepard(x, y, 0.5, 1, w);
        assertThat(w).containsExactly(0, 0, 1);
        SnapshotField.line(new double[] {0.2, 0.8, 0.6}, 0.7, w);
        assertThat(w).containsExactly(new double[] {0, 0.5, 0.5}, within(1e-12));
        SnapshotField.line(new double[] {0.2, 0.8, 0.6}, 0.1, w);
        assertThat(w).containsExactly(1, 0, 0);
        SplittableRandom random = new SplittableRandom(5);
        for (int i = 0; i < 200; i++) {
            for (int k = 0; k < 3; k++) {
                x[k] = random.nextDouble();
                y[k] = random.nextDouble();
            }
            if (i % 2 == 0) SnapshotField.line(x, random.nextDouble(), w);
            else SnapshotField.shepard(x, y, random.nextDouble(), random.nextDouble(), w);
            assertThat(w[0] + w[1] + w[2]).isCloseTo(1, within(1e-12));
            for (double each : w) assertThat(each).isBetween(0.0, 1.0);
        }
    }

    @Test
    void aSpotThatIsNoneIsRefusedAtTheDoor() {
        String edit = "{\"edit\":\"set-field\",\"field\":{\"on\":true,\"across\":\"l8\",\"spots\":{\"n1\":null}}}";
        assertThatThrownBy(() -> LookJson.readEdit(edit)).isInstanceOf(Refused.class);
    }

    @Test
    void whatIsDrivenOrHeldOutStaysAndALaneThatSaysWhereDoesNotGoByIt() {
        Look look = on(look(1, 0), null, line());
        Look driven = Edits.apply(look, new Edit.SetFollow("s2", "brightness", new Follow("l9", 0, 1, 3, 3, 0, 0)));
        assertThat(middle(driven)[2]).isCloseTo(1.5f, within(1e-5f));
        Look held = Edits.apply(look, new Edit.SetApart(List.of("s2 brightness")));
        // As the document has it: the last one that was set.
        assertThat(middle(held)[2]).isCloseTo(8, within(1e-4f));
        Look moved = Edits.apply(look, new Edit.Set("tl8", "toHigh", Value.of(0)));
        moved = Edits.apply(moved, SNAPSHOTS.take(moved, List.of(), List.of(), "", ""));
        Look where = on(moved, null, Map.of("n1", new Snapshots.Spot(0, 0), "n4", new Snapshots.Spot(1, 0)));
        assertThat(middle(RULES.check(where))).hasSize(4);
    }

    @Test
    void aKitGoesByItAsItsLanesDoAndTheDocumentKeepsIt() {
        Look plain = on(
                look(0.3, 0.6),
                "l9",
                Map.of(
                        "n1",
                        new Snapshots.Spot(0, 0),
                        "n2",
                        new Snapshots.Spot(1, 0),
                        "n3",
                        new Snapshots.Spot(0.5, 1)));
        Look kit = Edits.apply(plain, new KitWrap(Catalogue.all()).wrap(plain, List.of("l2"), List.of(), "sky"));
        assertThat(middle(kit)).containsExactly(middle(plain));
        assertThat(LookJson.read(LookJson.write(plain))).isEqualTo(plain);
        Edit off = new Edit.SetField(
                new Snapshots.Field(false, "l8", "l9", plain.snapshots().field().spots()));
        assertThat(middle(Edits.apply(plain, off))[1]).isEqualTo(0);
        assertThat(Edits.apply(Edits.apply(plain, off), Edits.inverse(plain, off)))
                .isEqualTo(plain);
        // One that is gone counts as none, and with it back all is as before.
        Edit gone = new Edit.RemoveSnapshot("n2");
        Look without = Edits.apply(plain, gone);
        middle(without);
        assertThat(Edits.apply(without, Edits.inverse(plain, gone))).isEqualTo(plain);
        middle(Edits.apply(plain, new Edit.RemoveLane("l8")));
        // A lane that is wrapped says nothing any more.
        middle(Edits.apply(plain, new KitWrap(Catalogue.all()).wrap(plain, List.of("l8"), List.of(), "where")));
    }
}
