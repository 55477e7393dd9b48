package gloaming.picture.drawing;

import gloaming.flow.Kernel;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorSpecies;

/** Rows of soft dots, large ones a row at a time and small ones whole. */
@Kernel
final class DotKernels {
    private static final int LANES = Vectors.LANES;
    private static final FloatVector INDEX =
            FloatVector.zero(FloatVector.SPECIES_PREFERRED).addIndex(1);
    private static final VectorSpecies<Float> F4 = FloatVector.SPECIES_128;
    private static final FloatVector FOUR = FloatVector.zero(F4).addIndex(1);

    private DotKernels() {}

    /**
     * The rows of a dot: coverage by the squared distance, from {@code x} pixels left of the dot's middle and {@code y} below it
     * on. The terms are those of {@link Dots#cover}; {@code hide} is how much of what lies behind a dot hides, 0 or 1.
     */
    public static void dot(
            float[] r,
            float[] g,
            float[] b,
            float[] a,
            int at,
            int stride,
            int rows,
            int n,
            float x,
            float y,
            float middle,
            float inverse,
            float alpha,
            float red,
            float green,
            float blue,
            float hide) {
        for (int row = 0; row < rows; row++) {
            float most = middle - (y + row) * (y + row) * inverse;
            if (most <= 0) continue;
            for (int i = at + row * stride, k = 0; k < n; i += LANES, k += LANES) {
                FloatVector dx = INDEX.add(x + k);
                FloatVector q = dx.mul(dx).mul(-inverse).add(most).max(0f).min(1f);
                FloatVector c = q.mul(-2f).add(3f).mul(q).mul(q).mul(alpha);
                FloatVector keep = c.mul(-hide).add(1f);
                Vectors.load(r, i).mul(keep).add(c.mul(red)).intoArray(r, i);
                Vectors.load(g, i).mul(keep).add(c.mul(green)).intoArray(g, i);
                Vectors.load(b, i).mul(keep).add(c.mul(blue)).intoArray(b, i);
                FloatVector av = Vectors.load(a, i);
                av.add(c).sub(av.mul(c)).intoArray(a, i);
            }
        }
    }

    /**
     * Dots no wider than four pixels, from one record on until one is wider; gives the index of that. A record is place, radius,
     * strength and colour; {@code low} to {@code high} are the rows, of which the first is at {@code row} in the planes. The terms are
     * those of {@link Dots#cover}.
     */
    public static int specks(
            float[] r,
            float[] g,
            float[] b,
            float[] a,
            int row,
            int width,
            int low,
            int high,
            float[] records,
            int from,
            int to,
            float softness,
            float hide) {
        int k = from;
        for (; k < to; k++) {
            int c = k * Dots.RECORD;
            float radius = records[c + 2];
            if (radius > Dots.SPECK) return k;
            float x = records[c];
            float y = records[c + 1];
            float alpha = records[c + 3];
            float red = records[c + 4];
            float green = records[c + 5];
            float blue = records[c + 6];
            float soft = Math.max(softness, Math.min(1f, 2f / radius));
            float inverse = 1 / (radius * radius * soft);
            float middle = 1 / soft;
            // Both are above -2 here, so that cutting off after adding 2 is rounding down.
            int left = Math.min(width - 4, Math.max(0, (int) (x - radius + 3) - 2));
            int bottom = Math.max(low, (int) (y - radius + 3) - 2);
            int top = Math.min(high, (int) (y + radius + 2) - 1);
            FloatVector dx = FOUR.add(left - x);
            FloatVector across = dx.mul(dx).mul(-inverse);
            for (int line = bottom; line < top; line++) {
                float dy = line - y;
                FloatVector q = across.add(middle - dy * dy * inverse).max(0f).min(1f);
                FloatVector cover = q.mul(-2f).add(3f).mul(q).mul(q).mul(alpha);
                FloatVector keep = cover.mul(-hide).add(1f);
                int i = row + (line - low) * width + left;
                keep.mul(FloatVector.fromArray(F4, r, i)).add(cover.mul(red)).intoArray(r, i);
                keep.mul(FloatVector.fromArray(F4, g, i)).add(cover.mul(green)).intoArray(g, i);
                keep.mul(FloatVector.fromArray(F4, b, i)).add(cover.mul(blue)).intoArray(b, i);
                FloatVector av = FloatVector.fromArray(F4, a, i);
                cover.add(av).sub(cover.mul(av)).intoArray(a, i);
            }
        }
        return k;
    }
}
