package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import org.junit.jupiter.api.Test;

/** What a machine gives to others, by its own count. */
class CoresTest {
    private static final long[] BEFORE = {100, 0, 10, 500, 5, 0, 0, 20};

    @Test
    void whatIsStolenIsAPartOfAllAndAPartOfWhatThreadsCountAsWork() {
        // 60 worked, 100 idle, 40 given to others.
        long[] after = {150, 0, 20, 590, 15, 0, 0, 60};
        assertThat(Cores.stolen(BEFORE, after)).isCloseTo(0.2, offset(1e-12));
        assertThat(Cores.counted(BEFORE, after)).isCloseTo(0.4, offset(1e-12));
    }

    @Test
    void whereItIsNotSaidNothingIsTakenOff() {
        assertThat(Cores.stolen(new long[0], BEFORE)).isNaN();
        assertThat(Cores.counted(new long[0], BEFORE)).isZero();
        assertThat(Cores.counted(BEFORE, BEFORE)).isZero();
    }

    @Test
    void aMachineThatCountsSaysItForAllOfItsCores() {
        long[] times = Cores.times();
        assumeTrue(times.length > 0, "a system that counts");
        assertThat(times).hasSize(8);
        assertThat(Cores.counted(times, Cores.times())).isBetween(0.0, 1.0);
    }
}
