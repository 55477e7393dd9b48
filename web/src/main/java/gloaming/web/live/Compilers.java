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
        return serve(how, "");
    }

    /** The same of those whose names begin so. */
    static boolean serve(SchedulingClass how, String name) throws IOException {
        for (int thread : threads(name)) if (!how.of(thread)) return false;
        return true;
    }

    /** Their numbers, by which the system knows them. */
    static List<Integer> threads() throws IOException {
        return threads("");
    }

    private static List<Integer> threads(String name) throws IOException {
        try (Stream<Path> tasks = Files.list(TASKS)) {
            return tasks.filter(task -> compiles(task, name))
                    .map(task -> Integer.parseInt(task.getFileName().toString()))
                    .toList();
        }
    }

    private static boolean compiles(Path task, String name) {
        try {
            String is = Files.readString(task.resolve("comm"));
            return is.startsWith(name) && is.matches("C[12] Compiler.*\\s*");
        } catch (IOException e) {
            // It has ended since.
            return false;
        }
    }
}
