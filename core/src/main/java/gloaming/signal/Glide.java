package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.Arrays;

/** A straight line to each new value, in a time that is always the same. */
@Id("glide")
@StepInfo(
        name = "Glide",
        does = "Goes to each new value in a straight line, always in the same time.",
        find = "linear ramp portamento slide tween interpolate smooth new random value",
        notice = "A leap becomes a slide of half a second.",
        example = "sway wave=random rate=1.5 > * seconds=0.4")
public record Glide(
        @Id("seconds") @Range(min = 0, max = 60, initial = 0.5, unit = "s", says = "How long it takes.")
        double seconds) implements Operation<Signal, Signal, Glide.Memory> {

    /** Where each number comes from and goes to, and how long it has still to go. */
    public static final class Memory {
        final Signal out = new Signal();
        double[] from = {};
        double[] to = {};
        double[] left = {};
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory memory, Frame frame) {
        int n = in.size();
        room(memory, in);
        memory.out.size(n);
        for (int i = 0; i < n; i++) {
            memory.left[i] = Math.max(0, memory.left[i] - frame.dt());
            double target = in.at(i);
            if (target != memory.to[i]) {
                memory.from[i] = at(memory, i);
                memory.to[i] = target;
                memory.left[i] = seconds;
            }
            memory.out.put(i, at(memory, i));
        }
        return memory.out;
    }

    /** Numbers that are new are where they go to. */
    private static void room(Memory memory, Signal in) {
        int had = memory.to.length;
        if (had == in.size()) return;
        memory.from = Arrays.copyOf(memory.from, in.size());
        memory.to = Arrays.copyOf(memory.to, in.size());
        memory.left = Arrays.copyOf(memory.left, in.size());
        for (int i = had; i < in.size(); i++) memory.from[i] = memory.to[i] = in.at(i);
    }

    private double at(Memory memory, int i) {
        if (memory.left[i] <= 0 || seconds <= 0) return memory.to[i];
        return memory.to[i] + (memory.from[i] - memory.to[i]) * Math.min(1, memory.left[i] / seconds);
    }
}
