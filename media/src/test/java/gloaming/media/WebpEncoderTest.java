package gloaming.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.flow.Picture;
import gloaming.library.Cut;
import gloaming.library.Fit;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class WebpEncoderTest {
    @TempDir
    Path folder;

    @Test
    void itsFileIsWebpAndTheColoursThatWentInComeOut() throws Exception {
        byte[] rgb = new byte[64 * 48 * 3];
        for (int y = 0; y < 48; y++) {
            for (int x = 0; x < 64; x++) {
                int at = (y * 64 + x) * 3;
                rgb[at] = (byte) (x < 32 ? 255 : 0);
                rgb[at + 1] = (byte) (y < 24 ? 255 : 0);
            }
        }
        Path file = folder.resolve("photograph.webp");
        try (WebpEncoder encoder = new WebpEncoder(64, 48)) {
            encoder.encode(rgb);
            Files.write(file, encoder.encode(rgb));
        }
        byte[] bytes = Files.readAllBytes(file);
        assertThat(new String(bytes, 0, 4, StandardCharsets.US_ASCII)).isEqualTo("RIFF");
        assertThat(new String(bytes, 8, 4, StandardCharsets.US_ASCII)).isEqualTo("WEBP");
        Facts facts = Facts.of(file, "photograph");
        assertThat(facts.kind()).isEqualTo(Facts.Kind.PICTURE);
        try (Shelf shelf = new Shelf(true)) {
            shelf.hold(List.of(new Shelf.Item(
                    "m", "photograph", Facts.Kind.PICTURE, file, "hash", "", facts.frames(), facts.rate())));
            Picture p = shelf.still("m").at(new Cut(64, 48, 1, Fit.FIT));
            // The bottom row comes first.
            assertThat(p.r()[12 * 64 + 16]).isCloseTo(1, offset(0.1f));
            assertThat(p.g()[12 * 64 + 16]).isCloseTo(0, offset(0.1f));
            assertThat(p.g()[36 * 64 + 48]).isCloseTo(1, offset(0.1f));
            assertThat(p.r()[36 * 64 + 48]).isCloseTo(0, offset(0.1f));
            assertThat(p.a()[0]).isEqualTo(1);
        }
    }
}
