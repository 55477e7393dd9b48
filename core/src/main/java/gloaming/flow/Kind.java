package gloaming.flow;

import java.util.List;
import java.util.ServiceLoader;
import java.util.stream.Stream;

/**
 * A kind of thing that flows between steps, and all that the program asks about it: one object a kind, found by the service loader.
 *
 * <p>Whoever meets a flow of some kind asks its kind and never its class, so that another kind needs no change anywhere else; how to
 * add one is in docs/add-a-kind.md. Methods that take a flow take one of {@link #type}.
 */
public abstract class Kind {
    /** One number or several. */
    public static final Kind SIGNAL;
    /** Light and cover by pixels. */
    public static final Kind PICTURE;
    /** Places with attributes. */
    public static final Kind POINTS;

    private static final List<Kind> ALL;

    static {
        ALL = ServiceLoader.load(Kind.class).stream()
                .map(ServiceLoader.Provider::get)
                .sorted(java.util.Comparator.comparingInt(Kind::order).thenComparing(Kind::id))
                .toList();
        SIGNAL = of(Signal.class);
        PICTURE = of(Picture.class);
        POINTS = of(Points.class);
    }

    /** Returns the kind whose values are of the given class, or null for a class that is no kind of flow. */
    public static Kind of(Class<?> type) {
        for (Kind kind : ALL) if (kind.type() == type) return kind;
        return null;
    }

    /** All kinds there are, simplest first. */
    public static List<Kind> values() {
        return ALL;
    }

    /** The pattern of its rail, as an SVG path in a box of 26 by 20: kinds are told by shape, never by colour alone. */
    public record Rail(String path, boolean filled, double width) {}

    /** The class of what flows. */
    public abstract Class<? extends Flow> type();

    /** The name in documents and on screen: lower case. */
    @com.fasterxml.jackson.annotation.JsonValue
    public abstract String id();

    /** As it stands in a sentence: "a picture". */
    public abstract String one();

    /** Where it stands in lists; kinds of scenes come after points. */
    protected abstract int order();

    public abstract Rail rail();

    /** Whether its cards are low and wide, with a curve in place of a picture. */
    public boolean curve() {
        return false;
    }

    /** Whether settings can follow it and formulas read it. */
    public boolean drives() {
        return false;
    }

    /** The number or numbers that settings follow and formulas read, of a kind that {@link #drives}; else null. */
    public Signal signal(Flow flow) {
        return null;
    }

    /** The signal of what may be null or of a kind that drives nothing; then null. */
    public static Signal signalOf(Flow flow) {
        return flow == null ? null : of(flow.getClass()).signal(flow);
    }

    /** Whether it can be a layer of the mix. */
    public boolean mixes() {
        return false;
    }

    /** Why the mix shows nothing of a lane that ends in it, as the end of a sentence that begins with the lane. */
    public abstract String unmixed();

    /** Whether looking at it costs next to nothing, so that it is looked at in every frame and not only where somebody wants to see it. */
    public abstract boolean cheap();

    /** The id of a step that makes a picture of it without anything else, or null where there is none. */
    public String drawnBy() {
        return null;
    }

    /** What the number of its parts is called on a card, short; empty where it has none. */
    public String counts() {
        return "";
    }

    /** Notes the numbers of a flow, in every frame that it leaves its step; so it must cost next to nothing. */
    public abstract void note(Flow flow, Noted into);

    /** Draws a preview. */
    public abstract void preview(Flow flow, Canvas canvas);

    /** The points that can be read as numbers and taken as a file, or null. */
    public Points points(Flow flow) {
        return null;
    }

    /**
     * The same as it is now, for the rest of the frame, whatever becomes of it. {@code last} is what was returned in the frame before, to
     * be used again where that can be, or null; what is borrowed from the pool comes back by {@link #recycle}.
     */
    public abstract Flow copy(Flow flow, Flow last, PicturePool pool);

    /** Whether a step that takes this kind can be given the other: itself, and what stands for it. */
    public boolean accepts(Kind other) {
        return other == this;
    }

    /**
     * What stands for a flow of a kind that this one {@link #accepts}: itself where it is of this kind. {@code last} is what was returned in
     * the frame before, to be used again, or null.
     */
    public Flow accept(Flow flow, Flow last) {
        return flow;
    }

    /** Gives back what nobody needs after this frame. */
    public void recycle(Flow flow, PicturePool pool) {}

    /**
     * Something of this kind for the tests of every step, always the same for the same {@code seed}, in a frame of {@code width} by
     * {@code height}.
     */
    public abstract Flow sample(int width, int height, long seed);

    /** The same sample with parts of it that are no numbers, or infinite. */
    public abstract Flow spoilt(int width, int height);

    /** Whether all of it is numbers, none of them infinite. */
    public abstract boolean finite(Flow flow);

    /** Some numbers by which two flows are compared. */
    public abstract Stream<Float> probe(Flow flow);

    @Override
    public final String toString() {
        return id();
    }
}
