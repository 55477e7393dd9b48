package gloaming.play;

import gloaming.sound.BeatClock;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;

/** What is to be done to the beat with the next frame, told by any thread; more than {@value #MOST} at once are not taken. */
final class BeatOrders {
    static final int MOST = 64;

    private final ConcurrentLinkedQueue<Consumer<BeatClock>> orders = new ConcurrentLinkedQueue<>();
    private final AtomicInteger count = new AtomicInteger();

    void add(Consumer<BeatClock> order) {
        if (count.incrementAndGet() > MOST) count.decrementAndGet();
        else orders.add(order);
    }

    /** Does what was asked, in its order; false where nothing was. */
    boolean obey(BeatClock beats) {
        boolean any = !orders.isEmpty();
        for (Consumer<BeatClock> order = orders.poll(); order != null; order = orders.poll()) {
            count.decrementAndGet();
            order.accept(beats);
        }
        return any;
    }
}
