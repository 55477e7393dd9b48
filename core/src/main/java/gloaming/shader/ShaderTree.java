package gloaming.shader;

import java.util.ArrayList;
import java.util.List;

/** A shader after parsing: every name resolved, every expression with its type. */
final class ShaderTree {
    final List<Var> globals = new ArrayList<>();
    final List<Function> functions = new ArrayList<>();
    /** What every shader has without declaring it. */
    final List<Var> given = new ArrayList<>();

    Function main;

    /** What a variable is for. */
    enum Use {
        LOCAL,
        GLOBAL,
        CONST,
        UNIFORM,
        IN,
        OUT
    }

    /** A variable; two of one name in different scopes are two. */
    static final class Var {
        final String name;
        final Type type;
        final Use use;
        final Token at;
        /** The value of a constant, or what a global begins with; or null. */
        Expr initial;
        /** The place of an output, 0 when it says none. */
        int location;

        Var(String name, Type type, Use use, Token at) {
            this.name = name;
            this.type = type;
            this.use = use;
            this.at = at;
        }
    }

    /** Which way a parameter's value goes. */
    enum Way {
        IN,
        OUT,
        INOUT
    }

    /** A parameter. */
    record Parameter(Var var, Way way) {}

    /** A function; its body is null until it is defined. */
    static final class Function {
        final String name;
        final Type returns;
        final List<Parameter> parameters;
        final Token at;
        Stmt.Block body;

        Function(String name, Type returns, List<Parameter> parameters, Token at) {
            this.name = name;
            this.returns = returns;
            this.parameters = parameters;
            this.at = at;
        }
    }

    /** An expression. */
    sealed interface Expr {
        Type type();

        Token at();

        /** A value known now: the 32 bits of each component; true is -1. */
        record Const(Type type, int[] bits, Token at) implements Expr {}

        record Read(Var var, Token at) implements Expr {
            @Override
            public Type type() {
                return var.type;
            }
        }

        record Member(Expr of, int field, Type type, Token at) implements Expr {}

        record Swizzle(Expr of, int[] parts, Type type, Token at) implements Expr {}

        record Index(Expr of, Expr index, Type type, Token at) implements Expr {}

        /** Minus, not, complement. */
        record Unary(String sign, Expr of, Token at) implements Expr {
            @Override
            public Type type() {
                return of.type();
            }
        }

        record Binary(String sign, Expr a, Expr b, Type type, Token at) implements Expr {}

        /** The sign is empty for a plain assignment, and else the operator before the equals sign. */
        record Assign(String sign, Expr target, Expr value, Token at) implements Expr {
            @Override
            public Type type() {
                return target.type();
            }
        }

        record Count(Expr target, boolean up, boolean before, Token at) implements Expr {
            @Override
            public Type type() {
                return target.type();
            }
        }

        record Choice(Expr condition, Expr yes, Expr no, Token at) implements Expr {
            @Override
            public Type type() {
                return yes.type();
            }
        }

        record Comma(Expr first, Expr second, Token at) implements Expr {
            @Override
            public Type type() {
                return second.type();
            }
        }

        record Call(Function function, List<Expr> arguments, Token at) implements Expr {
            @Override
            public Type type() {
                return function.returns;
            }
        }

        record BuiltIn(String name, List<Expr> arguments, Type type, Token at) implements Expr {}

        record Make(Type type, List<Expr> arguments, Token at) implements Expr {}
    }

    /** A statement. */
    sealed interface Stmt {
        record Declare(Var var) implements Stmt {}

        record Do(Expr expr) implements Stmt {}

        record Block(List<Stmt> statements) implements Stmt {}

        record If(Expr condition, Stmt yes, Stmt no) implements Stmt {}

        /** Every loop: {@code first} is looked at before the first round unless {@code late}; null conditions are true. */
        record Loop(Stmt begin, Stmt condition, Expr next, Stmt body, boolean late, Token at) implements Stmt {}

        record Return(Expr value, Token at) implements Stmt {}

        record Break(Token at) implements Stmt {}

        record Continue(Token at) implements Stmt {}

        record Discard(Token at) implements Stmt {}

        record Switch(Expr on, List<Case> cases, Token at) implements Stmt {}
    }

    /** Labels (null among them is default) and what they lead to. */
    record Case(List<Integer> labels, boolean standard, List<Stmt> statements) {}
}
