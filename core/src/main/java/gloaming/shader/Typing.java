package gloaming.shader;

import gloaming.shader.ShaderTree.Expr;
import gloaming.shader.Type.Base;
import gloaming.shader.Type.Numeric;
import java.util.List;

/** Which operators take which types and what they give (chapters 5.4 to 5.9). */
final class Typing {
    private Typing() {}

    static Expr binary(Token sign, Expr a, Expr b) {
        Type type = result(sign.text(), a.type(), b.type());
        if (type == null) {
            throw Problem.Found.at(
                    sign,
                    "'" + sign.text() + "' : wrong operand types - no operation '" + sign.text()
                            + "' exists that takes a left-hand operand of type '"
                            + a.type().word()
                            + "' and a right operand of type '" + b.type().word()
                            + "' (or there is no acceptable conversion)");
        }
        return new Expr.Binary(sign.text(), a, b, type, sign);
    }

    private static Type result(String sign, Type a, Type b) {
        if (sign.equals("==") || sign.equals("!="))
            return a.equals(b) && !Type.holdsSampler(a) && a != Type.VOID ? Type.BOOL : null;
        if (!(a instanceof Numeric x) || !(b instanceof Numeric y)) return null;
        return switch (sign) {
            case "+", "-", "/" -> arithmetic(x, y);
            case "*" -> x.base() == Base.FLOAT && y.base() == Base.FLOAT ? product(x, y) : arithmetic(x, y);
            case "%" -> x.whole() && y.whole() ? arithmetic(x, y) : null;
            case "<", ">", "<=", ">=" -> x.equals(y) && x.scalar() && x.base() != Base.BOOL ? Type.BOOL : null;
            case "&&", "||", "^^" -> x.equals(Type.BOOL) && y.equals(Type.BOOL) ? Type.BOOL : null;
            case "&", "|", "^" -> x.whole() && y.whole() ? arithmetic(x, y) : null;
            case "<<", ">>" -> x.whole() && y.whole() && (y.scalar() || x.rows() == y.rows()) ? x : null;
            default -> null;
        };
    }

    private static Type arithmetic(Numeric a, Numeric b) {
        if (a.base() != b.base() || a.base() == Base.BOOL) return null;
        if (a.equals(b)) return a;
        if (a.scalar()) return b;
        return b.scalar() ? a : null;
    }

    private static Type product(Numeric a, Numeric b) {
        if (a.scalar() || b.scalar()) return arithmetic(a, b);
        if (!a.matrix() && !b.matrix()) return arithmetic(a, b);
        if (a.matrix() && b.matrix())
            return a.columns() == b.rows() ? new Numeric(Base.FLOAT, b.columns(), a.rows()) : null;
        if (a.matrix()) return a.columns() == b.rows() ? Type.vector(Base.FLOAT, a.rows()) : null;
        return a.rows() == b.rows() ? Type.vector(Base.FLOAT, b.columns()) : null;
    }

    static Expr unary(Token sign, Expr of) {
        boolean fits = of.type() instanceof Numeric n
                && switch (sign.text()) {
                    case "!" -> n.equals(Type.BOOL);
                    case "~" -> n.whole();
                    default -> n.base() != Base.BOOL;
                };
        if (!fits) {
            throw Problem.Found.at(
                    sign,
                    "'" + sign.text() + "' : wrong operand type - no operation '" + sign.text()
                            + "' exists that takes an operand of type "
                            + of.type().word()
                            + " (or there is no acceptable conversion)");
        }
        return sign.is("+") ? of : new Expr.Unary(sign.text(), of, sign);
    }

    static Expr swizzle(Expr of, Token field) {
        if (!(of.type() instanceof Numeric n) || !n.vector()) {
            throw Problem.Found.at(
                    field, "'" + field.text() + "' : field selection requires structure or vector on left hand side");
        }
        String letters = field.text();
        String set = null;
        for (String s : List.of("xyzw", "rgba", "stpq")) if (s.indexOf(letters.charAt(0)) >= 0) set = s;
        int[] parts = new int[letters.length()];
        for (int i = 0; i < parts.length; i++) {
            parts[i] = set == null ? -1 : set.indexOf(letters.charAt(i));
            if (parts[i] < 0 || parts.length > 4) {
                throw Problem.Found.at(field, "'" + letters + "' : illegal vector field selection");
            }
            if (parts[i] >= n.rows())
                throw Problem.Found.at(field, "'" + letters + "' : vector field selection out of range");
        }
        Type type = parts.length == 1 ? new Numeric(n.base(), 1, 1) : Type.vector(n.base(), parts.length);
        return new Expr.Swizzle(of, parts, type, field);
    }

    /** The type of a constructor call (chapter 5.4), checked. */
    static Expr make(Type type, List<Expr> arguments, Token at) {
        for (Expr e : arguments) {
            if (e.type() == Type.VOID || Type.holdsSampler(e.type())) {
                throw Problem.Found.at(
                        at, "'constructor' : cannot convert a " + e.type().word());
            }
        }
        return switch (type) {
            case Type.Struct s -> {
                if (s.fields().size() != arguments.size()) {
                    throw Problem.Found.at(
                            at,
                            "'constructor' : Number of constructor parameters does not match the number of structure fields");
                }
                for (int i = 0; i < arguments.size(); i++) {
                    if (!s.fields().get(i).type().equals(arguments.get(i).type())) {
                        throw Problem.Found.at(
                                at, "'constructor' : Structure constructor arguments do not match structure fields");
                    }
                }
                yield new Expr.Make(type, arguments, at);
            }
            case Type.Array a -> {
                int length = a.length() < 0 ? arguments.size() : a.length();
                if (arguments.size() != length) {
                    throw Problem.Found.at(
                            at, "'constructor' : array constructor needs one argument per array element");
                }
                for (Expr e : arguments) {
                    if (!e.type().equals(a.of())) {
                        throw Problem.Found.at(at, "'constructor' : Array constructor argument has an incorrect type");
                    }
                }
                yield new Expr.Make(new Type.Array(a.of(), length), arguments, at);
            }
            case Numeric n -> numeric(n, arguments, at);
            default -> throw Problem.Found.at(at, "'" + type.word() + "' : cannot construct this type");
        };
    }

    private static Expr numeric(Numeric type, List<Expr> arguments, Token at) {
        if (arguments.isEmpty()) throw Problem.Found.at(at, "'constructor' : constructor does not have any arguments");
        int have = 0;
        boolean matrices = false;
        for (int i = 0; i < arguments.size(); i++) {
            if (!(arguments.get(i).type() instanceof Numeric n)) {
                throw Problem.Found.at(
                        at,
                        "'constructor' : cannot convert a "
                                + arguments.get(i).type().word());
            }
            if (have >= type.size() && !(type.scalar() && i == 0)) {
                throw Problem.Found.at(at, "'constructor' : too many arguments");
            }
            have += n.size();
            matrices |= n.matrix();
        }
        boolean one = arguments.size() == 1;
        Numeric only = one ? (Numeric) arguments.getFirst().type() : null;
        boolean spreads = one && (only.scalar() || type.matrix() && only.matrix());
        if (type.matrix() && matrices && !one) {
            throw Problem.Found.at(at, "'constructor' : constructing matrix from matrix can only take one argument");
        }
        if (have < type.size() && !spreads)
            throw Problem.Found.at(at, "'constructor' : not enough data provided for construction");
        return new Expr.Make(type, arguments, at);
    }
}
