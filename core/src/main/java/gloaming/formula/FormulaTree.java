package gloaming.formula;

import java.util.List;

/** A formula as it was understood; every value is a number, truth is 1 and 0. */
sealed interface FormulaTree {

    record Number(double value) implements FormulaTree {}

    /** One of the named variables, by its place. */
    record Variable(int index) implements FormulaTree {}

    /** A lane's number, or with {@code index} one of its several. */
    record Lane(int lane, FormulaTree index) implements FormulaTree {}

    record Negated(FormulaTree of) implements FormulaTree {}

    record Not(FormulaTree of) implements FormulaTree {}

    record Two(Op op, FormulaTree left, FormulaTree right) implements FormulaTree {}

    /** Only the chosen side is worked out. */
    record Choice(FormulaTree condition, FormulaTree yes, FormulaTree no) implements FormulaTree {}

    record Call(Functions.Known function, List<FormulaTree> arguments) implements FormulaTree {}

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
