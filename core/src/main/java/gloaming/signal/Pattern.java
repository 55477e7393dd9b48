package gloaming.signal;

import gloaming.flow.Rising;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.StepInfo;

/** Numbers one after the other, the next each time the signal rises. */
@Id("pattern")
@StepInfo(
        name = "Pattern",
        does = "Goes through a row of numbers, one further each time the signal rises.",
        find = "sequence steps sequencer row list values rhythm stepped rhythm of numbers step sequencer",
        notice = "A rhythm of numbers, the next one at each rise.",
        example = "beat every=0.5 > *")
public record Pattern(
        @Id("numbers") @Choice(initial = "1 0 0.5 0", says = "Numbers with spaces between them.")
        String numbers) implements Operation<Signal, Signal, Pattern.Memory> {
    private static final int MOST = 256;

    /** Where it is, and the numbers of the text that was read last. */
    public static final class Memory {
        final Signal out = new Signal();
        final Rising rising = new Rising();
        String text;
        double[] row = {0};
        int at;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory memory, Frame frame) {
        if (!numbers.equals(memory.text)) {
            memory.row = row(numbers);
            memory.text = numbers;
        }
        if (memory.rising.by(in.value())) memory.at = (memory.at + 1) % MOST;
        return memory.out.set(memory.row[memory.at % memory.row.length]);
    }

    /** The numbers of a text; an {@link IllegalArgumentException} with a sentence names the first that is none. */
    static double[] row(String text) {
        String[] words = text.strip().split("[\\s,;]+", MOST + 1);
        if (words.length > MOST) throw new IllegalArgumentException("has more than " + MOST + " numbers");
        double[] row = new double[words.length];
        for (int i = 0; i < row.length; i++) {
            try {
                row[i] = Double.parseDouble(words[i]);
            } catch (NumberFormatException e) {
                throw new IllegalArgumentException("cannot read '" + words[i] + "' as a number");
            }
        }
        return row;
    }
}
