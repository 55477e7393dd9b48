package gloaming.shader;

import gloaming.shader.Code.Reg;
import gloaming.shader.Shader.Port;
import gloaming.shader.Shader.Sampler;
import gloaming.shader.Shader.Uniform;
import gloaming.shader.ShaderTree.Use;
import gloaming.shader.ShaderTree.Var;
import gloaming.shader.Type.Base;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Ties the names of a tree to what comes from outside and goes there: uniforms, pictures, places of pixels, attributes of points. */
final class Linker {
    private final Map<Integer, String> comments;
    private final Lowering lowering = new Lowering();
    private final Map<Var, Reg[]> inputs = new HashMap<>();
    private final Map<Var, Integer> samplerOf = new LinkedHashMap<>();
    private final List<Uniform> uniforms = new ArrayList<>();
    private final List<Sampler> samplers = new ArrayList<>();
    private final List<Port> ins = new ArrayList<>();
    private int columns;
    private int next = Program.Given.UNIFORMS;

    /** {@code comments} by their lines: those behind a uniform or a sampler belong to it. */
    Linker(Map<Integer, String> comments) {
        this.comments = comments;
    }

    Shader shader(ShaderTree tree) {
        for (Var var : tree.globals) {
            if (var.use == Use.IN) inputs.put(var, place());
            if (var.use == Use.UNIFORM) uniform(var);
        }
        given(tree);
        List<Var> outputs = outputs(tree);
        List<Var> all = new ArrayList<>(outputs);
        Var output =
                outputs.stream().min(Comparator.comparingInt(v -> v.location)).orElse(null);
        for (Var old : tree.given) {
            if (old.use != Use.OUT) continue;
            all.add(old);
            // The older forms: gl_FragColor, or gl_FragData where that is written to.
            if (outputs.isEmpty() && (output == null || ShaderUses.of(tree, old))) output = old;
        }
        return linked(lowering.shader(tree, inputs, samplerOf, output, all.toArray(Var[]::new)), List.of());
    }

    /** Code over points. */
    Shader points(ShaderTree tree) {
        for (Var var : tree.globals) {
            if (var.use == Use.IN) column(var);
            if (var.use == Use.UNIFORM) uniform(var);
        }
        given(tree);
        List<Var> outputs = outputs(tree);
        if (outputs.isEmpty()) throw Problem.Found.at(tree.main.at, "'main' : nothing goes out of it");
        return linked(
                lowering.points(tree, inputs, samplerOf, outputs.toArray(Var[]::new)),
                outputs.stream().map(v -> new Port(v.name, v.type.size())).toList());
    }

    private Shader linked(Reg[] results, List<Port> outs) {
        new Shaping(lowering.out.code, results).shape();
        Program program = new Placing(lowering.out.code, results).place();
        return new Shader(
                program,
                List.copyOf(uniforms),
                List.copyOf(samplers),
                next,
                lowering.out.countsPixels,
                List.copyOf(ins),
                outs);
    }

    private static List<Var> outputs(ShaderTree tree) {
        return tree.globals.stream().filter(v -> v.use == Use.OUT).toList();
    }

    private void column(Var var) {
        Reg[] regs = new Reg[var.type.size()];
        for (int i = 0; i < regs.length; i++) {
            regs[i] = lowering.out.input(false, Program.Given.column(columns + i));
        }
        columns += regs.length;
        ins.add(new Port(var.name, regs.length));
        inputs.put(var, regs);
    }

    private void uniform(Var var) {
        int count = samplers(var.type);
        if (count > 0) {
            sampler(var, count);
            return;
        }
        List<Boolean> layout = Registers.layout(var.type);
        Reg[] regs = new Reg[layout.size()];
        for (int i = 0; i < regs.length; i++) regs[i] = lowering.out.input(layout.get(i), next + i);
        inputs.put(var, regs);
        named(var.name, var.type, next, comments.getOrDefault(var.at.line(), ""));
        next += regs.length;
    }

    private void sampler(Var var, int count) {
        if (samplers.size() + count > Program.MOST_SAMPLERS) {
            throw Problem.Found.at(
                    var.at, "'" + var.name + "' : there are more than " + Program.MOST_SAMPLERS + " samplers");
        }
        samplerOf.put(var, samplers.size());
        for (int i = 0; i < count; i++) {
            String comment = comments.getOrDefault(var.at.line(), "");
            samplers.add(new Sampler(var.type instanceof Type.Array ? var.name + "[" + i + "]" : var.name, comment));
        }
    }

    /** A struct's members are uniforms of their own, as they are for whoever sets them. */
    private void named(String name, Type type, int at, String comment) {
        if (type instanceof Type.Struct struct) {
            int next = at;
            for (Type.Field f : struct.fields()) {
                named(name + "." + f.name(), f.type(), next, "");
                next += f.type().size();
            }
            return;
        }
        Base base = Type.base(type instanceof Type.Array a ? a.of() : type);
        boolean whole = base != null && base != Base.FLOAT;
        uniforms.add(new Uniform(name, type.word(), whole, base == Base.BOOL, type.size(), at, comment));
    }

    private static int samplers(Type type) {
        return switch (type) {
            case Type.Sampler s -> 1;
            case Type.Array a when a.of() instanceof Type.Sampler -> a.length();
            default -> 0;
        };
    }

    private Reg[] place() {
        return new Reg[] {lowering.out.input(false, Program.Given.U), lowering.out.input(false, Program.Given.V)};
    }

    private void given(ShaderTree tree) {
        Emitter out = lowering.out;
        for (Var var : tree.given) {
            switch (var.name) {
                case "gl_FragCoord" ->
                    inputs.put(var, new Reg[] {
                        out.input(false, Program.Given.X),
                        out.input(false, Program.Given.Y),
                        out.number(0.5),
                        out.number(1)
                    });
                case "gl_FrontFacing" -> inputs.put(var, new Reg[] {out.whole(-1)});
                case "gl_PointCoord" -> inputs.put(var, new Reg[] {out.number(0), out.number(0)});
                default -> {}
            }
        }
    }
}
