package gloaming.shape.change;

import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Axis;
import gloaming.shape.Changed;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** A shape several times over, each farther on, turned farther and larger or smaller than the one before, joined to one. */
@Id("repeat-shape")
@StepInfo(
        name = "Repeat shape",
        does = "Sets a shape again and again, each a step farther, turned and scaled by as much, as one shape.",
        find =
                "shape array duplicate copies stairs staircase row stack spiral clone radial circular pattern steps railing",
        notice = "One block becomes a stair: moved and turned each time.",
        example = "block width=0.7 height=0.08 depth=0.25 > * x=0 y=0.12 turn=0.06 count=12")
public record RepeatShape(
        @Id("count") @Range(min = 1, max = 500, initial = 6, says = "How often it is there.")
        int count,

        @Id("x") @Range(min = -20, max = 20, initial = 0.4, unit = "units", says = "Each farther on by, across.")
        double x,

        @Id("y") @Range(min = -20, max = 20, initial = 0, unit = "units", says = "Each farther on by, up.")
        double y,

        @Id("z") @Range(min = -20, max = 20, initial = 0, unit = "units", says = "Each farther on by, in depth.")
        double z,

        @Id("turn")
        @Range(min = -1, max = 1, initial = 0, unit = "turns", says = "Each turned farther by, with its way onward.")
        double turn,

        @Id("axis") @Choice(initial = "up", says = "About which axis.")
        Axis axis,

        @Id("size") @Range(min = 0.1, max = 3, initial = 1, byRatio = true, says = "Each larger than the last, times.")
        double size)
        implements Changed {

    @Override
    public boolean idle() {
        return count == 1;
    }

    @Override
    public void change(Shape in, Shape out, Frame frame) {
        // The first stays where it is; m takes each to the next.
        double[] whole = {1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0};
        double[] m = step();
        float[][] place = {in.x(), in.y(), in.z()};
        float[][] normal = {in.nx(), in.ny(), in.nz()};
        for (int k = 0; k < count; k++) {
            int first = out.corners();
            out.append(in);
            float[][] to = {out.x(), out.y(), out.z()};
            float[][] up = {out.nx(), out.ny(), out.nz()};
            double scale = Math.sqrt(whole[0] * whole[0] + whole[4] * whole[4] + whole[8] * whole[8]);
            if (!(scale < 1e5)) break;
            for (int i = 0; i < in.corners(); i++) {
                for (int r = 0; r < 3; r++) {
                    double p = whole[4 * r + 3];
                    double n = 0;
                    for (int c = 0; c < 3; c++) {
                        p += whole[4 * r + c] * place[c][i];
                        n += whole[4 * r + c] * normal[c][i];
                    }
                    to[r][first + i] = (float) p;
                    up[r][first + i] = (float) (n / Math.max(1e-12, scale));
                }
            }
            whole = times(whole, m);
        }
    }

    private double[] step() {
        double c = size * Math.cos(2 * Math.PI * turn);
        double s = size * Math.sin(2 * Math.PI * turn);
        int along = axis.ordinal();
        int a = axis.next();
        int b = axis.afterNext();
        double[] m = new double[12];
        m[5 * along] = size;
        m[5 * a] = c;
        m[4 * a + b] = -s;
        m[4 * b + a] = s;
        m[5 * b] = c;
        m[3] = x;
        m[7] = y;
        m[11] = z;
        return m;
    }

    private static double[] times(double[] a, double[] b) {
        double[] to = new double[12];
        for (int r = 0; r < 3; r++)
            for (int c = 0; c < 4; c++) {
                to[4 * r + c] = c == 3 ? a[4 * r + 3] : 0;
                for (int k = 0; k < 3; k++) to[4 * r + c] += a[4 * r + k] * b[4 * k + c];
            }
        return to;
    }
}
