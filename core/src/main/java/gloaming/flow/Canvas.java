package gloaming.flow;

/** Part of an RGB image that a preview is drawn into, top row first; filled anew for each preview. */
public final class Canvas {
    public byte[] rgb;
    /** Width of the whole image. */
    public int stride;

    public int left;
    public int top;
    public int width;
    public int height;
    /** Pixels that a small mark is wide. */
    public int mark = 1;
    /** How what is in space is turned for whoever looks: round and up, in radians. */
    public double round;

    public double high;
    /** Brightest light and largest cover that the preview saw, for kinds that have any; else below 0. */
    public final float[] seen = {-1, -1};

    public Canvas into(byte[] rgb, int stride, int left, int top, int width, int height, int mark) {
        this.rgb = rgb;
        this.stride = stride;
        this.left = left;
        this.top = top;
        this.width = width;
        this.height = height;
        this.mark = mark;
        seen[0] = -1;
        seen[1] = -1;
        return this;
    }

    public Canvas turned(double round, double high) {
        this.round = round;
        this.high = high;
        return this;
    }

    /** Fills the part with one colour. */
    public void ground(byte red, byte green, byte blue) {
        for (int y = top; y < top + height; y++) {
            for (int x = left; x < left + width; x++) {
                int at = (y * stride + x) * 3;
                rgb[at] = red;
                rgb[at + 1] = green;
                rgb[at + 2] = blue;
            }
        }
    }
}
