package gloaming.media;

/** From the numbers files hold to linear light (IEC 61966-2-1), by table. */
final class Light {
    static final float[] OF_BYTE = table(256);
    static final float[] OF_SHORT = table(65_536);

    private Light() {}

    private static float[] table(int n) {
        float[] table = new float[n];
        for (int i = 0; i < n; i++) {
            double v = i / (n - 1.0);
            table[i] = (float) (v <= 0.04045 ? v / 12.92 : Math.pow((v + 0.055) / 1.055, 2.4));
        }
        return table;
    }
}
