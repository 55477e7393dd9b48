package gloaming.shader;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A text of several passes, made ready to run.
 *
 * <p>A line {@code // pass: NAME SIZE} begins a pass; what stands above the first belongs to all of them. A pass is drawn into a
 * picture of its own, and the ones after it read it as a sampler of its name; the last one is what the step shows. A pass that
 * reads its own name, {@code before}, or one further down reads the frame before. The size is {@code half}, {@code third},
 * {@code quarter}, {@code eighth}, or pixels as {@code 64x64}; without it, the frame's.
 */
public final class Passes {
    /** The sampler that is the frame before of whoever reads it. */
    static final String BEFORE = "before";

    private static final int MOST = 8;
    private static final int MOST_SIDE = 2_048;
    private static final Pattern LINE = Pattern.compile(
            "[ \\t]*//[ \\t]*pass:[ \\t]*([A-Za-z_]\\w*)?[ \\t]*(half|third|quarter|eighth|(\\d{1,4})x(\\d{1,4}))?[ \\t]*");
    private static final Map<String, Integer> PARTS = Map.of("half", 2, "third", 3, "quarter", 4, "eighth", 8);

    /**
     * One pass.
     *
     * @param name what the others call it, or empty
     * @param part the frame's size is divided by this; 0 where the size is given in pixels
     */
    public record Pass(String name, Shader shader, int part, int width, int height) {
        /** Whether it has a size in pixels of its own. */
        boolean fixed() {
            return part == 0;
        }

        public int width(int frame) {
            return part == 0 ? width : Math.max(1, (frame + part - 1) / part);
        }

        public int height(int frame) {
            return part == 0 ? height : Math.max(1, (frame + part - 1) / part);
        }
    }

    final List<Pass> passes = new ArrayList<>();
    final List<Problem> problems = new ArrayList<>();

    /** Reads a text; where it is wrong there are problems and no passes. */
    static Passes of(String text) {
        return new Passes(text, Shader::known);
    }

    /** As {@link #of}, but compiled anew also where the text is known. */
    public static Passes compile(String text) {
        return new Passes(text, Shader::compile);
    }

    /** What is wrong, in the order of the text; nothing when there is something to draw. */
    public List<Problem> problems() {
        return problems;
    }

    /**
     * Draws one picture with no frame before it: what would read one reads an empty picture. Pictures that are given are held at
     * their edges, whatever the text says.
     *
     * @param values the uniforms of a pass
     * @param inputs pictures by the names of samplers; the others are black
     */
    public void draw(Picture out, Function<Pass, Shader.Values> values, Map<String, Picture> inputs, Crew crew) {
        Picture[] drawn = new Picture[passes.size()];
        Picture black = new Picture(1, 1).fill(0, 0, 0, 1);
        Picture empty = new Picture(1, 1);
        for (int i = 0; i < drawn.length; i++) {
            Pass pass = passes.get(i);
            List<Input> reads = new ArrayList<>();
            for (Shader.Sampler sampler : pass.shader.samplers()) {
                int place = place(sampler.name());
                if (place < 0) {
                    reads.add(new Input(inputs.getOrDefault(sampler.name(), black), Input.Edge.HOLD, false));
                } else {
                    reads.add(new Input(place < i ? drawn[place] : empty, sampler.edge(), false));
                }
            }
            boolean last = i == drawn.length - 1;
            drawn[i] = last ? out : new Picture(pass.width(out.width), pass.height(out.height));
            pass.shader.run(drawn[i], values.apply(pass), reads.toArray(Input[]::new), crew);
        }
    }

    private Passes(String text, Function<String, Shader.Result> compiler) {
        String[] lines = text.split("\n", -1);
        int[] owner = new int[lines.length];
        List<Matcher> heads = new ArrayList<>();
        for (int i = 0; i < lines.length; i++) {
            Matcher head = LINE.matcher(lines[i].strip());
            if (head.matches()) {
                heads.add(head);
                if (heads.size() > MOST) {
                    problems.add(new Problem(i + 1, 1, "there are more than " + MOST + " passes"));
                    return;
                }
            }
            owner[i] = heads.size();
        }
        if (heads.isEmpty()) {
            add("", compiler.apply(text), 1, 0, 0);
            return;
        }
        Map<String, Boolean> names = new LinkedHashMap<>();
        for (int k = 1; k <= heads.size(); k++) {
            // The other passes' lines are left empty, so that problems are told at the lines of the whole.
            StringBuilder own = new StringBuilder();
            for (int i = 0; i < lines.length; i++) {
                if (owner[i] == 0 || owner[i] == k) own.append(lines[i]);
                own.append('\n');
            }
            Matcher head = heads.get(k - 1);
            String name = head.group(1) == null ? "" : head.group(1);
            if (!name.isEmpty() && names.put(name, true) != null) {
                problems.add(new Problem(line(owner, k), 1, "two passes are called '" + name + "'"));
            }
            int width = head.group(3) == null ? 0 : Math.clamp(Integer.parseInt(head.group(3)), 1, MOST_SIDE);
            int height = head.group(4) == null ? 0 : Math.clamp(Integer.parseInt(head.group(4)), 1, MOST_SIDE);
            int part = width > 0 ? 0 : head.group(2) == null ? 1 : PARTS.get(head.group(2));
            add(name, compiler.apply(own.toString()), part, width, height);
        }
        if (!problems.isEmpty()) passes.clear();
    }

    private static int line(int[] owner, int pass) {
        for (int i = 0; i < owner.length; i++) if (owner[i] == pass) return i + 1;
        return 1;
    }

    private void add(String name, Shader.Result result, int part, int width, int height) {
        // What is common to all would be told once for each.
        for (Problem problem : result.problems()) if (!problems.contains(problem)) problems.add(problem);
        if (result.shader() != null) passes.add(new Pass(name, result.shader(), part, width, height));
    }

    /** Where in the order the pass of this name stands, or -1. */
    int place(String name) {
        for (int i = 0; i < passes.size(); i++) if (passes.get(i).name.equals(name) && !name.isEmpty()) return i;
        return -1;
    }
}
