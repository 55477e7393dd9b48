package gloaming.library;

import java.util.HashSet;
import java.util.Set;

/** What was brought into a show, for a look that is shown within others: none of these may show itself. */
public final class NestedLibrary extends ForwardingLibrary {
    /** Looks within one another, at most. */
    public static final int DEEPEST = 4;

    private final Set<String> around;

    private NestedLibrary(Library whole, Set<String> around) {
        super(whole);
        this.around = around;
    }

    /** For what plays within a look; {@link IllegalArgumentException} with a sentence where it would show itself, or stand too deep. */
    public static Library within(Library outer, String look) {
        Set<String> around = new HashSet<>(Set.of(look));
        if (!(outer instanceof NestedLibrary nested)) return new NestedLibrary(outer, around);
        if (nested.around.contains(look)) throw new IllegalArgumentException("that look would show itself");
        if (nested.around.size() >= DEEPEST)
            throw new IllegalArgumentException("looks stand in one another more than " + DEEPEST + " deep");
        around.addAll(nested.around);
        return new NestedLibrary(nested.whole(), around);
    }
}
