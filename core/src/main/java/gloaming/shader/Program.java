package gloaming.shader;

import java.util.List;

/**
 * What the machine runs: instructions as numbers, and the control flow around them.
 *
 * <p>An instruction is {@value #WIDE} numbers: the operation, where the result goes, then for each of up to three operands where
 * it is and whether it moves on from pixel to pixel (-1) or is the same for all (0), then a number of its own (a sampler, or
 * which of {@link #pools}), then whether it keeps to the mask. Places are offsets into the machine's memory, one of floats and
 * one of ints; {@link #floats} and {@link #ints} tell how much of each a run needs. What is the same for all pixels comes first.
 */
record Program(
        List<Step> steps,
        int[] results,
        int[] resultSteps,
        int floats,
        int ints,
        List<Fixed> fixed,
        List<Bound> bound,
        List<Pool> pools,
        int areas) {
    static final int WIDE = 10;
    /** How many pixels go together. */
    static final int STRIP = 512;
    /** Room for one strip; a little more than its length, so that equal offsets of neighbours differ in their low bits. */
    static final int STRIDE = STRIP + 16;
    /** A value that is the same for all pixels is kept this many times, a vector's worth. */
    static final int SPREAD = 16;

    static final int MOST_SAMPLERS = 16;

    /** Where the outside puts its values: places of pixels, sizes of inputs, then the uniforms' scalars. */
    record Given(int width, int height) {
        static final int X = 0;
        static final int Y = 1;
        static final int U = 2;
        static final int V = 3;
        static final int UNIFORMS = 4 + 2 * MOST_SAMPLERS;

        static Given of(int sampler) {
            return new Given(4 + 2 * sampler, 5 + 2 * sampler);
        }

        static boolean varying(int input) {
            return input < 4;
        }

        /** The input that is a column of points. */
        static int column(int number) {
            return -2 - number;
        }
    }

    /** A constant and where it stands. */
    record Fixed(boolean whole, int at, int bits) {}

    /** An input and where it stands. */
    record Bound(boolean whole, int at, int input) {}

    /** Many places of which one is picked: where each is, and its step; {@code offset} is added to the index. */
    record Pool(int[] at, int[] steps, int offset, boolean whole) {}

    /** Something to do. */
    sealed interface Step {}

    /** Instructions for all pixels of the strip. */
    record Many(int[] code) implements Step {}

    /** Instructions on values that are the same for all pixels. */
    record Once(int[] code) implements Step {}

    /** Two ways, for all pixels alike. */
    record Fork(int condition, List<Step> yes, List<Step> no) implements Step {}

    /** Two ways, each for some pixels; {@code yesMask} and {@code noMask} are room for who goes where. */
    record Part(int condition, List<Step> yes, List<Step> no, int yesMask, int noMask) implements Step {}

    /**
     * Leave that area where the condition is true, or where it is false: what most loops turn on. {@code stay} and {@code go} are
     * room for who does what.
     */
    record Cut(int condition, boolean where, int area, int stay, int go) implements Step {}

    /** Again and again until all have left; {@code floats} and {@code ints} are the strips that live on from round to round. */
    record Again(List<Step> body, int[] floats, int[] ints, boolean squeezes, int work, int line) implements Step {}

    /** What can be left; {@code mask} is room for who goes on behind it. */
    record Area(int number, List<Step> body, int mask) implements Step {}

    /** Leave that area. */
    record Exit(int area) implements Step {}
}
