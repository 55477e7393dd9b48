package gloaming.perf;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Look;
import gloaming.look.Value;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.shader.Input;
import gloaming.shader.Note;
import gloaming.shader.Shader;
import gloaming.shader.Worked;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import java.io.IOException;
import java.io.InputStream;
import java.lang.management.ManagementFactory;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

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
        Map<String, String> texts = new LinkedHashMap<>();
        for (String name : NAMES) texts.put("shaders " + name, text(name));
        List<Result> results = sideBySide(texts);
        results.add(results.size() - 1, firstPixels());
        return results;
    }

    /** The worked shaders of the guide that have one pass, the same way. */
    static List<Result> guide() {
        Map<String, String> texts = new LinkedHashMap<>();
        for (Worked worked : Worked.ALL) {
            if (!worked.text().contains("// pass:")) texts.put("guide " + worked.id(), standard(worked.text()));
        }
        return sideBySide(texts);
    }

    /** A text as a browser takes it. */
    static String standard(String text) {
        return "#version 300 es\nprecision highp float;\nprecision highp int;\n" + text;
    }

    private static List<Result> sideBySide(Map<String, String> texts) {
        List<Result> results = new ArrayList<>();
        List<Double> ratios = new ArrayList<>();
        try (SoftwareGl gl = new SoftwareGl();
                Crew crew = new Crew(2)) {
            texts.forEach((name, text) -> {
                gl.prepare(text, WIDTH, HEIGHT);
                Shader shader = Shader.compile(text).shader();
                gl.defaults(shader);
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
                results.add(new Result(name, a, "ms", "software WebGL, %.1f ms".formatted(b), a / b));
            });
        }
        double median = median(ratios);
        String group = texts.keySet().iterator().next().split(" ")[0];
        results.add(new Result(group + " median of the ratios", median, "", "1", median));
        return results;
    }

    /** Five thousand texts, each compiled and drawn by the step as an artist's typing would: what stays behind of them. */
    static List<Result> recompiles() throws IOException {
        String text = text(NAMES.get(1)).replace("#version 300 es\n", "");
        Look look = Worked.of("10-ink").look();
        int first = 500;
        int last = 5_500;
        double heap = 0;
        long classes = 0;
        double ms = 0;
        try (Crew crew = new Crew(2)) {
            Player player = new Player(Catalogue.all(), crew);
            for (int i = 1; i <= last; i++) {
                String fresh = text.replace("0.8, 0.6", "0.8, 0.6%04d".formatted(i)) + "// " + i;
                look = Edits.apply(look, new Edit.Set("s1", "code", Value.of(fresh)));
                long begun = System.nanoTime();
                player.load(look);
                player.play(new Moment(i, i / 30.0, 1 / 30.0), 64, 36, Sound.SILENCE, Onlooker.NOBODY);
                if (i > first) ms += (System.nanoTime() - begun) / 1e6;
                if (!player.troubles().isEmpty()) throw new IllegalStateException(player.troubles() + fresh);
                if (i == first) {
                    heap = Live.heap();
                    classes = ManagementFactory.getClassLoadingMXBean().getLoadedClassCount();
                }
            }
            long more = ManagementFactory.getClassLoadingMXBean().getLoadedClassCount() - classes;
            double megabytes = Live.heap();
            return List.of(
                    new Result(
                            "recompiles: heap after 5,000 more",
                            megabytes,
                            "MB",
                            "%.1f MB before".formatted(heap),
                            megabytes / heap),
                    new Result("recompiles: classes loaded by 5,000", more, "", "5,000 texts", more / 5e3),
                    new Result(
                            "recompiles: one, with a small frame",
                            ms / (last - first),
                            "ms",
                            "250 ms wanted",
                            ms / (last - first) / 250));
        }
    }

    /** What a uniform is set to where nobody says: its comment's default, and what the program provides. */
    static double[] initial(Shader.Uniform u) {
        double[] numbers = switch (u.name()) {
            case "size" -> new double[] {WIDTH, HEIGHT};
            case "beat" -> new double[] {1.25};
            default -> Note.of(u.comment()).initial();
        };
        double[] all = new double[u.count()];
        for (int i = 0; i < all.length; i++)
            all[i] = i < numbers.length ? numbers[i] : numbers.length == 1 ? numbers[0] : 0;
        return all;
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

    /** For every sampler the picture that {@link SoftwareGl#prepare} has. */
    static Input[] inputs(Shader shader) {
        Picture texture = new Picture(512, 256);
        for (int c = 0; c < 4; c++) {
            for (int i = 0; i < texture.pixels(); i++)
                texture.plane(c)[i] = (float) (0.5 + 0.5 * Math.sin(i * 0.37 + c));
        }
        return shader.samplers().stream()
                .map(s -> new Input(texture, Input.Edge.HOLD, false))
                .toArray(Input[]::new);
    }

    private static Runnable frame(Shader shader, Crew crew) {
        Picture out = new Picture(WIDTH, HEIGHT);
        Input[] inputs = inputs(shader);
        Shader.Values values = shader.values();
        for (Shader.Uniform u : shader.uniforms()) values.set(u, initial(u));
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
