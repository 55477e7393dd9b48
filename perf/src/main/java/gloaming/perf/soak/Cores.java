package gloaming.perf.soak;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;

/** What the machine's cores have done so far, as Linux tells it: on a shared machine part of it is given to others. */
final class Cores {
    private static final Path STAT = Path.of("/proc/stat");
    private static final int STOLEN = 7;

    private Cores() {}

    /** Ticks of all cores in user, nice, system, idle, waiting, interrupts and stolen, in the system's order; none where it does not say. */
    static long[] times() {
        try (Stream<String> lines = Files.lines(STAT)) {
            String all = lines.findFirst().orElse("");
            return Stream.of(all.split("\\s+"))
                    .skip(1)
                    .limit(STOLEN + 1)
                    .mapToLong(Long::parseLong)
                    .toArray();
        } catch (IOException e) {
            return new long[0];
        }
    }

    /** The part of all ticks between two times that others got. */
    static double stolen(long[] before, long[] after) {
        if (before.length <= STOLEN || after.length <= STOLEN) return Double.NaN;
        long all = 0;
        for (int i = 0; i <= STOLEN; i++) all += after[i] - before[i];
        return all == 0 ? Double.NaN : (after[STOLEN] - before[STOLEN]) / (double) all;
    }
}
