package gloaming.venue;

import gloaming.look.Limits;
import gloaming.look.Refused;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * A place where a show is shown: what leaves, and the surfaces in it; later ones lie over earlier ones, and the rest is dark.
 *
 * @param id like {@code v1}; given once
 * @param wide the shape of what leaves, to {@code high}: 16 to 9
 * @param photo the medium that shows the place itself, for rehearsals, or empty
 */
public record Venue(String id, String name, double wide, double high, List<Surface> surfaces, String photo) {
    /** Surfaces of one, and venues of a show, at most. */
    public static final int SURFACES = 32;

    public static final int MOST = 32;
    /** The id of none: the picture leaves as it is. */
    public static final String NONE = "none";

    private static final double LONGEST = 10_000;
    private static final double SHAPE = 8;
    private static final int REF = 400;
    private static final Pattern ID = Pattern.compile("[a-z0-9-]{1,40}");

    public Venue {
        if (id == null || !ID.matcher(id).matches() || id.equals(NONE))
            throw new Refused("A venue has an id of 1 to 40 of a-z, 0-9 and '-'.");
        name = name == null ? "" : name.strip();
        if (name.length() > Limits.NAME)
            throw new Refused("The name of a venue is over " + Limits.NAME + " characters long.");
        boolean sized = wide > 0 && wide <= LONGEST && high > 0 && high <= LONGEST;
        if (!sized || wide / high > SHAPE || high / wide > SHAPE)
            throw new Refused("What leaves is as wide to as high as 16 to 9, or 1920 to 1080; at most eight to one.");
        surfaces = surfaces == null ? List.of() : List.copyOf(surfaces);
        if (surfaces.size() > SURFACES) throw new Refused("A venue has room for " + SURFACES + " surfaces.");
        Set<String> ids = new HashSet<>();
        for (Surface surface : surfaces)
            if (!ids.add(surface.id())) throw new Refused("Two surfaces have the id '" + surface.id() + "'.");
        photo = photo == null ? "" : photo;
        if (photo.length() > REF) throw new Refused("That is no picture of this show.");
    }

    /** The same with all but one surface at a quarter of their light; an empty id leaves all as they are. */
    public Venue dimBut(String id) {
        if (id.isEmpty()) return this;
        List<Surface> all = surfaces.stream()
                .map(s -> s.id().equals(id) ? s : s.withLight(s.light() / 4))
                .toList();
        return with(all);
    }

    /** The same with other surfaces. */
    public Venue with(List<Surface> surfaces) {
        return new Venue(id, name, wide, high, surfaces, photo);
    }

    /** One of its surfaces, or null. */
    public Surface surface(String id) {
        for (Surface one : surfaces) if (one.id().equals(id)) return one;
        return null;
    }
}
