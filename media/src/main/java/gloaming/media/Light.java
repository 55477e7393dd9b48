package gloaming.media;

import gloaming.flow.Srgb;

/** From the numbers files hold to linear light (IEC 61966-2-1), by table. */
final class Light {
    static final float[] OF_BYTE = table(256);
    static final float[] OF_SHORT = table(65_536);

    private Light() {}

    private static float[] table(int n) {
        float[] table = new float[n];
        for (int i = 0; i < n; i++) {
            double v = i / (n - 1.0);
            table[i] = (float) Srgb.light(v);
        }
        return table;
    }
}
