package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.Brought;
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
import gloaming.look.KeptKit;
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
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Kits are kept outside of looks, laid into others, and changed there only when told to. */
class KitShelfTest {
    private static final KitShelf SHELF = new KitShelf(Catalogue.all());
    private static final Rules RULES = new Rules(Catalogue.all());

    /** A flame of two lanes: one moves the other's height, which can be set outside. */
    private static Look flame() {
        Look look = RULES.check(new Look(
                "Lantern",
                64,
                36,
                30,
                7,
                96,
                List.of(
                        new Lane("l1", "wind", Clock.SHOW, List.of(Step.of("s1", "sway"))),
                        new Lane(
                                "l2",
                                "flame",
                                Clock.SHOW,
                                List.of(
                                        Step.of("s2", "cloud-noise").with("size", Value.of(0.3)),
                                        Step.of("s3", "glow").with("radius", Value.of(0.1))))),
                List.of(Layer.of("m1", "l2", Blend.OVER, 1))));
        look = Edits.apply(look, new KitWrap(Catalogue.all()).wrap(look, List.of("l1", "l2"), List.of(), "flame"));
        Kit kit = look.kits().getFirst();
        Kit.Knob size = new Kit.Knob("q1", "size", "", null, null, List.of(new Kit.Target("s2", "size", null, null)));
        Kit outside = new Kit(kit.id(), kit.name(), kit.says(), kit.lane(), List.of(size), kit.inputs(), List.of("l1"));
        return RULES.check(Edits.apply(look, new Edit.ChangeKit(outside)));
    }

    private static String use(Look look) {
        return look.steps()
                .filter(step -> look.kitOf(step) != null)
                .findFirst()
                .orElseThrow()
                .id();
    }

    private static KeptKit kept(Look look) {
        return SHELF.kept(look, look.kits().getFirst().id(), "a-flame", 1);
    }

    private static Look laid(Look look, KeptKit kept) {
        return RULES.check(
                Edits.apply(look, SHELF.lay(look, kept, null, 0, null, null).edit()));
    }

    @Test
    void aKeptKitGoesThroughItsFileAndStandsInAnotherLookAsItWas() {
        KeptKit kept = KeptKit.read(kept(flame()).write());
        assertThat(kept).isEqualTo(kept(flame()));
        Look empty = Look.empty("Weir");
        Look look = laid(empty, kept);
        Kit kit = look.kits().getFirst();
        assertThat(kit.kept()).isEqualTo(new Kit.Kept("a-flame", 1));
        assertThat(look.mix()).hasSize(1);
        assertThat(look.lanesIn(kit.id())).extracting(Lane::name).containsExactly("wind", "flame");
        assertThat(LookJson.read(LookJson.write(look))).isEqualTo(look);
        Edit edit = SHELF.lay(empty, kept, null, 0, null, null).edit();
        assertThat(Edits.apply(look, Edits.inverse(empty, edit))).isEqualTo(empty);
        // What falls by chance within falls there as it did where it was made.
        assertThat(look.lanesIn(kit.id()).get(1).steps().getFirst().luck()).isEqualTo("s2");
    }

    @Test
    void aLookThatHasTheKitAlreadyGoesOnWithItsOwn() {
        Look once = laid(Look.empty("Weir"), kept(flame()));
        Look twice = laid(once, kept(flame()).as("a-flame", 5));
        assertThat(twice.kits()).hasSize(1);
        assertThat(twice.kits().getFirst().kept().revision()).isEqualTo(1);
        assertThat(twice.steps().filter(step -> twice.kitOf(step) != null)).hasSize(2);
    }

    private static Binding bound(String id, String of, String setting) {
        return new Binding(id, "/fader/" + id, of, setting, 0, 1, 0.1, 1, 1, 0, Binding.Mode.VALUE, false);
    }

    /** The id of the first step of the flame itself. */
    private static String within(Look look) {
        return look.lanesIn(look.kits().getFirst().id())
                .get(1)
                .steps()
                .getFirst()
                .id();
    }

    @Test
    void aNewerRevisionTakesItsPlaceWithAllThatIsSetOnItsUsesAndReadOfThem() {
        Look look = laid(laid(Look.empty("Weir"), kept(flame())), kept(flame()));
        List<Step> uses = look.steps().filter(s -> look.kitOf(s) != null).toList();
        String wind =
                uses.getFirst().id() + "/" + look.kits().getFirst().outputs().getFirst();
        Look set = Edits.apply(look, new Edit.Set(uses.getFirst().id(), "q1", Value.of(0.7)));
        set = Edits.apply(
                set,
                new Edit.AddLane(
                        0,
                        new Lane(
                                "l90",
                                "told",
                                Clock.SHOW,
                                List.of(Step.of("s90", "gradient")
                                        .withFollow("brightness", new Follow(wind, 0, 1, 0, 1, 0, 0))))));
        set = RULES.check(set.withDesk(new Desk(
                List.of(bound("b1", uses.getFirst().id(), "q1"), bound("b2", within(look), "size")), List.of())));
        Look other = flame();
        Kit kit = other.kits().getFirst();
        other = Edits.apply(other, new Edit.AddStep(kit.lane(), 2, Step.of("s50", "blur")));
        KeptKit newer = kept(other).as("a-flame", 2);
        Edit edit = SHELF.renew(set, set.kits().getFirst().id(), newer);
        Look now = RULES.check(Edits.apply(set, edit));
        assertThat(now.kits()).hasSize(1);
        assertThat(now.kits().getFirst().kept()).isEqualTo(new Kit.Kept("a-flame", 2));
        assertThat(now.step(uses.getFirst().id()).orElseThrow().settings()).containsEntry("q1", Value.of(0.7));
        Lane main = now.lane(now.kits().getFirst().lane()).orElseThrow();
        assertThat(main.steps()).extracting(Step::type).containsExactly("cloud-noise", "glow", "blur");
        assertThat(now.step("s90").orElseThrow().follows().get("brightness").lane())
                .isEqualTo(uses.getFirst().id() + "/"
                        + now.kits().getFirst().outputs().getFirst());
        assertThat(now.desk().bindings()).extracting(Binding::id).containsExactly("b1");
        assertThat(Edits.apply(now, Edits.inverse(set, edit))).isEqualTo(set);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "[]",
                "{}",
                "null",
                "{\"format\":\"gloaming-kit\"}",
                "{\"format\":\"gloaming-kit\",\"version\":9,\"id\":\"a\",\"revision\":1,\"look\":{}}",
                "{\"format\":\"gloaming-kit\",\"version\":1,\"id\":\"../a\",\"revision\":1,\"look\":{}}"
            })
    void whatIsNoKitIsRefusedInOneSentence(String text) {
        assertThatThrownBy(() -> KeptKit.read(text)).isInstanceOf(Refused.class).hasMessageMatching("[^\n]+\\.");
    }

    @Test
    void aFilterIsKeptThoughItCannotBeginALane() {
        Look look = flame();
        look = Edits.apply(look, new KitUnwrap(Catalogue.all()).unwrap(look, use(look)));
        look = Edits.apply(look, new KitWrap(Catalogue.all()).wrap(look, List.of(), List.of("s3"), "shine"));
        KeptKit kept = SHELF.kept(look, look.kits().getFirst().id(), "a-shine", 1);
        assertThat(SHELF.face(kept).takes()).isEqualTo(Kind.PICTURE);
        Look other = flame();
        String lane = other.lanesIn(null).getFirst().id();
        Look now = RULES.check(
                Edits.apply(other, SHELF.lay(other, kept, lane, 1, null, null).edit()));
        assertThat(now.lane(lane).orElseThrow().steps()).hasSize(2);
        assertThat(now.kits()).extracting(Kit::name).containsExactly("flame", "shine");
        assertThatThrownBy(() -> SHELF.lay(other, kept, null, 0, null, null)).isInstanceOf(Refused.class);
        RULES.check(SHELF.example(kept));
    }

    @Test
    void aLookIsNoKit() {
        String text = "{\"format\":\"gloaming-kit\",\"version\":1,\"id\":\"a\",\"revision\":1,\"look\":"
                + LookJson.write(flame()) + "}";
        assertThatThrownBy(() -> KeptKit.read(text)).isInstanceOf(Refused.class).hasMessageContaining("no kit");
    }

    @Test
    void aKitThatWasKeptLongAgoOpensForGood() throws Exception {
        String text = Files.readString(Path.of("src/test/resources/kept/kit-1.json"));
        KeptKit kept = KeptKit.read(text);
        assertThat(kept.name()).isEqualTo("Comets");
        assertThat(SHELF.face(kept).settings()).extracting(Setting::label).contains("Length", "Thickness", "End");
        RULES.check(SHELF.example(kept));
    }

    @Test
    void theKitsThatShipKeepTheRulesAndShowSomethingAndAreCalledOneByOne() {
        assertThat(ShippedKits.all()).hasSizeGreaterThanOrEqualTo(20);
        assertThat(ShippedKits.all()).extracting(KeptKit::id).doesNotHaveDuplicates();
        assertThat(ShippedKits.all()).extracting(KeptKit::name).doesNotHaveDuplicates();
        try (Crew crew = new Crew(1)) {
            for (KeptKit kit : ShippedKits.all()) {
                RULES.check(kit.look());
                assertThat(kit.kit().says()).as(kit.name()).isNotBlank();
                assertThat(kit.kit().knobs()).as(kit.name()).hasSizeGreaterThanOrEqualTo(3);
                Player player = new Player(Catalogue.all(), crew);
                player.library(new Brought());
                player.load(SHELF.example(kit));
                HouseBand band = new HouseBand(11, 96);
                double most = 0;
                for (int i = 0; i < 40; i++) {
                    Picture picture = player.play(new Moment(i, i / 30.0, 1 / 30.0), 64, 36, band, Onlooker.NOBODY);
                    for (int p = 0; p < picture.pixels(); p++) most = Math.max(most, picture.g()[p]);
                }
                assertThat(player.troubles()).as(kit.name()).isEmpty();
                assertThat(most).as(kit.name()).isGreaterThan(0.05);
            }
        }
    }
}
