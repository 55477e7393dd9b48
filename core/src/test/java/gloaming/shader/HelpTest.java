package gloaming.shader;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class HelpTest {
    private static List<Help.Entry> of(String kind) {
        return Help.ENTRIES.stream().filter(e -> e.kind().equals(kind)).toList();
    }

    @Test
    void everyFunctionOfTheLanguageIsToldOfOnceAndNoOther() {
        Set<String> known = Help.functions()
                .filter(name -> !name.startsWith("texture2D") && !name.startsWith("gloaming"))
                .collect(Collectors.toSet());
        assertThat(of("function"))
                .extracting(Help.Entry::name)
                .doesNotHaveDuplicates()
                .containsExactlyInAnyOrderElementsOf(known);
    }

    @Test
    void whatIsGivenCanBeDeclaredAsItIsWritten() {
        for (Help.Entry entry : of("given")) {
            String declared = entry.name().startsWith("gl_") ? "" : entry.form();
            String text = declared + " out vec4 color; void main() { " + entry.name() + "; color = vec4(1); }";
            assertThat(Shader.compile(text).problems()).as(entry.name()).isEmpty();
        }
        assertThat(of("given")).extracting(Help.Entry::name).containsAll(Face.GIVEN);
    }

    @Test
    void everyEntryHasASentence() {
        assertThat(Help.ENTRIES).allSatisfy(e -> {
            assertThat(e.form()).contains(e.name());
            assertThat(e.says()).endsWith(".");
            assertThat(e.kind()).isIn("function", "given", "word");
        });
    }
}
