package gloaming.perf.soak;

import java.util.ArrayList;
import java.util.List;

/** Sixty shader texts that no artist means. */
final class Bombs {
    private static final String HEAD = "out vec4 color;\n";

    private Bombs() {}

    static List<String> all() {
        List<String> all = new ArrayList<>();
        for (int depth = 1; depth <= 10; depth++) all.add(nested(depth, 2_000));
        for (int depth : new int[] {10, 100, 1_000, 4_000}) {
            all.add(HEAD + "void main() { color = vec4(" + "(".repeat(depth) + "1.0" + ")".repeat(depth) + "); }");
            all.add(HEAD + "void main() { float x = 1.0; color = vec4(" + "sin(".repeat(depth) + "x" + ")".repeat(depth)
                    + "); }");
            all.add(HEAD + "void main() { " + "if (true) {".repeat(depth) + "color = vec4(1);" + "}".repeat(depth)
                    + " }");
            all.add(HEAD + "void main() { color = vec4(" + "-".repeat(depth) + " 1.0); }");
            all.add(HEAD + "void main() { color = vec4(" + "true ? ".repeat(depth) + "1.0" + " : 0.0".repeat(depth)
                    + "); }");
        }
        for (int size : new int[] {100, 10_000, 1_000_000, 100_000_000, 2_000_000_000}) {
            all.add(HEAD + "void main() { float a[" + size + "]; a[3] = 1.0; color = vec4(a[int(gl_FragCoord.x)]); }");
            all.add(HEAD + "uniform float u[" + size + "]; void main() { color = vec4(u[1]); }");
        }
        for (int n : new int[] {8, 14, 20, 26}) {
            StringBuilder macros = new StringBuilder(HEAD).append("#define A0 +1.0\n");
            for (int i = 1; i <= n; i++)
                macros.append("#define A")
                        .append(i)
                        .append(" A")
                        .append(i - 1)
                        .append(" A")
                        .append(i - 1)
                        .append('\n');
            all.add(macros + "void main() { color = vec4(0.0 A" + n + "); }");
            all.add(HEAD + "#define F(x) G(x) G(x)\n#define G(x) F(x) F(x)\nvoid main() { color = vec4(F(" + n
                    + ")); }");
        }
        all.add(HEAD + "// " + "x".repeat(1 << 20) + "\nvoid main() { color = vec4(1); }");
        all.add(HEAD + "void main() { color = vec4(1); }" + " ".repeat(60_000));
        StringBuilder uniforms = new StringBuilder(HEAD);
        for (int i = 0; i < 2_500; i++)
            uniforms.append("uniform float u").append(i).append(";\n");
        all.add(uniforms + "void main() { color = vec4(u1); }");
        StringBuilder calls = new StringBuilder(HEAD).append("float f0(float x) { return sin(x); }\n");
        for (int i = 1; i < 24; i++) {
            calls.append("float f")
                    .append(i)
                    .append("(float x) { return f")
                    .append(i - 1)
                    .append("(x) + f")
                    .append(i - 1)
                    .append("(x + 1.0); }\n");
        }
        all.add(calls + "void main() { color = vec4(f23(gl_FragCoord.x)); }");
        all.add(HEAD + "float f(float x) { return f(x + 1.0); } void main() { color = vec4(f(1.0)); }");
        all.add(HEAD + "void main() { for (;;) {} }");
        all.add(
                HEAD
                        + "void main() { color = vec4(0); while (color.x >= 0.0) { color.x += 1.0; if (color.x < 0.0) break; else continue; } }");
        all.add(HEAD + "void main() { do { color = vec4(1); } while (true); }");
        all.add("#version 300 es\n#if 1\n".repeat(500) + HEAD + "void main() {}");
        all.add("\0\1\2" + HEAD + "void main() { color = vec4(1); }");
        all.add(HEAD + "struct S { S s; }; void main() { S s; color = vec4(1); }");
        all.add(HEAD + "uniform sampler2D s[64]; void main() { color = texture(s[0], vec2(0)); }");
        all.add("");
        while (all.size() < 60) all.add(nested(4, 1_000 + all.size()));
        return List.copyOf(all.subList(0, Math.max(60, all.size())));
    }

    private static String nested(int depth, int rounds) {
        StringBuilder text = new StringBuilder(HEAD).append("void main() { float x = gl_FragCoord.x;\n");
        for (int i = 0; i < depth; i++)
            text.append("for (int i")
                    .append(i)
                    .append(" = 0; i")
                    .append(i)
                    .append(" < ")
                    .append(rounds)
                    .append("; i")
                    .append(i)
                    .append("++)\n");
        return text.append("x = sin(x + 1.0);\ncolor = vec4(x); }").toString();
    }
}
