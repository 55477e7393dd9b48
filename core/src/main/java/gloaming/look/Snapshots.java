package gloaming.look;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;

/**
 * How settings of a look stood at some moments, to go back to.
 *
 * @param all in their order
 * @param apart what no snapshot moves: ids of lanes, and settings as the step's id, a space and the setting's
 * @param field where some of them lie for signals to go between, or null where none ever lay
 */
public record Snapshots(
        List<Snapshot> all,
        List<String> apart,
        @JsonInclude(JsonInclude.Include.NON_NULL) Field field) {
    public static final int MOST = 200;
    private static final int APART = 1_000;
    /** Characters of a snapshot's picture. */
    private static final int PICTURE = 8_000;

    public static final Snapshots EMPTY = new Snapshots(List.of(), List.of(), null);
    /** What a binding of the show calls, with a snapshot's id behind it. */
    public static final String CALL = "snapshot-";

    /**
     * A field on which snapshots lie: settings are a mixture of theirs, the more of one the nearer two signals are to it.
     *
     * @param on whether settings go by it
     * @param across the lane whose signal goes from the left, 0, to the right, 1; or null
     * @param up the lane whose signal goes from below, 0, to above, 1; null where the field is a line from left to right
     * @param spots where snapshots lie, by their ids; one that is gone counts as none
     */
    public record Field(
            boolean on,
            @JsonInclude(JsonInclude.Include.NON_NULL) String across,
            @JsonInclude(JsonInclude.Include.NON_NULL) String up,
            Map<String, Spot> spots) {
        /** Snapshots on it, at most. */
        public static final int SPOTS = 16;

        public Field {
            if (across != null) Limits.id("The lane across a field", across);
            if (up != null) Limits.id("The lane up a field", up);
            if (spots != null && spots.values().stream().anyMatch(Objects::isNull))
                throw new Refused("A snapshot lies nowhere on the field.");
            spots = spots == null ? Map.of() : Collections.unmodifiableMap(new TreeMap<>(spots));
            if (spots.size() > SPOTS) throw new Refused("A field has room for " + SPOTS + " snapshots.");
        }
    }

    /** A place on the field, 0 to 1 from the left and from below. */
    public record Spot(double x, double y) {
        public Spot {
            Limits.within("A place on the field", x, 0, 1);
            Limits.within("A place on the field", y, 0, 1);
        }
    }

    /** How a glide goes along its way. */
    public enum Way {
        /** As fast all the time. */
        EVEN,
        /** Gently off and gently in. */
        SOFT,
        /** Fast first. */
        EARLY,
        /** Fast last. */
        LATE;

        @JsonValue
        public String id() {
            return name().toLowerCase(Locale.ROOT);
        }

        /** How far it is after a part of its time, both 0 to 1. */
        public double at(double part) {
            double t = Math.clamp(part, 0, 1);
            return switch (this) {
                case EVEN -> t;
                case SOFT -> t * t * (3 - 2 * t);
                case EARLY -> 1 - (1 - t) * (1 - t) * (1 - t);
                case LATE -> t * t * t;
            };
        }
    }

    /**
     * What was kept, and how long going there takes.
     *
     * @param id like {@code n1}
     * @param picture a small JPEG as a data URL, or empty
     * @param time how long a glide to it takes; 0 goes there at once
     * @param beats whether that is in beats and not in seconds
     * @param steps what the settings of steps were that were not at their defaults, by step; a step that stands here with none was all at
     *     its defaults
     * @param opacities of layers
     */
    public record Snapshot(
            String id,
            String name,
            String picture,
            double time,
            boolean beats,
            Way way,
            Map<String, Map<String, Value>> steps,
            Map<String, Double> opacities) {
        public Snapshot {
            Limits.id("A snapshot", id);
            name = Limits.name("A snapshot", name);
            picture = picture == null ? "" : picture;
            if (picture.length() > PICTURE
                    || !picture.isEmpty() && !picture.matches("data:image/jpeg;base64,[A-Za-z0-9+/=]*"))
                throw new Refused("The picture of the snapshot '" + name + "' is none, or too large.");
            Limits.within("The time of a glide", time, 0, 3_600);
            way = way == null ? Way.SOFT : way;
            Map<String, Map<String, Value>> kept = new TreeMap<>();
            if (steps != null)
                steps.forEach((step, set) -> kept.put(step, Collections.unmodifiableMap(new TreeMap<>(set))));
            if (kept.size() > Limits.OPENED)
                throw new Refused("The snapshot '" + name + "' is of more steps than a look may have.");
            steps = Collections.unmodifiableMap(kept);
            opacities = opacities == null ? Map.of() : Collections.unmodifiableMap(new TreeMap<>(opacities));
            for (double opacity : opacities.values()) Limits.within("An opacity", opacity, 0, 1);
        }
    }

    public Snapshots {
        all = all == null ? List.of() : List.copyOf(all);
        apart = apart == null ? List.of() : List.copyOf(apart);
        if (all.size() > MOST) throw new Refused("A look has room for " + MOST + " snapshots.");
        if (apart.size() > APART) throw new Refused("Over " + APART + " settings are kept out of snapshots.");
        Set<String> ids = new HashSet<>();
        for (Snapshot one : all)
            if (!ids.add(one.id())) throw new Refused("Two snapshots have the id '" + one.id() + "'.");
    }

    /** The one of an id, or null. */
    public Snapshot find(String id) {
        for (Snapshot one : all) if (one.id().equals(id)) return one;
        return null;
    }

    /** Whether no snapshot moves a setting of a step in a lane. */
    public boolean keepsOut(String lane, String step, String setting) {
        return apart.contains(lane) || apart.contains(step + " " + setting);
    }
}
