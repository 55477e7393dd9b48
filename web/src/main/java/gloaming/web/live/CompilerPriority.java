package gloaming.web.live;

import static java.lang.foreign.ValueLayout.ADDRESS;
import static java.lang.foreign.ValueLayout.JAVA_INT;

import com.sun.management.HotSpotDiagnosticMXBean;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.lang.foreign.Arena;
import java.lang.foreign.FunctionDescriptor;
import java.lang.foreign.Linker;
import java.lang.foreign.MemorySegment;
import java.lang.invoke.MethodHandle;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * Lets the machine's compilers have only what nobody else wants while the frames on air hold their rate, and has them work beside the
 * frames while code is still too slow for that, or a look has just begun somewhere.
 *
 * <p>A compiler's thread stands nearly as high as a frame's by itself, so that with two cores each frame took twice its time while it
 * worked. Where the system has no such classes of threads, or does not let a thread out of the lowest again, all stays as it is.
 */
@Component
final class CompilerPriority {
    private static final long LOOK_MS = 20;
    /** The system's number for threads that have what nobody else wants: who wakes then takes their core at once. */
    private static final int IDLE = 5;

    private static final int USUAL = 0;
    private static final int SELF = 0;

    private static final Path TASKS = Path.of("/proc/self/task");

    /** For so long after a look began somewhere its code is what is waited for. */
    private static final long COLD_NS = 4_000_000_000L;

    private final House house;
    private final Thread thread;
    private List<Players.Playing> players = List.of();
    private long since = System.nanoTime();

    CompilerPriority(House house) {
        this.house = house;
        thread = Thread.ofPlatform().name("compiler-priority").daemon().start(this::run);
    }

    private void run() {
        if (!framesComeFirst()) return;
        try (Arena arena = Arena.ofConfined()) {
            Linker linker = Linker.nativeLinker();
            MethodHandle set = linker.downcallHandle(
                    linker.defaultLookup().findOrThrow("sched_setscheduler"),
                    FunctionDescriptor.of(JAVA_INT, JAVA_INT, JAVA_INT, ADDRESS));
            MemorySegment none = arena.allocate(JAVA_INT);
            // Whoever cannot leave the lowest class again, as this thread is to do first, is not to be put there.
            if ((int) set.invokeExact(SELF, IDLE, none) != 0 || (int) set.invokeExact(SELF, USUAL, none) != 0) return;
            boolean waits = false;
            while (true) {
                Thread.sleep(LOOK_MS);
                boolean wait = settled(System.nanoTime()) && house.player().holdsRate();
                if (wait == waits) continue;
                for (int compiler : compilers())
                    if ((int) set.invokeExact(compiler, wait ? IDLE : USUAL, none) != 0) return;
                waits = wait;
            }
        } catch (Throwable e) {
            // It goes without; a machine where this cannot be has nothing of it.
            System.getLogger("gloaming").log(System.Logger.Level.DEBUG, "Compilers keep their priority.", e);
        }
    }

    /** Whether all that play have done so for long enough that their code is warm, or nearly. */
    private boolean settled(long now) {
        List<Players.Playing> playing = house.playing();
        if (!playing.equals(players)) {
            players = playing;
            since = now;
        }
        return now - since > COLD_NS;
    }

    /** Whether frames come before everybody else: where they do not, compilers do not have to stand back for them. */
    private static boolean framesComeFirst() {
        return ManagementFactory.getPlatformMXBean(HotSpotDiagnosticMXBean.class)
                .getVMOption("ThreadPriorityPolicy")
                .getValue()
                .equals("1");
    }

    /** The threads of the machine's compilers, as the system knows them. */
    private static List<Integer> compilers() throws IOException {
        try (Stream<Path> tasks = Files.list(TASKS)) {
            return tasks.filter(CompilerPriority::compiles)
                    .map(task -> Integer.parseInt(task.getFileName().toString()))
                    .toList();
        }
    }

    private static boolean compiles(Path task) {
        try {
            return Files.readString(task.resolve("comm")).matches("C[12] Compiler.*\\s*");
        } catch (IOException e) {
            return false;
        }
    }

    @PreDestroy
    void stop() {
        thread.interrupt();
    }
}
