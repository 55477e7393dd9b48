package gloaming.shape.change;

import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Changed;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Cuts a shape by a plane and keeps what lies on one side, triangle by triangle (Sutherland and Hodgman 1974). */
@Id("cut-shape")
@StepInfo(
        name = "Cut",
        does = "Cuts a shape by a plane that can turn and move, and keeps one side of it.",
        ifBlack = "the plane lies beyond the whole shape",
        find = "shape clip slice plane section half reveal wipe cross section cutaway",
        notice = "The ball is open where the plane went through; the plane can move.",
        example = "ball > * place==0.4*sin(t*1.6)")
public record Cut(
        @Id("place") @Range(min = -20, max = 20, initial = 0, unit = "units", says = "Where along its way it cuts.")
        double place,

        @Id("round")
        @Range(min = -10, max = 10, initial = 0, unit = "turns", says = "Turns the way about the upright axis.")
        double round,

        @Id("tilt")
        @Range(
                min = -10,
                max = 10,
                initial = 0.25,
                unit = "turns",
                says = "0 cuts from the right, a quarter from above.")
        double tilt)
        implements Changed {

    @Override
    public void change(Shape in, Shape out, Frame frame) {
        double cos = Math.cos(2 * Math.PI * tilt);
        double[] way = {
            cos * Math.cos(2 * Math.PI * round), Math.sin(2 * Math.PI * tilt), -cos * Math.sin(2 * Math.PI * round)
        };
        float[][] from = {in.x(), in.y(), in.z(), in.nx(), in.ny(), in.nz()};
        double[] far = new double[in.corners()];
        for (int i = 0; i < far.length; i++)
            far[i] = way[0] * in.x()[i] + way[1] * in.y()[i] + way[2] * in.z()[i] - place;
        // Corners that stay keep their triangles' sharing; those on the cut are new ones.
        int[] now = new int[in.corners()];
        out.like(in);
        int[] polygon = new int[4];
        for (int t = 0; t < in.triangles(); t++) {
            int n = 0;
            for (int k = 0; k < 3; k++) {
                int a = in.of()[3 * t + k];
                int b = in.of()[3 * t + (k + 1) % 3];
                if (far[a] <= 0) polygon[n++] = kept(in, out, from, now, a);
                if (far[a] <= 0 != far[b] <= 0) polygon[n++] = between(in, out, from, a, b, far[a] / (far[a] - far[b]));
            }
            for (int k = 2; k < n; k++) out.triangle(polygon[0], polygon[k - 1], polygon[k]);
        }
    }

    private static int kept(Shape in, Shape out, float[][] from, int[] now, int i) {
        if (now[i] == 0) now[i] = between(in, out, from, i, i, 0) + 1;
        return now[i] - 1;
    }

    private static int between(Shape in, Shape out, float[][] f, int a, int b, double part) {
        double[] v = new double[f.length];
        for (int k = 0; k < v.length; k++) v[k] = f[k][a] + (f[k][b] - f[k][a]) * part;
        int i = out.corner(v[0], v[1], v[2], v[3], v[4], v[5], 0, 0);
        out.carry(i, in, a, b, part);
        return i;
    }
}
