package gloaming.show;

import com.fasterxml.jackson.annotation.JsonInclude;
import gloaming.look.Limits;
import gloaming.look.Refused;
import gloaming.venue.Venue;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;

/**
 * One entry of the run sheet: what changes, how, and what starts it.
 *
 * @param id like {@code c1}; given once
 * @param name of the section that begins with it, or empty: then it is called as its look is
 * @param note to oneself
 * @param mark which of the marks tells it from others at a glance, 0 to {@value #MARKS} - 1; each is a colour and a pattern
 * @param look the look that it brings, or empty where the one before stays
 * @param snapshot of the look, or empty
 * @param anew whether the look begins from its beginning then, and not as it runs
 * @param light of the output from then on, 0 to 1; null leaves it
 * @param tempo beats a minute by hand from then on; null leaves it
 * @param sound what is heard from then on; null leaves it
 * @param change how the look comes
 * @param start what starts it
 * @param length seconds that its section is expected to last; 0 is not known
 * @param height how much happens in it, 0 to 1: the height of the tide line
 * @param skipped whether it is passed over
 * @param then the cue that comes after it; empty is the following one
 * @param ways other cues that may come after it, each with a key
 * @param settings of the look that is there with it, and what they are then; after the snapshot
 * @param venue that all is shown in from then on, {@link Venue#NONE} for none; empty leaves it
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record Cue(
        String id,
        String name,
        String note,
        int mark,
        String look,
        String snapshot,
        boolean anew,
        Double light,
        Double tempo,
        Hears sound,
        Transition change,
        Start start,
        double length,
        double height,
        boolean skipped,
        String then,
        List<Way> ways,
        List<CueSetting> settings,
        String venue) {
    /** Settings that a cue sets, at most. */
    public static final int SETTINGS = 32;

    public static final int MARKS = 8;
    /** Ways on from a cue, at most. */
    public static final int WAYS = 8;

    private static final int NOTE = 400;
    private static final double LONGEST = 86_400;
    private static final Pattern ID = Pattern.compile("[a-z0-9-]{1,40}");

    /** What is heard: a medium by its ref, {@code band} or {@code silence}, from so many seconds of it on. */
    public record Hears(String medium, double from) {
        public Hears {
            if (medium == null || medium.isBlank() || medium.length() > NOTE)
                throw new Refused("That is no sound of this show.");
            if (!(from >= 0 && from <= LONGEST)) throw new Refused("A place in the sound goes from 0:00 on.");
        }
    }

    /** Another way on: to a cue, and when one takes it. */
    public record Way(String to, String when) {
        public Way {
            to = given(to);
            when = text("What is said of a way on", when, NOTE);
        }
    }

    public Cue {
        id = given(id);
        name = text("A cue's name", name, Limits.NAME);
        note = text("A cue's note", note, NOTE);
        if (mark < 0 || mark >= MARKS) throw new Refused("There are " + MARKS + " marks.");
        look = text("A look", look, NOTE);
        snapshot = text("A snapshot", snapshot, NOTE);
        if (light != null && !(light >= 0 && light <= 1)) throw new Refused("Light goes from 0 to 100.");
        if (tempo != null && !(tempo >= Limits.MIN_TEMPO && tempo <= Limits.MAX_TEMPO))
            throw new Refused("A tempo goes from " + (int) Limits.MIN_TEMPO + " to " + (int) Limits.MAX_TEMPO + ".");
        change = change == null ? Transition.CUT : change;
        start = start == null ? Start.KEY : start;
        if (!(length >= 0 && length <= LONGEST)) throw new Refused("A section lasts 24 hours at most.");
        if (!(height >= 0 && height <= 1)) throw new Refused("The height of the tide line goes from 0 to 100.");
        then = then == null || then.isEmpty() ? "" : given(then);
        ways = ways == null ? List.of() : List.copyOf(ways);
        if (ways.size() > WAYS) throw new Refused("A cue has " + WAYS + " other ways on at most.");
        settings = settings == null ? List.of() : List.copyOf(settings);
        if (settings.size() > SETTINGS)
            throw new Refused("A cue sets " + SETTINGS + " settings at most; a snapshot has more.");
        venue = venue == null || venue.isEmpty() ? "" : given(venue);
    }

    /** A cue that brings a look, with all else as it is. */
    public static Cue of(String id, String look) {
        return new Cue(
                id,
                "",
                "",
                0,
                look,
                "",
                false,
                null,
                null,
                null,
                Transition.CUT,
                Start.KEY,
                0,
                0.5,
                false,
                "",
                List.of(),
                List.of(),
                "");
    }

    Cue withWays(String then, List<Way> ways) {
        return with(look, change, then, ways, settings, venue);
    }

    /** The same with another way of coming. */
    public Cue by(Transition change) {
        return with(look, change, then, ways, settings, venue);
    }

    /** The same that gives this to its setting, in place of what it gave it. */
    Cue giving(CueSetting to) {
        List<CueSetting> all = new ArrayList<>(settings);
        int place = 0;
        while (place < all.size() && !all.get(place).of(to)) place++;
        if (place < all.size()) all.set(place, to);
        else all.add(to);
        return setting(all);
    }

    /** The same, setting others. */
    public Cue setting(List<CueSetting> settings) {
        return with(look, change, then, ways, settings, venue);
    }

    Cue withLook(String look) {
        return with(look, change, then, ways, settings, venue);
    }

    /** The same in another venue. */
    public Cue in(String venue) {
        return with(look, change, then, ways, settings, venue);
    }

    private Cue with(
            String look, Transition change, String then, List<Way> ways, List<CueSetting> settings, String venue) {
        return new Cue(
                id, name, note, mark, look, snapshot, anew, light, tempo, sound, change, start, length, height, skipped,
                then, ways, settings, venue);
    }

    private static String given(String id) {
        if (id == null || !ID.matcher(id).matches())
            throw new Refused("A cue has the id '" + id + "'; ids are 1 to 40 of a-z, 0-9 and '-'.");
        return id;
    }

    private static String text(String what, String text, int most) {
        if (text == null) return "";
        if (text.length() > most) throw new Refused(what + " is over " + most + " characters long.");
        return text.strip();
    }
}
