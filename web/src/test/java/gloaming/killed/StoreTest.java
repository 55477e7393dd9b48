package gloaming.killed;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.media.Facts;
import gloaming.media.Wav;
import gloaming.sound.HouseBand;
import gloaming.web.store.Media;
import gloaming.web.store.MediaStore;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Quota;
import gloaming.web.store.Shows;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.lang.ref.WeakReference;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.context.ConfigurableApplicationContext;

/** What is stored while other things happen, and how much. */
class StoreTest {
    @TempDir
    Path data;

    private static final byte[] BAND = Wav.bytes(new HouseBand(1, 200));

    /** A sound for each number, as long as all the others. */
    private static byte[] sound(int number) {
        byte[] another = BAND.clone();
        another[another.length - 1] = (byte) number;
        return another;
    }

    @Test
    void mediaTakeNoMoreOfTheDiskThanTheyMay() throws Exception {
        try (ConfigurableApplicationContext context = Killed.open(data)) {
            String show = Killed.look(context.getBean(Shows.class)).showId();
            Quota quota = context.getBean(Quota.class);
            MediaStore store = context.getBean(MediaStore.class);
            store.add(show, "", "weir.wav", "", new ByteArrayInputStream(sound(1)));
            assertThat(quota.used()).isEqualTo(sound(1).length);
            assertThatThrownBy(() -> quota.set(0)).isInstanceOf(Refused.class);
            quota.set(1);
            assertThat(quota.gigabytes()).isEqualTo(1);
            Facts facts = new Facts(Facts.Kind.PICTURE, 1, 1, 1, 0, 0, false, "png", null);
            for (String name : new String[] {"large", "the same file again"})
                context.getBean(Media.class).add(show, "large", name, "", "a".repeat(64), 1L << 30, facts);
            assertThat(quota.used()).as("a file counts once").isEqualTo((1L << 30) + sound(1).length);
            assertThatThrownBy(() -> store.add(show, "", "bell.wav", "", new ByteArrayInputStream(sound(2))))
                    .isInstanceOf(Refused.class)
                    .hasMessageContaining("'bell.wav' does not fit");
            quota.set(2);
            store.add(show, "", "bell.wav", "", new ByteArrayInputStream(sound(2)));
        }
    }

    /** Bytes that come slowly, so that something can happen meanwhile. */
    private static InputStream slowly(byte[] bytes) {
        return new ByteArrayInputStream(bytes) {
            @Override
            public synchronized int read(byte[] into, int from, int count) {
                Thread.yield();
                return super.read(into, from, Math.min(count, 4_096));
            }
        };
    }

    @Test
    void aSweepTakesNoUploadThatIsBeingWrittenAndBearsFilesThatVanish() throws Exception {
        try (ConfigurableApplicationContext context = Killed.open(data)) {
            String show = Killed.look(context.getBean(Shows.class)).showId();
            MediaStore store = context.getBean(MediaStore.class);
            AtomicBoolean ended = new AtomicBoolean();
            AtomicInteger sweeps = new AtomicInteger();
            AtomicInteger failed = new AtomicInteger();
            Thread sweeper = Thread.ofPlatform().start(() -> {
                while (!ended.get()) {
                    try {
                        Path stray = data.resolve("media").resolve("stray.part");
                        if (Files.isDirectory(stray.getParent())) Files.write(stray, new byte[] {1});
                        Thread.ofVirtual().start(() -> stray.toFile().delete());
                        store.sweep();
                        sweeps.incrementAndGet();
                    } catch (IOException | RuntimeException e) {
                        failed.incrementAndGet();
                    }
                }
            });
            for (int i = 0; i < 20; i++) store.add(show, "", "s" + i + ".wav", "", slowly(sound(i)));
            ended.set(true);
            sweeper.join();
            assertThat(failed).hasValue(0);
            assertThat(sweeps.get()).isGreaterThan(5);
            for (Media.Row row : context.getBean(Media.class).of(show))
                assertThat(store.path(row.hash())).exists();
        }
    }

    @Test
    void theLastChangesOfPagesAreKnownForSixtyFourOfThemAndNoMore() {
        try (ConfigurableApplicationContext context = Killed.open(data)) {
            Shows shows = context.getBean(Shows.class);
            var journal = context.getBean(gloaming.web.store.Journal.class);
            OpenLook open = journal.open(Killed.look(shows));
            for (int i = 0; i < 100; i++) {
                var origin = new OpenLook.Origin("page-number-" + i, 7);
                assertThat(open.has(origin)).isFalse();
                open.apply(new gloaming.look.Edit.Rename("by " + i), 0, origin);
                assertThat(open.has(origin)).isTrue();
                assertThat(open.has(new OpenLook.Origin(origin.page(), 8))).isFalse();
            }
            journal.flush();
        }
        try (ConfigurableApplicationContext context = Killed.open(data)) {
            OpenLook open =
                    context.getBean(gloaming.web.store.Journal.class).open(Killed.look(context.getBean(Shows.class)));
            int known = 0;
            for (int i = 0; i < 100; i++) if (open.has(new OpenLook.Origin("page-number-" + i, 7))) known++;
            assertThat(known).isEqualTo(64);
            assertThat(open.has(new OpenLook.Origin("page-number-99", 7))).isTrue();
        }
    }

    @Test
    void ofManyLooksOnlySomeStayOpenAndWhatSomebodyHoldsStaysTheOnlyOne() throws Exception {
        try (ConfigurableApplicationContext context = Killed.open(data)) {
            Shows shows = context.getBean(Shows.class);
            var journal = context.getBean(gloaming.web.store.Journal.class);
            String show = Killed.look(shows).showId();
            for (int i = 0; i < 100; i++) shows.addLook(show, Look.empty("look " + i));
            List<Shows.LookRow> rows = shows.looks(show);
            OpenLook held = journal.open(rows.getFirst());
            var free = new WeakReference<>(journal.open(rows.get(1)));
            free.get().apply(new gloaming.look.Edit.Rename("Weir, after dark"), 0);
            rows.subList(2, rows.size()).forEach(journal::open);
            assertThat(journal.open(rows.getFirst())).isSameAs(held);
            rows.subList(2, rows.size()).forEach(journal::open);
            journal.flush();
            rows.subList(2, rows.size()).forEach(journal::open);
            for (int i = 0; i < 200 && free.get() != null; i++) {
                System.gc();
                Thread.sleep(20);
            }
            assertThat(free.get()).as("nobody holds it").isNull();
            assertThat(journal.open(rows.get(1)).look().name()).isEqualTo("Weir, after dark");
            held.apply(new gloaming.look.Edit.Rename("Mill race, low water"), 0);
            journal.flush();
            assertThat(shows.document(held.id).name()).isEqualTo("Mill race, low water");
        }
    }
}
