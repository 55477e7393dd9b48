package gloaming.web;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
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
        // What this process was started with holds there too: modules, what is compiled how.
        List<String> flags = new ArrayList<>(
                java.lang.management.ManagementFactory.getRuntimeMXBean().getInputArguments());
        flags.removeIf(flag -> flag.startsWith("-Xmx") || flag.startsWith("-javaagent"));
        flags.add("-Xmx1g");
        flags.addAll(fewPictures());
        return of(flags, System.getProperty("java.class.path"), main, arguments);
    }

    /** One that computes no pictures to speak of: what it compiles is compiled soon and no further, and its classes are {@link Ready}. */
    public static ProcessBuilder brief(Class<?> main, String... arguments) throws Exception {
        return brief(List.of(), main, arguments);
    }

    /** One of the whole program, which takes what the build has written down of it. */
    static ProcessBuilder program(Class<?> main, String... arguments) throws Exception {
        List<String> flags = new ArrayList<>(fewPictures());
        flags.add("-Dspring.aot.enabled=true");
        return brief(flags, main, arguments);
    }

    private static ProcessBuilder brief(List<String> more, Class<?> main, String... arguments) throws Exception {
        Ready ready = Ready.get(BRIEF);
        List<String> flags = new ArrayList<>(BRIEF);
        flags.add("-XX:AOTCache=" + ready.ahead());
        flags.addAll(more);
        return of(flags, ready.path(), main, arguments);
    }

    /** What leaves others some of the machine. */
    private static List<String> fewPictures() {
        return Stream.of("gloaming.together", "gloaming.largest")
                .filter(name -> System.getProperty(name) != null)
                .map(name -> "-D" + name + "=" + System.getProperty(name))
                .toList();
    }

    static ProcessBuilder of(List<String> flags, String path, Class<?> main, String... arguments) {
        String java = Path.of(System.getProperty("java.home"), "bin", "java").toString();
        return new ProcessBuilder(
                Stream.of(Stream.of(java), flags.stream(), Stream.of("-cp", path, main.getName()), Stream.of(arguments))
                        .flatMap(all -> all)
                        .toList());
    }
}
