package gloaming.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.data.Offset.offset;

import gloaming.sound.Band;
import gloaming.sound.Hearing;
import gloaming.sound.HouseBand;
import gloaming.sound.Sound;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SoundFileTest {
    @TempDir
    Path folder;

    /** Two seconds of a 440 Hz sine at half of full scale, in every format: src/test/resources says how they were made. */
    @ParameterizedTest
    @CsvSource({"sine.wav", "sine.flac", "sine.ogg", "sine.mp3"})
    void everyFormatGivesTheSameTone(String name) throws Exception {
        Recording sound = SoundFile.read(file(name), name);
        assertThat(sound.seconds()).isCloseTo(2, offset(0.1));
        assertThat(sound.rate()).isEqualTo(48_000);
        Hearing hearing = new Hearing();
        hearing.listen(sound, 1);
        assertThat(hearing.decibels(Band.MID)).isCloseTo(-9.03, offset(0.5));
        assertThat(hearing.decibels(Band.HIGH)).isLessThan(-45);
        int crossings = 0;
        for (int i = 24_000; i < 72_000; i++) if (sound.sample(i) < 0 && sound.sample(i + 1) >= 0) crossings++;
        assertThat(crossings).isBetween(438, 442);
    }

    @Test
    void aWavWeWriteIsTheSoundWeRead() throws Exception {
        Sound band = new HouseBand(5, 220);
        Path wav = Files.write(folder.resolve("band.wav"), Wav.bytes(band));
        Recording back = SoundFile.read(wav, "band.wav");
        assertThat(back.length()).isEqualTo(band.length());
        for (int i = 0; i < band.length(); i += 101) assertThat(back.sample(i)).isEqualTo(band.sample(i));
    }

    @Test
    void damagedAndMislabelledFilesAreRefusedInOneSentence() throws Exception {
        Path text = Files.writeString(folder.resolve("a.wav"), "no sound at all, just words ".repeat(50));
        assertThatThrownBy(() -> SoundFile.read(text, "a.wav"))
                .isInstanceOf(Unreadable.class)
                .hasMessageContaining("'a.wav'");
        byte[] flac = Files.readAllBytes(file("sine.flac"));
        Path cut = Files.write(folder.resolve("b.flac"), Arrays.copyOf(flac, 60));
        assertThatThrownBy(() -> SoundFile.read(cut, "b.flac"))
                .isInstanceOf(Unreadable.class)
                .hasMessageContaining("'b.flac'");
        Path empty = Files.createFile(folder.resolve("c.mp3"));
        assertThatThrownBy(() -> SoundFile.read(empty, "c.mp3")).isInstanceOf(Unreadable.class);
    }

    @Test
    void aFileCutOffInTheMiddleGivesWhatIsThere() throws Exception {
        byte[] mp3 = Files.readAllBytes(file("sine.mp3"));
        Path cut = Files.write(folder.resolve("cut.mp3"), Arrays.copyOf(mp3, mp3.length / 2));
        assertThat(SoundFile.read(cut, "cut.mp3").seconds()).isBetween(0.5, 1.5);
    }

    private Path file(String name) throws IOException {
        Path to = folder.resolve(name);
        try (InputStream in = getClass().getResourceAsStream("/" + name)) {
            Files.copy(in, to);
        }
        return to;
    }

    /** Damage anywhere gives a sound or a sentence, in a bounded time; never anything else. */
    @ParameterizedTest
    @ValueSource(strings = {"sine.wav", "sine.flac", "sine.ogg", "sine.mp3"})
    void damageAnywhereGivesASoundOrASentence(String name) throws Exception {
        byte[] whole = SoundFileTest.class.getResourceAsStream("/" + name).readAllBytes();
        java.util.SplittableRandom random = new java.util.SplittableRandom(name.hashCode());
        int read = 0;
        for (int round = 0; round < 60; round++) {
            byte[] bytes = round % 3 == 0 ? Arrays.copyOf(whole, random.nextInt(whole.length)) : whole.clone();
            for (int i = random.nextInt(20); i > 0 && bytes.length > 0; i--) {
                bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
            }
            Path file = folder.resolve(round + "-" + name);
            Files.write(file, bytes);
            try {
                Recording recording = SoundFile.read(file, name);
                assertThat(recording.seconds()).isBetween(0.0, 60.0);
                read++;
            } catch (Unreadable e) {
                assertThat(e.getMessage())
                        .contains("'" + name + "'")
                        .endsWith(".")
                        .doesNotContain("\n");
            }
        }
        assertThat(read).as("files that were still readable").isPositive();
    }
}
