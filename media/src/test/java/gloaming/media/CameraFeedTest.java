package gloaming.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.library.Cut;
import gloaming.library.Fit;
import gloaming.library.LiveCamera;
import gloaming.tape.CameraShot;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a page's camera sends, seen by numbers, and read again from the file beside a set. */
class CameraFeedTest {
    private static final Cut CUT = new Cut(64, 36, 1, Fit.FILL);

    private final CameraFeed feed = new CameraFeed(new Here());

    private static byte[] jpeg(int rgb) throws IOException {
        BufferedImage image = new BufferedImage(64, 36, BufferedImage.TYPE_INT_RGB);
        for (int i = 0; i < 64 * 36; i++) image.setRGB(i % 64, i / 64, rgb);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, "jpeg", out);
        return out.toByteArray();
    }

    @Test
    void nothingIsThereBeforeSomebodyWantsItAndThenEachPictureHasTheNextNumber() throws IOException {
        feed.take(jpeg(0xff0000));
        assertThat(feed.now()).isEqualTo(LiveCamera.Seen.NOTHING);
        assertThatThrownBy(() -> feed.at(CUT)).hasMessageContaining("no camera is open");
        feed.take(jpeg(0xff0000));
        assertThat(feed.now().number()).isEqualTo(1);
        assertThat(feed.at(CUT).r()[64 * 18 + 32]).isGreaterThan(0.9f);
        feed.take("no picture at all".getBytes(StandardCharsets.UTF_8));
        assertThat(feed.now().number())
                .as("one that cannot be read is passed over")
                .isEqualTo(1);
        feed.take(jpeg(0x0000ff));
        assertThat(feed.now().number()).isEqualTo(2);
        assertThat(feed.now().comes()).isTrue();
        assertThat(feed.at(CUT).b()[64 * 18 + 32]).isGreaterThan(0.9f);
    }

    @Test
    void whoeverIsTheWitnessKnowsEachPictureBeforeItIsSeenAndTheOneThatStands() throws IOException {
        feed.want(CUT);
        feed.take(jpeg(0x00ff00));
        List<Long> told = new ArrayList<>();
        List<Long> seen = new ArrayList<>();
        feed.witness(shot -> {
            told.add(shot.number());
            seen.add(feed.now().number());
        });
        feed.take(jpeg(0x00ff00));
        feed.take(jpeg(0x00ff00));
        assertThat(told).containsExactly(1L, 2L, 3L);
        assertThat(seen).containsExactly(1L, 1L, 2L);
        feed.witness(shot -> {});
        feed.take(jpeg(0x00ff00));
        assertThat(told).hasSize(3);
    }

    @Test
    void picturesAreReadFromWhereTheyLieAndOnesThatDoNotAreNone(@TempDir Path folder) throws IOException {
        Path set = folder.resolve("2026-11-29 20.00.00.set");
        assertThat(ShotFile.of(set, new Here())).isNull();
        byte[] red = jpeg(0xff0000);
        byte[] blue = jpeg(0x0000ff);
        byte[] both = Arrays.copyOf(red, red.length + blue.length);
        System.arraycopy(blue, 0, both, red.length, blue.length);
        Path film = Files.write(folder.resolve("2026-11-29 20.00.00.mjpeg"), both);
        var file = ShotFile.of(set, new Here());
        CameraShot second = new CameraShot(2, red.length, blue.length, CUT);
        assertThat(file.picture(second, CUT).b()[64 * 18 + 32]).isGreaterThan(0.9f);
        Cut larger = new Cut(128, 72, 1, Fit.FILL);
        assertThat(file.picture(new CameraShot(1, 0, red.length, CUT), larger).width)
                .isEqualTo(128);
        assertThat(file.picture(new CameraShot(3, both.length - 4, blue.length, CUT), CUT))
                .isNull();
        assertThat(file.picture(new CameraShot(3, Long.MAX_VALUE - 3, 8, CUT), CUT))
                .isNull();
        assertThat(file.picture(new CameraShot(3, 5, 40, CUT), CUT))
                .as("none begins there")
                .isNull();
        Files.write(film, Arrays.copyOf(both, red.length + 10));
        assertThat(file.picture(second, CUT)).as("cut off").isNull();
    }
}
