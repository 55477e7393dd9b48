package gloaming.sound;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** The shape of a sound that is known. */
class SoundShapeTest {
    /** A tone of 440 Hz for so many seconds: silent at first, then half as loud as can be, then all. */
    private record Steps(double lasts) implements Sound {
        @Override
        public String name() {
            return "steps";
        }

        @Override
        public int rate() {
            return 44_100;
        }

        @Override
        public long length() {
            return Math.round(lasts * rate());
        }

        @Override
        public double tempo() {
            return 0;
        }

        @Override
        public float sample(long index) {
            int third = (int) (3 * index / length());
            return (float) (third / 2.0 * Math.sin(2 * Math.PI * 440 * index / rate()));
        }
    }

    @Test
    void eachPieceIsAsHighAsItIsLoudInAShortSoundAndInALongOne() {
        for (double seconds : new double[] {0.5, 3, 600}) {
            int[] shape = SoundShape.of(new Steps(seconds), 30);
            assertThat(shape).hasSize(30);
            for (int i = 0; i < 30; i++)
                assertThat(shape[i]).as("%s s, piece %d", seconds, i).isBetween(127 * (i / 10) - 3, 128 * (i / 10));
        }
    }

    @Test
    void silenceHasNoneAndNobodyAsksForMoreThanThereIs() {
        assertThat(SoundShape.of(Sound.SILENCE, 100)).isEmpty();
        assertThat(SoundShape.of(new Steps(10), 1_000_000)).hasSize(SoundShape.MOST);
        assertThat(SoundShape.of(new Steps(10), -4)).hasSize(1);
    }
}
