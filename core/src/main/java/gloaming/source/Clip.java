package gloaming.source;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.library.Fit;
import gloaming.library.Library;
import gloaming.library.Reel;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * A clip from the media, in its own shape.
 *
 * <p>The place in it is the integral of the rate over the lane's time, folded at the ends, so it is the same at any frame rate
 * and a rate may be driven. Or the place is sought: then nothing but the setting moves it.
 */
@Id("clip")
@StepInfo(
        name = "Clip",
        does = "Plays a clip of yours, at any rate and backwards too.",
        find = "video film movie footage mp4 mov source loop play file media slow motion time lapse",
        ifBlack = "choose a clip",
        notice = "It is empty until a clip is chosen; bring one in on the page of media.")
public record Clip(
        @Id("medium") @Choice(initial = "", medium = "clip", says = "Which of the show's clips.")
        String medium,

        @Id("fit")
        @Choice(initial = "fit", says = "Whole, over all of the frame, drawn to its shape, or pixel for pixel.")
        Fit fit,

        @Id("rate")
        @Range(min = -8, max = 8, initial = 1, says = "How fast it runs: 1 is as filmed, below 0 backwards.")
        double rate,

        @Id("ends") @Choice(initial = "loop", says = "What it does at its end.")
        Ends ends,

        @Id("from") @Range(min = 0, max = 1, initial = 0, says = "Where it begins, as a part of its length.")
        double from,

        @Id("to") @Range(min = 0, max = 1, initial = 1, says = "Where it ends, as a part of its length.")
        double to,

        @Id("seek") @Choice(initial = "false", says = "Shows the place below instead of running.")
        boolean seek,

        @Id(value = "place", label = "Position")
        @Range(min = 0, max = 1, initial = 0, says = "The place shown, from where it begins to where it ends.")
        double place)
        implements Operation<Nothing, Picture, Clip.Memory> {

    /** What a clip does at its end. */
    public enum Ends {
        @Id("loop")
        LOOP,
        @Id("bounce")
        BOUNCE,
        @Id("stay")
        STAY
    }

    /** How far it has run. */
    public static final class Memory {
        private final Showing showing = new Showing();
        private Library library;
        private String ref;
        private Reel reel;
        /** Seconds run since the start, not folded. */
        double run;

        private int shown = -1;
        private Reel.Way way = new Reel.Way(0, 0, 0, false);

        Reel.Way way(int towards, int first, int last, boolean loops) {
            boolean same = way.towards() == towards && way.first() == first && way.last() == last;
            if (!same || way.loops() != loops) way = new Reel.Way(towards, first, last, loops);
            return way;
        }
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Picture run(Nothing in, Memory memory, Frame frame) {
        if (memory.library != frame.library() || !medium.equals(memory.ref)) {
            memory.library = frame.library();
            memory.ref = medium;
            memory.reel = memory.library.reel(medium);
            memory.run = 0;
        }
        Reel reel = memory.reel;
        double perSecond = reel.rate();
        int frames = reel.frames();
        int n = number(memory.run, frames, perSecond);
        int towards = seek ? Integer.signum(n - memory.shown) : way(memory.run, frames, perSecond);
        memory.shown = n;
        memory.run += frame.dt() * rate;
        Reel.Way way = memory.way(towards, first(frames), last(frames), ends == Ends.LOOP && !seek);
        return Showing.now(reel.at(n, way, memory.showing.cut(fit, frame), frame.crew()), frame);
    }

    private int first(int frames) {
        return (int) Math.floor(Math.min(from, to) * (frames - 1) + 0.5);
    }

    private int last(int frames) {
        return (int) Math.floor(Math.max(from, to) * (frames - 1) + 0.5);
    }

    /** The frame shown after {@code run} seconds, of a clip of so many frames. */
    int number(double run, int frames, double framesPerSecond) {
        if (frames < 1) return 0;
        int first = first(frames);
        int last = last(frames);
        int count = last - first + 1;
        if (seek) return first + (int) Math.floor(Math.clamp(place, 0, 1) * (count - 1) + 0.5);
        // Sums of frame times end a hair before a whole frame; that is not the frame before.
        long at = (long) Math.floor(run * framesPerSecond + 1e-6);
        // Backwards from the start means backwards from the end.
        return switch (ends) {
            case LOOP -> first + (int) Math.floorMod(at, (long) count);
            case STAY ->
                rate < 0 || at < 0 ? (int) Math.max(first, last + Math.min(0, at)) : (int) Math.min(last, first + at);
            case BOUNCE -> {
                if (count == 1) yield first;
                int m = (int) Math.floorMod(at, 2L * (count - 1));
                yield first + (m < count ? m : 2 * (count - 1) - m);
            }
        };
    }

    private int way(double run, int frames, double framesPerSecond) {
        if (rate == 0 || frames < 2) return 0;
        int way = rate > 0 ? 1 : -1;
        if (ends != Ends.BOUNCE) return way;
        double ahead = 1 / Math.max(1, framesPerSecond);
        return Integer.signum(
                number(run + way * ahead, frames, framesPerSecond) - number(run, frames, framesPerSecond));
    }
}
