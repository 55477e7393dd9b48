package gloaming.points;

import gloaming.flow.Attribute;
import gloaming.flow.Canvas;
import gloaming.flow.Column;
import gloaming.flow.Points;

/** A plain view of points as small marks, so that a chain can be looked at before anything draws it. */
final class Sketch {
    /** More points than this are thinned out evenly. */
    private static final int MOST = 20_000;

    private Sketch() {}

    /** Draws the points in their own colours, dim ones lifted so that they are seen. */
    static void points(Points points, Canvas canvas) {
        canvas.ground((byte) 9, (byte) 8, (byte) 15);
        int width = canvas.width;
        int height = canvas.height;
        int mark = canvas.mark;
        Column px = points.column(Attribute.X);
        Column py = points.column(Attribute.Y);
        Column pz = points.column(Attribute.Z);
        float cos = (float) Math.cos(canvas.round);
        float sin = (float) Math.sin(canvas.round);
        float cosHigh = (float) Math.cos(canvas.high);
        float sinHigh = (float) Math.sin(canvas.high);
        Column red = points.column(Attribute.RED);
        Column green = points.column(Attribute.GREEN);
        Column blue = points.column(Attribute.BLUE);
        int n = points.n();
        int stride = Math.max(1, (n + MOST - 1) / MOST);
        for (int i = 0; i < n; i += stride) {
            float across = px.at(i) * cos - pz.at(i) * sin;
            float near = px.at(i) * sin + pz.at(i) * cos;
            float above = py.at(i) * cosHigh - near * sinHigh;
            int x = Math.round(across * height / 2 + width / 2f);
            int y = Math.round(height / 2f - above * height / 2);
            if (!(x >= 0 && y >= 0 && x <= width - mark && y <= height - mark)) continue;
            float most = Math.max(0.001f, Math.max(red.at(i), Math.max(green.at(i), blue.at(i))));
            for (int m = 0; m < mark * mark; m++) {
                int at = ((canvas.top + y + m / mark) * canvas.stride + canvas.left + x + m % mark) * 3;
                canvas.rgb[at] = level(red.at(i) / most);
                canvas.rgb[at + 1] = level(green.at(i) / most);
                canvas.rgb[at + 2] = level(blue.at(i) / most);
            }
        }
    }

    private static byte level(float part) {
        return (byte) (60 + 190 * Math.sqrt(Math.clamp(part, 0f, 1f)));
    }
}
