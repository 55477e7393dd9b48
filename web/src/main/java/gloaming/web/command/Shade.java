package gloaming.web.command;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Limits;
import gloaming.look.Refused;
import gloaming.media.RawPicture;
import gloaming.media.Unreadable;
import gloaming.shader.Note;
import gloaming.shader.Passes;
import gloaming.shader.Problem;
import gloaming.shader.Shader;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** {@code shade}: draws one picture with a shader, or many in one process, as their stored numbers. */
@Command(name = "shade", description = "Draws a picture with a shader.", mixinStandardHelpOptions = true)
final class Shade implements Callable<Integer> {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int LARGEST_FILE = 1 << 20;

    @Parameters(paramLabel = "FILE.frag", arity = "0..1", description = "The shader's file.")
    Path file;

    @Option(
            names = "--jobs",
            paramLabel = "FILE",
            description = "Many jobs, one JSON object a line with the same fields.")
    Path jobs;

    @Option(names = "--size", paramLabel = "WxH", description = "Size of the picture.")
    String size;

    @Option(names = "--time", description = "What the uniform time holds, in seconds.")
    double time;

    @Option(names = "--uniform", paramLabel = "name=v[,v…]", description = "Values of a uniform.")
    List<String> uniforms = new ArrayList<>();

    @Option(names = "--input", paramLabel = "name=picture.png", description = "The picture of a sampler.")
    List<String> inputs = new ArrayList<>();

    @Option(names = "--out", paramLabel = "out.png|out.pfm", description = "The picture's file.")
    Path out;

    @Option(names = "--threads", description = "Threads to work with; all cores by default.")
    int threads = Math.clamp(Runtime.getRuntime().availableProcessors(), 1, 16);

    /** One picture to draw. */
    private record Job(
            Path file,
            int width,
            int height,
            double time,
            Map<String, double[]> uniforms,
            Map<String, Path> inputs,
            Path out) {}

    /** What came of a job. */
    private record Done(List<Problem> problems, double compileMs, double frameMs) {}

    @Override
    public Integer call() throws Exception {
        if (threads < 1 || threads > 64) throw new Refused("--threads goes from 1 to 64.");
        try (Crew crew = new Crew(threads)) {
            if (jobs != null) return many(crew);
            if (file == null || size == null || out == null)
                throw new Refused("shade takes FILE.frag, --size WxH and --out FILE.");
            Map<String, double[]> values = new LinkedHashMap<>();
            for (String u : uniforms) values.put(name(u, "--uniform"), numbers(u.substring(u.indexOf('=') + 1)));
            Map<String, Path> pictures = new LinkedHashMap<>();
            for (String i : inputs) pictures.put(name(i, "--input"), Path.of(i.substring(i.indexOf('=') + 1)));
            int[] wh = size(size);
            Done done = draw(new Job(file, wh[0], wh[1], time, values, pictures, out), crew);
            for (Problem p : done.problems)
                System.err.println(file + ":" + p.line() + ":" + p.column() + ": " + p.text());
            return done.problems.isEmpty() ? 0 : 1;
        }
    }

    private static String name(String given, String option) {
        int equals = given.indexOf('=');
        if (equals < 1) throw new Refused(option + " takes name=value, not '" + given + "'.");
        return given.substring(0, equals);
    }

    private static int[] size(String text) {
        Matcher m = Pattern.compile("(\\d{1,5})x(\\d{1,5})").matcher(text);
        if (!m.matches()) throw new Refused("size is WxH, for example 960x540, not '" + text + "'.");
        return sides(Integer.parseInt(m.group(1)), Integer.parseInt(m.group(2)));
    }

    private static int[] sides(int width, int height) {
        if (Math.min(width, height) < 1 || Math.max(width, height) > Limits.MAX_SIDE) {
            throw new Refused("size goes from 1 to " + Limits.MAX_SIDE + " a side.");
        }
        return new int[] {width, height};
    }

    private static double[] numbers(String text) {
        try {
            String[] words = text.split(",");
            double[] numbers = new double[words.length];
            for (int i = 0; i < words.length; i++) {
                numbers[i] = words[i].equals("true")
                        ? 1
                        : words[i].equals("false") ? 0 : Double.parseDouble(words[i].strip());
            }
            return numbers;
        } catch (NumberFormatException e) {
            throw new Refused("'" + text + "' is no list of numbers.");
        }
    }

    private int many(Crew crew) throws IOException {
        if (!Files.isRegularFile(jobs)) throw new Refused("There is no file " + jobs + ".");
        PrintStream results = System.out;
        try (BufferedReader lines = Files.newBufferedReader(jobs)) {
            for (String line; (line = lines.readLine()) != null; ) {
                if (line.isBlank()) continue;
                results.println(one(line, crew));
                results.flush();
            }
        }
        return 0;
    }

    private static String one(String line, Crew crew) {
        ObjectNode result = JSON.createObjectNode();
        try {
            JsonNode node = JSON.readTree(line);
            result.put("file", node.path("file").asString(""));
            Done done = draw(job(node), crew);
            result.put("ok", done.problems.isEmpty());
            if (!done.problems.isEmpty()) {
                ArrayNode errors = result.putArray("errors");
                for (Problem p : done.problems) {
                    errors.addObject()
                            .put("line", p.line())
                            .put("column", p.column())
                            .put("text", p.text());
                }
            }
            result.put("compileMs", done.compileMs).put("frameMs", done.frameMs);
        } catch (JacksonException e) {
            failed(result, "the line is no JSON object");
        } catch (Exception e) {
            failed(result, e.getMessage() == null ? e.toString() : e.getMessage());
        }
        return result.toString();
    }

    private static void failed(ObjectNode result, String why) {
        result.put("ok", false)
                .putArray("errors")
                .addObject()
                .put("line", 0)
                .put("column", 0)
                .put("text", why);
    }

    private static Job job(JsonNode node) {
        JsonNode given = node.path("size");
        int[] size =
                given.isArray() ? sides(given.path(0).asInt(0), given.path(1).asInt(0)) : size(given.asString(""));
        Map<String, double[]> values = new LinkedHashMap<>();
        node.path("uniforms").properties().forEach(e -> values.put(e.getKey(), numbers(e.getValue())));
        Map<String, Path> pictures = new LinkedHashMap<>();
        node.path("inputs")
                .properties()
                .forEach(e -> pictures.put(e.getKey(), Path.of(e.getValue().asString(""))));
        if (!node.hasNonNull("file") || !node.hasNonNull("out"))
            throw new Refused("a job has a file, a size and an out.");
        return new Job(
                Path.of(node.path("file").asString("")),
                size[0],
                size[1],
                node.path("time").asDouble(0),
                values,
                pictures,
                Path.of(node.path("out").asString("")));
    }

    private static double[] numbers(JsonNode value) {
        if (value.isString()) return numbers(value.asString(""));
        if (value.isBoolean()) return new double[] {value.asBoolean(false) ? 1 : 0};
        if (!value.isArray()) return new double[] {value.asDouble(0)};
        double[] numbers = new double[value.size()];
        for (int i = 0; i < numbers.length; i++) {
            JsonNode v = value.get(i);
            numbers[i] = v.isBoolean() ? (v.asBoolean(false) ? 1 : 0) : v.asDouble(0);
        }
        return numbers;
    }

    private static Done draw(Job job, Crew crew) throws IOException, Unreadable {
        if (!Files.isRegularFile(job.file)) throw new Refused("There is no file " + job.file + ".");
        if (Files.size(job.file) > LARGEST_FILE)
            throw new Refused(job.file + " is larger than a shader may be (1 MB).");
        String text = Files.readString(job.file);
        long begun = System.nanoTime();
        Passes passes = Passes.compile(text);
        double compileMs = (System.nanoTime() - begun) / 1e6;
        if (!passes.problems().isEmpty()) return new Done(passes.problems(), compileMs, 0);
        Map<String, Picture> inputs = new LinkedHashMap<>();
        for (Map.Entry<String, Path> input : job.inputs.entrySet()) {
            inputs.put(input.getKey(), RawPicture.read(input.getValue()));
        }
        Picture picture = new Picture(job.width, job.height);
        begun = System.nanoTime();
        passes.draw(picture, pass -> values(pass, job), inputs, crew);
        double frameMs = (System.nanoTime() - begun) / 1e6;
        RawPicture.write(picture, job.out);
        return new Done(List.of(), compileMs, frameMs);
    }

    private static Shader.Values values(Passes.Pass pass, Job job) {
        Shader shader = pass.shader();
        Shader.Values values = shader.values();
        for (Shader.Uniform uniform : shader.uniforms()) {
            double[] given = job.uniforms.get(uniform.name());
            if (given == null) {
                given = switch (uniform.name()) {
                    case "time" -> new double[] {job.time};
                    case "beat" -> new double[] {job.time * 2};
                    case "size" -> new double[] {pass.width(job.width), pass.height(job.height)};
                    case "frame", "seed" -> new double[] {0};
                    default -> Note.of(uniform.comment()).initial();
                };
            }
            values.set(uniform, given);
        }
        return values;
    }
}
