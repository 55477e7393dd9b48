package gloaming.shader;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.step.Operation;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.atomic.AtomicReference;

/**
 * A fragment shader, ready to run.
 *
 * <p>Values pass as they are stored, without any conversion; the bottom row is at v = 0. The standard's forms of version 3.00 and
 * 1.00 are taken.
 */
public final class Shader {
    /** A uniform; {@code whole} tells the forms of its {@code count} scalars apart, {@code comment} is what stood behind it. */
    public record Uniform(String name, String type, boolean whole, boolean truth, int count, int at, String comment) {}

    /** An input; {@code comment} is what stood behind its declaration, and what lies beyond its borders is what that says. */
    public record Sampler(String name, String comment, Input.Edge edge) {
        Sampler(String name, String comment) {
            this(name, comment, edge(comment));
        }

        /** The edge's own pixels go on where a comment says nothing. */
        private static Input.Edge edge(String comment) {
            for (Input.Edge edge : Input.Edge.values()) {
                if (comment.matches("(?i).*\\b" + edge.name() + "\\b.*")) return edge;
            }
            return Input.Edge.HOLD;
        }
    }

    /** What compiling gave: a shader, or what is wrong, in the order of the text; never both. */
    public record Result(Shader shader, List<Problem> problems) {}

    private final Program program;
    private final List<Uniform> uniforms;
    private final List<Sampler> samplers;
    private final int scalars;
    private final boolean countsPixels;
    private final Texels[] texels;
    private final List<Port> ins;
    private final List<Port> outs;
    /** Machines that are not at work; as many as threads that ever ran this at once. */
    private final ConcurrentLinkedQueue<Machine> machines = new ConcurrentLinkedQueue<>();

    Shader(
            Program program,
            List<Uniform> uniforms,
            List<Sampler> samplers,
            int scalars,
            boolean countsPixels,
            List<Port> ins,
            List<Port> outs) {
        this.program = program;
        this.uniforms = uniforms;
        this.samplers = samplers;
        this.scalars = scalars;
        this.countsPixels = countsPixels;
        this.ins = ins;
        this.outs = outs;
        texels = new Texels[samplers.size()];
        Arrays.setAll(texels, i -> new Texels());
    }

    private static final int MOST_KNOWN = 64;
    private static final Map<String, Result> KNOWN = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Result> eldest) {
            return size() > MOST_KNOWN;
        }
    };

    /** As {@link #compile}, but at once for one of the last {@value #MOST_KNOWN} texts; the shader is the caller's own. */
    public static Result known(String text) {
        Result result;
        synchronized (KNOWN) {
            result = KNOWN.get(text);
        }
        if (result == null) {
            // Outside the lock: a frame that needs another text does not wait for this one.
            result = compile(text);
            synchronized (KNOWN) {
                KNOWN.put(text, result);
            }
        }
        Shader s = result.shader;
        return s == null
                ? result
                : new Result(
                        new Shader(s.program, s.uniforms, s.samplers, s.scalars, s.countsPixels, s.ins, s.outs),
                        List.of());
    }

    /** Compiles a text; its length and everything that comes of it is limited. */
    public static Result compile(String text) {
        return compile(text, false);
    }

    /** An attribute of points that comes in or goes out, and how many numbers it has. */
    public record Port(String name, int count) {}

    /** Compiles code over points: {@code in} variables are attributes as they come, {@code out} variables those that it writes. */
    static Result points(String text) {
        return compile(text, true);
    }

    private static Result compile(String text, boolean points) {
        List<Problem> problems = new ArrayList<>();
        try {
            Preprocessor preprocessor = new Preprocessor(text, problems);
            List<Token> tokens = preprocessor.tokens();
            if (problems.isEmpty()) {
                ShaderTree tree = (points
                                ? ShaderParser.points(tokens, problems)
                                : ShaderParser.shader(tokens, problems))
                        .parse();
                if (problems.isEmpty()) {
                    Linker linker = new Linker(preprocessor.comments);
                    return new Result(points ? linker.points(tree) : linker.shader(tree), List.of());
                }
            }
        } catch (Problem.Found found) {
            problems.add(found.problem);
        } catch (RuntimeException | StackOverflowError | OutOfMemoryError fault) {
            // A fault of ours must cost nobody the picture: the text before it goes on.
            problems.add(new Problem(1, 1, "this text is more than the compiler can take: " + fault));
        }
        problems.sort(Comparator.comparingInt(Problem::line).thenComparingInt(Problem::column));
        return new Result(null, List.copyOf(problems));
    }

    /** Whether it reads single pixels, or such as are so many pixels off, so that it draws otherwise on pictures of another size. */
    boolean countsPixels() {
        return countsPixels;
    }

    /** Attributes of points that come in, in their order. */
    List<Port> ins() {
        return ins;
    }

    /** Attributes of points that go out. */
    List<Port> outs() {
        return outs;
    }

    public List<Uniform> uniforms() {
        return uniforms;
    }

    /** Its inputs, in the order in which {@link #run} takes them. */
    public List<Sampler> samplers() {
        return samplers;
    }

    /** The values of uniforms for one frame: all zero to begin with. */
    public Values values() {
        return new Values(scalars);
    }

    /** Numbers for the uniforms of a shader. */
    public static final class Values {
        private final int[] bits;

        private Values(int scalars) {
            bits = new int[scalars];
        }

        /** Sets a uniform's scalars; those that are missing stay. */
        public Values set(Uniform uniform, double... numbers) {
            for (int i = 0; i < Math.min(numbers.length, uniform.count); i++) put(uniform, i, numbers[i]);
            return this;
        }

        /** Sets one of a uniform's scalars. */
        void put(Uniform uniform, int i, double number) {
            bits[uniform.at + i] = uniform.truth
                    ? (number != 0 ? -1 : 0)
                    : uniform.whole ? (int) (long) number : Float.floatToRawIntBits((float) number);
        }
    }

    /**
     * Draws into {@code out}, by one caller at a time; rows and columns shared among the crew; {@code inputs} in the order of {@link #samplers}. A loop
     * that does not end is an {@link Operation.TooLong}: when the crew's time is over, or within two seconds a tile.
     */
    public void run(Picture out, Values values, Input[] inputs, Crew crew) {
        run(out, out.width, out.height, values, inputs, crew);
    }

    /** Draws as if {@code out} were so many pixels wide and high: in its coordinates and its slopes from one pixel to the next. */
    void run(Picture out, int width, int height, Values values, Input[] inputs, Crew crew) {
        float across = (float) width / out.width;
        float up = (float) height / out.height;
        for (int i = 0; i < inputs.length; i++) {
            Program.Given size = Program.Given.of(i);
            values.bits[size.width()] = inputs[i].width();
            values.bits[size.height()] = inputs[i].height();
        }
        for (int i = 0; i < texels.length; i++) texels[i].fill(inputs[i], crew);
        float[][] planes = {out.r(), out.g(), out.b(), out.a()};
        AtomicReference<Machine.Endless> endless = new AtomicReference<>();
        crew.each(Machine.tiles(out.width, out.height), 4, (from, to) -> {
            Machine machine = machines.poll();
            if (machine == null) machine = new Machine();
            machine.load(program, values.bits, texels, crew);
            machine.pixel(across, up);
            try {
                for (int tile = from; tile < to && endless.get() == null; tile++) {
                    crew.check();
                    machine.tile(tile, out.width, out.height, planes);
                }
            } catch (Machine.Endless e) {
                endless.set(e);
            } finally {
                machines.add(machine);
            }
        });
        if (endless.get() != null) throw new Operation.TooLong(endless.get().getMessage());
    }

    /** Works out {@code n} points; columns in and out are scalar by scalar of {@link #ins} and {@link #outs}. */
    void points(int n, float[][] columns, float[][] into, Values values, Input[] inputs, Crew crew) {
        for (int i = 0; i < inputs.length; i++) {
            Program.Given size = Program.Given.of(i);
            values.bits[size.width()] = inputs[i].width();
            values.bits[size.height()] = inputs[i].height();
        }
        for (int i = 0; i < texels.length; i++) texels[i].fill(inputs[i], crew);
        AtomicReference<Machine.Endless> endless = new AtomicReference<>();
        crew.each((n + Program.STRIP - 1) / Program.STRIP, 4, (from, to) -> {
            Machine machine = machines.poll();
            if (machine == null) machine = new Machine();
            machine.load(program, values.bits, texels, crew);
            try {
                for (int strip = from; strip < to && endless.get() == null; strip++) {
                    crew.check();
                    int first = strip * Program.STRIP;
                    machine.points(first, Math.min(Program.STRIP, n - first), columns, into);
                }
            } catch (Machine.Endless e) {
                endless.set(e);
            } finally {
                machines.add(machine);
            }
        });
        if (endless.get() != null) throw new Operation.TooLong(endless.get().getMessage());
    }
}
