package gloaming.points.attribute;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.ChangedColumns;
import gloaming.points.arrange.Turned;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Which way points look: along their movement, away from the middle, or one way for all. */
@Id("head")
@StepInfo(
        name = "Orient",
        does = "Turns points to where they move, away from a place, or all one way.",
        find =
                "heading direction orientation look aim velocity rotate sprite face head heading rotation point along the movement arrows",
        notice = "Every mark is turned away from the middle.",
        example =
                "grid columns=12 rows=7 size=0.05 > * to=away-from-a-place > draw-marks form=wedge along=heading size=1")
public record Orient(
        @Id(value = "to", label = "Facing") @Choice(initial = "along-movement", says = "Where they look.")
        To to,

        @Id("turn")
        @Range(min = -2, max = 2, initial = 0, unit = "turns", says = "And turned by so much in the picture.")
        double turn,

        @Id("x") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "The place, across.")
        double x,

        @Id("y") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "The place, up.")
        double y,

        @Id("z") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "The place, towards who looks.")
        double z)
        implements Operation<Points, Points, Orient.Memory> {

    /** Where points look. */
    public enum To {
        @Id("along-movement")
        ALONG_MOVEMENT,
        @Id("away-from-a-place")
        AWAY_FROM_A_PLACE,
        @Id("towards-a-place")
        TOWARDS_A_PLACE,
        @Id("one-way")
        ONE_WAY
    }

    /** The columns this step replaces, and where points of which id were a frame before. */
    public static final class Memory {
        final ChangedColumns altered = new ChangedColumns();
        final Points before = new Points();
        final Points last = new Points();
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Points in, Memory memory, Frame frame) {
        Points out = memory.altered.of(in);
        int n = in.n();
        if (n == 0) return out;
        float[] hx = memory.altered.write(Attribute.HX);
        float[] hy = memory.altered.write(Attribute.HY);
        float[] hz = memory.altered.write(Attribute.HZ);
        // Points that nothing moves by a velocity show by their places where they go.
        boolean places = to == To.ALONG_MOVEMENT && Turned.still(in, Turned.GROUPS[1]);
        Points was = memory.before;
        boolean known = was.n() == n;
        double cos = Math.cos(2 * Math.PI * turn);
        double sin = Math.sin(2 * Math.PI * turn);
        for (int i = 0; i < n; i++) {
            double a = 1;
            double b = 0;
            double c = 0;
            switch (to) {
                case ALONG_MOVEMENT -> {
                    if (places && known) {
                        a = in.at(Attribute.X, i) - was.at(Attribute.X, i);
                        b = in.at(Attribute.Y, i) - was.at(Attribute.Y, i);
                        c = in.at(Attribute.Z, i) - was.at(Attribute.Z, i);
                    } else if (!places) {
                        a = in.at(Attribute.VX, i);
                        b = in.at(Attribute.VY, i);
                        c = in.at(Attribute.VZ, i);
                    } else {
                        a = 0;
                    }
                }
                case AWAY_FROM_A_PLACE, TOWARDS_A_PLACE -> {
                    double sign = to == To.TOWARDS_A_PLACE ? -1 : 1;
                    a = sign * (in.at(Attribute.X, i) - x);
                    b = sign * (in.at(Attribute.Y, i) - y);
                    c = sign * (in.at(Attribute.Z, i) - z);
                }
                case ONE_WAY -> {}
            }
            double far = Math.sqrt(a * a + b * b + c * c);
            // Who stands still looks on as before.
            if (!(far > 1e-9 && far < Double.MAX_VALUE)) {
                if (known && to == To.ALONG_MOVEMENT) {
                    hx[i] = memory.last.at(Attribute.HX, i);
                    hy[i] = memory.last.at(Attribute.HY, i);
                    hz[i] = memory.last.at(Attribute.HZ, i);
                }
                continue;
            }
            hx[i] = (float) ((a * cos - b * sin) / far);
            hy[i] = (float) ((a * sin + b * cos) / far);
            hz[i] = (float) (c / far);
        }
        if (to == To.ALONG_MOVEMENT) {
            for (Attribute attribute : Turned.GROUPS[0]) was.column(attribute).copyFrom(in.column(attribute));
            for (Attribute attribute : Turned.GROUPS[2])
                memory.last.column(attribute).copyFrom(out.column(attribute));
            was.n(n);
        }
        return out;
    }
}
