package gloaming.points;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Says;

/** The same acceleration for every point: gravity, wind, lift. */
@Says(
        name = "Wind",
        does = "Pushes all points the same way: wind, gravity, lift.",
        find = "gravity force fall rise push accelerate weight")
public record Wind(
        @Range(min = -8, max = 8, initial = 0, unit = "units/s²", says = "Push to the right.")
        double across,

        @Range(min = -8, max = 8, initial = -0.5, unit = "units/s²", says = "Push upward; below 0 things fall.")
        double up)
        implements Operation<Points, Points, Motion> {

    @Override
    public Motion memory() {
        return new Motion();
    }

    @Override
    public Points run(Points in, Motion motion, Frame frame) {
        Points points = motion.loose(in, frame);
        float[] x = points.column(Attribute.X).values;
        float[] y = points.column(Attribute.Y).values;
        float[] vx = points.column(Attribute.VX).values;
        float[] vy = points.column(Attribute.VY).values;
        float dt = (float) frame.dt();
        float ax = (float) across * dt;
        float ay = (float) up * dt;
        // The next frame moves the point by all of the new velocity; taking half the push back keeps the parabola exact
        // at
        // any frame rate.
        float hx = -0.5f * ax * dt;
        float hy = -0.5f * ay * dt;
        frame.crew().each(points.n(), Motion.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                vx[i] += ax;
                vy[i] += ay;
                x[i] += hx;
                y[i] += hy;
            }
        });
        return points;
    }
}
