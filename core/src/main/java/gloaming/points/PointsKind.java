package gloaming.points;

import gloaming.flow.Attribute;
import gloaming.flow.Canvas;
import gloaming.flow.Column;
import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Noted;
import gloaming.flow.PicturePool;
import gloaming.flow.Points;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.Stream;

/** What the program asks about points. */
public final class PointsKind extends Kind {
    @Override
    public Class<? extends Flow> type() {
        return Points.class;
    }

    @Override
    public String id() {
        return "points";
    }

    @Override
    public String one() {
        return "points";
    }

    @Override
    protected int order() {
        return 3;
    }

    @Override
    public Rail rail() {
        return new Rail(
                "M1 10a2 2 0 1 0 4 0 2 2 0 1 0-4 0M8 10a2 2 0 1 0 4 0 2 2 0 1 0-4 0"
                        + "M15 10a2 2 0 1 0 4 0 2 2 0 1 0-4 0M22 10a2 2 0 1 0 4 0 2 2 0 1 0-4 0",
                true,
                0);
    }

    @Override
    public String unmixed() {
        return "ends in points, so the mix shows nothing of it; add Draw dots.";
    }

    @Override
    public boolean cheap() {
        return true;
    }

    @Override
    public String drawnBy() {
        return "draw-dots";
    }

    @Override
    public String counts() {
        return "pts";
    }

    @Override
    public void note(Flow flow, Noted into) {
        into.count = ((Points) flow).n();
    }

    /** A layout, also where the points are loose: what forces write behind it is theirs. */
    @Override
    public Flow copy(Flow flow, Flow last, PicturePool pool) {
        Points copy = last instanceof Points points ? points : new Points();
        return copy.copyFrom((Points) flow).loose(false);
    }

    @Override
    public void preview(Flow flow, Canvas canvas) {
        Sketch.points((Points) flow, canvas);
    }

    @Override
    public Points points(Flow flow) {
        return (Points) flow;
    }

    @Override
    public Flow sample(int width, int height, long seed) {
        Points points = new Points().n(50);
        SplittableRandom places = new SplittableRandom(9 + seed);
        for (Attribute a : List.of(Attribute.X, Attribute.Y)) {
            Column column = points.column(a).length(50);
            for (int i = 0; i < 50; i++) column.values[i] = (float) places.nextDouble() * 2 - 1;
        }
        return points;
    }

    @Override
    public Flow spoilt(int width, int height) {
        Points points = (Points) sample(width, height, 0);
        points.column(Attribute.X).copyFrom(Column.of(Float.NaN, 0.1f, Float.POSITIVE_INFINITY));
        return points;
    }

    @Override
    public boolean finite(Flow flow) {
        Points points = (Points) flow;
        for (Attribute a : Attribute.values()) {
            for (int i = 0; i < points.n(); i++) if (!Float.isFinite(points.at(a, i))) return false;
        }
        return true;
    }

    @Override
    public Stream<Float> probe(Flow flow) {
        Points points = (Points) flow;
        return Stream.of(Attribute.X, Attribute.Y, Attribute.SIZE)
                .map(a -> points.n() == 0 ? -1f : points.at(a, points.n() / 2));
    }
}
