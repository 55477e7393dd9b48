package gloaming.venue;

import gloaming.look.Limits;
import gloaming.look.Refused;
import java.util.List;
import java.util.regex.Pattern;

/**
 * Something that a part of the picture is laid on: a wall, a face of a box, a sail; bent, a column or an arch.
 *
 * @param id like {@code f1}; given once
 * @param corners where its upper left, upper right, lower right and lower left lie in what leaves
 * @param sides where the middles of its upper, right, lower and left side lie, or none where they are straight
 * @param part of the picture that it shows
 * @param flip how that is turned over
 * @param soft how far from its edges it fades out, as a part of its width and height, 0 to 0.5
 * @param light of it, 0 to 1
 * @param outline places around what is lit, or none where all of it is
 * @param off whether it stays dark
 */
public record Surface(
        String id,
        String name,
        List<Place> corners,
        List<Place> sides,
        Part part,
        Flip flip,
        double soft,
        double light,
        List<Place> outline,
        boolean off) {
    /** Places of an outline, at most. */
    public static final int OUTLINE = 96;

    private static final Pattern ID = Pattern.compile("[a-z0-9-]{1,40}");
    /** How far the middle of a side may lie aside, as a part of its length. */
    private static final double BENT = 0.5;

    /** How large it is at least, as a part of what leaves. */
    private static final double LEAST = 1e-5;

    public Surface {
        if (id == null || !ID.matcher(id).matches())
            throw new Refused("A surface has an id of 1 to 40 of a-z, 0-9 and '-'.");
        name = name == null ? "" : name.strip();
        if (name.length() > Limits.NAME)
            throw new Refused("The name of a surface is over " + Limits.NAME + " characters long.");
        corners = corners == null ? List.of() : List.copyOf(corners);
        part = part == null ? Part.WHOLE : part;
        flip = flip == null ? Flip.NONE : flip;
        outline = outline == null ? List.of() : List.copyOf(outline);
        sides = sides == null ? List.of() : List.copyOf(sides);
        if (corners.size() != 4) throw new Refused("A surface has four corners.");
        if (!convex(corners))
            throw new Refused("The corners of " + (name.isEmpty() ? "a surface" : "'" + name + "'")
                    + " would cross each other, or lie in one line; each must stand out.");
        if (!sides.isEmpty() && sides.size() != 4) throw new Refused("A bent surface has four sides.");
        for (int k = 0; k < sides.size(); k++) bent(corners.get(k), corners.get((k + 1) % 4), sides.get(k));
        if (!(soft >= 0 && soft <= 0.5)) throw new Refused("The edge of a surface fades over 0 to 50 percent of it.");
        if (!(light >= 0 && light <= 1)) throw new Refused("The light of a surface goes from 0 to 100.");
        if (outline.size() > OUTLINE) throw new Refused("An outline has " + OUTLINE + " points at most.");
        if (outline.size() == 1 || outline.size() == 2) throw new Refused("An outline needs three points at least.");
    }

    /** One that shows the whole picture between these corners. */
    public static Surface of(String id, String name, List<Place> corners) {
        return new Surface(id, name, corners, List.of(), Part.WHOLE, Flip.NONE, 0, 1, List.of(), false);
    }

    Surface withLight(double light) {
        return new Surface(id, name, corners, sides, part, flip, soft, light, outline, off);
    }

    private static void bent(Place a, Place b, Place middle) {
        double long2 = square(b.x() - a.x(), b.y() - a.y());
        double aside2 = square(middle.x() - (a.x() + b.x()) / 2, middle.y() - (a.y() + b.y()) / 2);
        if (aside2 > long2 * BENT * BENT)
            throw new Refused(
                    "A side can be bent by half of its length at most; cut the surface to an outline for more.");
    }

    private static double square(double x, double y) {
        return x * x + y * y;
    }

    private static boolean convex(List<Place> corners) {
        double area = 0;
        int turns = 0;
        for (int i = 0; i < 4; i++) {
            Place a = corners.get(i);
            Place b = corners.get((i + 1) % 4);
            Place c = corners.get((i + 2) % 4);
            double cross = (b.x() - a.x()) * (c.y() - b.y()) - (b.y() - a.y()) * (c.x() - b.x());
            if (Math.abs(cross) < LEAST) return false;
            turns += cross > 0 ? 1 : -1;
            area += a.x() * b.y() - b.x() * a.y();
        }
        return Math.abs(turns) == 4 && Math.abs(area) / 2 > LEAST;
    }
}
