package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** One of many numbers, or what lies between two of them. */
@Id("pick-one")
@StepInfo(
        name = "Pick one",
        does = "Takes one number out of many, by its place.",
        find = "select index choose element item list spectrum band many switch",
        notice = "One number out of many, by its place.",
        example = "spectrum > * place=0.1")
public record PickOne(
        @Id(value = "place", label = "Position")
        @Range(min = 0, max = 1, initial = 0, says = "Which one: 0 is the first, 1 the last.")
        double place,

        @Id(value = "between", label = "Interpolate")
        @Choice(initial = "true", says = "Between two of them it gives what lies between.")
        boolean between)
        implements Operation<Signal, Signal, Signal> {

    @Override
    public Signal memory() {
        return new Signal();
    }

    @Override
    public Signal run(Signal in, Signal out, Frame frame) {
        double at = place * (in.size() - 1);
        int i = (int) Math.floor(at);
        if (!between) return out.set(in.at((int) Math.rint(at)));
        double next = in.at(Math.min(i + 1, in.size() - 1));
        return out.set(in.at(i) + (next - in.at(i)) * (at - i));
    }
}
