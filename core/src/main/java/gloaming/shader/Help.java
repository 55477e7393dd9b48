package gloaming.shader;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.Stream;

/** What an editor needs to know of the language: names to complete, and a sentence for each. */
public final class Help {
    /**
     * One name.
     *
     * @param kind {@code function}, {@code given} for what the program provides, or {@code word} of the language
     * @param form how it is written
     */
    public record Entry(String kind, String name, String form, String says) {}

    /** All of them, in the order in which they are told. */
    public static final List<Entry> ENTRIES = read();

    private Help() {}

    private static List<Entry> read() {
        try (InputStream in = Help.class.getResourceAsStream("/gloaming/shader/help.txt")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .filter(line -> !line.startsWith("#"))
                    .map(line -> line.split(" \\| "))
                    .map(part -> new Entry(part[0], part[1], part[2], part[3]))
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The functions that the compiler knows by themselves, without the forms of ES 1.00. */
    static Stream<String> functions() {
        return Stream.concat(BuiltIns.names(), Prelude.functions().stream().map(f -> f.name))
                .distinct();
    }
}
