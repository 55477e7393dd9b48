package gloaming.play;

/**
 * What goes on while nobody sees a picture: every step that gives something else or tells it to others, and all that these are made from.
 */
final class Unseen {
    private Unseen() {}

    /** Marks the steps of a lane that go on, and those of other lanes that they read. */
    static void mark(LaneRun lane) {
        for (int i = 0; i < lane.steps.size(); i++) {
            StepRun step = lane.steps.get(i);
            if (step.description.outward() || !step.description.gives().mixes()) upTo(lane, i);
        }
    }

    private static void upTo(LaneRun lane, int last) {
        for (int i = last; i >= 0; i--) {
            StepRun step = lane.steps.get(i);
            // What is marked has had everything before it marked.
            if (step.goesOn) return;
            step.goesOn = true;
            for (Source source : step.sources) {
                LaneRun from = source.lane;
                if (source.behind != null) upTo(from, from.steps.indexOf(source.behind));
                else if (from != null) upTo(from, from.steps.size() - 1);
            }
        }
    }
}
