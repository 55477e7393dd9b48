package gloaming.state;

import java.util.Arrays;

/**
 * Turns that pass from one state to another by a {@link Change}, so that neither where they head nor how fast they turn leaps.
 *
 * <p>Turns are quaternions of length 1, four floats each: the real part first. What a turn is away from its state at the beginning dies away
 * on the shortest way, and so does the speed at which it was turning: {@code exp(goes w) exp(stays d) q}, with {@code d} and {@code w} as
 * axes times angles (the exponential map, as in Grassia 1998).
 */
public final class Turning {
    private static final double NOWHERE = 1e-9;

    private double[] shown = {};
    private double[] target = {};
    /** Axis times angle: how fast it turns, how far it is away, how fast it was turning against its state. */
    private double[] speed = {};

    private double[] away = {};
    private double[] drift = {};
    private final double[] a = new double[4];
    private final double[] b = new double[4];
    private final double[] is = new double[4];
    private final double[] axis = new double[3];

    /** Makes room for so many turns; those that were there stay. */
    public void room(int n) {
        if (shown.length >= 4 * n) return;
        int room = n + n / 2;
        shown = Arrays.copyOf(shown, 4 * room);
        target = Arrays.copyOf(target, 4 * room);
        speed = Arrays.copyOf(speed, 3 * room);
        away = Arrays.copyOf(away, 3 * room);
        drift = Arrays.copyOf(drift, 3 * room);
    }

    /** Turn {@code k} stands where its state has it, having nothing to come from. */
    public void stand(int k, double[] q, Change change) {
        between(shown, 4 * k, q, axis);
        for (int i = 0; i < 3; i++) {
            if (change.dt() > 0) speed[3 * k + i] = axis[i] / change.dt();
            away[3 * k + i] = 0;
            drift[3 * k + i] = 0;
        }
        System.arraycopy(q, 0, shown, 4 * k, 4);
        System.arraycopy(q, 0, target, 4 * k, 4);
    }

    /** Turn {@code k} as it is shown in this frame, in place of {@code q}, where its state has it; asked for once a frame. */
    public void at(int k, double[] q, Change change) {
        System.arraycopy(q, 0, is, 0, 4);
        double dt = change.dt();
        if (change.begins()) {
            for (int i = 0; i < 3; i++) {
                drift[3 * k + i] = speed[3 * k + i];
                axis[i] = speed[3 * k + i] * dt;
            }
            // It would have gone on for a frame.
            exp(axis, a);
            times(a, shown, 4 * k, b);
            between(is, 0, b, axis);
            System.arraycopy(axis, 0, away, 3 * k, 3);
        } else if (change.follows()) {
            between(target, 4 * k, is, axis);
            System.arraycopy(away, 3 * k, b, 0, 3);
            exp(b, a);
            turned(a, axis);
            for (int i = 0; i < 3; i++) drift[3 * k + i] -= axis[i] / dt;
        }
        if (!change.over()) {
            double stays = change.stays();
            double goes = change.goes();
            for (int i = 0; i < 3; i++) axis[i] = away[3 * k + i] * stays;
            exp(axis, a);
            times(a, is, 0, b);
            for (int i = 0; i < 3; i++) axis[i] = drift[3 * k + i] * goes;
            exp(axis, a);
            times(a, b, 0, q);
        }
        if (dt > 0) {
            if (change.anew()) Arrays.fill(axis, 0);
            else between(shown, 4 * k, q, axis);
            for (int i = 0; i < 3; i++) speed[3 * k + i] = axis[i] / dt;
        }
        System.arraycopy(q, 0, shown, 4 * k, 4);
        System.arraycopy(is, 0, target, 4 * k, 4);
    }

    /** The turn by an axis times an angle in radians. */
    private static void exp(double[] v, double[] to) {
        double angle = Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
        double s = angle < NOWHERE ? 0.5 : Math.sin(angle / 2) / angle;
        to[0] = Math.cos(angle / 2);
        for (int i = 0; i < 3; i++) to[1 + i] = v[i] * s;
    }

    /** What takes one turn to another, on the shorter way, as axis times angle. */
    private void between(double[] from, int at, double[] to, double[] axis) {
        // to times the inverse of from.
        double w = to[0] * from[at] + to[1] * from[at + 1] + to[2] * from[at + 2] + to[3] * from[at + 3];
        double x = -to[0] * from[at + 1] + to[1] * from[at] - to[2] * from[at + 3] + to[3] * from[at + 2];
        double y = -to[0] * from[at + 2] + to[2] * from[at] - to[3] * from[at + 1] + to[1] * from[at + 3];
        double z = -to[0] * from[at + 3] + to[3] * from[at] - to[1] * from[at + 2] + to[2] * from[at + 1];
        double sign = w < 0 ? -1 : 1;
        double sine = Math.sqrt(x * x + y * y + z * z);
        double part = sine < NOWHERE ? 2 * sign : sign * 2 * Math.atan2(sine, Math.abs(w)) / sine;
        axis[0] = x * part;
        axis[1] = y * part;
        axis[2] = z * part;
    }

    private static void times(double[] p, double[] q, int at, double[] to) {
        double w = q[at];
        double x = q[at + 1];
        double y = q[at + 2];
        double z = q[at + 3];
        to[0] = p[0] * w - p[1] * x - p[2] * y - p[3] * z;
        to[1] = p[0] * x + p[1] * w + p[2] * z - p[3] * y;
        to[2] = p[0] * y + p[2] * w + p[3] * x - p[1] * z;
        to[3] = p[0] * z + p[3] * w + p[1] * y - p[2] * x;
    }

    /** Turns a vector by a turn (Rodrigues 1840, in quaternions). */
    private static void turned(double[] q, double[] v) {
        double tx = 2 * (q[2] * v[2] - q[3] * v[1]);
        double ty = 2 * (q[3] * v[0] - q[1] * v[2]);
        double tz = 2 * (q[1] * v[1] - q[2] * v[0]);
        double x = v[0] + q[0] * tx + q[2] * tz - q[3] * ty;
        double y = v[1] + q[0] * ty + q[3] * tx - q[1] * tz;
        double z = v[2] + q[0] * tz + q[1] * ty - q[2] * tx;
        v[0] = x;
        v[1] = y;
        v[2] = z;
    }
}
