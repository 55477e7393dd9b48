package gloaming.shader;

import gloaming.shader.ShaderTree.Expr;
import gloaming.shader.ShaderTree.Function;
import gloaming.shader.ShaderTree.Stmt;
import gloaming.shader.ShaderTree.Var;
import gloaming.shader.ShaderTree.Way;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Finds the variables that a piece of a shader may change, functions it calls included. */
final class Assigned {
    private final Set<Var> vars = new HashSet<>();
    private final Set<Function> seen = new HashSet<>();

    private Assigned() {}

    static Set<Var> in(Stmt... statements) {
        Assigned assigned = new Assigned();
        for (Stmt s : statements) assigned.stmt(s);
        return assigned.vars;
    }

    static Set<Var> in(Expr expr) {
        Assigned assigned = new Assigned();
        assigned.expr(expr);
        return assigned.vars;
    }

    private void all(List<Stmt> statements) {
        for (Stmt s : statements) stmt(s);
    }

    private void stmt(Stmt s) {
        switch (s) {
            case null -> {}
            case Stmt.Declare d -> {
                vars.add(d.var());
                expr(d.var().initial);
            }
            case Stmt.Do d -> expr(d.expr());
            case Stmt.Block b -> all(b.statements());
            case Stmt.If i -> {
                expr(i.condition());
                stmt(i.yes());
                stmt(i.no());
            }
            case Stmt.Loop l -> {
                stmt(l.begin());
                stmt(l.condition());
                expr(l.next());
                stmt(l.body());
            }
            case Stmt.Return r -> expr(r.value());
            case Stmt.Switch w -> {
                expr(w.on());
                w.cases().forEach(c -> all(c.statements()));
            }
            case Stmt.Break b -> {}
            case Stmt.Continue c -> {}
            case Stmt.Discard d -> {}
        }
    }

    private void expr(Expr e) {
        switch (e) {
            case null -> {}
            case Expr.Const c -> {}
            case Expr.Read r -> {}
            case Expr.Member m -> expr(m.of());
            case Expr.Swizzle s -> expr(s.of());
            case Expr.Index i -> {
                expr(i.of());
                expr(i.index());
            }
            case Expr.Unary u -> expr(u.of());
            case Expr.Binary b -> {
                expr(b.a());
                expr(b.b());
            }
            case Expr.Assign a -> {
                target(a.target());
                expr(a.value());
            }
            case Expr.Count c -> target(c.target());
            case Expr.Choice c -> {
                expr(c.condition());
                expr(c.yes());
                expr(c.no());
            }
            case Expr.Comma c -> {
                expr(c.first());
                expr(c.second());
            }
            case Expr.Call c -> {
                for (int i = 0; i < c.arguments().size(); i++) {
                    if (c.function().parameters.get(i).way() == Way.IN)
                        expr(c.arguments().get(i));
                    else target(c.arguments().get(i));
                }
                if (seen.add(c.function())) stmt(c.function().body);
            }
            case Expr.BuiltIn b -> b.arguments().forEach(this::expr);
            case Expr.Make m -> m.arguments().forEach(this::expr);
        }
    }

    private void target(Expr e) {
        Expr root = e;
        while (!(root instanceof Expr.Read)) {
            root = switch (root) {
                case Expr.Member m -> m.of();
                case Expr.Swizzle s -> s.of();
                case Expr.Index i -> {
                    expr(i.index());
                    yield i.of();
                }
                default -> {
                    expr(root);
                    yield null;
                }
            };
            if (root == null) return;
        }
        vars.add(((Expr.Read) root).var());
    }
}
