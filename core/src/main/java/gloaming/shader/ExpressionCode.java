package gloaming.shader;

import gloaming.shader.Code.Reg;
import gloaming.shader.ShaderTree.Expr;
import gloaming.shader.Type.Base;
import gloaming.shader.Type.Numeric;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** The scalars of expressions. */
final class ExpressionCode {
    private final Emitter out;
    private final Registers registers;
    private final PlaceCode places;
    private final CallCode calls;
    private final OperatorCode operators;

    ExpressionCode(Emitter out, Registers registers, PlaceCode places, CallCode calls) {
        this.out = out;
        this.registers = registers;
        this.places = places;
        this.calls = calls;
        operators = new OperatorCode(out);
    }

    Reg[] value(Expr e) {
        // A picture has no numbers; as a statement of its own it does nothing.
        if (Type.holdsSampler(e.type())) return new Reg[0];
        return switch (e) {
            case Expr.Const c -> registers.constant(c);
            case Expr.Read r -> out.get(registers.of(r.var()));
            case Expr.Member m -> {
                int from = ((Type.Struct) m.of().type()).offset(m.field());
                yield Forms.indexed(m)
                        ? places.read(places.of(m))
                        : Arrays.copyOfRange(
                                value(m.of()), from, from + m.type().size());
            }
            case Expr.Swizzle s -> {
                if (Forms.indexed(s)) yield places.read(places.of(s));
                Reg[] of = value(s.of());
                yield Arrays.stream(s.parts()).mapToObj(p -> of[p]).toArray(Reg[]::new);
            }
            case Expr.Index i -> places.read(places.of(i));
            case Expr.Unary u -> {
                Base base = Type.base(u.type());
                Op op = u.sign().equals("!") || u.sign().equals("~") ? Op.NOT : base == Base.FLOAT ? Op.NEG : Op.ISUB;
                Reg[] of = value(u.of());
                yield Arrays.stream(of)
                        .map(r -> op == Op.ISUB ? out.op(op, out.whole(0), r) : out.op(op, r))
                        .toArray(Reg[]::new);
            }
            case Expr.Binary b -> binary(b);
            case Expr.Assign a -> assign(a);
            case Expr.Count c -> {
                PlaceCode.Place place = places.of(c.target());
                Reg[] before = places.read(place);
                boolean real = Type.base(c.type()) == Base.FLOAT;
                Reg one = real ? out.number(1) : out.whole(1);
                Op op = c.up() ? real ? Op.ADD : Op.IADD : real ? Op.SUB : Op.ISUB;
                Reg[] after = Arrays.stream(before).map(r -> out.op(op, r, one)).toArray(Reg[]::new);
                places.write(place, after);
                yield c.before() ? after : before;
            }
            case Expr.Choice c -> choice(c);
            case Expr.Comma c -> {
                value(c.first());
                yield value(c.second());
            }
            case Expr.Call c -> calls.call(c);
            case Expr.BuiltIn b -> calls.builtIn(b);
            case Expr.Make m -> make(m);
        };
    }

    private Reg[] binary(Expr.Binary b) {
        String sign = b.sign();
        if (sign.equals("&&") || sign.equals("||")) return new Reg[] {shortCut(b)};
        Reg[] x = value(b.a());
        Reg[] y = value(b.b());
        if (sign.equals("==") || sign.equals("!="))
            return new Reg[] {operators.equal(Registers.layout(b.a().type()), x, y, sign.equals("=="))};
        return operators.of(sign, (Numeric) b.a().type(), (Numeric) b.b().type(), x, y);
    }

    private Reg shortCut(Expr.Binary b) {
        boolean and = b.sign().equals("&&");
        Reg x = value(b.a())[0];
        if (x.known) return (x.bits != 0) == and ? value(b.b())[0] : x;
        if (Forms.cheap(b.b()) >= 0) return out.op(and ? Op.AND : Op.OR, x, value(b.b())[0]);
        Reg result = out.variable(true);
        out.set(result, x);
        Runnable more = () -> out.set(result, value(b.b())[0]);
        out.choose(x, and ? more : () -> {}, and ? () -> {} : more);
        return out.get(result);
    }

    private Reg[] choice(Expr.Choice c) {
        Reg condition = value(c.condition())[0];
        if (condition.known) return value(condition.bits != 0 ? c.yes() : c.no());
        if (Forms.cheap(c.yes()) >= 0 && Forms.cheap(c.no()) >= 0) {
            Reg[] yes = value(c.yes());
            Reg[] no = value(c.no());
            Reg[] result = new Reg[yes.length];
            for (int i = 0; i < yes.length; i++) {
                result[i] = out.op(yes[i].whole ? Op.CHOOSE_I : Op.CHOOSE_F, condition, yes[i], no[i]);
            }
            return result;
        }
        Reg[] result = registers.fresh(c.type());
        out.choose(condition, () -> registers.set(result, value(c.yes())), () -> registers.set(result, value(c.no())));
        return out.get(result);
    }

    private Reg[] assign(Expr.Assign a) {
        PlaceCode.Place place = a.sign().isEmpty() && !Forms.indexed(a.target()) ? null : places.of(a.target());
        Reg[] value;
        if (a.sign().isEmpty()) {
            value = value(a.value());
            if (place == null) place = places.of(a.target());
        } else {
            // The right side may change the left before it is read, so it is worked out first, as a compiler would.
            Reg[] right = value(a.value());
            Reg[] left = places.read(place);
            value = operators.of(
                    a.sign(), (Numeric) a.target().type(), (Numeric) a.value().type(), left, right);
        }
        places.write(place, value);
        return value;
    }

    private Reg[] make(Expr.Make m) {
        List<Reg> parts = new ArrayList<>();
        if (!(m.type() instanceof Numeric n)) {
            for (Expr e : m.arguments()) parts.addAll(List.of(value(e)));
            return parts.toArray(Reg[]::new);
        }
        if (m.arguments().size() == 1) {
            Numeric of = (Numeric) m.arguments().getFirst().type();
            Reg[] value = value(m.arguments().getFirst());
            if (n.matrix() && (of.scalar() || of.matrix())) return operators.matrix(n, of, value);
            if (of.scalar()) {
                Reg[] made = new Reg[n.size()];
                Arrays.fill(made, operators.convert(value[0], of.base(), n.base()));
                return made;
            }
        }
        for (Expr e : m.arguments()) {
            Base base = Type.base(e.type());
            for (Reg reg : value(e)) if (parts.size() < n.size()) parts.add(operators.convert(reg, base, n.base()));
        }
        return parts.toArray(Reg[]::new);
    }
}
