package gloaming.source;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * Words in real letters, filled and outlined at the size they are shown, so they are sharp at any size.
 *
 * <p>Letters come one after another as {@code part} goes from 0 to 1, and each can be moved, turned and shrunk by itself by a
 * wave that runs through the line. A bar or a new line in the words begins a new line.
 */
@Id("lettering")
@StepInfo(
        name = "Lettering",
        does = "Writes words in a font, whole or letter by letter.",
        find =
                "text type title words font letters caption credits typography write subtitles typewriter handwriting scrolling headline logo",
        ifBlack = "write some words",
        notice = "Words in real letters; a stroke begins a new line.")
public record Lettering(
        @Id("words") @Choice(initial = "TIDE MILL|NIGHT", says = "What is written; a bar begins a new line.")
        String words,

        @Id("font")
        @Choice(initial = "hyperlegible-bold", medium = "font", says = "A shipped font or one of the show's.")
        String font,

        @Id("size")
        @Range(min = 0.01, max = 2, initial = 0.3, unit = "units", byRatio = true, says = "Height of a capital letter.")
        double size,

        @Id("spacing") @Range(min = -0.5, max = 2, initial = 0, says = "Further apart, in parts of the size.")
        double spacing,

        @Id("lines") @Range(min = 0.5, max = 4, initial = 1.6, says = "From line to line, in parts of the size.")
        double lines,

        @Id("align") @Choice(initial = "middle", says = "Which edge the lines share.")
        Align align,

        @Id("x") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where the middle is, across.")
        double x,

        @Id("y") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where the middle is, up.")
        double y,

        @Id("colour") @Choice(initial = "#ffe3b8", says = "Colour of the letters.")
        Colour colour,

        @Id("fill") @Range(min = 0, max = 1, initial = 1, says = "How much of the letters' inside is filled.")
        double fill,

        @Id("outline") @Range(min = 0, max = 0.1, initial = 0, unit = "units", says = "How thick their outline is.")
        double outline,

        @Id("part")
        @Range(
                min = 0,
                max = 1,
                initial = 1,
                says = "How many letters are there, from none to all; the last one comes in gently.")
        double part,

        @Id("wave") @Range(min = 0, max = 1, initial = 0, says = "A wave that lifts and turns each letter by itself.")
        double wave,

        @Id("waveRate") @Range(min = 0, max = 4, initial = 0.25, unit = "Hz", says = "How often the wave passes.")
        double waveRate)
        implements Operation<Nothing, Picture, Typesetter> {

    /** Which edge the lines share. */
    public enum Align {
        @Id("left")
        LEFT,
        @Id("middle")
        MIDDLE,
        @Id("right")
        RIGHT
    }

    @Override
    public Typesetter memory() {
        return new Typesetter();
    }

    @Override
    public Picture run(Nothing in, Typesetter memory, Frame frame) {
        Typesetter.Style style =
                new Typesetter.Style(size, spacing, lines, align, x, y, outline, fill, part, wave, waveRate);
        return memory.draw(words, font, style, colour, frame);
    }
}
