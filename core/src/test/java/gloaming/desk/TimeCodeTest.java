package gloaming.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;

/** Time code as it comes over a MIDI cable, with its jitter and its gaps. */
class TimeCodeTest {
    private static final double[] RATES = {24, 25, 30_000 / 1001.0, 30};

    /** The bytes of a quarter frame: piece {@code q} modulo 8 of the time that the eight tell. */
    private static byte[] quarter(int kind, long q) {
        long frame = q / 8 * 2;
        int per = kind == 2 ? 30 : (int) RATES[kind];
        long number = frame;
        if (kind == 2) {
            // SMPTE ST 12-1: 17,982 frames in ten minutes, 1,798 in each of the minutes that leave two out.
            long tens = frame / 17_982;
            long rest = frame % 17_982;
            number += 18 * tens + (rest < 2 ? 0 : 2 * ((rest - 2) / 1_798));
        }
        int frames = (int) (number % per);
        int seconds = (int) (number / per % 60);
        int minutes = (int) (number / per / 60 % 60);
        int hours = (int) (number / per / 3_600);
        int[] nibbles = {
            frames & 15,
            frames >> 4,
            seconds & 15,
            seconds >> 4,
            minutes & 15,
            minutes >> 4,
            hours & 15,
            hours >> 4 | kind << 1
        };
        int piece = (int) (q % 8);
        return new byte[] {(byte) 0xf1, (byte) (piece << 4 | nibbles[piece])};
    }

    @Test
    void inTenMinutesWithJitterAndGapsItIsNeverOffByAFrame() {
        for (int kind = 0; kind < 4; kind++) {
            Inbox inbox = new Inbox();
            MidiIn in = new MidiIn("code", inbox, (tempo, beat) -> {});
            Random random = new Random(7 + kind);
            double rate = RATES[kind];
            double worst = 0;
            int heard = 0;
            int gap = 0;
            for (long q = 0; q < 600 * 4 * rate; q++) {
                double is = q / (4 * rate);
                long nanos = 1_000_000_000L + Math.round(is * 1e9 + random.nextDouble() * 2e6);
                if (gap == 0 && random.nextInt(3_000) == 0) gap = 20 + random.nextInt(60);
                if (gap > 0) gap--;
                else in.take(quarter(kind, q), 2, nanos);
                double told = inbox.timeCode().seconds(nanos);
                if (is > 1) {
                    assertThat(told).as("at %s seconds", is).isNotNaN();
                    worst = Math.max(worst, Math.abs(told - is));
                    heard++;
                }
            }
            assertThat(heard).isGreaterThan(50_000);
            assertThat(worst).as("frames of %s a second", rate).isLessThan(1 / rate);
        }
    }

    @Test
    void whereItStopsItIsNoneSoonAndWhereItLeapsItIsThere() {
        Inbox inbox = new Inbox();
        MidiIn in = new MidiIn("code", inbox, (tempo, beat) -> {});
        long nanos = 0;
        assertThat(inbox.timeCode().seconds(0)).isNaN();
        for (long q = 0; q < 80; q++) in.take(quarter(1, q), 2, nanos = Math.round(q * 1e9 / 100));
        assertThat(inbox.timeCode().seconds(nanos)).isBetween(0.75, 0.85);
        assertThat(inbox.timeCode().seconds(nanos + 1_500_000_000L)).isBetween(2.25, 2.35);
        assertThat(inbox.timeCode().seconds(nanos + 2_500_000_000L)).isNaN();
        // An hour farther on.
        long far = 3_600 * 100;
        for (long q = far; q < far + 16; q++) in.take(quarter(1, q), 2, nanos += 10_000_000);
        assertThat(inbox.timeCode().seconds(nanos)).isBetween(3_600.0, 3_600.3);
        in.take(new byte[] {(byte) 0xf0, 0x7f, 0x7f, 1, 1, 0x21, 0, 0, 0, (byte) 0xf7}, 10, nanos);
        assertThat(inbox.timeCode().seconds(nanos)).isNaN();
    }

    @Test
    void piecesOutOfOrderAndTimesThatAreNoneTellNothing() {
        Inbox inbox = new Inbox();
        MidiIn in = new MidiIn("code", inbox, (tempo, beat) -> {});
        for (long q = 800; q > 0; q--) in.take(quarter(1, q), 2, q);
        assertThat(inbox.timeCode().seconds(0)).isNaN();
        for (int piece = 0; piece < 8; piece++) in.take(new byte[] {(byte) 0xf1, (byte) (piece << 4 | 15)}, 2, piece);
        assertThat(inbox.timeCode().seconds(8)).isNaN();
        in.take(new byte[] {(byte) 0xf1}, 1, 0);
    }

    @Test
    void showControlStartsCuesByTheirNumbers() {
        Inbox inbox = new Inbox();
        MidiIn in = new MidiIn("desk", inbox, (tempo, beat) -> {});
        byte[] go = {(byte) 0xf0, 0x7f, 0x7f, 2, 1, 1, (byte) 0xf7};
        in.take(go, go.length, 0);
        byte[] twelve = {(byte) 0xf0, 0x7f, 0x7f, 2, 1, 1, '1', '2', '.', '5', 0, '1', (byte) 0xf7};
        in.take(twelve, twelve.length, 0);
        in.take(twelve, twelve.length, 0);
        assertThat(inbox.find("msc go").presses()).isEqualTo(1);
        assertThat(inbox.find("msc go 12.5").presses()).isEqualTo(2);
        // Cut off anywhere it is passed over.
        for (int length = 1; length < 6; length++) in.take(twelve, length, 0);
        assertThat(inbox.find("msc go 12.5").presses()).isEqualTo(2);
    }
}
