package gloaming.shape.change;

import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Changed;
import gloaming.step.Frame;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Gives every triangle its own corners, so that it is flat and stands apart; it can be shrunk and thrown outward. */
@Id("pieces")
@StepInfo(
        name = "Pieces",
        does = "Takes a shape apart into its triangles: flat, smaller, flying outward, each turning its own way.",
        find = "shape shatter explode facets flat low poly scatter fragments burst debris triangles",
        notice = "The ball comes apart, each piece with a turn of its own.",
        example = "ball detail=5 > * apart==0.35+0.35*sin(t*1.2) turning=0.3")
public record Pieces(
        @Id("apart") @Range(min = 0, max = 20, initial = 0, unit = "units", says = "How far they have flown outward.")
        double apart,

        @Id("turning")
        @Range(min = 0, max = 20, initial = 0, unit = "turns", says = "How far each has turned, its own way.")
        double turning,

        @Id("size") @Range(min = 0, max = 3, initial = 1, says = "Times their own size.")
        double size,

        @Id("uneven") @Range(min = 0, max = 1, initial = 0.6, says = "How much some are faster than others.")
        double uneven)
        implements Changed {

    @Override
    public void change(Shape in, Shape out, Frame frame) {
        int n = in.triangles();
        out.size(3 * n, n);
        out.like(in);
        float mx = in.middle(0);
        float my = in.middle(1);
        float mz = in.middle(2);
        frame.crew().each(n, 1_024, (from, to) -> {
            double[] turn = new double[9];
            for (int t = from; t < to; t++) piece(in, out, t, frame.seed(), mx, my, mz, turn);
        });
        out.smooth();
    }

    private void piece(Shape in, Shape out, int t, long seed, float mx, float my, float mz, double[] turn) {
        double cx = 0;
        double cy = 0;
        double cz = 0;
        for (int k = 0; k < 3; k++) {
            int i = in.of()[3 * t + k];
            cx += in.x()[i] / 3.0;
            cy += in.y()[i] / 3.0;
            cz += in.z()[i] / 3.0;
        }
        double ox = cx - mx;
        double oy = cy - my;
        double oz = cz - mz;
        double length = Math.max(1e-6, Math.sqrt(ox * ox + oy * oy + oz * oz));
        double far = apart * (1 - uneven * Randomness.uniform(seed, t, 0)) / length;
        rotation(turn, seed, t);
        for (int k = 0; k < 3; k++) {
            int i = in.of()[3 * t + k];
            int o = 3 * t + k;
            double dx = size * (in.x()[i] - cx);
            double dy = size * (in.y()[i] - cy);
            double dz = size * (in.z()[i] - cz);
            out.x()[o] = (float) (cx + far * ox + turn[0] * dx + turn[1] * dy + turn[2] * dz);
            out.y()[o] = (float) (cy + far * oy + turn[3] * dx + turn[4] * dy + turn[5] * dz);
            out.z()[o] = (float) (cz + far * oz + turn[6] * dx + turn[7] * dy + turn[8] * dz);
            out.carry(o, in, i);
            out.of()[o] = o;
        }
    }

    /** A turn about an axis of each piece's own (Rodrigues 1840). */
    private void rotation(double[] m, long seed, int t) {
        double z = Randomness.signed(seed, t, 1);
        double round = 2 * Math.PI * Randomness.uniform(seed, t, 2);
        double flat = Math.sqrt(Math.max(0, 1 - z * z));
        double x = flat * Math.cos(round);
        double y = flat * Math.sin(round);
        double angle = 2 * Math.PI * turning * (1 - uneven * Randomness.uniform(seed, t, 3));
        double c = Math.cos(angle);
        double s = Math.sin(angle);
        double k = 1 - c;
        m[0] = c + x * x * k;
        m[1] = x * y * k - z * s;
        m[2] = x * z * k + y * s;
        m[3] = y * x * k + z * s;
        m[4] = c + y * y * k;
        m[5] = y * z * k - x * s;
        m[6] = z * x * k - y * s;
        m[7] = z * y * k + x * s;
        m[8] = c + z * z * k;
    }
}
