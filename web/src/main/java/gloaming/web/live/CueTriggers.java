package gloaming.web.live;

import gloaming.show.Cue;
import gloaming.show.Start;
import java.util.Map;
import java.util.function.Consumer;

/**
 * What starts cues from outside: controls of the desk, lanes of the look that is on, and the fader that brings what comes next. Only the
 * conductor's thread uses it.
 */
final class CueTriggers {
    /** What they ask for. */
    interface Acts {
        /** What the next cue waits for has come: a control, or a lane that has risen. */
        void pressed(String control);

        void go();

        void back();

        void photograph();

        void cross(double to);
    }

    /** Controls that start whatever cue comes next, from any program that speaks OSC or MIDI show control. */
    private static final Map<String, Consumer<Acts>> COMMON = Map.of(
            "osc /gloaming/go", Acts::go,
            "osc /gloaming/back", Acts::back,
            "msc go", Acts::go,
            "osc /gloaming/photograph", Acts::photograph);

    private final House house;
    private final Presses presses;
    private final LaneWatch lanes = new LaneWatch();
    private final HandFader hand;

    CueTriggers(House house, HandFader hand) {
        this.house = house;
        this.hand = hand;
        presses = new Presses(house.inbox());
    }

    /** What was pressed before is of another time. */
    void forget() {
        presses.forget();
    }

    /** Asks for what has come since this was done last. */
    void look(Cue next, Acts acts) {
        if (next != null
                && next.start().by() == Start.By.CONTROL
                && presses.of(next.start().control())) acts.pressed(next.start().control());
        if (lanes.rose(house.player(), next)) acts.pressed(next.start().control());
        COMMON.forEach((control, act) -> {
            if (presses.of(control)) act.accept(acts);
        });
        double by = hand.moved();
        if (!Double.isNaN(by)) acts.cross(by);
    }
}
