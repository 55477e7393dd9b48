package gloaming.scene.model;

import gloaming.library.Sculpture;
import gloaming.scene.Matrix;

/** Where the nodes of a model are at one moment of its animations (as glTF 2.0, section 3.11 and appendix C, has it). */
final class Pose {
    private Sculpture of;
    private float[] now = {};
    private float[] then = {};
    private float[][] weights = {};
    private float[][] weightsThen = {};
    /** For each node where it lies in the model, twelve numbers. */
    float[] whole = {};

    private final float[] own = new float[Matrix.SIZE];

    private void begin(Sculpture model) {
        if (of == model) return;
        of = model;
        now = model.rest().clone();
        then = model.rest().clone();
        whole = new float[model.parents().length * Matrix.SIZE];
        weights = copies(model.weights());
        weightsThen = copies(model.weights());
    }

    private static float[][] copies(float[][] all) {
        float[][] to = new float[all.length][];
        for (int i = 0; i < all.length; i++) to[i] = all[i].clone();
        return to;
    }

    /**
     * Lays the nodes.
     *
     * @param first,second animations, or null for the model at rest
     * @param at,other seconds in each
     * @param mix how much of the second there is, 0 to 1
     */
    void lay(
            Sculpture model,
            Sculpture.Animation first,
            double at,
            Sculpture.Animation second,
            double other,
            double mix) {
        begin(model);
        sample(first, at, now, weights);
        if (mix > 0) {
            sample(second, other, then, weightsThen);
            for (int n = 0; n < model.parents().length; n++) between((float) mix, n * Sculpture.REST, n);
        }
        for (int n = 0; n < model.parents().length; n++) {
            matrix(now, n * Sculpture.REST, own);
            int parent = model.parents()[n];
            if (parent < 0) System.arraycopy(own, 0, whole, n * Matrix.SIZE, Matrix.SIZE);
            else Matrix.times(whole, parent * Matrix.SIZE, own, 0, whole, n * Matrix.SIZE);
        }
    }

    /** How much of each target there is on a node. */
    float[] weights(int node) {
        return weights[node];
    }

    private void between(float mix, int at, int node) {
        for (int k = 0; k < 3; k++) {
            now[at + k] += mix * (then[at + k] - now[at + k]);
            now[at + 7 + k] += mix * (then[at + 7 + k] - now[at + 7 + k]);
        }
        turn(now, at + 3, now, at + 3, then, at + 3, mix);
        for (int k = 0; k < weights[node].length; k++)
            weights[node][k] += mix * (weightsThen[node][k] - weights[node][k]);
    }

    private void sample(Sculpture.Animation animation, double at, float[] to, float[][] weights) {
        System.arraycopy(of.rest(), 0, to, 0, to.length);
        for (int n = 0; n < weights.length; n++) System.arraycopy(of.weights()[n], 0, weights[n], 0, weights[n].length);
        if (animation == null) return;
        for (int i = 0; i < animation.tracks().size(); i++) {
            Sculpture.Track track = animation.tracks().get(i);
            int base = track.node() * Sculpture.REST;
            switch (track.what()) {
                case PLACE -> value(track, at, to, base, 3);
                case TURN -> value(track, at, to, base + 3, 4);
                case SIZE -> value(track, at, to, base + 7, 3);
                case WEIGHTS -> value(track, at, weights[track.node()], 0, weights[track.node()].length);
            }
        }
    }

    private static void value(Sculpture.Track track, double at, float[] to, int base, int n) {
        float[] times = track.times();
        float[] v = track.values();
        boolean smooth = track.way() == Sculpture.Way.SMOOTH;
        int size = smooth ? 3 * n : n;
        int keys = Math.min(times.length, v.length / Math.max(1, size));
        if (keys == 0 || n == 0) return;
        int k = 0;
        // Keys are few between two frames, but a model may have thousands: halve.
        int high = keys - 1;
        while (k < high) {
            int middle = (k + high + 1) / 2;
            if (times[middle] <= at) k = middle;
            else high = middle - 1;
        }
        int from = k * size + (smooth ? n : 0);
        if (k == keys - 1 || at <= times[k] || track.way() == Sculpture.Way.STEP) {
            System.arraycopy(v, from, to, base, n);
            return;
        }
        float whole = times[k + 1] - times[k];
        float part = (float) ((at - times[k]) / Math.max(1e-9f, whole));
        int next = from + size;
        if (smooth) hermite(v, from, next, n, part, whole, to, base);
        else if (track.what() == Sculpture.What.TURN) turn(to, base, v, from, v, next, part);
        else for (int i = 0; i < n; i++) to[base + i] = v[from + i] + part * (v[next + i] - v[from + i]);
        if (smooth && track.what() == Sculpture.What.TURN) upright(to, base);
    }

    private static void hermite(float[] v, int from, int next, int n, float t, float whole, float[] to, int base) {
        float t2 = t * t;
        float t3 = t2 * t;
        for (int i = 0; i < n; i++)
            to[base + i] = (2 * t3 - 3 * t2 + 1) * v[from + i]
                    + whole * (t3 - 2 * t2 + t) * v[from + n + i]
                    + (3 * t2 - 2 * t3) * v[next + i]
                    + whole * (t3 - t2) * v[next - n + i];
    }

    /** Goes from one turn to another the short way round at an even speed (Shoemake 1985). */
    private static void turn(float[] to, int at, float[] a, int from, float[] b, int next, float part) {
        double dot = 0;
        for (int i = 0; i < 4; i++) dot += (double) a[from + i] * b[next + i];
        double sign = dot < 0 ? -1 : 1;
        dot = Math.min(1, Math.abs(dot));
        double x = 1 - part;
        double y = part;
        if (dot < 0.9995) {
            double angle = Math.acos(dot);
            double over = 1 / Math.sin(angle);
            x = Math.sin((1 - part) * angle) * over;
            y = Math.sin(part * angle) * over;
        }
        for (int i = 0; i < 4; i++) to[at + i] = (float) (x * a[from + i] + sign * y * b[next + i]);
        upright(to, at);
    }

    private static void upright(float[] q, int at) {
        double sum = 0;
        for (int i = 0; i < 4; i++) sum += (double) q[at + i] * q[at + i];
        if (!(sum > 1e-12)) {
            q[at] = q[at + 1] = q[at + 2] = 0;
            q[at + 3] = 1;
            return;
        }
        for (int i = 0; i < 4; i++) q[at + i] /= (float) Math.sqrt(sum);
    }

    /** The matrix of a place, a turn and a size. */
    static void matrix(float[] t, int at, float[] m) {
        float x = t[at + 3];
        float y = t[at + 4];
        float z = t[at + 5];
        float w = t[at + 6];
        float sx = t[at + 7];
        float sy = t[at + 8];
        float sz = t[at + 9];
        m[0] = sx * (1 - 2 * (y * y + z * z));
        m[1] = sy * 2 * (x * y - z * w);
        m[2] = sz * 2 * (x * z + y * w);
        m[3] = t[at];
        m[4] = sx * 2 * (x * y + z * w);
        m[5] = sy * (1 - 2 * (x * x + z * z));
        m[6] = sz * 2 * (y * z - x * w);
        m[7] = t[at + 1];
        m[8] = sx * 2 * (x * z - y * w);
        m[9] = sy * 2 * (y * z + x * w);
        m[10] = sz * (1 - 2 * (x * x + y * y));
        m[11] = t[at + 2];
    }
}
