package gloaming.shape.skin;

import gloaming.flow.Attribute;
import gloaming.flow.Crew;
import gloaming.flow.Points;
import java.util.Arrays;

/** A lattice of numbers round points: each adds a round hill, so that near ones run together (Wyvill, McPheeters and Wyvill 1986). */
final class Field {
    /** Numbers in the lattice, at most. */
    private static final int MOST = 3_000_000;

    int across;
    int up;
    int deep;
    /** Units from number to number, and where the first lies. */
    double cell;

    double left;
    double below;
    double behind;
    float[] sum = {};
    /** Colours by the weight of the hills. */
    float[] red = {};

    float[] green = {};
    float[] blue = {};

    /** The level at which a point alone has just its own radius. */
    float level;

    /** Fills it; false where there are no points. */
    boolean fill(Points in, double thickness, double reach, int detail, Crew crew) {
        double[] low = {Double.MAX_VALUE, Double.MAX_VALUE, Double.MAX_VALUE};
        double[] high = {-Double.MAX_VALUE, -Double.MAX_VALUE, -Double.MAX_VALUE};
        double widest = 0;
        for (int i = 0; i < in.n(); i++) {
            double r = radius(in, i, thickness);
            if (!there(in, i, r)) continue;
            double far = r * reach;
            widest = Math.max(widest, far);
            span(low, high, 0, in.at(Attribute.X, i), far);
            span(low, high, 1, in.at(Attribute.Y, i), far);
            span(low, high, 2, in.at(Attribute.Z, i), far);
        }
        if (widest == 0) return false;
        double longest = 0;
        for (int k = 0; k < 3; k++) longest = Math.max(longest, high[k] - low[k]);
        cell = longest / detail;
        while (cells(low, high) > MOST) cell *= 1.1;
        across = (int) ((high[0] - low[0]) / cell) + 3;
        up = (int) ((high[1] - low[1]) / cell) + 3;
        deep = (int) ((high[2] - low[2]) / cell) + 3;
        left = low[0] - cell;
        below = low[1] - cell;
        behind = low[2] - cell;
        int n = across * up * deep;
        if (sum.length < n) {
            int room = (int) Math.min(2L * MOST, n + n / 4);
            sum = new float[room];
            red = new float[room];
            green = new float[room];
            blue = new float[room];
        }
        double edge = 1 - 1 / (reach * reach);
        level = (float) (edge * edge);
        crew.each(deep, 4, (from, to) -> {
            int a = from * across * up;
            int b = to * across * up;
            Arrays.fill(sum, a, b, 0);
            Arrays.fill(red, a, b, 0);
            Arrays.fill(green, a, b, 0);
            Arrays.fill(blue, a, b, 0);
            for (int i = 0; i < in.n(); i++) hill(in, i, thickness, reach, from, to);
        });
        return true;
    }

    private double cells(double[] low, double[] high) {
        double all = 1;
        for (int k = 0; k < 3; k++) all *= (high[k] - low[k]) / cell + 3;
        return all;
    }

    private static double radius(Points in, int i, double thickness) {
        return thickness * in.at(Attribute.SIZE, i);
    }

    private static boolean there(Points in, int i, double r) {
        double sum =
                Math.abs(in.at(Attribute.X, i)) + Math.abs(in.at(Attribute.Y, i)) + Math.abs(in.at(Attribute.Z, i));
        return sum < 1e4 && r > 1e-5 && r < 1e3;
    }

    private static void span(double[] low, double[] high, int k, double at, double far) {
        low[k] = Math.min(low[k], at - far);
        high[k] = Math.max(high[k], at + far);
    }

    private void hill(Points in, int i, double thickness, double reach, int from, int to) {
        double r = radius(in, i, thickness);
        if (!there(in, i, r)) return;
        double far = r * reach;
        double x = in.at(Attribute.X, i);
        double y = in.at(Attribute.Y, i);
        double z = in.at(Attribute.Z, i);
        int z0 = Math.max(from, (int) Math.ceil((z - far - behind) / cell));
        int z1 = Math.min(to - 1, (int) ((z + far - behind) / cell));
        if (z0 > z1) return;
        int x0 = Math.max(0, (int) Math.ceil((x - far - left) / cell));
        int x1 = Math.min(across - 1, (int) ((x + far - left) / cell));
        int y0 = Math.max(0, (int) Math.ceil((y - far - below) / cell));
        int y1 = Math.min(up - 1, (int) ((y + far - below) / cell));
        float red = in.at(Attribute.RED, i);
        float green = in.at(Attribute.GREEN, i);
        float blue = in.at(Attribute.BLUE, i);
        float over = (float) (1 / (far * far));
        for (int k = z0; k <= z1; k++) {
            float dz = (float) (behind + k * cell - z);
            for (int j = y0; j <= y1; j++) {
                float dy = (float) (below + j * cell - y);
                float rest = 1 - (dz * dz + dy * dy) * over;
                if (rest <= 0) continue;
                int row = (k * up + j) * across;
                for (int h = x0; h <= x1; h++) {
                    float dx = (float) (left + h * cell - x);
                    float w = Math.max(0, rest - dx * dx * over);
                    w *= w;
                    sum[row + h] += w;
                    this.red[row + h] += w * red;
                    this.green[row + h] += w * green;
                    this.blue[row + h] += w * blue;
                }
            }
        }
    }
}
