package gloaming.look;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.Documents;
import gloaming.Published;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Rules;
import gloaming.step.Schema;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class LookJsonTest {
    private static final String HEAD =
            "{\"format\":\"gloaming-look\",\"version\":1,\"name\":\"a\",\"width\":64,\"height\":48,\"rate\":30,\"seed\":1,\"tempo\":96,";

    private static java.util.List<?> validate(String text) {
        return com.networknt.schema.SchemaRegistry.withDefaultDialect(
                        com.networknt.schema.SpecificationVersion.DRAFT_2020_12)
                .getSchema(Schema.text())
                .validate(text, com.networknt.schema.InputFormat.JSON);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void aLookSurvivesBeingWrittenAndEqualLooksAreEqualTexts(long seed) {
        Look look = new Documents(seed).look();
        String text = LookJson.write(look);
        assertThat(LookJson.read(text)).isEqualTo(look);
        assertThat(LookJson.write(LookJson.read(text))).isEqualTo(text);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4})
    void whatIsWrittenKeepsTheSchema(long seed) {
        assertThat(validate(LookJson.write(new Documents(seed).look()))).isEmpty();
    }

    @Test
    void theSchemaRefusesWhatTheRulesRefuse() {
        assertThat(
                        validate(
                                HEAD
                                        + "\"lanes\":[{\"id\":\"l1\",\"name\":\"k\",\"steps\":[{\"id\":\"s1\",\"type\":\"no-such\"}]}],\"mix\":[]}"))
                .isNotEmpty();
        assertThat(
                        validate(
                                HEAD
                                        + "\"lanes\":[{\"id\":\"l1\",\"name\":\"k\",\"steps\":[{\"id\":\"s1\",\"type\":\"blur\",\"settings\":{\"radius\":9}}]}],\"mix\":[]}"))
                .isNotEmpty();
    }

    @Test
    void thePublishedSchemaIsTheOneTheCatalogueGives() throws Exception {
        Path published = Path.of("..", "docs", "look.schema.json");
        String schema = Schema.text(
                Catalogue.all().entries().stream().filter(LookJsonTest::shipped).toList());
        Published.asItIs(published, schema);
    }

    /** Steps that live in the tests are found too. */
    private static boolean shipped(Description description) {
        return !description
                .operation()
                .getProtectionDomain()
                .getCodeSource()
                .getLocation()
                .getPath()
                .contains("test-classes");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
        [] | The file is not a look.
        {"a":1} | The file is not a look: it does not say "format": "gloaming-look".
        {"format":"gloaming-look","version":7} | The file was written by a newer Gloaming (format 7; this one reads up to 4). Open it there, or update this one.
        {"format":"gloaming-look" | The look is not whole JSON
        """)
    void aFileThatIsNoLookSaysSo(String text, String sentence) {
        assertThatThrownBy(() -> LookJson.read(text))
                .isInstanceOf(Refused.class)
                .hasMessageStartingWith(sentence);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
        {"id":"s1","type":"wobble"} | The lane 'kick' has a step of the unknown type 'wobble'.
        {"id":"s1","type":"listen","settings":{"gain":9}} | The setting 'Gain' of Listen in the lane 'kick' is 9; it goes from 0 to 4.
        {"id":"s1","type":"listen","settings":{"band":"loud"}} | The setting 'Band' of Listen in the lane 'kick' takes one of low, mid, high, all, own.
        {"id":"s1","type":"listen","settings":{"volume":1}} | Listen in the lane 'kick' has no setting 'volume'.
        {"id":"s1","type":"recall","reads":{"lane":"l7"}} | Recall in the lane 'kick' reads the lane 'l7', which is not in this look.
        {"id":"s1","type":"listen","follows":{"gain":{"lane":"l1","inLow":0,"inHigh":1,"outLow":0,"outHigh":1,"easeUp":0,"easeDown":0}}} | The lanes kick read each other in a circle with no delay in it; read one of them through Recall.
        {"id":"s1","type":"ease"} | Ease cannot start the lane 'kick': it takes signal from a step before it.
        """)
    void aBadDocumentIsRefusedWithOneSentenceThatNamesThePlace(String step, String sentence) {
        String text = HEAD + "\"lanes\":[{\"id\":\"l1\",\"name\":\"kick\",\"clock\":{\"factor\":1},\"steps\":[" + step
                + "]}],\"mix\":[]}";
        assertThatThrownBy(() -> new Rules(Catalogue.all()).check(LookJson.read(text)))
                .isInstanceOf(Refused.class)
                .hasMessage(sentence);
    }

    @Test
    void aRefusalInsideTheFileNamesThePath() {
        assertThatThrownBy(() -> LookJson.read(HEAD
                        + "\"lanes\":[],\"mix\":[{\"id\":\"m1\",\"lane\":\"l1\",\"blend\":\"over\",\"opacity\":3}]}"))
                .hasMessage("A layer's opacity is 3; it goes from 0 to 1. (at mix[0])");
    }

    @Test
    void aCircleThroughRecallIsAllowed() {
        String steps = "{\"id\":\"s1\",\"type\":\"recall\",\"reads\":{\"lane\":\"l1\"}}";
        String text = HEAD + "\"lanes\":[{\"id\":\"l1\",\"name\":\"loop\",\"steps\":[" + steps + "]}],\"mix\":[]}";
        assertThat(new Rules(Catalogue.all()).check(LookJson.read(text)).lanes())
                .hasSize(1);
    }
}
