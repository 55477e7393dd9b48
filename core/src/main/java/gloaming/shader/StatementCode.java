package gloaming.shader;

import gloaming.shader.Code.Reg;
import gloaming.shader.Code.Scope;
import gloaming.shader.ShaderTree.Stmt;
import gloaming.shader.ShaderTree.Use;
import gloaming.shader.ShaderTree.Var;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/** Declarations, branches, loops, and the ways out of them. */
final class StatementCode {
    private final Lowering lowering;
    private final Emitter out;
    private final Registers registers;

    StatementCode(Lowering lowering, Emitter out, Registers registers) {
        this.lowering = lowering;
        this.out = out;
        this.registers = registers;
    }

    void declare(Var var, Map<Var, Reg[]> into) {
        if (var.use == Use.CONST) {
            if (var.initial != null) into.put(var, lowering.value(var.initial));
            return;
        }
        Reg[] value = var.initial == null ? null : lowering.value(var.initial);
        Reg[] regs = registers.fresh(var.type);
        into.put(var, regs);
        for (int i = 0; i < regs.length; i++) out.set(regs[i], value == null ? registers.zero(regs[i]) : value[i]);
    }

    void lower(Stmt s) {
        if (out.left()) return;
        switch (s) {
            case null -> {}
            case Stmt.Declare d -> declare(d.var(), registers.frame.locals);
            case Stmt.Do d -> {
                out.at(d.expr().at());
                lowering.value(d.expr());
            }
            case Stmt.Block b -> b.statements().forEach(this::lower);
            case Stmt.If i -> {
                Reg condition = lowering.value(i.condition())[0];
                out.choose(condition, () -> lower(i.yes()), () -> lower(i.no()));
            }
            case Stmt.Loop l -> loop(l);
            case Stmt.Return r -> {
                if (r.value() != null) registers.set(registers.frame.result, lowering.value(r.value()));
                out.leave(registers.frame.scope);
            }
            case Stmt.Break b -> out.leave(registers.frame.breaks);
            case Stmt.Continue c -> out.leave(registers.frame.continues);
            case Stmt.Discard d -> lowering.discard();
            case Stmt.Switch w -> choose(w);
        }
    }

    private void forget(Set<Var> vars) {
        for (Var var : vars) {
            Reg[] regs = registers.find(var);
            if (regs != null) out.forget(regs);
        }
    }

    private void loop(Stmt.Loop l) {
        out.at(l.at());
        Scope breaks = registers.frame.breaks;
        Scope continues = registers.frame.continues;
        out.scope(outer -> {
            registers.frame.breaks = outer;
            lower(l.begin());
            Set<Var> assigned = new HashSet<>(Assigned.in(l.condition(), l.body()));
            if (l.next() != null) assigned.addAll(Assigned.in(l.next()));
            forget(assigned);
            out.at(l.at());
            out.loop(() -> {
                if (!l.late()) test(l.condition(), outer);
                if (out.left()) return;
                out.scope(inner -> {
                    registers.frame.continues = inner;
                    lower(l.body());
                });
                if (out.left()) return;
                if (l.next() != null) lowering.value(l.next());
                if (l.late()) test(l.condition(), outer);
            });
        });
        registers.frame.breaks = breaks;
        registers.frame.continues = continues;
    }

    private void test(Stmt condition, Scope outer) {
        Reg go = switch (condition) {
            case null -> out.whole(-1);
            case Stmt.Do d -> lowering.value(d.expr())[0];
            case Stmt.Declare d -> {
                declare(d.var(), registers.frame.locals);
                yield out.get(registers.frame.locals.get(d.var())[0]);
            }
            default -> throw new IllegalStateException("a loop on " + condition);
        };
        out.choose(go, () -> {}, () -> out.leave(outer));
    }

    private void choose(Stmt.Switch w) {
        Reg on = lowering.value(w.on())[0];
        Scope breaks = registers.frame.breaks;
        Reg falling = out.variable(true);
        out.set(falling, out.whole(0));
        out.scope(scope -> {
            registers.frame.breaks = scope;
            for (ShaderTree.Case c : w.cases()) {
                Reg here = c.standard() ? none(on, w, c) : out.whole(0);
                for (int label : c.labels()) here = out.op(Op.OR, here, out.op(Op.IEQ, on, out.whole(label)));
                Reg go = out.op(Op.OR, out.get(falling), here);
                out.set(falling, go);
                out.choose(go, () -> c.statements().forEach(this::lower), () -> {});
            }
        });
        registers.frame.breaks = breaks;
    }

    /** Whether no other case has this label. */
    private Reg none(Reg on, Stmt.Switch w, ShaderTree.Case standard) {
        Reg any = out.whole(0);
        for (ShaderTree.Case c : w.cases()) {
            if (c == standard) continue;
            for (int label : c.labels()) any = out.op(Op.OR, any, out.op(Op.IEQ, on, out.whole(label)));
        }
        return out.op(Op.NOT, any);
    }
}
