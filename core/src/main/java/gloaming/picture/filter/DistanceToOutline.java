package gloaming.picture.filter;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * How far each pixel is from the outline of what is light: exact Euclidean distances in time linear in the pixels (Felzenszwalb
 * and Huttenlocher 2012, section 2), columns first, then rows.
 */
@Id("outline-distance")
@StepInfo(
        name = "Distance to outline",
        does = "Shows how far every place is from the outline of what is light.",
        find = "distance field sdf contour outline growing rings lines transform outline distance sdf signed field",
        begins = "level=0.18",
        notice = "The farther from the outline, the brighter.",
        example = "lettering words=MILL size=0.7 > *")
public record DistanceToOutline(
        @Id("level") @Range(min = 0, max = 2, initial = 0.5, says = "Lighter than this is inside.")
        double level,

        @Id("side") @Choice(initial = "outside", says = "Distances outside, inside, or both with those inside below 0.")
        Side side,

        @Id("white")
        @Range(min = 0.01, max = 8, initial = 1, unit = "units", byRatio = true, says = "The distance that is white.")
        double white)
        implements Operation<Picture, Picture, DistanceToOutline.Memory> {

    /** On which side of the outline. */
    public enum Side {
        @Id("outside")
        OUTSIDE,
        @Id("inside")
        INSIDE,
        @Id("both")
        BOTH
    }

    /** Farther than anything in a picture, squared, in pixels. */
    private static final float FAR = 1e12f;

    private static final ThreadLocal<Line> LINES = ThreadLocal.withInitial(Line::new);

    /** Squared distances to the nearest pixel inside and to the nearest outside. */
    public static final class Memory {
        private float[] toInside = {};
        private float[] toOutside = {};
    }

    @Override
    public boolean timeless() {
        return true;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Picture run(Picture in, Memory memory, Frame frame) {
        int n = in.pixels();
        if (memory.toInside.length != n) {
            memory.toInside = new float[n];
            memory.toOutside = new float[n];
        }
        float[] inside = memory.toInside;
        float[] outside = memory.toOutside;
        float edge = (float) level;
        for (int i = 0; i < n; i++) {
            boolean in0 = 0.2126f * in.r()[i] + 0.7152f * in.g()[i] + 0.0722f * in.b()[i] > edge;
            inside[i] = in0 ? 0 : FAR;
            outside[i] = in0 ? FAR : 0;
        }
        Picture out = frame.picture();
        if (side != Side.INSIDE) distances(inside, in.width, in.height, frame);
        if (side != Side.OUTSIDE) distances(outside, in.width, in.height, frame);
        // The outline runs between two pixels' middles, half a pixel from each.
        float k = (float) (2.0 / in.height / white);
        frame.crew().each(out.height, 16, (from, to) -> {
            for (int i = out.at(from); i < out.at(to); i++) {
                float d = 0;
                if (side != Side.INSIDE && inside[i] > 0) d = (float) Math.sqrt(inside[i]) - 0.5f;
                else if (side != Side.OUTSIDE && outside[i] > 0) d = (float) Math.sqrt(outside[i]) - 0.5f;
                if (side == Side.BOTH && outside[i] > 0) d = -d;
                // Where there is no outline at all, everything is as far as the frame is wide.
                float v = k * Math.clamp(d, -2f * out.width, 2f * out.width);
                out.r()[i] = v;
                out.g()[i] = v;
                out.b()[i] = v;
                out.a()[i] = 1;
            }
        });
        return out;
    }

    private static void distances(float[] d, int w, int h, Frame frame) {
        frame.crew().each(w, 16, (from, to) -> {
            Line line = LINES.get().room(h);
            for (int x = from; x < to; x++) line.transform(d, x, w, h);
        });
        frame.crew().each(h, 8, (from, to) -> {
            Line line = LINES.get().room(w);
            for (int y = from; y < to; y++) line.transform(d, y * w, 1, w);
        });
    }

    /** The lower envelope of parabolas along one line; the names are the paper's. */
    private static final class Line {
        private float[] f = {};
        private int[] v = {};
        private float[] z = {};

        Line room(int n) {
            if (f.length < n) {
                f = new float[n];
                v = new int[n];
                z = new float[n + 1];
            }
            return this;
        }

        void transform(float[] d, int at, int stride, int n) {
            for (int q = 0; q < n; q++) f[q] = d[at + q * stride];
            int k = 0;
            v[0] = 0;
            z[0] = Float.NEGATIVE_INFINITY;
            z[1] = Float.POSITIVE_INFINITY;
            for (int q = 1; q < n; q++) {
                if (f[q] >= FAR) continue;
                float s = meet(q, v[k]);
                while (k > 0 && s <= z[k]) s = meet(q, v[--k]);
                if (k == 0 && s <= z[0] || f[v[k]] >= FAR) k = -1;
                k++;
                v[k] = q;
                z[k] = k == 0 ? Float.NEGATIVE_INFINITY : s;
                z[k + 1] = Float.POSITIVE_INFINITY;
            }
            int j = 0;
            for (int q = 0; q < n; q++) {
                while (z[j + 1] < q) j++;
                float away = q - v[j];
                d[at + q * stride] = Math.min(FAR, away * away + f[v[j]]);
            }
        }

        private float meet(int q, int p) {
            return (float) (((double) f[q] + (double) q * q - f[p] - (double) p * p) / (2.0 * (q - p)));
        }
    }
}
