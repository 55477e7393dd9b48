package gloaming.picture;

import gloaming.flow.VectorMath;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorShuffle;
import jdk.incubator.vector.VectorSpecies;

/**
 * Small loops over runs of floats, by vectors.
 *
 * <p>Each is a compilation unit of its own ({@code hotspot.txt} keeps the JIT from inlining them): inlined into a large caller
 * a vector loop can pass the JIT's limit on nodes, and its vectors then become objects. Loops that the JIT turns into vectors
 * by itself are not here. The plain versions stand with those who call.
 */
final class Strips {
    private static final VectorSpecies<Float> F = FloatVector.SPECIES_PREFERRED;
    private static final VectorSpecies<Float> F4 = FloatVector.SPECIES_128;
    private static final FloatVector FOUR = FloatVector.zero(F4).addIndex(1);
    static final int LANES = F.length();
    private static final VectorSpecies<Integer> I = IntVector.SPECIES_PREFERRED;
    private static final IntVector COUNT = IntVector.zero(I).addIndex(1);
    private static final FloatVector INDEX = FloatVector.zero(F).addIndex(1);
    /** Every second of two vectors, and two vectors in turn. */
    private static final VectorShuffle<Float> EVEN =
            VectorShuffle.fromOp(F, i -> 2 * i < LANES ? 2 * i : 2 * i - 2 * LANES);

    private static final VectorShuffle<Float> ODD =
            VectorShuffle.fromOp(F, i -> 2 * i < LANES ? 2 * i + 1 : 2 * i + 1 - 2 * LANES);
    private static final VectorShuffle<Float> LOW = VectorShuffle.fromOp(F, i -> i % 2 == 0 ? i / 2 : i / 2 - LANES);
    private static final VectorShuffle<Float> HIGH =
            VectorShuffle.fromOp(F, i -> i % 2 == 0 ? (i + LANES) / 2 : (i + LANES) / 2 - LANES);

    private Strips() {}

    /**
     * {@code out[at + x] = w[0] p[middle + x] + sum over j of w[j] (p[middle + x - j] + p[middle + x + j])} for x from 0 to n.
     */
    static void convolve(float[] p, int middle, float[] w, int reach, float[] out, int at, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) {
            FloatVector sum = Vectors.load(p, middle + x).mul(w[0]);
            for (int j = 1; j <= reach; j++) {
                FloatVector left = Vectors.load(p, middle + x - j);
                sum = left.add(Vectors.load(p, middle + x + j)).mul(w[j]).add(sum);
            }
            sum.intoArray(out, at + x);
        }
        for (; x < n; x++) {
            float sum = p[middle + x] * w[0];
            for (int j = 1; j <= reach; j++) sum = (p[middle + x - j] + p[middle + x + j]) * w[j] + sum;
            out[at + x] = sum;
        }
    }

    /** The same down a column: {@code rows[reach + j]} is where the row j above the middle begins. */
    static void convolve(float[] p, int[] rows, float[] w, int reach, float[] out, int at, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) {
            FloatVector sum = Vectors.load(p, rows[reach] + x).mul(w[0]);
            for (int j = 1; j <= reach; j++) {
                FloatVector below = Vectors.load(p, rows[reach - j] + x);
                sum = below.add(Vectors.load(p, rows[reach + j] + x)).mul(w[j]).add(sum);
            }
            sum.intoArray(out, at + x);
        }
        for (; x < n; x++) {
            float sum = p[rows[reach] + x] * w[0];
            for (int j = 1; j <= reach; j++) sum = (p[rows[reach - j] + x] + p[rows[reach + j] + x]) * w[j] + sum;
            out[at + x] = sum;
        }
    }

    /** {@code into[at + i]} is what lies a part {@code u} of the way between two neighbours of {@code from}. */
    static void slide(float[] from, int shift, float u, float[] into, int at, int start, int end) {
        int i = start;
        for (; i <= end - LANES; i += LANES) {
            FloatVector here = Vectors.load(from, i + shift);
            Vectors.load(from, i + shift + 1).sub(here).mul(u).add(here).intoArray(into, at + i);
        }
        for (; i < end; i++) into[at + i] = from[i + shift] + u * (from[i + shift + 1] - from[i + shift]);
    }

    // The blend modes of {@link Blending}, one channel at a time: source s with alpha sa, both times k, onto b with
    // alpha ba. The source begins at {@code from}, what lies behind at {@code at}.

    static void over(float[] s, float[] sa, int from, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = Vectors.load(k, x);
            FloatVector sv = Vectors.load(s, from + x).mul(kv);
            FloatVector sc = Vectors.load(sa, from + x).mul(kv);
            FloatVector bv = Vectors.load(b, at + x);
            sv.add(bv.mul(sc.neg().add(1f))).intoArray(b, at + x);
        }
    }

    static void add(float[] s, float[] sa, int from, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = Vectors.load(k, x);
            FloatVector sv = Vectors.load(s, from + x).mul(kv);
            FloatVector bv = Vectors.load(b, at + x);
            sv.add(bv).intoArray(b, at + x);
        }
    }

    static void screen(float[] s, float[] sa, int from, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = Vectors.load(k, x);
            FloatVector sv = Vectors.load(s, from + x).mul(kv);
            FloatVector bv = Vectors.load(b, at + x);
            sv.add(bv).sub(sv.max(0f).min(1f).mul(bv.max(0f).min(1f))).intoArray(b, at + x);
        }
    }

    static void multiply(float[] s, float[] sa, int from, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = Vectors.load(k, x);
            FloatVector sv = Vectors.load(s, from + x).mul(kv);
            FloatVector sc = Vectors.load(sa, from + x).mul(kv);
            FloatVector bv = Vectors.load(b, at + x);
            FloatVector bc = Vectors.load(ba, at + x);
            sv.mul(bv).add(sv.sub(sv.mul(bc))).add(bv.sub(bv.mul(sc))).intoArray(b, at + x);
        }
    }

    static void lighten(float[] s, float[] sa, int from, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = Vectors.load(k, x);
            FloatVector sv = Vectors.load(s, from + x).mul(kv);
            FloatVector sc = Vectors.load(sa, from + x).mul(kv);
            FloatVector bv = Vectors.load(b, at + x);
            FloatVector bc = Vectors.load(ba, at + x);
            sv.mul(bc)
                    .max(bv.mul(sc))
                    .add(sv.sub(sv.mul(bc)))
                    .add(bv.sub(bv.mul(sc)))
                    .intoArray(b, at + x);
        }
    }

    static void darken(float[] s, float[] sa, int from, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = Vectors.load(k, x);
            FloatVector sv = Vectors.load(s, from + x).mul(kv);
            FloatVector sc = Vectors.load(sa, from + x).mul(kv);
            FloatVector bv = Vectors.load(b, at + x);
            FloatVector bc = Vectors.load(ba, at + x);
            sv.mul(bc)
                    .min(bv.mul(sc))
                    .add(sv.sub(sv.mul(bc)))
                    .add(bv.sub(bv.mul(sc)))
                    .intoArray(b, at + x);
        }
    }

    static void difference(float[] s, float[] sa, int from, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = Vectors.load(k, x);
            FloatVector sv = Vectors.load(s, from + x).mul(kv);
            FloatVector sc = Vectors.load(sa, from + x).mul(kv);
            FloatVector bv = Vectors.load(b, at + x);
            FloatVector bc = Vectors.load(ba, at + x);
            sv.add(bv).sub(sv.mul(bc).min(bv.mul(sc)).mul(2f)).intoArray(b, at + x);
        }
    }

    static void subtract(float[] s, float[] sa, int from, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = Vectors.load(k, x);
            FloatVector sv = Vectors.load(s, from + x).mul(kv);
            FloatVector bv = Vectors.load(b, at + x);
            FloatVector bc = Vectors.load(ba, at + x);
            bv.add(sv.mul(bc.mul(-2f).add(1f))).intoArray(b, at + x);
        }
    }

    /** The alpha of both together: {@code sa + ba - sa * ba}. */
    static void union(float[] sa, int from, float[] k, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector sc = Vectors.load(sa, from + x).mul(Vectors.load(k, x));
            FloatVector bc = Vectors.load(ba, at + x);
            sc.add(bc).sub(sc.mul(bc)).intoArray(ba, at + x);
        }
    }

    /** Weighs two runs: {@code out[to + x] = low * p[a + x] + high * p[b + x]}. */
    static void meet(float[] p, int a, int b, float low, float high, float[] out, int to, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) {
            FloatVector first = Vectors.load(p, a + x).mul(low);
            Vectors.load(p, b + x).mul(high).add(first).intoArray(out, to + x);
        }
        for (; x < n; x++) out[to + x] = low * p[a + x] + high * p[b + x];
    }

    /** Weighs four runs by (1 3 3 1) / 8. */
    static void meet(float[] p, int a, int b, int c, int d, float[] out, int to, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) {
            FloatVector outer =
                    Vectors.load(p, a + x).add(Vectors.load(p, d + x)).mul(0.125f);
            FloatVector inner =
                    Vectors.load(p, b + x).add(Vectors.load(p, c + x)).mul(0.375f);
            outer.add(inner).intoArray(out, to + x);
        }
        for (; x < n; x++) out[to + x] = 0.125f * (p[a + x] + p[d + x]) + 0.375f * (p[b + x] + p[c + x]);
    }

    /** Halves a run by (1 3 3 1) / 8: {@code out[at + x]} from {@code row[2 x]} to {@code row[2 x + 3]}. */
    static void halve(float[] row, float[] out, int at, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) {
            FloatVector a = Vectors.load(row, 2 * x);
            FloatVector b = Vectors.load(row, 2 * x + LANES);
            FloatVector c = Vectors.load(row, 2 * x + 2);
            FloatVector d = Vectors.load(row, 2 * x + 2 + LANES);
            FloatVector outer = a.rearrange(EVEN, b).add(c.rearrange(ODD, d)).mul(0.125f);
            a.rearrange(ODD, b).add(c.rearrange(EVEN, d)).mul(0.375f).add(outer).intoArray(out, at + x);
        }
        for (; x < n; x++) {
            out[at + x] = 0.125f * (row[2 * x] + row[2 * x + 3]) + 0.375f * (row[2 * x + 1] + row[2 * x + 2]);
        }
    }

    /** Doubles a run by (1 3 3 1) / 4, {@code row[x + 1]} in the middle of two places, and adds it {@code amount} times. */
    static void widen(float[] row, float[] out, int at, int pairs, float keep, float amount) {
        int x = 0;
        for (; x <= pairs - LANES; x += LANES) {
            FloatVector here = Vectors.load(row, x + 1).mul(0.75f);
            FloatVector left = Vectors.load(row, x).mul(0.25f).add(here).mul(amount);
            FloatVector right = Vectors.load(row, x + 2).mul(0.25f).add(here).mul(amount);
            FloatVector low = Vectors.load(out, at + 2 * x).mul(keep);
            FloatVector high = Vectors.load(out, at + 2 * x + LANES).mul(keep);
            left.rearrange(LOW, right).add(low).intoArray(out, at + 2 * x);
            left.rearrange(HIGH, right).add(high).intoArray(out, at + 2 * x + LANES);
        }
        for (; x < pairs; x++) {
            float here = 0.75f * row[x + 1];
            out[at + 2 * x] = keep * out[at + 2 * x] + amount * (here + 0.25f * row[x]);
            out[at + 2 * x + 1] = keep * out[at + 2 * x + 1] + amount * (here + 0.25f * row[x + 2]);
        }
    }

    /**
     * The rows of a dot: coverage by the squared distance, from {@code x} pixels left of the dot's middle and {@code y} below it
     * on. The terms are those of {@link Dots#cover}; {@code hide} is how much of what lies behind a dot hides, 0 or 1.
     */
    static void dot(
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
    static int specks(
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

    static void times(float[] p, int at, float k, float[] out, int to, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) Vectors.load(p, at + x).mul(k).intoArray(out, to + x);
        for (; x < n; x++) out[to + x] = k * p[at + x];
    }

    /** Angles in radians and distances from the middle in place of places. */
    static void polar(float[] x, float[] y, int n) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector px = Vectors.load(x, i);
            FloatVector py = Vectors.load(y, i);
            VectorMath.angle(py, px).intoArray(x, i);
            px.mul(px).add(py.mul(py)).sqrt().intoArray(y, i);
        }
    }

    /** Places in place of angles in radians and distances. */
    static void cartesian(float[] angle, float[] far, int n) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector a = Vectors.load(angle, i);
            FloatVector r = Vectors.load(far, i);
            VectorMath.wave(a, 0.5f).mul(r).intoArray(angle, i);
            VectorMath.wave(a, 0).mul(r).intoArray(far, i);
        }
    }

    /** {@code p[i] = max(p[i], p[i + ahead])}, in ascending order. */
    static void largest(float[] p, int ahead, int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) {
            Vectors.load(p, i).max(Vectors.load(p, i + ahead)).intoArray(p, i);
        }
        for (; i < n; i++) p[i] = Math.max(p[i], p[i + ahead]);
    }

    /** Bends each by its size: {@code p[i] = sign(p[i]) * scale * |p[i]|^exponent}. */
    static void power(float[] p, int at, float exponent, float scale, int n) {
        int i = at;
        for (; i <= at + n - LANES; i += LANES) {
            FloatVector v = Vectors.load(p, i);
            FloatVector bent = VectorMath.pow(v.abs(), exponent).mul(scale);
            bent.blend(bent.neg(), v.test(VectorOperators.IS_NEGATIVE)).intoArray(p, i);
        }
        for (; i < at + n; i++) p[i] = Math.copySign(scale * (float) Math.pow(Math.abs(p[i]), exponent), p[i]);
    }

    /** {@link ToneCurve#one} along a run; {@code c} is what {@code ToneCurve.pieces} gives. */
    static void tones(float[] p, float[] cover, float[] c, int from, int to) {
        int i = from;
        for (; i <= to - LANES; i += LANES) {
            Parts.tones(Vectors.load(p, i), Vectors.load(cover, i), c).intoArray(p, i);
        }
        for (; i < to; i++) p[i] = tone(p[i], cover[i], c);
    }

    private static float tone(float light, float cover, float[] c) {
        float tone = Tone.seen(light);
        float x = 4 * Math.clamp(tone, 0f, 1f);
        int k = Math.min(3, (int) x);
        float t = x - k;
        float bent = c[4 * k]
                + t * (c[4 * k + 1] + t * (c[4 * k + 2] + t * c[4 * k + 3]))
                + Math.min(tone, 0) * c[16]
                + Math.max(tone - 1, 0) * c[17];
        float lifted = Tone.linear(bent);
        if (cover >= 1) return lifted;
        return cover <= 0 && light == 0 ? 0 : lifted * Math.max(cover, Math.min(1, light));
    }

    /** {@code p[at + i] *= k[i]}. */
    static void times(float[] p, int at, float[] k, int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) {
            Vectors.load(p, at + i).mul(Vectors.load(k, i)).intoArray(p, at + i);
        }
        for (; i < n; i++) p[at + i] *= k[i];
    }

    /** {@code out[into + i]} is {@code k[i]} of the way from {@code a[at + i]} to {@code b[with + i]}. */
    static void between(float[] a, int at, float[] b, int with, float[] k, float[] out, int into, int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) {
            FloatVector here = Vectors.load(a, at + i);
            FloatVector there = Vectors.load(b, with + i);
            there.sub(here).mul(Vectors.load(k, i)).add(here).intoArray(out, into + i);
        }
        for (; i < n; i++) out[into + i] = a[at + i] + k[i] * (b[with + i] - a[at + i]);
    }

    /** {@link Slope#row} away from the border, for places {@code from} to {@code to} of the rows that begin there. */
    static void slope(float[] p, int low, int here, int high, int step, float[] dx, float[] dy, int from, int to) {
        int x = from;
        for (; x <= to - LANES; x += LANES) {
            FloatVector a = Vectors.load(p, low + x - step);
            FloatVector b = Vectors.load(p, low + x + step);
            FloatVector c = Vectors.load(p, high + x - step);
            FloatVector d = Vectors.load(p, high + x + step);
            FloatVector across = Vectors.load(p, here + x + step).sub(Vectors.load(p, here + x - step));
            FloatVector up = Vectors.load(p, high + x).sub(Vectors.load(p, low + x));
            across.mul(2).add(b).sub(a).add(d).sub(c).mul(0.125f).intoArray(dx, x);
            up.mul(2).add(c).sub(a).add(d).sub(b).mul(0.125f).intoArray(dy, x);
        }
        for (; x < to; x++) {
            float a = p[low + x - step];
            float b = p[low + x + step];
            float c = p[high + x - step];
            float d = p[high + x + step];
            dx[x] = (b + d - a - c + 2 * (p[here + x + step] - p[here + x - step])) * 0.125f;
            dy[x] = (c + d - a - b + 2 * (p[high + x] - p[low + x])) * 0.125f;
        }
    }

    /** {@code out[at + i] = k * length of (dx[i], dy[i])}. */
    static void steepness(float[] dx, float[] dy, float k, float[] out, int at, int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) {
            FloatVector x = Vectors.load(dx, i);
            FloatVector y = Vectors.load(dy, i);
            x.mul(x).add(y.mul(y)).sqrt().mul(k).intoArray(out, at + i);
        }
        for (; i < n; i++) out[at + i] = k * (float) Math.sqrt(dx[i] * dx[i] + dy[i] * dy[i]);
    }

    /** {@link Emboss}: {@code kx dx + ky dy}, over half grey under the cover or as much of {@code s} as {@code own} says. */
    static void lift(
            float[] dx,
            float[] dy,
            float kx,
            float ky,
            float[] cover,
            float[] s,
            int at,
            float own,
            float[] out,
            int into,
            int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) {
            FloatVector grey = Vectors.load(cover, at + i).mul(0.5f);
            FloatVector base = Vectors.load(s, at + i).sub(grey).mul(own).add(grey);
            FloatVector lift =
                    Vectors.load(dx, i).mul(kx).add(Vectors.load(dy, i).mul(ky));
            lift.add(base).intoArray(out, into + i);
        }
        for (; i < n; i++) {
            float grey = 0.5f * cover[at + i];
            out[into + i] = kx * dx[i] + ky * dy[i] + grey + own * (s[at + i] - grey);
        }
    }

    /** {@link ColourKey}: how far each pixel's chromaticity is from the key's. */
    static void distance(
            float[] red, float[] green, float[] blue, int at, float keyU, float keyV, float k, float[] far, int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) {
            FloatVector r = Vectors.load(red, at + i);
            FloatVector b = Vectors.load(blue, at + i);
            FloatVector light =
                    Vectors.load(green, at + i).mul(0.7152f).add(r.mul(0.2126f)).add(b.mul(0.0722f));
            FloatVector inverse = Vectors.all(1).div(light.max(1e-4f));
            FloatVector u = b.sub(light).mul(inverse).mul(0.5389f).sub(keyU);
            FloatVector v = r.sub(light).mul(inverse).mul(0.6350f).sub(keyV);
            u.mul(u).add(v.mul(v)).sqrt().mul(k).intoArray(far, i);
        }
        for (; i < n; i++) {
            float light = 0.2126f * red[at + i] + 0.7152f * green[at + i] + 0.0722f * blue[at + i];
            float inverse = 1 / Math.max(1e-4f, light);
            float u = (blue[at + i] - light) * inverse * 0.5389f - keyU;
            float v = (red[at + i] - light) * inverse * 0.6350f - keyV;
            far[i] = (float) Math.sqrt(u * u + v * v) * k;
        }
    }

    /** {@link ColourKey#one} where it is known how far each pixel is from the key. */
    static void key(
            float[] red,
            float[] green,
            float[] blue,
            float[] cover,
            int at,
            float[] far,
            float near,
            float sharp,
            float despill,
            int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) {
            FloatVector d = Vectors.load(far, i);
            FloatVector t = d.sub(near).mul(sharp).max(0).min(1);
            FloatVector k = t.mul(t).mul(t.mul(-2).add(3));
            FloatVector spill = d.min(1).neg().add(1).mul(despill);
            FloatVector r = Vectors.load(red, at + i);
            FloatVector g = Vectors.load(green, at + i);
            FloatVector b = Vectors.load(blue, at + i);
            r.sub(spill.mul(r.sub(g.max(b)).max(0))).mul(k).intoArray(red, at + i);
            g.sub(spill.mul(g.sub(r.max(b)).max(0))).mul(k).intoArray(green, at + i);
            b.sub(spill.mul(b.sub(r.max(g)).max(0))).mul(k).intoArray(blue, at + i);
            Vectors.load(cover, at + i).mul(k).intoArray(cover, at + i);
        }
        for (; i < n; i++) {
            float t = Math.clamp((far[i] - near) * sharp, 0f, 1f);
            float k = t * t * (3 - 2 * t);
            float spill = despill * (1 - Math.min(1, far[i]));
            float r = red[at + i];
            float g = green[at + i];
            float b = blue[at + i];
            red[at + i] = k * (r - spill * Math.max(0, r - Math.max(g, b)));
            green[at + i] = k * (g - spill * Math.max(0, g - Math.max(r, b)));
            blue[at + i] = k * (b - spill * Math.max(0, b - Math.max(r, g)));
            cover[at + i] *= k;
        }
    }

    /** {@code into[i] += k * p[i]}. */
    static void addTimes(float[] into, float[] p, float k, int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) {
            Vectors.load(p, i).mul(k).add(Vectors.load(into, i)).intoArray(into, i);
        }
        for (; i < n; i++) into[i] += k * p[i];
    }

    /** To the nearest of {@code n + 1} steps as the eye counts them, the step lifted by {@code lift[i]} first. */
    static void steps(float[] p, int at, float n, float[] lift, int count) {
        int i = 0;
        for (; i <= count - LANES; i += LANES) {
            FloatVector light = Vectors.load(p, at + i);
            FloatVector root = light.abs().sqrt();
            FloatVector tone = root.blend(root.neg(), light.compare(VectorOperators.LT, 0));
            FloatVector step =
                    Parts.floor(tone.mul(n).add(Vectors.load(lift, i))).div(n);
            step.mul(step.abs()).intoArray(p, at + i);
        }
        for (; i < count; i++) p[at + i] = Tone.linear((float) Math.floor(Tone.seen(p[at + i]) * n + lift[i]) / n);
    }

    /** {@link Ramp#paint}: t lies in the red plane, alpha in its own. */
    static void ramp(float[] roots, float bend, float k, float[] r, float[] g, float[] b, float[] a, int from, int to) {
        for (int i = from; i < to; i += LANES) {
            FloatVector t = Vectors.load(r, i);
            FloatVector before = t.min(bend);
            FloatVector after = t.sub(before);
            FloatVector l =
                    Parts.cube(before.mul(roots[3]).add(after.mul(roots[6])).add(roots[0]));
            FloatVector m =
                    Parts.cube(before.mul(roots[4]).add(after.mul(roots[7])).add(roots[1]));
            FloatVector s =
                    Parts.cube(before.mul(roots[5]).add(after.mul(roots[8])).add(roots[2]));
            FloatVector times = Vectors.load(a, i).mul(k);
            l.mul(4.0767416621f)
                    .sub(m.mul(3.3077115913f))
                    .add(s.mul(0.2309699292f))
                    .max(0f)
                    .mul(times)
                    .intoArray(r, i);
            m.mul(2.6097574011f)
                    .sub(l.mul(1.2684380046f))
                    .sub(s.mul(0.3413193965f))
                    .max(0f)
                    .mul(times)
                    .intoArray(g, i);
            s.mul(1.7076147010f)
                    .sub(m.mul(0.7034186147f))
                    .sub(l.mul(0.0041960863f))
                    .max(0f)
                    .mul(times)
                    .intoArray(b, i);
        }
    }

    /**
     * Where pixels {@code from} to {@code to} of a row look into a picture of {@code w} by {@code h}, both at least 2: the
     * index {@code p} of the lower left of four pixels, and how far ({@code u, v}, 0 to 1) each lies towards the others. Beyond the
     * border places are folded; in {@link Border#REPEAT}, parts above 1 say that a place lies over the seam.
     */
    static void places(
            float x0,
            float y0,
            float dx,
            float dy,
            Border border,
            int w,
            int h,
            int[] p,
            float[] u,
            float[] v,
            int from,
            int to) {
        for (int i = from; i < to; i += LANES) {
            FloatVector at = INDEX.add((float) i);
            FloatVector x = Parts.fold(at.mul(dx).add(x0), w, border);
            FloatVector y = Parts.fold(at.mul(dy).add(y0), h, border);
            IntVector cx = ((IntVector) x.convert(VectorOperators.F2I, 0)).min(w - 2);
            IntVector cy = ((IntVector) y.convert(VectorOperators.F2I, 0)).min(h - 2);
            x.sub((FloatVector) cx.convert(VectorOperators.I2F, 0)).intoArray(u, i);
            y.sub((FloatVector) cy.convert(VectorOperators.I2F, 0)).intoArray(v, i);
            cy.mul(w).add(cx).intoArray(p, i);
        }
    }

    /** The same for places given one by one, in pixels. */
    static void places(float[] x, float[] y, Border border, int w, int h, int[] p, float[] u, float[] v, int n) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector px = Parts.fold(Vectors.load(x, i), w, border);
            FloatVector py = Parts.fold(Vectors.load(y, i), h, border);
            IntVector cx =
                    ((IntVector) px.convert(VectorOperators.F2I, 0)).max(0).min(w - 2);
            IntVector cy =
                    ((IntVector) py.convert(VectorOperators.F2I, 0)).max(0).min(h - 2);
            px.sub((FloatVector) cx.convert(VectorOperators.I2F, 0)).intoArray(u, i);
            py.sub((FloatVector) cy.convert(VectorOperators.I2F, 0)).intoArray(v, i);
            cy.mul(w).add(cx).intoArray(p, i);
        }
    }

    /**
     * Looks up four pixels each and weighs them: {@link #places} says which. Where neighbours look at neighbours, as in a picture
     * that is turned and scaled a little, whole vectors are read; gathers were slower than the loop.
     */
    static void sample(
            float[] plane, int w, int[] p, float[] u, float[] v, float fade, float[] out, int at, int from, int to) {
        for (int i = from; i < to; i += LANES) {
            int k = p[i];
            if (IntVector.fromArray(I, p, i)
                    .sub(COUNT)
                    .compare(VectorOperators.EQ, k)
                    .allTrue()) {
                FloatVector uv = Vectors.load(u, i);
                FloatVector left = Vectors.load(plane, k);
                FloatVector low = Vectors.load(plane, k + 1).sub(left).mul(uv).add(left);
                left = Vectors.load(plane, k + w);
                FloatVector high =
                        Vectors.load(plane, k + w + 1).sub(left).mul(uv).add(left);
                high.sub(low).mul(Vectors.load(v, i)).add(low).mul(fade).intoArray(out, at + i);
            } else {
                sampleEach(plane, w, p, u, v, fade, out, at, i, i + LANES);
            }
        }
    }

    private static void sampleEach(
            float[] plane, int w, int[] p, float[] u, float[] v, float fade, float[] out, int at, int from, int to) {
        for (int i = from; i < to; i++) {
            int k = p[i];
            float low = (plane[k + 1] - plane[k]) * u[i] + plane[k];
            float high = (plane[k + w + 1] - plane[k + w]) * u[i] + plane[k + w];
            out[at + i] = ((high - low) * v[i] + low) * fade;
        }
    }

    /** The same within one row: two pixels each. */
    static void sample(float[] row, int[] p, float[] u, float[] out, int at, int from, int to) {
        for (int i = from; i < to; i += LANES) {
            int k = p[i];
            if (IntVector.fromArray(I, p, i)
                    .sub(COUNT)
                    .compare(VectorOperators.EQ, k)
                    .allTrue()) {
                FloatVector left = Vectors.load(row, k);
                Vectors.load(row, k + 1)
                        .sub(left)
                        .mul(Vectors.load(u, i))
                        .add(left)
                        .intoArray(out, at + i);
            } else {
                sampleEach(row, p, u, out, at, i, i + LANES);
            }
        }
    }

    private static void sampleEach(float[] row, int[] p, float[] u, float[] out, int at, int from, int to) {
        for (int i = from; i < to; i++) {
            int k = p[i];
            out[at + i] = (row[k + 1] - row[k]) * u[i] + row[k];
        }
    }

    /** What the loops above share; a class of its own because these are to be inlined. */
    private static final class Parts {
        static FloatVector cube(FloatVector v) {
            return v.mul(v).mul(v);
        }

        static FloatVector tones(FloatVector light, FloatVector cover, float[] c) {
            FloatVector root = light.abs().sqrt();
            FloatVector tone = root.blend(root.neg(), light.compare(VectorOperators.LT, 0));
            FloatVector bent = pieces(tone.max(0).min(1).mul(4), c)
                    .add(tone.min(0).mul(c[16]))
                    .add(tone.sub(1).max(0).mul(c[17]));
            FloatVector lifted = bent.mul(bent.abs());
            FloatVector part = lifted.mul(cover.max(light.min(1)));
            VectorMask<Float> absent = cover.compare(VectorOperators.LE, 0).and(light.compare(VectorOperators.EQ, 0));
            return part.blend(0, absent).blend(lifted, cover.compare(VectorOperators.GE, 1));
        }

        /** Four cubics one after the other, for x from 0 to 4. */
        static FloatVector pieces(FloatVector x, float[] c) {
            FloatVector k = floor(x).min(3);
            FloatVector t = x.sub(k);
            VectorMask<Float> second = k.compare(VectorOperators.GE, 1);
            VectorMask<Float> third = k.compare(VectorOperators.GE, 2);
            VectorMask<Float> last = k.compare(VectorOperators.GE, 3);
            FloatVector sum = FloatVector.zero(F);
            for (int j = 3; j >= 0; j--) {
                FloatVector one = Vectors.all(c[j])
                        .blend(c[4 + j], second)
                        .blend(c[8 + j], third)
                        .blend(c[12 + j], last);
                sum = sum.mul(t).add(one);
            }
            return sum;
        }

        /** Brings a place into 0 to n - 1, or below n where a picture repeats. */
        static FloatVector fold(FloatVector x, int n, Border border) {
            return switch (border) {
                case EMPTY, HOLD -> x.max(0f).min(n - 1f);
                case REPEAT -> x.sub(floor(x.mul(1f / n)).mul(n)).max(0f);
                case MIRROR -> {
                    FloatVector s = x.add(0.5f);
                    s = s.sub(floor(s.mul(0.5f / n)).mul(2f * n));
                    yield s.sub(n).abs().neg().add(n - 0.5f).max(0f).min(n - 1f);
                }
            };
        }

        static FloatVector floor(FloatVector x) {
            FloatVector cut = (FloatVector) x.convert(VectorOperators.F2I, 0).convert(VectorOperators.I2F, 0);
            return cut.sub(1f, cut.compare(VectorOperators.GT, x));
        }
    }
}
