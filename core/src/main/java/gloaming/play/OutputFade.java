package gloaming.play;

/** Mixes two pictures as bytes in linear light, as two lamps on one wall would. */
public final class OutputFade {
    private static final int FINE = 4096;
    private static final float[] LIGHT = new float[256];
    private static final byte[] CODE = new byte[FINE + 1];

    static {
        for (int i = 0; i < 256; i++) {
            double c = i / 255.0;
            LIGHT[i] = (float) (c <= 0.04045 ? c / 12.92 : Math.pow((c + 0.055) / 1.055, 2.4));
        }
        // The square root of light is spread about as evenly as its code.
        for (int i = 0; i <= FINE; i++) {
            double light = (double) i / FINE * i / FINE;
            double c = light <= 0.0031308 ? light * 12.92 : 1.055 * Math.pow(light, 1 / 2.4) - 0.055;
            CODE[i] = (byte) Math.round(255 * c);
        }
    }

    private OutputFade() {}

    /**
     * Mixes 8-bit sRGB pictures, top row first: {@code weight} of {@code next}, the rest of {@code before}, which is fitted into the
     * other's shape with black around it.
     *
     * @param out as large as {@code next}; may be the same array
     */
    public static void mix(
            byte[] before,
            int beforeWidth,
            int beforeHeight,
            byte[] next,
            int width,
            int height,
            double weight,
            byte[] out) {
        float[] a = new float[256];
        float[] b = new float[256];
        for (int i = 0; i < 256; i++) {
            a[i] = (float) ((1 - weight) * LIGHT[i]);
            b[i] = (float) (weight * LIGHT[i]);
        }
        double scale = Math.max((double) beforeWidth / width, (double) beforeHeight / height);
        double left = (width * scale - beforeWidth) / 2;
        double top = (height * scale - beforeHeight) / 2;
        for (int y = 0; y < height; y++) {
            int from = (int) Math.floor((y + 0.5) * scale - top);
            boolean row = from >= 0 && from < beforeHeight;
            for (int x = 0; x < width; x++) {
                int column = (int) Math.floor((x + 0.5) * scale - left);
                boolean there = row && column >= 0 && column < beforeWidth;
                int p = there ? (from * beforeWidth + column) * 3 : -1;
                int q = (y * width + x) * 3;
                for (int c = 0; c < 3; c++) {
                    float light = b[next[q + c] & 255] + (p < 0 ? 0 : a[before[p + c] & 255]);
                    out[q + c] = CODE[(int) (FINE * Math.sqrt(Math.min(1, light)) + 0.5)];
                }
            }
        }
    }
}
