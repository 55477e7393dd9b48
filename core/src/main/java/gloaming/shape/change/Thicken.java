package gloaming.shape.change;

import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Changed;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.Arrays;

/** Gives a surface a thickness: itself, its inside, and a rim where it has an edge. */
@Id("thicken")
@StepInfo(
        name = "Thicken",
        does = "Makes a wall of a thickness out of a thin surface: a sheet, a shell, a cut ball.",
        find = "shape shell solidify thickness wall rim sheet hollow",
        notice = "A sheet without a back gets one.",
        example = "panel width=1.2 height=1.2 detail=20 > bend-shape > * thickness=0.15")
public record Thicken(
        @Id("thickness")
        @Range(
                min = 0.0005,
                max = 5,
                initial = 0.05,
                unit = "units",
                byRatio = true,
                says = "How far the inside is in.")
        double thickness)
        implements Changed {

    @Override
    public void change(Shape in, Shape out, Frame frame) {
        int n = in.corners();
        int t = in.triangles();
        out.copyFrom(in).append(in);
        float far = (float) thickness;
        for (int i = n; i < 2 * n; i++) {
            out.x()[i] -= far * out.nx()[i];
            out.y()[i] -= far * out.ny()[i];
            out.z()[i] -= far * out.nz()[i];
            out.nx()[i] = -out.nx()[i];
            out.ny()[i] = -out.ny()[i];
            out.nz()[i] = -out.nz()[i];
        }
        out.turnOver(t);
        rim(in, out, n);
    }

    /** Edges that one triangle alone has. */
    private static void rim(Shape in, Shape out, int n) {
        int[] same = Places.of(in);
        long[] edges = new long[3 * in.triangles()];
        for (int e = 0; e < edges.length; e++) edges[e] = edge(in, same, e);
        Arrays.sort(edges);
        for (int e = 0; e < 3 * in.triangles(); e++) {
            int at = Arrays.binarySearch(edges, edge(in, same, e));
            boolean alone =
                    (at == 0 || edges[at - 1] != edges[at]) && (at == edges.length - 1 || edges[at + 1] != edges[at]);
            if (!alone) continue;
            wall(out, in.of()[e], in.of()[e - e % 3 + (e + 1) % 3], n);
        }
    }

    private static long edge(Shape in, int[] same, int e) {
        int a = same[in.of()[e]];
        int b = same[in.of()[e - e % 3 + (e + 1) % 3]];
        return (long) Math.min(a, b) << 32 | Math.max(a, b);
    }

    private static void wall(Shape out, int a, int b, int n) {
        double wx = out.x()[b] - out.x()[a];
        double wy = out.y()[b] - out.y()[a];
        double wz = out.z()[b] - out.z()[a];
        double nx = wy * out.nz()[a] - wz * out.ny()[a];
        double ny = wz * out.nx()[a] - wx * out.nz()[a];
        double nz = wx * out.ny()[a] - wy * out.nx()[a];
        double length = Math.max(1e-12, Math.sqrt(nx * nx + ny * ny + nz * nz));
        int first = out.corners();
        for (int i : new int[] {a, b, b + n, a + n}) {
            int c = out.corner(out.x()[i], out.y()[i], out.z()[i], nx / length, ny / length, nz / length, 0, 0);
            out.carry(c, out, i);
        }
        out.square(first + 1, first, first + 3, first + 2);
    }
}
