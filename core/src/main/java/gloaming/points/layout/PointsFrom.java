package gloaming.points.layout;

import gloaming.flow.Nothing;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** The points of another lane, in this frame: from its end or from behind any of its steps. */
@Id("points-from")
@StepInfo(
        name = "Points from a lane",
        does = "Goes on from the points of another lane, at its end or behind one of its steps.",
        find = "branch split tap another lane same points twice fork share reuse dots and links together",
        notice = "It begins with the points of another lane.")
@Read(name = "from", kind = Points.class, says = "A lane, or what leaves any of its steps.")
public record PointsFrom() implements Operation<Nothing, Points, Points> {

    @Override
    public Points memory() {
        return new Points();
    }

    @Override
    public Points run(Nothing in, Points own, Frame frame) {
        Points from = frame.read("from", Points.class);
        return from == null ? own.plain().n(0) : own.share(from).loose(false);
    }
}
