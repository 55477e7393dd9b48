package gloaming.shader;

import gloaming.shader.Code.Reg;
import gloaming.shader.Code.Scope;
import gloaming.shader.ShaderTree.Expr;
import gloaming.shader.ShaderTree.Stmt;
import gloaming.shader.ShaderTree.Use;
import gloaming.shader.ShaderTree.Var;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** From the tree to scalar instructions: every function in place, every vector, matrix, array and struct as its scalars. */
final class Lowering {
    final Emitter out = new Emitter();
    private final Registers registers = new Registers(out);
    private final PlaceCode places = new PlaceCode(out, registers, this::value);
    private final CallCode calls = new CallCode(this, out, registers, places);
    private final ExpressionCode expressions = new ExpressionCode(out, registers, places, calls);
    private final StatementCode statements = new StatementCode(this, out, registers);
    private Scope program;
    private Reg discarded;

    /** The value of an expression that is the same always, or null. */
    static int[] constant(Expr e) {
        if (e instanceof Expr.Const c) return c.bits();
        if (!Forms.constant(e)) return null;
        Lowering lowering = new Lowering();
        Reg[] value = lowering.value(e);
        int[] bits = new int[value.length];
        for (int i = 0; i < bits.length; i++) {
            if (!value[i].known) return null;
            bits[i] = value[i].bits;
        }
        return bits;
    }

    /** Lowers a whole shader; {@code inputs} and {@code samplers} tell where the outside puts its values. */
    Reg[] shader(ShaderTree tree, Map<Var, Reg[]> inputs, Map<Var, Integer> samplers, Var output, Var[] outputs) {
        registers.given(inputs, samplers);
        begin(tree, outputs);
        Reg[] result = new Reg[4];
        Reg[] written = out.get(registers.globals.get(output));
        for (int i = 0; i < 4; i++) result[i] = i < written.length ? written[i] : out.number(i == 3 ? 1 : 0);
        Reg gone = out.get(discarded);
        for (int i = 0; i < 4; i++) result[i] = out.op(Op.CHOOSE_F, gone, out.number(0), result[i]);
        return result;
    }

    /** Lowers code over points: the scalars of all outputs, in their order. */
    Reg[] points(ShaderTree tree, Map<Var, Reg[]> inputs, Map<Var, Integer> samplers, Var[] outputs) {
        registers.given(inputs, samplers);
        begin(tree, outputs);
        List<Reg> results = new ArrayList<>();
        for (Var var : outputs) results.addAll(List.of(out.get(registers.globals.get(var))));
        return results.toArray(Reg[]::new);
    }

    private void begin(ShaderTree tree, Var[] outputs) {
        discarded = out.variable(true);
        out.set(discarded, out.whole(0));
        for (Var var : outputs) {
            Reg[] regs = registers.fresh(var.type);
            registers.globals.put(var, regs);
            for (Reg reg : regs) out.set(reg, registers.zero(reg));
        }
        for (Var var : tree.globals) {
            if (var.use == Use.GLOBAL) statements.declare(var, registers.globals);
        }
        out.scope(scope -> {
            program = scope;
            calls.call(tree.main, List.of(), List.of(), tree.main.at);
        });
    }

    /** The scalars of an expression. */
    Reg[] value(Expr e) {
        return expressions.value(e);
    }

    /** Puts a statement behind what is there. */
    void lower(Stmt s) {
        statements.lower(s);
    }

    /** Nothing more is worked out here, and nothing drawn. */
    void discard() {
        out.set(discarded, out.whole(-1));
        out.leave(program);
    }
}
