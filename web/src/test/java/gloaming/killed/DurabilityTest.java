package gloaming.killed;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Edit;
import gloaming.web.Child;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.context.ConfigurableApplicationContext;

/** What was acknowledged is there again, however often the program is killed, and whatever becomes of its database. */
class DurabilityTest {
    private static final int KILLS = Integer.getInteger("gloaming.kills", 20);
    /** Kills in one folder before a fresh one is taken. */
    private static final int IN_A_FOLDER = 100;

    @TempDir
    Path temp;

    /** A folder of data in which a process works and is killed, again and again. */
    private static final class Folder {
        private final Path data;
        /** What the last process said. */
        private long sent;

        private long saved;
        private final List<String> said = new ArrayList<>();

        /**
         * Lets a process work for a time, kills it, and checks what it found when it began.
         *
         * @param starting whether it is killed that long after it was started, and not after it began to work
         */
        void round(int number, boolean starting, long milliseconds) throws Exception {
            Process process = Child.brief(Killed.class, data.toString(), String.valueOf(number))
                    .redirectErrorStream(true)
                    .start();
            CountDownLatch begins = new CountDownLatch(starting ? 0 : 1);
            Thread killer = Thread.ofVirtual().start(() -> {
                try {
                    begins.await(60, TimeUnit.SECONDS);
                    if (!process.waitFor(milliseconds, TimeUnit.MILLISECONDS))
                        process.toHandle().destroyForcibly();
                } catch (InterruptedException e) {
                    process.toHandle().destroyForcibly();
                }
            });
            Set<String> found = new HashSet<>();
            List<String> other = new ArrayList<>();
            long had = -1;
            boolean ready = false;
            long nowSent = sent;
            long nowSaved = saved;
            List<String> nowSaid = new ArrayList<>();
            try (BufferedReader out = new BufferedReader(new InputStreamReader(process.getInputStream()))) {
                for (String line; (line = out.readLine()) != null; ) {
                    String[] words = line.split(" ", 3);
                    switch (words[0]) {
                        case "found" -> had = Long.parseLong(words[1]);
                        case "show", "medium" -> found.add(line);
                        case "ready" -> {
                            ready = true;
                            begins.countDown();
                        }
                        case "sent" -> nowSent = Math.max(nowSent, Long.parseLong(words[1]));
                        case "saved" -> nowSaved = Math.max(nowSaved, Long.parseLong(words[1]));
                        case "did" -> nowSaid.add(line);
                        case "forget" -> nowSaid.clear();
                        default -> other.add(line);
                    }
                }
            }
            killer.join();
            assertThat(process.waitFor())
                    .as("kill %d: it was killed, and did not end by itself: %s", number, other)
                    .isEqualTo(137);
            if (!ready) return;
            assertThat(had).as("kill %d: edits", number).isBetween(saved, Math.max(sent, 1));
            for (String line : said) {
                String[] words = line.split(" ");
                // A rename takes the name before it away, and what comes after a deletion of all is not in the list any
                // more.
                if (words[1].equals("0") && said.stream().anyMatch(s -> s.startsWith("did 1"))) continue;
                String kind = words[1].equals("2") ? "medium " : "show ";
                // A rename that was done and of which nobody could be told any more takes the name away too.
                int dash = words[2].lastIndexOf('-') + 1;
                String renamed = words[2].substring(0, dash) + (Integer.parseInt(words[2].substring(dash)) + 1);
                boolean there =
                        found.contains(kind + words[2]) || words[1].equals("0") && found.contains(kind + renamed);
                assertThat(there)
                        .as("kill %d: %s is among %s", number, line, found)
                        .isTrue();
            }
            sent = nowSent;
            saved = Math.max(nowSaved, had);
            said.clear();
            // Only the last few: older ones may have been dropped on purpose.
            said.addAll(nowSaid.subList(Math.max(0, nowSaid.size() - 3), nowSaid.size()));
        }

        Folder(Path data) {
            this.data = data;
        }
    }

    /** Two folders at a time, as most of a round is waiting for one thread of a process that starts. */
    @Test
    void killedAgainAndAgainItLosesNothingThatWasAcknowledged() throws Exception {
        List<Callable<Long>> halves = List.of(() -> kills(0, KILLS / 2), () -> kills(KILLS / 2, KILLS));
        long saved = 0;
        try (ExecutorService two = Executors.newFixedThreadPool(2)) {
            for (Future<Long> half : two.invokeAll(halves)) saved += half.get();
        }
        assertThat(saved).as("edits that were saved in between").isGreaterThan(20);
    }

    private long kills(int from, int to) throws Exception {
        Random random = new Random(15 + from);
        Folder folder = null;
        for (int i = from; i < to; i++) {
            if ((i - from) % IN_A_FOLDER == 0) folder = new Folder(temp.resolve("folder-" + from + "-" + i));
            // Some in the middle of the start, most while it writes.
            boolean starting = random.nextInt(10) < 2;
            folder.round(i, starting, random.nextInt(starting ? 2_500 : 1_500));
            if (KILLS > 100 && i % 20 == 19)
                System.out.println("kills: " + (i + 1 - from) + ", lost: 0, saved to " + folder.saved);
        }
        return folder.saved;
    }

    private static long edited(Path data, int edits) {
        try (ConfigurableApplicationContext context = Killed.open(data)) {
            Shows shows = context.getBean(Shows.class);
            OpenLook open = context.getBean(Journal.class).open(Killed.look(shows));
            long seed = open.look().seed();
            for (int i = 0; i < edits; i++) open.apply(new Edit.Format(960, 540, 30, ++seed, 96), 0);
            context.getBean(Journal.class).flush();
            return seed;
        }
    }

    @Test
    void aDatabaseThatIsGoneComesBackFromTheJournal() throws Exception {
        Path data = temp.resolve("gone");
        long seed = edited(data, 30);
        Files.delete(data.resolve("gloaming.mv.db"));
        assertThat(edited(data, 0)).isEqualTo(seed);
    }

    @Test
    void aDatabaseThatWentBackToAnOlderStateIsBroughtForward() throws Exception {
        Path data = temp.resolve("older");
        edited(data, 10);
        Path database = data.resolve("gloaming.mv.db");
        Path older = temp.resolve("older.mv.db");
        Files.copy(database, older);
        long seed = edited(data, 30);
        Files.copy(older, database, StandardCopyOption.REPLACE_EXISTING);
        assertThat(edited(data, 0)).isEqualTo(seed);
        assertThat(edited(data, 5)).isEqualTo(seed + 5);
    }

    @Test
    void aTornRecordAtTheEndOfTheJournalIsPassedOver() throws Exception {
        Path data = temp.resolve("torn");
        long seed = edited(data, 10);
        Path last = last(data.resolve("journal"), ".redo");
        Files.write(last, new byte[] {0, 0, 1, 0, 3, 3, 3}, java.nio.file.StandardOpenOption.APPEND);
        assertThat(edited(data, 5)).isEqualTo(seed + 5);
        assertThat(edited(data, 0)).isEqualTo(seed + 5);
        Files.delete(data.resolve("gloaming.mv.db"));
        assertThat(edited(data, 0)).isEqualTo(seed + 5);
    }

    private static Path last(Path folder, String ending) throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.filter(f -> f.toString().endsWith(ending))
                    .max(Path::compareTo)
                    .orElseThrow();
        }
    }
}
