package gloaming.web.live;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;

/** The compilers of this very process, and how the system says it serves them. */
@EnabledOnOs(OS.LINUX)
class CompilersTest {
    /** The place of a thread's class among the numbers behind its name, of which the first is the third of all (proc(5), field 41). */
    private static final int CLASS = 41 - 3;

    @BeforeEach
    void begin() {
        assumeTrue(
                SchedulingClass.IDLE.ofThisThread() && SchedulingClass.USUAL.ofThisThread(),
                "only who may leave the lowest class is to be put there");
    }

    @AfterEach
    void end() throws IOException {
        Compilers.serve(SchedulingClass.USUAL);
    }

    private static List<Integer> served() throws IOException {
        return Compilers.threads().stream().map(CompilersTest::served).toList();
    }

    private static int served(int thread) {
        try {
            String all = Files.readString(Path.of("/proc/self/task/" + thread + "/stat"));
            return Integer.parseInt(all.substring(all.lastIndexOf(')') + 2).split(" ")[CLASS]);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    void theyAreServedLastWhenToldAndAsAllAreAgain() throws IOException {
        assertThat(served()).isNotEmpty().containsOnly(SchedulingClass.USUAL.number);

        assertThat(Compilers.serve(SchedulingClass.IDLE)).isTrue();
        assertThat(served()).containsOnly(SchedulingClass.IDLE.number);

        assertThat(Compilers.serve(SchedulingClass.USUAL)).isTrue();
        assertThat(served()).containsOnly(SchedulingClass.USUAL.number);
    }
}
