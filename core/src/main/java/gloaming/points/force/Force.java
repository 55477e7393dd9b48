package gloaming.points.force;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.step.Frame;
import gloaming.step.Operation;

/**
 * A step that moves points over time. This holds what all forces have in common: a layout is let go by the first of them, nothing
 * moves while no time passes, and a point that is new in a frame is moved for its own age.
 *
 * @param <M> what it remembers; {@link ForceMemory} itself where that is nothing of its own
 */
public interface Force<M extends ForceMemory> extends Operation<Points, Points, M> {

    /**
     * Moves the points of a frame, at least one of them: writes into velocities or places, and nothing else. {@code dt} is in seconds,
     * above 0; how much of it a point gets is for {@link #push} and {@link #lived} to say.
     */
    void move(Points points, M memory, Frame frame, float dt);

    @Override
    default Points run(Points in, M memory, Frame frame) {
        // Also while nothing moves, so that the memory is as it would be.
        Points points = memory.loose(in, frame);
        float dt = (float) frame.dt();
        if (dt > 0 && points.n() > 0) move(points, memory, frame, dt);
        return points;
    }

    /**
     * Seconds for which point {@code i} is pushed in this frame: a new one for its age and half a frame more, which is the start of a
     * leapfrog.
     */
    static float push(Points points, int i, float dt) {
        return i < points.young() ? dt : points.at(Attribute.AGE, i) + 0.5f * dt;
    }

    /** Seconds for which something carried point {@code i} along in this frame. */
    static float lived(Points points, int i, float dt) {
        return i < points.young() ? dt : points.at(Attribute.AGE, i);
    }
}
