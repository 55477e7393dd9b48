package gloaming.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.Test;

/** Files that are read as a whole while frames go on. */
class WholeFilesTest {
    /** More than may wait on a shelf. */
    private static final int MANY = 60;

    private static final int MOST = 16;

    private static Shelf.Item item(String ref, String version) {
        return new Shelf.Item(ref, ref, Facts.Kind.CLOUD, Path.of(ref), version, "", 1, 0);
    }

    private static void until(BooleanSupplier is) {
        long end = System.nanoTime() + 20_000_000_000L;
        while (!is.getAsBoolean()) {
            assertThat(System.nanoTime()).as("when it should have happened").isLessThan(end);
            LockSupport.parkNanos(1_000_000);
        }
    }

    @Test
    void aFileIsReadOnceAndAnotherVersionStaysAwayUntilItIsThere() throws Exception {
        CountDownLatch second = new CountDownLatch(1);
        AtomicInteger reads = new AtomicInteger();
        try (ShelfReader reader = new ShelfReader(false)) {
            WholeFiles<String> files = new WholeFiles<>(reader, MOST, item -> {
                reads.incrementAndGet();
                if (item.version().equals("2")) waitFor(second);
                return item.ref() + item.version();
            });
            until(() -> "marsh1".equals(files.of(item("marsh", "1"))));
            assertThat(files.of(item("marsh", "1"))).isEqualTo("marsh1");
            assertThat(reads).hasValue(1);

            assertThat(files.of(item("marsh", "2"))).as("while it is read").isEqualTo("marsh1");
            second.countDown();
            until(() -> "marsh2".equals(files.of(item("marsh", "2"))));
            assertThat(reads).hasValue(2);
        }
    }

    private static void waitFor(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Test
    void whereTooManyWaitTheRestIsAskedForAgain() {
        CountDownLatch goes = new CountDownLatch(1);
        AtomicInteger reads = new AtomicInteger();
        try (ShelfReader reader = new ShelfReader(false)) {
            WholeFiles<String> files = new WholeFiles<>(reader, 2 * MANY, item -> {
                waitFor(goes);
                reads.incrementAndGet();
                return item.ref();
            });
            for (int i = 0; i < MANY; i++)
                assertThat(files.of(item("m" + i, "1"))).isNull();
            goes.countDown();
            until(() -> reads.get() > 0 && files.of(item("m0", "1")) != null);
            until(() -> {
                int there = 0;
                for (int i = 0; i < MANY; i++) if (files.of(item("m" + i, "1")) != null) there++;
                return there == MANY;
            });
            assertThat(reads).as("each once").hasValue(MANY);
        }
    }

    @Test
    void noMoreAreKeptThanThereIsRoomForAndWhoeverIsClosedReadsNothing() {
        AtomicInteger reads = new AtomicInteger();
        ShelfReader reader = new ShelfReader(true);
        WholeFiles<String> files = new WholeFiles<>(reader, MOST, item -> {
            reads.incrementAndGet();
            return item.ref();
        });
        for (int i = 0; i <= MOST; i++) assertThat(files.of(item("m" + i, "1"))).isEqualTo("m" + i);
        assertThat(files.of(item("m0", "1"))).isEqualTo("m0");
        assertThat(reads).as("the first had to give way, and was read again").hasValue(MOST + 2);

        ShelfReader closed = new ShelfReader(false);
        closed.close();
        WholeFiles<String> none = new WholeFiles<>(closed, MOST, Shelf.Item::ref);
        assertThat(none.of(item("m", "1"))).isNull();
    }

    @Test
    void whatIsWrongWithAFileIsSaidWithoutItsFullStopUntilAnotherVersionIsThere() {
        try (ShelfReader reader = new ShelfReader(true)) {
            WholeFiles<String> files = new WholeFiles<>(reader, MOST, item -> {
                if (item.version().equals("1")) throw new Unreadable("'marsh.ply' is cut off.");
                return item.ref();
            });
            for (int i = 0; i < 2; i++)
                assertThatThrownBy(() -> files.of(item("marsh", "1")))
                        .isInstanceOf(IllegalArgumentException.class)
                        .hasMessage("'marsh.ply' is cut off");
            assertThat(files.of(item("marsh", "2"))).isEqualTo("marsh");
        }
    }
}
