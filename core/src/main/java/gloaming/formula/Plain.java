package gloaming.formula;

import gloaming.flow.Signal;
import java.lang.reflect.InvocationTargetException;

/** Works a formula out as it stands: slow and easy to trust, the oracle of {@link Compiler}. */
final class Plain {
    private Plain() {}

    static double value(FormulaTree tree, double[] variables, Signal[] lanes) {
        return switch (tree) {
            case FormulaTree.Number number -> number.value();
            case FormulaTree.Variable variable -> variables[variable.index()];
            case FormulaTree.Lane lane when lane.index() == null -> Functions.lane(lanes, lane.lane());
            case FormulaTree.Lane lane -> Functions.lane(lanes, lane.lane(), value(lane.index(), variables, lanes));
            case FormulaTree.Negated negated -> -value(negated.of(), variables, lanes);
            case FormulaTree.Not not -> value(not.of(), variables, lanes) == 0 ? 1 : 0;
            case FormulaTree.Choice choice ->
                value(choice.condition(), variables, lanes) != 0
                        ? value(choice.yes(), variables, lanes)
                        : value(choice.no(), variables, lanes);
            case FormulaTree.Two two -> two(two, variables, lanes);
            case FormulaTree.Call call -> call(call, variables, lanes);
        };
    }

    private static double two(FormulaTree.Two two, double[] variables, Signal[] lanes) {
        double a = value(two.left(), variables, lanes);
        if (two.op() == FormulaTree.Op.AND) return a != 0 && value(two.right(), variables, lanes) != 0 ? 1 : 0;
        if (two.op() == FormulaTree.Op.OR) return a != 0 || value(two.right(), variables, lanes) != 0 ? 1 : 0;
        double b = value(two.right(), variables, lanes);
        return switch (two.op()) {
            case ADD -> a + b;
            case SUBTRACT -> a - b;
            case MULTIPLY -> a * b;
            case DIVIDE -> a / b;
            case REMAINDER -> Functions.mod(a, b);
            case POWER -> Math.pow(a, b);
            case LESS -> a < b ? 1 : 0;
            case LESS_OR_EQUAL -> a <= b ? 1 : 0;
            case GREATER -> a > b ? 1 : 0;
            case GREATER_OR_EQUAL -> a >= b ? 1 : 0;
            case EQUAL -> a == b ? 1 : 0;
            case UNEQUAL -> a != b ? 1 : 0;
            case AND, OR -> throw new IllegalStateException();
        };
    }

    private static double call(FormulaTree.Call call, double[] variables, Signal[] lanes) {
        Object[] arguments = call.arguments().stream()
                .map(argument -> value(argument, variables, lanes))
                .toArray();
        try {
            return (double) call.function().method().invoke(null, arguments);
        } catch (IllegalAccessException | InvocationTargetException e) {
            throw new IllegalStateException(e);
        }
    }
}
