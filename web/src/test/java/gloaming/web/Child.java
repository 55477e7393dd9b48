package gloaming.web;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.jar.JarEntry;
import java.util.jar.JarOutputStream;
import java.util.stream.Stream;

/** How tests start a main class of the program in a process of its own. */
public final class Child {
    private static final List<String> BRIEF = List.of(
            "-XX:TieredStopAtLevel=1",
            "-XX:+UseSerialGC",
            "-Djava.awt.headless=true",
            "--add-modules",
            "jdk.incubator.vector",
            "--enable-native-access=ALL-UNNAMED");

    private Child() {}

    /** One that plays or renders looks; beside other tests, with as few pictures as they have. */
    static ProcessBuilder playing(Class<?> main, String... arguments) {
        // What this process was started with holds there too: modules, what is compiled how, what leaves the others
        // some of the machine.
        List<String> flags = new ArrayList<>(
                java.lang.management.ManagementFactory.getRuntimeMXBean().getInputArguments());
        flags.removeIf(flag -> flag.startsWith("-Xmx") || flag.startsWith("-javaagent"));
        flags.add("-Xmx1g");
        for (String name : List.of("gloaming.together", "gloaming.largest"))
            if (System.getProperty(name) != null) flags.add("-D" + name + "=" + System.getProperty(name));
        return of(flags, System.getProperty("java.class.path"), main, arguments);
    }

    /** One that computes no pictures to speak of: what it compiles is compiled soon and no further. */
    public static ProcessBuilder brief(Class<?> main, String... arguments) {
        return of(BRIEF, System.getProperty("java.class.path"), main, arguments);
    }

    /**
     * How a brief one is started that begins again and again: after a first run that ends by itself, its classes are there loaded and
     * linked.
     */
    public static final class Again {
        private final Class<?> main;
        private final String path;
        private final Path ahead;

        /** Runs it once with these arguments, with which it ends by itself. */
        public Again(Path folder, Class<?> main, String... arguments) throws Exception {
            this.main = main;
            path = jars(Files.createDirectories(folder));
            ahead = folder.resolve("classes.aot");
            List<String> flags = Stream.concat(BRIEF.stream(), Stream.of("-XX:AOTCacheOutput=" + ahead))
                    .toList();
            Process first = of(flags, path, main, arguments)
                    .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                    .redirectError(ProcessBuilder.Redirect.INHERIT)
                    .start();
            if (first.waitFor() != 0) throw new IllegalStateException(main + " ended with " + first.exitValue());
        }

        public ProcessBuilder start(String... arguments) {
            return of(
                    Stream.concat(BRIEF.stream(), Stream.of("-XX:AOTCache=" + ahead))
                            .toList(),
                    path,
                    main,
                    arguments);
        }

        /** Only classes in jars can be made ready: what lies in folders is put into one. */
        private static String jars(Path folder) throws IOException {
            Path jar = folder.resolve("classes.jar");
            List<String> path = new ArrayList<>(List.of(jar.toString()));
            Set<String> names = new HashSet<>();
            try (JarOutputStream out = new JarOutputStream(Files.newOutputStream(jar))) {
                for (String entry : System.getProperty("java.class.path").split(File.pathSeparator)) {
                    Path from = Path.of(entry);
                    if (!Files.isDirectory(from)) {
                        path.add(entry);
                        continue;
                    }
                    try (Stream<Path> all = Files.walk(from)) {
                        // Folders too: packages are searched by them.
                        for (Path file : all.skip(1).toList()) {
                            String name = from.relativize(file).toString().replace(File.separatorChar, '/');
                            boolean isFolder = Files.isDirectory(file);
                            if (!names.add(name)) continue;
                            out.putNextEntry(new JarEntry(isFolder ? name + "/" : name));
                            if (!isFolder) Files.copy(file, out);
                        }
                    }
                }
            }
            return String.join(File.pathSeparator, path);
        }
    }

    private static ProcessBuilder of(List<String> flags, String path, Class<?> main, String... arguments) {
        String java = Path.of(System.getProperty("java.home"), "bin", "java").toString();
        return new ProcessBuilder(
                Stream.of(Stream.of(java), flags.stream(), Stream.of("-cp", path, main.getName()), Stream.of(arguments))
                        .flatMap(all -> all)
                        .toList());
    }
}
