package gloaming.shader;

import gloaming.shader.ShaderTree.Function;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/** The built-in functions that are written in the language itself, parsed once. */
final class Prelude {
    private static final List<Function> FUNCTIONS = read();

    private Prelude() {}

    static List<Function> functions() {
        return FUNCTIONS;
    }

    static boolean has(String name, List<Type> types) {
        // Null while the prelude itself is parsed.
        return FUNCTIONS != null
                && FUNCTIONS.stream()
                        .anyMatch(f -> f.name.equals(name)
                                && f.parameters.stream()
                                        .map(p -> p.var().type)
                                        .toList()
                                        .equals(types));
    }

    private static List<Function> read() {
        List<Problem> problems = new ArrayList<>();
        Preprocessor preprocessor = new Preprocessor(text(), problems);
        Names names = new Names();
        names.enter();
        ShaderTree tree = new ShaderParser(preprocessor.tokens(), names, problems).parse();
        problems.removeIf(p -> p.text().startsWith("'main'"));
        if (!problems.isEmpty()) throw new IllegalStateException("the prelude: " + problems);
        return List.copyOf(tree.functions);
    }

    private static String text() {
        try (InputStream in = Prelude.class.getResourceAsStream("/gloaming/shader/prelude.glsl")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
