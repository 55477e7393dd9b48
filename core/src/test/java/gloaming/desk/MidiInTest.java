package gloaming.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MidiInTest {
    private final Inbox inbox = new Inbox();
    private final List<Double> tempos = new ArrayList<>();
    private final List<Boolean> beats = new ArrayList<>();
    private final MidiIn in = new MidiIn("pad", inbox, (tempo, beat) -> {
        tempos.add(tempo);
        beats.add(beat);
    });

    private void take(int... bytes) {
        byte[] message = new byte[bytes.length];
        for (int i = 0; i < bytes.length; i++) message[i] = (byte) bytes[i];
        in.take(message, message.length, 0);
    }

    @ParameterizedTest
    @CsvSource({
        "0x90, 60, 127, pad/1/note/60, 1",
        "0x95, 60, 0, pad/6/note/60, 0",
        "0x80, 61, 64, pad/1/note/61, 0",
        "0xb2, 7, 127, pad/3/cc/7, 1",
        "0xb0, 99, 0, pad/1/cc/99, 0",
        "0xe0, 0, 64, pad/1/bend, 0",
        "0xe0, 127, 127, pad/1/bend, 1",
        "0xe0, 0, 0, pad/1/bend, -1",
        "0xd0, 127, 0, pad/1/pressure, 1",
        "0xc0, 12, 0, pad/1/program, 12",
        "0xa0, 60, 127, pad/1/touch/60, 1"
    })
    void whatAPortSaysArrivesUnderItsName(String status, int a, int b, String name, double value) {
        take(Integer.decode(status), a, b);
        assertThat(inbox.find("midi " + name).value()).isEqualTo(value);
    }

    @Test
    void aControllerIsFineAsSoonAsItsSecondHalfComes() {
        take(0xb0, 1, 64);
        assertThat(inbox.find("midi pad/1/cc/1").value()).isCloseTo(64 / 127.0, offset(1e-9));
        take(0xb0, 33, 5);
        assertThat(inbox.find("midi pad/1/cc/1").value()).isCloseTo((64 * 128 + 5) / 16383.0, offset(1e-9));
        take(0xb0, 1, 127);
        take(0xb0, 33, 127);
        assertThat(inbox.find("midi pad/1/cc/1").value()).isEqualTo(1);
        // A number above 32 by itself is a controller like any other.
        take(0xb1, 40, 127);
        assertThat(inbox.find("midi pad/2/cc/40").value()).isEqualTo(1);
    }

    @Test
    void anEncoderTurnsUpAndDown() {
        take(0xb0, 20, 1);
        take(0xb0, 20, 3);
        take(0xb0, 20, 127);
        assertThat(inbox.find("midi pad/1/cc/20").turned()).isCloseTo(3 / 128.0, offset(1e-9));
    }

    @Test
    void aClockGivesItsTempoAndItsBeatsAndStops() {
        in.take(new byte[] {(byte) 0xfa}, 1, 0);
        long tick = Math.round(60e9 / 125 / 24);
        for (int i = 0; i < 24 * 5; i++) in.take(new byte[] {(byte) 0xf8}, 1, i * tick);
        assertThat(tempos.getLast()).isCloseTo(125, offset(0.01));
        assertThat(beats.stream().filter(b -> b).count()).isEqualTo(4);
        assertThat(in.runs()).isTrue();
        in.take(new byte[] {(byte) 0xfc}, 1, 0);
        assertThat(tempos.getLast()).isZero();
    }

    @Test
    void whatIsCutOffOrUnknownDoesNoHarm() {
        for (int status = 0; status < 256; status++) {
            for (int length = 0; length <= 3; length++) {
                byte[] message = {(byte) status, 12, 34};
                in.take(message, length, 0);
            }
        }
        assertThat(inbox.controls().size()).isLessThan(Inbox.MOST);
    }
}
