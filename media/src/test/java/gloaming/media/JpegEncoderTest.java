package gloaming.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;

class JpegEncoderTest {

    @Test
    void anotherDecoderSeesTheColoursThatWentIn() throws Exception {
        int width = 114 * 8;
        int height = 70;
        byte[] rgb = new byte[width * height * 3];
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                int at = (y * width + x) * 3;
                rgb[at] = (byte) (x < width / 2 ? 240 : 16);
                rgb[at + 1] = (byte) (y < height / 2 ? 128 : 30);
                rgb[at + 2] = 60;
            }
        }
        try (JpegEncoder encoder = new JpegEncoder(width, height, 3)) {
            for (int i = 0; i < 3; i++) {
                BufferedImage image = ImageIO.read(new ByteArrayInputStream(encoder.encode(rgb)));
                assertThat(image.getWidth()).isEqualTo(width);
                near(image.getRGB(100, 10), 240, 128, 60);
                near(image.getRGB(width - 100, height - 10), 16, 30, 60);
            }
        }
    }

    private static void near(int argb, int r, int g, int b) {
        assertThat(argb >> 16 & 255).isCloseTo(r, offset(6));
        assertThat(argb >> 8 & 255).isCloseTo(g, offset(6));
        assertThat(argb & 255).isCloseTo(b, offset(6));
    }
}
