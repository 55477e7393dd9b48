package gloaming.shape.change;

import gloaming.flow.Shape;

/** What a shape is by the places of its corners alone, whatever its normals are. */
public final class Places {
    private Places() {}

    /** For each corner the first that lies where it does. */
    public static int[] of(Shape in) {
        int n = in.corners();
        int[] same = new int[n];
        int size = Integer.highestOneBit(Math.max(16, 2 * n)) * 2;
        int[] table = new int[size];
        for (int i = 0; i < n; i++) {
            // Adding 0 makes one zero of both.
            int hash = Float.floatToIntBits(in.x()[i] + 0f) * 31 + Float.floatToIntBits(in.y()[i] + 0f);
            hash = (hash * 31 + Float.floatToIntBits(in.z()[i] + 0f)) * 0x9e3779b9;
            int slot = (hash ^ hash >>> 15) & size - 1;
            while (table[slot] != 0 && !alike(in, table[slot] - 1, i)) slot = slot + 1 & size - 1;
            if (table[slot] == 0) table[slot] = i + 1;
            same[i] = table[slot] - 1;
        }
        return same;
    }

    /** The way triangle {@code t} faces, of length 1, into the first three of {@code to}; 0 of one without area. */
    public static void normal(Shape in, int t, float[] to) {
        int a = in.of()[3 * t];
        int b = in.of()[3 * t + 1];
        int c = in.of()[3 * t + 2];
        float ux = in.x()[b] - in.x()[a];
        float uy = in.y()[b] - in.y()[a];
        float uz = in.z()[b] - in.z()[a];
        float vx = in.x()[c] - in.x()[a];
        float vy = in.y()[c] - in.y()[a];
        float vz = in.z()[c] - in.z()[a];
        to[0] = uy * vz - uz * vy;
        to[1] = uz * vx - ux * vz;
        to[2] = ux * vy - uy * vx;
        float length = Math.max(1e-12f, (float) Math.sqrt(to[0] * to[0] + to[1] * to[1] + to[2] * to[2]));
        for (int k = 0; k < 3; k++) to[k] /= length;
    }

    /** The way triangle {@code t} faces, as long as twice its area, into the first three of {@code to}; its length. */
    public static double cross(Shape in, int t, double[] to) {
        int a = in.of()[3 * t];
        int b = in.of()[3 * t + 1];
        int c = in.of()[3 * t + 2];
        double ux = in.x()[b] - in.x()[a];
        double uy = in.y()[b] - in.y()[a];
        double uz = in.z()[b] - in.z()[a];
        double vx = in.x()[c] - in.x()[a];
        double vy = in.y()[c] - in.y()[a];
        double vz = in.z()[c] - in.z()[a];
        to[0] = uy * vz - uz * vy;
        to[1] = uz * vx - ux * vz;
        to[2] = ux * vy - uy * vx;
        return Math.sqrt(to[0] * to[0] + to[1] * to[1] + to[2] * to[2]);
    }

    private static boolean alike(Shape in, int a, int b) {
        return in.x()[a] == in.x()[b] && in.y()[a] == in.y()[b] && in.z()[a] == in.z()[b];
    }
}
