package gloaming.web.live;

import gloaming.desk.Control;
import gloaming.look.Refused;
import gloaming.play.Crossing;
import gloaming.show.Cue;
import gloaming.show.RunSheet;
import java.util.function.Supplier;

/** Brings what comes next over what is on by hand, from a page or a fader. Only the conductor's thread uses it. */
final class HandFader {
    private static final String FADER = "osc /gloaming/cross";

    private final House house;
    /** How many values had come from the fader. */
    private long came;
    /** Whether it stands where it brought a cue, and has not come home since: it would bring the next one at once. */
    private boolean spent;

    HandFader(House house) {
        this.house = house;
    }

    /** Where the fader has gone since this was asked last, 0 to 1, or not a number. */
    double moved() {
        Control fader = house.inbox().find(FADER);
        if (fader == null || fader.count() == came) return Double.NaN;
        came = fader.count();
        return Math.clamp(fader.value(), 0.0, 1.0);
    }

    /**
     * Brings a cue so far; true where it is all the way there, and begins. {@link Refused} where it cannot come so.
     *
     * @param by how it comes
     */
    boolean bring(Cue next, RunSheet sheet, double to, Supplier<Crossing> by) {
        if (!(to >= 0 && to <= 1)) throw new Refused("It goes from 0 to 1.");
        if (to == 0) spent = false;
        if (spent) return false;
        String look = next == null ? "" : sheet.lookAt(next.id());
        boolean stays = house.onAir() != null && house.onAir().id.equals(look);
        if (to > 0 && next == null) throw new Refused("The run sheet is at its end.");
        if (to > 0 && stays)
            throw new Refused("The next cue stays with its look; nothing can be brought over it by hand.");
        if (next == null || stays) return false;
        house.byHand(look, to, by);
        spent = to == 1;
        return spent;
    }
}
