package gloaming.shader;

import gloaming.shader.Code.Reg;
import gloaming.shader.PlaceCode.Place;
import gloaming.shader.Registers.Frame;
import gloaming.shader.ShaderTree.Expr;
import gloaming.shader.ShaderTree.Function;
import gloaming.shader.ShaderTree.Parameter;
import gloaming.shader.ShaderTree.Stmt;
import gloaming.shader.ShaderTree.Use;
import gloaming.shader.ShaderTree.Var;
import gloaming.shader.ShaderTree.Way;
import gloaming.shader.Type.Numeric;
import java.util.ArrayList;
import java.util.List;

/** Calls: the body of a function is put in the place of each, and built-in ones are instructions. */
final class CallCode {
    private static final int DEEPEST = 64;

    private final Lowering lowering;
    private final Emitter out;
    private final Registers registers;
    private final PlaceCode places;
    private final BuiltInCode builtIns;
    private int depth;

    CallCode(Lowering lowering, Emitter out, Registers registers, PlaceCode places) {
        this.lowering = lowering;
        this.out = out;
        this.registers = registers;
        this.places = places;
        builtIns = new BuiltInCode(out);
    }

    Reg[] call(Expr.Call c) {
        List<Parameter> parameters = c.function().parameters;
        List<Object> given = new ArrayList<>();
        List<Place> targets = new ArrayList<>();
        for (int i = 0; i < parameters.size(); i++) {
            Expr argument = c.arguments().get(i);
            Place place = null;
            if (parameters.get(i).var().type instanceof Type.Sampler) {
                given.add(registers.sampler(argument));
            } else if (parameters.get(i).way() == Way.IN) {
                given.add(lowering.value(argument));
            } else {
                place = places.of(argument);
                given.add(parameters.get(i).way() == Way.INOUT ? places.read(place) : null);
            }
            targets.add(place);
        }
        return call(c.function(), given, targets, c.at());
    }

    /** {@code given} are values, numbers of pictures, or null where nothing comes in; {@code targets} are where values go after it, or null. */
    Reg[] call(Function function, List<Object> given, List<Place> targets, Token at) {
        if (function.body == null) {
            throw Problem.Found.at(at, "'" + function.name + "' : function is declared and never defined");
        }
        if (++depth > DEEPEST)
            throw Problem.Found.at(at, "'" + function.name + "' : recursive function call, or calls nested too deep");
        out.at(at);
        Frame caller = registers.frame;
        Frame mine = new Frame();
        for (int i = 0; i < given.size(); i++) {
            Var var = function.parameters.get(i).var();
            if (given.get(i) instanceof Integer sampler) {
                mine.samplers.put(var, sampler);
                continue;
            }
            if (var.use == Use.CONST) {
                mine.locals.put(var, (Reg[]) given.get(i));
                continue;
            }
            Reg[] regs = registers.fresh(var.type);
            mine.locals.put(var, regs);
            for (int k = 0; k < regs.length; k++) {
                out.set(regs[k], given.get(i) == null ? registers.zero(regs[k]) : ((Reg[]) given.get(i))[k]);
            }
        }
        mine.result = registers.fresh(function.returns);
        for (Reg reg : mine.result) out.set(reg, registers.zero(reg));
        registers.frame = mine;
        out.scope(scope -> {
            mine.scope = scope;
            List<Stmt> body = function.body.statements();
            for (int i = 0; i < body.size(); i++) {
                // A return at the very end needs nobody to leave.
                if (i == body.size() - 1 && body.get(i) instanceof Stmt.Return r) {
                    if (out.left()) break;
                    if (r.value() != null) registers.set(mine.result, lowering.value(r.value()));
                } else {
                    lowering.lower(body.get(i));
                }
            }
        });
        registers.frame = caller;
        depth--;
        Reg[] result = out.get(mine.result);
        for (int i = 0; i < targets.size(); i++) {
            if (targets.get(i) == null) continue;
            places.write(
                    targets.get(i),
                    out.get(mine.locals.get(function.parameters.get(i).var())));
        }
        return result;
    }

    Reg[] builtIn(Expr.BuiltIn b) {
        boolean texture = b.arguments().getFirst().type() instanceof Type.Sampler;
        List<Reg[]> arguments = new ArrayList<>();
        for (int i = texture ? 1 : 0; i < b.arguments().size(); i++)
            arguments.add(lowering.value(b.arguments().get(i)));
        out.at(b.at());
        if (texture)
            return builtIns.texture(b.name(), registers.sampler(b.arguments().getFirst()), arguments);
        return builtIns.call(
                b.name(),
                (Numeric) b.arguments().getFirst().type(),
                (Numeric) b.arguments().getLast().type(),
                arguments);
    }
}
