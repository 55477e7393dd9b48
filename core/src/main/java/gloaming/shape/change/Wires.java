package gloaming.shape.change;

import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Changed;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.Arrays;

/** Leaves of a shape its edges alone, each as a thin rod of three sides. */
@Id("wires")
@StepInfo(
        name = "Wires",
        does = "Leaves the edges of a shape, as wires of a thickness.",
        find = "shape wireframe edges lines mesh cage lattice skeleton outline rods",
        notice = "Only the edges of the triangles are left, as bars.",
        example = "crystal > *")
public record Wires(
        @Id("thickness")
        @Range(min = 0.0005, max = 0.5, initial = 0.008, unit = "units", byRatio = true, says = "From side to side.")
        double thickness,

        @Id("diagonals")
        @Choice(initial = "false", says = "Whether edges between triangles that lie flat side by side are there too.")
        boolean diagonals)
        implements Changed {
    /** Edges of one shape, at most. */
    private static final int MOST = 200_000;

    @Override
    public void change(Shape in, Shape out, Frame frame) {
        int[] same = Places.of(in);
        long[] edges = new long[3 * in.triangles()];
        for (int e = 0; e < edges.length; e++) {
            int a = same[in.of()[e]];
            int b = same[in.of()[e - e % 3 + (e + 1) % 3]];
            edges[e] = (long) Math.min(a, b) << 32 | Math.max(a, b);
        }
        long[] sorted = edges.clone();
        Arrays.sort(sorted);
        int unique = 0;
        for (int i = 0; i < sorted.length; i++) if (i == 0 || sorted[i] != sorted[i - 1]) sorted[unique++] = sorted[i];
        if (unique > MOST)
            throw new IllegalArgumentException("the shape has more than " + MOST + " edges; take fewer parts");
        float[] first = new float[3 * unique];
        boolean[] seen = new boolean[unique];
        boolean[] drawn = new boolean[unique];
        Arrays.fill(drawn, true);
        if (!diagonals) {
            float[] normal = new float[3];
            for (int e = 0; e < edges.length; e++) {
                int at = Arrays.binarySearch(sorted, 0, unique, edges[e]);
                Places.normal(in, e / 3, normal);
                if (!seen[at]) System.arraycopy(normal, 0, first, 3 * at, 3);
                else if (first[3 * at] * normal[0] + first[3 * at + 1] * normal[1] + first[3 * at + 2] * normal[2]
                        > 0.9999f) drawn[at] = false;
                seen[at] = true;
            }
        }
        out.like(in);
        for (int i = 0; i < unique; i++) if (drawn[i]) rod(in, out, (int) (sorted[i] >> 32), (int) sorted[i]);
    }

    private void rod(Shape in, Shape out, int a, int b) {
        double dx = in.x()[b] - in.x()[a];
        double dy = in.y()[b] - in.y()[a];
        double dz = in.z()[b] - in.z()[a];
        double length = Math.sqrt(dx * dx + dy * dy + dz * dz);
        if (!(length > 1e-9)) return;
        dx /= length;
        dy /= length;
        dz /= length;
        // Two sides of the way (Duff and others 2017).
        double sign = Math.copySign(1, dz);
        double k = -1 / (sign + dz);
        double l = dx * dy * k;
        double[] s = {1 + sign * dx * dx * k, sign * l, -sign * dx};
        double[] t = {l, sign + dy * dy * k, -dy};
        int first = out.corners();
        for (int end = 0; end < 2; end++) {
            int i = end == 0 ? a : b;
            for (int c = 0; c < 3; c++) {
                double angle = 2 * Math.PI * c / 3;
                double cos = Math.cos(angle);
                double sin = Math.sin(angle);
                double nx = cos * s[0] + sin * t[0];
                double ny = cos * s[1] + sin * t[1];
                double nz = cos * s[2] + sin * t[2];
                double r = thickness / 2;
                int o = out.corner(in.x()[i] + r * nx, in.y()[i] + r * ny, in.z()[i] + r * nz, nx, ny, nz, 0, 0);
                out.carry(o, in, i);
            }
        }
        for (int c = 0; c < 3; c++) {
            int d = (c + 1) % 3;
            out.square(first + c, first + d, first + 3 + d, first + 3 + c);
        }
    }
}
