package gloaming.play;

import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Signal;
import gloaming.look.Clock;
import gloaming.sound.BeatClock;

/** How the time and the beat of lanes go on: by the show's, a factor, and signals that push or restart them. */
final class LaneClocks {
    /** Seconds of a lane in a second of the show that a signal can push at most. */
    private static final double FASTEST = 64;

    private LaneClocks() {}

    /** Seconds of the look's time in this frame; the lanes its clock depends on have run. */
    static double lookTime(Plan plan, double dt) {
        if (plan.restart != null && plan.restarts.by(number(plan.restart.end))) {
            for (LaneRun lane : plan.lanes) if (!lane.ahead) restart(lane);
        }
        return dt * lookSpeed(plan);
    }

    /** Seconds of the look's time in one of the show's. */
    private static double lookSpeed(Plan plan) {
        return plan.look.clock().factor() * (plan.push == null ? 1 : pushed(plan.push));
    }

    /** Lets a lane's time go on by its clock: {@code dt} seconds of the look's time, or of the show's for what that depends on. */
    static void go(Plan plan, LaneRun lane, Moment moment, double dt, BeatClock beats) {
        Clock clock = lane.lane.clock();
        boolean asTheShow = clock.plain() && (lane.ahead || plan.look.clock().plain());
        double speed = clock.factor() * (lane.push == null ? 1 : pushed(lane.push));
        lane.dt = dt * speed;
        lane.halt = 0;
        // A lane that comes in the middle of the show is in step with the others, and with the sound; one that is
        // pushed begins.
        if (Double.isNaN(lane.time)) {
            boolean begins = lane.push != null || lane.restart != null || plan.push != null || plan.restart != null;
            double factor = clock.factor() * (lane.ahead ? 1 : plan.look.clock().factor());
            lane.time = begins ? 0 : moment.time() * factor;
            lane.beat = begins ? 0 : beats.beat() * factor;
            lane.showBeat = beats.beat();
            lane.inStep = asTheShow;
        } else if (moment.halt() > 0) {
            lane.halt = moment.halt() * speed * (lane.ahead ? 1 : lookSpeed(plan));
            lane.time += lane.halt;
        }
        double further = clock.ahead() - lane.shift;
        lane.shift = clock.ahead();
        // What adds time up goes on by a leap of one frame; backwards only what goes by the time itself can go.
        if (further > 0) lane.dt += further;
        if (further < 0) {
            lane.time += further;
            lane.beat += further * beats.tempo() / 60;
        }
        if (lane.restart != null && lane.restarts.by(number(lane.restart.end))) restart(lane);
        // A clock that was turned leaves the beat where it is.
        if (lane.inStep && !asTheShow) lane.beat = lane.showBeat;
        lane.inStep &= asTheShow;
        if (moment.dt() > 0) lane.beat += (beats.beat() - lane.showBeat) * lane.dt / moment.dt();
        lane.showBeat = beats.beat();
        if (lane.inStep) lane.beat = beats.beat();
        for (int i = 0; i < lane.steps.size(); i++) {
            StepRun step = lane.steps.get(i);
            if (step.own != null) step.own.go(lane, step.step.opened(), beats.tempo());
        }
    }

    /** The frame is over: time goes on, in a lane that nobody looks at too. */
    static void goOn(LaneRun lane) {
        lane.time += lane.dt;
        for (int i = 0; i < lane.steps.size(); i++) {
            OwnTime own = lane.steps.get(i).own;
            if (own != null) own.time += own.dt;
        }
    }

    /** Starts a lane anew: its time, its beat and all that its steps remember. */
    private static void restart(LaneRun lane) {
        lane.time = 0;
        lane.beat = 0;
        lane.shift = 0;
        lane.inStep = false;
        for (StepRun step : lane.steps) {
            step.fresh = true;
            if (step.own != null) step.own.restart();
        }
    }

    /** What a setting gets that follows this. */
    static double number(Flow flow) {
        Signal signal = Kind.signalOf(flow);
        return signal == null ? 0 : signal.value();
    }

    /** How many times as fast a signal pushes: never backwards, and no more than a frame can bear. */
    private static double pushed(LaneRun lane) {
        return Math.clamp(number(lane.end), 0.0, FASTEST);
    }
}
