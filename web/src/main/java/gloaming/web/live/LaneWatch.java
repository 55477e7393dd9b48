package gloaming.web.live;

import gloaming.play.LivePlayer;
import gloaming.show.Cue;
import gloaming.show.Start;

/** Whether a lane for which the next cue waits has risen over a half since that cue is the next. Only the conductor's thread uses it. */
final class LaneWatch {
    private static final double HALF = 0.5;

    private LivePlayer player;
    private String cue = "";
    /** Whether it was below since: what was high before is no rise. */
    private boolean low;

    /** Looks at the lane of the look that is on. */
    boolean rose(LivePlayer on, Cue next) {
        boolean waits = next != null
                && next.start().by() == Start.By.SIGNAL
                && !next.start().control().isEmpty();
        String lane = waits ? next.start().control() : null;
        if (player != null && player != on) player.readings().heed(null);
        player = on;
        on.readings().heed(lane);
        if (!waits) {
            cue = "";
            return false;
        }
        if (!next.id().equals(cue)) {
            cue = next.id();
            low = false;
        }
        double is = on.readings().heeded();
        boolean rises = low && is >= HALF;
        if (is < HALF) low = true;
        else if (rises) low = false;
        return rises;
    }
}
