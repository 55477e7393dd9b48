package gloaming.venue;

import java.util.List;

/**
 * The way between a square from 0 to 1 and four corners as a camera sees one flat thing (Heckbert, "Fundamentals of Texture Mapping and
 * Image Warping", 1989, section 2.2.3), from the corners back to the square: {@code u = (a x + b y + c) / (g x + h y + i)}.
 */
record Homography(double a, double b, double c, double d, double e, double f, double g, double h, double i) {
    /** From places in pixels of what leaves, which is so large, to the square whose corners lie there. */
    static Homography to(List<Place> corners, int width, int height) {
        double[] pq = perspective(corners, width, height);
        double p = pq[0];
        double q = pq[1];
        double x0 = corners.get(0).x() * width;
        double y0 = corners.get(0).y() * height;
        double x1 = corners.get(1).x() * width;
        double y1 = corners.get(1).y() * height;
        double x3 = corners.get(3).x() * width;
        double y3 = corners.get(3).y() * height;
        return inverse(x1 - x0 + p * x1, x3 - x0 + q * x3, x0, y1 - y0 + p * y1, y3 - y0 + q * y3, y0, p, q);
    }

    /** How much each corner weighs: along a side from a to b its part t lies at {@code b w(b) t / (w(a) (1 - t) + w(b) t)} of the way. */
    static double[] weights(List<Place> corners, int width, int height) {
        double[] pq = perspective(corners, width, height);
        return new double[] {1, 1 + pq[0], 1 + pq[0] + pq[1], 1 + pq[1]};
    }

    private static double[] perspective(List<Place> corners, int width, int height) {
        double x0 = corners.get(0).x() * width;
        double y0 = corners.get(0).y() * height;
        double x1 = corners.get(1).x() * width;
        double y1 = corners.get(1).y() * height;
        double x2 = corners.get(2).x() * width;
        double y2 = corners.get(2).y() * height;
        double x3 = corners.get(3).x() * width;
        double y3 = corners.get(3).y() * height;
        double sx = x0 - x1 + x2 - x3;
        double sy = y0 - y1 + y2 - y3;
        double dx1 = x1 - x2;
        double dx2 = x3 - x2;
        double dy1 = y1 - y2;
        double dy2 = y3 - y2;
        double det = dx1 * dy2 - dx2 * dy1;
        double p = (sx * dy2 - dx2 * sy) / det;
        double q = (dx1 * sy - sx * dy1) / det;
        return new double[] {p, q};
    }

    /** The way back, of which only the ratios count; its denominator is above 0 within the corners. */
    private static Homography inverse(double a, double b, double c, double d, double e, double f, double g, double h) {
        double det = a * (e - f * h) - b * (d - f * g) + c * (d * h - e * g);
        return new Homography(
                (e - f * h) / det,
                (c * h - b) / det,
                (b * f - c * e) / det,
                (f * g - d) / det,
                (a - c * g) / det,
                (c * d - a * f) / det,
                (d * h - e * g) / det,
                (b * g - a * h) / det,
                (a * e - b * d) / det);
    }

    double u(double x, double y) {
        return (a * x + b * y + c) / (g * x + h * y + i);
    }

    double v(double x, double y) {
        return (d * x + e * y + f) / (g * x + h * y + i);
    }
}
