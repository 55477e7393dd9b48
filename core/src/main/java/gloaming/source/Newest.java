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
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.List;

/**
 * The newest picture of a folder that grows, such as that of the photographs, or one so many before it.
 *
 * <p>The newest is the last by its name: photographs are named by the time at which they were taken. A new one fades in as soon as it is read.
 */
@Id("newest")
@StepInfo(
        name = "Newest picture",
        does = "Shows the newest picture of a folder as soon as it is there, or one so many before it.",
        find = "photograph photo booth latest last folder grows wall watch",
        ifBlack = "choose a folder of pictures",
        notice = "It is empty until a folder of pictures is chosen.")
public record Newest(
        @Id("folder")
        @Choice(initial = "", medium = "folder", says = "Which of the show's folders; photographs go into their own.")
        String folder,

        @Id("fit")
        @Choice(initial = "fit", says = "Whole, over all of the frame, drawn to its shape, or pixel for pixel.")
        Fit fit,

        @Id("back")
        @Range(min = 0, max = 200, initial = 0, says = "How many before the newest; several of these make a wall.")
        int back,

        @Id("fade") @Range(min = 0, max = 60, initial = 1, unit = "s", says = "How long a new one fades in.")
        double fade)
        implements Operation<Nothing, Picture, Newest.Memory> {

    /** What stands, what stood before it, and since when. */
    public static final class Memory {
        private final Showing showing = new Showing();
        private String ref = "";
        private Still now;
        private Still before;
        private double since;
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
                    folder.isEmpty() ? "no folder is chosen" : "the folder '" + folder + "' has no pictures yet");
        }
        Cut cut = memory.showing.cut(fit, frame);
        take(memory, library, refs.get(Math.max(0, refs.size() - 1 - back)), cut, frame);
        Picture now = Showing.now(memory.now.at(cut), frame);
        double part = fade == 0 ? 1 : Math.clamp((frame.time() - memory.since) / fade, 0, 1);
        if (memory.before == null || part >= 1) return now;
        return Mixed.of(Showing.now(memory.before.at(cut), frame), now, (float) part, frame);
    }

    private static void take(Memory memory, Library library, String ref, Cut cut, Frame frame) {
        boolean same = memory.ref.equals(ref) && memory.library == library;
        if (same) return;
        Still next = library.still(ref);
        boolean another = !memory.ref.equals(ref);
        // What stands stays until the new one is read; another library has the same pictures.
        if (another && memory.now != null && next.at(cut) == null) return;
        if (another) {
            memory.before = memory.now;
            memory.since = frame.time();
        }
        memory.ref = ref;
        memory.library = library;
        memory.now = next;
    }
}
