package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Picture;
import gloaming.flow.Srgb;
import gloaming.look.Snapshots;
import gloaming.show.ChangeStarts;
import gloaming.show.Transition;
import java.time.Duration;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.Test;

/** One picture after another, as bytes: each way of changing against what it is meant to be. */
class OutputFadeTest {
    private static final int WIDTH = 32;
    private static final int HEIGHT = 18;
    private static final byte[] RED = flat(255, 0, 0);
    private static final byte[] GREEN = flat(0, 255, 0);

    private static byte[] flat(int r, int g, int b) {
        byte[] rgb = new byte[WIDTH * HEIGHT * 3];
        for (int i = 0; i < rgb.length; i += 3) {
            rgb[i] = (byte) r;
            rgb[i + 1] = (byte) g;
            rgb[i + 2] = (byte) b;
        }
        return rgb;
    }

    private static byte[] after(Crossing crossing, double part) {
        byte[] out = GREEN.clone();
        OutputFade.cross(crossing, RED, WIDTH, HEIGHT, out, WIDTH, HEIGHT, part, out);
        return out;
    }

    private static Crossing own(OwnMix mix) {
        return new Crossing(Transition.Way.OWN, Snapshots.Way.EVEN, 1, "", null, mix);
    }

    private static String start(String id) {
        return ChangeStarts.ALL.stream()
                .filter(s -> s.id().equals(id))
                .findFirst()
                .orElseThrow()
                .code();
    }

    @Test
    void aFadeMixesLightAndNotBytes() {
        byte[] half = after(Crossing.FADE, 0.5);
        // Half the light of full white is 188 of 255 as sRGB encodes it.
        assertThat(half[0] & 255).isBetween(187, 189);
        assertThat(half[1] & 255).isBetween(187, 189);
    }

    @Test
    void everyPairOfCodesMixesToTheCodeOfItsLight() {
        byte[] before = new byte[256 * 256 * 3];
        byte[] next = new byte[before.length];
        for (int i = 0; i < before.length; i++) {
            before[i] = (byte) (i / 3 / 256);
            next[i] = (byte) (i / 3);
        }
        byte[] out = new byte[before.length];
        for (double weight : new double[] {0, 0.13, 0.5, 0.9, 1}) {
            OutputFade.mix(before, 256, 256, next, 256, 256, weight, out);
            for (int i = 0; i < out.length; i += 3) {
                double light = (1 - weight) * Srgb.light((before[i] & 255) / 255.0)
                        + weight * Srgb.light((next[i] & 255) / 255.0);
                assertThat((double) (out[i] & 255)).isCloseTo(255 * Srgb.code(light), within(0.7));
            }
        }
        // The same through another shape: twice as wide and high is each pixel four times.
        byte[] large = new byte[4 * before.length];
        byte[] mixed = new byte[large.length];
        OutputFade.mix(before, 256, 256, large, 512, 512, 0, mixed);
        for (int i = 0; i < 512 * 512; i++)
            assertThat(mixed[3 * i]).isEqualTo(before[3 * (i / 512 / 2 * 256 + i % 512 / 2)]);
    }

    @Test
    void aChangeOfOnesOwnIsSeenTheWayItIsWrittenWithItsFirstRowAbove() {
        OwnMix push = new OwnMix(start("push"));
        byte[] half = after(own(push), 0.5);
        int left = 3 * (WIDTH * 9 + 4);
        int right = 3 * (WIDTH * 9 + WIDTH - 5);
        assertThat(half[left] & 255).isGreaterThan(250);
        assertThat(half[right + 1] & 255).isGreaterThan(250);
        assertThat(half[right] & 255).isLessThan(5);
        assertThat(after(own(push), 0)).isEqualTo(RED);
        assertThat(after(own(push), 1)).isEqualTo(GREEN);
        OwnMix upper = new OwnMix("""
                #version 300 es
                precision highp float;
                in vec2 uv; out vec4 color;
                uniform sampler2D before; uniform sampler2D next; uniform float part;
                void main() { color = uv.y > part ? texture(before, uv) : texture(next, uv); }
                """);
        byte[] below = after(own(upper), 0.25);
        assertThat(below[0] & 255).as("its first row is the upper one").isEqualTo(255);
        assertThat(below[3 * WIDTH * (HEIGHT - 1) + 1] & 255).isEqualTo(255);
    }

    @Test
    void whatDoesNotCompileFailsOrNeverEndsIsAFadeAndSaysSo() {
        OwnMix none = new OwnMix("this is no text of a shader");
        assertThat(after(own(none), 0.5)).isEqualTo(after(Crossing.FADE, 0.5));
        assertThat(none.trouble()).contains("line 1");
        OwnMix endless = new OwnMix("""
                #version 300 es
                precision highp float;
                in vec2 uv; out vec4 color;
                uniform sampler2D before; uniform float part;
                void main() {
                    float x = part;
                    for (int i = 0; i < 60000; i++) for (int k = 0; k < 60000; k++) x = sin(x + 1.0);
                    color = vec4(x);
                }
                """);
        Assertions.assertTimeoutPreemptively(Duration.ofSeconds(20), () -> {
            for (int i = 0; i < 50; i++) assertThat(after(own(endless), 0.5)).isEqualTo(after(Crossing.FADE, 0.5));
        });
        assertThat(endless.trouble()).contains("too long");
    }

    @Test
    void aPictureOfAnotherShapeStandsInTheMiddleWithBlackAroundIt() {
        OwnMix push = new OwnMix(start("push"));
        byte[] small = {(byte) 255, 0, 0};
        byte[] out = GREEN.clone();
        OutputFade.cross(own(push), small, 1, 1, out, WIDTH, HEIGHT, 0, out);
        assertThat(out[3 * (WIDTH * 9 + WIDTH / 2)] & 255).isEqualTo(255);
        assertThat(out[3 * WIDTH * 9] & 255).isZero();
        assertThat(out[3 * WIDTH * 9 + 1] & 255).isZero();
    }

    @Test
    void whatIsWorkedOutSmallerIsDrawnLargeByWhatLiesAround() {
        Picture small = new Picture(2, 2);
        // Light grows to the right and upward: 0 and 0.5 below, 0.5 and 1 above.
        System.arraycopy(new float[] {0, 0.5f, 0.5f, 1}, 0, small.r(), 0, 4);
        byte[] rgb = new byte[8 * 8 * 3];
        OutputFade.code(small, rgb, 8, 8);
        assertThat(rgb[0] & 255).as("upper left").isBetween(187, 189);
        assertThat(rgb[3 * 7] & 255).as("upper right").isEqualTo(255);
        assertThat(rgb[3 * 8 * 7] & 255).as("lower left").isZero();
        // In the middle the mean of all, some places from it a little less.
        assertThat(rgb[3 * (8 * 4 + 3)] & 255).isBetween(160, 188);
    }

    @Test
    void withoutItsGroundAColourIsAsBrightAsItWasBeforeItWasSeenThrough() {
        // Half a red that is half as bright: a quarter of its light over black.
        byte[] rgb = {(byte) 137, 0, 0, 90, 91, 92, 10, 20, 30};
        OutputFade.straight(rgb, new byte[] {(byte) 128, (byte) 255, 0});
        assertThat(rgb[0] & 255).isBetween(187, 189);
        assertThat(rgb[4] & 255).as("all cover").isEqualTo(91);
        assertThat(rgb[8] & 255).as("none").isEqualTo(30);
    }

    @Test
    void whatIsNoNumberIsBlackAndWhatIsTooBrightIsWhite() {
        OwnMix wild = new OwnMix("""
                #version 300 es
                precision highp float;
                in vec2 uv; out vec4 color;
                uniform float part;
                void main() { color = vec4(sqrt(-1.0 - part), 1e30, -3.0, 1.0); }
                """);
        byte[] out = after(own(wild), 0.5);
        assertThat(out[0] & 255).isZero();
        assertThat(out[1] & 255).isEqualTo(255);
        assertThat(out[2] & 255).isZero();
    }
}
