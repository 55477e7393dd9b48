package gloaming.shader;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.step.Colour;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * A shader that makes a picture of two as the one comes after the other: it reads {@code before} and {@code next}, and {@code part}
 * tells it how far that is. Its other variables are what the comment behind them says. One thread at a time.
 */
public final class PictureMix {
    private static final String BEFORE = "before";
    private static final String NEXT = "next";
    private static final Set<String> NOT_GIVEN = Set.of("time", "beat", "frame", "seed");

    /** What compiling gave: a mix, or what is wrong; never both. */
    public record Result(PictureMix mix, List<Problem> problems) {}

    private final Shader shader;
    private final Shader.Values values;

    private PictureMix(Shader shader) {
        this.shader = shader;
        values = shader.values();
        for (Shader.Uniform u : shader.uniforms()) begin(u);
    }

    /** Compiles a text; at once for one that was compiled lately. */
    public static Result of(String text) {
        Shader.Result result = Shader.known(text);
        if (result.shader() == null) return new Result(null, result.problems());
        List<Problem> problems = new ArrayList<>();
        for (Shader.Sampler s : result.shader().samplers())
            if (!s.name().equals(BEFORE) && !s.name().equals(NEXT))
                problems.add(new Problem(
                        1, 1, "'" + s.name() + "' is no picture that a change has; it reads before and next"));
        for (Shader.Uniform u : result.shader().uniforms())
            if (NOT_GIVEN.contains(u.name()))
                problems.add(new Problem(1, 1, "a change is not told '" + u.name() + "'; how far it is, is part"));
        return problems.isEmpty()
                ? new Result(new PictureMix(result.shader()), List.of())
                : new Result(null, List.copyOf(problems));
    }

    private void begin(Shader.Uniform u) {
        Note note = Note.of(u.comment());
        if (note.colour() && u.count() >= 3) {
            Colour colour = Colour.parse(note.says().substring(0, 7));
            values.set(u, colour.r(), colour.g(), colour.b(), 1);
            return;
        }
        for (int i = 0; i < u.count(); i++) values.put(u, i, note.initial(i));
    }

    /** Draws what is seen after a part of the way, 0 to 1; all pictures have one size. What takes too long ends as {@link Shader#run} says. */
    public void run(Picture before, Picture next, Picture out, double part, Crew crew) {
        for (Shader.Uniform u : shader.uniforms()) {
            switch (u.name()) {
                case "part" -> values.put(u, 0, part);
                case "size" -> {
                    values.put(u, 0, out.width);
                    if (u.count() > 1) values.put(u, 1, out.height);
                }
                default -> {}
            }
        }
        List<Shader.Sampler> reads = shader.samplers();
        Input[] inputs = new Input[reads.size()];
        for (int i = 0; i < inputs.length; i++)
            inputs[i] = new Input(
                    reads.get(i).name().equals(BEFORE) ? before : next,
                    reads.get(i).edge(),
                    false);
        shader.run(out, values, inputs, crew);
    }
}
