package gloaming.web.page;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Look;
import gloaming.step.Catalogue;
import gloaming.step.Examples;
import java.io.ByteArrayInputStream;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;

/** Small looks in motion: worked out once, one at a time, and the one that is looked at first. */
class MotionPicturesTest {
    private final MotionPictures motion = new MotionPictures();
    private final Look look = new Examples(Catalogue.all()).look("fill");

    private final CountDownLatch began = new CountDownLatch(1);
    private final CountDownLatch may = new CountDownLatch(1);

    /** The look, once it may be had. */
    private Look held() {
        began.countDown();
        try {
            may.await();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
        return look;
    }

    @Test
    void aStripIsWorkedOutOnceAndHoldsAllItsPictures() throws Exception {
        AtomicInteger asked = new AtomicInteger();
        byte[] strip = null;
        for (int i = 0; i < 3; i++)
            strip = motion.of(
                    "fill",
                    () -> {
                        asked.incrementAndGet();
                        return look;
                    },
                    List.of());
        assertThat(asked).hasValue(1);
        var picture = ImageIO.read(new ByteArrayInputStream(strip));
        assertThat(picture.getWidth()).isEqualTo(MotionPictures.WIDTH);
        assertThat(picture.getHeight()).isEqualTo(MotionPictures.HEIGHT * MotionPictures.FRAMES);
    }

    @Test
    void ofThoseThatWaitTheLastComesFirst() throws Exception {
        List<String> order = Collections.synchronizedList(new ArrayList<>());
        try (ExecutorService pages = Executors.newVirtualThreadPerTaskExecutor()) {
            List<Future<byte[]>> all = new ArrayList<>();
            all.add(pages.submit(() -> motion.of(
                    "first",
                    () -> {
                        Look now = held();
                        order.add("first");
                        return now;
                    },
                    List.of())));
            began.await();
            for (String name : List.of("second", "third", "fourth")) {
                int waiting = motion.waiting();
                all.add(pages.submit(() -> motion.of(
                        name,
                        () -> {
                            order.add(name);
                            return look;
                        },
                        List.of())));
                while (motion.waiting() == waiting) Thread.onSpinWait();
            }
            may.countDown();
            for (Future<byte[]> each : all) assertThat(each.get()).isNotEmpty();
        }
        assertThat(order).containsExactly("first", "fourth", "third", "second");
        assertThat(motion.waiting()).isZero();
    }

    @Test
    void whereTooManyWaitTheOldestIsToldSo() throws Exception {
        try (ExecutorService pages = Executors.newVirtualThreadPerTaskExecutor()) {
            pages.submit(() -> motion.of("holds", this::held, List.of()));
            began.await();
            Future<byte[]> oldest = pages.submit(() -> motion.of("one", () -> look, List.of()));
            while (motion.waiting() == 0) Thread.onSpinWait();
            for (int i = 0; i < MotionPictures.MOST_WAITING; i++)
                pages.submit(() -> motion.of("one", () -> look, List.of()));
            assertThat(oldest.get()).isNull();
            assertThat(MotionPictures.answer(null).getStatusCode().value()).isEqualTo(503);
            may.countDown();
        }
    }

    @Test
    void oneThatWasStoppedOnItsWayIsKeptForAWhileOnly() throws Exception {
        Look moves = new Examples(Catalogue.all()).look("sway");
        AtomicInteger asked = new AtomicInteger();
        byte[] whole = motion.of("sway", () -> moves, List.of());
        MotionPictures stopped = new MotionPictures(0, 0);
        MotionPictures kept = new MotionPictures(0, Long.MAX_VALUE);
        for (MotionPictures pictures : List.of(stopped, stopped, kept, kept)) {
            byte[] stands = pictures.of(
                    "sway",
                    () -> {
                        asked.incrementAndGet();
                        return moves;
                    },
                    List.of());
            assertThat(stands.length).as("it stands still").isLessThan(whole.length);
        }
        assertThat(asked)
                .as("twice of the one that keeps none, once of the other")
                .hasValue(3);
    }
}
