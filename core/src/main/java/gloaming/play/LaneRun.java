package gloaming.play;

import gloaming.flow.Flow;
import gloaming.flow.Picture;
import gloaming.flow.Rising;
import gloaming.look.Lane;
import java.util.ArrayList;
import java.util.List;

/** One lane with its clock. */
final class LaneRun {
    final Lane lane;
    final List<StepRun> steps = new ArrayList<>();
    /** The lane's own time; not a number until its first frame. */
    double time = Double.NaN;

    double dt;
    /** Seconds that its time goes on by without {@link #dt}, as no frame was made in them. */
    double halt;
    /** Seconds that it is ahead by its clock, which are in its time already. */
    double shift;
    /** The lane's own time in beats, and the show's at the frame before. */
    double beat;

    double showBeat;
    /** Whether its beat is the show's and not one of its own. */
    boolean inStep = true;

    /** Whether it runs on the show's time whatever the look's clock does, because that depends on it. */
    boolean ahead;

    LaneRun push;
    LaneRun restart;
    Rising restarts = new Rising();
    boolean needed;
    /** What it gave in the last frame, or not a number where that is no signal. */
    double number = Double.NaN;

    boolean remembered;
    /** Whether a step of it does something beyond the look. */
    boolean outward;
    /** Whether somebody but one layer of the mix needs its whole end. */
    boolean shared;

    final Pass pass = new Pass();
    Flow end;
    Picture before;

    LaneRun(Lane lane) {
        this.lane = lane;
    }
}
