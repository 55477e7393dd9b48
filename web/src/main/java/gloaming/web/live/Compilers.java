package gloaming.web.live;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;

/** The threads of the machine's compilers. */
final class Compilers {
    private static final Path TASKS = Path.of("/proc/self/task");

    private Compilers() {}

    /** Has all of them served so from now on; false where the system does not let that be. */
    static boolean serve(SchedulingClass how) throws IOException {
        for (int thread : threads()) if (!how.of(thread)) return false;
        return true;
    }

    /** Their numbers, by which the system knows them. */
    static List<Integer> threads() throws IOException {
        try (Stream<Path> tasks = Files.list(TASKS)) {
            return tasks.filter(Compilers::compiles)
                    .map(task -> Integer.parseInt(task.getFileName().toString()))
                    .toList();
        }
    }

    private static boolean compiles(Path task) {
        try {
            return Files.readString(task.resolve("comm")).matches("C[12] Compiler.*\\s*");
        } catch (IOException e) {
            // It has ended since.
            return false;
        }
    }
}
