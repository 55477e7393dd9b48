package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.data.Offset.offset;

import gloaming.desk.Inbox;
import gloaming.flow.Crew;
import gloaming.flow.Flow;
import gloaming.flow.Signal;
import gloaming.look.Binding;
import gloaming.look.Clock;
import gloaming.look.Desk;
import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Follow;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.sound.HouseBand;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.step.Rules;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Clocks of lanes and looks, formulas and hands, as the player carries them out. */
class ClocksTest {
    private static final double RATE = 30;
    private final Inbox inbox = new Inbox();
    private final Player player = new Player(Catalogue.all(), new Crew(1));
    private final Map<String, Double> seen = new HashMap<>();
    private final Onlooker eyes = new Onlooker() {
        @Override
        public boolean watches(String lane) {
            return true;
        }

        @Override
        public boolean wants(int index, String step) {
            return true;
        }

        @Override
        public void see(int index, String step, Flow out) {
            if (out instanceof Signal signal) seen.put(step, signal.value());
        }
    };
    private long frame;

    ClocksTest() {
        player.desk(inbox, gloaming.desk.Outbox.NOWHERE);
    }

    private static Lane lane(String id, Clock clock, Step... steps) {
        return new Lane(id, "lane " + id, clock, List.of(steps));
    }

    /** Adds its own seconds up: a lane's own time as a signal. */
    private static Step[] time(String id) {
        return new Step[] {one("c" + id), Step.of("t" + id, "add-up").with("wrap", Value.of(false))};
    }

    /** A 1 for as long as these tests last. */
    private static Step one(String id) {
        return Step.of(id, "sway")
                .with("wave", Value.of("square"))
                .with("rate", Value.of(0.01))
                .with("width", Value.of(0.98));
    }

    private static Look look(Clock clock, Lane... lanes) {
        return new Look("x", 32, 18, RATE, 1, 96, List.of(lanes), List.of()).withClock(clock);
    }

    private void play(int frames, Sound sound) {
        for (int i = 0; i < frames; i++) {
            player.play(new Moment(frame, frame / RATE, 1 / RATE), 32, 18, sound, eyes);
            frame++;
        }
    }

    @Test
    void aLaneRunsOnAFactorOfTheTimeOfItsLook() {
        player.load(look(
                new Clock(2),
                lane("l1", new Clock(0.5), time("1")),
                lane("l2", Clock.SHOW, time("2")),
                lane("l3", new Clock(0), time("3"))));
        play(60, Sound.SILENCE);
        assertThat(seen.get("t1")).isCloseTo(2, offset(1e-9));
        assertThat(seen.get("t2")).isCloseTo(4, offset(1e-9));
        assertThat(seen.get("t3")).isZero();
    }

    /** Tells its lane's seconds as its clock has them. */
    private static Step[] clock(String id) {
        return new Step[] {one("c" + id), Step.of(id, "formula").with("text", Value.of("t"))};
    }

    @Test
    void clocksGoOnThroughAHaltAndMotionDoesNotLeap() {
        player.load(look(
                new Clock(2),
                lane("l1", new Clock(0.5), clock("f1")),
                lane("l2", Clock.SHOW, clock("f2")),
                lane("l3", new Clock(0), clock("f3")),
                lane("l4", Clock.SHOW, time("4"))));
        Moment last = null;
        for (int i = 0; i < 90; i++) {
            // Five seconds in which the machine was elsewhere.
            Moment at = new Moment(i, i / RATE + (i < 30 ? 0 : 5), 1 / RATE).after(last);
            assertThat(at.halt()).isCloseTo(i == 30 ? 5 : 0, offset(1e-9));
            player.play(at, 32, 18, Sound.SILENCE, eyes);
            last = at;
        }
        double end = 89 / RATE + 5;
        assertThat(seen.get("f1")).isCloseTo(end, offset(1e-9));
        assertThat(seen.get("f2")).isCloseTo(2 * end, offset(1e-9));
        assertThat(seen.get("f3")).isZero();
        assertThat(seen.get("t4")).isCloseTo(6, offset(1e-9));
    }

    @Test
    void aLaneStandsStillUntilASignalPushesIt() {
        Look look = look(
                Clock.SHOW,
                lane(
                        "l1",
                        Clock.SHOW,
                        Step.of("s1", "hand")
                                .with("control", Value.of("osc /push"))
                                .with("ease", Value.of(0))),
                lane("l2", new Clock(3, "l1", null), time("2")));
        player.load(look);
        play(30, Sound.SILENCE);
        assertThat(seen.get("t2")).isZero();
        inbox.arrive("osc /push", 0.5, 0);
        play(30, Sound.SILENCE);
        assertThat(seen.get("t2")).isCloseTo(1.5, offset(1e-9));
        inbox.arrive("osc /push", -4, 0);
        play(30, Sound.SILENCE);
        assertThat(seen.get("t2")).isCloseTo(1.5, offset(1e-9));
        inbox.arrive("osc /push", 1e9, 0);
        play(1, Sound.SILENCE);
        assertThat(seen.get("t2")).isLessThan(1.5 + 3 * 64 / RATE + 1e-6);
    }

    @Test
    void aTriggerStartsALaneAnewAndOnlyThat() {
        player.load(look(
                Clock.SHOW,
                lane(
                        "l1",
                        Clock.SHOW,
                        Step.of("s1", "hand")
                                .with("control", Value.of("osc /go"))
                                .with("gives", Value.of("press"))),
                lane("l2", new Clock(1, null, "l1"), time("2")),
                lane("l3", Clock.SHOW, time("3"))));
        inbox.arrive("osc /go", 0, 0);
        play(30, Sound.SILENCE);
        inbox.arrive("osc /go", 1, 0);
        play(15, Sound.SILENCE);
        assertThat(seen.get("t2")).isCloseTo(0.5, offset(1e-9));
        assertThat(seen.get("t3")).isCloseTo(1.5, offset(1e-9));
    }

    @Test
    void whatPushesTheWholeLookRunsOnTheShowsTime() {
        player.load(look(
                new Clock(1, "l2", null),
                lane("l1", Clock.SHOW, time("1")),
                lane(
                        "l2",
                        Clock.SHOW,
                        Step.of("s2", "sway").with("wave", Value.of("saw")).with("rate", Value.of(0.5)))));
        play(60, Sound.SILENCE);
        // A saw of two seconds adds up to one second.
        assertThat(seen.get("t1")).isCloseTo(1, offset(0.04));
    }

    @Test
    void aClockInACircleIsRefused() {
        Look look = look(Clock.SHOW, lane("l1", new Clock(1, "l1", null), time("1")));
        assertThatThrownBy(() -> new Rules(Catalogue.all()).check(look))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("in a circle");
        Look pictures = look(new Clock(1, "l1", null), lane("l1", Clock.SHOW, Step.of("s1", "fill")));
        assertThatThrownBy(() -> new Rules(Catalogue.all()).check(pictures)).hasMessageContaining("look's clock");
    }

    @Test
    void theBeatOfALaneGoesWithItsClockAndNeverLeapsWhenThatIsTurned() {
        Step beat = Step.of("s1", "beat").with("gives", Value.of("way")).with("every", Value.of(64));
        Look look = look(Clock.SHOW, lane("l1", Clock.SHOW, beat));
        player.load(look);
        play(30, Sound.SILENCE);
        assertThat(seen.get("s1") * 64).isCloseTo(29 / RATE * 96 / 60, offset(1e-9));
        player.load(Edits.apply(look, new Edit.SetClock("l1", new Clock(0.5))));
        play(30, Sound.SILENCE);
        assertThat(seen.get("s1") * 64).isCloseTo((29 + 15) / RATE * 96 / 60, offset(1e-6));
    }

    @Test
    void everyStepBearsTinyAndLargeStepsOfTime() {
        List<Lane> lanes = new ArrayList<>();
        lanes.add(lane("l0", Clock.SHOW, Step.of("s0", "sway").with("rate", Value.of(3))));
        int n = 1;
        for (var description : Catalogue.all().entries()) {
            if (description.gives() != gloaming.flow.Kind.SIGNAL) continue;
            Step step = Step.of("s" + n, description.id());
            for (var read : description.reads()) {
                if (read.kind() == gloaming.flow.Kind.SIGNAL) step = step.withRead(read.name(), "l0");
            }
            Step[] steps = description.takes() == null
                    ? new Step[] {step}
                    : new Step[] {Step.of("f" + n, "sway").with("rate", Value.of(7)), step};
            lanes.add(lane("l" + n++, Clock.SHOW, steps));
        }
        player.load(look(Clock.SHOW, lanes.toArray(Lane[]::new)));
        HouseBand band = new HouseBand(3, 120);
        double time = 0;
        double[] steps = {1e-9, 4, 0, 1e-4, 60, 1 / 30.0};
        for (int i = 0; i < 120; i++) {
            double dt = steps[i % steps.length];
            player.play(new Moment(i, time, dt), 32, 18, band, eyes);
            time += dt;
        }
        assertThat(player.troubles()).isEmpty();
        assertThat(seen.values()).allSatisfy(v -> assertThat(v).isFinite());
    }

    @Test
    void aFormulaDrivesASettingAndSurvivesRenamingAndTheLossOfItsLane() {
        Look look = look(
                Clock.SHOW,
                lane(
                        "l1",
                        Clock.SHOW,
                        Step.of("s1", "hand")
                                .with("control", Value.of("osc /x"))
                                .with("ease", Value.of(0))),
                lane(
                        "l2",
                        Clock.SHOW,
                        one("s2"),
                        Step.of("s3", "span").with("toHigh", Value.of(2)).withFormula("toHigh", "value * {l1} + x")));
        player.load(look);
        inbox.arrive("osc /x", 3, 0);
        play(2, Sound.SILENCE);
        assertThat(seen.get("s3")).isCloseTo(7, offset(1e-9));
        Look renamed = Edits.apply(look, new Edit.RenameLane("l1", "something else"));
        player.load(renamed);
        play(1, Sound.SILENCE);
        assertThat(seen.get("s3")).isCloseTo(7, offset(1e-9));
        player.load(Edits.apply(renamed, new Edit.RemoveLane("l1")));
        play(1, Sound.SILENCE);
        assertThat(seen.get("s3")).isCloseTo(1, offset(1e-9));
        assertThat(player.troubles()).singleElement().asString().contains("speaks of a lane that is gone");
    }

    @Test
    void aFormulaThatMakesNoSenseLeavesTheSettingAndSaysSo() {
        player.load(look(
                Clock.SHOW,
                lane(
                        "l1",
                        Clock.SHOW,
                        Step.of("s1", "sway").with("rate", Value.of(2)).withFormula("rate", "2 *"))));
        play(2, Sound.SILENCE);
        assertThat(player.troubles()).singleElement().asString().contains("column 4: it ends too early");
    }

    @Test
    void aHandLiesOverFollowAndDocumentAndLosesNoHoldWhenTheLookIsEdited() {
        Binding binding = new Binding("b1", "osc /fader", "s2", "toHigh", 0, 1, 0, 10, 1, 0, Binding.Mode.VALUE, false);
        Look look = look(
                        Clock.SHOW,
                        lane("l1", Clock.SHOW, Step.of("s1", "sway")),
                        lane(
                                "l2",
                                Clock.SHOW,
                                one("s3"),
                                Step.of("s2", "span").withFollow("toHigh", new Follow("l1", 0, 1, 5, 5, 0, 0))))
                .withDesk(new Desk(List.of(binding), List.of()));
        player.load(look);
        play(3, Sound.SILENCE);
        assertThat(seen.get("s2")).isEqualTo(5);
        inbox.arrive("osc /fader", 0.7, 0);
        play(1, Sound.SILENCE);
        assertThat(seen.get("s2")).isEqualTo(7);
        player.load(Edits.apply(look, new Edit.MoveLane("l2", 0)));
        play(3, Sound.SILENCE);
        assertThat(seen.get("s2")).isEqualTo(7);
        assertThat(player.plan().held)
                .singleElement()
                .satisfies(g -> assertThat(g.held()).isEqualTo(7));
    }

    @Test
    void removingAStepTakesItsBindingsAndUndoBringsThemBack() {
        Binding binding = new Binding("b1", "osc /fader", "s1", "rate", 0, 1, 0, 10, 1, 0, Binding.Mode.VALUE, false);
        Look look = look(Clock.SHOW, lane("l1", Clock.SHOW, Step.of("s1", "sway"), Step.of("s2", "ease")))
                .withDesk(new Desk(List.of(binding), List.of(new gloaming.look.Lifted("s2", "up", "calm"))));
        for (Edit edit : List.of(new Edit.RemoveLane("l1"), new Edit.RemoveStep("s2"))) {
            Look after = Edits.apply(look, edit);
            assertThat(after.desk()).isNotEqualTo(look.desk());
            assertThat(Edits.apply(after, Edits.inverse(look, edit))).isEqualTo(look);
        }
    }
}
