package gloaming.play;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;

/** A plain view of points as small marks, so that a chain can be looked at before anything draws it. */
final class Sketch {
    /** More points than this are thinned out evenly. */
    private static final int MOST = 20_000;

    private static final byte[] GROUND = {9, 8, 15};

    private double round;
    private double high;

    /** Looks at the points of a step as the next step of its lane does that is dragged round: a camera. */
    void turned(Plan plan, Plan.StepRun run) {
        round = 0;
        high = 0;
        Plan.LaneRun lane = null;
        for (Plan.LaneRun l : plan.lanes) if (l.steps.contains(run)) lane = l;
        for (int k = lane == null ? 0 : lane.steps.indexOf(run) + 1; lane != null && k < lane.steps.size(); k++) {
            Plan.StepRun later = lane.steps.get(k);
            var settings = later.description.settings();
            for (int i = 0; i < settings.size() && i < later.arguments.length; i++) {
                if (settings.get(i).drag() == null || !(later.arguments[i] instanceof Double turn)) continue;
                if (settings.get(i).drag() == gloaming.step.Range.Drag.ACROSS) round = 2 * Math.PI * turn;
                if (settings.get(i).drag() == gloaming.step.Range.Drag.UP) high = 2 * Math.PI * turn;
            }
            if (round != 0 || high != 0) return;
        }
    }

    /** Draws the points into part of an RGB image, in their own colours, dim ones lifted so that they are seen. */
    void points(Points points, byte[] image, int imageWidth, int left, int top, int width, int height, int mark) {
        for (int y = top; y < top + height; y++) {
            for (int x = left; x < left + width; x++) System.arraycopy(GROUND, 0, image, (y * imageWidth + x) * 3, 3);
        }
        Column px = points.column(Attribute.X);
        Column py = points.column(Attribute.Y);
        Column pz = points.column(Attribute.Z);
        float cos = (float) Math.cos(round);
        float sin = (float) Math.sin(round);
        float cosHigh = (float) Math.cos(high);
        float sinHigh = (float) Math.sin(high);
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
            if (!(x >= 0 && y >= 0 && x + mark <= width && y + mark <= height)) continue;
            float most = Math.max(0.001f, Math.max(red.at(i), Math.max(green.at(i), blue.at(i))));
            for (int m = 0; m < mark * mark; m++) {
                int at = ((top + y + m / mark) * imageWidth + left + x + m % mark) * 3;
                image[at] = level(red.at(i) / most);
                image[at + 1] = level(green.at(i) / most);
                image[at + 2] = level(blue.at(i) / most);
            }
        }
    }

    private static byte level(float part) {
        return (byte) (60 + 190 * Math.sqrt(Math.clamp(part, 0f, 1f)));
    }
}
