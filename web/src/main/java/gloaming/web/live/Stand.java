package gloaming.web.live;

import gloaming.show.Moment;
import gloaming.show.Run;
import gloaming.show.RunSheet;
import gloaming.web.store.OpenLook;
import java.util.Map;

/**
 * Where the evening is, for anybody to read.
 *
 * @param number grows when something happens
 * @param onAir what is on air then, or null; told together with the cue, so that nobody sees a cue beside the look before it
 * @param at the moment of which this is
 * @param ready whether what comes next can come at once
 * @param untried how many looks of the evening have not been gone through in advance yet
 * @param says what could not be done last, or empty
 * @param began the time of day at which the first cue began, or empty
 * @param times when each cue began or is expected, as people say it
 */
record Stand(
        long number,
        String show,
        RunSheet sheet,
        Run run,
        OpenLook onAir,
        Moment at,
        boolean ready,
        int untried,
        String says,
        String began,
        Map<String, String> times) {
    private static final String OTHER =
            "The evening of another show is being played; the first cue of this one ends it.";
    static final Stand NOTHING = new Stand(0, null, RunSheet.EMPTY, Run.BEFORE, null, null, false, 0, "", "", Map.of());

    /** That of a show whose evening waits for the end of another. */
    static Stand waiting(String show, RunSheet sheet, OpenLook onAir) {
        return new Stand(-2, show, sheet, Run.BEFORE, onAir, null, false, 0, OTHER, "", Map.of());
    }
}
