package gloaming.show;

import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.annotation.JsonTypeName;
import gloaming.curve.Key;
import gloaming.look.Refused;
import gloaming.venue.Surface;
import gloaming.venue.Venue;
import java.util.ArrayList;
import java.util.List;

/** A change of a run sheet. */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "edit")
public sealed interface SheetEdit {
    /** A new cue at a place from 0. */
    @JsonTypeName("add")
    record Add(Cue cue, int place) implements SheetEdit {
        public Add {
            there(cue);
        }
    }

    /**
     * A cue as it is to be from now on.
     *
     * @param was as whoever changed it saw it: what others have changed since stays; null takes the cue as it is
     */
    @JsonTypeName("put")
    record Put(Cue cue, Cue was) implements SheetEdit {
        public Put {
            there(cue);
        }

        public Put(Cue cue) {
            this(cue, null);
        }
    }

    /** A curve through keys that a cue gives to a setting of the look from now on, in place of what it gave it. */
    @JsonTypeName("course")
    record Course(String cue, String step, String setting, List<Key> keys) implements SheetEdit {
        public Course {
            if (keys == null) throw new Refused("A curve needs a key at least.");
        }
    }

    @JsonTypeName("move")
    record Move(String cue, int place) implements SheetEdit {}

    @JsonTypeName("remove")
    record Remove(String cue) implements SheetEdit {}

    /**
     * What is said of the evening as a whole.
     *
     * @param was as whoever changed it saw it: what others have changed since stays; null takes it as it is
     */
    @JsonTypeName("set")
    record Set(String safe, double guard, int bar, boolean calm, boolean camera, Booth booth, Set was)
            implements SheetEdit {
        public Set(String safe, double guard, int bar, boolean calm, boolean camera, Booth booth) {
            this(safe, guard, bar, calm, camera, booth, null);
        }
    }

    /** A change of the artist's own, new or as it is to be from now on. */
    @JsonTypeName("put-change")
    record PutChange(OwnChange change) implements SheetEdit {
        public PutChange {
            if (change == null) throw new Refused("Which change that is about is missing.");
        }
    }

    @JsonTypeName("remove-change")
    record RemoveChange(String change) implements SheetEdit {}

    /**
     * A venue, new or as it is to be from now on.
     *
     * @param was as whoever changed it saw it: what others have changed since stays; null takes it as it is
     */
    @JsonTypeName("put-venue")
    record PutVenue(Venue venue, Venue was) implements SheetEdit {
        public PutVenue {
            if (venue == null) throw new Refused("Which venue that is about is missing.");
        }

        /** What becomes of a venue as it is now: what was changed of it, each surface by itself. */
        Venue over(Venue is) {
            if (was == null) return venue;
            List<Surface> surfaces = new ArrayList<>();
            boolean same = ids(was).equals(ids(venue));
            for (Surface one : (same ? is : venue).surfaces()) {
                Surface now = is.surface(one.id());
                Surface saw = was.surface(one.id());
                Surface made = venue.surface(one.id());
                if (now != null && saw != null && made != null) surfaces.add(Merged.of(now, saw, made));
                // What somebody took off meanwhile stays off, unless it was changed here.
                else if (now != null || saw == null || !saw.equals(made)) surfaces.add(one);
            }
            // What others have put there meanwhile.
            for (Surface one : is.surfaces())
                if (!same && was.surface(one.id()) == null && venue.surface(one.id()) == null) surfaces.add(one);
            return Merged.of(is, was, venue).with(surfaces);
        }

        private static List<String> ids(Venue venue) {
            return venue.surfaces().stream().map(Surface::id).toList();
        }
    }

    /** The venue that it is shown in where no cue says another; empty is none. */
    @JsonTypeName("use-venue")
    record UseVenue(String venue) implements SheetEdit {
        public UseVenue {
            venue = venue == null ? "" : venue;
        }
    }

    @JsonTypeName("remove-venue")
    record RemoveVenue(String venue) implements SheetEdit {}

    private static void there(Cue cue) {
        if (cue == null) throw new Refused("Which cue that is about is missing.");
    }
}
