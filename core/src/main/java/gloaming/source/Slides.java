package gloaming.source;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.library.Cut;
import gloaming.library.Fit;
import gloaming.library.Library;
import gloaming.library.Still;
import gloaming.look.Id;
import gloaming.picture.combine.Mixed;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.List;

/**
 * The pictures of a folder one after another: each is held, then fades over into the next.
 *
 * <p>Which one is shown follows from the lane's time alone. A folder may grow while it plays.
 */
@Id("slides")
@StepInfo(
        name = "Slides",
        does = "Shows the pictures of a folder one after another, with a fade between them.",
        find = "slideshow folder images photos sequence gallery cross fade",
        ifBlack = "choose a folder of pictures",
        notice = "It is empty until a folder of pictures is chosen.")
public record Slides(
        @Id("folder") @Choice(initial = "", medium = "folder", says = "Which of the show's folders.")
        String folder,

        @Id("fit")
        @Choice(initial = "fit", says = "Whole, over all of the frame, drawn to its shape, or pixel for pixel.")
        Fit fit,

        @Id("hold")
        @Range(min = 0.1, max = 600, initial = 5, unit = "s", byRatio = true, says = "How long each one stands.")
        double hold,

        @Id("fade") @Range(min = 0, max = 60, initial = 1, unit = "s", says = "How long one fades into the next.")
        double fade,

        @Id("order")
        @Choice(initial = "by-name", says = "In the order of their names, or shuffled anew in every round.")
        Order order)
        implements Operation<Nothing, Picture, Slides.Memory> {

    /** In which order they come. */
    public enum Order {
        @Id("by-name")
        BY_NAME,
        @Id("shuffled")
        SHUFFLED
    }

    /** The three pictures at hand: the one that stands, the next, and the one after it, which is read in advance. */
    public static final class Memory {
        private final Showing showing = new Showing();
        private final String[] refs = {"", "", ""};
        private final Still[] stills = new Still[3];
        private Library library;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Picture run(Nothing in, Memory memory, Frame frame) {
        Library library = frame.library();
        List<String> refs = library.folder(folder);
        if (refs.isEmpty()) {
            throw new IllegalArgumentException(
                    folder.isEmpty() ? "no folder is chosen" : "there are no pictures in a folder '" + folder + "'");
        }
        if (memory.library != library) {
            memory.library = library;
            java.util.Arrays.fill(memory.refs, "");
        }
        double each = hold + fade;
        long number = (long) Math.floor(frame.time() / each);
        double part = fade == 0 ? 0 : Math.clamp((frame.time() - number * each - hold) / fade, 0, 1);
        Cut cut = memory.showing.cut(fit, frame);
        Picture now = Showing.now(
                still(memory, library, refs.get(which(number, refs.size(), frame)))
                        .at(cut),
                frame);
        Still next = still(memory, library, refs.get(which(number + 1, refs.size(), frame)));
        Picture coming = next.at(cut);
        if (part == 0) return now;
        return Mixed.of(now, Showing.now(coming, frame), (float) part, frame);
    }

    /** Which picture has this number; a shuffled round shows each once. */
    int which(long number, int count, Frame frame) {
        int place = (int) Math.floorMod(number, (long) count);
        if (order == Order.BY_NAME) return place;
        // A walk of the round in steps that have no divisor in common with the count meets each once.
        long round = Math.floorDiv(number, (long) count);
        int stride = 1 + (int) (Randomness.uniform(frame.seed(), (int) round, 1) * (count - 1));
        while (divisor(stride, count) > 1) stride++;
        int start = (int) (Randomness.uniform(frame.seed(), (int) round, 2) * count);
        return (int) ((start + (long) place * stride) % count);
    }

    private static int divisor(int a, int b) {
        return b == 0 ? a : divisor(b, a % b);
    }

    private static Still still(Memory memory, Library library, String ref) {
        for (int i = 0; i < memory.refs.length; i++) if (memory.refs[i].equals(ref)) return memory.stills[i];
        // The one that was asked for longest ago makes room.
        for (int i = memory.refs.length - 1; i > 0; i--) {
            memory.refs[i] = memory.refs[i - 1];
            memory.stills[i] = memory.stills[i - 1];
        }
        memory.refs[0] = ref;
        return memory.stills[0] = library.still(ref);
    }
}
