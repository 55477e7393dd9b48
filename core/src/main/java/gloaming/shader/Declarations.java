package gloaming.shader;

import gloaming.shader.ShaderTree.Expr;
import gloaming.shader.ShaderTree.Stmt;
import gloaming.shader.ShaderTree.Use;
import gloaming.shader.ShaderTree.Var;
import gloaming.shader.Type.Base;
import gloaming.shader.Type.Numeric;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Parses declarations of types and variables (chapter 4). */
abstract class Declarations extends Expressions {
    private static final int LARGEST = 65_536;

    /** What stands before a declaration's type. */
    static final class Before {
        boolean constant;
        Use use;
        int location;
        Token at;
    }

    final ShaderTree tree = new ShaderTree();
    /** Whether what comes in are attributes of points, not a place in a picture. */
    boolean overPoints;

    Declarations(List<Token> tokens, Names names) {
        super(tokens, names);
    }

    /** What to say where a type should stand. */
    final Problem.Found untyped(Token at) {
        if (at.kind() != Token.Kind.NAME) return unexpected(at);
        name();
        return Problem.Found.at(at, "'" + at.text() + "' : undeclared identifier");
    }

    final boolean precision() {
        if (!take("precision")) return false;
        if (!take("lowp") && !take("mediump") && !take("highp")) throw unexpected(peek());
        Token at = peek();
        Type type = type();
        boolean fits = type instanceof Type.Sampler
                || type == Type.FLOAT
                || type instanceof Numeric n && n.scalar() && n.base() != Base.BOOL;
        if (!fits)
            throw Problem.Found.at(at, "'" + at.text() + "' : illegal type argument for default precision qualifier");
        need(";");
        return true;
    }

    final Before before() {
        Before before = new Before();
        before.at = peek();
        while (true) {
            Token t = peek();
            switch (t.text()) {
                case "const" -> before.constant = true;
                case "uniform" -> before.use = Use.UNIFORM;
                case "in", "varying" -> before.use = Use.IN;
                case "out" -> before.use = Use.OUT;
                case "attribute" -> throw Problem.Found.at(t, "'attribute' : supported in vertex shaders only");
                case "lowp", "mediump", "highp", "flat", "smooth", "centroid", "invariant" -> {}
                case "layout" -> {
                    next();
                    layout(before);
                    continue;
                }
                default -> {
                    return before;
                }
            }
            next();
        }
    }

    private void layout(Before before) {
        need("(");
        do {
            // The layouts of blocks change nothing here.
            Token id = name();
            if (take("=")) {
                int[] value = Lowering.constant(assignment());
                if (value == null || value[0] < 0 || value[0] > 3) {
                    throw Problem.Found.at(id, "'" + id.text() + "' : out of range: 0 to 3");
                }
                if (id.is("location")) before.location = value[0];
            }
        } while (take(","));
        need(")");
    }

    @Override
    Type type() {
        Token at = peek();
        if (at.kind() != Token.Kind.NAME) return null;
        Type type = null;
        if (at.is("struct")) {
            type = struct();
        } else {
            while (peek().is("lowp") || peek().is("mediump") || peek().is("highp")) next();
            type = Type.named(peek().text());
            if (type == null) type = names.struct(peek().text());
            if (type == null) return null;
            next();
        }
        if (peek().is("[")) type = brackets(type);
        return type;
    }

    final Type brackets(Type of) {
        need("[");
        if (take("]")) return new Type.Array(of, -1);
        Token at = peek();
        Expr length = assignment();
        need("]");
        if (peek().is("[")) throw Problem.Found.at(peek(), "'[]' : cannot declare arrays of arrays");
        int[] known = length.type() instanceof Numeric n && n.scalar() && n.whole() ? Lowering.constant(length) : null;
        if (known == null) throw Problem.Found.at(at, "'' : array size must be a constant integer expression");
        if (known[0] <= 0) throw Problem.Found.at(at, "'' : array size must be greater than zero");
        if (known[0] > LARGEST || of.size() * (long) known[0] > LARGEST) {
            throw Problem.Found.at(at, "'' : array size is larger than " + LARGEST);
        }
        return new Type.Array(of, known[0]);
    }

    private Type struct() {
        need("struct");
        Token name =
                peek().is("{") ? new Token(Token.Kind.NAME, "struct", peek().line(), peek().column(), true) : name();
        boolean named = !name.is("struct");
        if (named) declarable(name);
        List<Type.Field> fields = fields(new ArrayList<>());
        if (fields.isEmpty()) throw Problem.Found.at(name, "'struct' : Empty structs are not allowed");
        Type.Struct struct = new Type.Struct(name.text(), List.copyOf(fields));
        if (named) names.add(name, name.text(), struct);
        return struct;
    }

    /** The members of a struct or block in their braces; their names also go into {@code names}. */
    private List<Type.Field> fields(List<Token> names) {
        need("{");
        List<Type.Field> fields = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        while (!take("}")) {
            if (take("layout")) layout(new Before());
            while (peek().is("lowp") || peek().is("mediump") || peek().is("highp")) next();
            Token at = peek();
            if (at.is("struct")) throw Problem.Found.at(at, "'struct' : Embedded struct definitions are not allowed");
            Type type = type();
            if (type == null || type == Type.VOID) {
                throw Problem.Found.at(
                        at,
                        "'" + at.text() + "' : "
                                + (type == null ? "undeclared identifier" : "illegal use of type 'void'"));
            }
            do {
                Token field = name();
                declarable(field);
                Type of = peek().is("[") ? brackets(type) : type;
                if (!seen.add(field.text()))
                    throw Problem.Found.at(field, "'" + field.text() + "' : duplicate field name in structure");
                fields.add(new Type.Field(field.text(), of));
                names.add(field);
            } while (take(","));
            need(";");
        }
        return fields;
    }

    /** A uniform block: with a name of its own one value of many parts, without one each part by itself. */
    final void block(Before before) {
        Token name = name();
        declarable(name);
        List<Token> at = new ArrayList<>();
        List<Type.Field> fields = fields(at);
        if (fields.isEmpty()) throw Problem.Found.at(name, "'" + name.text() + "' : a block needs members");
        if (!peek().is(";")) {
            declarations(before, new Type.Struct(name.text(), List.copyOf(fields)), true);
            return;
        }
        need(";");
        for (int i = 0; i < fields.size(); i++) {
            Type type = fields.get(i).type();
            if (Type.holdsSampler(type)) {
                throw Problem.Found.at(at.get(i), "'" + at.get(i).text() + "' : a sampler cannot be in a block");
            }
            Var var = new Var(at.get(i).text(), type, Use.UNIFORM, at.get(i));
            names.add(at.get(i), var.name, var);
            tree.globals.add(var);
        }
    }

    final List<Stmt> declarations(Before before, Type base, boolean global) {
        List<Stmt> made = new ArrayList<>();
        if (take(";")) return made;
        do {
            Token name = name();
            declarable(name);
            Type type = peek().is("[") ? brackets(base) : base;
            try {
                made.add(new Stmt.Declare(declare(before, type, name, global)));
            } catch (Problem.Found found) {
                // It is declared all the same, so that what uses it is not wrong as well.
                if (names.variable(name.text()) == null && type.size() > 0) {
                    names.builtIn(new Var(name.text(), type, Use.LOCAL, name));
                }
                throw found;
            }
        } while (take(","));
        need(";");
        return made;
    }

    private Var declare(Before before, Type type, Token name, boolean global) {
        if (type == Type.VOID) throw Problem.Found.at(name, "'" + name.text() + "' : illegal use of type 'void'");
        if (!global && before.use != null) {
            throw Problem.Found.at(before.at, "'" + before.at.text() + "' : only allowed at global scope");
        }
        if (Type.holdsSampler(type) && before.use != Use.UNIFORM) {
            throw Problem.Found.at(name, "'" + type.word() + "' : samplers must be uniform");
        }
        Use use = before.constant ? Use.CONST : before.use != null ? before.use : global ? Use.GLOBAL : Use.LOCAL;
        Expr initial = null;
        if (peek().is("=")) {
            Token sign = next();
            initial = assignment();
            if (type instanceof Type.Array a
                    && a.length() < 0
                    && initial.type() instanceof Type.Array b
                    && a.of().equals(b.of())) type = b;
            fits(type, initial, sign);
            if (use == Use.UNIFORM || use == Use.IN) {
                throw Problem.Found.at(sign, "'" + name.text() + "' : cannot initialize this type of qualifier");
            }
        }
        if (type instanceof Type.Array a && a.length() < 0) {
            throw Problem.Found.at(name, "'" + name.text() + "' : implicitly sized array needs to be initialized");
        }
        if (use == Use.CONST) {
            if (initial == null) {
                throw Problem.Found.at(
                        name, "'" + name.text() + "' : variables with qualifier 'const' must be initialized");
            }
            int[] bits = Lowering.constant(initial);
            if (bits == null)
                throw Problem.Found.at(name, "'=' : assigning non-constant to 'const " + type.word() + "'");
            initial = new Expr.Const(type, bits, name);
        }
        Var var = new Var(name.text(), type, use, name);
        var.initial = initial;
        var.location = before.location;
        if (use == Use.IN && overPoints && !(type instanceof Numeric n && n.base() == Base.FLOAT && !n.matrix())) {
            throw Problem.Found.at(
                    name, "'" + name.text() + "' : an attribute of points is a float or a vector of them");
        }
        if (use == Use.IN && !overPoints && !type.equals(Type.vector(Base.FLOAT, 2))) {
            throw Problem.Found.at(
                    name, "'" + name.text() + "' : what comes in is the place in the picture, a vec2 from 0 to 1");
        }
        if (use == Use.OUT && !(type instanceof Numeric n && n.base() == Base.FLOAT && !n.matrix())) {
            throw Problem.Found.at(name, "'" + name.text() + "' : what goes out is a float or a vector of them");
        }
        names.add(name, name.text(), var);
        if (global) tree.globals.add(var);
        return var;
    }
}
