package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import gloaming.desk.Inbox;
import gloaming.desk.Outbox;
import gloaming.flow.Crew;
import gloaming.look.Binding;
import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Desk;
import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Follow;
import gloaming.look.Kit;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.Sound;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Knobs of kits that come to settings within by a formula, whatever sets, drives or holds them. */
class KnobFormulaTest {
    private static final Rules RULES = new Rules(Catalogue.all());
    private static final KitWrap WRAP = new KitWrap(Catalogue.all());
    private static final KitKnobs KNOBS = new KitKnobs(Catalogue.all());

    /** A white picture that is as bright as a knob of its kit says, squared. */
    private static Look kit() {
        Look plain = RULES.check(new Look(
                "Sluice",
                16,
                16,
                30,
                7,
                96,
                List.of(
                        new Lane(
                                "l1",
                                "level",
                                Clock.SHOW,
                                List.of(Step.of("s1", "sway")
                                        .with("wave", Value.of("square"))
                                        .with("rate", Value.of(0.01))
                                        .with("width", Value.of(0.98)))),
                        new Lane(
                                "l2",
                                "light",
                                Clock.SHOW,
                                List.of(Step.of("s2", "fill")
                                        .with("colour", Value.of("#ffffff"))
                                        .with("brightness", Value.of(0.9))))),
                List.of(Layer.of("m1", "l2", Blend.ADD, 1))));
        return squared(Edits.apply(plain, WRAP.wrap(plain, List.of("l2"), List.of(), "")), "s2", "brightness");
    }

    /** With a knob of its newest kit on a setting within, by the square of it. */
    private static Look squared(Look look, String step, String setting) {
        Look given = Edits.apply(look, KNOBS.give(look, step, setting, KitKnobs.NEW));
        Kit kit = given.kits().getLast();
        String knob = kit.knobs().getLast().id();
        return RULES.check(Edits.apply(given, KNOBS.bend(given, kit.id(), knob, step, setting, " value * value ")));
    }

    private static Step use(Look look) {
        return look.steps()
                .filter(s -> look.kitOf(s) != null
                        && look.laneOf(s.id()).orElseThrow().kit() == null)
                .findFirst()
                .orElseThrow();
    }

    private static String knob(Look look) {
        return look.kitOf(use(look)).knobs().getLast().id();
    }

    private static Look set(Look look, double value) {
        return Edits.apply(look, new Edit.Set(use(look).id(), knob(look), Value.of(value)));
    }

    private static Look followed(Look look, double to) {
        return Edits.apply(look, new Edit.SetFollow(use(look).id(), knob(look), new Follow("l1", 0, 1, 0, to, 0, 0)));
    }

    private static double light(Look look, double... hand) {
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            Inbox inbox = new Inbox();
            player.desk(inbox, Outbox.NOWHERE);
            player.load(look);
            double light = 0;
            for (int i = 0; i < 3; i++) {
                if (i > 0) for (double value : hand) inbox.arrive("osc /mill/fader/1", value, 0);
                light = player.play(new Moment(i, i / 30.0, 1 / 30.0), 16, 16, Sound.SILENCE, Onlooker.NOBODY)
                        .r()[0];
            }
            return light;
        }
    }

    @Test
    void whatIsNotSetStaysAsItIsWithinAndWhatIsSetIsSquared() {
        assertThat(light(kit())).isCloseTo(0.9, within(1e-6));
        assertThat(light(set(kit(), 0.5))).isCloseTo(0.25, within(1e-6));
    }

    @Test
    void aLaneAndAFormulaOutsideGoThroughIt() {
        assertThat(light(followed(kit(), 0.6))).isCloseTo(0.36, within(1e-6));
        Look reckoned = Edits.apply(kit(), new Edit.SetFormula(use(kit()).id(), knob(kit()), "{l1} - 0.3"));
        assertThat(light(reckoned)).isCloseTo(0.49, within(1e-6));
    }

    @Test
    void aHandOutsideGoesThroughItAndWhatItLeavesIsTheKnobs() {
        Look look = kit();
        Binding binding = new Binding(
                "b1", "osc /mill/fader/1", use(look).id(), knob(look), 0, 1, 0, 1, 1, 0, Binding.Mode.VALUE, false);
        Look bound = RULES.check(look.withDesk(new Desk(List.of(binding), List.of())));
        assertThat(light(bound)).isCloseTo(0.9, within(1e-6));
        assertThat(light(bound, 0.5)).isCloseTo(0.25, within(1e-6));
        Binding opened =
                KitOpening.open(bound, Catalogue.all()).desk().bindings().getFirst();
        Edit left = new DeskEditFactory(Catalogue.all()).settle(bound, opened.id(), opened.of(), opened.setting(), 0.5);
        assertThat(left).isEqualTo(new Edit.Set(use(look).id(), knob(look), Value.of(0.5)));
        assertThat(light(Edits.apply(bound, left))).isCloseTo(0.25, within(1e-6));
    }

    @Test
    void aHandOnAKnobThatGoesByARangeLeavesTheKnobWhereItWas() {
        Look look = Edits.apply(
                kit(), KNOBS.bend(kit(), kit().kits().getFirst().id(), knob(kit()), "s2", "brightness", null));
        Kit kit = look.kits().getFirst();
        Kit.Target half = new Kit.Target("s2", "brightness", 0.0, 2.0);
        Look ranged = Edits.apply(
                look,
                new Edit.ChangeKit(
                        kit.withKnobs(List.of(new Kit.Knob(knob(look), "light", "", 0.0, 10.0, List.of(half))))));
        Binding binding = new Binding(
                "b1", "osc /mill/fader/1", use(look).id(), knob(look), 0, 1, 0, 10, 1, 0, Binding.Mode.VALUE, false);
        Look bound = ranged.withDesk(new Desk(List.of(binding), List.of()));
        Binding opened =
                KitOpening.open(bound, Catalogue.all()).desk().bindings().getFirst();
        assertThat(opened.high()).isEqualTo(2);
        Edit left = new DeskEditFactory(Catalogue.all()).settle(bound, opened.id(), opened.of(), opened.setting(), 0.5);
        assertThat(left).isEqualTo(new Edit.Set(use(look).id(), knob(look), Value.of(2.5)));
        assertThat(light(Edits.apply(bound, left))).isCloseTo(0.5, within(1e-6));
    }

    @Test
    void formulasOfKitsWithinOneAnotherFollowOneAnother() {
        Look inner = kit();
        Look outer = Edits.apply(inner, WRAP.wrap(inner, List.of("l2"), List.of(), ""));
        Step within = outer.steps()
                .filter(s -> outer.kitOf(s) != null
                        && outer.laneOf(s.id()).orElseThrow().kit() != null)
                .findFirst()
                .orElseThrow();
        Look both = squared(
                outer, within.id(), outer.kitOf(within).knobs().getLast().id());
        assertThat(light(set(both, 0.9))).isCloseTo(Math.pow(0.9, 4), within(1e-6));
        assertThat(light(followed(both, 0.8))).isCloseTo(Math.pow(0.8, 4), within(1e-6));
    }

    @Test
    void unwrappedTheLanesDoWhatTheUseDid() {
        for (Look look : List.of(set(kit(), 0.5), followed(kit(), 0.6))) {
            Look free = RULES.check(Edits.apply(
                    look, new KitUnwrap(Catalogue.all()).unwrap(look, use(look).id())));
            assertThat(light(free)).isCloseTo(light(look), within(1e-6));
            assertThat(free.steps().allMatch(s -> s.opened().bends().isEmpty())).isTrue();
        }
    }

    @Test
    void whatIsNoFormulaIsRefusedWithItsText() {
        Kit kit = kit().kits().getFirst();
        assertThatThrownBy(() -> KNOBS.bend(kit(), kit.id(), knob(kit()), "s2", "brightness", "valu * 2"))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("valu * 2");
    }
}
