package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.Brought;
import gloaming.Documents;
import gloaming.flow.Crew;
import gloaming.flow.Kind;
import gloaming.flow.Picture;
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
import gloaming.look.LookJson;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.HouseBand;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Kits: what is wrapped plays as it did, every use by itself, and comes out again as it went in. */
class KitTest {
    private static final KitWrap WRAP = new KitWrap(Catalogue.all());
    private static final KitUnwrap UNWRAP = new KitUnwrap(Catalogue.all());
    private static final Rules RULES = new Rules(Catalogue.all());

    private static Lane lane(String id, String name, Step... steps) {
        return new Lane(id, name, Clock.SHOW, List.of(steps));
    }

    private static Look look(List<Lane> lanes, String... mixed) {
        List<Layer> mix = new ArrayList<>();
        for (String lane : mixed) mix.add(Layer.of("m" + (mix.size() + 1), lane, Blend.ADD, 1));
        return RULES.check(new Look("Sluice", 48, 32, 30, 7, 96, lanes, mix));
    }

    /** A swarm that follows a signal and is laid by another lane, under a glow. */
    private static Look swarm() {
        return look(
                List.of(
                        lane("l1", "level", Step.of("s1", "sway")),
                        lane("l2", "ring", Step.of("s2", "ring").with("count", Value.of(40))),
                        lane(
                                "l3",
                                "swarm",
                                Step.of("s3", "sow").withRead("at", "l2").with("rate", Value.of(900)),
                                Step.of("s4", "draw-dots")
                                        .with("size", Value.of(3))
                                        .withFollow("brightness", new Follow("l1", 0, 1, 0.5, 2, 0, 0)),
                                Step.of("s5", "glow"))),
                "l3");
    }

    /** What frames come to, one number for the bits of each. */
    private static List<Long> play(Look... looks) {
        List<Long> frames = new ArrayList<>();
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.library(new Brought());
            int frame = 0;
            for (Look look : looks) {
                player.load(look);
                for (int i = 0; i < 4; i++, frame++) {
                    Moment moment = new Moment(frame, frame / 30.0, 1 / 30.0, frame / 30.0);
                    Picture picture = player.play(moment, 48, 32, new HouseBand(3, 120), Onlooker.NOBODY);
                    float[] all = new float[4 * picture.pixels()];
                    for (int c = 0; c < 4; c++)
                        System.arraycopy(picture.plane(c), 0, all, c * picture.pixels(), picture.pixels());
                    long hash = 0;
                    for (float each : all) hash = hash * 0x9e3779b97f4a7c15L + Float.floatToIntBits(each);
                    frames.add(hash);
                }
            }
        }
        return frames;
    }

    private static Look wrapped(Look look, List<String> lanes, List<String> steps) {
        return Edits.apply(look, WRAP.wrap(look, lanes, steps, ""));
    }

    private static Step use(Look look) {
        return look.steps().filter(s -> look.kitOf(s) != null).findFirst().orElseThrow();
    }

    @Test
    void aMediumThatIsDroppedWhileAKitIsOpenComesIntoTheKitAndNotIntoTheMix() {
        Look kit = wrapped(swarm(), List.of("l2", "l3"), List.of());
        String id = kit.kits().getFirst().id();
        Look brought = Edits.apply(kit, new EditFactory(Catalogue.all()).bring(kit, "heron", "picture", "heron", id));
        assertThat(brought.lanesIn(id)).extracting(Lane::name).endsWith("heron");
        assertThat(brought.mix()).isEqualTo(kit.mix());
        assertThat(RULES.check(brought)).isEqualTo(brought);
    }

    @Test
    void lanesAreWrappedUnwrappedAndWrappedAgainWhileTheyPlayAndNoPixelIsAnother() {
        Look swarm = swarm();
        Look kit = wrapped(swarm, List.of("l2", "l3"), List.of());
        assertThat(kit.lanesIn(null)).extracting(Lane::id).containsExactly("l1", "l3");
        assertThat(use(kit).reads()).containsValue("l1");
        Look back = Edits.apply(kit, UNWRAP.unwrap(kit, use(kit).id()));
        assertThat(back).isEqualTo(swarm);
        List<Long> plain = play(swarm, swarm, swarm, swarm);
        assertThat(play(swarm, kit, back, kit)).isEqualTo(plain);
    }

    @Test
    void stepsInTheMiddleOfALaneBecomeAFilterAndAWholeBeginningASource() {
        Look swarm = swarm();
        Look filter = wrapped(swarm, List.of(), List.of("s4", "s5"));
        Description face = Catalogue.all().of(filter, use(filter));
        assertThat(face.takes()).isEqualTo(Kind.POINTS);
        assertThat(face.gives()).isEqualTo(Kind.PICTURE);
        Look source = wrapped(swarm, List.of(), List.of("s3", "s4"));
        assertThat(Catalogue.all().of(source, use(source)).takes()).isNull();
        assertThat(play(filter)).isEqualTo(play(swarm));
        assertThat(play(source)).isEqualTo(play(swarm));
        assertThatThrownBy(() -> WRAP.wrap(swarm, List.of(), List.of("s3", "s5"), ""))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("side by side");
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
    void randomWrapsOfRandomLooksPlayAlikeToTheBitAndComeBackAsTheyWere(long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        Look look = new Documents(seed).look();
        List<Long> plain = play(look);
        Look now = look;
        List<Edit> back = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            Edit wrap;
            try {
                wrap = random(now, random);
            } catch (Refused e) {
                continue;
            }
            back.addFirst(Edits.inverse(now, wrap));
            now = Edits.apply(now, wrap);
            assertThat(LookJson.read(LookJson.write(now))).isEqualTo(now);
            assertThat(play(now)).isEqualTo(plain);
        }
        Look free = now;
        while (!free.kits().isEmpty()) {
            Look at = free;
            Step use = at.lanesIn(null).stream()
                    .flatMap(lane -> lane.steps().stream())
                    .filter(s -> at.kitOf(s) != null)
                    .findFirst()
                    .orElseThrow();
            free = Edits.apply(at, UNWRAP.unwrap(at, use.id()));
        }
        assertThat(play(free)).isEqualTo(plain);
        for (Edit edit : back) now = Edits.apply(now, edit);
        assertThat(now).isEqualTo(look);
    }

    private static Edit random(Look look, SplittableRandom random) {
        List<Lane> lanes = look.lanesIn(null);
        if (random.nextBoolean()) {
            List<String> chosen = lanes.stream()
                    .filter(lane -> random.nextBoolean())
                    .map(Lane::id)
                    .toList();
            return WRAP.wrap(look, chosen, List.of(), "");
        }
        List<Step> steps = lanes.get(random.nextInt(lanes.size())).steps();
        int from = random.nextInt(steps.size());
        int to = from + 1 + random.nextInt(steps.size() - from);
        return WRAP.wrap(
                look, List.of(), steps.subList(from, to).stream().map(Step::id).toList(), "");
    }

    private static Look withKnob(Look look, Kit.Knob knob) {
        Kit kit = look.kits().getFirst();
        return RULES.check(Edits.apply(look, new Edit.ChangeKit(kit.withKnobs(List.of(knob)))));
    }

    @Test
    void oneKnobSetsSeveralThingsWithinAlsoBentAndFollowedAndReckoned() {
        Look kit = wrapped(swarm(), List.of("l2", "l3"), List.of());
        Kit.Knob knob = new Kit.Knob(
                "q1",
                "how many",
                "More of everything.",
                0.0,
                10.0,
                List.of(
                        new Kit.Target("s3", "rate", null, null),
                        new Kit.Target("s2", "count", 10.0, 110.0),
                        new Kit.Target("s4", "size", 4.0, 0.0)));
        Look turned = withKnob(kit, knob);
        Setting outside = Catalogue.all().of(turned, use(turned)).settings().getFirst();
        assertThat(outside.label()).isEqualTo("how many");
        assertThat(outside.max()).isEqualTo(10);
        Look set = Edits.apply(turned, new Edit.Set(use(turned).id(), "q1", Value.of(2.5)));
        Look opened = KitOpening.open(set, Catalogue.all());
        String path = use(turned).id() + "/";
        assertThat(opened.step(path + "s3").orElseThrow().settings()).containsEntry("rate", Value.of(2.5));
        assertThat(opened.step(path + "s2").orElseThrow().settings()).containsEntry("count", Value.of(35));
        assertThat(opened.step(path + "s4").orElseThrow().settings()).containsEntry("size", Value.of(3));
        Look followed =
                Edits.apply(set, new Edit.SetFollow(use(set).id(), "q1", new Follow("l1", 0, 1, 0, 10, 0, 0.5)));
        Follow within = KitOpening.open(followed, Catalogue.all())
                .step(path + "s2")
                .orElseThrow()
                .follows()
                .get("count");
        assertThat(within).isEqualTo(new Follow("l1", 0, 1, 10, 110, 0, 0.5));
        Look reckoned = Edits.apply(set, new Edit.SetFormula(use(set).id(), "q1", "5 + 5 * {l1}"));
        assertThat(KitOpening.open(reckoned, Catalogue.all())
                        .step(path + "s2")
                        .orElseThrow()
                        .formulas()
                        .get("count"))
                .isEqualTo("(5 + 5 * {l1}) * 10 + 10");
        RULES.check(reckoned);
        // What does not set it leaves what is within; unwrapped, what was set stays.
        assertThat(play(turned)).isEqualTo(play(swarm()));
        Look free = Edits.apply(set, UNWRAP.unwrap(set, use(set).id()));
        assertThat(play(free)).isEqualTo(play(set));
    }

    @Test
    void aControlOnAKnobMovesAllThatItSetsAndOneOnAStepWithinMovesItInEveryUse() {
        Look kit = withKnob(
                wrapped(swarm(), List.of("l2", "l3"), List.of()),
                new Kit.Knob(
                        "q1",
                        "how many",
                        "",
                        null,
                        null,
                        List.of(new Kit.Target("s3", "rate", null, null), new Kit.Target("s2", "count", 10.0, 110.0))));
        Binding on = new Binding(
                "b1", "osc /mill/fader/1", use(kit).id(), "q1", 0, 1, 0, 1000, 1, 0, Binding.Mode.VALUE, false);
        Binding in =
                new Binding("b2", "osc /mill/fader/2", "s5", "amount", 0, 1, 0, 1, 1, 0, Binding.Mode.VALUE, false);
        Look bound = RULES.check(kit.withDesk(new Desk(List.of(on, in), List.of())));
        String path = use(kit).id() + "/";
        assertThat(KitOpening.open(bound, Catalogue.all()).desk().bindings())
                .extracting(b -> b.of() + " " + b.setting() + " " + b.high())
                .containsExactly(path + "s3 rate 1000.0", path + "s2 count 11.0", path + "s5 amount 1.0");
    }

    @Test
    void twoUsesMoveApartUnlessTheyAreToldToFallAlike() {
        Look kit = wrapped(swarm(), List.of("l2", "l3"), List.of());
        EditFactory edits = new EditFactory(Catalogue.all());
        Look two = Edits.apply(kit, edits.addLane(kit, kit.kits().getFirst().type()));
        Step second = two.steps().filter(s -> two.kitOf(s) != null).toList().getLast();
        assertThat(second.settings()).containsEntry(Kit.SEED, Value.of(1));
        Look twice = Edits.apply(two, new Edit.SetRead(second.id(), "i1", "l1"));
        RULES.check(twice);
        Look only = Edits.apply(twice, new Edit.RemoveLayer("m1"));
        assertThat(play(only)).isNotEqualTo(play(kit));
        Look alike = Edits.apply(only, new Edit.Set(second.id(), Kit.SEED, null));
        assertThat(play(alike)).isEqualTo(play(kit));
        Look copied = Edits.apply(kit, edits.duplicateLane(kit, "l3"));
        assertThat(copied.steps().filter(s -> copied.kitOf(s) != null))
                .extracting(s -> s.settings().get(Kit.SEED))
                .containsExactlyInAnyOrder(null, Value.of(1));
        // A change within is one of all uses, until one has a kit of its own.
        Look own = Edits.apply(twice, UNWRAP.own(twice, second.id()));
        assertThat(play(own)).isEqualTo(play(twice));
        assertThat(own.kits()).hasSize(2);
        Look apart = Edits.apply(own, new Edit.Set("s4", "size", Value.of(1)));
        Look without = Edits.apply(apart, new Edit.RemoveLayer("m1"));
        assertThat(play(without)).isEqualTo(play(only));
        Look freed = Edits.apply(twice, UNWRAP.unwrap(twice, second.id()));
        assertThat(play(freed)).isEqualTo(play(twice));
    }

    @Test
    void whatIsReadFromOutsideStaysReadableAndGoesWithTheUse() {
        Look look = look(
                List.of(
                        lane("l1", "clouds", Step.of("s1", "cloud-noise")),
                        lane("l2", "soft", Step.of("s2", "picture-from").withRead("from", "l1"), Step.of("s3", "blur")),
                        lane("l3", "other", Step.of("s4", "picture-from").withRead("from", "l1"))),
                "l2",
                "l3");
        Look kit = wrapped(look, List.of("l1", "l2"), List.of());
        String path = use(kit).id() + "/l1";
        assertThat(kit.step("s4").orElseThrow().reads()).containsEntry("from", path);
        assertThat(kit.kits().getFirst().outputs()).containsExactly("l1");
        assertThat(play(kit)).isEqualTo(play(look));
        Edit remove = new Edit.RemoveStep(use(kit).id());
        Look gone = RULES.check(Edits.apply(kit, remove));
        assertThat(gone.step("s4").orElseThrow().reads()).isEmpty();
        assertThat(Edits.apply(gone, Edits.inverse(kit, remove))).isEqualTo(kit);
    }

    @Test
    void kitsStandInOneAnotherAndNeverInThemselves() {
        Look kit = wrapped(swarm(), List.of("l2", "l3"), List.of());
        Look both = wrapped(kit, List.of("l1", "l3"), List.of());
        assertThat(both.lanesIn(null)).hasSize(1);
        assertThat(play(both)).isEqualTo(play(swarm()));
        Kit inner = both.kits().getFirst();
        Lane main = both.lane(inner.lane()).orElseThrow();
        Edit circle = new Edit.AddStep(
                main.id(), 0, Step.of("s90", both.kits().getLast().type()));
        assertThatThrownBy(() -> RULES.check(Edits.apply(both, circle)))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("in itself");
        assertThatThrownBy(() -> Edits.apply(both, new Edit.RemoveLane(main.id())))
                .isInstanceOf(Refused.class);
    }

    @Test
    void aUseThatRunsAtItsOwnSpeedIsAsFarAsALaneOfThatSpeed() {
        Look look = look(List.of(lane("l1", "noise", Step.of("s1", "cloud-noise"))), "l1");
        Look kit = wrapped(look, List.of("l1"), List.of());
        Look fast = Edits.apply(kit, new Edit.Set(use(kit).id(), Kit.SPEED, Value.of(3)));
        Look lane = Edits.apply(look, new Edit.SetClock("l1", new Clock(3)));
        assertThat(play(fast)).isEqualTo(play(lane)).isNotEqualTo(play(look));
    }

    /** Noise that is changed by two steps that go by the time: by their own, and by a formula. */
    private static Look filtered(Clock clock) {
        Step echo = Step.of("s2", "echo");
        Step levels = Step.of("s3", "levels").withFormula("gain", "1 + 0.5*sin(9*t) + 0.1*beat");
        Step noise = Step.of("s1", "cloud-noise");
        if (clock.plain()) return look(List.of(lane("l1", "noise", noise, echo, levels)), "l1");
        Step from = Step.of("s9", "picture-from").withRead("from", "l1");
        return look(
                List.of(lane("l1", "noise", noise), new Lane("l2", "own", clock, List.of(from, echo, levels))), "l2");
    }

    @ParameterizedTest
    @CsvSource({"3, 0", "0, 0", "1, 2.5", "0.5, 4"})
    void aUseInTheMiddleOfALaneHasItsOwnTimeTooAndNothingElseOfTheLaneHas(double speed, double ahead) {
        Look kit = wrapped(filtered(Clock.SHOW), List.of(), List.of("s2", "s3"));
        assertThat(play(kit)).isEqualTo(play(filtered(Clock.SHOW)));
        Look timed = Edits.apply(kit, new Edit.Set(use(kit).id(), Kit.SPEED, Value.of(speed)));
        timed = Edits.apply(timed, new Edit.Set(use(kit).id(), Kit.AHEAD, Value.of(ahead)));
        Look lane = filtered(new Clock(speed, null, null, ahead));
        assertThat(play(timed)).isEqualTo(play(lane)).isNotEqualTo(play(kit));
        // Turned while it plays it goes on from where it is, as a lane does.
        assertThat(play(timed, kit, timed).subList(0, 4)).isEqualTo(play(lane));
        // Twice in one another they go by both.
        Look both = wrapped(timed, List.of(), List.of(use(timed).id()));
        String outer = both.lanesIn(null).getFirst().steps().getLast().id();
        Look twice = Edits.apply(both, new Edit.Set(outer, Kit.SPEED, Value.of(2)));
        assertThat(play(twice)).isEqualTo(play(filtered(new Clock(2 * speed, null, null, ahead))));
    }

    @Test
    void whatAUseBeginsWithIsOnlySetAndThatIsSaid() {
        Look kit = wrapped(swarm(), List.of("l2", "l3"), List.of());
        String use = use(kit).id();
        for (String setting : List.of(Kit.SEED, Kit.SPEED, Kit.AHEAD)) {
            assertThatThrownBy(() -> new EditFactory(Catalogue.all()).follow(kit, use, setting, "l1"))
                    .isInstanceOf(Refused.class)
                    .hasMessageContaining("is only set");
            assertThatThrownBy(() -> new DeskEditFactory(Catalogue.all()).formula(kit, use, setting, "t"))
                    .isInstanceOf(Refused.class)
                    .hasMessageContaining("is only set");
            // Documents that have one open as ever.
            Follow follow = new Follow("l1", 0, 1, 0.5, 2, 0, 0);
            Look old = RULES.check(Edits.apply(kit, new Edit.SetFollow(use, setting, follow)));
            assertThat(play(old)).isEqualTo(play(kit));
        }
    }

    @Test
    void aUseWhoseTimeIsAheadIsWhereALaneThatFarAheadIsAndUnwrappedItStaysThere() {
        Look look = look(List.of(lane("l1", "noise", Step.of("s1", "cloud-noise"))), "l1");
        Look kit = wrapped(look, List.of("l1"), List.of());
        Look ahead = Edits.apply(kit, new Edit.Set(use(kit).id(), Kit.AHEAD, Value.of(5)));
        Look lane = Edits.apply(look, new Edit.SetClock("l1", new Clock(1, null, null, 5)));
        assertThat(LookJson.read(LookJson.write(lane))).isEqualTo(lane);
        assertThat(play(ahead)).isEqualTo(play(lane)).isNotEqualTo(play(look));
        Look free = Edits.apply(ahead, UNWRAP.unwrap(ahead, use(ahead).id()));
        assertThat(play(free)).isEqualTo(play(lane));
    }

    /** What the clipboard has of a lane and all that it uses. */
    private static String copied(Look look, String lane) {
        List<Lane> parts = look.lanes().stream()
                .filter(l -> l.id().equals(lane) || l.kit() != null)
                .toList();
        List<Layer> mix = look.mix().stream().filter(l -> l.lane().equals(lane)).toList();
        return "{\"format\":\"gloaming-part\",\"kind\":\"lanes\",\"of\":\"other\",\"look\":"
                + LookJson.write(look.withLanes(parts).withMix(mix)) + "}";
    }

    @Test
    void aUseGoesByTheClipboardIntoAnotherLookWithItsKitAndTheKitsWithinAndOnlyOnce() {
        Look inner = wrapped(swarm(), List.of("l2", "l3"), List.of());
        Look both = withKnob(
                wrapped(inner, List.of("l1", "l3"), List.of()),
                new Kit.Knob("q1", "how many", "", null, null, List.of(new Kit.Target("s3", "rate", null, null))));
        Look empty = new Look("Other", 48, 32, 30, 7, 96, List.of(lane("l1", "own", Step.of("s1", "sway"))), List.of());
        Paste paste = new Paste(Catalogue.all());
        Edit first = paste.paste(empty, "this", copied(both, "l3"), null, null, false);
        Look once = RULES.check(Edits.apply(empty, first));
        assertThat(once.kits()).hasSize(2);
        assertThat(once.lanesIn(null)).hasSize(2);
        assertThat(Edits.apply(once, Edits.inverse(empty, first))).isEqualTo(empty);
        // Chance begins with ids, and those are others here.
        Look twice = RULES.check(Edits.apply(once, paste.paste(once, "this", copied(both, "l3"), null, null, false)));
        assertThat(twice.kits()).hasSize(2);
        assertThat(twice.lanesIn(null)).hasSize(3);
        Look free = once;
        while (!free.kits().isEmpty()) {
            Look at = free;
            String use = at.lanesIn(null).stream()
                    .flatMap(lane -> lane.steps().stream())
                    .filter(s -> at.kitOf(s) != null)
                    .findFirst()
                    .orElseThrow()
                    .id();
            free = Edits.apply(at, UNWRAP.unwrap(at, use));
        }
        assertThat(free.steps().map(Step::type).sorted().toList())
                .isEqualTo(java.util.stream.Stream.concat(
                                swarm().steps().map(Step::type), java.util.stream.Stream.of("sway"))
                        .sorted()
                        .toList());
        assertThat(play(free)).isEqualTo(play(once));
        Look without = both.withLanes(both.lanesIn(null)).withKits(List.of());
        String lone = "{\"format\":\"gloaming-part\",\"kind\":\"lanes\",\"of\":\"other\",\"look\":"
                + LookJson.write(without) + "}";
        assertThatThrownBy(() -> paste.paste(empty, "this", lone, null, null, false))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("did not come with it");
    }
}
