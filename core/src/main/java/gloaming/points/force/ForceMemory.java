package gloaming.points.force;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.step.Frame;

/**
 * Lets a layout go: what every force remembers, and uses where it is the first in its lane.
 *
 * <p>Points that are already loose are moved on by the step that let them go, so a force only writes their velocity or
 * position. A layout is copied once and from then on kept and moved here. When its number of points changes, points that
 * are there already stay where they have drifted, and new ones start at their places.
 */
public class ForceMemory {
    private final Points own = new Points();
    private static final Attribute[] LOOKS = java.util.Arrays.stream(Attribute.values())
            .filter(a -> a.compareTo(Attribute.VZ) > 0)
            .toArray(Attribute[]::new);

    private static final Attribute[] PLACE = {Attribute.X, Attribute.Y, Attribute.Z};
    /** Where the layout had the points in the frame before. */
    private final float[][] laid = new float[3][0];

    private int had;
    private boolean started;
    private Points layout;

    /** The layout that is let go here, as it is in this frame; null where points come loose. */
    final Points layout() {
        return layout;
    }

    /** The points to write to: loose, with position and velocity as long as there are points. */
    final Points loose(Points in, Frame frame) {
        layout = in.loose() ? null : in;
        if (layout == null) return spread(in);
        int n = in.n();
        if (frame.edited()) carry(in, Math.min(n, had));
        if (n != had) {
            for (Attribute attribute : new Attribute[] {Attribute.X, Attribute.Y, Attribute.Z}) {
                float[] mine = own.column(attribute).length(Math.max(1, n)).values;
                for (int i = Math.min(had, n); i < n; i++) mine[i] = sound(in.at(attribute, i));
            }
            for (Attribute attribute : new Attribute[] {Attribute.VX, Attribute.VY, Attribute.VZ}) {
                float[] mine = own.column(attribute).length(Math.max(1, n)).values;
                for (int i = Math.min(had, n); i < n; i++) mine[i] = sound(in.at(attribute, i));
            }
            had = n;
        }
        for (int axis = 0; axis < 3; axis++) {
            if (laid[axis].length < n) laid[axis] = new float[n + n / 2];
            Column column = in.column(PLACE[axis]);
            for (int i = 0; i < n; i++) laid[axis][i] = column.at(i);
        }
        boolean moves = started;
        // While it is paused no step asks for what it keeps.
        if (frame.dt() > 0) own.sweep();
        own.n(n).loose(true).young(started ? Integer.MAX_VALUE : 0);
        started = true;
        for (Attribute look : LOOKS) own.column(look).copyFrom(in.column(look));
        for (int i = 0; i < in.named(); i++) own.put(in.name(i), in.named(i));
        // In its first frame everything is where it was laid out.
        if (moves) integrate(own, frame);
        else spread(own);
        return own;
    }

    /** The layout was edited: points go by as much as their places did, and keep how far they have drifted from them. */
    private void carry(Points in, int count) {
        for (int axis = 0; axis < 3; axis++) {
            float[] mine = own.column(PLACE[axis]).values;
            Column column = in.column(PLACE[axis]);
            for (int i = 0; i < count; i++) mine[i] = sound(mine[i] + column.at(i) - laid[axis][i]);
        }
    }

    /** Moves every point on by its velocity. */
    static void integrate(Points points, Frame frame) {
        float dt = (float) frame.dt();
        if (dt == 0) return;
        spread(points);
        float[] x = points.column(Attribute.X).values;
        float[] y = points.column(Attribute.Y).values;
        float[] z = points.column(Attribute.Z).values;
        float[] vx = points.column(Attribute.VX).values;
        float[] vy = points.column(Attribute.VY).values;
        float[] vz = points.column(Attribute.VZ).values;
        frame.crew().each(points.n(), Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                float ex = x[i] + vx[i] * dt;
                float ey = y[i] + vy[i] * dt;
                float ez = z[i] + vz[i] * dt;
                // What has become no number would stay so for ever, and draw others after it.
                boolean sound = Math.abs(ex) + Math.abs(ey) + Math.abs(ez) <= FARTHEST;
                x[i] = sound ? ex : 0;
                y[i] = sound ? ey : 0;
                z[i] = sound ? ez : 0;
                vx[i] = sound ? vx[i] : 0;
                vy[i] = sound ? vy[i] : 0;
                vz[i] = sound ? vz[i] : 0;
            }
        });
    }

    private static Points spread(Points points) {
        points.each(Attribute.X);
        points.each(Attribute.Y);
        points.each(Attribute.Z);
        points.each(Attribute.VX);
        points.each(Attribute.VY);
        points.each(Attribute.VZ);
        return points;
    }

    private static float sound(float value) {
        return Math.abs(value) <= FARTHEST ? value : 0;
    }

    /** Units; what flies farther, or is no number, begins anew in the middle and stands. */
    private static final float FARTHEST = 1e9f;
}
