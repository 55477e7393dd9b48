package gloaming.shader;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Crew;
import gloaming.flow.Kind;
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
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.DynamicSettings;
import gloaming.step.EditFactory;
import gloaming.step.Rules;
import gloaming.step.Setting;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Shaders as steps of a look. */
class ShaderStepsTest {
    private static final String FLAT = """
            out vec4 color;
            uniform float level; // 0.25 (0 to 4)
            uniform vec3 paint; // #ffffff
            uniform sampler2D other; // repeat
            void main() { color = vec4(paint * level, 1) + texture2D(other, vec2(0.5)); }
            """;
    private final Rules rules = new Rules(Catalogue.all());

    private static Look look(Step... steps) {
        return new Look(
                "Sluice",
                16,
                16,
                30,
                1,
                96,
                List.of(
                        new Lane("l1", "main", Clock.SHOW, List.of(steps)),
                        new Lane(
                                "l2",
                                "fill",
                                Clock.SHOW,
                                List.of(Step.of("s8", "fill").with("colour", Value.of("#ffffff")))),
                        new Lane("l3", "sway", Clock.SHOW, List.of(Step.of("s9", "sway")))),
                List.of(Layer.of("m1", "l1", Blend.OVER, 1)));
    }

    private static Step source(String code) {
        return Step.of("s1", "shader-source").with("code", Value.of(code));
    }

    private static float red(Player player, long frame) {
        Picture out = player.play(new Moment(frame, frame / 30.0, 1 / 30.0), 16, 16, Sound.SILENCE, Onlooker.NOBODY);
        return out.r()[40];
    }

    @Test
    void uniformsBecomeSettingsAndSamplersReads() {
        Description d = Catalogue.all().of(source(FLAT));
        assertThat(d.settings()).extracting(Setting::id).containsExactly("code", "values", "level", "paint");
        assertThat(d.settings().get(2).max()).isEqualTo(4);
        assertThat(d.settings().get(3).form()).isEqualTo(Setting.Form.COLOUR);
        assertThat(d.reads()).extracting(Description.Input::name).containsExactly("other");
        assertThat(d.reads().getFirst().kind()).isEqualTo(Kind.PICTURE);
        assertThat(Catalogue.all().of(source(FLAT))).isSameAs(d);
        assertThat(Catalogue.all().of(source("nonsense")).problems()).isNotEmpty();
    }

    @Test
    void theyAreSetFollowedAndRead() {
        Look look = rules.check(look(source(FLAT).with("level", Value.of(0.5))));
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(look);
            assertThat(red(player, 0)).isEqualTo(0.5f);
            player.load(rules.check(Edits.apply(look, new Edit.SetRead("s1", "other", "l2"))));
            assertThat(red(player, 1)).isCloseTo(1.5f, within(1e-4f));
            player.load(rules.check(
                    Edits.apply(look, new Edit.SetFollow("s1", "level", new Follow("l3", 0, 1, 2, 2, 0, 0)))));
            assertThat(red(player, 2)).isCloseTo(2, within(1e-4f));
            assertThat(player.troubles()).isEmpty();
        }
    }

    @Test
    void whileATextIsWrongTheLastGoodOneGoesOnAndSaysSo() {
        Look look = look(source(FLAT));
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(look);
            assertThat(red(player, 0)).isEqualTo(0.25f);
            player.load(rules.check(
                    Edits.apply(look, new Edit.Set("s1", "code", Value.of(FLAT.replace("void", "vod"))))));
            assertThat(red(player, 1)).isEqualTo(0.25f);
            assertThat(player.troubles())
                    .containsExactly("s1: goes on as it was before: line 5: 'vod' : undeclared identifier");
            player.load(rules.check(
                    Edits.apply(look, new Edit.Set("s1", "code", Value.of(FLAT.replace("0.25", "0.75"))))));
            assertThat(red(player, 2)).isEqualTo(0.75f);
            assertThat(player.troubles()).isEmpty();
        }
    }

    @Test
    void aDraftThatDoesNotWorkChangesNothingThatPlaysAlsoWhenTheProgramStartsAnew() {
        EditFactory wishes = new EditFactory(Catalogue.all());
        Look look = rules.check(look(source(FLAT)));
        Look broken = rules.check(Edits.apply(look, wishes.write(look, "s1", "code", FLAT.replace("void", "vod"))));
        // Its sliders stay, and work.
        Look turned = rules.check(Edits.apply(broken, new Edit.Set("s1", "level", Value.of(2))));
        Look read = LookJson.read(LookJson.write(turned));
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(rules.check(read));
            assertThat(red(player, 0)).isEqualTo(2);
            assertThat(player.troubles()).isEmpty();
            Look mended = rules.check(
                    Edits.apply(read, wishes.write(read, "s1", "code", FLAT.replace("* level", "* level * 0.5"))));
            assertThat(mended.step("s1").orElseThrow().drafts()).isEmpty();
            player.load(mended);
            assertThat(red(player, 1)).isEqualTo(1);
        }
        Step step = turned.step("s1").orElseThrow();
        assertThat(step.drafts()).containsEntry("code", FLAT.replace("void", "vod"));
        assertThat(Catalogue.all().problems(step))
                .containsExactly(new DynamicSettings.Trouble(5, 1, "'vod' : undeclared identifier"));
    }

    @Test
    void aValueWaitsForItsUniformToComeBack() {
        Look look = rules.check(look(source(FLAT).with("level", Value.of(3))));
        Look without = rules.check(Edits.apply(
                look, new Edit.Set("s1", "code", Value.of("out vec4 color; void main() { color = vec4(1); }"))));
        assertThat(without.step("s1").orElseThrow().settings()).containsEntry("level", Value.of(3));
        assertThat(LookJson.read(LookJson.write(without))).isEqualTo(without);
        Look narrower =
                rules.check(Edits.apply(look, new Edit.Set("s1", "code", Value.of(FLAT.replace("0 to 4", "0 to 2")))));
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(without);
            assertThat(red(player, 0)).isEqualTo(1);
            player.load(narrower);
            assertThat(red(player, 1)).isEqualTo(2);
        }
    }

    @Test
    void anEffectReadsWhatComesIn() {
        Step effect = Step.of("s2", "shader-effect")
                .with(
                        "code",
                        Value.of("uniform sampler2D picture; in vec2 uv; out vec4 color;"
                                + "void main() { color = 2. * texture(picture, uv) + vec4(size, 0., 0.) * 0.; }"
                                        .replace("vec4(size, 0., 0.) * 0.", "vec4(0.)")));
        Look look = rules.check(look(
                Step.of("s1", "fill").with("colour", Value.of("#ffffff")).with("brightness", Value.of(0.5)), effect));
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(look);
            assertThat(red(player, 0)).isCloseTo(1, within(1e-5f));
        }
        assertThat(Catalogue.all().of(effect).reads()).isEmpty();
    }

    @Test
    void aLoopWithoutEndIsPassedOverAndTheShowGoesOn() {
        Look look = look(source("out vec4 color; void main() { color = vec4(0); while (true) color.x += 1.; }"));
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(look);
            player.play(new Moment(0, 0, 1 / 30.0), 16, 16, Sound.SILENCE, Onlooker.NOBODY);
            assertThat(player.troubles())
                    .containsExactly("s1: is passed over: line 1: a loop takes too long for a frame");
        }
    }

    @Test
    void levelsOfAScreenBecomeLight() {
        Look look = look(source("out vec4 color; void main() { color = vec4(0.5, 0.5, 0.5, 1); }")
                .with("values", Value.of("screen")));
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(look);
            assertThat(red(player, 0)).isCloseTo(0.2140f, within(1e-3f));
        }
    }

    private static final String SIZES = """
            uniform vec2 size;
            uniform sampler2D other;
            void main() {
                vec2 there = PLACE;
                gl_FragColor = vec4(there / size, fwidth(there.x), size.x / 16.0);
            }
            """;

    @Test
    void coordinatesSizesAndSlopesAreThoseOfTheFullSizeAtEveryRenderScale() {
        for (int side : new int[] {16, 8, 4, 32}) {
            for (String place : new String[] {"gl_FragCoord.xy", "uv * vec2(textureSize(other, 0))"}) {
                String code = SIZES.replace("PLACE", place).replaceFirst("^", "in vec2 uv;\n");
                Look look = look(source(code).withRead("other", "l2"));
                try (Crew crew = new Crew(1)) {
                    Player player = new Player(Catalogue.all(), crew);
                    player.load(rules.check(look));
                    Picture out = player.play(new Moment(0, 0, 1 / 30.0), side, side, Sound.SILENCE, Onlooker.NOBODY);
                    int last = out.pixels() - 1;
                    assertThat(player.troubles()).isEmpty();
                    assertThat(out.r()[0]).isCloseTo(0.5f / side, within(1e-6f));
                    assertThat(out.g()[last]).isCloseTo((side - 0.5f) / side, within(1e-6f));
                    assertThat(out.b()[last]).isCloseTo(1, within(1e-5f));
                    assertThat(out.a()[last]).isEqualTo(1f);
                }
            }
        }
    }

    @Test
    void whoReadsSinglePixelsKeepsThemAndIsToldThatItLooksOtherwise() {
        String code = "uniform sampler2D other; uniform vec2 size; out vec4 color;\n"
                + "void main() { color = texelFetch(other, ivec2(gl_FragCoord.xy), 0) * size.x; }";
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(rules.check(look(source(code).withRead("other", "l2"))));
            Picture out = player.play(new Moment(0, 0, 1 / 30.0), 8, 8, Sound.SILENCE, Onlooker.NOBODY);
            for (int i = 0; i < out.pixels(); i++) assertThat(out.r()[i]).isEqualTo(8);
            assertThat(player.troubles()).hasSize(1).first().asString().contains("reads single pixels");
            player.play(new Moment(1, 1 / 30.0, 1 / 30.0), 16, 16, Sound.SILENCE, Onlooker.NOBODY);
            assertThat(player.troubles()).isEmpty();
        }
    }
}
