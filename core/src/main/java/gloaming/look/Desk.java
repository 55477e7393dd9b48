package gloaming.look;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.BiPredicate;

/**
 * What of a look is in the artist's hands: controls that move settings, and the performance strip.
 *
 * @param bindings at most {@value #BINDINGS}
 * @param strip at most {@value #STRIP}, left to right
 */
public record Desk(List<Binding> bindings, List<Lifted> strip) {
    public static final int BINDINGS = 256;
    public static final int STRIP = 16;
    public static final Desk EMPTY = new Desk(List.of(), List.of());

    public Desk {
        bindings = bindings == null ? List.of() : List.copyOf(bindings);
        strip = strip == null ? List.of() : List.copyOf(strip);
        if (bindings.size() > BINDINGS) throw new Refused("The look has over " + BINDINGS + " bindings.");
        if (strip.size() > STRIP) throw new Refused("The performance strip has room for " + STRIP + " settings.");
        Set<String> ids = new HashSet<>();
        for (Binding binding : bindings) {
            if (!ids.add(binding.id())) throw new Refused("Two bindings have the id '" + binding.id() + "'.");
        }
    }

    /** Without what does not pass, by the id of the step or layer and the setting. */
    public Desk keeping(BiPredicate<String, String> there) {
        Desk kept = new Desk(
                bindings.stream().filter(b -> there.test(b.of(), b.setting())).toList(),
                strip.stream().filter(l -> there.test(l.of(), l.setting())).toList());
        return kept.equals(this) ? this : kept;
    }
}
