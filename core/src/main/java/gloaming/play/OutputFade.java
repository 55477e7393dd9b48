package gloaming.play;

import gloaming.flow.Picture;
import gloaming.flow.Srgb;

/** Mixes two pictures as bytes in linear light, as two lamps on one wall would. */
public final class OutputFade {
    /** The part of the way through black on which it is black: nobody sees a single black picture. */
    private static final double DARK = 0.12;

    /** Light in steps so fine that the darkest codes are some ten of them apart; of two parts of it the sum may be one more. */
    private static final int FINE = 32_767;

    private static final byte[] CODE = new byte[FINE + 2];

    static {
        for (int i = 0; i < CODE.length; i++)
            CODE[i] = (byte) Math.round(255 * Srgb.code(Math.min(1, (double) i / FINE)));
    }

    private OutputFade() {}

    /**
     * The picture after a part, 0 to 1, of the way from one to the other; all are as {@link #mix} has them.
     *
     * @param out as large as {@code next}; may be the same array
     */
    public static void cross(
            Crossing crossing,
            byte[] before,
            int beforeWidth,
            int beforeHeight,
            byte[] next,
            int width,
            int height,
            double part,
            byte[] out) {
        double way = crossing.curve().at(part);
        switch (crossing.way()) {
            case CUT -> mix(before, beforeWidth, beforeHeight, next, width, height, 1, out);
            case BLACK -> {
                boolean first = way < 0.5;
                double light = Math.max(0, (Math.abs(2 * way - 1) - DARK) / (1 - DARK));
                int[] a = light(first ? light : 0);
                int[] b = light(first ? 0 : light);
                mix(before, beforeWidth, beforeHeight, next, width, height, a, b, out);
            }
            case FADE -> mix(before, beforeWidth, beforeHeight, next, width, height, way, out);
            case ALONG -> {
                if (crossing.order() == null) mix(before, beforeWidth, beforeHeight, next, width, height, way, out);
                else along(crossing, before, beforeWidth, beforeHeight, next, width, height, way, out);
            }
            case OWN -> {
                OwnMix own = crossing.own();
                if (own == null || !own.cross(before, beforeWidth, beforeHeight, next, width, height, way, out))
                    mix(before, beforeWidth, beforeHeight, next, width, height, way, out);
            }
        }
    }

    /** Each place at its own time. */
    private static void along(
            Crossing crossing,
            byte[] before,
            int beforeWidth,
            int beforeHeight,
            byte[] next,
            int width,
            int height,
            double way,
            byte[] out) {
        Crossing.Grey order = crossing.order();
        float[] weights = new float[256];
        for (int i = 0; i < 256; i++) weights[i] = (float) crossing.at(i / 255.0, way);
        Fitted fitted = new Fitted(beforeWidth, beforeHeight, width, height);
        for (int y = 0; y < height; y++) {
            int row = y * order.height() / height * order.width();
            for (int x = 0; x < width; x++) {
                float weight = weights[order.light()[row + x * order.width() / width] & 255];
                int p = fitted.place(x, y);
                int q = (y * width + x) * 3;
                for (int c = 0; c < 3; c++) {
                    float was = p < 0 ? 0 : Srgb.ofByte(before[p + c]);
                    float light = was + (Srgb.ofByte(next[q + c]) - was) * weight;
                    out[q + c] = Srgb.toByte(light);
                }
            }
        }
    }

    /** Takes the ground out of a picture over black, in place: what files with cover of their own want. */
    public static void straight(byte[] rgb, byte[] cover) {
        for (int i = 0; i < cover.length; i++) {
            int covered = cover[i] & 255;
            if (covered == 0 || covered == 255) continue;
            for (int c = 3 * i; c < 3 * i + 3; c++) {
                double light = Math.min(1, Srgb.ofByte(rgb[c]) * 255.0 / covered);
                rgb[c] = Srgb.toByte((float) light);
            }
        }
    }

    /** Where a picture of another shape lies in one: as large as it fits, in the middle. */
    private record Fitted(int ofWidth, int ofHeight, double scale, double left, double top) {
        Fitted(int ofWidth, int ofHeight, int width, int height) {
            double scale = Math.max((double) ofWidth / width, (double) ofHeight / height);
            this(ofWidth, ofHeight, scale, (width * scale - ofWidth) / 2, (height * scale - ofHeight) / 2);
        }

        /** Where its pixel begins that is seen at a place, or -1. */
        int place(int x, int y) {
            int row = row(y);
            int column = column(x);
            return row < 0 || column < 0 ? -1 : row + column;
        }

        /** Where the row begins that is seen at a height, or -1. */
        int row(int y) {
            int row = (int) Math.floor((y + 0.5) * scale - top);
            return row >= 0 && row < ofHeight ? row * ofWidth * 3 : -1;
        }

        /** Where in a row its pixel begins that is seen in a column, or -1. */
        int column(int x) {
            int column = (int) Math.floor((x + 0.5) * scale - left);
            return column >= 0 && column < ofWidth ? column * 3 : -1;
        }
    }

    /** The light of a picture as bytes, fitted into one that may have another shape, with black around it. */
    static void light(byte[] rgb, int width, int height, Picture into) {
        Fitted fitted = new Fitted(width, height, into.width, into.height);
        boolean same = width == into.width && height == into.height;
        float[] r = into.r();
        float[] g = into.g();
        float[] b = into.b();
        java.util.Arrays.fill(into.a(), 0, into.pixels(), 1);
        for (int y = 0; y < into.height; y++) {
            int at = into.at(into.height - 1 - y);
            int row = y * width * 3;
            for (int x = 0; x < into.width; x++, at++) {
                int p = same ? row + 3 * x : fitted.place(x, y);
                r[at] = p < 0 ? 0 : Srgb.ofByte(rgb[p]);
                g[at] = p < 0 ? 0 : Srgb.ofByte(rgb[p + 1]);
                b[at] = p < 0 ? 0 : Srgb.ofByte(rgb[p + 2]);
            }
        }
    }

    /** A picture's light as bytes of a size, which may be larger: then by what lies around; top row first, and what is no number is black. */
    static void code(Picture from, byte[] rgb, int width, int height) {
        if (from.width == width && from.height == height) {
            code(from, rgb);
            return;
        }
        int[] left = new int[width];
        float[] part = new float[width];
        for (int x = 0; x < width; x++) {
            double at = Math.clamp((x + 0.5) * from.width / width - 0.5, 0.0, from.width - 1.0);
            left[x] = (int) at;
            part[x] = (float) (at - left[x]);
        }
        for (int y = 0; y < height; y++) {
            double at = Math.clamp((height - y - 0.5) * from.height / height - 0.5, 0.0, from.height - 1.0);
            int low = (int) at;
            float up = (float) (at - low);
            int row = from.at(low);
            int above = from.at(Math.min(from.height - 1, low + 1));
            for (int c = 0; c < 3; c++) {
                float[] plane = from.plane(c);
                for (int x = 0; x < width; x++) {
                    int a = left[x];
                    int b = Math.min(from.width - 1, a + 1);
                    float lower = plane[row + a] + (plane[row + b] - plane[row + a]) * part[x];
                    float upper = plane[above + a] + (plane[above + b] - plane[above + a]) * part[x];
                    float light = lower + (upper - lower) * up;
                    float shown = light > 0 ? Math.min(1, light) : 0;
                    rgb[(y * width + x) * 3 + c] = Srgb.toByte(shown);
                }
            }
        }
    }

    private static void code(Picture from, byte[] rgb) {
        for (int y = 0; y < from.height; y++) {
            int row = from.at(from.height - 1 - y);
            for (int x = 0; x < from.width; x++) {
                for (int c = 0; c < 3; c++) {
                    float light = from.plane(c)[row + x];
                    float shown = light > 0 ? Math.min(1, light) : 0;
                    rgb[(y * from.width + x) * 3 + c] = Srgb.toByte(shown);
                }
            }
        }
    }

    /** A part of the light of each code, in steps of {@link #CODE}. */
    private static int[] light(double part) {
        int[] all = new int[256];
        for (int i = 0; i < 256; i++) all[i] = (int) Math.round(part * FINE * Srgb.ofByte((byte) i));
        return all;
    }

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
        mix(before, beforeWidth, beforeHeight, next, width, height, light(1 - weight), light(weight), out);
    }

    private static void mix(
            byte[] before,
            int beforeWidth,
            int beforeHeight,
            byte[] next,
            int width,
            int height,
            int[] a,
            int[] b,
            byte[] out) {
        if (beforeWidth == width && beforeHeight == height) {
            for (int i = 0; i < width * height * 3; i++) out[i] = CODE[a[before[i] & 255] + b[next[i] & 255]];
            return;
        }
        Fitted fitted = new Fitted(beforeWidth, beforeHeight, width, height);
        int[] columns = new int[width];
        for (int x = 0; x < width; x++) columns[x] = fitted.column(x);
        for (int y = 0; y < height; y++) {
            int row = fitted.row(y);
            for (int x = 0; x < width; x++) {
                boolean there = row >= 0 && columns[x] >= 0;
                int p = there ? row + columns[x] : 0;
                int q = (y * width + x) * 3;
                for (int c = 0; c < 3; c++)
                    out[q + c] = CODE[b[next[q + c] & 255] + (there ? a[before[p + c] & 255] : 0)];
            }
        }
    }
}
