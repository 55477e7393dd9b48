package gloaming.shader;

import gloaming.shader.Code.Reg;
import gloaming.shader.Code.Scope;
import gloaming.shader.ShaderTree.Expr;
import gloaming.shader.ShaderTree.Function;
import gloaming.shader.ShaderTree.Parameter;
import gloaming.shader.ShaderTree.Stmt;
import gloaming.shader.ShaderTree.Use;
import gloaming.shader.ShaderTree.Var;
import gloaming.shader.ShaderTree.Way;
import gloaming.shader.Type.Base;
import gloaming.shader.Type.Numeric;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** From the tree to scalar instructions: every function in place, every vector, matrix, array and struct as its scalars. */
final class Lowering {
    private static final Reg[] NONE = {};
    private static final int DEEPEST = 64;

    final Emitter out = new Emitter();
    private final BuiltInCode builtIns = new BuiltInCode(out);
    private final OperatorCode operators = new OperatorCode(out);
    private final Map<Var, Reg[]> globals = new HashMap<>();
    private final Map<Var, Integer> samplers = new HashMap<>();
    private Frame frame = new Frame(null);
    private Scope program;
    private Reg discarded;

    /** One call of a function. */
    private static final class Frame {
        final Function function;
        final Map<Var, Reg[]> locals = new HashMap<>();
        final Map<Var, Integer> samplers = new HashMap<>();
        Scope scope;
        Reg[] result = NONE;
        Scope breaks;
        Scope continues;

        Frame(Function function) {
            this.function = function;
        }
    }

    /** Somewhere to write: scalars, and perhaps an index among them that is known only at run time. */
    private record Place(Reg[] pool, int[] parts, Reg index) {}

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
        globals.putAll(inputs);
        this.samplers.putAll(samplers);
        begin(tree, outputs);
        Reg[] result = new Reg[4];
        Reg[] written = out.get(globals.get(output));
        for (int i = 0; i < 4; i++) result[i] = i < written.length ? written[i] : out.number(i == 3 ? 1 : 0);
        Reg gone = out.get(discarded);
        for (int i = 0; i < 4; i++) result[i] = out.op(Op.CHOOSE_F, gone, out.number(0), result[i]);
        return result;
    }

    /** Lowers code over points: the scalars of all outputs, in their order. */
    Reg[] points(ShaderTree tree, Map<Var, Reg[]> inputs, Map<Var, Integer> samplers, Var[] outputs) {
        globals.putAll(inputs);
        this.samplers.putAll(samplers);
        begin(tree, outputs);
        List<Reg> results = new ArrayList<>();
        for (Var var : outputs) results.addAll(List.of(out.get(globals.get(var))));
        return results.toArray(Reg[]::new);
    }

    private void begin(ShaderTree tree, Var[] outputs) {
        discarded = out.variable(true);
        out.set(discarded, out.whole(0));
        for (Var var : outputs) {
            Reg[] regs = fresh(var.type);
            globals.put(var, regs);
            for (Reg reg : regs) out.set(reg, zero(reg));
        }
        for (Var var : tree.globals) {
            if (var.use == Use.GLOBAL) declare(var, globals);
        }
        out.scope(scope -> {
            program = scope;
            call(tree.main, List.of(), List.of(), tree.main.at);
        });
    }

    private Reg zero(Reg like) {
        return out.constant(like.whole, 0);
    }

    /** One flag a scalar: whether it is whole. */
    static List<Boolean> layout(Type type) {
        return switch (type) {
            case Numeric n -> java.util.Collections.nCopies(n.size(), n.base() != Base.FLOAT);
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

    private Reg[] fresh(Type type) {
        return layout(type).stream().map(out::variable).toArray(Reg[]::new);
    }

    // Statements

    private void declare(Var var, Map<Var, Reg[]> into) {
        if (var.use == Use.CONST) {
            if (var.initial != null) into.put(var, value(var.initial));
            return;
        }
        Reg[] value = var.initial == null ? null : value(var.initial);
        Reg[] regs = fresh(var.type);
        into.put(var, regs);
        for (int i = 0; i < regs.length; i++) out.set(regs[i], value == null ? zero(regs[i]) : value[i]);
    }

    private void stmt(Stmt s) {
        if (out.left()) return;
        switch (s) {
            case null -> {}
            case Stmt.Declare d -> declare(d.var(), frame.locals);
            case Stmt.Do d -> {
                out.at(d.expr().at());
                value(d.expr());
            }
            case Stmt.Block b -> b.statements().forEach(this::stmt);
            case Stmt.If i -> {
                Reg condition = value(i.condition())[0];
                out.choose(condition, () -> stmt(i.yes()), () -> stmt(i.no()));
            }
            case Stmt.Loop l -> loop(l);
            case Stmt.Return r -> {
                if (r.value() != null) {
                    Reg[] value = value(r.value());
                    for (int i = 0; i < value.length; i++) out.set(frame.result[i], value[i]);
                }
                out.leave(frame.scope);
            }
            case Stmt.Break b -> out.leave(frame.breaks);
            case Stmt.Continue c -> out.leave(frame.continues);
            case Stmt.Discard d -> {
                out.set(discarded, out.whole(-1));
                out.leave(program);
            }
            case Stmt.Switch w -> choose(w);
        }
    }

    private void forget(Set<Var> vars) {
        for (Var var : vars) {
            Reg[] regs = frame.locals.getOrDefault(var, globals.get(var));
            if (regs != null) out.forget(regs);
        }
    }

    private void loop(Stmt.Loop l) {
        out.at(l.at());
        Scope breaks = frame.breaks;
        Scope continues = frame.continues;
        out.scope(outer -> {
            frame.breaks = outer;
            stmt(l.begin());
            Set<Var> assigned = new HashSet<>(Assigned.in(l.condition(), l.body()));
            if (l.next() != null) assigned.addAll(Assigned.in(l.next()));
            forget(assigned);
            out.at(l.at());
            out.loop(() -> {
                if (!l.late()) test(l.condition(), outer);
                if (out.left()) return;
                out.scope(inner -> {
                    frame.continues = inner;
                    stmt(l.body());
                });
                if (out.left()) return;
                if (l.next() != null) value(l.next());
                if (l.late()) test(l.condition(), outer);
            });
        });
        frame.breaks = breaks;
        frame.continues = continues;
    }

    private void test(Stmt condition, Scope outer) {
        Reg go = switch (condition) {
            case null -> out.whole(-1);
            case Stmt.Do d -> value(d.expr())[0];
            case Stmt.Declare d -> {
                declare(d.var(), frame.locals);
                yield out.get(frame.locals.get(d.var())[0]);
            }
            default -> throw new IllegalStateException("a loop on " + condition);
        };
        out.choose(go, () -> {}, () -> out.leave(outer));
    }

    private void choose(Stmt.Switch w) {
        Reg on = value(w.on())[0];
        Scope breaks = frame.breaks;
        Reg falling = out.variable(true);
        out.set(falling, out.whole(0));
        out.scope(scope -> {
            frame.breaks = scope;
            for (ShaderTree.Case c : w.cases()) {
                Reg here = c.standard() ? none(on, w, c) : out.whole(0);
                for (int label : c.labels()) here = out.op(Op.OR, here, out.op(Op.IEQ, on, out.whole(label)));
                Reg go = out.op(Op.OR, out.get(falling), here);
                out.set(falling, go);
                out.choose(go, () -> c.statements().forEach(this::stmt), () -> {});
            }
        });
        frame.breaks = breaks;
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

    // Expressions

    Reg[] value(Expr e) {
        // A picture has no numbers; as a statement of its own it does nothing.
        if (Type.holdsSampler(e.type())) return new Reg[0];
        return switch (e) {
            case Expr.Const c -> {
                List<Boolean> layout = layout(c.type());
                Reg[] regs = new Reg[layout.size()];
                for (int i = 0; i < regs.length; i++) regs[i] = out.constant(layout.get(i), c.bits()[i]);
                yield regs;
            }
            case Expr.Read r -> out.get(regs(r.var()));
            case Expr.Member m -> {
                int from = ((Type.Struct) m.of().type()).offset(m.field());
                yield Forms.indexed(m)
                        ? read(place(m))
                        : Arrays.copyOfRange(
                                value(m.of()), from, from + m.type().size());
            }
            case Expr.Swizzle s -> {
                if (Forms.indexed(s)) yield read(place(s));
                Reg[] of = value(s.of());
                yield Arrays.stream(s.parts()).mapToObj(p -> of[p]).toArray(Reg[]::new);
            }
            case Expr.Index i -> read(place(i));
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
                Place place = place(c.target());
                Reg[] before = read(place);
                boolean real = Type.base(c.type()) == Base.FLOAT;
                Reg one = real ? out.number(1) : out.whole(1);
                Op op = c.up() ? real ? Op.ADD : Op.IADD : real ? Op.SUB : Op.ISUB;
                Reg[] after = Arrays.stream(before).map(r -> out.op(op, r, one)).toArray(Reg[]::new);
                write(place, after);
                yield c.before() ? after : before;
            }
            case Expr.Choice c -> choice(c);
            case Expr.Comma c -> {
                value(c.first());
                yield value(c.second());
            }
            case Expr.Call c -> call(c);
            case Expr.BuiltIn b -> builtIn(b);
            case Expr.Make m -> make(m);
        };
    }

    private Reg[] regs(Var var) {
        Reg[] regs = frame.locals.get(var);
        if (regs == null) regs = globals.get(var);
        if (regs == null && var.initial instanceof Expr.Const c) regs = value(c);
        if (regs == null) throw new IllegalStateException("'" + var.name + "' has no place");
        return regs;
    }

    private Reg[] binary(Expr.Binary b) {
        String sign = b.sign();
        if (sign.equals("&&") || sign.equals("||")) return new Reg[] {shortCut(b)};
        Reg[] x = value(b.a());
        Reg[] y = value(b.b());
        if (sign.equals("==") || sign.equals("!="))
            return new Reg[] {operators.equal(layout(b.a().type()), x, y, sign.equals("=="))};
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
        Reg[] result = fresh(c.type());
        out.choose(condition, () -> setAll(result, value(c.yes())), () -> setAll(result, value(c.no())));
        return out.get(result);
    }

    private void setAll(Reg[] variables, Reg[] values) {
        for (int i = 0; i < variables.length; i++) out.set(variables[i], values[i]);
    }

    private Reg[] assign(Expr.Assign a) {
        Place place = a.sign().isEmpty() && !Forms.indexed(a.target()) ? null : place(a.target());
        Reg[] value;
        if (a.sign().isEmpty()) {
            value = value(a.value());
            if (place == null) place = place(a.target());
        } else {
            // The right side may change the left before it is read, so it is worked out first, as a compiler would.
            Reg[] right = value(a.value());
            Reg[] left = read(place);
            value = operators.of(
                    a.sign(), (Numeric) a.target().type(), (Numeric) a.value().type(), left, right);
        }
        write(place, value);
        return value;
    }

    private static int[] range(int from, int count) {
        int[] parts = new int[count];
        for (int i = 0; i < count; i++) parts[i] = from + i;
        return parts;
    }

    private Place place(Expr e) {
        return switch (e) {
            case Expr.Read r -> {
                Reg[] regs = regs(r.var());
                yield new Place(regs, range(0, regs.length), null);
            }
            case Expr.Member m -> {
                Place of = place(m.of());
                int from = ((Type.Struct) m.of().type()).offset(m.field());
                yield new Place(
                        of.pool,
                        Arrays.copyOfRange(of.parts, from, from + m.type().size()),
                        of.index);
            }
            case Expr.Swizzle s -> {
                Place of = place(s.of());
                yield new Place(
                        of.pool, Arrays.stream(s.parts()).map(p -> of.parts[p]).toArray(), of.index);
            }
            case Expr.Index i -> {
                Place of = place(i.of());
                int stride = i.type().size();
                int last = of.parts.length / stride - 1;
                Reg index = value(i.index())[0];
                if (index.known) {
                    int from = Math.clamp(index.bits, 0, last) * stride;
                    yield new Place(of.pool, Arrays.copyOfRange(of.parts, from, from + stride), of.index);
                }
                // The standard leaves an index outside open; here it is the nearest within.
                Reg safe = out.op(Op.IMAX, out.op(Op.IMIN, index, out.whole(last)), out.whole(0));
                Reg moved = out.op(Op.IMUL, safe, out.whole(stride));
                yield new Place(
                        of.pool,
                        Arrays.copyOfRange(of.parts, 0, stride),
                        of.index == null ? moved : out.op(Op.IADD, of.index, moved));
            }
            default -> {
                Reg[] value = value(e);
                yield new Place(value, range(0, value.length), null);
            }
        };
    }

    private Reg[] read(Place place) {
        Reg[] value = new Reg[place.parts.length];
        for (int i = 0; i < value.length; i++) {
            value[i] = place.index == null
                    ? out.get(place.pool[place.parts[i]])
                    : out.pick(place.index, place.pool, place.parts[i]);
        }
        return value;
    }

    private void write(Place place, Reg[] value) {
        for (int i = 0; i < value.length; i++) {
            if (place.index == null) out.set(place.pool[place.parts[i]], value[i]);
            else out.put(place.index, value[i], place.pool, place.parts[i]);
        }
    }

    // Calls

    private int depth;

    private Reg[] call(Expr.Call c) {
        List<Parameter> parameters = c.function().parameters;
        List<Object> given = new ArrayList<>();
        List<Place> places = new ArrayList<>();
        for (int i = 0; i < parameters.size(); i++) {
            Expr argument = c.arguments().get(i);
            Place place = null;
            if (parameters.get(i).var().type instanceof Type.Sampler) {
                given.add(sampler(argument));
            } else if (parameters.get(i).way() == Way.IN) {
                given.add(value(argument));
            } else {
                place = place(argument);
                given.add(parameters.get(i).way() == Way.INOUT ? read(place) : null);
            }
            places.add(place);
        }
        return call(c.function(), given, places, c.at());
    }

    private Reg[] call(Function function, List<Object> given, List<Place> places, Token at) {
        if (function.body == null) {
            throw Problem.Found.at(at, "'" + function.name + "' : function is declared and never defined");
        }
        if (++depth > DEEPEST)
            throw Problem.Found.at(at, "'" + function.name + "' : recursive function call, or calls nested too deep");
        out.at(at);
        Frame caller = frame;
        Frame mine = new Frame(function);
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
            Reg[] regs = fresh(var.type);
            mine.locals.put(var, regs);
            for (int k = 0; k < regs.length; k++) {
                out.set(regs[k], given.get(i) == null ? zero(regs[k]) : ((Reg[]) given.get(i))[k]);
            }
        }
        mine.result = fresh(function.returns);
        for (Reg reg : mine.result) out.set(reg, zero(reg));
        frame = mine;
        out.scope(scope -> {
            mine.scope = scope;
            List<Stmt> body = function.body.statements();
            for (int i = 0; i < body.size(); i++) {
                // A return at the very end needs nobody to leave.
                if (i == body.size() - 1 && body.get(i) instanceof Stmt.Return r) {
                    if (out.left()) break;
                    if (r.value() != null) setAll(mine.result, value(r.value()));
                } else {
                    stmt(body.get(i));
                }
            }
        });
        frame = caller;
        depth--;
        Reg[] result = out.get(mine.result);
        for (int i = 0; i < places.size(); i++) {
            if (places.get(i) == null) continue;
            write(
                    places.get(i),
                    out.get(mine.locals.get(function.parameters.get(i).var())));
        }
        return result;
    }

    private int sampler(Expr e) {
        return switch (e) {
            case Expr.Read r -> {
                Integer index = frame.samplers.get(r.var());
                yield index != null ? index : samplers.get(r.var());
            }
            case Expr.Index i -> sampler(i.of()) + constant(i.index())[0];
            default -> throw Problem.Found.at(e.at(), "'sampler' : only a uniform of its own can be a sampler here");
        };
    }

    private Reg[] builtIn(Expr.BuiltIn b) {
        boolean texture = b.arguments().getFirst().type() instanceof Type.Sampler;
        List<Reg[]> arguments = new ArrayList<>();
        for (int i = texture ? 1 : 0; i < b.arguments().size(); i++)
            arguments.add(value(b.arguments().get(i)));
        out.at(b.at());
        if (texture) return builtIns.texture(b.name(), sampler(b.arguments().getFirst()), arguments);
        return builtIns.call(
                b.name(),
                (Numeric) b.arguments().getFirst().type(),
                (Numeric) b.arguments().getLast().type(),
                arguments);
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
