package gloaming.tape;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.library.Cut;
import gloaming.library.Fit;
import gloaming.look.Refused;
import java.util.Arrays;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class CameraShotTest {
    @ParameterizedTest
    @EnumSource(Fit.class)
    void aShotIsTheSameAfterItWasWrittenAndRead(Fit fit) {
        CameraShot shot = new CameraShot(7, 5_000_000_000L, 31_415, new Cut(960, 540, 0.5, fit));
        assertThat(CameraShot.of(shot.bytes())).isEqualTo(shot);
    }

    @Test
    void anyBytesAreAShotWithinItsLimitsOrASentence() {
        byte[] whole = new CameraShot(7, 5_000, 31_415, new Cut(960, 540, 0.5, Fit.FILL)).bytes();
        SplittableRandom random = new SplittableRandom(2);
        for (int i = 0; i < 20_000; i++) {
            byte[] bytes = whole.clone();
            for (int k = random.nextInt(4); k >= 0; k--) bytes[random.nextInt(bytes.length)] = (byte) random.nextInt();
            try {
                CameraShot shot = CameraShot.of(bytes);
                assertThat(shot.length()).isBetween(1, CameraShot.LONGEST);
                assertThat(shot.cut().width()).isBetween(1, 8_192);
                assertThat(shot.cut().scale()).isBetween(0.0, 16.0);
            } catch (Refused e) {
                assertThat(e.getMessage()).endsWith(".");
            }
        }
        for (int n = 0; n < whole.length; n++) {
            byte[] part = Arrays.copyOf(whole, n);
            assertThatThrownBy(() -> CameraShot.of(part)).isInstanceOf(Refused.class);
        }
    }
}
