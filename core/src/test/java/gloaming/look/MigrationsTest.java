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
    void whatTookLightAwayShowsItselfOverNothingAndStrandsAreTintedAsBefore() {
        String old = """
            {"format":"gloaming-look","version":2,"name":"Sluice","width":64,"height":36,"rate":30,"seed":1,"tempo":96,
             "lanes":[{"id":"l1","name":"gate","steps":[{"id":"s1","type":"fill"},{"id":"s2","type":"lay","settings":{"blend":"darken"}}]},
                      {"id":"l2","name":"reeds","steps":[{"id":"s3","type":"ring"},{"id":"s4","type":"strands"},
                       {"id":"s5","type":"trails","settings":{"end":"#ff0000"}}]},{"id":"l3","name":"seed","steps":[{"id":"s6","type":"shed"}]}],
             "mix":[{"id":"m1","lane":"l1","blend":"multiply","opacity":1},{"id":"m2","lane":"l1","blend":"add","opacity":1}]}
            """;
        Look look = LookJson.read(old);
        assertThat(look.mix()).extracting(Layer::blend).containsExactly(Blend.MULTIPLY_OR_SELF, Blend.ADD);
        assertThat(look.step("s2").orElseThrow().settings()).containsEntry("blend", Value.of("darken-or-self"));
        assertThat(look.step("s4").orElseThrow().settings())
                .containsEntry("tints", Value.of(true))
                .containsEntry("tip", Value.of("#ffffff"));
        assertThat(look.step("s5").orElseThrow().settings())
                .containsEntry("tints", Value.of(true))
                .containsEntry("end", Value.of("#ff0000"));
        assertThat(look.step("s6").orElseThrow().settings()).containsEntry("beyond", Value.of(true));
        Look now = LookJson.read(old.replace("\"version\":2", "\"version\":" + LookJson.VERSION));
        assertThat(now.mix().getFirst().blend()).isEqualTo(Blend.MULTIPLY);
        assertThat(now.step("s4").orElseThrow().settings()).isEmpty();
    }

    @Test
    void camerasOfTheThirdLookAlongTheirPathAndFillThePicture() {
        String old = """
            {"format":"gloaming-look","version":3,"name":"Sluice","width":64,"height":36,"rate":30,"seed":1,"tempo":96,
             "lanes":[{"id":"l1","name":"way","steps":[{"id":"s1","type":"ball"},{"id":"s2","type":"camera-on-path"}]},
                      {"id":"l2","name":"face","steps":[{"id":"s3","type":"ball"},
                       {"id":"s4","type":"camera-at-face","settings":{"width":3}}]}],"mix":[]}
            """;
        Look look = LookJson.read(old);
        assertThat(look.step("s2").orElseThrow().settings()).containsEntry("looks", Value.of("along"));
        assertThat(look.step("s4").orElseThrow().settings())
                .containsEntry("fit", Value.of("stretched"))
                .containsEntry("width", Value.of(3));
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
