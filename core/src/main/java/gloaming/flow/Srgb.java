package gloaming.flow;

/** Between light and the codes of sRGB (IEC 61966-2-1), both 0 to 1; those of 8 bits by tables. */
public final class Srgb {
    private static final int FINE = 4096;
    private static final float[] LIGHT = new float[256];
    private static final byte[] CODE = new byte[FINE + 1];

    static {
        for (int i = 0; i < 256; i++) LIGHT[i] = (float) light(i / 255.0);
        // The square root of light is spread about as evenly as its code.
        for (int i = 0; i <= FINE; i++) CODE[i] = (byte) Math.round(255 * code((double) i / FINE * i / FINE));
    }

    private Srgb() {}

    /** The light of a code. */
    public static double light(double code) {
        return code <= 0.04045 ? code / 12.92 : Math.pow((code + 0.055) / 1.055, 2.4);
    }

    /** The code of a light. */
    public static double code(double light) {
        return light <= 0.0031308 ? light * 12.92 : 1.055 * Math.pow(light, 1 / 2.4) - 0.055;
    }

    /** The light of a code of 8 bits. */
    public static float ofByte(byte code) {
        return LIGHT[code & 255];
    }

    /** Which of the fine steps a light is in, from 0 to 1 and cut off beyond: for {@link #ofFine}, in loops of its own. */
    public static int fine(float light) {
        return (int) (FINE * (float) Math.sqrt(Math.max(0, Math.min(1, light))) + 0.5f);
    }

    /** The code in 8 bits of a fine step. */
    public static byte ofFine(int step) {
        return CODE[step];
    }

    /** The code of a light from 0 to 1 in 8 bits. */
    public static byte toByte(float light) {
        return CODE[(int) (FINE * Math.sqrt(light) + 0.5)];
    }
}
