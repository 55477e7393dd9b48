package gloaming.web.page;

import gloaming.curve.Keys;
import java.util.Locale;

/** A curve in the size of a word, as SVG: its course from its first key to its last. */
final class CurvePicture {
    private static final int WIDTH = 72;
    private static final int HEIGHT = 20;
    private static final int EDGE = 2;
    private static final int PARTS = 90;

    private CurvePicture() {}

    static String of(Keys keys) {
        double from = keys.keys().getFirst().time();
        double to = Math.max(from + 1e-3, keys.keys().getLast().time());
        double[] course = new double[PARTS + 1];
        double low = Double.MAX_VALUE;
        double high = -Double.MAX_VALUE;
        for (int i = 0; i <= PARTS; i++) {
            course[i] = keys.at(from + (to - from) * i / PARTS);
            low = Math.min(low, course[i]);
            high = Math.max(high, course[i]);
        }
        // What differs by its rounding only is level.
        boolean level = high - low <= 1e-9 * Math.max(1, Math.abs(high));
        StringBuilder points = new StringBuilder();
        for (int i = 0; i <= PARTS; i++) {
            double part = level ? 0.5 : (course[i] - low) / (high - low);
            double x = EDGE + (double) i / PARTS * (WIDTH - 2 * EDGE);
            double y = HEIGHT - EDGE - part * (HEIGHT - 2 * EDGE);
            points.append(String.format(Locale.ROOT, "%.1f,%.1f ", x, y));
        }
        return """
                <svg xmlns="http://www.w3.org/2000/svg" width="%d" height="%d" viewBox="0 0 %d %d">\
                <polyline fill="none" stroke="#ffb071" stroke-width="1.6" points="%s"/></svg>
                """.formatted(WIDTH, HEIGHT, WIDTH, HEIGHT, points.toString().strip());
    }
}
