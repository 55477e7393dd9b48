package gloaming.perf;

import gloaming.desk.Inbox;
import gloaming.tape.SetFile;
import gloaming.tape.Tape;
import java.io.BufferedOutputStream;
import java.io.OutputStream;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.SplittableRandom;

/** What it costs to record an hour of three players at thirty frames a second, with 20,000 values a minute from controllers. */
final class RecordedHour {
    private static final int PLAYERS = 3;
    private static final int FRAMES = 30 * 3_600;
    private static final int VALUES_A_MINUTE = 20_000;
    private static final int CONTROLS = 64;
    private static final int FRAMES_A_BLOCK = 6;

    private RecordedHour() {}

    static List<Result> run() throws Exception {
        Path file = Files.createTempFile("gloaming", ".set");
        Inbox shared = new Inbox();
        Inbox[] inboxes = new Inbox[PLAYERS];
        Tape[] tapes = new Tape[PLAYERS];
        for (int p = 0; p < PLAYERS; p++) {
            inboxes[p] = new Inbox();
            tapes[p] = new Tape();
        }
        SplittableRandom random = new SplittableRandom(7);
        double owed = 0;
        double time = 0;
        long nanos = 0;
        long size;
        long began = ManagementFactory.getThreadMXBean().getCurrentThreadCpuTime();
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file))) {
            SetFile.Writer writer = new SetFile.Writer(out);
            for (int f = 0; f < FRAMES; f++) {
                owed += VALUES_A_MINUTE / 60.0 / 30;
                for (; owed >= 1; owed--)
                    shared.arrive("osc /mill/" + random.nextInt(CONTROLS), random.nextInt(128) / 127.0, 0);
                nanos += 33_333_333 + random.nextInt(-400_000, 400_000);
                for (int p = 0; p < PLAYERS; p++) {
                    inboxes[p].follow(shared, tapes[p]);
                    tapes[p].frame(nanos + p * 1_000, f, time, 1 / 30.0, time, 960, 540, false, true);
                    if (f % 30 == 0) tapes[p].print(random.nextInt());
                }
                time += 1 / 30.0;
                if (f % FRAMES_A_BLOCK > 0) continue;
                for (int p = 0; p < PLAYERS; p++) writer.add(p + 1, tapes[p]);
                writer.flush();
            }
            writer.close();
            size = writer.size();
        } finally {
            Files.delete(file);
        }
        double seconds = (ManagementFactory.getThreadMXBean().getCurrentThreadCpuTime() - began) / 1e9;
        return List.of(
                new Result("an hour recorded, its size", size / 1e6, "MB", "100 MB", size / 1e6 / 100),
                new Result("the same, of one core", 100 * seconds / 3_600, "%", "1 %", seconds / 36));
    }
}
