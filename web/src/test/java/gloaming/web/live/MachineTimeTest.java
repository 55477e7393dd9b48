package gloaming.web.live;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.web.Program;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;

class MachineTimeTest {
    private static List<Long> told(String text) {
        long[] all = new long[8];
        int cores = MachineTime.ticks(ByteBuffer.wrap(text.getBytes(StandardCharsets.US_ASCII)), all);
        return Arrays.stream(all, 0, cores).boxed().toList();
    }

    @Test
    void itIsTheEighthNumberOfTheLineOfEachCore() {
        String all = "cpu  6419278 132399 347036 2074491 26157 0 25143 486685 0 0\n";
        assertThat(told(all
                        + "cpu0 1 2 3 4 5 6 7 81 9 0\ncpu11 10 20 30 40 50 60 70 80 90 0\nintr 5 5 5 5 5 5 5 5 5\n"))
                .containsExactly(81L, 80L);
        assertThat(told(all + "cpu0 1 2 3 4\ncpu1 1 2 3 4 5 6 7 8\n")).containsExactly(0L, 8L);
        assertThat(told(all)).isEmpty();
        assertThat(told("")).isEmpty();
    }

    /** Of all cores, 0 where it is not told. */
    private static long sum() throws IOException {
        Path stat = Path.of("/proc/stat");
        if (!Files.isReadable(stat)) return 0;
        String line = Files.readString(stat).lines().findFirst().orElseThrow();
        return Long.parseLong(line.trim().split("\\s+")[8]);
    }

    @Test
    void theMachineTellsItWhereItIsLinuxAndItNeverGoesBack() throws Exception {
        MachineTime time = new MachineTime();
        long before = sum();
        long first = time.nanos();
        assertThat(first).as("what was before it is not counted").isZero();
        long start = System.nanoTime();
        Program.until("some time has passed", () -> System.nanoTime() - start > 100_000_000);
        Thread.currentThread().interrupt();
        long then = time.nanos();
        assertThat(Thread.interrupted())
                .as("whoever asked is interrupted still")
                .isTrue();
        assertThat(then).isBetween(0L, (sum() - before) * 10_000_000 + 10_000_000);
    }
}
