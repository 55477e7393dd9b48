package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Pick;
import gloaming.step.Range;
import gloaming.step.Says;

/** Arithmetic over the signal that comes in. */
@Says(
        name = "Formula",
        does = "Works the signal out by ordinary arithmetic: x is what comes in, t the seconds, beat the beats.",
        find = "math expression calculate arithmetic equation function")
public record Formula(
        @Pick(initial = "x", says = "For example 0.5 + 0.5 * sin(x * tau), or x > 0.5 ? 1 : a.")
        String text,

        @Range(min = -100, max = 100, initial = 0, says = "A number that the formula can use as a.")
        double a,

        @Range(min = -100, max = 100, initial = 0, says = "A number that the formula can use as b.")
        double b)
        implements Operation<Signal, Signal, Formula.Memory> {

    /** The expression that was last worked out, kept until the text changes. */
    public static final class Memory {
        final Signal out = new Signal();
        final double[] variables = new double[5];
        String text;
        Expression expression;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory memory, Frame frame) {
        if (!text.equals(memory.text)) {
            memory.expression = Expression.parse(text, "x", "t", "beat", "a", "b");
            memory.text = text;
        }
        double[] v = memory.variables;
        v[0] = in.value();
        v[1] = frame.time();
        v[2] = frame.beat();
        v[3] = a;
        v[4] = b;
        return memory.out.set(memory.expression.value(v));
    }
}
