package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** Several signals as one of many numbers, in order. */
@Id("one-after-another")
@StepInfo(
        name = "One after another",
        does =
                "Puts the numbers of several lanes behind one another, as one signal of many; for more than eight, once more behind itself.",
        find = "merge list join append concatenate bundle many combine",
        notice = "Two signals become one of two numbers.")
@Read(name = "second", kind = Signal.class, says = "Comes behind what flows in.")
@Read(name = "third", kind = Signal.class, says = "Comes behind that.", optional = true)
@Read(name = "fourth", kind = Signal.class, says = "And behind that.", optional = true)
@Read(name = "fifth", kind = Signal.class, says = "And behind that.", optional = true)
@Read(name = "sixth", kind = Signal.class, says = "And behind that.", optional = true)
@Read(name = "seventh", kind = Signal.class, says = "And behind that.", optional = true)
@Read(name = "eighth", kind = Signal.class, says = "And behind that.", optional = true)
public record OneAfterAnother() implements Operation<Signal, Signal, Signal> {
    private static final String[] READS = {"second", "third", "fourth", "fifth", "sixth", "seventh", "eighth"};

    @Override
    public Signal memory() {
        return new Signal();
    }

    @Override
    public Signal run(Signal in, Signal out, Frame frame) {
        out.copyFrom(in);
        for (String name : READS) {
            Signal more = frame.read(name, Signal.class);
            if (more == null) continue;
            int from = out.size();
            out.size(from + more.size());
            for (int i = from; i < out.size(); i++) out.put(i, more.at(i - from));
        }
        return out;
    }
}
