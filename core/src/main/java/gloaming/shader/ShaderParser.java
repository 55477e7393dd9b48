package gloaming.shader;

import gloaming.shader.ShaderTree.Case;
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
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Parses declarations and statements (chapters 4 and 6); collects problems and goes on behind them, up to a limit. */
final class ShaderParser extends Expressions {
    private static final int MOST_PROBLEMS = 20;
    private static final int LARGEST = 65_536;
    private static final Map<String, Numeric> GIVEN = Map.of(
            "gl_FragCoord",
            Type.vector(Base.FLOAT, 4),
            "gl_FrontFacing",
            Type.BOOL,
            "gl_PointCoord",
            Type.vector(Base.FLOAT, 2));

    /** What stands before a declaration's type. */
    private static final class Before {
        boolean constant;
        Use use;
        int location;
        Token at;
    }

    private final List<Problem> problems;
    private final ShaderTree tree = new ShaderTree();
    private Function within;
    /** Whether the function that is being read has returned something so far. */
    private boolean returned;

    private int loops;
    private int switches;
    /** Whether what comes in are attributes of points, not a place in a picture. */
    private boolean overPoints;

    ShaderParser(List<Token> tokens, Names names, List<Problem> problems) {
        super(tokens, names);
        this.problems = problems;
    }

    /** A parser for code over points. */
    static ShaderParser points(List<Token> tokens, List<Problem> problems) {
        ShaderParser parser = shader(tokens, problems);
        parser.overPoints = true;
        return parser;
    }

    /** A parser for a whole shader, with everything that the language gives. */
    static ShaderParser shader(List<Token> tokens, List<Problem> problems) {
        Names names = new Names();
        Prelude.functions().forEach(names::add);
        Token nowhere = new Token(Token.Kind.NAME, "", 0, 0, false);
        ShaderParser parser = new ShaderParser(tokens, names, problems);
        GIVEN.forEach((name, type) -> parser.tree.given.add(new Var(name, type, Use.IN, nowhere)));
        Type colour = Type.vector(Base.FLOAT, 4);
        parser.tree.given.add(new Var("gl_FragColor", colour, Use.OUT, nowhere));
        parser.tree.given.add(new Var("gl_FragData", new Type.Array(colour, 1), Use.OUT, nowhere));
        parser.tree.given.forEach(names::builtIn);
        Map<String, Integer> numbers = Map.of(
                "gl_MaxVertexAttribs",
                16,
                "gl_MaxVertexUniformVectors",
                256,
                "gl_MaxVertexOutputVectors",
                16,
                "gl_MaxFragmentInputVectors",
                15,
                "gl_MaxVertexTextureImageUnits",
                16,
                "gl_MaxCombinedTextureImageUnits",
                32,
                "gl_MaxTextureImageUnits",
                16,
                "gl_MaxFragmentUniformVectors",
                224,
                "gl_MaxDrawBuffers",
                4);
        numbers.forEach((name, value) -> {
            Var var = new Var(name, Type.INT, Use.CONST, nowhere);
            var.initial = new Expr.Const(Type.INT, new int[] {value}, nowhere);
            names.builtIn(var);
        });
        names.enter();
        return parser;
    }

    ShaderTree parse() {
        while (!done() && problems.size() < MOST_PROBLEMS) {
            int since = place();
            try {
                external();
            } catch (Problem.Found found) {
                problems.add(found.problem);
                recover(since);
                while (peek().is("}")) next();
            }
        }
        for (Function f : tree.functions) {
            if (f.name.equals("main") && f.parameters.isEmpty() && f.body != null) tree.main = f;
        }
        if (tree.main == null && problems.isEmpty()) problems.add(new Problem(1, 1, "'main' : function is missing"));
        return tree;
    }

    private void external() {
        if (take(";")) return;
        if (precision()) return;
        if (peek().is("invariant") && ahead(2).is(";")) {
            next();
            name();
            need(";");
            return;
        }
        Before before = before();
        if (take(";")) return;
        Token at = peek();
        if (before.use == Use.UNIFORM && !at.is("struct") && ahead(1).is("{")) {
            block(before);
            return;
        }
        Type type = type();
        if (type == null) {
            throw untyped(at);
        }
        if (ahead(1).is("(") && before.use == null) {
            function(type);
            return;
        }
        declarations(before, type, true);
    }

    /** What to say where a type should stand. */
    private Problem.Found untyped(Token at) {
        if (at.kind() != Token.Kind.NAME) return unexpected(at);
        name();
        return Problem.Found.at(at, "'" + at.text() + "' : undeclared identifier");
    }

    private boolean precision() {
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

    private Before before() {
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

    private Type brackets(Type of) {
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
    private void block(Before before) {
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

    private List<Stmt> declarations(Before before, Type base, boolean global) {
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

    private void function(Type returns) {
        Token name = name();
        declarable(name);
        if (Type.holdsSampler(returns)) throw Problem.Found.at(name, "'" + name.text() + "' : cannot return a sampler");
        need("(");
        List<Parameter> parameters = new ArrayList<>();
        if (!take(")")) {
            if (peek().is("void") && ahead(1).is(")")) next();
            else {
                do parameters.add(parameter());
                while (take(","));
            }
            need(")");
        }
        List<Type> types = parameters.stream().map(p -> p.var().type).toList();
        if (BuiltIns.has(name.text()) && BuiltIns.gives(name.text(), types) != null
                || Prelude.has(name.text(), types)) {
            throw Problem.Found.at(
                    name, "'" + name.text() + "' : Name of a built-in function cannot be redeclared as function");
        }
        Function known = names.function(name.text(), types);
        if (known != null && !known.returns.equals(returns)) {
            throw Problem.Found.at(
                    name, "'" + name.text() + "' : function must have the same return type in all of its declarations");
        }
        if (name.is("main") && (!parameters.isEmpty() || returns != Type.VOID)) {
            throw Problem.Found.at(name, "'main' : function cannot take any parameters and gives void");
        }
        Function function = known != null ? known : new Function(name.text(), returns, parameters, name);
        if (known == null) {
            if (names.variable(name.text()) != null && names.global())
                throw Problem.Found.at(name, "'" + name.text() + "' : redefinition");
            names.add(function);
            tree.functions.add(function);
        }
        if (take(";")) return;
        if (function.body != null) throw Problem.Found.at(name, "'" + name.text() + "' : function already has a body");
        Function whole = known == null ? function : new Function(name.text(), returns, parameters, name);
        within = whole;
        names.enter();
        try {
            for (Parameter p : parameters) if (!p.var().name.isEmpty()) names.add(p.var().at, p.var().name, p.var());
            need("{");
            returned = false;
            function.body = new Stmt.Block(statements());
            if (returns != Type.VOID && !returned)
                throw Problem.Found.at(name, "'" + name.text() + "' : function does not return a value");
            if (known != null) {
                // The definition's own names count, whatever the declaration called them.
                function.parameters.clear();
                function.parameters.addAll(parameters);
            }
        } finally {
            names.leave();
            within = null;
            loops = switches = 0;
        }
    }

    private Parameter parameter() {
        Way way = Way.IN;
        boolean constant = false;
        while (true) {
            Token t = peek();
            if (t.is("const")) constant = true;
            else if (t.is("in")) way = Way.IN;
            else if (t.is("out")) way = Way.OUT;
            else if (t.is("inout")) way = Way.INOUT;
            else if (!t.is("lowp") && !t.is("mediump") && !t.is("highp")) break;
            next();
        }
        Token at = peek();
        Type type = type();
        if (type == null) throw untyped(at);
        Token name = at;
        String called = "";
        if (peek().kind() == Token.Kind.NAME) {
            name = name();
            declarable(name);
            called = name.text();
            if (peek().is("[")) type = brackets(type);
        }
        if (type == Type.VOID) throw Problem.Found.at(at, "'void' : cannot be a parameter type");
        if (way != Way.IN && Type.holdsSampler(type))
            throw Problem.Found.at(at, "'" + type.word() + "' : samplers cannot be output parameters");
        Var var = new Var(called, type, constant ? Use.CONST : Use.LOCAL, name);
        return new Parameter(var, way);
    }

    private List<Stmt> statements() {
        List<Stmt> all = new ArrayList<>();
        while (!peek().is("}")) {
            if (done()) throw unexpected(peek());
            if (problems.size() >= MOST_PROBLEMS) throw new Problem.Found(problems.removeLast());
            int since = place();
            try {
                statement(all);
            } catch (Problem.Found found) {
                problems.add(found.problem);
                recover(since);
            }
        }
        next();
        return all;
    }

    private Stmt one() {
        List<Stmt> all = new ArrayList<>();
        names.enter();
        deeper();
        statement(all);
        up();
        names.leave();
        return all.size() == 1 && !(all.getFirst() instanceof Stmt.Declare) ? all.getFirst() : new Stmt.Block(all);
    }

    private void statement(List<Stmt> into) {
        Token t = peek();
        switch (t.text()) {
            case ";" -> next();
            case "{" -> {
                next();
                names.enter();
                deeper();
                into.add(new Stmt.Block(statements()));
                up();
                names.leave();
            }
            case "if" -> {
                next();
                need("(");
                Expr condition = condition(expression(), t);
                need(")");
                Stmt yes = one();
                into.add(new Stmt.If(condition, yes, take("else") ? one() : null));
            }
            case "for", "while", "do" -> into.add(loop());
            case "switch" -> into.add(choose());
            case "return" -> {
                next();
                Expr value = peek().is(";") ? null : expression();
                need(";");
                if (value == null && within.returns != Type.VOID) {
                    throw Problem.Found.at(t, "'return' : non-void function must return a value");
                }
                if (value != null && within.returns == Type.VOID)
                    throw Problem.Found.at(t, "'return' : void function cannot return a value");
                if (value != null && !value.type().equals(within.returns)) {
                    throw Problem.Found.at(
                            t,
                            "'return' : function return is not matching type: '"
                                    + value.type().word() + "' for '" + within.returns.word() + "'");
                }
                returned = true;
                into.add(new Stmt.Return(value, t));
            }
            case "break" -> {
                next();
                need(";");
                if (loops + switches == 0)
                    throw Problem.Found.at(t, "'break' : break statement only allowed in loops and switch statements");
                into.add(new Stmt.Break(t));
            }
            case "continue" -> {
                next();
                need(";");
                if (loops == 0) throw Problem.Found.at(t, "'continue' : continue statement only allowed in loops");
                into.add(new Stmt.Continue(t));
            }
            case "discard" -> {
                next();
                need(";");
                into.add(new Stmt.Discard(t));
            }
            default -> simple(into);
        }
    }

    private static Expr condition(Expr e, Token at) {
        if (!e.type().equals(Type.BOOL))
            throw Problem.Found.at(at, "'" + at.text() + "' : boolean expression expected");
        return e;
    }

    /** A declaration or an expression, with its semicolon. */
    private void simple(List<Stmt> into) {
        if (precision()) return;
        if (declares()) {
            Before before = before();
            Token at = peek();
            Type type = type();
            if (type == null) throw untyped(at);
            into.addAll(declarations(before, type, false));
        } else {
            Token at = peek();
            if (at.kind() == Token.Kind.NAME
                    && ahead(1).kind() == Token.Kind.NAME
                    && names.variable(at.text()) == null) {
                throw Problem.Found.at(at, "'" + at.text() + "' : undeclared identifier");
            }
            into.add(new Stmt.Do(expression()));
            need(";");
        }
    }

    private boolean declares() {
        Token t = peek();
        if (t.kind() != Token.Kind.NAME) return false;
        if (Set.of("const", "lowp", "mediump", "highp", "struct", "uniform", "in", "out", "varying", "flat", "layout")
                .contains(t.text())) {
            return true;
        }
        boolean type = Type.named(t.text()) != null || names.struct(t.text()) != null;
        if (!type) return false;
        if (ahead(1).kind() == Token.Kind.NAME || ahead(1).is(";")) return true;
        if (!ahead(1).is("[")) return false;
        // float[3] a; declares, float[3](...) constructs.
        int i = 1;
        int open = 0;
        do {
            if (ahead(i).is("[")) open++;
            if (ahead(i).is("]")) open--;
            i++;
        } while (open > 0 && ahead(i).kind() != Token.Kind.END);
        return ahead(i).kind() == Token.Kind.NAME;
    }

    private Stmt loop() {
        Token at = next();
        names.enter();
        loops++;
        int outer = switches;
        switches = 0;
        try {
            if (at.is("do")) {
                Stmt body = one();
                need("while");
                need("(");
                Expr until = condition(expression(), at);
                need(")");
                need(";");
                return new Stmt.Loop(null, new Stmt.Do(until), null, body, true, at);
            }
            need("(");
            List<Stmt> begin = new ArrayList<>();
            if (at.is("for") && !take(";")) simple(begin);
            Stmt condition = null;
            String end = at.is("for") ? ";" : ")";
            if (!peek().is(end)) {
                if (declares()) {
                    Type type = type();
                    Token name = name();
                    Token sign = need("=");
                    Expr value = assignment();
                    fits(type, value, sign);
                    Var var = new Var(name.text(), type, Use.LOCAL, name);
                    var.initial = condition(value, at);
                    names.add(name, name.text(), var);
                    condition = new Stmt.Declare(var);
                } else {
                    condition = new Stmt.Do(condition(expression(), at));
                }
            } else if (at.is("while")) {
                throw unexpected(peek());
            }
            need(end);
            Expr next = null;
            if (at.is("for")) {
                if (!peek().is(")")) next = expression();
                need(")");
            }
            Stmt body = one();
            return new Stmt.Loop(new Stmt.Block(begin), condition, next, body, false, at);
        } finally {
            loops--;
            switches = outer;
            names.leave();
        }
    }

    private Stmt choose() {
        Token at = next();
        need("(");
        Expr on = expression();
        need(")");
        if (!(on.type() instanceof Numeric n) || !n.scalar() || !n.whole()) {
            throw Problem.Found.at(at, "'switch' : init-expression in a switch statement must be a scalar integer");
        }
        need("{");
        names.enter();
        switches++;
        List<Case> cases = new ArrayList<>();
        Set<Integer> seen = new HashSet<>();
        boolean standardSeen = false;
        try {
            while (!take("}")) {
                List<Integer> labels = new ArrayList<>();
                boolean standard = false;
                while (peek().is("case") || peek().is("default")) {
                    Token label = next();
                    if (label.is("default")) {
                        if (standardSeen) throw Problem.Found.at(label, "'default' : duplicate label");
                        standard = standardSeen = true;
                    } else {
                        Expr value = expression();
                        int[] bits = Lowering.constant(value);
                        if (bits == null || !value.type().equals(on.type())) {
                            throw Problem.Found.at(
                                    label, "'case' : case label must be a constant of the type of the init-expression");
                        }
                        if (!seen.add(bits[0])) throw Problem.Found.at(label, "'case' : duplicate label");
                        labels.add(bits[0]);
                    }
                    need(":");
                }
                if (labels.isEmpty() && !standard) {
                    throw Problem.Found.at(peek(), "'switch' : statement before the first label");
                }
                List<Stmt> body = new ArrayList<>();
                while (!peek().is("case") && !peek().is("default") && !peek().is("}")) {
                    if (done()) throw unexpected(peek());
                    statement(body);
                }
                cases.add(new Case(labels, standard, body));
            }
        } finally {
            switches--;
            names.leave();
        }
        return new Stmt.Switch(on, cases, at);
    }
}
