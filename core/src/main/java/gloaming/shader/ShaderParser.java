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
import java.util.Map;

/** Parses a whole shader: what it declares for all of it, and its functions. */
final class ShaderParser extends Statements {
    private static final Map<String, Numeric> GIVEN = Map.of(
            "gl_FragCoord",
            Type.vector(Base.FLOAT, 4),
            "gl_FrontFacing",
            Type.BOOL,
            "gl_PointCoord",
            Type.vector(Base.FLOAT, 2));

    ShaderParser(List<Token> tokens, Names names, List<Problem> problems) {
        super(tokens, names, problems);
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
        names.enter();
        try {
            for (Parameter p : parameters) if (!p.var().name.isEmpty()) names.add(p.var().at, p.var().name, p.var());
            need("{");
            function.body = body(whole);
            if (known != null) {
                // The definition's own names count, whatever the declaration called them.
                function.parameters.clear();
                function.parameters.addAll(parameters);
            }
        } finally {
            names.leave();
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
}
