package gloaming.shader;

import gloaming.shader.ShaderTree.Expr;
import gloaming.shader.ShaderTree.Function;
import gloaming.shader.ShaderTree.Parameter;
import gloaming.shader.ShaderTree.Use;
import gloaming.shader.ShaderTree.Var;
import gloaming.shader.ShaderTree.Way;
import gloaming.shader.Type.Base;
import gloaming.shader.Type.Numeric;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Parses expressions, by precedence climbing, and types them on the way (chapter 5). */
abstract class Expressions extends TextureReading {
    private static final List<Set<String>> LEVELS = List.of(
            Set.of("||"),
            Set.of("^^"),
            Set.of("&&"),
            Set.of("|"),
            Set.of("^"),
            Set.of("&"),
            Set.of("==", "!="),
            Set.of("<", ">", "<=", ">="),
            Set.of("<<", ">>"),
            Set.of("+", "-"),
            Set.of("*", "/", "%"));
    private static final Set<String> ASSIGNMENTS =
            Set.of("=", "+=", "-=", "*=", "/=", "%=", "&=", "|=", "^=", "<<=", ">>=");

    final Names names;

    Expressions(List<Token> tokens, Names names) {
        super(tokens);
        this.names = names;
    }

    /** A type at this place, with the brackets behind it, or null when there is none. */
    abstract Type type();

    final Expr expression() {
        Expr e = assignment();
        while (peek().is(",")) {
            Token comma = next();
            e = new Expr.Comma(e, assignment(), comma);
        }
        return e;
    }

    final Expr assignment() {
        deeper();
        Expr e = choice();
        if (peek().kind() == Token.Kind.SIGN && ASSIGNMENTS.contains(peek().text())) {
            Token sign = next();
            writable(e, sign);
            Expr value = assignment();
            String operator = sign.text().substring(0, sign.text().length() - 1);
            if (operator.isEmpty()) {
                fits(e.type(), value, sign);
            } else {
                Token plain = new Token(sign.kind(), operator, sign.line(), sign.column(), sign.spaceBefore());
                fits(e.type(), Typing.binary(plain, e, value), sign);
            }
            e = new Expr.Assign(operator, e, value, sign);
        }
        up();
        return e;
    }

    static void fits(Type type, Expr value, Token at) {
        if (value.type().equals(type) && type != Type.VOID && !Type.holdsSampler(type)) return;
        throw Problem.Found.at(
                at, "'" + at.text() + "' : cannot convert from '" + value.type().word() + "' to '" + type.word() + "'");
    }

    /** Refuses what cannot be written to (chapter 5.8). */
    static void writable(Expr e, Token at) {
        Expr root = e;
        while (true) {
            switch (root) {
                case Expr.Swizzle s -> {
                    if (java.util.Arrays.stream(s.parts()).distinct().count() < s.parts().length) {
                        throw Problem.Found.at(
                                at, "'" + at.text() + "' : l-value of swizzle cannot have duplicate components");
                    }
                    root = s.of();
                }
                case Expr.Member m -> root = m.of();
                case Expr.Index i -> root = i.of();
                case Expr.Read r -> {
                    String why = switch (r.var().use) {
                        case CONST -> "can't modify a const";
                        case UNIFORM -> "can't modify a uniform";
                        case IN -> "can't modify an input";
                        default -> null;
                    };
                    if (why != null)
                        throw Problem.Found.at(at, "'" + r.var().name + "' : l-value required (" + why + ")");
                    return;
                }
                default -> throw Problem.Found.at(at, "'" + at.text() + "' : l-value required");
            }
        }
    }

    private Expr choice() {
        Expr condition = binary(0);
        if (!peek().is("?")) return condition;
        Token mark = next();
        if (!condition.type().equals(Type.BOOL)) throw Problem.Found.at(mark, "'?:' : boolean expression expected");
        Expr yes = expression();
        need(":");
        Expr no = assignment();
        if (!yes.type().equals(no.type()) || Type.holdsSampler(yes.type())) {
            throw Problem.Found.at(
                    mark,
                    "'?:' : mismatching ternary operator operand types '"
                            + yes.type().word() + "' and '" + no.type().word() + "'");
        }
        return new Expr.Choice(condition, yes, no, mark);
    }

    private Expr binary(int level) {
        if (level == LEVELS.size()) return unary();
        Expr left = binary(level + 1);
        while (peek().kind() == Token.Kind.SIGN && LEVELS.get(level).contains(peek().text())) {
            Token sign = next();
            left = Typing.binary(sign, left, binary(level + 1));
        }
        return left;
    }

    private Expr unary() {
        Token sign = peek();
        if (sign.kind() == Token.Kind.SIGN) {
            if (sign.is("++") || sign.is("--")) {
                next();
                deeper();
                Expr of = unary();
                up();
                return count(of, sign, true);
            }
            if ("+-!~".contains(sign.text())) {
                next();
                deeper();
                Expr of = unary();
                up();
                return Typing.unary(sign, of);
            }
        }
        return postfix(primary());
    }

    private static Expr count(Expr of, Token sign, boolean before) {
        writable(of, sign);
        if (!(of.type() instanceof Numeric n) || n.base() == Base.BOOL) {
            throw Problem.Found.at(
                    sign,
                    "'" + sign.text() + "' : wrong operand type " + of.type().word());
        }
        return new Expr.Count(of, sign.is("++"), before, sign);
    }

    private Expr postfix(Expr e) {
        while (true) {
            if (peek().is("[")) {
                Token open = next();
                Expr index = expression();
                need("]");
                e = index(e, index, open);
            } else if (peek().is(".")) {
                next();
                e = field(e);
            } else if (peek().is("++") || peek().is("--")) {
                e = count(e, next(), false);
            } else {
                return e;
            }
        }
    }

    private Expr field(Expr e) {
        Token field = next();
        if (field.kind() != Token.Kind.NAME) throw unexpected(field);
        if (field.is("length") && peek().is("(")) {
            next();
            need(")");
            if (!(e.type() instanceof Type.Array a)) {
                throw Problem.Found.at(field, "'length' : can only be used on arrays");
            }
            return new Expr.Const(Type.INT, new int[] {a.length()}, field);
        }
        if (!(e.type() instanceof Type.Struct s)) return folded(Typing.swizzle(e, field));
        for (int i = 0; i < s.fields().size(); i++) {
            if (s.fields().get(i).name().equals(field.text())) {
                return new Expr.Member(e, i, s.fields().get(i).type(), field);
            }
        }
        throw Problem.Found.at(field, "'" + field.text() + "' : no such field in structure");
    }

    private Expr index(Expr e, Expr index, Token at) {
        if (!(index.type() instanceof Numeric n) || !n.scalar() || !n.whole()) {
            throw Problem.Found.at(at, "'[]' : integer expression required");
        }
        int length;
        Type gives;
        switch (e.type()) {
            case Type.Array a -> {
                length = a.length();
                gives = a.of();
            }
            case Numeric v
            when v.matrix() -> {
                length = v.columns();
                gives = Type.vector(Base.FLOAT, v.rows());
            }
            case Numeric v
            when v.vector() -> {
                length = v.rows();
                gives = new Numeric(v.base(), 1, 1);
            }
            default -> throw Problem.Found.at(at, "'[' : left of '[' is not of type array, matrix, or vector");
        }
        int[] known = Lowering.constant(index);
        if (known != null && (known[0] < 0 || known[0] >= length)) {
            throw Problem.Found.at(
                    at, "'[]' : " + (known[0] < 0 ? "negative index '" : "index out of range '") + known[0] + "'");
        }
        if (Type.holdsSampler(e.type()) && known == null) {
            throw Problem.Found.at(at, "'[' : array index for samplers must be constant integral expressions");
        }
        return new Expr.Index(e, index, gives, at);
    }

    private Expr primary() {
        Token token = peek();
        switch (token.kind()) {
            case INTEGER -> {
                next();
                boolean unsigned = token.text().endsWith("u") || token.text().endsWith("U");
                return new Expr.Const(unsigned ? Type.UINT : Type.INT, new int[] {Numbers.integer(token)}, token);
            }
            case REAL -> {
                next();
                return new Expr.Const(Type.FLOAT, new int[] {Float.floatToRawIntBits(Numbers.real(token))}, token);
            }
            case END -> throw unexpected(token);
            default -> {}
        }
        if (token.is("(")) {
            next();
            deeper();
            Expr e = expression();
            up();
            need(")");
            return e;
        }
        if (token.is("true") || token.is("false")) {
            next();
            return new Expr.Const(Type.BOOL, new int[] {token.is("true") ? -1 : 0}, token);
        }
        if (token.kind() != Token.Kind.NAME) throw unexpected(token);
        Type type = type();
        if (type != null) {
            need("(");
            return folded(Typing.make(type, arguments(), token));
        }
        Token name = name();
        if (peek().is("(")) return call(name);
        Var var = names.variable(name.text());
        if (var == null) throw Problem.Found.at(name, "'" + name.text() + "' : undeclared identifier");
        return var.use == Use.CONST && var.initial instanceof Expr.Const c
                ? new Expr.Const(c.type(), c.bits(), name)
                : new Expr.Read(var, name);
    }

    /** A constant where everything in it is one, so that later uses need not work it out again. */
    static Expr folded(Expr e) {
        boolean constant = switch (e) {
            case Expr.Make m -> m.arguments().stream().allMatch(a -> a instanceof Expr.Const);
            case Expr.Swizzle s -> s.of() instanceof Expr.Const;
            default -> false;
        };
        int[] bits = constant ? Lowering.constant(e) : null;
        return bits == null ? e : new Expr.Const(e.type(), bits, e.at());
    }

    private List<Expr> arguments() {
        List<Expr> arguments = new ArrayList<>();
        if (take(")")) return arguments;
        if (peek().is("void") && ahead(1).is(")")) {
            next();
            next();
            return arguments;
        }
        do arguments.add(assignment());
        while (take(","));
        need(")");
        return arguments;
    }

    private Expr call(Token name) {
        next();
        List<Expr> arguments = arguments();
        List<Type> types = arguments.stream().map(Expr::type).toList();
        if (names.hides(name.text())) throw Problem.Found.at(name, "'" + name.text() + "' : function name expected");
        Function function = names.function(name.text(), types);
        if (function != null) {
            for (int i = 0; i < arguments.size(); i++) {
                Parameter p = function.parameters.get(i);
                if (p.way() != Way.IN) writable(arguments.get(i), name);
            }
            return new Expr.Call(function, arguments, name);
        }
        Type gives = BuiltIns.has(name.text()) ? BuiltIns.gives(name.text(), types) : null;
        if (gives == null) {
            boolean known = BuiltIns.has(name.text()) || names.functions.containsKey(name.text());
            throw Problem.Found.at(
                    name,
                    "'" + name.text() + "' : "
                            + (known ? "no matching overloaded function found" : "undeclared identifier"));
        }
        if (name.text().contains("Offset")) offset(name, arguments);
        return new Expr.BuiltIn(name.text(), arguments, gives, name);
    }

    private static void offset(Token name, List<Expr> arguments) {
        for (Expr e : arguments) {
            if (!e.type().equals(Type.vector(Base.INT, 2)) || name.text().startsWith("texel") && e == arguments.get(1))
                continue;
            if (Lowering.constant(e) == null) {
                throw Problem.Found.at(name, "'" + name.text() + "' : Texture offset must be a constant expression");
            }
        }
    }
}
