package gloaming.shape.change;

import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Changed;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.Arrays;

/**
 * A shape of fewer triangles: corners that lie in one cell of a lattice become one, where they have their mean (Rossignac and Borrel 1993).
 * What is copied by the thousand and seen from afar costs as much less.
 */
@Id("simplify-shape")
@StepInfo(
        name = "Simplify",
        does = "Makes a shape of fewer triangles, for what is copied by the thousand or is to look rough-hewn.",
        find = "shape decimate reduce low poly level of detail lod fewer triangles faster optimise coarse",
        notice = "Fewer triangles, the same body.",
        example = "ball detail=30 > * detail=6 > wires")
public record Simplify(
        @Id("detail")
        @Range(
                min = 1,
                max = 400,
                initial = 12,
                byRatio = true,
                says = "Cells along its longest side; fewer is rougher.")
        int detail)
        implements Changed {

    @Override
    public void change(Shape in, Shape out, Frame frame) {
        int n = in.corners();
        float[] low = {Float.MAX_VALUE, Float.MAX_VALUE, Float.MAX_VALUE};
        float longest = 1e-9f;
        float[][] place = {in.x(), in.y(), in.z()};
        for (int a = 0; a < 3; a++) {
            float high = -Float.MAX_VALUE;
            for (int i = 0; i < n; i++) {
                low[a] = Math.min(low[a], place[a][i]);
                high = Math.max(high, place[a][i]);
            }
            longest = Math.max(longest, high - low[a]);
        }
        // A hair wider, so that the last corner lies in the last cell.
        float over = detail / (longest * 1.0001f);
        int[] now = new int[n];
        long[] cells = new long[n];
        for (int i = 0; i < n; i++) {
            long cell = 0;
            for (int a = 0; a < 3; a++) cell = cell << 10 | (int) ((place[a][i] - low[a]) * over);
            // What faces another way stays apart, so that edges stay edges and both sides of a sheet stay two.
            cells[i] = cell << 6 | way(in.nx()[i]) << 4 | way(in.ny()[i]) << 2 | way(in.nz()[i]);
        }
        long[] sorted = cells.clone();
        Arrays.sort(sorted);
        int kept = 0;
        for (int i = 0; i < n; i++) if (i == 0 || sorted[i] != sorted[i - 1]) sorted[kept++] = sorted[i];
        for (int i = 0; i < n; i++) now[i] = Arrays.binarySearch(sorted, 0, kept, cells[i]);
        gather(in, out, now, kept);
        triangles(in, out, now, cells);
    }

    private static long way(float part) {
        return part < -0.5f ? 0 : part > 0.5f ? 2 : 1;
    }

    private static void gather(Shape in, Shape out, int[] now, int kept) {
        out.size(kept, 0);
        out.like(in);
        int[] count = new int[kept];
        for (int i : now) count[i]++;
        float[][] from = {in.x(), in.y(), in.z(), in.nx(), in.ny(), in.nz()};
        float[][] to = {out.x(), out.y(), out.z(), out.nx(), out.ny(), out.nz()};
        for (int k = 0; k < to.length; k++) {
            Arrays.fill(to[k], 0, kept, 0);
            for (int i = 0; i < now.length; i++) to[k][now[i]] += from[k][i] / count[now[i]];
        }
        out.gather(in, now, count);
        for (int i = 0; i < kept; i++) {
            float x = out.nx()[i];
            float y = out.ny()[i];
            float z = out.nz()[i];
            float length = (float) Math.sqrt(x * x + y * y + z * z);
            if (!(length > 1e-6f)) continue;
            out.nx()[i] = x / length;
            out.ny()[i] = y / length;
            out.nz()[i] = z / length;
        }
    }

    /** Triangles whose corners came to three cells; those of one place stay, whatever their normals, as long as they have an area. */
    private static void triangles(Shape in, Shape out, int[] now, long[] cells) {
        for (int t = 0; t < in.triangles(); t++) {
            int a = in.of()[3 * t];
            int b = in.of()[3 * t + 1];
            int c = in.of()[3 * t + 2];
            long ca = cells[a] >> 6;
            long cb = cells[b] >> 6;
            long cc = cells[c] >> 6;
            if (ca == cb || cb == cc || ca == cc) continue;
            out.triangle(now[a], now[b], now[c]);
        }
    }
}
