package gloaming.shader;

import gloaming.shader.Code.Reg;
import gloaming.shader.Code.Scope;
import gloaming.shader.ShaderTree.Expr;
import gloaming.shader.ShaderTree.Var;
import gloaming.shader.Type.Base;
import gloaming.shader.Type.Numeric;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Where the names of a program have their registers: those of all its functions, and those of the call that is lowered. */
final class Registers {
    private static final Reg[] NONE = {};

    /** One call of a function. */
    static final class Frame {
        final Map<Var, Reg[]> locals = new HashMap<>();
        final Map<Var, Integer> samplers = new HashMap<>();
        Scope scope;
        Reg[] result = NONE;
        Scope breaks;
        Scope continues;
    }

    private final Emitter out;
    final Map<Var, Reg[]> globals = new HashMap<>();
    private final Map<Var, Integer> samplers = new HashMap<>();
    Frame frame = new Frame();

    Registers(Emitter out) {
        this.out = out;
    }

    /** Takes what the outside puts there. */
    void given(Map<Var, Reg[]> inputs, Map<Var, Integer> pictures) {
        globals.putAll(inputs);
        samplers.putAll(pictures);
    }

    /** One flag a scalar: whether it is whole. */
    static List<Boolean> layout(Type type) {
        return switch (type) {
            case Numeric n -> Collections.nCopies(n.size(), n.base() != Base.FLOAT);
            case Type.Array a -> {
                List<Boolean> all = new ArrayList<>();
                List<Boolean> one = layout(a.of());
                for (int i = 0; i < a.length(); i++) all.addAll(one);
                yield all;
            }
            case Type.Struct s -> {
                List<Boolean> all = new ArrayList<>();
                for (Type.Field f : s.fields()) all.addAll(layout(f.type()));
                yield all;
            }
            default -> List.of();
        };
    }

    Reg[] fresh(Type type) {
        return layout(type).stream().map(out::variable).toArray(Reg[]::new);
    }

    Reg zero(Reg like) {
        return out.constant(like.whole, 0);
    }

    /** Those of a name here, or null. */
    Reg[] find(Var var) {
        Reg[] regs = frame.locals.get(var);
        return regs != null ? regs : globals.get(var);
    }

    /** Those of a name; a constant that has none yet is spelled out. */
    Reg[] of(Var var) {
        Reg[] regs = find(var);
        if (regs == null && var.initial instanceof Expr.Const c) regs = constant(c);
        if (regs == null) throw new IllegalStateException("'" + var.name + "' has no place");
        return regs;
    }

    Reg[] constant(Expr.Const c) {
        List<Boolean> layout = layout(c.type());
        Reg[] regs = new Reg[layout.size()];
        for (int i = 0; i < regs.length; i++) regs[i] = out.constant(layout.get(i), c.bits()[i]);
        return regs;
    }

    /** The number of the picture that an expression names. */
    int sampler(Expr e) {
        return switch (e) {
            case Expr.Read r -> {
                Integer index = frame.samplers.get(r.var());
                yield index != null ? index : samplers.get(r.var());
            }
            case Expr.Index i -> sampler(i.of()) + Lowering.constant(i.index())[0];
            default -> throw Problem.Found.at(e.at(), "'sampler' : only a uniform of its own can be a sampler here");
        };
    }

    void set(Reg[] variables, Reg[] values) {
        for (int i = 0; i < variables.length; i++) out.set(variables[i], values[i]);
    }
}
