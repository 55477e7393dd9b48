package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The pages' scripts: their own tests in Node, their types by the TypeScript compiler, their form. */
class ModulesTest {
    private static final Path JS = Path.of("src/main/resources/static/js");
    private static final Path TEMPLATES = Path.of("src/main/resources/templates");
    private static final String COMPILER = "META-INF/resources/webjars/typescript/";
    private static final int LONGEST_LINE = 160;
    private static final int LONGEST_MODULE = 300;
    private static final int LONGEST_PANEL = 250;

    @TempDir
    Path folder;

    private record Ran(int code, String says) {}

    private Ran node(String... arguments) throws Exception {
        Path log = folder.resolve("log.txt");
        Process process = new ProcessBuilder(
                        Stream.concat(Stream.of("node"), Stream.of(arguments)).toList())
                .redirectErrorStream(true)
                .redirectOutput(log.toFile())
                .start();
        assertThat(process.waitFor(3, TimeUnit.MINUTES)).as("Node ends").isTrue();
        return new Ran(process.exitValue(), Files.readString(log));
    }

    @Test
    void theModulesPassTheirOwnTests() throws Exception {
        List<String> tests;
        try (Stream<Path> all = Files.list(Path.of("src/test/js"))) {
            tests = all.map(Path::toString).filter(f -> f.endsWith(".test.mjs")).toList();
        }
        assertThat(tests).isNotEmpty();
        Ran ran = node(Stream.concat(Stream.of("--test"), tests.stream()).toArray(String[]::new));
        assertThat(ran.code()).as(ran.says()).isZero();
    }

    @Test
    void theirTypesFitTogetherAndFitTheMessages() throws Exception {
        String compiler = unpack().resolve("tsc.js").toString();
        Ran declared = node(compiler, "-p", "src/test/js/declare.json");
        assertThat(declared.code()).as(declared.says()).isZero();
        Ran checked = node(compiler, "-p", "src/test/js/check.json");
        assertThat(checked.code()).as(checked.says()).isZero();
    }

    @Test
    void everyModuleIsCheckedAndNoneIsTooLong() throws Exception {
        try (Stream<Path> all = Files.walk(JS)) {
            for (Path file : all.filter(f -> f.toString().endsWith(".js")).toList()) {
                List<String> lines = Files.readAllLines(file);
                if (file.endsWith("microphone-worklet.js")) continue;
                assertThat(lines.getFirst()).as(file.toString()).isEqualTo("// @ts-check");
                // Generated.
                if (file.endsWith("messages.js")) continue;
                boolean panel = file.getParent().endsWith("bench");
                assertThat(lines).as(file.toString()).hasSizeLessThanOrEqualTo(panel ? LONGEST_PANEL : LONGEST_MODULE);
                assertThat(lines).as(file.toString()).allMatch(line -> line.length() <= LONGEST_LINE);
            }
        }
    }

    @Test
    void noLineOfATemplateIsTooLongAndScriptsAndStylesAreThoseOfTheBuild() throws Exception {
        try (Stream<Path> all = Files.walk(TEMPLATES)) {
            for (Path file : all.filter(f -> f.toString().endsWith(".html")).toList()) {
                assertThat(Files.readAllLines(file))
                        .as(file.toString())
                        .allMatch(line -> line.length() <= LONGEST_LINE)
                        // Browsers keep them: one that is named without its build would be that of another.
                        .noneMatch(line -> line.matches(".*\\s(src|href)=\"/(js|css|vendor)/.*"));
            }
        }
    }

    /** The compiler comes as a jar; Node wants files. */
    private Path unpack() throws Exception {
        String jar = Stream.of(System.getProperty("java.class.path").split(java.io.File.pathSeparator))
                .filter(entry -> entry.contains("typescript"))
                .findFirst()
                .orElseThrow();
        try (InputStream in = Files.newInputStream(Path.of(jar));
                ZipInputStream zip = new ZipInputStream(in)) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                String name = entry.getName();
                if (!name.startsWith(COMPILER) || !name.matches(".*/lib/(_?tsc\\.js|lib\\.[^/]*d\\.ts)")) continue;
                Files.copy(zip, folder.resolve(name.substring(name.lastIndexOf('/') + 1)));
            }
        }
        Files.writeString(folder.resolve("package.json"), "{\"type\": \"commonjs\"}");
        return folder;
    }
}
