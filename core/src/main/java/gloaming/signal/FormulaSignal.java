package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Arithmetic over the signal that comes in, and over other lanes by name. */
@Id("formula")
@StepInfo(
        name = "Formula",
        does =
                "Works the signal out by ordinary arithmetic: x is what comes in, t the seconds, beat the beats, and lanes by name.",
        find = "math expression calculate arithmetic equation function condition if formula of my own calculate",
        notice = "Write what leaves: here a wave cut flat below.",
        example = "sway > * text=max(0.3,x)")
public record FormulaSignal(
        @Id("text")
        @Choice(
                initial = "x",
                formula = true,
                says =
                        "For example 0.5 + 0.5 * sin(x * tau), or kick > 0.5 ? 1 : a; names of lanes that are no single word in 'quotes'.")
        String text,

        @Id("a") @Range(min = -100, max = 100, initial = 0, says = "A number that the formula can use as a.")
        double a,

        @Id("b") @Range(min = -100, max = 100, initial = 0, says = "A number that the formula can use as b.")
        double b)
        implements Operation<Signal, Signal, FormulaSignal.Memory> {

    /** The formula that was last worked out, kept until the text changes. */
    public static final class Memory {
        final Signal out = new Signal();
        final double[] variables = new double[gloaming.formula.Formula.VARIABLES.size()];
        Signal[] lanes = {};
        String text;
        gloaming.formula.Formula formula;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory m, Frame frame) {
        if (!text.equals(m.text)) {
            m.formula = gloaming.formula.Formula.of(text);
            m.lanes = new Signal[m.formula.lanes().size()];
            m.text = text;
        }
        double[] v = m.variables;
        v[gloaming.formula.Formula.T] = frame.time();
        v[gloaming.formula.Formula.BEAT] = frame.beat();
        v[gloaming.formula.Formula.A] = a;
        v[gloaming.formula.Formula.B] = b;
        for (int i = 0; i < m.lanes.length; i++) {
            m.lanes[i] = frame.lane(m.formula.lanes().get(i));
            if (m.lanes[i] == null) frame.trouble("speaks of a lane that is not there any more; it counts as 0.");
        }
        m.out.size(in.size());
        for (int i = 0; i < in.size(); i++) {
            v[gloaming.formula.Formula.X] = in.at(i);
            m.out.put(i, m.formula.code().value(v, m.lanes));
        }
        return m.out;
    }
}
