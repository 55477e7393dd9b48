package gloaming.picture.drawing;

import gloaming.flow.Kernel;
import gloaming.flow.Picture;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/**
 * One piece of a {@link Stroke} on the way into a picture: where it begins, and how everything about it changes up to its end.
 *
 * <p>How much it covers each pixel that it may reach is worked out first, for all rows, and then laid into one plane after the other.
 * Each of these loops is a compilation unit of its own ({@code hotspot.txt}): all in one were more than the JIT takes, and their
 * vectors became objects.
 */
final class Segment {
    private static final VectorSpecies<Float> F = FloatVector.SPECIES_PREFERRED;
    private static final int LANES = F.length();
    private static final FloatVector INDEX = FloatVector.zero(F).addIndex(1);
    /** What stands for a pixel that is left as it is. */
    private static final float LEFT_AS_IS = -1;

    float x;
    float y;
    float dx;
    float dy;
    float radius;
    float wider;
    float alpha;
    float alphas;
    float red;
    float reds;
    float green;
    float greens;
    float blue;
    float blues;
    float softness;

    /** The first column that it may reach in each row, and how many there are. */
    private int[] first = new int[16];

    private int[] count = new int[16];
    /** Of each of these pixels how much is covered, and how far along the segment it is; so many to a row, whole vectors. */
    private float[] cover = new float[0];

    private float[] along = new float[0];
    private int stride;

    /** Draws it onto rows {@code from} to {@code to}, adding its light, or covering what it covers more than what is there. */
    void draw(Picture out, int from, int to, boolean adds) {
        float reach = Math.max(radius, radius + wider) + 0.5f;
        int bottom = Math.max(from, (int) Math.ceil(Math.min(y, y + dy) - reach));
        int top = Math.min(to, (int) Math.floor(Math.max(y, y + dy) + reach) + 1);
        if (bottom >= top) return;
        int rows = top - bottom;
        span(bottom, rows, reach, out.width);
        if (stride == 0) return;
        cover(bottom, rows, out.width);
        int at = out.at(bottom);
        int end = out.at(to);
        if (adds) {
            add(out.r(), out.g(), out.b(), at, out.width, rows, end);
            join(out.a(), at, out.width, rows, end);
        } else {
            claim(out.a(), at, out.width, rows, end);
            put(out.r(), out.g(), out.b(), at, out.width, rows, end);
        }
    }

    /** Finds the part of each row that it can reach: a long slanting one is far from most of its box. */
    private void span(int bottom, int rows, float reach, int width) {
        if (first.length < rows) {
            first = new int[rows];
            count = new int[rows];
        }
        float low = Math.min(x, x + dx) - reach;
        float high = Math.max(x, x + dx) + reach;
        boolean steep = Math.abs(dy) > 1;
        float slope = steep ? dx / dy : 0;
        int most = 0;
        for (int row = 0; row < rows; row++) {
            float left = low;
            float right = high;
            if (steep) {
                float middle = x + slope * (bottom + row - y);
                float far = Math.abs(slope) * reach + reach;
                left = Math.max(low, middle - far);
                right = Math.min(high, middle + far);
            }
            first[row] = Math.max(0, (int) Math.ceil(left));
            count[row] = Math.max(0, Math.min(width, (int) Math.floor(right) + 1) - first[row]);
            most = Math.max(most, count[row]);
        }
        stride = (most + LANES - 1) & -LANES;
        if (cover.length >= rows * stride) return;
        cover = new float[2 * rows * stride];
        along = new float[2 * rows * stride];
    }

    @Kernel
    private void cover(int bottom, int rows, int width) {
        float length2 = dx * dx + dy * dy;
        float inverse = length2 > 0 ? 1 / length2 : 0;
        for (int row = 0; row < rows; row++) {
            float up = bottom + row - y;
            int at = row * stride;
            for (int i = 0; i < count[row]; i += LANES) {
                FloatVector across = INDEX.add(first[row] + i - x);
                FloatVector t = across.mul(dx).add(up * dy).mul(inverse).max(0).min(1);
                FloatVector ox = across.sub(t.mul(dx));
                FloatVector oy = t.mul(-dy).add(up);
                FloatVector far = ox.mul(ox).add(oy.mul(oy)).sqrt();
                FloatVector wide = t.mul(wider).add(radius);
                FloatVector q = wide.add(0.5f).sub(far).div(wide.mul(softness).max(1));
                q = q.max(0).min(1);
                t.intoArray(along, at + i);
                q.mul(q).mul(q.mul(-2).add(3)).mul(t.mul(alphas).add(alpha)).intoArray(cover, at + i);
            }
            // What a vector reaches beyond the picture's border would be the next row.
            if (first[row] + count[row] < width) continue;
            for (int i = count[row]; i < stride; i++) cover[at + i] = 0;
        }
    }

    /** Adds its light; pixels from {@code end} on belong to others. */
    @Kernel
    private void add(float[] r, float[] g, float[] b, int at, int width, int rows, int end) {
        for (int row = 0; row < rows; row++) {
            int p = at + row * width + first[row];
            int k = row * stride;
            int i = 0;
            for (; i < count[row] && p + i + LANES <= end; i += LANES) {
                FloatVector t = Vectors.load(along, k + i);
                FloatVector own = Vectors.load(cover, k + i);
                t.mul(reds).add(red).mul(own).add(Vectors.load(r, p + i)).intoArray(r, p + i);
                t.mul(greens).add(green).mul(own).add(Vectors.load(g, p + i)).intoArray(g, p + i);
                t.mul(blues).add(blue).mul(own).add(Vectors.load(b, p + i)).intoArray(b, p + i);
            }
            for (; i < count[row]; i++) {
                r[p + i] += (red + reds * along[k + i]) * cover[k + i];
                g[p + i] += (green + greens * along[k + i]) * cover[k + i];
                b[p + i] += (blue + blues * along[k + i]) * cover[k + i];
            }
        }
    }

    /** Covers a bit more of what is not covered yet. */
    @Kernel
    private void join(float[] a, int at, int width, int rows, int end) {
        for (int row = 0; row < rows; row++) {
            int p = at + row * width + first[row];
            int k = row * stride;
            int i = 0;
            for (; i < count[row] && p + i + LANES <= end; i += LANES) {
                FloatVector behind = Vectors.load(a, p + i);
                FloatVector more = Vectors.load(cover, k + i);
                behind.add(more).sub(behind.mul(more)).intoArray(a, p + i);
            }
            for (; i < count[row]; i++) a[p + i] += cover[k + i] * (1 - a[p + i]);
        }
    }

    /** Takes the pixels that it covers more than what is there; the others are marked to be left as they are. */
    @Kernel
    private void claim(float[] a, int at, int width, int rows, int end) {
        for (int row = 0; row < rows; row++) {
            int p = at + row * width + first[row];
            int k = row * stride;
            int i = 0;
            for (; i < count[row] && p + i + LANES <= end; i += LANES) {
                FloatVector behind = Vectors.load(a, p + i);
                FloatVector own = Vectors.load(cover, k + i);
                VectorMask<Float> less = own.compare(VectorOperators.LE, behind);
                own.blend(LEFT_AS_IS, less).intoArray(cover, k + i);
                own.max(behind).intoArray(a, p + i);
            }
            for (; i < count[row]; i++) {
                if (cover[k + i] > a[p + i]) a[p + i] = cover[k + i];
                else cover[k + i] = LEFT_AS_IS;
            }
        }
    }

    /** Writes its light where a pixel was taken. */
    @Kernel
    private void put(float[] r, float[] g, float[] b, int at, int width, int rows, int end) {
        for (int row = 0; row < rows; row++) {
            int p = at + row * width + first[row];
            int k = row * stride;
            int i = 0;
            for (; i < count[row] && p + i + LANES <= end; i += LANES) {
                FloatVector t = Vectors.load(along, k + i);
                FloatVector own = Vectors.load(cover, k + i);
                VectorMask<Float> left = own.compare(VectorOperators.LT, 0);
                t.mul(reds)
                        .add(red)
                        .mul(own)
                        .blend(Vectors.load(r, p + i), left)
                        .intoArray(r, p + i);
                t.mul(greens)
                        .add(green)
                        .mul(own)
                        .blend(Vectors.load(g, p + i), left)
                        .intoArray(g, p + i);
                t.mul(blues)
                        .add(blue)
                        .mul(own)
                        .blend(Vectors.load(b, p + i), left)
                        .intoArray(b, p + i);
            }
            for (; i < count[row]; i++) {
                if (cover[k + i] < 0) continue;
                r[p + i] = (red + reds * along[k + i]) * cover[k + i];
                g[p + i] = (green + greens * along[k + i]) * cover[k + i];
                b[p + i] = (blue + blues * along[k + i]) * cover[k + i];
            }
        }
    }
}
