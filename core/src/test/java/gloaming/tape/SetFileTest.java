package gloaming.tape;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.sound.BeatClock;
import gloaming.sound.Sound;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** What is written of a set is read again, and whatever becomes of the bytes costs a sentence at most. */
class SetFileTest {
    private static byte[] file(Tape tape) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        SetFile.Writer writer = new SetFile.Writer(bytes);
        writer.event("{\"what\":\"ends\",\"at\":4}");
        writer.add(3, tape);
        writer.flush();
        writer.close();
        assertThat(writer.size()).isEqualTo(bytes.size());
        return bytes.toByteArray();
    }

    private static List<TapeEvent> events(byte[] tape) {
        TapeReader reader = new TapeReader();
        reader.feed(tape);
        List<TapeEvent> all = new ArrayList<>();
        for (TapeEvent event = reader.next(); event != null; event = reader.next()) all.add(event);
        return all;
    }

    private static Tape tape() {
        Tape tape = new Tape();
        tape.look(Look.empty("Weir"), true, 0, false, 0, 0);
        tape.sound(Sound.SILENCE);
        tape.watched(List.of("l1", "l7"));
        tape.frame(1_000, 0, 0, 0.04, 0, 960, 540, false, true);
        tape.frame(40_001_000, 1, 0.04, 0.04, 0.04, 960, 540, true, true);
        tape.print(-77);
        tape.look(Look.empty("Weir by night"), false, 1.5, true, 2, 0.5);
        tape.forget();
        tape.frame(39_000_000, 500, 12.5, 0, 7.25, 480, 270, false, false);
        return tape;
    }

    @Test
    void whatWasToldIsReadInItsOrder() throws IOException {
        List<SetFile.Piece> pieces = SetFile.read(new ByteArrayInputStream(file(tape())));
        assertThat(pieces)
                .extracting(SetFile.Piece::kind)
                .containsExactly(SetFile.Kind.EVENT, SetFile.Kind.LOOK, SetFile.Kind.LOOK, SetFile.Kind.TAPE);
        assertThat(new String(pieces.getFirst().bytes(), StandardCharsets.UTF_8))
                .contains("ends");
        assertThat(events(pieces.getLast().bytes()))
                .containsExactly(
                        new TapeEvent.LookIs(0, true, 0, false, 0, 0),
                        new TapeEvent.SoundIs("Silence", 1),
                        new TapeEvent.Watched(Set.of("l1", "l7")),
                        new TapeEvent.Frame(1_000, 0, 0, 0.04, 0, 960, 540, false, true),
                        new TapeEvent.Frame(40_001_000, 1, 0.04, 0.04, 0.04, 960, 540, true, true),
                        new TapeEvent.Print(-77, false),
                        new TapeEvent.LookIs(1, false, 1.5, true, 2, 0.5),
                        new TapeEvent.Forget(),
                        new TapeEvent.Frame(39_000_000, 500, 12.5, 0, 7.25, 480, 270, false, false));
        SetFile.Looks looks = new SetFile.Looks();
        for (SetFile.Piece piece : pieces) if (piece.kind() == SetFile.Kind.LOOK) looks.add(piece.bytes());
        assertThat(looks.take(1)).isEqualTo(Look.empty("Weir by night"));
        assertThat(looks.take(0)).isEqualTo(Look.empty("Weir"));
        assertThatThrownBy(() -> looks.take(0)).isInstanceOf(Refused.class);
    }

    @Test
    void aSecondOfAPlayerAtRestIsSomeTwoHundredBytes() {
        Tape tape = new Tape();
        double time = 0;
        for (int i = 0; i < 30; i++) {
            tape.frame(i * 33_333_333L, i, time, 1 / 30.0, time, 960, 540, false, true);
            time += 1 / 30.0;
        }
        assertThat(tape.take()).hasSizeLessThan(300);
    }

    @Test
    void damagedBytesCostASentenceAndNothingElse() throws IOException {
        byte[] whole = file(tape());
        SplittableRandom random = new SplittableRandom(3);
        for (int i = 0; i < 2_000; i++) {
            byte[] bad = whole.clone();
            for (int k = 0; k <= random.nextInt(4); k++)
                bad[random.nextInt(bad.length)] ^= (byte) (1 << random.nextInt(8));
            byte[] read = random.nextBoolean() ? bad : Arrays.copyOf(bad, random.nextInt(bad.length));
            try {
                for (SetFile.Piece piece : SetFile.read(new ByteArrayInputStream(read)))
                    if (piece.kind() == SetFile.Kind.TAPE) events(piece.bytes());
            } catch (Refused e) {
                assertThat(e.getMessage()).isNotBlank();
            }
        }
        // A tape whose bytes are another's, as no check sum sees it.
        byte[] tape = tape().take();
        for (int i = 0; i < 20_000; i++) {
            byte[] bad = tape.clone();
            bad[random.nextInt(bad.length)] = (byte) random.nextInt(256);
            try {
                events(bad);
            } catch (Refused e) {
                assertThat(e.getMessage()).contains("damaged");
            }
        }
    }

    @Test
    void aClockGoesOnAsTheOneWhoseStateItTook() {
        BeatClock one = new BeatClock();
        for (double t : new double[] {1, 1.45, 1.9, 2.36}) one.tap(t);
        one.nudge(0.2);
        BeatClock other = new BeatClock();
        other.state(one.state());
        assertThat(other.state()).isEqualTo(one.state());
        assertThatThrownBy(() -> other.state(new double[3])).isInstanceOf(IllegalArgumentException.class);
    }

    /** A player that was there long before anybody recorded: what it told before is lost, and what it tells then is read as it is. */
    @Test
    void aTapeThatWasCutIsReadRightFromTheMiddleOn() {
        Tape tape = new Tape();
        tape.heard(90_000, true);
        tape.saw(7, true);
        for (long i = 0; i < Tape.ROOM; i++)
            tape.frame(1_000 + i * 40_000_000, i, i / 25.0, 0.04, i / 25.0, 960, 540, false, true);
        assertThat(tape.take()).as("it was cut").isNull();
        tape.anew();
        assertThat(tape.asked()).isTrue();
        tape.fromTheMiddle();
        tape.heard(96_000, true);
        tape.saw(9, true);
        tape.frame(5_000_000_000_000L, 700_000, 28_000.5, 0.04, 28_000.25, 960, 540, false, true);
        tape.frame(5_000_040_000_000L, 700_001, 28_000.54, 0.04, 28_000.29, 960, 540, false, false);
        assertThat(events(tape.take()))
                .containsExactly(
                        new TapeEvent.Middle(),
                        new TapeEvent.Heard(96_000, true),
                        new TapeEvent.Saw(9, true),
                        new TapeEvent.Frame(
                                5_000_000_000_000L, 700_000, 28_000.5, 0.04, 28_000.25, 960, 540, false, true),
                        new TapeEvent.Frame(
                                5_000_040_000_000L, 700_001, 28_000.54, 0.04, 28_000.29, 960, 540, false, false));
    }
}
