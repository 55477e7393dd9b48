package gloaming.media;

/** One picture laid into a cut, as the bytes its source has: what covers a part of the cut, from the top left, rows from the top. */
final class Laid {
    /** Bytes of a channel: 1, 2 or 4. */
    int depth;

    boolean alpha;
    /** Red, green, blue and alpha of each pixel, in the array that the depth tells; arrays may be longer than needed. */
    byte[] bytes = {};

    short[] shorts = {};
    float[] floats = {};
    int x;
    int y;
    int width;
    int height;

    /** Takes over the arrays of one that is not needed any more. */
    void reuse(Laid old) {
        bytes = old.bytes;
        shorts = old.shorts;
        floats = old.floats;
    }

    /** Makes room for a part of this size and depth. */
    void size(int width, int height, int depth) {
        this.width = width;
        this.height = height;
        this.depth = depth;
        int size = 4 * width * height;
        if (depth == 1 && bytes.length < size) bytes = new byte[size];
        if (depth == 2 && shorts.length < size) shorts = new short[size];
        if (depth == 4 && floats.length < size) floats = new float[size];
    }

    /** Turns row {@code row} into light, premultiplied, in a picture {@code pictureWidth} wide and {@code pictureHeight} high. */
    void light(int row, float[] r, float[] g, float[] b, float[] a, int pictureWidth, int pictureHeight) {
        int p = (pictureHeight - 1 - y - row) * pictureWidth + x;
        int at = 4 * row * width;
        if (depth == 1) {
            float[] table = Light.OF_BYTE;
            byte[] in = bytes;
            for (int i = 0; i < width; i++, at += 4, p++) {
                float cover = alpha ? (in[at + 3] & 255) * (1 / 255f) : 1;
                r[p] = table[in[at] & 255] * cover;
                g[p] = table[in[at + 1] & 255] * cover;
                b[p] = table[in[at + 2] & 255] * cover;
                a[p] = cover;
            }
        } else if (depth == 2) {
            float[] table = Light.OF_SHORT;
            short[] in = shorts;
            for (int i = 0; i < width; i++, at += 4, p++) {
                float cover = alpha ? (in[at + 3] & 65_535) * (1 / 65_535f) : 1;
                r[p] = table[in[at] & 65_535] * cover;
                g[p] = table[in[at + 1] & 65_535] * cover;
                b[p] = table[in[at + 2] & 65_535] * cover;
                a[p] = cover;
            }
        } else {
            for (int i = 0; i < width; i++, at += 4, p++) {
                float cover = alpha ? floats[at + 3] : 1;
                r[p] = floats[at] * cover;
                g[p] = floats[at + 1] * cover;
                b[p] = floats[at + 2] * cover;
                a[p] = cover;
            }
        }
    }
}
