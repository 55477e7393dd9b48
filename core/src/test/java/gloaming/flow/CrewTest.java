package gloaming.flow;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicIntegerArray;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class CrewTest {

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 8})
    void everyIndexIsVisitedOnceHoweverTheWorkIsCut(int threads) {
        try (Crew crew = new Crew(threads)) {
            for (int count : new int[] {0, 1, 2, 15, 16, 17, 100, 1000}) {
                for (int grain : new int[] {1, 3, 16, 2000}) {
                    AtomicIntegerArray visits = new AtomicIntegerArray(count);
                    crew.each(count, grain, (from, to) -> {
                        for (int i = from; i < to; i++) visits.incrementAndGet(i);
                    });
                    for (int i = 0; i < count; i++) assertThat(visits.get(i)).isEqualTo(1);
                }
            }
        }
    }

    @Test
    void stripsAreCutAlikeWithAnyNumberOfThreads() {
        try (Crew alone = new Crew(1);
                Crew three = new Crew(3)) {
            assertThat(strips(three)).isEqualTo(strips(alone)).containsEntry(96, 100);
        }
    }

    private static ConcurrentHashMap<Integer, Integer> strips(Crew crew) {
        ConcurrentHashMap<Integer, Integer> strips = new ConcurrentHashMap<>();
        crew.each(100, 16, strips::put);
        return strips;
    }

    @Test
    void manyShortRoundsInARowLoseNoStrip() {
        try (Crew crew = new Crew(4)) {
            AtomicInteger strips = new AtomicInteger();
            for (int round = 0; round < 20_000; round++) crew.each(7, 2, (from, to) -> strips.incrementAndGet());
            assertThat(strips).hasValue(80_000);
        }
    }

    @Test
    void whatGoesWrongInAStripReachesTheCallerAndTheCrewWorksOn() {
        try (Crew crew = new Crew(3)) {
            for (int i = 0; i < 50; i++) {
                assertThatThrownBy(() -> crew.each(40, 4, (from, to) -> {
                            if (from == 20) throw new IllegalStateException("the sluice is shut");
                        }))
                        .hasMessage("the sluice is shut");
                AtomicInteger sum = new AtomicInteger();
                crew.each(40, 4, (from, to) -> sum.addAndGet(to - from));
                assertThat(sum).hasValue(40);
            }
        }
    }

    @Test
    void aCrewHasOneToSixtyFourThreads() {
        assertThatThrownBy(() -> new Crew(0)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new Crew(65)).isInstanceOf(IllegalArgumentException.class);
    }
}
