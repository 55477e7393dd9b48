package gloaming.picture.combine;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.flow.Rising;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** One of several lanes, chosen by a number, in turn or by chance, with a cut or a fade from one to the next. */
@Id("choose-picture")
@StepInfo(
        name = "Choose picture",
        does = "Shows one of up to six lanes: by its number, each in turn, or by chance; the next is cut or faded to.",
        find = "switch select chooser random next one of several lanes condition if while cycle router",
        notice = "One of several lanes is seen at a time; a signal, chance or turn says which, with a fade between.",
        example = "* one=(cloud-noise) two=(cell-noise) how=turn fade=0.6 when=(beat every=2)")
@Read(
        name = "when",
        kind = Signal.class,
        optional = true,
        says = "A trigger: each time it goes above a half, the next is chosen, in turn or by chance.")
@Read(name = "one", kind = Picture.class, optional = true, says = "The first lane.")
@Read(name = "two", kind = Picture.class, optional = true, says = "The second lane.")
@Read(name = "three", kind = Picture.class, optional = true, says = "The third lane.")
@Read(name = "four", kind = Picture.class, optional = true, says = "The fourth lane.")
@Read(name = "five", kind = Picture.class, optional = true, says = "The fifth lane.")
@Read(name = "six", kind = Picture.class, optional = true, says = "The sixth lane.")
public record ChoosePicture(
        @Id("how") @Choice(initial = "number", says = "By the number below, each in turn, or by chance.")
        How how,

        @Id("number")
        @Range(min = 1, max = 6, initial = 1, says = "Which one; a signal that follows it goes from one to the next.")
        int number,

        @Id("fade")
        @Range(min = 0, max = 60, initial = 0, unit = "s", says = "How long it takes from one to the next; 0 is a cut.")
        double fade,

        @Id("weights")
        @Choice(initial = "", says = "By chance: how often each comes, with blanks between, as 3 1 1; empty is alike.")
        String weights)
        implements Operation<Nothing, Picture, ChoosePicture.Memory> {
    private static final String[] LANES = {"one", "two", "three", "four", "five", "six"};

    /** How it is chosen. */
    public enum How {
        @Id("number")
        NUMBER,
        @Id("turn")
        TURN,
        @Id("chance")
        CHANCE
    }

    /** Which is shown, which was before, and how far the fade is. */
    public static final class Memory {
        private final Rising rising = new Rising();
        private final double[] shares = new double[LANES.length];
        private final Picture[] lanes = new Picture[LANES.length];
        private String read;
        private int now = -1;
        private int before;
        private double gone;
        private long chosen;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Picture run(Nothing in, Memory memory, Frame frame) {
        for (int i = 0; i < LANES.length; i++) memory.lanes[i] = frame.read(LANES[i], Picture.class);
        int wanted = wanted(memory, frame);
        if (memory.now < 0) {
            memory.now = wanted;
            memory.before = wanted;
            memory.gone = fade;
        } else if (wanted != memory.now) {
            // A fade that is not half way yet goes on from where it came from.
            if (fade <= 0 || memory.gone >= fade / 2) memory.before = memory.now;
            memory.now = wanted;
            memory.gone = 0;
        } else memory.gone = Math.min(fade, memory.gone + frame.dt());
        Picture to = memory.lanes[memory.now];
        float part = fade <= 0 ? 1 : (float) (memory.gone / fade);
        Picture out = frame.picture();
        if (part >= 1 || memory.before == memory.now) return to == null ? out.clear() : out.copyFrom(to);
        Picture from = memory.lanes[memory.before];
        frame.crew().each(out.height, ByRows.STRIP, (low, high) -> mixed(from, to, part, out, low, high));
        return out;
    }

    private int wanted(Memory memory, Frame frame) {
        Signal when = frame.read("when", Signal.class);
        boolean next = when != null && memory.rising.by(when.value());
        if (how == How.NUMBER) return number - 1;
        if (memory.now < 0 || next) {
            memory.chosen++;
            return how == How.TURN ? following(memory) : drawn(memory, frame);
        }
        return memory.now;
    }

    /** The next lane that there is, round and round. */
    private static int following(Memory memory) {
        for (int k = 1; k <= LANES.length; k++) {
            int i = Math.floorMod(memory.now + k, LANES.length);
            if (memory.lanes[i] != null) return i;
        }
        return 0;
    }

    /** One of the others by its weight; of one alone that one. */
    private int drawn(Memory memory, Frame frame) {
        if (!weights.equals(memory.read)) {
            String[] words = weights.isBlank() ? new String[0] : weights.strip().split("[\\s,;]+");
            for (int i = 0; i < LANES.length; i++) memory.shares[i] = i < words.length ? weight(words[i]) : 1;
            memory.read = weights;
        }
        double all = 0;
        for (int i = 0; i < LANES.length; i++) all += share(memory, i);
        double lot = Randomness.uniform(frame.seed(), memory.chosen, 0) * all;
        for (int i = 0; i < LANES.length; i++) {
            lot -= share(memory, i);
            if (lot < 0) return i;
        }
        return Math.max(0, memory.now);
    }

    private static double share(Memory memory, int i) {
        return memory.lanes[i] == null || i == memory.now ? 0 : memory.shares[i];
    }

    private static double weight(String word) {
        try {
            double weight = Double.parseDouble(word);
            return weight >= 0 && weight < 1e6 ? weight : 0;
        } catch (NumberFormatException e) {
            return 1;
        }
    }

    private static void mixed(Picture from, Picture to, float part, Picture out, int low, int high) {
        int width = out.width;
        for (int c = 0; c < 4; c++) {
            float[] into = out.plane(c);
            for (int i = low * width; i < high * width; i++) {
                float a = from == null ? 0 : from.plane(c)[i];
                float b = to == null ? 0 : to.plane(c)[i];
                into[i] = a + (b - a) * part;
            }
        }
    }
}
