package gloaming.look;

import java.util.List;

/**
 * What a lane or a hand gives a setting of an opened kit goes through before it is the setting's.
 *
 * @param outside what the setting outside is that they take hold of
 * @param formulas over {@code value}, the innermost last
 */
public record Bend(double outside, List<String> formulas) {
    public Bend {
        formulas = List.copyOf(formulas);
    }
}
