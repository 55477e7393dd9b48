package gloaming.look;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;

/** Documents of older versions mean what they meant. */
class MigrationsTest {
    private static String document(int version, String settings) {
        return """
            {"format":"gloaming-look","version":%d,"name":"Sluice","width":64,"height":36,"rate":30,"seed":1,"tempo":96,
             "lanes":[{"id":"l1","name":"gate","steps":[{"id":"s1","type":"fill"},{"id":"s2","type":"levels"%s}]}],"mix":[]}
            """.formatted(version, settings);
    }

    private static Step levels(Look look) {
        return look.step("s2").orElseThrow();
    }

    @Test
    void levelsOfTheFirstVersionKeepWhatIsBeyond() {
        assertThat(levels(LookJson.read(document(1, ""))).settings()).containsEntry("beyond", Value.of(true));
        Step set = levels(LookJson.read(document(1, ",\"settings\":{\"black\":0.5}")));
        assertThat(set.settings()).containsEntry("beyond", Value.of(true)).containsEntry("black", Value.of(0.5));
        assertThat(levels(LookJson.read(document(2, ""))).settings()).isEmpty();
    }

    @Test
    void whatWasBroughtUpIsWrittenInThePresentVersionAndStaysSo() {
        Look look = LookJson.read(document(1, ""));
        String text = LookJson.write(look);
        assertThat(text).contains("\"version\" : " + LookJson.VERSION);
        assertThat(LookJson.read(text)).isEqualTo(look);
    }

    @Test
    void brokenDocumentsAreRefusedAsBeforeAndNewerOnesToo() {
        assertThatThrownBy(() -> LookJson.read(document(LookJson.VERSION + 1, "")))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("newer Gloaming");
        assertThatThrownBy(() -> LookJson.read(document(1, ",\"settings\":7"))).isInstanceOf(Refused.class);
        assertThatThrownBy(() -> LookJson.read(document(1, "").replace("\"lanes\":[{", "\"lanes\":[3,{")))
                .isInstanceOf(Refused.class);
    }
}
