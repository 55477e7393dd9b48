package gloaming.look;

/**
 * A setting that stands on the performance strip.
 *
 * @param of the id of a step or of a layer
 * @param setting the setting's id; of a layer {@code opacity}
 * @param name what it says below it, or empty for the setting's own name
 */
public record Lifted(String of, String setting, String name) {
    public Lifted {
        if (of == null || setting == null) throw new Refused("The performance strip names no setting.");
        name = name == null ? "" : name.strip();
        if (name.length() > Limits.NAME)
            throw new Refused("A name on the performance strip is over " + Limits.NAME + " characters long.");
    }
}
