package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** Two signals as one: by arithmetic, or as truths, where above a half is true. */
@Id("together")
@StepInfo(
        name = "Together",
        does = "Makes one of two signals: sum, product, larger, smaller, both, either.",
        find =
                "merge combine add multiply subtract divide min max mean and or xor logic maths multiply with another signal add two product",
        notice = "Two signals become one, here their sum.",
        example = "sway rate=0.3 > * with=(sway rate=1.7)")
@Read(name = "with", kind = Signal.class, says = "The other signal.")
public record Together(
        @Id("how") @Choice(initial = "sum", says = "How they become one.")
        How how) implements Operation<Signal, Signal, Signal> {

    /** How two become one. */
    public enum How {
        @Id("sum")
        SUM,
        @Id("difference")
        DIFFERENCE,
        @Id("product")
        PRODUCT,
        @Id("ratio")
        RATIO,
        @Id("larger")
        LARGER,
        @Id("smaller")
        SMALLER,
        @Id("mean")
        MEAN,
        @Id("both")
        BOTH,
        @Id("either")
        EITHER,
        @Id("one-only")
        ONE_ONLY
    }

    @Override
    public Signal memory() {
        return new Signal();
    }

    @Override
    public Signal run(Signal in, Signal out, Frame frame) {
        Signal with = frame.read("with", Signal.class);
        int n = Math.max(in.size(), with == null ? 1 : with.size());
        out.size(n);
        // The shorter begins again.
        for (int i = 0; i < n; i++) out.put(i, of(in.at(i), with == null ? 0 : with.at(i)));
        return out;
    }

    private double of(double a, double b) {
        boolean p = a > 0.5;
        boolean q = b > 0.5;
        return switch (how) {
            case SUM -> a + b;
            case DIFFERENCE -> a - b;
            case PRODUCT -> a * b;
            case RATIO -> b == 0 ? 0 : a / b;
            case LARGER -> Math.max(a, b);
            case SMALLER -> Math.min(a, b);
            case MEAN -> (a + b) / 2;
            case BOTH -> p && q ? 1 : 0;
            case EITHER -> p || q ? 1 : 0;
            case ONE_ONLY -> p != q ? 1 : 0;
        };
    }
}
