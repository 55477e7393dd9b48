package gloaming.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.data.Offset.offset;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class OscTest {
    private final Inbox inbox = new Inbox();
    private final List<Double> kept = new ArrayList<>();
    private final OscIn in = new OscIn(inbox, (packet, seconds) -> kept.add(seconds));

    private double value(String name) {
        Control control = inbox.find(name);
        assertThat(control).as(name).isNotNull();
        return control.value();
    }

    private void take(byte[] packet) {
        in.take(packet, packet.length);
    }

    @Test
    void theExamplesOfTheStandardAreReadAsItSays() {
        // "/oscillator/4/frequency" with the float 440, and "/foo" with 1000, -1, "hello", 1.234 and 5.678.
        take(
                HexFormat.ofDelimiter(" ")
                        .parseHex(
                                "2f 6f 73 63 69 6c 6c 61 74 6f 72 2f 34 2f 66 72 65 71 75 65 6e 63 79 00 2c 66 00 00 43 dc 00 00"));
        assertThat(value("osc /oscillator/4/frequency")).isEqualTo(440);
        take(
                HexFormat.ofDelimiter(" ")
                        .parseHex(
                                "2f 66 6f 6f 00 00 00 00 2c 69 69 73 66 66 00 00 00 00 03 e8 ff ff ff ff 68 65 6c 6c 6f 00 00 00 3f 9d f3 b6 40 b5 b2 2d"));
        assertThat(value("osc /foo 1")).isEqualTo(1000);
        assertThat(value("osc /foo 2")).isEqualTo(-1);
        assertThat(inbox.find("osc /foo 3")).isNull();
        assertThat(value("osc /foo 4")).isCloseTo(1.234, offset(1e-6));
        assertThat(value("osc /foo 5")).isCloseTo(5.678, offset(1e-6));
    }

    @Test
    void everyTypeOfArgumentIsTaken() {
        take(Osc.message("/all", 3, 0.5f, 7L, 0.25, true, false, "12.5", new byte[] {1, 2, 3, 4, 5}));
        for (int i = 0; i < 7; i++) {
            assertThat(value("osc /all " + (i + 1))).isEqualTo(new double[] {3, 0.5, 7, 0.25, 1, 0, 12.5}[i]);
        }
        assertThat(inbox.find("osc /all 8")).isNull();
        byte[] packet = java.util.Arrays.copyOf(
                "/r\0\0,cr[mtN]I\0\0\0".getBytes(StandardCharsets.ISO_8859_1), 16 + 4 + 4 + 4 + 8);
        packet[19] = 'A';
        packet[23] = (byte) 255;
        packet[27] = 127;
        System.arraycopy(
                java.nio.ByteBuffer.allocate(8).putLong(Osc.timeTag(1_000_000)).array(), 0, packet, 28, 8);
        take(packet);
        assertThat(in.lastFault()).isEmpty();
        assertThat(value("osc /r 1")).isEqualTo('A');
        assertThat(value("osc /r 3")).isEqualTo(1);
        assertThat(value("osc /r 4")).isCloseTo(1_000_000, offset(1e-6));
        assertThat(value("osc /r 6")).isEqualTo(1);
    }

    @Test
    void aMessageWithoutArgumentsIsAPress() {
        take(Osc.message("/go"));
        take("/go\0".getBytes(StandardCharsets.US_ASCII));
        assertThat(inbox.find("osc /go").presses()).isEqualTo(2);
    }

    @Test
    void bundlesArePlayedNowOrKeptForTheirTime() {
        byte[] now =
                Osc.bundle(Osc.NOW, List.of(Osc.message("/a", 1), Osc.bundle(Osc.NOW, List.of(Osc.message("/b", 2)))));
        take(now);
        assertThat(value("osc /a")).isEqualTo(1);
        assertThat(value("osc /b")).isEqualTo(2);
        double soon = System.currentTimeMillis() / 1e3 + 5;
        take(Osc.bundle(Osc.timeTag(soon), List.of(Osc.message("/later", 1), Osc.message("/later", 2))));
        assertThat(inbox.find("osc /later")).isNull();
        assertThat(kept).hasSize(2).allSatisfy(at -> assertThat(at).isCloseTo(soon, offset(1e-3)));
        take(Osc.bundle(Osc.timeTag(soon - 3_600), List.of(Osc.message("/late", 1))));
        assertThat(value("osc /late")).isEqualTo(1);
        assertThat(Osc.seconds(Osc.timeTag(1234.5))).isCloseTo(1234.5, offset(1e-6));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        /mill/fader/1 | /mill/fader/1 | true
        /mill/*/1 | /mill/fader/1 | true
        /mill/* | /mill/fader/1 | false
        /mill/fader/? | /mill/fader/12 | false
        /mill/fader/[0-3] | /mill/fader/2 | true
        /mill/fader/[!0-3] | /mill/fader/2 | false
        /mill/{fader,pad}/1 | /mill/pad/1 | true
        /mill/{fader,pad}/1 | /mill/knob/1 | false
        /m*l*/f*r/1 | /mill/fader/1 | true
        /mill/[fader | /mill/fader | false
        """)
    void patternsMeanWhatTheStandardSays(String pattern, String address, boolean means) {
        assertThat(Osc.matches(pattern, address)).isEqualTo(means);
    }

    @Test
    void aPatternMovesAllKnownAddressesItMeans() {
        for (int i = 1; i <= 3; i++) take(Osc.message("/mill/fader/" + i, 0f));
        take(Osc.message("/mill/xy", 0f, 0f));
        take(Osc.message("/mill/fader/[12]", 0.75f));
        take(Osc.message("/*/xy", 0.1f, 0.2f));
        assertThat(value("osc /mill/fader/1")).isEqualTo(0.75);
        assertThat(value("osc /mill/fader/2")).isEqualTo(0.75);
        assertThat(value("osc /mill/fader/3")).isZero();
        assertThat(value("osc /mill/xy 2")).isCloseTo(0.2, offset(1e-6));
        assertThat(Osc.matches("/" + "*".repeat(200) + "z", "/" + "a".repeat(200)))
                .isFalse();
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5})
    void noPacketWhateverDoesAnyHarm(long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        byte[] good =
                Osc.bundle(Osc.NOW, List.of(Osc.message("/a/b", 1, 2f, "text", new byte[9]), Osc.message("/c", 3.0)));
        for (int i = 0; i < 20_000; i++) {
            byte[] packet = random.nextBoolean() ? good.clone() : new byte[random.nextInt(0, 64)];
            int length = random.nextInt(packet.length + 1);
            for (int k = 0; k < 4 && packet.length > 0; k++)
                packet[random.nextInt(packet.length)] = (byte) random.nextInt();
            in.take(packet, length);
        }
        assertThat(in.packets()).isEqualTo(20_000);
        assertThat(in.malformed()).isPositive();
        assertThat(inbox.controls()).hasSizeLessThanOrEqualTo(Inbox.MOST);
    }

    @Test
    void lengthsAreNotBelievedAndBundlesHaveADepth() {
        byte[] huge = Osc.message("/b", new byte[4]);
        java.nio.ByteBuffer.wrap(huge).putInt(8, Integer.MAX_VALUE);
        assertThatThrownBy(() -> Osc.read(huge, huge.length, in))
                .isInstanceOf(Osc.Malformed.class)
                .hasMessageContaining("longer than the packet");
        byte[] deep = Osc.message("/x");
        for (int i = 0; i < 20; i++) deep = Osc.bundle(Osc.NOW, List.of(deep));
        byte[] nested = deep;
        assertThatThrownBy(() -> Osc.read(nested, nested.length, in)).hasMessageContaining("deeper");
        assertThatThrownBy(() -> Osc.read(new byte[] {'/', 'a', 'b', 'c'}, 4, in))
                .hasMessageContaining("no end");
    }
}
