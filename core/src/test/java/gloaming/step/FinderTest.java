package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Clock;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Step;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The finder knows what somebody means who has not read the names. */
class FinderTest {
    private static final Finder FINDER = new Finder(Catalogue.all());
    private static final Look LOOK = Look.empty("Tide Mill Night")
            .withLanes(List.of(
                    new Lane("signal", "tide", Clock.SHOW, List.of(Step.of("s1", "sway"))),
                    new Lane("picture", "sky", Clock.SHOW, List.of(Step.of("s2", "fill"))),
                    new Lane("points", "moths", Clock.SHOW, List.of(Step.of("s3", "ring"))),
                    new Lane("shape", "weight", Clock.SHOW, List.of(Step.of("s4", "ball"))),
                    new Lane("scene", "loft", Clock.SHOW, List.of(Step.of("s5", "model-in-space")))));

    private record Sentence(String words, String behind, String step) {}

    private static List<Sentence> sentences() {
        try (var in = FinderTest.class.getResourceAsStream("/gloaming/sentences.txt")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .filter(line -> !line.startsWith("#") && !line.isBlank())
                    .map(line -> line.split(" \\| "))
                    .map(p -> new Sentence(p[0], p[1], p[2]))
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static List<String> found(String words, String behind) {
        return FINDER.find(LOOK, behind.equals("new") ? null : behind, 1, words).stream()
                .filter(f -> f.where() != Finder.Where.BEHIND_ANOTHER)
                .map(f -> f.step().id())
                .toList();
    }

    @Test
    void ofTheSentencesNinetyFiveInAHundredFindTheirStepAmongTheFirstThree() {
        List<Sentence> all = sentences();
        assertThat(all).hasSizeGreaterThanOrEqualTo(150);
        List<String> missed = new ArrayList<>();
        for (Sentence sentence : all) {
            List<String> first =
                    found(sentence.words(), sentence.behind()).stream().limit(3).toList();
            if (!first.contains(sentence.step())) missed.add(sentence + " gives " + first);
        }
        assertThat(missed)
                .as("missed of %d: %s", all.size(), String.join("\n", missed))
                .hasSizeLessThanOrEqualTo(all.size() / 20);
    }

    @Test
    void aNeedIsMetByWhatCanBeLaidHere() {
        List<String> wrong = new ArrayList<>();
        for (Sentence sentence : sentences()) {
            String lane = sentence.behind().equals("new") ? null : sentence.behind();
            // Enter takes the first.
            Finder.Found first = FINDER.find(LOOK, lane, 1, sentence.words()).getFirst();
            if (first.where() == Finder.Where.BEHIND_ANOTHER
                    && !first.step().name().toLowerCase(Locale.ROOT).startsWith(sentence.words()))
                wrong.add(sentence.words() + " offers " + first.step().name());
        }
        assertThat(wrong).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "glwo,glow",
        "kaleidoscop,kaleidoscope",
        "treshold,threshold",
        "puls,beat",
        "oscilator,sway",
        "perspectiv,eye"
    })
    void typingErrorsAndBeginningsAreFoundToo(String words, String step) {
        List<String> everywhere = new ArrayList<>();
        for (String behind : List.of("new", "picture", "points", "signal"))
            everywhere.addAll(found(words, behind).stream().limit(3).toList());
        assertThat(everywhere).contains(step);
    }

    @Test
    void whatFitsOnlyInANewLaneIsOfferedBehindWhatFitsAndSaysSo() {
        List<Finder.Found> all = FINDER.find(LOOK, "picture", 1, "cloud noise");
        assertThat(all.getFirst())
                .isEqualTo(new Finder.Found(Catalogue.all().find("cloud-noise"), Finder.Where.NEW_LANE));
        List<Finder.Found> glow = FINDER.find(LOOK, "picture", 1, "glow");
        assertThat(glow.getFirst()).isEqualTo(new Finder.Found(Catalogue.all().find("glow"), Finder.Where.HERE));
        assertThat(FINDER.find(LOOK, null, 0, "cloud noise"))
                .noneMatch(found -> found.where() == Finder.Where.NEW_LANE);
        // What takes points has no place behind a picture, and begins no lane: it is named all the same, and chosen by
        // nobody's Enter.
        assertThat(FINDER.find(LOOK, "picture", 1, "flock of birds"))
                .contains(new Finder.Found(Catalogue.all().find("flock"), Finder.Where.BEHIND_ANOTHER));
        assertThat(FINDER.find(LOOK, null, 0, "count"))
                .contains(new Finder.Found(Catalogue.all().find("count"), Finder.Where.BEHIND_ANOTHER));
    }

    @Test
    void nobodysWordsBreakIt() {
        for (String words : List.of("", "  ", "?*:\"()[]{}^~\\/+-!&|", "the", "x".repeat(5_000), "ü ß 漢", "and or not"))
            assertThat(FINDER.find(LOOK, "picture", 1, words)).isNotNull();
        assertThat(FINDER.find(LOOK, "picture", 1, "")).hasSizeGreaterThan(30);
    }
}
