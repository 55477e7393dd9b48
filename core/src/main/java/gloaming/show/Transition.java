package gloaming.show;

import com.fasterxml.jackson.annotation.JsonValue;
import gloaming.look.Refused;
import gloaming.look.Snapshots;
import java.util.Locale;

/**
 * How one section comes after another. Where the look stays, its settings glide.
 *
 * @param over how long it takes; a cut takes no time
 * @param curve how it goes along that time
 * @param picture for {@link Way#ALONG}, the medium whose dark places change first; else empty
 * @param soft for {@link Way#ALONG}, the part of the way on which one place changes, 0.01 to 1
 * @param own for {@link Way#OWN}, the id of one of the sheet's changes; else empty
 */
public record Transition(Way way, Span over, Snapshots.Way curve, String picture, double soft, String own) {
    public static final Transition CUT = new Transition(Way.CUT, Span.NONE, Snapshots.Way.SOFT, "", 0.2, "");
    private static final int REF = 200;

    /** Ways from one picture to the next. */
    public enum Way {
        CUT,
        /** Both are mixed, as two lamps on one wall would. */
        FADE,
        /** The one goes out, then the other comes. */
        BLACK,
        /** Where a picture is dark first, where it is light last. */
        ALONG,
        /** As a shader of the artist's own mixes them. */
        OWN;

        @JsonValue
        public String id() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    public Transition {
        way = way == null ? Way.CUT : way;
        over = over == null ? Span.NONE : over;
        curve = curve == null ? Snapshots.Way.SOFT : curve;
        picture = picture == null ? "" : picture;
        if (picture.length() > REF) throw new Refused("That is no picture of this show.");
        own = own == null ? "" : own;
        if (own.length() > REF) throw new Refused("That is no change of this run sheet.");
        soft = soft == 0 ? 0.2 : soft;
        if (!(soft >= 0.01 && soft <= 1)) throw new Refused("The softness of a change goes from 0.01 to 1.");
    }

    Transition withoutOwn() {
        return new Transition(way == Way.OWN ? Way.FADE : way, over, curve, picture, soft, "");
    }

    /** How long it takes in seconds. */
    public double seconds(double tempo, int bar) {
        return way == Way.CUT ? 0 : over.seconds(tempo, bar);
    }
}
