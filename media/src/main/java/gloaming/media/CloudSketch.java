package gloaming.media;

import gloaming.flow.Attribute;
import gloaming.flow.Picture;
import gloaming.flow.Points;

/** A small picture of a cloud of points: all of it, seen a little from the side and from above. */
final class CloudSketch {
    private static final double TURN = 0.6;
    private static final double TILT = 0.35;
    /** Of the height, how much the cloud fills. */
    private static final double FILLED = 0.88;
    /** So many points with all their light fill the picture; of more, each has less. */
    private static final float FULL = 3_000;

    private static final float LEAST = 0.08f;
    private static final float MOST = 0.9f;

    private CloudSketch() {}

    static Picture of(Points points, int width, int height) {
        Picture out = new Picture(width, height).fill(0, 0, 0, 1);
        int n = points.n();
        float[] across = new float[n];
        float[] up = new float[n];
        for (int i = 0; i < n; i++) {
            double x = points.at(Attribute.X, i);
            double y = points.at(Attribute.Y, i);
            double z = points.at(Attribute.Z, i);
            across[i] = (float) (x * Math.cos(TURN) + z * Math.sin(TURN));
            double deep = z * Math.cos(TURN) - x * Math.sin(TURN);
            up[i] = (float) (y * Math.cos(TILT) - deep * Math.sin(TILT));
        }
        float[] spanX = span(across);
        float[] spanY = span(up);
        double scale =
                FILLED * Math.min(width / (double) (spanX[1] - spanX[0]), height / (double) (spanY[1] - spanY[0]));
        if (!Double.isFinite(scale)) scale = 1;
        float one = Math.clamp(FULL / Math.max(1, n), LEAST, MOST);
        for (int i = 0; i < n; i++) {
            double px = (across[i] - (spanX[0] + spanX[1]) / 2) * scale + width / 2.0;
            double py = (up[i] - (spanY[0] + spanY[1]) / 2) * scale + height / 2.0;
            if (!(px >= 0 && py >= 0 && px < width && py < height)) continue;
            int at = (int) py * width + (int) px;
            // Crowded pixels come near to white and never get there all at once.
            out.r()[at] += (1 - out.r()[at]) * one * Math.clamp(points.at(Attribute.RED, i), 0f, 1f);
            out.g()[at] += (1 - out.g()[at]) * one * Math.clamp(points.at(Attribute.GREEN, i), 0f, 1f);
            out.b()[at] += (1 - out.b()[at]) * one * Math.clamp(points.at(Attribute.BLUE, i), 0f, 1f);
        }
        return out;
    }

    /** The least and the largest of those that are numbers. */
    private static float[] span(float[] values) {
        float low = Float.MAX_VALUE;
        float high = -Float.MAX_VALUE;
        for (float value : values) {
            if (!Float.isFinite(value)) continue;
            low = Math.min(low, value);
            high = Math.max(high, value);
        }
        return high >= low ? new float[] {low, high} : new float[] {0, 0};
    }
}
