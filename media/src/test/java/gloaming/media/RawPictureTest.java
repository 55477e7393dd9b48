package gloaming.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.flow.Picture;
import java.awt.image.BufferedImage;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class RawPictureTest {
    @TempDir
    Path folder;

    @Test
    void whatIsWrittenIsReadBackLevelByLevel() throws Exception {
        Picture picture = new Picture(16, 16);
        for (int i = 0; i < 256; i++) {
            picture.r()[i] = i / 255f;
            picture.g()[i] = (255 - i) / 255f;
            picture.b()[i] = (i * 7 & 255) / 255f;
            picture.a()[i] = i == 9 ? 0 : 1;
        }
        RawPicture.write(picture, folder.resolve("a.png"));
        Picture back = RawPicture.read(folder.resolve("a.png"));
        for (int c = 0; c < 4; c++) assertThat(back.plane(c)).isEqualTo(picture.plane(c));
    }

    /** Grey levels must come out as stored, without the curve that colour management would bend them by. */
    @ParameterizedTest
    @ValueSource(
            ints = {
                BufferedImage.TYPE_BYTE_GRAY,
                BufferedImage.TYPE_USHORT_GRAY,
                BufferedImage.TYPE_INT_RGB,
                BufferedImage.TYPE_INT_ARGB,
                BufferedImage.TYPE_BYTE_INDEXED
            })
    void everyFormOfPngGivesItsStoredNumbers(int type) throws Exception {
        BufferedImage image = new BufferedImage(2, 2, type);
        boolean wide = type == BufferedImage.TYPE_USHORT_GRAY;
        boolean grey = wide || type == BufferedImage.TYPE_BYTE_GRAY;
        if (grey) image.getRaster().setSample(1, 0, 0, wide ? 51 * 257 : 51);
        else image.setRGB(1, 0, 0xff333333);
        ImageIO.write(image, "png", folder.resolve("a.png").toFile());
        Picture picture = RawPicture.read(folder.resolve("a.png"));
        // The first row of a file is the top one, which is the last here.
        assertThat(picture.r()[3]).isEqualTo(0.2f);
        assertThat(picture.b()[3]).isEqualTo(0.2f);
        assertThat(picture.a()[3]).isEqualTo(1);
        assertThat(picture.r()[0]).isZero();
    }

    @Test
    void whatIsNoPngIsOneSentence() throws Exception {
        Path letter = Files.writeString(folder.resolve("letter.png"), "Dear miller");
        assertThatThrownBy(() -> RawPicture.read(letter))
                .isInstanceOf(Unreadable.class)
                .hasMessageContaining("letter.png");
        assertThatThrownBy(() -> RawPicture.read(folder.resolve("gone.png"))).isInstanceOf(Unreadable.class);
        BufferedImage image = new BufferedImage(64, 64, BufferedImage.TYPE_INT_RGB);
        ImageIO.write(image, "png", folder.resolve("whole.png").toFile());
        byte[] bytes = Files.readAllBytes(folder.resolve("whole.png"));
        Path half = Files.write(folder.resolve("half.png"), java.util.Arrays.copyOf(bytes, bytes.length / 2));
        assertThatThrownBy(() -> RawPicture.read(half)).isInstanceOf(Unreadable.class);
    }

    @Test
    void aPfmIsItsHeaderAndItsFloats() throws Exception {
        Picture picture = new Picture(2, 1).fill(1.5f, -2, 1e20f, 1);
        RawPicture.write(picture, folder.resolve("a.pfm"));
        byte[] bytes = Files.readAllBytes(folder.resolve("a.pfm"));
        assertThat(new String(bytes, 0, 12)).isEqualTo("PF\n2 1\n-1.0\n");
        assertThat(bytes).hasSize(12 + 2 * 3 * 4);
        assertThat(bytes[12 + 3]).isEqualTo((byte) 0x3f);
    }
}
