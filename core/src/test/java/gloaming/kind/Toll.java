package gloaming.kind;

import gloaming.flow.Nothing;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Strikes a bell in every frame. */
@Id("toll")
@StepInfo(name = "Toll", does = "Strikes a bell.")
public record Toll(
        @Id("times") @Range(min = 1, max = 9, initial = 2, says = "Strokes in a frame.")
        int times) implements Operation<Nothing, Chime, long[]> {
    @Override
    public long[] memory() {
        return new long[1];
    }

    @Override
    public Chime run(Nothing in, long[] memory, Frame frame) {
        return new Chime(memory[0] += times);
    }
}
