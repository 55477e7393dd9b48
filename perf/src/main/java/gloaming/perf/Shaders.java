package gloaming.perf;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.shader.Input;
import gloaming.shader.Shader;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Ten shaders of different nature at 960x540, in turn with the same ones in the software WebGL of headless Chromium. */
final class Shaders {
    private static final List<String> NAMES = List.of(
            "01-ripples",
            "02-marsh-fog",
            "03-lanterns",
            "04-soft-reeds",
            "05-mill-floor",
            "06-eddy",
            "07-mudflat",
            "08-tide-lines",
            "09-mill-wheel",
            "10-brass-bell");
    private static final int WIDTH = 960;
    private static final int HEIGHT = 540;
    private static final int ROUNDS = 5;
    private static final int FRAMES = 6;

    private Shaders() {}

    static List<Result> run() throws IOException {
        List<Result> results = new ArrayList<>();
        List<Double> ratios = new ArrayList<>();
        try (SoftwareGl gl = new SoftwareGl();
                Crew crew = new Crew(2)) {
            for (String name : NAMES) {
                String text = text(name);
                gl.prepare(text, WIDTH, HEIGHT);
                Shader shader = Shader.compile(text).shader();
                Runnable frame = frame(shader, crew);
                for (int i = 0; i < 40; i++) frame.run();
                gl.frames(10);
                List<Double> ours = new ArrayList<>();
                List<Double> theirs = new ArrayList<>();
                for (int r = 0; r < ROUNDS; r++) {
                    theirs.addAll(gl.frames(FRAMES));
                    for (int i = 0; i < FRAMES; i++) {
                        long begun = System.nanoTime();
                        frame.run();
                        ours.add((System.nanoTime() - begun) / 1e6);
                    }
                }
                double a = median(ours);
                double b = median(theirs);
                ratios.add(a / b);
                results.add(new Result("shaders " + name, a, "ms", "software WebGL, %.1f ms".formatted(b), a / b));
            }
        }
        results.add(firstPixels());
        double median = median(ratios);
        results.add(new Result("shaders median of the ratios", median, "", "1", median));
        return results;
    }

    /** Four of them as one text of some 150 lines, never seen before: from the text to its first frame, warm. */
    private static Result firstPixels() throws IOException {
        StringBuilder all = new StringBuilder(
                "#version 300 es\nprecision highp float;\nin vec2 uv;\nout vec4 color;\nuniform float time;\n");
        StringBuilder main = new StringBuilder("void main() {\nvec4 sum = vec4(0.0);\n");
        for (int i : new int[] {1, 2, 6, 9}) {
            String text = text(NAMES.get(i));
            String body = text.substring(text.indexOf("uniform float time;") + 19);
            all.append(body.replace("void main()", "void draw" + i + "()"));
            main.append("draw").append(i).append("();\nsum += color;\n");
        }
        String text = all.append(main).append("color = sum / 4.0;\n}\n").toString();
        long lines = text.lines().count();
        List<Double> ms = new ArrayList<>();
        try (Crew crew = new Crew(2)) {
            Picture out = new Picture(WIDTH, HEIGHT);
            for (int i = 0; i < 30; i++) {
                String fresh = text + "// " + i;
                long begun = System.nanoTime();
                Shader shader = Shader.compile(fresh).shader();
                shader.run(out, shader.values(), new Input[0], crew);
                if (i >= 10) ms.add((System.nanoTime() - begun) / 1e6);
            }
        }
        double median = median(ms);
        String name = "shaders %d lines, text to first pixels".formatted(lines);
        return new Result(name, median, "ms", "250 ms wanted", median / 250);
    }

    private static Runnable frame(Shader shader, Crew crew) {
        Picture out = new Picture(WIDTH, HEIGHT);
        Picture texture = new Picture(512, 256);
        for (int c = 0; c < 4; c++) {
            for (int i = 0; i < texture.pixels(); i++)
                texture.plane(c)[i] = (float) (0.5 + 0.5 * Math.sin(i * 0.37 + c));
        }
        Input[] inputs = shader.samplers().stream()
                .map(s -> new Input(texture, Input.Edge.HOLD, false))
                .toArray(Input[]::new);
        Shader.Values values = shader.values();
        double[] time = new double[1];
        return () -> {
            time[0] += 1 / 30.0;
            for (Shader.Uniform u : shader.uniforms()) if (u.name().equals("time")) values.set(u, time[0]);
            shader.run(out, values, inputs, crew);
        };
    }

    private static String text(String name) throws IOException {
        try (InputStream in = Shaders.class.getResourceAsStream("/shaders/" + name + ".frag")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    private static double median(List<Double> of) {
        double[] sorted = of.stream().mapToDouble(Double::doubleValue).toArray();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }
}
