package gloaming.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.data.Offset.offset;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.library.Cut;
import gloaming.library.Fit;
import gloaming.library.Reel;
import gloaming.library.Still;
import java.io.ByteArrayInputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import javax.sound.sampled.AudioFileFormat;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Real files by real encoders, as steps get them. */
class ShelfTest {
    private static final Crew CREW = new Crew(1);

    @TempDir
    Path folder;

    @AfterAll
    static void stop() {
        CREW.close();
    }

    private static Shelf.Item item(Path file) throws Exception {
        return item("m", file);
    }

    private static Shelf.Item item(String ref, Path file) throws Exception {
        Facts facts = Facts.of(file, file.getFileName().toString());
        return new Shelf.Item(
                ref,
                file.getFileName().toString(),
                facts.kind(),
                file,
                file.toString(),
                "",
                facts.frames(),
                facts.rate());
    }

    private static Picture still(Path file, Cut cut) throws Exception {
        Shelf shelf = new Shelf(true);
        shelf.hold(List.of(item(file)));
        return shelf.still("m").at(cut);
    }

    /** Colours of four quarters, the bottom right one see-through where the format can. */
    private static int quarters(int x, int y, int width, int height) {
        if (y < height / 2) return x < width / 2 ? 0xff0000ff : 0x00ff00ff;
        return x < width / 2 ? 0x0000ffff : 0xffffff80;
    }

    @ParameterizedTest
    @CsvSource({
        "png, png, rgba, true, 0.001",
        "png, png, rgba64be, true, 0.01",
        "tiff, tiff, rgba, true, 0.001",
        "webp, libwebp, bgra, true, 0.1",
        "jpg, mjpeg, yuvj444p, false, 0.05",
        "hdr, hdr, gbrpf32le, false, 0.02",
    })
    void aStillIsItsColoursInLightWithItsBottomAtTheBottom(
            String ending, String encoder, String format, boolean alpha, float near) throws Exception {
        Path file = Filming.film(
                folder.resolve("q." + ending), encoder, format, 64, 48, 1, 25, 1, (n, x, y) -> quarters(x, y, 64, 48));
        assertThat(Facts.of(file, "q").kind()).isEqualTo(Facts.Kind.PICTURE);
        Picture p = still(file, new Cut(64, 48, 1, Fit.FIT));
        assertThat(p.kept()).isTrue();
        float[][] corners = {{0, 0, 1, 1}, {1, 0, 0, 1}, {0, 1, 0, 1}};
        int[] at = {12 * 64 + 16, 36 * 64 + 16, 36 * 64 + 48};
        for (int i = 0; i < 3; i++) {
            for (int c = 0; c < 4; c++) {
                assertThat(p.plane(c)[at[i]]).as("corner %d channel %d", i, c).isCloseTo(corners[i][c], offset(near));
            }
        }
        int half = 12 * 64 + 48;
        assertThat(p.a()[half]).isCloseTo(alpha ? 128 / 255f : 1, offset(near));
        if (alpha) assertThat(p.r()[half]).as("premultiplied").isCloseTo(128 / 255f, offset(near));
    }

    @Test
    void aPictureByAnotherProgramIsReadUnderAnyName() throws Exception {
        java.awt.image.BufferedImage image =
                new java.awt.image.BufferedImage(60, 40, java.awt.image.BufferedImage.TYPE_INT_RGB);
        for (int i = 0; i < 2400; i++) image.setRGB(i % 60, i / 60, 0x2080c0 + i);
        for (String format : List.of("jpeg", "png", "gif", "tiff")) {
            Path file = folder.resolve("a 01%03d." + format);
            javax.imageio.ImageIO.write(image, format, file.toFile());
            for (String name : List.of("marsh.jpg", "marsh.png", "marsh%02d.jpeg", "incoming123.part", "marsh")) {
                Path copy = Files.copy(file, folder.resolve(name), java.nio.file.StandardCopyOption.REPLACE_EXISTING);
                assertThat(Facts.of(copy, name).width())
                        .as("%s as %s", format, name)
                        .isEqualTo(60);
            }
        }
    }

    @Test
    void sixteenBitsAreNotCutToEight() throws Exception {
        Path file = folder.resolve("ramp.png");
        java.awt.image.BufferedImage image =
                new java.awt.image.BufferedImage(1024, 2, java.awt.image.BufferedImage.TYPE_USHORT_GRAY);
        for (int x = 0; x < 1024; x++)
            for (int y = 0; y < 2; y++) image.getRaster().setSample(x, y, 0, 30_000 + x);
        javax.imageio.ImageIO.write(image, "png", file.toFile());
        Picture p = still(file, new Cut(1024, 2, 1, Fit.STRETCH));
        for (int x = 1; x < 1024; x++) assertThat(p.r()[x]).isGreaterThan(p.r()[x - 1]);
    }

    @ParameterizedTest
    @EnumSource(Fit.class)
    void nothingIsSquashedButByStretch(Fit fit) throws Exception {
        // A white disc on red in a picture twice as wide as high.
        Path file = Filming.film(
                folder.resolve("disc.png"),
                "png",
                "rgba",
                200,
                100,
                1,
                25,
                1,
                (n, x, y) -> Math.hypot(x - 99.5, y - 49.5) < 40 ? 0xffffffff : 0xff0000ff);
        Picture p = still(file, new Cut(120, 120, 0.5, fit));
        double across = 0;
        double up = 0;
        for (int i = 0; i < 120; i++) {
            across += p.g()[60 * 120 + i];
            up += p.g()[i * 120 + 60];
        }
        double expected = switch (fit) {
            case FIT, STRETCH -> 48;
            case FILL -> 96;
            case ACTUAL -> 40;
        };
        assertThat(across).isCloseTo(expected, offset(1.5));
        assertThat(up).isCloseTo(fit == Fit.STRETCH ? 96 : expected, offset(1.5));
        assertThat(p.a()[0]).isEqualTo(fit == Fit.FIT || fit == Fit.ACTUAL ? 0f : 1f);
    }

    @Test
    void shrinkingAveragesLightAndLosesNone() throws Exception {
        // Single pixels black and white: as light the mean is a half, wherever one looks.
        Path file = Filming.film(
                folder.resolve("checks.png"),
                "png",
                "rgba",
                256,
                256,
                1,
                25,
                1,
                (n, x, y) -> (x + y) % 2 == 0 ? 0xffffffff : 0x000000ff);
        Picture p = still(file, new Cut(37, 37, 1, Fit.FIT));
        for (float v : p.g()) assertThat(v).isCloseTo(0.5f, offset(0.02f));
    }

    @ParameterizedTest
    @CsvSource({
        "a.mp4, libopenh264, yuv420p, 12",
        "a.mov, prores_ks, yuv422p10le, 1",
        "a.webm, libvpx-vp9, yuv420p, 30",
        "a.webm, libvpx, yuv420p, 30",
        "a.mkv, ffv1, bgra, 1",
        "a.avi, mjpeg, yuvj420p, 1",
        "a.mp4, mpeg4, yuv420p, 10",
        "a.mov, qtrle, argb, 1",
        "a.gif, gif, bgr8, 12",
        "a.mp4, libsvtav1, yuv420p, 20",
    })
    void everyFrameIsTheOneThatIsAskedForForwardsBackwardsAndAnywhere(
            String name, String encoder, String format, int keyEvery) throws Exception {
        Path file = Filming.film(
                folder.resolve(name), encoder, format, 160, 90, NUMBERED, 25, keyEvery, Filming.numbered(160));
        playsInEveryOrder(file, name);
    }

    /** Files by encoders that do not ship here; the second looks ahead, so that frames stand in another order than they are shown. */
    @ParameterizedTest
    @ValueSource(strings = {"numbered-h265.mp4", "numbered-h264-b.mp4"})
    void filmsByOtherEncodersPlayInEveryOrderToo(String name) throws Exception {
        Path file = folder.resolve(name);
        try (var in = ShelfTest.class.getResourceAsStream(name)) {
            Files.copy(in, file);
        }
        playsInEveryOrder(file, name);
    }

    private static final int NUMBERED = 60;

    private static void playsInEveryOrder(Path file, String name) throws Exception {
        int frames = NUMBERED;
        Facts facts = Facts.of(file, name);
        assertThat(facts.kind()).isEqualTo(Facts.Kind.CLIP);
        assertThat(facts.frames()).isEqualTo(frames);
        assertThat(facts.rate()).isCloseTo(25, offset(0.01));
        assertThat(List.of(facts.width(), facts.height())).containsExactly(160, 90);
        Shelf shelf = new Shelf(true);
        shelf.hold(List.of(item(file)));
        Reel reel = shelf.reel("m");
        Cut cut = new Cut(80, 45, 1, Fit.FIT);
        List<Integer> order = new ArrayList<>();
        for (int i = 0; i < frames; i++) order.add(i);
        for (int i = frames - 1; i >= 0; i -= 2) order.add(i);
        SplittableRandom random = new SplittableRandom(3);
        for (int i = 0; i < 12; i++) order.add(random.nextInt(frames));
        int before = 0;
        for (int n : order) {
            Reel.Way way = new Reel.Way(Integer.signum(n - before), 0, frames - 1, false);
            Picture p = reel.at(n, way, cut, CREW);
            assertThat(Filming.number(p.r(), 22, 80)).as("frame asked for").isEqualTo(n);
            before = n;
        }
    }

    @Test
    void liveNobodyWaitsAndTheFrameComes() throws Exception {
        Path file = Filming.film(
                folder.resolve("b.mp4"), "libopenh264", "yuv420p", 160, 90, 50, 25, 12, Filming.numbered(160));
        try (Shelf shelf = new Shelf(false)) {
            shelf.hold(List.of(item(file)));
            Reel reel = shelf.reel("m");
            Cut cut = new Cut(80, 45, 1, Fit.FILL);
            Reel.Way way = new Reel.Way(1, 0, 49, true);
            assertThat(reel.at(0, way, cut, CREW)).as("nothing yet").isNull();
            for (int n : new int[] {0, 1, 2, 3, 4, 48, 49, 0, 1, 30}) {
                await(() -> {
                    Picture p = reel.at(n, way, cut, CREW);
                    return p != null && Filming.number(p.r(), 22, 80) == n;
                });
            }
            Still still = shelf.still("nowhere");
            assertThatThrownBy(() -> still.at(cut)).hasMessage("there is no medium 'nowhere' in this show");
            assertThatThrownBy(() -> shelf.still("m").at(cut)).hasMessage("'b.mp4' is a clip, not a picture");
        }
    }

    private static void await(java.util.function.BooleanSupplier is) {
        long end = System.nanoTime() + 20_000_000_000L;
        while (!is.getAsBoolean()) {
            assertThat(System.nanoTime()).as("within twenty seconds").isLessThan(end);
            java.util.concurrent.locks.LockSupport.parkNanos(1_000_000);
        }
    }

    @Test
    void whatIsReplacedIsSeenByWhoeverShowsIt() throws Exception {
        Path red = Filming.film(folder.resolve("r.png"), "png", "rgba", 8, 8, 1, 25, 1, (n, x, y) -> 0xff0000ff);
        Path blue = Filming.film(folder.resolve("b.png"), "png", "rgba", 8, 8, 1, 25, 1, (n, x, y) -> 0x0000ffff);
        try (Shelf shelf = new Shelf(false)) {
            shelf.hold(List.of(item(red)));
            Still still = shelf.still("m");
            Cut cut = new Cut(8, 8, 1, Fit.FIT);
            await(() -> still.at(cut) != null && still.at(cut).r()[9] == 1);
            shelf.hold(List.of(item(blue)));
            assertThat(still.at(cut))
                    .as("the old one until the new one is read")
                    .isNotNull();
            await(() -> still.at(cut).b()[9] == 1);
            // Another size is asked for: the old one stands in meanwhile.
            assertThat(still.at(new Cut(16, 16, 1, Fit.FIT))).isNotNull();
            await(() -> still.at(new Cut(16, 16, 1, Fit.FIT)).width == 16);
        }
    }

    @Test
    void aFolderListsItsPicturesByName() throws Exception {
        Path file = Filming.film(folder.resolve("r.png"), "png", "rgba", 8, 8, 1, 25, 1, (n, x, y) -> -1);
        Shelf shelf = new Shelf(true);
        shelf.hold(List.of(
                new Shelf.Item("c", "02 eel", Facts.Kind.PICTURE, file, "", "marsh", 1, 0),
                new Shelf.Item("a", "10 heron", Facts.Kind.PICTURE, file, "", "marsh", 1, 0),
                new Shelf.Item("b", "01 reed", Facts.Kind.PICTURE, file, "", "marsh", 1, 0),
                new Shelf.Item("d", "03 film", Facts.Kind.CLIP, file, "", "marsh", 9, 25),
                new Shelf.Item("e", "bell", Facts.Kind.PICTURE, file, "", "", 1, 0)));
        assertThat(shelf.folder("marsh")).containsExactly("b", "c", "a");
        assertThat(shelf.folder("sea")).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"q.png, png, rgba", "q.jpg, mjpeg, yuvj444p", "q.tiff, tiff, rgba", "q.mp4, libopenh264, yuv420p"})
    void whatIsCutOffIsRefusedInOneSentence(String name, String encoder, String format) throws Exception {
        int frames = name.endsWith("mp4") ? 40 : 1;
        Path file = Filming.film(
                folder.resolve(name),
                encoder,
                format,
                320,
                240,
                frames,
                25,
                10,
                (n, x, y) -> (x * 7919 + y * 104729 + n) << 8 | 255);
        byte[] whole = Files.readAllBytes(file);
        Files.write(file, Arrays.copyOf(whole, whole.length / 2));
        assertThatThrownBy(() -> Facts.of(file, name))
                .isInstanceOf(Unreadable.class)
                .hasMessageStartingWith("'" + name + "'")
                .hasMessageEndingWith(".");
    }

    @Test
    void whatIsTooLargeIsRefusedBeforeItIsDecoded() throws Exception {
        // The header of a PNG that says 12,000 by 12,000 pixels, and hardly anything behind it.
        Path file = Filming.film(folder.resolve("s.png"), "png", "rgba", 64, 64, 1, 25, 1, (n, x, y) -> -1);
        byte[] bytes = Files.readAllBytes(file);
        java.nio.ByteBuffer.wrap(bytes).putInt(16, 12_000).putInt(20, 12_000);
        java.util.zip.CRC32 crc = new java.util.zip.CRC32();
        crc.update(bytes, 12, 17);
        java.nio.ByteBuffer.wrap(bytes).putInt(29, (int) crc.getValue());
        Files.write(file, bytes);
        assertThatThrownBy(() -> Facts.of(file, "s.png"))
                .isInstanceOf(Unreadable.class)
                .hasMessageContaining("12000 by 12000 pixels");
    }

    @Test
    void aPlaylistThatNamesOtherFilesIsNotOpened() throws Exception {
        Path secret = Filming.film(folder.resolve("secret.mp4"), "mpeg4", "yuv420p", 64, 48, 5, 25, 1, (n, x, y) -> -1);
        Path list = folder.resolve("list.mp4");
        Files.writeString(list, "#EXTM3U\n#EXTINF:1,\n" + secret + "\n#EXT-X-ENDLIST\n");
        assertThatThrownBy(() -> Facts.of(list, "list.mp4")).isInstanceOf(Unreadable.class);
        Files.writeString(list, "ffconcat version 1.0\nfile '" + secret + "'\n");
        assertThatThrownBy(() -> Facts.of(list, "list.mp4")).isInstanceOf(Unreadable.class);
        Path tone = folder.resolve("secret.wav");
        byte[] samples = new byte[9_600];
        for (int i = 0; i < samples.length; i++) samples[i] = (byte) (40 * Math.sin(i * 0.05));
        try (var in = new AudioInputStream(
                new ByteArrayInputStream(samples), new AudioFormat(48_000, 16, 1, true, false), samples.length / 2)) {
            AudioSystem.write(in, AudioFileFormat.Type.WAVE, tone.toFile());
        }
        // The sound itself can be read; the list that names it cannot, whatever it is called.
        assertThat(Facts.of(tone, "secret.wav")).isNotNull();
        for (String name : new String[] {"list.wav", "list.mp3", "list.flac"}) {
            Files.writeString(list, "#EXTM3U\n#EXTINF:1,\n" + tone + "\n#EXT-X-ENDLIST\n");
            assertThatThrownBy(() -> Facts.of(list, name)).isInstanceOf(Unreadable.class);
            Files.writeString(list, "ffconcat version 1.0\nfile '" + tone + "'\n");
            assertThatThrownBy(() -> Facts.of(list, name)).isInstanceOf(Unreadable.class);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "q.png, png, rgba, 1",
        "q.jpg, mjpeg, yuvj444p, 1",
        "q.mp4, libopenh264, yuv420p, 20",
        "q.webm, libvpx-vp9, yuv420p, 20",
        "q.gif, gif, bgr8, 8"
    })
    void damageAnywhereGivesFactsOrASentence(String name, String encoder, String format, int frames) throws Exception {
        Path file = Filming.film(folder.resolve(name), encoder, format, 64, 48, frames, 25, 5, Filming.numbered(64));
        byte[] whole = Files.readAllBytes(file);
        SplittableRandom random = new SplittableRandom(name.hashCode());
        for (int round = 0; round < 40; round++) {
            byte[] bytes = whole.clone();
            for (int i = 1 + random.nextInt(12); i > 0; i--)
                bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
            Path damaged = Files.write(folder.resolve("d" + round + name), bytes);
            try {
                Shelf.Item item = item(damaged);
                Shelf shelf = new Shelf(true);
                shelf.hold(List.of(item));
                Cut cut = new Cut(32, 24, 1, Fit.FIT);
                if (item.kind() == Facts.Kind.PICTURE) shelf.still("m").at(cut);
                else if (item.kind() == Facts.Kind.CLIP)
                    shelf.reel("m").at(item.frames() - 1, new Reel.Way(0, 0, 9, false), cut, CREW);
            } catch (Unreadable | IllegalArgumentException e) {
                assertThat(e.getMessage()).isNotBlank().doesNotContain("null");
            }
        }
    }
}
