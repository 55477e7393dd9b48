package gloaming.play;

import gloaming.flow.Flow;
import gloaming.flow.Kind;

/** A further input, resolved: the end of a lane, what left a step of it or came beside, or the lane's frame before. */
final class Source {
    final String name;
    final LaneRun lane;
    final StepRun behind;
    /** Which result beside the step, or null where it is what leaves it. */
    final String beside;

    final boolean before;
    /** What stood for what was read, where that was of another kind than the step wants. */
    private Flow stood;

    Source(String name, LaneRun lane, StepRun behind, String beside, boolean before) {
        this.name = name;
        this.lane = lane;
        this.behind = behind;
        this.beside = beside;
        this.before = before;
    }

    /** What is read now, as one of a kind; null where there is nothing. */
    Flow read(Kind wanted) {
        Flow flow = before ? lane.before : lane.end;
        if (behind != null) flow = beside == null ? behind.held : behind.given.get(beside);
        if (flow == null || wanted == null) return flow;
        Kind is = Kind.of(flow.getClass());
        if (wanted == is || !wanted.accepts(is)) return flow;
        stood = wanted.accept(flow, stood);
        return stood;
    }
}
