package gloaming.formula;

import java.util.List;

/** A formula as it was understood; every value is a number, truth is 1 and 0. */
sealed interface Tree {

    record Number(double value) implements Tree {}

    /** One of the named variables, by its place. */
    record Variable(int index) implements Tree {}

    /** A lane's number, or with {@code index} one of its several. */
    record Lane(int lane, Tree index) implements Tree {}

    record Negated(Tree of) implements Tree {}

    record Not(Tree of) implements Tree {}

    record Two(Op op, Tree left, Tree right) implements Tree {}

    /** Only the chosen side is worked out. */
    record Choice(Tree condition, Tree yes, Tree no) implements Tree {}

    record Call(Functions.Known function, List<Tree> arguments) implements Tree {}

    /** What stands between two. */
    enum Op {
        ADD,
        SUBTRACT,
        MULTIPLY,
        DIVIDE,
        REMAINDER,
        POWER,
        LESS,
        LESS_OR_EQUAL,
        GREATER,
        GREATER_OR_EQUAL,
        EQUAL,
        UNEQUAL,
        AND,
        OR
    }
}
