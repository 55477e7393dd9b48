package gloaming.shader;

import gloaming.shader.ShaderTree.Case;
import gloaming.shader.ShaderTree.Expr;
import gloaming.shader.ShaderTree.Function;
import gloaming.shader.ShaderTree.Stmt;
import gloaming.shader.ShaderTree.Use;
import gloaming.shader.ShaderTree.Var;
import gloaming.shader.Type.Numeric;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Parses statements (chapter 6); collects problems and goes on behind them, up to a limit. */
abstract class Statements extends Declarations {
    static final int MOST_PROBLEMS = 20;

    final List<Problem> problems;
    private Function within;
    /** Whether the function that is being read has returned something so far. */
    private boolean returned;

    private int loops;
    private int switches;

    Statements(List<Token> tokens, Names names, List<Problem> problems) {
        super(tokens, names);
        this.problems = problems;
    }

    /** The body of a function, behind its opening brace; {@code signature} is as it is written there. */
    final Stmt.Block body(Function signature) {
        within = signature;
        returned = false;
        try {
            Stmt.Block body = new Stmt.Block(statements());
            if (signature.returns != Type.VOID && !returned) {
                String name = signature.at.text();
                throw Problem.Found.at(signature.at, "'" + name + "' : function does not return a value");
            }
            return body;
        } finally {
            within = null;
            loops = switches = 0;
        }
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
