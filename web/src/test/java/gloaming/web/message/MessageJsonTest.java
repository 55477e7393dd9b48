package gloaming.web.message;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.look.Edit;
import gloaming.look.Value;
import gloaming.web.live.CatalogueJson;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MessageJsonTest {
    private static final Path TYPES = Path.of("src/main/resources/static/js/messages.js");

    @Test
    void aMessageIsReadIntoItsRecord() {
        assertThat(MessageJson.read("{\"do\":\"add-step\",\"n\":4,\"place\":2,\"type\":\"blur\"}"))
                .isEqualTo(new FromPage.AddStep(4, null, 2, "blur", null, null));
        assertThat(MessageJson.read("{\"do\":\"ack\",\"whatever\":1}")).isEqualTo(new FromPage.Ack());
        assertThat(MessageJson.read("{\"do\":\"edit\",\"n\":9,\"gesture\":3,\"edit\":{\"edit\":\"set\",\"step\":\"s1\","
                        + "\"setting\":\"size\",\"value\":0.5}}"))
                .isEqualTo(new FromPage.Edit(9, 3, new Edit.Set("s1", "size", Value.of(0.5))));
        assertThat(MessageJson.read("{\"do\":\"arrange\",\"of\":\"s1\",\"setting\":\"size\",\"low\":0}"))
                .isEqualTo(new FromPage.Arrange(0, "s1", "size", null, 0.0, null, null));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "{\"do\":\"fly\",\"n\":7}|7|does not know",
                "{\"do\":\"duplicate-step\",\"n\":8}|8|left out 'step'",
                "{\"do\":\"edit\",\"n\":9}|9|left out 'edit'",
                "{\"do\":\"edit\",\"n\":9,\"edit\":{\"edit\":\"explode\"}}|9|cannot be read",
                "{\"do\":\"scale\",\"to\":[1]}|0|cannot be read",
                "{\"n\":3}|3|does not know",
                "[1,2]|0|cannot be read",
                "null|0|cannot be read",
                "{\"do\":\"tap\"|0|cannot be read",
            })
    void whatIsNoMessageIsOneSentenceAndTellsWhichChangeItWas(String text, long n, String says) {
        assertThatThrownBy(() -> MessageJson.read(text)).isInstanceOfSatisfying(MessageJson.Unread.class, e -> {
            assertThat(e.n()).isEqualTo(n);
            assertThat(e.getMessage())
                    .contains(says)
                    .doesNotContain("Exception")
                    .doesNotContain("gloaming.");
        });
    }

    @Test
    void whatAPageIsToldBearsItsName() {
        String text = MessageJson.write(new ToPage.Board(
                1,
                2,
                3,
                120,
                "look",
                1,
                false,
                5,
                33,
                30,
                1,
                0,
                960,
                540,
                true,
                1,
                "band",
                2,
                0,
                "",
                List.of(0.5),
                Map.of("s1", new ToPage.StepNumbers(1, null, 40, null, null)),
                Map.of(),
                Map.of("s1 size", new ToPage.Followed(0.1, 0.2, 3)),
                List.of(new ToPage.Note("No sound.", null, null))));
        assertThat(text)
                .contains("\"is\":\"board\"")
                .contains("\"s1\":{\"ms\":1.0,\"count\":40}")
                .contains("\"s1 size\":{\"raw\":0.1,\"eased\":0.2,\"setting\":3.0}")
                .contains("{\"says\":\"No sound.\"}");
    }

    @Test
    void everyMessageHasANameOfItsOwn() {
        assertThat(MessageTypes.tags(FromPage.class)).doesNotHaveDuplicates().hasSizeGreaterThan(40);
        assertThat(MessageTypes.tags(ToPage.class)).doesNotHaveDuplicates().hasSizeGreaterThan(15);
    }

    /** Written anew with {@code JAVA_TOOL_OPTIONS=-Dgloaming.publish=true}. */
    @Test
    void thePagesScriptsHaveTheTypesOfTheMessages() throws Exception {
        String types = MessageTypes.of(FromPage.class, ToPage.class, CatalogueJson.KindEntry.class);
        if (Boolean.getBoolean("gloaming.publish")) Files.writeString(TYPES, types);
        assertThat(Files.readString(TYPES)).isEqualTo(types);
    }

    @Test
    void theListOfMessagesNamesEachOfThem() throws Exception {
        String docs = Files.readString(Path.of("../docs/live-socket.md"));
        for (String tag : MessageTypes.tags(FromPage.class)) assertThat(docs).contains("\"" + tag);
        for (String tag : MessageTypes.tags(ToPage.class)) assertThat(docs).contains("`" + tag + "`");
    }

    /** What a page does not know as a change is neither numbered nor sent again after a restart. */
    @Test
    void thePageKeepsEveryChangeThatItHasSent() throws Exception {
        String page = Files.readString(Path.of("src/main/resources/static/js/unsaved.js"));
        String changes = page.substring(page.indexOf("const CHANGES"), page.indexOf("]);"));
        for (String tag : MessageTypes.tags(FromPage.Change.class))
            assertThat(changes).contains("'" + tag + "'");
    }
}
