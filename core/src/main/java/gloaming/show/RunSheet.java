package gloaming.show;

import gloaming.look.Refused;
import gloaming.venue.Venue;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.UnaryOperator;

/**
 * The cues of an evening in their order.
 *
 * @param safe the look for when all goes wrong, or empty
 * @param guard seconds within which a second start is taken for a slip of the hand, 0 to 10
 * @param bar beats of a bar, 1 to 32
 * @param calm whether the light is held within three flashes a second
 * @param camera whether sets have what the camera showed beside them
 * @param booth how photographs are taken
 * @param changes ways from one picture to the next that the artist has written
 * @param venues where it is shown
 * @param venue the one of them that it is shown in where no cue says another; empty is none
 */
public record RunSheet(
        List<Cue> cues,
        String safe,
        double guard,
        int bar,
        boolean calm,
        boolean camera,
        Booth booth,
        List<OwnChange> changes,
        List<Venue> venues,
        String venue) {
    public static final int MOST = 500;
    public static final RunSheet EMPTY = of(List.of(), "", 0.5);

    public RunSheet {
        cues = cues == null ? List.of() : List.copyOf(cues);
        safe = Objects.requireNonNullElse(safe, "");
        booth = Objects.requireNonNullElse(booth, Booth.PLAIN);
        changes = changes == null ? List.of() : List.copyOf(changes);
        if (changes.size() > OwnChange.MOST)
            throw new Refused("A run sheet has room for " + OwnChange.MOST + " changes of one's own.");
        venues = venues == null ? List.of() : List.copyOf(venues);
        venue = Objects.requireNonNullElse(venue, "");
        if (venues.size() > Venue.MOST) throw new Refused("A run sheet has room for " + Venue.MOST + " venues.");
        if (cues.size() > MOST) throw new Refused("A run sheet has room for " + MOST + " cues.");
        if (!(guard >= 0 && guard <= 10)) throw new Refused("The guard of the key goes from 0 to 10 seconds.");
        if (bar < 1 || bar > 32) throw new Refused("A bar has 1 to 32 beats.");
        Set<String> ids = new HashSet<>();
        for (Cue cue : cues) if (!ids.add(cue.id())) throw new Refused("Two cues have the id '" + cue.id() + "'.");
        ids.clear();
        for (OwnChange own : changes)
            if (!ids.add(own.id())) throw new Refused("Two changes have the id '" + own.id() + "'.");
        ids.clear();
        for (Venue one : venues)
            if (!ids.add(one.id())) throw new Refused("Two venues have the id '" + one.id() + "'.");
    }

    /** Cues with a bar of four beats, and all else as it is by itself. */
    public static RunSheet of(List<Cue> cues, String safe, double guard) {
        return new RunSheet(cues, safe, guard, 4, false, false, Booth.PLAIN, List.of(), List.of(), "");
    }

    /** One of its own changes, or null. */
    public OwnChange change(String id) {
        for (OwnChange own : changes) if (own.id().equals(id)) return own;
        return null;
    }

    /** One of its venues, or null. */
    public Venue venue(String id) {
        for (Venue one : venues) if (one.id().equals(id)) return one;
        return null;
    }

    /** Where a cue is shown: what it says, or the last before it that says it, or the sheet; null is nowhere else than on the output. */
    public Venue venueAt(String id) {
        for (int i = id == null ? -1 : place(id); i >= 0; i--)
            if (!cues.get(i).venue().isEmpty()) return venue(cues.get(i).venue());
        return venue(venue);
    }

    /** The cue of an id, or null. */
    public Cue find(String id) {
        for (Cue cue : cues) if (cue.id().equals(id)) return cue;
        return null;
    }

    /** Its place from 0, or -1. */
    public int place(String id) {
        for (int i = 0; i < cues.size(); i++) if (cues.get(i).id().equals(id)) return i;
        return -1;
    }

    /** What comes after a cue, or first where that is null; null at the end. */
    public Cue after(String id) {
        Cue from = id == null ? null : find(id);
        Cue to = from == null || from.then().isEmpty() ? null : find(from.then());
        if (to != null) return to;
        for (int i = from == null ? 0 : place(id) + 1; i < cues.size(); i++)
            if (!cues.get(i).skipped()) return cues.get(i);
        return null;
    }

    /** The look that is there with a cue: its own, or that of the last before it that brings one; empty where none does. */
    public String lookAt(String id) {
        for (int i = place(id); i >= 0; i--)
            if (!cues.get(i).look().isEmpty()) return cues.get(i).look();
        return "";
    }

    /** An id that no cue has. */
    public String freshId() {
        int most = 0;
        for (Cue cue : cues)
            if (cue.id().matches("c[0-9]{1,8}"))
                most = Math.max(most, Integer.parseInt(cue.id().substring(1)));
        return "c" + (most + 1);
    }

    /** The sheet after an edit; {@link Refused} where it cannot be. */
    public RunSheet apply(SheetEdit edit) {
        return switch (edit) {
            case SheetEdit.Add add -> {
                List<Cue> all = new ArrayList<>(cues);
                all.add(Math.clamp(add.place(), 0, all.size()), add.cue());
                yield with(all);
            }
            case SheetEdit.Put put -> {
                there(put.cue().id());
                yield mapped(cue -> !cue.id().equals(put.cue().id())
                        ? cue
                        : put.was() == null ? put.cue() : Merged.of(cue, put.was(), put.cue()));
            }
            case SheetEdit.Course course -> {
                there(course.cue());
                yield mapped(cue -> cue.id().equals(course.cue()) ? cue.giving(CueSetting.of(course)) : cue);
            }
            case SheetEdit.Move move -> {
                List<Cue> all = new ArrayList<>(cues);
                Cue moved = all.remove(there(move.cue()));
                all.add(Math.clamp(move.place(), 0, all.size()), moved);
                yield with(all);
            }
            case SheetEdit.Remove remove -> {
                List<Cue> all = new ArrayList<>(cues);
                all.remove(there(remove.cue()));
                yield with(all).mapped(cue -> without(cue, remove.cue()));
            }
            case SheetEdit.Set given -> {
                SheetEdit.Set is = new SheetEdit.Set(safe, guard, bar, calm, camera, booth);
                SheetEdit.Set set = given.was() == null ? given : Merged.of(is, given.was(), given);
                yield new RunSheet(
                        cues,
                        set.safe(),
                        set.guard(),
                        set.bar(),
                        set.calm(),
                        set.camera(),
                        set.booth(),
                        changes,
                        venues,
                        venue);
            }
            case SheetEdit.PutChange put -> {
                List<OwnChange> all = new ArrayList<>(changes);
                int place = all.indexOf(change(put.change().id()));
                if (place < 0) all.add(put.change());
                else all.set(place, put.change());
                yield withChanges(all);
            }
            case SheetEdit.RemoveChange gone -> {
                OwnChange own = change(gone.change());
                if (own == null) throw new Refused("That change is not on the run sheet any more.");
                // What went by it fades.
                yield withChanges(changes.stream().filter(c -> c != own).toList())
                        .mapped(cue -> cue.change().own().equals(own.id())
                                ? cue.by(cue.change().withoutOwn())
                                : cue);
            }
            case SheetEdit.PutVenue put -> {
                List<Venue> all = new ArrayList<>(venues);
                Venue is = venue(put.venue().id());
                if (is == null) all.add(put.venue());
                else all.set(all.indexOf(is), put.over(is));
                // The first one is there to be used.
                yield withVenues(all, venues.isEmpty() ? put.venue().id() : venue);
            }
            case SheetEdit.UseVenue use -> {
                if (!use.venue().isEmpty() && venue(use.venue()) == null)
                    throw new Refused("That venue is not there any more.");
                yield withVenues(venues, use.venue());
            }
            case SheetEdit.RemoveVenue gone -> {
                Venue one = venue(gone.venue());
                if (one == null) throw new Refused("That venue is not there any more.");
                List<Venue> rest = venues.stream().filter(v -> v != one).toList();
                yield withVenues(rest, venue.equals(one.id()) ? "" : venue)
                        .mapped(cue -> cue.venue().equals(one.id()) ? cue.in("") : cue);
            }
        };
    }

    /** The same where looks are called otherwise; one that is not in the map stays. */
    public RunSheet called(Map<String, String> looks) {
        List<Cue> all = new ArrayList<>();
        for (Cue cue : cues) all.add(cue.withLook(looks.getOrDefault(cue.look(), cue.look())));
        return new RunSheet(
                all, looks.getOrDefault(safe, safe), guard, bar, calm, camera, booth, changes, venues, venue);
    }

    private static Cue without(Cue cue, String gone) {
        List<Cue.Way> ways =
                cue.ways().stream().filter(way -> !way.to().equals(gone)).toList();
        return cue.withWays(cue.then().equals(gone) ? "" : cue.then(), ways);
    }

    private int there(String id) {
        int place = place(id);
        if (place < 0) throw new Refused("That cue is not on the run sheet any more.");
        return place;
    }

    private RunSheet with(List<Cue> all) {
        return new RunSheet(all, safe, guard, bar, calm, camera, booth, changes, venues, venue);
    }

    private RunSheet withChanges(List<OwnChange> all) {
        return new RunSheet(cues, safe, guard, bar, calm, camera, booth, all, venues, venue);
    }

    private RunSheet withVenues(List<Venue> all, String venue) {
        return new RunSheet(cues, safe, guard, bar, calm, camera, booth, changes, all, venue);
    }

    private RunSheet mapped(UnaryOperator<Cue> each) {
        return with(cues.stream().map(each).toList());
    }
}
