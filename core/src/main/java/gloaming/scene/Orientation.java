package gloaming.scene;

/** A move in space taken apart into a turn and what it scales before that, and put together again. */
public final class Orientation {
    private static final double FLAT = 1e-9;
    /** Right, up and outward after the turn, three numbers each. */
    private final double[] r = new double[9];
    /** What is scaled, sheared and mirrored before the turn, by rows. */
    private final float[] before = new float[9];

    private final double[] q = new double[4];

    /** The turn as a quaternion, the real part first; may be changed before {@link #to}. */
    public double[] turn() {
        return q;
    }

    /** What is done before the turn, nine numbers by rows; may be changed before {@link #to}. */
    public float[] before() {
        return before;
    }

    /** Takes a {@link Matrix} apart by making its columns square one after another (Gram 1883, Schmidt 1907). */
    public void of(float[] m) {
        for (int i = 0; i < 9; i++) r[i] = i % 4 == 0 ? 1 : 0;
        double length = Math.sqrt(m[0] * m[0] + m[4] * m[4] + m[8] * m[8]);
        if (length > FLAT) {
            double x = m[0] / length;
            double y = m[4] / length;
            double z = m[8] / length;
            double along = x * m[1] + y * m[5] + z * m[9];
            double u = m[1] - along * x;
            double v = m[5] - along * y;
            double w = m[9] - along * z;
            length = Math.sqrt(u * u + v * v + w * w);
            if (length > FLAT) columns(x, y, z, u / length, v / length, w / length);
        }
        for (int i = 0; i < 3; i++)
            for (int k = 0; k < 3; k++)
                before[3 * i + k] = (float) (r[3 * i] * m[k] + r[3 * i + 1] * m[4 + k] + r[3 * i + 2] * m[8 + k]);
        quaternion();
    }

    private void columns(double x, double y, double z, double u, double v, double w) {
        r[0] = x;
        r[1] = y;
        r[2] = z;
        r[3] = u;
        r[4] = v;
        r[5] = w;
        r[6] = y * w - z * v;
        r[7] = z * u - x * w;
        r[8] = x * v - y * u;
    }

    /** By the largest part, so that nothing is divided by next to nothing (Shepperd 1978). */
    private void quaternion() {
        double a = r[0];
        double b = r[4];
        double c = r[8];
        double trace = a + b + c;
        double most = Math.max(Math.max(trace, a), Math.max(b, c));
        double s = 2 * Math.sqrt(Math.max(0, most == trace ? 1 + trace : 1 + 2 * most - trace));
        if (most == trace) set(s / 4, (r[5] - r[7]) / s, (r[6] - r[2]) / s, (r[1] - r[3]) / s);
        else if (most == a) set((r[5] - r[7]) / s, s / 4, (r[3] + r[1]) / s, (r[6] + r[2]) / s);
        else if (most == b) set((r[6] - r[2]) / s, (r[3] + r[1]) / s, s / 4, (r[7] + r[5]) / s);
        else set((r[1] - r[3]) / s, (r[6] + r[2]) / s, (r[7] + r[5]) / s, s / 4);
    }

    private void set(double w, double x, double y, double z) {
        q[0] = w;
        q[1] = x;
        q[2] = y;
        q[3] = z;
    }

    /** Writes the move that scales and then turns; its shift is left as it is. */
    public void to(float[] m) {
        double w = q[0];
        double x = q[1];
        double y = q[2];
        double z = q[3];
        columns(
                1 - 2 * (y * y + z * z),
                2 * (x * y + w * z),
                2 * (x * z - w * y),
                2 * (x * y - w * z),
                1 - 2 * (x * x + z * z),
                2 * (y * z + w * x));
        for (int i = 0; i < 3; i++)
            for (int k = 0; k < 3; k++)
                m[4 * i + k] = (float) (r[i] * before[k] + r[3 + i] * before[3 + k] + r[6 + i] * before[6 + k]);
    }
}
