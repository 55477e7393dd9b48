package gloaming.play;

import gloaming.flow.Points;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentLinkedQueue;

/** Copies of points that somebody waits for, {@value #MOST} at once; who gives up cancels his. */
final class PointCopies {
    static final int MOST = 16;

    private record Copy(String step, CompletableFuture<Points> points) {}

    private final ConcurrentLinkedQueue<Copy> copies = new ConcurrentLinkedQueue<>();

    /** The points of a step as they are in the next frame that works it out. */
    CompletableFuture<Points> of(String step) {
        Copy copy = new Copy(step, new CompletableFuture<>());
        copies.removeIf(c -> c.points.isDone());
        if (copies.size() >= MOST) copy.points.cancel(false);
        else copies.add(copy);
        return copy.points;
    }

    /** What a step gives in this frame, for those that wait for it. */
    void see(String step, Points points) {
        if (copies.isEmpty()) return;
        copies.removeIf(copy -> {
            if (!copy.step.equals(step)) return copy.points.isDone();
            copy.points.complete(new Points().copyFrom(points));
            return true;
        });
    }

    void close() {
        copies.forEach(c -> c.points.cancel(false));
    }
}
