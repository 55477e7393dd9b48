package gloaming.play;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;

/** What the machine's cores have done so far, as Linux tells it: on a shared machine part of it is given to others. */
public final class Cores {
    private static final Path STAT = Path.of("/proc/stat");
    private static final int IDLE = 3;
    private static final int WAITING = 4;
    private static final int STOLEN = 7;

    private Cores() {}

    /** Ticks of all cores in user, nice, system, idle, waiting, interrupts and stolen, in the system's order; none where it does not say. */
    public static long[] times() {
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
    public static double stolen(long[] before, long[] after) {
        if (before.length <= STOLEN || after.length <= STOLEN) return Double.NaN;
        long all = 0;
        for (int i = 0; i <= STOLEN; i++) all += after[i] - before[i];
        return all == 0 ? Double.NaN : (after[STOLEN] - before[STOLEN]) / (double) all;
    }

    /** The part of what threads have worked between two times by their own clocks that others got, which they count too; 0 where it is not known. */
    static double counted(long[] before, long[] after) {
        if (before.length <= STOLEN || after.length <= STOLEN) return 0;
        long all = 0;
        for (int i = 0; i <= STOLEN; i++) if (i != IDLE && i != WAITING) all += after[i] - before[i];
        return all <= 0 ? 0 : (after[STOLEN] - before[STOLEN]) / (double) all;
    }
}
