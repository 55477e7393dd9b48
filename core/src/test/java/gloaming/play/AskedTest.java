package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Points;
import gloaming.look.Clock;
import gloaming.look.Lane;
import gloaming.sound.BeatClock;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.Test;

/** What any thread asks of a player and the frame does: each by itself, and none without end. */
class AskedTest {
    private static LaneRun lane(String name, double number, boolean needed) {
        LaneRun run = new LaneRun(new Lane("l-" + name, name, Clock.SHOW, List.of()));
        run.number = number;
        run.needed = needed;
        return run;
    }

    @Test
    void ordersToTheBeatAreCarriedOutOnceInTheirOrderAndNotTooMany() {
        BeatOrders orders = new BeatOrders();
        List<Integer> done = new ArrayList<>();
        for (int i = 0; i < 3 * BeatOrders.MOST; i++) {
            int n = i;
            orders.add(beats -> done.add(n));
        }
        assertThat(orders.obey(new BeatClock())).isTrue();
        assertThat(done).hasSize(BeatOrders.MOST).isSorted().startsWith(0, 1, 2);
        assertThat(orders.obey(new BeatClock())).isFalse();
        orders.add(beats -> done.add(-1));
        orders.obey(new BeatClock());
        assertThat(done).endsWith(-1);
    }

    @Test
    void aCopyIsOfItsStepAndWhoGaveUpMakesRoomForOthers() {
        PointCopies copies = new PointCopies();
        List<CompletableFuture<Points>> asked = new ArrayList<>();
        for (int i = 0; i < PointCopies.MOST; i++) asked.add(copies.of("s1"));
        assertThat(copies.of("s2")).as("no room").isCancelled();
        asked.getFirst().cancel(false);
        CompletableFuture<Points> other = copies.of("s2");
        assertThat(other).isNotDone();
        Points points = new Points();
        points.n(3);
        copies.see("s1", points);
        assertThat(other).isNotDone();
        assertThat(asked.get(1)).isCompletedWithValueMatching(p -> p != points && p.n() == 3);
        copies.close();
        assertThat(other).isCancelled();
    }

    @Test
    void theNumberOfALaneIsThatOfTheLastFrameAndOfNoOther() {
        Heeded heeded = new Heeded();
        List<LaneRun> lanes = List.of(lane("tide", 0.4, true), lane("ebb", 0.7, true), lane("dry", 0.9, false));
        heeded.take(lanes);
        assertThat(heeded.number()).isNaN();
        heeded.lane("ebb");
        assertThat(heeded.is("ebb")).isTrue();
        heeded.take(lanes);
        assertThat(heeded.number()).isEqualTo(0.7);
        heeded.lane("tide");
        assertThat(heeded.number()).as("before the next frame").isNaN();
        heeded.lane("dry");
        heeded.take(lanes);
        assertThat(heeded.number()).as("of a lane that is not worked out").isNaN();
    }

    @Test
    void whoeverSitsForAPhotographCanLeave() {
        Sitting sitting = new Sitting();
        assertThat(sitting.scale()).isZero();
        sitting.at(2);
        assertThat(sitting.scale()).isEqualTo(2);
        sitting.at(0);
        assertThat(sitting.scale()).isZero();
    }
}
