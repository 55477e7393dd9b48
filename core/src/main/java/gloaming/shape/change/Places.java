package gloaming.shape.change;

import gloaming.flow.Shape;

/** Which corners lie in the same place, whatever their normals are. */
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

    private static boolean alike(Shape in, int a, int b) {
        return in.x()[a] == in.x()[b] && in.y()[a] == in.y()[b] && in.z()[a] == in.z()[b];
    }
}
