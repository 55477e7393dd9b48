package gloaming.inside;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.Brought;
import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.library.ForwardingLibrary;
import gloaming.library.Library;
import gloaming.look.Binding;
import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Desk;
import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Lifted;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.HouseBand;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.KitKnobs;
import gloaming.step.KitWrap;
import gloaming.step.Setting;
import gloaming.step.SnapshotEdits;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** A whole look as a picture in another. */
class LookInsideTest {
    private final Map<String, Look> looks = new HashMap<>();
    private final Library library = new ForwardingLibrary(new Brought()) {
        @Override
        public Look look(String ref) {
            asked++;
            return looks.get(ref);
        }
    };
    private final Crew crew = new Crew(1);
    /** How often a look was asked for, once for each that is worked out. */
    private int asked;

    @AfterEach
    void close() {
        crew.close();
    }

    private static Look look(int width, int height, double rate, Step... steps) {
        return new Look(
                "Sluice",
                width,
                height,
                30,
                7,
                96,
                List.of(new Lane("l1", "lane", new Clock(rate), List.of(steps))),
                List.of(Layer.of("m1", "l1", Blend.OVER, 1)));
    }

    private static Look showing(String ref, Object... settings) {
        return look(64, 36, 1, shows("s1", ref, settings));
    }

    private static Step shows(String id, String ref, Object... settings) {
        Step step = Step.of(id, "look-inside").with("look", Value.of(ref));
        for (int i = 0; i < settings.length; i += 2)
            step = step.with(
                    (String) settings[i],
                    settings[i + 1] instanceof Number n
                            ? Value.of(n.doubleValue())
                            : Value.of((String) settings[i + 1]));
        return step;
    }

    private Player player(Look look) {
        Player player = new Player(Catalogue.all(), crew);
        player.library(library);
        player.load(look);
        return player;
    }

    private static Picture frame(Player player, int frame) {
        Moment moment = new Moment(frame, frame / 30.0, 1 / 30.0, frame / 30.0);
        return player.play(moment, 64, 36, new HouseBand(3, 120), Onlooker.NOBODY);
    }

    private static void alike(Picture one, Picture other) {
        int n = one.pixels();
        for (int c = 0; c < 4; c++)
            assertThat(Arrays.equals(one.plane(c), 0, n, other.plane(c), 0, n)).isTrue();
    }

    @Test
    void itIsWhatTheLookIsByItselfAndHearsWhatTheOuterOneHears() {
        looks.put("a", look(64, 36, 1, Step.of("s1", "sow").with("rate", Value.of(900)), Step.of("s2", "draw-dots")));
        Player outer = player(showing("a"));
        Player alone = player(looks.get("a"));
        for (int i = 0; i < 8; i++) alike(frame(outer, i), frame(alone, i));
        Look heard = new Look(
                "Heard",
                64,
                36,
                30,
                7,
                96,
                List.of(
                        new Lane("l2", "level", Clock.SHOW, List.of(Step.of("s2", "listen"))),
                        new Lane(
                                "l1",
                                "fill",
                                Clock.SHOW,
                                List.of(Step.of("s1", "fill").withFormula("brightness", "4 * {l2}")))),
                List.of(Layer.of("m1", "l1", Blend.OVER, 1)));
        looks.put("b", heard);
        Player within = player(showing("b"));
        Player by = player(heard);
        float most = 0;
        for (int i = 0; i < 20; i++) {
            Picture picture = frame(within, i);
            most = Math.max(most, picture.r()[0]);
            alike(picture, frame(by, i));
        }
        assertThat(most).isPositive();
    }

    @Test
    void aHaltAroundItIsOneWithinIt() {
        looks.put("a", look(64, 36, 1, Step.of("s1", "fill").withFormula("brightness", "t / 10")));
        Player outer = player(showing("a"));
        Player alone = player(looks.get("a"));
        Moment last = null;
        for (int i = 0; i < 12; i++) {
            // Five seconds without a frame.
            Moment at = new Moment(i, i / 30.0 + (i < 6 ? 0 : 5), 1 / 30.0).after(last);
            last = at;
            Picture within = outer.play(at, 64, 36, new HouseBand(3, 120), Onlooker.NOBODY);
            Picture by = alone.play(at, 64, 36, new HouseBand(3, 120), Onlooker.NOBODY);
            assertThat(within.r()[0]).isCloseTo(by.r()[0], within(1e-6f));
            assertThat(by.r()[0] > 0.01).isEqualTo(i >= 6);
        }
    }

    /** A fill and another, on whose strip lie the fill's brightness, the opacity of its layer and a kit's knob. */
    private static Look onStrip() {
        Look look = look(64, 36, 1, Step.of("s1", "fill").with("brightness", Value.of(0.25)), Step.of("s2", "grade"));
        return look.withDesk(new Desk(
                List.of(),
                List.of(
                        new Lifted("s1", "brightness", "How bright", 0.0, 3.0),
                        new Lifted("m1", "opacity", ""),
                        new Lifted("s2", "hue", ""))));
    }

    @Test
    void whatLiesOnItsStripIsSetFromOutsideAndWhatStandsAsItStoodIsLeftToIt() {
        looks.put("a", onStrip());
        String strip = Strip.of(onStrip(), Catalogue.all());
        float quarter = frame(player(showing("a", "strip", strip)), 0).g()[0];
        Look outer = showing("a", "strip", strip, "s1.brightness", 1.0);
        Player player = player(outer);
        assertThat(frame(player, 0).g()[0]).isCloseTo(4 * quarter, within(1e-5f));
        Description step = Catalogue.all().of(outer, outer.step("s1").orElseThrow());
        assertThat(step.settings())
                .extracting(Setting::label)
                .contains("How bright", "opacity of lane", "Hue of Grade");
        // What is edited within is seen where it is not set here, and not where it is.
        looks.put("a", Edits.apply(onStrip(), new Edit.Set("s1", "brightness", Value.of(0.5))));
        assertThat(frame(player, 1).g()[0]).isCloseTo(4 * quarter, within(1e-5f));
        player.load(showing("a", "strip", strip));
        assertThat(frame(player, 2).g()[0]).isCloseTo(2 * quarter, within(1e-5f));
        // The opacity of a layer within, by a formula here.
        Step half = outer.step("s1").orElseThrow().withFormula("m1.opacity", "0.5");
        player.load(look(64, 36, 1, half));
        Picture picture = frame(player, 3);
        assertThat(picture.a()[0]).isCloseTo(0.5f, within(1e-5f));
        assertThat(picture.g()[0]).isCloseTo(2 * quarter, within(1e-5f));
    }

    @Test
    void thatOtherThingsLieOnItsStripNowIsSaidToWhoeverTookIt() {
        looks.put("a", onStrip());
        String strip = Strip.of(onStrip(), Catalogue.all());
        Player knows = player(showing("a", "strip", strip));
        Player without = player(showing("a"));
        frame(knows, 0);
        assertThat(knows.troubles()).isEmpty();
        // Another order, another name and another value are no other things.
        List<Lifted> lifted = new ArrayList<>(onStrip().desk().strip().reversed());
        lifted.set(2, new Lifted("s1", "brightness", "Light", 0.0, 2.0));
        looks.put("a", onStrip().withDesk(new Desk(List.of(), lifted)));
        frame(knows, 1);
        assertThat(knows.troubles()).isEmpty();
        lifted.add(new Lifted("s2", "contrast", ""));
        looks.put("a", onStrip().withDesk(new Desk(List.of(), lifted)));
        frame(knows, 2);
        frame(without, 0);
        assertThat(knows.troubles()).singleElement().asString().contains("knows the strip of", "as it was");
        assertThat(without.troubles()).isEmpty();
        knows.load(showing("a", "strip", Strip.of(looks.get("a"), Catalogue.all())));
        frame(knows, 3);
        assertThat(knows.troubles()).isEmpty();
    }

    @Test
    void aKnobOfAKitOnItsStripTurnsAllThatItFeeds() {
        Look bare = look(64, 36, 1, Step.of("s1", "fill").with("brightness", Value.of(0.25)));
        Look wrapped = Edits.apply(bare, new KitWrap(Catalogue.all()).wrap(bare, List.of(), List.of("s1"), "Lamp"));
        String use = wrapped.lanesIn(null).getFirst().steps().getFirst().id();
        Look knobbed =
                Edits.apply(wrapped, new KitKnobs(Catalogue.all()).give(wrapped, "s1", "brightness", KitKnobs.NEW));
        String knob = knobbed.kits().getFirst().knobs().getFirst().id();
        Look kit = knobbed.withDesk(new Desk(List.of(), List.of(new Lifted(use, knob, ""))));
        looks.put("a", kit);
        String strip = Strip.of(kit, Catalogue.all());
        float quarter = frame(player(showing("a", "strip", strip)), 0).g()[0];
        Player player = player(showing("a", "strip", strip, use + "." + knob, 0.5));
        assertThat(frame(player, 0).g()[0]).isCloseTo(2 * quarter, within(1e-5f));
    }

    @Test
    void aControlThatIsCalledAsNoDeviceIsHarmsNothing() {
        List<Binding> bindings = new ArrayList<>();
        for (String name : List.of("from outside 7", "from outside -1", "from outside ten", "from outside 99999999999"))
            bindings.add(new Binding(
                    "b" + bindings.size(), name, "s1", "brightness", 0, 1, 0, 1, 1, 0, Binding.Mode.VALUE, false));
        looks.put("a", onStrip().withDesk(new Desk(bindings, onStrip().desk().strip())));
        float quarter = frame(player(looks.get("a")), 0).g()[0];
        String strip = Strip.of(looks.get("a"), Catalogue.all());
        assertThat(frame(player(showing("a", "strip", strip)), 0).g()[0]).isEqualTo(quarter);
    }

    @Test
    void linesThatAreNoneAreNoSettings() {
        assertThat(Strip.entries("s1 size number 0 1 0.5 - Size\nnonsense\ns1 size number 0 1 0.5 - Again\n"
                        + "s2 x number 3 1 2 - Backwards\ns2 x number NaN 1 2 - None\ns2 x number 0 1e999 2 - Endless"))
                .extracting(e -> e.setting().label())
                .containsExactly("Size");
        assertThat(Strip.entries("s1 size number 0 1 0.5 - Size\n".repeat(100_000)))
                .hasSize(1);
        assertThat(Strip.entries("s1 n whole 0 6 2.4 a_second Count").getFirst().setting())
                .satisfies(s -> assertThat(s.unit()).isEqualTo("a second"))
                .satisfies(s -> assertThat(s.initial()).isEqualTo(Value.of(2)));
    }

    @Test
    void itShowsOneOfItsLanesOrStandsAsOneOfItsSnapshots() {
        Look dark = look(64, 36, 1, Step.of("s1", "fill").with("brightness", Value.of(0.25)));
        dark = dark.withLanes(List.of(
                dark.lanes().getFirst(),
                new Lane("l2", "Lamp", Clock.SHOW, List.of(Step.of("s2", "fill").with("brightness", Value.of(3))))));
        SnapshotEdits snapshots = new SnapshotEdits(Catalogue.all());
        Look lit = Edits.apply(dark, new Edit.Set("s1", "brightness", Value.of(1)));
        lit = Edits.apply(lit, snapshots.take(lit, List.of(), List.of(), "Lit", ""));
        looks.put("a", Edits.apply(lit, new Edit.Set("s1", "brightness", Value.of(0.25))));
        float whole = frame(player(showing("a")), 0).g()[0];
        assertThat(whole).isPositive();
        assertThat(frame(player(showing("a", "lane", "lamp")), 0).g()[0]).isCloseTo(12 * whole, within(1e-5f));
        assertThat(frame(player(showing("a", "snapshot", "lit")), 0).g()[0]).isCloseTo(4 * whole, within(1e-5f));
        Player lost = player(showing("a", "lane", "weir"));
        assertThat(frame(lost, 0).a()[0]).isZero();
        assertThat(lost.troubles()).anyMatch(t -> t.contains("has no lane called 'weir'."));
    }

    @Test
    void anEditOfTheInnerLookGoesOnWhereItIs() {
        Step sow = Step.of("s1", "sow").with("rate", Value.of(900));
        looks.put("a", look(64, 36, 1, sow, Step.of("s2", "draw-dots")));
        Player outer = player(showing("a"));
        Player alone = player(looks.get("a"));
        for (int i = 0; i < 5; i++) alike(frame(outer, i), frame(alone, i));
        looks.put("a", look(64, 36, 1, sow, Step.of("s2", "draw-dots").with("size", Value.of(2))));
        alone.load(looks.get("a"));
        for (int i = 5; i < 9; i++) alike(frame(outer, i), frame(alone, i));
    }

    @Test
    void aLookThatWouldShowItselfIsRefusedInOneSentenceAndTheRestGoesOn() {
        looks.put("a", showing("b"));
        looks.put("b", showing("a"));
        Player outer = player(looks.get("a"));
        Picture picture = frame(outer, 0);
        assertThat(picture.a()[0]).isZero();
        looks.put("c", showing("c"));
        frame(player(looks.get("c")), 0);
    }

    @Test
    void anotherShapeIsShownWholeAndNothingIsThereWhileItIsRead() {
        Player early = player(showing("a"));
        assertThat(frame(early, 0).a()[0]).isZero();
        looks.put("a", look(36, 36, 1, Step.of("s1", "fill").with("colour", Value.of("#ffffff"))));
        Picture whole = frame(early, 1);
        assertThat(whole.a()[0]).isZero();
        assertThat(whole.a()[18 * 64 + 32]).isEqualTo(1);
        assertThat(whole.r()[18 * 64 + 32]).isEqualTo(1);
        Picture filled = frame(player(showing("a", "fit", "fill", "detail", 0.5)), 0);
        assertThat(filled.a()[0]).isEqualTo(1);
        Picture stretched = frame(player(showing("a", "fit", "stretch")), 0);
        assertThat(stretched.a()[64 * 36 - 1]).isEqualTo(1);
    }

    /** Two lanes whose pictures are added up, the second by a clock of its own. */
    private static Look both(double rate, Step one, Step two) {
        return showing("a")
                .withLanes(List.of(
                        new Lane("l1", "one", Clock.SHOW, List.of(one)),
                        new Lane("l2", "two", new Clock(rate), List.of(two))))
                .withMix(List.of(Layer.of("m1", "l1", Blend.ADD, 1), Layer.of("m2", "l2", Blend.ADD, 1)));
    }

    /** Two that show the same look, the second otherwise. */
    private static Look twice(double rate, Object... settings) {
        return both(rate, shows("s1", "a"), shows("s2", "a", settings));
    }

    @Test
    void twoThatShowTheSameInStepAreWorkedOutOnceUntilOneGoesAnotherWay() {
        Step sow = Step.of("s1", "sow").with("rate", Value.of(900));
        looks.put("a", look(64, 36, 1, sow, Step.of("s2", "draw-dots")));
        Player player = player(twice(1));
        Player alone = player(looks.get("a"));
        for (int i = 0; i < 5; i++) {
            asked = 0;
            Picture both = frame(player, i);
            assertThat(asked).isOne();
            Picture one = frame(alone, i);
            for (int p = 0; p < one.pixels(); p++) assertThat(both.g()[p]).isEqualTo(2 * one.g()[p]);
        }
        // The second stands as another lane from now on: the first goes on as if nothing had been.
        player.load(twice(1, "lane", "lane"));
        player.load(twice(1, "lane", "lane").withMix(List.of(Layer.of("m1", "l1", Blend.OVER, 1))));
        for (int i = 5; i < 8; i++) alike(frame(player, i), frame(alone, i));
        player.load(twice(1, "lane", "lane"));
        asked = 0;
        frame(player, 8);
        assertThat(asked).isEqualTo(2);
    }

    @Test
    void twoByOtherClocksOrSizesAreTwo() {
        looks.put("a", look(64, 36, 1, Step.of("s1", "fill").withFormula("brightness", "t")));
        for (Look look : List.of(twice(2), twice(1, "detail", 0.5), twice(1, "rate", 10))) {
            Player player = player(look);
            frame(player, 0);
            asked = 0;
            frame(player, 1);
            assertThat(asked).isEqualTo(2);
        }
        Player faster = player(twice(2).withMix(List.of(Layer.of("m2", "l2", Blend.OVER, 1))));
        Player level = player(showing("a"));
        for (int i = 0; i < 4; i++)
            assertThat(frame(faster, i).g()[0]).isCloseTo(2 * frame(level, i).g()[0], within(1e-6f));
    }

    @Test
    void oneThatSetsSomethingOnTheStripIsByItself() {
        looks.put("a", onStrip());
        String strip = Strip.of(onStrip(), Catalogue.all());
        Step first = shows("s1", "a", "strip", strip);
        Player player = player(both(1, first, shows("s2", "a", "strip", strip, "s1.brightness", 1.0)));
        frame(player, 0);
        float quarter = frame(player(showing("a")), 0).g()[0];
        asked = 0;
        assertThat(frame(player, 1).g()[0]).isCloseTo(5 * quarter, within(1e-5f));
        assertThat(asked).isEqualTo(2);
        // Nothing set any more: each goes on with its own, and both are as the look is.
        player.load(both(1, first, shows("s2", "a", "strip", strip)));
        assertThat(frame(player, 2).g()[0]).isCloseTo(2 * quarter, within(1e-5f));
    }

    @Test
    void itIsWorkedOutAsOftenAsItSays() {
        looks.put("a", look(64, 36, 1, Step.of("s1", "fill").withFormula("brightness", "t")));
        Player player = player(showing("a", "rate", 10));
        Player each = player(showing("a"));
        float held = 0;
        for (int i = 0; i < 10; i++) {
            float now = frame(each, i).g()[0];
            if (i % 3 == 0) held = now;
            assertThat(frame(player, i).g()[0]).isCloseTo(held, within(1e-7f));
        }
        // An edit of the look is seen at once.
        looks.put("a", look(64, 36, 1, Step.of("s1", "fill").with("brightness", Value.of(0.5))));
        assertThat(frame(player, 10).g()[0]).isEqualTo(frame(each, 10).g()[0]);
    }
}
