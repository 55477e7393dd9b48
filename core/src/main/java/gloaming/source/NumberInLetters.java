package gloaming.source;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** A number written in letters: a count, a measure, the time that is left, or the word that has its place in a list. */
@Id("number-letters")
@StepInfo(
        name = "Number in letters",
        does = "Writes a number of another lane in a font: as figures, as time, or as one of a list of words.",
        find =
                "countdown count down counter timer clock stopwatch score digits figures readout show display value number text time left minutes seconds lyrics karaoke subtitles line by line words by number choose text",
        notice = "Without a lane it writes the seconds that have gone by, or that are left.",
        example = "* as=time from=90")
@Read(
        name = "number",
        kind = Signal.class,
        optional = true,
        says = "The lane whose number is written, many one under another. Without one it is the lane's own time.")
public record NumberInLetters(
        @Id("as") @Choice(initial = "figures", says = "Figures, minutes and seconds, or one of the entries.")
        As as,

        @Id(value = "from", label = "Down from")
        @Range(
                min = 0,
                max = 86_400,
                initial = 0,
                unit = "s",
                says = "Without a lane: counts down from so many seconds, to 0; at 0 it counts up.")
        double from,

        @Id("decimals") @Range(min = 0, max = 6, initial = 0, says = "Figures behind the point.")
        int decimals,

        @Id(value = "digits", label = "Least figures")
        @Range(min = 1, max = 12, initial = 1, says = "So many stand before the point at least, with zeros ahead.")
        int digits,

        @Id("rounding") @Choice(initial = "nearest", says = "To the nearest; down; or up, as for time that is left.")
        Rounding rounding,

        @Id("before") @Choice(initial = "", says = "What stands before it; a bar begins a new line.")
        String before,

        @Id("after") @Choice(initial = "", says = "What stands behind it, such as a unit.")
        String after,

        @Id("entries")
        @Choice(
                initial = "EBB|SLACK|FLOOD",
                says = "What is written for 0, 1, 2 and so on, with bars between, where it is one of them.")
        String entries,

        @Id("font")
        @Choice(initial = "hyperlegible-bold", medium = "font", says = "A shipped font or one of the show's.")
        String font,

        @Id("size")
        @Range(min = 0.01, max = 2, initial = 0.4, unit = "units", byRatio = true, says = "Height of a capital letter.")
        double size,

        @Id("spacing") @Range(min = -0.5, max = 2, initial = 0, says = "Further apart, in parts of the size.")
        double spacing,

        @Id("align") @Choice(initial = "middle", says = "Which edge stays where it is as figures change.")
        Lettering.Align align,

        @Id("x") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where that edge is, across.")
        double x,

        @Id("y") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where the middle is, up.")
        double y,

        @Id("colour") @Choice(initial = "#ffe3b8", says = "Colour of the letters.")
        Colour colour,

        @Id("fill") @Range(min = 0, max = 1, initial = 1, says = "How much of the letters' inside is filled.")
        double fill,

        @Id("outline") @Range(min = 0, max = 0.1, initial = 0, unit = "units", says = "How thick their outline is.")
        double outline)
        implements Operation<Nothing, Picture, NumberInLetters.Memory> {

    /** What a number is written as. */
    public enum As {
        @Id("figures")
        FIGURES,
        @Id("time")
        TIME,
        @Id("entry")
        ENTRY
    }

    /** What becomes of that which has no place behind the point. */
    public enum Rounding {
        @Id("nearest")
        NEAREST,
        @Id("down")
        DOWN,
        @Id("up")
        UP
    }

    /** Numbers that are written one under another, at most. */
    private static final int MOST_LINES = 12;

    /** Beyond this a number has more figures than are known of it. */
    private static final double MOST = 1e15;

    private static final double LINES = 1.6;

    /** What is written, and how it is set. */
    public static final class Memory {
        private final Typesetter setter = new Typesetter();
        private final StringBuilder text = new StringBuilder();
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Picture run(Nothing in, Memory m, Frame frame) {
        Signal number = frame.read("number", Signal.class);
        m.text.setLength(0);
        m.text.append(before);
        if (number == null) write(from > 0 ? Math.max(0, from - frame.time()) : frame.time(), m.text);
        for (int i = 0; number != null && i < Math.min(MOST_LINES, number.size()); i++) {
            if (i > 0) m.text.append('\n');
            write(number.at(i), m.text);
        }
        m.text.append(after);
        Typesetter.Style style = new Typesetter.Style(size, spacing, LINES, align, x, y, outline, fill, 1, 0, 0);
        return m.setter.draw(m.text, font, style, colour, frame);
    }

    /** Writes one as it is wanted; what is no number becomes a dash. */
    void write(double value, StringBuilder to) {
        if (!Double.isFinite(value) || Math.abs(value) > MOST) {
            to.append('–');
            return;
        }
        if (as == As.ENTRY) {
            entry((long) Math.floor(value + 0.5), to);
            return;
        }
        long unit = 1;
        // So that all of it fits into 63 bits.
        int behind = decimals;
        while (behind > 0 && Math.abs(value) > MOST / Math.pow(10, behind)) behind--;
        for (int i = 0; i < behind; i++) unit *= 10;
        long all = rounded(value * unit);
        if (all < 0) to.append('-');
        all = Math.abs(all);
        if (as == As.TIME) time(all / unit, to);
        else padded(all / unit, digits, to);
        if (behind == 0) return;
        to.append('.');
        padded(all % unit, behind, to);
    }

    /** Whole steps; what a number that counts lacks by its binary places is not taken for a part of one. */
    private long rounded(double value) {
        double near = Math.rint(value);
        if (Math.abs(value - near) < 1e-9 * Math.max(1, Math.abs(value))) return (long) near;
        return (long)
                switch (rounding) {
                    case NEAREST -> Math.floor(value + 0.5);
                    case DOWN -> Math.floor(value);
                    case UP -> Math.ceil(value);
                };
    }

    private void time(long seconds, StringBuilder to) {
        if (seconds >= 3_600) {
            to.append(seconds / 3_600).append(':');
            padded(seconds / 60 % 60, 2, to);
        } else padded(seconds / 60, Math.min(2, digits), to);
        to.append(':');
        padded(seconds % 60, 2, to);
    }

    private static void padded(long value, int digits, StringBuilder to) {
        int written = 1;
        for (long rest = value; rest >= 10; rest /= 10) written++;
        for (int i = written; i < digits; i++) to.append('0');
        to.append(value);
    }

    /** The entry of a number; below the first and beyond the last there is nothing. */
    private void entry(long wanted, StringBuilder to) {
        int begin = 0;
        for (long i = 0; ; i++) {
            int end = entries.indexOf('|', begin);
            if (i == wanted) {
                to.append(entries, begin, end < 0 ? entries.length() : end);
                return;
            }
            if (end < 0 || wanted < 0) return;
            begin = end + 1;
        }
    }
}
