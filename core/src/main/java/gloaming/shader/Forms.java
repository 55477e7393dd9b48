package gloaming.shader;

import gloaming.shader.ShaderTree.Expr;
import gloaming.shader.ShaderTree.Use;

/** What can be said of an expression by its form alone, before it is lowered. */
final class Forms {
    /** Two sides of a choice that come to no more than this are both worked out, which is cheaper than parting. */
    private static final int CHEAP = 12;

    private Forms() {}

    /** Whether nothing in it can change (chapter 4.3.3). */
    static boolean constant(Expr e) {
        return switch (e) {
            case Expr.Const c -> true;
            case Expr.Read r -> r.var().use == Use.CONST && r.var().initial != null;
            case Expr.Member m -> constant(m.of());
            case Expr.Swizzle s -> constant(s.of());
            case Expr.Index i -> constant(i.of()) && constant(i.index());
            case Expr.Unary u -> constant(u.of());
            case Expr.Binary b -> constant(b.a()) && constant(b.b());
            case Expr.Choice c -> constant(c.condition()) && constant(c.yes()) && constant(c.no());
            case Expr.BuiltIn b -> b.arguments().stream().allMatch(Forms::constant);
            case Expr.Make m -> m.arguments().stream().allMatch(Forms::constant);
            case Expr.Call c ->
                Prelude.functions() != null
                        && Prelude.functions().contains(c.function())
                        && c.arguments().stream().allMatch(Forms::constant);
            default -> false;
        };
    }

    /** Whether an index that is known only at run time leads to it. */
    static boolean indexed(Expr e) {
        return switch (e) {
            case Expr.Index i -> true;
            case Expr.Member m -> indexed(m.of());
            case Expr.Swizzle s -> indexed(s.of());
            default -> false;
        };
    }

    /** How much work a small expression without effects is; -1 when it is large or has effects. */
    static int cheap(Expr e) {
        int cost = switch (e) {
            case Expr.Const c -> 0;
            case Expr.Read r -> 0;
            case Expr.Member m -> cheap(m.of());
            case Expr.Swizzle s -> cheap(s.of());
            case Expr.Index i -> plus(i.type().size(), cheap(i.of()), cheap(i.index()));
            case Expr.Unary u -> plus(u.type().size(), cheap(u.of()));
            case Expr.Binary b -> plus(b.type().size(), cheap(b.a()), cheap(b.b()));
            case Expr.Choice c -> plus(c.type().size(), cheap(c.condition()), cheap(c.yes()), cheap(c.no()));
            case Expr.Make m ->
                plus(0, m.arguments().stream().mapToInt(Forms::cheap).toArray());
            case Expr.BuiltIn b
            when BuiltInCode.light(b.name()) ->
                plus(
                        2 * b.type().size(),
                        b.arguments().stream().mapToInt(Forms::cheap).toArray());
            default -> -1;
        };
        return cost > CHEAP ? -1 : cost;
    }

    private static int plus(int own, int... parts) {
        int sum = own;
        for (int part : parts) {
            if (part < 0) return -1;
            sum += part;
        }
        return sum;
    }
}
