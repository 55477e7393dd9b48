package gloaming.picture.drawing;

import gloaming.flow.Attribute;
import gloaming.flow.Points;

/** The places of a line in a picture's own pixels: from each to the next runs a segment, whose thickness and colour run with it. */
final class LinePieces {
    /** Pixels: the least radius drawn. */
    private static final float LEAST = 0.5f;

    float[] x = new float[64];
    float[] y = new float[64];
    float[] radius = new float[64];
    float[] red = new float[64];
    float[] green = new float[64];
    float[] blue = new float[64];
    float[] alpha = new float[64];
    /** Whether nothing is drawn from a place to the next. */
    boolean[] broken = new boolean[64];
    /** How many places there are. */
    int n;

    /** From a point's own units to pixels. */
    private float scale;

    private float middleX;
    private float middleY;

    /** Begins anew with so many places in a picture of that size. */
    void begin(int wanted, int width, int height) {
        n = wanted;
        scale = height / 2f;
        middleX = width / 2f - 0.5f;
        middleY = height / 2f - 0.5f;
        room(wanted);
    }

    private void room(int wanted) {
        if (x.length >= wanted) return;
        int room = wanted + wanted / 2;
        x = new float[room];
        y = new float[room];
        radius = new float[room];
        red = new float[room];
        green = new float[room];
        blue = new float[room];
        alpha = new float[room];
        broken = new boolean[room];
    }

    /** Segments: one for each two neighbours, and a lone point is a segment with itself. */
    int segments() {
        return n == 1 ? 1 : Math.max(0, n - 1);
    }

    int other(int i) {
        return n == 1 ? 0 : i + 1;
    }

    /** A place between points b and c, at {@code t} of the way, with a and d before and after them. */
    void put(int at, Points p, int a, int b, int c, int d, float t, Stroke.Manner manner) {
        boolean smooth = manner.smooth();
        x[at] = curve(p, Attribute.X, a, b, c, d, t, smooth) * scale + middleX;
        y[at] = curve(p, Attribute.Y, a, b, c, d, t, smooth) * scale + middleY;
        float r = (float) (mix(p, Attribute.SIZE, b, c, t) * manner.size()) * scale;
        float shrink = Math.min(1, Math.max(0, r) / LEAST);
        radius[at] = Math.max(LEAST, r);
        alpha[at] = mix(p, Attribute.ALPHA, b, c, t) * shrink;
        red[at] = (float) (mix(p, Attribute.RED, b, c, t) * manner.brightness());
        green[at] = (float) (mix(p, Attribute.GREEN, b, c, t) * manner.brightness());
        blue[at] = (float) (mix(p, Attribute.BLUE, b, c, t) * manner.brightness());
        // What is nowhere breaks the line and does no harm.
        if (!Float.isFinite(x[at] + y[at] + radius[at] + alpha[at])) {
            x[at] = 0;
            y[at] = 0;
            radius[at] = LEAST;
            alpha[at] = 0;
        }
    }

    /** Along the uniform Catmull-Rom spline (1974) through b and c, or straight. */
    private static float curve(Points p, Attribute attribute, int a, int b, int c, int d, float t, boolean smooth) {
        float p1 = p.at(attribute, b);
        float p2 = p.at(attribute, c);
        if (!smooth) return p1 + (p2 - p1) * t;
        float p0 = p.at(attribute, a);
        float p3 = p.at(attribute, d);
        return 0.5f
                * (2 * p1
                        + (p2 - p0) * t
                        + (2 * p0 - 5 * p1 + 4 * p2 - p3) * t * t
                        + (3 * p1 - p0 - 3 * p2 + p3) * t * t * t);
    }

    private static float mix(Points p, Attribute attribute, int b, int c, float t) {
        float from = p.at(attribute, b);
        return from + (p.at(attribute, c) - from) * t;
    }

    /** The first band of so many rows that a segment touches; none where it is not seen. */
    int first(int i, int width, int height, int rows) {
        int j = other(i);
        float r = Math.max(radius[i], radius[j]) + 0.5f;
        boolean seen = (n == 1 || !broken[i])
                && Math.max(x[i], x[j]) + r > 0
                && Math.min(x[i], x[j]) - r < width
                && Math.max(y[i], y[j]) + r > 0
                && Math.min(y[i], y[j]) - r < height
                && alpha[i] + alpha[j] > 0;
        return seen ? Math.max(0, (int) Math.floor((Math.min(y[i], y[j]) - r) / rows)) : Integer.MAX_VALUE;
    }

    int last(int i, int bands, int rows) {
        int j = other(i);
        return Math.min(bands - 1, (int)
                Math.floor((Math.max(y[i], y[j]) + Math.max(radius[i], radius[j]) + 0.5f) / rows));
    }

    /** Takes a segment out, to be drawn. */
    void segment(Segment to, int i) {
        int j = other(i);
        to.x = x[i];
        to.y = y[i];
        to.dx = x[j] - x[i];
        to.dy = y[j] - y[i];
        to.radius = radius[i];
        to.wider = radius[j] - radius[i];
        to.alpha = alpha[i];
        to.alphas = alpha[j] - alpha[i];
        to.red = red[i];
        to.reds = red[j] - red[i];
        to.green = green[i];
        to.greens = green[j] - green[i];
        to.blue = blue[i];
        to.blues = blue[j] - blue[i];
    }
}
