package gloaming.shape.change;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Bending;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** Pushes places away from the points of another lane that are near, or draws them to them. */
@Id("push-by-points")
@StepInfo(
        name = "Push by points",
        does = "Pushes a shape away from points that come near, or draws it to them.",
        find = "shape magnet attract repel dent bulge deform modifier near influence touch poke",
        notice = "Near the points the surface comes out.",
        example = "ball > * points=(sphere count=12 radius=0.7) reach=0.3")
@Read(name = "points", kind = Points.class, says = "The points that push; the first 512 of them.")
public record PushByPoints(
        @Id("amount")
        @Range(min = -5, max = 5, initial = 0.2, unit = "units", says = "How far at a point itself; below 0 it draws.")
        double amount,

        @Id("reach")
        @Range(min = 0.01, max = 20, initial = 0.6, unit = "units", byRatio = true, says = "How far a point reaches.")
        double reach)
        implements Bending {
    /** Points that push, at most. */
    private static final int MOST = 512;

    @Override
    public boolean idle() {
        return amount == 0;
    }

    @Override
    public long moment(Frame frame) {
        return frame.index();
    }

    @Override
    public float finest(Shape in) {
        return (float) (reach / 6);
    }

    @Override
    public Rule rule(Shape in, Frame frame) {
        Points points = frame.read("points", Points.class);
        int n = points == null ? 0 : Math.min(MOST, points.n());
        float far = (float) (reach * reach);
        return (p, corner) -> {
            float px = p[0];
            float py = p[1];
            float pz = p[2];
            for (int i = 0; i < n; i++) {
                float x = px - points.at(Attribute.X, i);
                float y = py - points.at(Attribute.Y, i);
                float z = pz - points.at(Attribute.Z, i);
                float square = x * x + y * y + z * z;
                if (!(square < far)) continue;
                // Smooth where it begins, and none where there is no way.
                float fade = 1 - square / far;
                float push = (float) (amount * fade * fade / Math.sqrt(square + 1e-4 * far));
                // What is drawn comes to the point and not beyond.
                push = Math.max(push, -1);
                p[0] += push * x;
                p[1] += push * y;
                p[2] += push * z;
            }
        };
    }
}
