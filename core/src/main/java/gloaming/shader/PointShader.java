package gloaming.shader;

import gloaming.flow.Column;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.ChangedColumns;
import gloaming.step.Choice;
import gloaming.step.DynamicSettings;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.StepInfo;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * Code in the shaders' language that is worked out for every point.
 *
 * <p>An {@code in} variable is an attribute as it comes: place, velocity, heading (vec2 or vec3), colour (vec3, or vec4 with alpha), size, age,
 * life, id, the index, its part from 0 to 1, the count, or a float of another name. An {@code out} variable called {@code newPlace},
 * {@code newSize} and so on is written back.
 */
@Id("point-shader")
@StepInfo(
        name = "Point shader",
        does = "Works out the place, size, colour or heading of every point with your own GLSL.",
        find = "shader glsl code program points attribute formula vex write own vertex layout",
        notice = "A text says where each point is and how large.",
        example = "row count=900 > * > eye > draw-dots")
@DynamicSettings(PointFace.class)
public record PointShader(
        @Id("code")
        @Choice(
                initial = """
                        #version 300 es
                        precision highp float;
                        in vec3 place;
                        in float part;
                        in float index;
                        out vec3 newPlace;
                        out float newSize;
                        uniform float time;
                        uniform float twist; // 3 (-20 to 20) how often it winds round
                        uniform float wide; // 0.9 (0 to 4) how wide it is at the top

                        void main() {
                            float angle = 6.2831853 * (twist * part + fract(index * 0.618034)) + 0.2 * time;
                            float radius = wide * pow(part, 1.6);
                            newPlace = vec3(radius * cos(angle), 1.6 * part - 0.8, radius * sin(angle));
                            newSize = 0.003 + 0.004 * part;
                        }
                        """,
                code = true,
                says = "GLSL ES 3.00 over points: in place, size, colour ...; out newPlace, newSize, newColour ...")
        String code,

        Object[] own)
        implements Operation<Points, Points, PointShader.Memory> {
    private static final String[] AXES = {"x", "y", "z"};
    private static final Map<String, String[]> VECTORS = Map.of(
            "place", AXES,
            "velocity", new String[] {"vx", "vy", "vz"},
            "heading", new String[] {"hx", "hy", "hz"},
            "colour", new String[] {"red", "green", "blue", "alpha"},
            "color", new String[] {"red", "green", "blue", "alpha"});

    /** The last text that compiled, what is wrong with a newer one, and the columns it reads and writes. */
    public static final class Memory {
        final ChangedColumns altered = new ChangedColumns();
        String text;
        String trouble;
        Shader shader;
        Shader.Values values;
        List<Face.Knob> knobs = List.of();
        Input[] inputs = {};
        float[][] in = {};
        float[][] out = {};
        final Map<String, Column> spread = new LinkedHashMap<>();
    }

    private static final Picture NOTHING = new Picture(1, 1);

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Points in, Memory memory, Frame frame) {
        if (!code.equals(memory.text)) take(memory);
        if (memory.shader == null) throw new IllegalArgumentException(memory.trouble);
        if (memory.trouble != null) frame.trouble("goes on as it was before: " + memory.trouble);
        else Face.set(memory.knobs, own, memory.values);
        Points out = memory.altered.of(in);
        int n = in.n();
        if (n == 0) return out;
        Shader shader = memory.shader;
        for (Shader.Uniform u : shader.uniforms())
            Playing.given(
                    u, memory.values, Playing.full(frame, frame.width()), Playing.full(frame, frame.height()), frame);
        if (shader.countsPixels() && frame.renderScale() != 1) frame.trouble(Playing.COUNTS);
        for (int k = 0; k < memory.inputs.length; k++) {
            Picture read = frame.read(shader.samplers().get(k).name(), Picture.class);
            if (read == null) read = NOTHING;
            boolean asItIs = shader.countsPixels() || read == NOTHING;
            int width = asItIs ? read.width : Playing.full(frame, read.width);
            int height = asItIs ? read.height : Playing.full(frame, read.height);
            memory.inputs[k] = new Input(read, shader.samplers().get(k).edge(), false, width, height);
        }
        int column = 0;
        for (Shader.Port port : shader.ins()) {
            for (int c = 0; c < port.count(); c++) memory.in[column++] = read(memory, in, port, c, n);
        }
        column = 0;
        for (Shader.Port port : shader.outs()) {
            String name = outName(port.name());
            for (int c = 0; c < port.count(); c++)
                memory.out[column++] = memory.altered.write(component(name, port.count(), c));
        }
        shader.points(n, memory.in, memory.out, memory.values, memory.inputs, frame.crew());
        return out;
    }

    private void take(Memory memory) {
        memory.text = code;
        Shader.Result result = Shader.points(code);
        memory.trouble = null;
        if (result.shader() == null) {
            memory.trouble = result.problems().getFirst().toString();
            return;
        }
        for (Shader.Port port : result.shader().outs()) {
            if (outName(port.name()) == null) {
                memory.trouble =
                        "what goes out is called newPlace, newSize, newColour, newHeading, or new and a name; not '"
                                + port.name() + "'";
                return;
            }
        }
        memory.shader = result.shader();
        memory.values = memory.shader.values();
        memory.knobs = Face.knobs(memory.shader, new LinkedHashMap<>());
        memory.inputs = new Input[memory.shader.samplers().size()];
        memory.in = new float
                [memory.shader.ins().stream().mapToInt(Shader.Port::count).sum()][];
        memory.out = new float
                [memory.shader.outs().stream().mapToInt(Shader.Port::count).sum()][];
    }

    private static String outName(String name) {
        if (!name.startsWith("new") || name.length() < 4) return null;
        return name.substring(3, 4).toLowerCase(Locale.ROOT) + name.substring(4);
    }

    private static String component(String name, int count, int c) {
        String[] parts = VECTORS.get(name);
        if (parts != null && c < parts.length) return parts[c];
        return count == 1 ? name.toLowerCase(Locale.ROOT) : name.toLowerCase(Locale.ROOT) + "_" + "xyzw".charAt(c);
    }

    /** A column of what comes in, as long as there are points. */
    private static float[] read(Memory memory, Points in, Shader.Port port, int c, int n) {
        String name = component(port.name(), port.count(), c);
        Column mine = memory.spread.computeIfAbsent(name, k -> new Column(16));
        switch (name) {
            case "index", "part", "count" -> {
                float[] values = mine.length(n).values;
                for (int i = 0; i < n; i++) {
                    values[i] = switch (name) {
                        case "index" -> i;
                        case "part" -> n == 1 ? 0 : (float) i / (n - 1);
                        default -> n;
                    };
                }
                return values;
            }
            default -> {
                Column from = in.column(name);
                if (from == null) return mine.constant(0).spread(n).values;
                if (from.length() == n) return from.values;
                return mine.copyFrom(from).spread(n).values;
            }
        }
    }
}
