package gloaming.scene;

/** Moves in space as twelve floats: three rows of three numbers that turn and scale, and a shift. */
public final class Matrix {
    /** Floats a matrix. */
    public static final int SIZE = 12;

    private Matrix() {}

    public static float[] unit() {
        float[] unit = new float[SIZE];
        unit(unit);
        return unit;
    }

    /** Writes the move that leaves everything where it is. */
    public static void unit(float[] to) {
        for (int k = 0; k < SIZE; k++) to[k] = k % 5 == 0 ? 1 : 0;
    }

    /** Writes {@code a} after {@code b}, that is {@code a b}, into {@code to}, which may be neither. */
    public static void times(float[] a, int i, float[] b, int j, float[] to, int at) {
        for (int r = 0; r < 3; r++) {
            float p = a[i + 4 * r];
            float q = a[i + 4 * r + 1];
            float s = a[i + 4 * r + 2];
            for (int c = 0; c < 4; c++) to[at + 4 * r + c] = p * b[j + c] + q * b[j + 4 + c] + s * b[j + 8 + c];
            to[at + 4 * r + 3] += a[i + 4 * r + 3];
        }
    }

    /** Lets {@code m} be followed by {@code a}: writes {@code a m} in its place. */
    public static void follow(float[] a, int i, float[] m, int at) {
        for (int c = at; c < at + 4; c++) {
            float p = m[c];
            float q = m[c + 4];
            float s = m[c + 8];
            for (int r = 0; r < 12; r += 4) m[c + r] = a[i + r] * p + a[i + r + 1] * q + a[i + r + 2] * s;
        }
        for (int r = 3; r < 12; r += 4) m[at + r] += a[i + r];
    }

    /**
     * Writes a move that scales, turns and then shifts: anticlockwise in the picture by {@code turn}, then about the level axis by
     * {@code tilt}, the top towards who looks, then about the upright one by {@code spin}; all in turns.
     */
    public static void pose(
            float[] to, double scale, double turn, double tilt, double spin, double x, double y, double z) {
        double a = 2 * Math.PI * turn;
        double b = 2 * Math.PI * tilt;
        double c = 2 * Math.PI * spin;
        double ca = Math.cos(a);
        double sa = Math.sin(a);
        double cb = Math.cos(b);
        double sb = Math.sin(b);
        double cc = Math.cos(c);
        double sc = Math.sin(c);
        // Rows of the turns one after another: about z, then x, then y.
        to[0] = (float) (scale * (cc * ca + sc * sb * sa));
        to[1] = (float) (scale * (-cc * sa + sc * sb * ca));
        to[2] = (float) (scale * (sc * cb));
        to[4] = (float) (scale * (cb * sa));
        to[5] = (float) (scale * (cb * ca));
        to[6] = (float) (scale * -sb);
        to[8] = (float) (scale * (-sc * ca + cc * sb * sa));
        to[9] = (float) (scale * (sc * sa + cc * sb * ca));
        to[10] = (float) (scale * (cc * cb));
        to[3] = (float) x;
        to[7] = (float) y;
        to[11] = (float) z;
    }

    /** How much longer a move makes what it lengthens most, at most: the root of the sum of squares of its rows is a bound. */
    public static float stretch(float[] m, int at) {
        float most = 0;
        for (int k = 0; k < 3; k++) {
            float a = m[at + k];
            float b = m[at + 4 + k];
            float c = m[at + 8 + k];
            most = Math.max(most, a * a + b * b + c * c);
        }
        // The columns say how long the axes become; what lies between two that are not at right angles can be longer.
        return (float) Math.sqrt(most) * (skewed(m, at) ? 1.733f : 1);
    }

    private static boolean skewed(float[] m, int at) {
        float ab = m[at] * m[at + 1] + m[at + 4] * m[at + 5] + m[at + 8] * m[at + 9];
        float bc = m[at + 1] * m[at + 2] + m[at + 5] * m[at + 6] + m[at + 9] * m[at + 10];
        float ca = m[at + 2] * m[at] + m[at + 6] * m[at + 4] + m[at + 10] * m[at + 8];
        float size = m[at] * m[at] + m[at + 4] * m[at + 4] + m[at + 8] * m[at + 8];
        return Math.abs(ab) + Math.abs(bc) + Math.abs(ca) > 1e-4f * size;
    }
}
