package gloaming.web.live;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;

class MachineTimeTest {
    private static long ticks(String text) {
        return MachineTime.ticks(ByteBuffer.wrap(text.getBytes(StandardCharsets.US_ASCII)));
    }

    @Test
    void itIsTheEighthNumberOfTheFirstLine() {
        assertThat(ticks("cpu  6419278 132399 347036 2074491 26157 0 25143 486685 0 0\ncpu0 1 2 3 4 5 6 7 8 9 0\n"))
                .isEqualTo(486685);
        assertThat(ticks("cpu  1 2 3 4 5 6 7 8\n")).isEqualTo(8);
        assertThat(ticks("cpu  1 2 3 4\ncpu0 1 2 3 4 5 6 7 8 9\n")).isZero();
        assertThat(ticks("")).isZero();
    }

    @Test
    void theMachineTellsItWhereItIsLinuxAndItNeverGoesBack() throws Exception {
        MachineTime time = new MachineTime();
        long first = time.nanos();
        Path stat = Path.of("/proc/stat");
        if (Files.isReadable(stat)) {
            String line = Files.readString(stat).lines().findFirst().orElseThrow();
            long ticks = Long.parseLong(line.trim().split("\\s+")[8]);
            assertThat(first * Runtime.getRuntime().availableProcessors() / 10_000_000)
                    .isBetween(0L, ticks);
        }
        assertThat(time.nanos()).isGreaterThanOrEqualTo(first);
    }
}
