package gloaming.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.flow.Attribute;
import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.library.Cut;
import gloaming.library.Fit;
import gloaming.library.Letters;
import gloaming.library.Reel;
import java.awt.image.BufferedImage;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files read in a process of its own come out as they do here; what is wrong with one costs a sentence. */
class ApartTest {
    private static final Apart APART = new Apart();
    private static final Here HERE = new Here();
    private static final Cut CUT = new Cut(160, 90, 1, Fit.FIT);

    @TempDir
    Path folder;

    @AfterAll
    static void stop() {
        APART.close();
    }

    private static void same(Picture a, Picture b) {
        assertThat(a.width).isEqualTo(b.width);
        for (int c = 0; c < 4; c++) assertThat(a.plane(c)).isEqualTo(b.plane(c));
    }

    private Path png(int width, int height) throws Exception {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
        for (int y = 0; y < height; y += 1 + height / 100) {
            for (int x = 0; x < width; x++) image.setRGB(x, y, x * 7919 ^ y * 104729 | 0x80000000);
        }
        Path file = folder.resolve(width + "x" + height + ".png");
        ImageIO.write(image, "png", file.toFile());
        return file;
    }

    private Path resource(String name) throws Exception {
        Path file = folder.resolve(name.replaceAll(".*/", ""));
        try (InputStream in = ApartTest.class.getResourceAsStream(name)) {
            Files.copy(in, file);
        }
        return file;
    }

    @Test
    void stillsFactsSoundsCloudsAndFontsAreTheSame() throws Exception {
        Path png = png(60, 40);
        same(APART.still(png, "p.png", CUT), HERE.still(png, "p.png", CUT));
        Facts facts = APART.facts(png, "p.png", new Halt());
        Facts here = HERE.facts(png, "p.png", null);
        assertThat(facts.withPreview(null)).isEqualTo(here.withPreview(null));
        assertThat(facts.preview()).isEqualTo(here.preview());
        Path sound = resource("/sine.ogg");
        Recording recording = APART.sound(sound, "sine.ogg");
        assertThat(recording.samples()).isEqualTo(HERE.sound(sound, "sine.ogg").samples());
        Path cloud = Files.writeString(folder.resolve("c.csv"), "x,y,z,red,weight\n0,1,2,255,3\n4,5,6,0,7\n");
        Points points = APART.cloud(cloud, "c.csv");
        Points own = HERE.cloud(cloud, "c.csv");
        assertThat(points.n()).isEqualTo(2);
        for (Attribute attribute : Attribute.values()) {
            for (int i = 0; i < 2; i++)
                assertThat(points.column(attribute).at(i))
                        .isEqualTo(own.column(attribute).at(i));
        }
        assertThat(points.name(0)).isEqualTo("weight");
        Path font = resource("/gloaming/fonts/fraunces.ttf");
        Letters letters = APART.letters(font, "f.ttf");
        Letters plain = HERE.letters(font, "f.ttf");
        for (int c : "Tide Mill Night, 27 – Wäscheßö".codePoints().toArray()) {
            assertThat(letters.advance(c)).as("%c", c).isEqualTo(plain.advance(c));
            assertThat(letters.outline(c).getBounds2D())
                    .as("%c", c)
                    .isEqualTo(plain.outline(c).getBounds2D());
        }
        assertThat(letters.kerning('T', 'i')).isEqualTo(plain.kerning('T', 'i'));
        assertThat(letters.capHeight()).isEqualTo(plain.capHeight());
    }

    private Shelf.Item clip() throws Exception {
        Path file = Filming.film(
                folder.resolve("n.mp4"), "libopenh264", "yuv420p", 160, 90, 60, 25, 12, Filming.numbered(160));
        return new Shelf.Item("m", "n.mp4", Facts.Kind.CLIP, file, "1", "", 60, 25);
    }

    @Test
    void aClipGivesTheSameFramesForwardsBackwardsAndByLeaps() throws Exception {
        Shelf.Item clip = clip();
        try (Crew crew = new Crew(1);
                Shelf apart = new Shelf(true, APART);
                Shelf here = new Shelf(true)) {
            apart.hold(List.of(clip));
            here.hold(List.of(clip));
            Reel a = apart.reel("m");
            Reel b = here.reel("m");
            for (int n : new int[] {0, 1, 2, 30, 31, 5, 59, 58, 57, 20}) {
                Reel.Way way = new Reel.Way(1, 0, 59, true);
                Picture shown = a.at(n, way, CUT, crew);
                same(shown, b.at(n, way, CUT, crew));
                assertThat(Filming.number(shown.r(), 45, 160)).isEqualTo(n);
            }
        }
    }

    private static void killAll() {
        ProcessHandle.current().children().forEach(ProcessHandle::destroyForcibly);
    }

    @Test
    void aClipWhoseProcessEndsHoldsItsPictureAndGoesOn() throws Exception {
        try (Crew crew = new Crew(1);
                Apart own = new Apart();
                Shelf shelf = new Shelf(false, own)) {
            shelf.hold(List.of(clip()));
            Reel reel = shelf.reel("m");
            Reel.Way way = new Reel.Way(1, 0, 59, true);
            until(() -> reel.at(3, way, CUT, crew) != null);
            killAll();
            assertThat(Filming.number(reel.at(3, way, CUT, crew).r(), 45, 160)).isEqualTo(3);
            until(() -> Filming.number(reel.at(40, way, CUT, crew).r(), 45, 160) == 40);
        }
    }

    private interface Try {
        boolean is() throws Exception;
    }

    private static void until(Try is) throws Exception {
        long end = System.nanoTime() + 30_000_000_000L;
        while (!is.is()) {
            assertThat(System.nanoTime()).as("in half a minute").isLessThan(end);
            Thread.sleep(10);
        }
    }

    @Test
    void aFileThatEndsItsProcessCostsASentenceAndTheNextOneIsRead() throws Exception {
        Path png = png(60, 40);
        APART.still(png, "p.png", CUT);
        killAll();
        // The process may be known to be gone already, or not yet.
        try {
            APART.still(png, "p.png", CUT);
        } catch (Unreadable e) {
            assertThat(e.getMessage()).startsWith("'p.png' ").endsWith(".");
        }
        same(APART.still(png, "p.png", CUT), HERE.still(png, "p.png", CUT));
    }

    @Test
    void aHeaderThatSaysMoreThanThereIsIsRefusedBeforeRoomIsMade() throws Exception {
        StringBuilder head = new StringBuilder("ply\nformat binary_little_endian 1.0\nelement vertex 1000000\n");
        for (int i = 0; i < 990; i++) head.append("property float p").append(i).append('\n');
        Path bomb = Files.writeString(folder.resolve("bomb.ply"), head + "end_header\n");
        for (Decoder decoder : List.of(APART, HERE)) {
            assertThatThrownBy(() -> decoder.facts(bomb, "bomb.ply", new Halt()))
                    .isInstanceOf(Unreadable.class)
                    .hasMessage("'bomb.ply' is damaged: a point has more than 64 numbers.");
        }
        Path cut = Files.writeString(
                folder.resolve("cut.ply"),
                "ply\nformat binary_little_endian 1.0\nelement vertex 1000000\nproperty double x\nend_header\n");
        assertThatThrownBy(() -> HERE.cloud(cut, "cut.ply")).hasMessageContaining("is cut off");
        Path negative = Files.writeString(
                folder.resolve("negative.ply"),
                "ply\nformat ascii 1.0\nelement vertex -5\nproperty float x\nend_header\n");
        assertThatThrownBy(() -> HERE.cloud(negative, "negative.ply")).hasMessageContaining("it says it has -5 points");
    }

    @Test
    void aLargePictureIsReadSoonOrRefused() throws Exception {
        Path large = png(7_000, 7_000);
        APART.still(png(10, 10), "warm.png", CUT);
        long began = System.nanoTime();
        try {
            assertThat(APART.facts(large, "large.png", new Halt()).width()).isEqualTo(7_000);
        } catch (Unreadable e) {
            assertThat(e.getMessage()).contains("takes longer to read than 3 s");
        }
        // Three seconds, and what it takes to end a process on a busy machine.
        assertThat((System.nanoTime() - began) / 1e9).isLessThan(6);
    }

    @Test
    void readingCanBeStopped() throws Exception {
        Path large = png(6_000, 6_000);
        Halt halt = new Halt();
        halt.now();
        assertThatThrownBy(() -> APART.facts(large, "large.png", halt)).hasMessageContaining("was left out");
        Halt later = new Halt();
        Thread.ofVirtual().start(() -> {
            try {
                Thread.sleep(60);
            } catch (InterruptedException e) {
                return;
            }
            later.now();
        });
        assertThatThrownBy(() -> {
                    for (int i = 0; i < 1_000; i++) APART.facts(large, "large.png", later);
                })
                .hasMessageContaining("was left out");
    }

    @Test
    void damagedFilesOfEveryKindCostASentence() throws Exception {
        Path clip = clip().file();
        List<Path> files = List.of(
                png(40, 30),
                clip,
                resource("/sine.mp3"),
                resource("/sine.flac"),
                resource("/sine.wav"),
                resource("/gloaming/fonts/hyperlegible.ttf"));
        SplittableRandom random = new SplittableRandom(7);
        int refused = 0;
        for (int i = 0; i < 120; i++) {
            byte[] bytes = Files.readAllBytes(files.get(i % files.size()));
            for (int k = 0, n = 1 + random.nextInt(40); k < n; k++)
                bytes[random.nextInt(random.nextBoolean() ? Math.min(200, bytes.length) : bytes.length)] =
                        (byte) random.nextInt();
            if (random.nextInt(4) == 0) bytes = Arrays.copyOf(bytes, random.nextInt(bytes.length));
            Path file = Files.write(folder.resolve("damaged-" + i), bytes);
            try {
                APART.facts(file, "damaged", new Halt());
            } catch (Unreadable e) {
                refused++;
                assertThat(e.getMessage()).endsWith(".").doesNotContain("Exception", "\n");
            }
        }
        assertThat(refused).isPositive();
        assertThat(APART.busy()).isZero();
    }
}
