package gloaming.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class FontFileTest {
    @TempDir
    Path folder;

    private static byte[] shipped(String ref) throws Exception {
        return FontFile.class
                .getResourceAsStream("/gloaming/fonts/" + ref + ".ttf")
                .readAllBytes();
    }

    @Test
    void everyShippedFontHasItsLetters() {
        for (String ref : FontFile.SHIPPED) {
            FontFile font = FontFile.shipped(ref);
            for (int letter : "AZaz09äéß&".codePoints().toArray()) {
                assertThat(font.outline(letter).getBounds2D().isEmpty())
                        .as("%s of %s", (char) letter, ref)
                        .isFalse();
                assertThat(font.advance(letter)).isBetween(0.1, 1.5);
            }
            assertThat(font.outline(' ').getBounds2D().isEmpty()).isTrue();
            assertThat(font.capHeight()).isBetween(0.55, 0.8);
            assertThat(font.advance('W')).isGreaterThan(font.advance('i'));
        }
    }

    @Test
    void aFontIsKnownByItsBytesAndADamagedOneIsOneSentence() throws Exception {
        byte[] whole = shipped("fraunces");
        Path file = Files.write(folder.resolve("letters.bin"), whole);
        assertThat(Facts.of(file, "letters.bin").kind()).isEqualTo(Facts.Kind.FONT);
        Files.write(file, Arrays.copyOf(whole, 900));
        assertThatThrownBy(() -> Facts.of(file, "letters.bin"))
                .isInstanceOf(Unreadable.class)
                .hasMessageContaining("'letters.bin' is no font");
        SplittableRandom random = new SplittableRandom(5);
        for (int round = 0; round < 60; round++) {
            byte[] bytes = whole.clone();
            for (int i = 0; i < 40; i++) bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
            Files.write(file, bytes);
            try {
                FontFile font = FontFile.read(file, "letters.bin");
                for (int letter = 32; letter < 256; letter++)
                    assertThat(font.outline(letter)).isNotNull();
            } catch (Unreadable e) {
                assertThat(e.getMessage()).endsWith(".");
            }
        }
    }
}
