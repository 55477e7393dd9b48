package gloaming.inside;

import gloaming.play.Within;
import gloaming.step.Frame;
import java.util.ArrayList;
import java.util.List;

/**
 * The looks that play within one look, so that those which show the same in step are worked out once.
 *
 * <p>A step comes to one that plays already, when it begins. Once it goes another way, or sets something on the strip, it goes on alone.
 */
final class Guests {
    private final List<Guest> all = new ArrayList<>();

    /** The one that a step which begins plays with. */
    Guest join(Guest.Showing showing, Object[] set, Frame frame) {
        all.removeIf(guest -> guest.rests(frame));
        for (Guest guest : all) {
            if (guest.takes(showing, set, frame)) return guest;
        }
        Guest guest = alone(frame);
        all.add(guest);
        return guest;
    }

    /** One of a step's own. */
    static Guest alone(Frame frame) {
        return new Guest(Within.player(frame));
    }
}
