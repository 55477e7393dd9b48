package gloaming.shape.change;

import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Changed;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.Arrays;

/**
 * Each triangle in four, again and again, with corners that move to where the surface becomes round (Loop 1987, with the weights of Warren
 * 1995). Where a triangle has no neighbour the border is a cubic curve of its own.
 */
@Id("subdivide")
@StepInfo(
        name = "Subdivide",
        does = "Divides the triangles of a shape and rounds it.",
        find = "shape smooth surface loop catmull round soften refine tessellate subdivision organic",
        notice = "Corners become round: each triangle four, and again.",
        example = "block > * times=3")
public record Subdivide(
        @Id("times") @Range(min = 0, max = 5, initial = 2, says = "How often each triangle becomes four.")
        int times,

        @Id("edges")
        @Choice(initial = "round", says = "Whether sharp edges become round, or stay and are rounded along themselves.")
        Edges edges)
        implements Changed {
    /** Triangles that come of it, at most: beyond that it is divided less often. */
    private static final int MOST = 400_000;

    /** What becomes of edges where corners of several normals lie. */
    public enum Edges {
        @Id("round")
        ROUND,
        @Id("kept")
        KEPT
    }

    @Override
    public boolean idle() {
        return times == 0;
    }

    @Override
    public void change(Shape in, Shape out, Frame frame) {
        Shape now = in;
        int[] same = edges == Edges.ROUND ? Places.of(in) : own(in.corners());
        for (int k = 0; k < times && 4L * now.triangles() <= MOST; k++) {
            Shape next = new Shape();
            same = once(now, same, next);
            now = next;
        }
        out.copyFrom(now);
        smooth(out, same);
    }

    private static int[] own(int n) {
        int[] own = new int[n];
        for (int i = 0; i < n; i++) own[i] = i;
        return own;
    }

    /** Divides once, and returns which of the new corners lie in the same place. */
    private static int[] once(Shape in, int[] same, Shape out) {
        int n = in.corners();
        int t = in.triangles();
        Halves places = new Halves(in, same);
        Halves corners = new Halves(in, own(n));
        int all = n + corners.count;
        out.size(all, 4 * t);
        out.like(in);
        int[] then = Arrays.copyOf(same, all);
        float[][] from = {in.x(), in.y(), in.z()};
        float[][] to = {out.x(), out.y(), out.z()};
        float[][] moved = places.moved(from);
        float[][] halved = places.halved(from);
        for (int k = 0; k < 3; k++) for (int i = 0; i < n; i++) to[k][i] = moved[k][same[i]];
        int[] first = new int[places.count];
        Arrays.fill(first, -1);
        for (int e = 0; e < 3 * t; e++) {
            int own = n + corners.of[e];
            int place = places.of[e];
            if (first[place] < 0) first[place] = own;
            then[own] = first[place];
            for (int k = 0; k < 3; k++) to[k][own] = halved[k][place];
            int a = in.of()[e];
            int b = in.of()[e - e % 3 + (e + 1) % 3];
            out.carry(own, in, a, b, 0.5);
        }
        for (int i = 0; i < n; i++) out.carry(i, in, i);
        int[] of = out.of();
        for (int i = 0; i < t; i++) {
            int[] c = {in.of()[3 * i], in.of()[3 * i + 1], in.of()[3 * i + 2]};
            int[] h = {n + corners.of[3 * i], n + corners.of[3 * i + 1], n + corners.of[3 * i + 2]};
            int[] four = {c[0], h[0], h[2], h[0], c[1], h[1], h[2], h[1], c[2], h[0], h[1], h[2]};
            System.arraycopy(four, 0, of, 12 * i, 12);
        }
        return then;
    }

    /** Normals over all that lies in one place. */
    private static void smooth(Shape shape, int[] same) {
        Shape one = new Shape().copyFrom(shape);
        for (int e = 0; e < 3 * one.triangles(); e++) one.of()[e] = same[one.of()[e]];
        one.smooth();
        for (int i = 0; i < shape.corners(); i++) {
            shape.nx()[i] = one.nx()[same[i]];
            shape.ny()[i] = one.ny()[same[i]];
            shape.nz()[i] = one.nz()[same[i]];
        }
    }

    /** The edges of a shape, each once, with the corners across. */
    private static final class Halves {
        /** For each side of each triangle, which edge it is. */
        final int[] of;

        int count;
        private final int corners;
        private final int[] a;
        private final int[] b;
        private final int[] acrossOne;
        private final int[] acrossTwo;

        Halves(Shape in, int[] same) {
            int n = 3 * in.triangles();
            corners = in.corners();
            of = new int[n];
            a = new int[n];
            b = new int[n];
            acrossOne = new int[n];
            acrossTwo = new int[n];
            Arrays.fill(acrossTwo, -1);
            int size = Integer.highestOneBit(Math.max(16, n)) * 4;
            int[] table = new int[size];
            for (int e = 0; e < n; e++) {
                int t = e - e % 3;
                int p = same[in.of()[e]];
                int q = same[in.of()[t + (e + 1) % 3]];
                int low = Math.min(p, q);
                int high = Math.max(p, q);
                int slot = ((low * 31 + high) * 0x9e3779b9 >>> 7) & size - 1;
                while (table[slot] != 0 && (a[table[slot] - 1] != low || b[table[slot] - 1] != high))
                    slot = slot + 1 & size - 1;
                int across = same[in.of()[t + (e + 2) % 3]];
                if (table[slot] == 0) {
                    a[count] = low;
                    b[count] = high;
                    acrossOne[count] = across;
                    table[slot] = ++count;
                } else acrossTwo[table[slot] - 1] = across;
                of[e] = table[slot] - 1;
            }
        }

        /** Where the middles of edges go. */
        float[][] halved(float[][] from) {
            float[][] to = new float[3][count];
            for (int k = 0; k < 3; k++) {
                float[] p = from[k];
                for (int e = 0; e < count; e++)
                    to[k][e] = acrossTwo[e] < 0
                            ? (p[a[e]] + p[b[e]]) / 2
                            : 0.375f * (p[a[e]] + p[b[e]]) + 0.125f * (p[acrossOne[e]] + p[acrossTwo[e]]);
            }
            return to;
        }

        /** Where the corners that were there go. */
        float[][] moved(float[][] from) {
            int[] around = new int[corners];
            int[] border = new int[corners];
            for (int e = 0; e < count; e++) {
                around[a[e]]++;
                around[b[e]]++;
                if (acrossTwo[e] >= 0) continue;
                border[a[e]]++;
                border[b[e]]++;
            }
            float[][] to = new float[3][corners];
            for (int k = 0; k < 3; k++) {
                float[] sum = new float[corners];
                for (int e = 0; e < count; e++) {
                    boolean rim = acrossTwo[e] < 0;
                    if (rim || border[a[e]] == 0) sum[a[e]] += from[k][b[e]];
                    if (rim || border[b[e]] == 0) sum[b[e]] += from[k][a[e]];
                }
                for (int i = 0; i < corners; i++) {
                    float p = from[k][i];
                    if (border[i] == 2) to[k][i] = 0.75f * p + 0.125f * sum[i];
                    else if (border[i] > 0 || around[i] < 3) to[k][i] = p;
                    else {
                        float part = around[i] == 3 ? 3f / 16 : 3f / (8 * around[i]);
                        to[k][i] = (1 - around[i] * part) * p + part * sum[i];
                    }
                }
            }
            return to;
        }
    }
}
