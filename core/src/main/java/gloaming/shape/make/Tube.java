package gloaming.shape.make;

import gloaming.curve.Keys;
import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.ArrayList;
import java.util.List;

/**
 * A tube or ribbon along points, as thick as they are and in their colours; where points carry strands, one along each. Attributes of one's own
 * become numbers of its corners.
 *
 * <p>Where points have an attribute {@code twist}, it is wound by so many turns there. The profile is carried from place to place without turning about the way (double reflection: Wang and others 2008).
 */
@Id("tube")
@StepInfo(
        name = "Tube",
        does = "Draws a tube, rope or ribbon along points, as thick as they are, in their colours.",
        ifBlack = "there are fewer than two points, or they have no size",
        find = "shape pipe cable rope ribbon sweep along path line wire hose strand spline extrude 3d",
        notice = "A pipe along the points, as thick as they are.",
        example = "spiral turns=3 inner=0.1 outer=0.7 climb=0.8 size=0.05 > *")
public record Tube(
        @Id("thickness")
        @Range(min = 0.01, max = 100, initial = 1, byRatio = true, says = "Times each point's own size.")
        double thickness,

        @Id("sides") @Range(min = 2, max = 64, initial = 10, says = "Sides of its profile; 2 is a ribbon.")
        int sides,

        @Id("twist") @Range(min = -100, max = 100, initial = 0, unit = "turns", says = "How often it winds on its way.")
        double twist,

        @Id("profile")
        @Choice(
                initial = "0 1 linear; 1 1 linear",
                curve = true,
                over = "once round",
                says = "How far out its side is on the way round, times its thickness: 1 all round for a round one.")
        String profile,

        @Id("closed") @Choice(initial = "false", says = "Whether its end is its beginning.")
        boolean closed)
        implements Operation<Points, Shape, Tube.Memory> {

    /** The shape, made anew in every frame, and the frame that is carried along. */
    public static final class Memory {
        private final Shape shape = new Shape();
        private final double[] side = new double[3];
        private final double[] way = new double[3];
        private final double[] next = new double[3];
        private final List<String> numbers = new ArrayList<>();
        /** Of each side of the profile how far out it is, and its normal by the ways out and on round. */
        private double[] out = {};

        private double[] outward = {};
        private double[] onward = {};
        private String drawn;

        private void profile(String text, int sides) {
            if (text.equals(drawn) && out.length == sides + 1) return;
            drawn = text;
            Keys keys = Keys.parse(text);
            out = new double[sides + 1];
            outward = new double[sides + 1];
            onward = new double[sides + 1];
            for (int s = 0; s <= sides; s++) out[s] = Math.max(0, keys.at(keys.end() * s / sides));
            for (int s = 0; s <= sides; s++) {
                // Across the seam the first side follows the last.
                double slope = (out[s == sides ? 1 : s + 1] - out[s == 0 ? sides - 1 : s - 1]) * sides / (4 * Math.PI);
                double length = Math.max(1e-12, Math.hypot(out[s], slope));
                outward[s] = out[s] == 0 && slope == 0 ? 1 : out[s] / length;
                onward[s] = -slope / length;
            }
        }
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Shape run(Points in, Memory memory, Frame frame) {
        memory.profile(profile, sides);
        Shape out = memory.shape.clear().colours();
        Column strand = in.column("strand");
        int n = in.n();
        numbers(in, memory);
        for (String name : memory.numbers) out.give(name);
        for (int from = 0; from < n; ) {
            int to = from + 1;
            while (to < n && (strand == null || strand.at(to) == strand.at(from))) to++;
            if (to - from > 1) along(in, from, to, out, memory);
            from = to;
        }
        return out.done();
    }

    private void along(Points in, int from, int to, Shape out, Memory memory) {
        boolean round = closed && to - from > 2;
        int places = to - from + (round ? 1 : 0);
        int first = out.corners();
        double[] way = memory.way;
        way(in, from, to, 0, round, way);
        // Any side to begin with.
        double[] side = memory.side;
        boolean steep = Math.abs(way[1]) > 0.9;
        side[0] = steep ? 1 - way[0] * way[0] : -way[0] * way[1];
        side[1] = steep ? -way[0] * way[1] : 1 - way[1] * way[1];
        side[2] = steep ? -way[0] * way[2] : -way[2] * way[1];
        unit(side);
        for (int k = 0; k < places; k++) {
            ring(in, from + k % (to - from), k, places, memory);
            if (k + 1 < places) carry(in, from, to, k, round, memory);
        }
        int row = sides + 1;
        for (int k = 0; k + 1 < places; k++) {
            for (int s = 0; s < sides; s++) {
                int a = first + k * row + s;
                out.square(a, a + 1, a + row + 1, a + row);
            }
        }
    }

    /** The names of the points' own attributes, which corners carry on; few enough for a shape. */
    private static void numbers(Points in, Memory memory) {
        memory.numbers.clear();
        for (int k = 0; k < in.named() && memory.numbers.size() < Shape.NAMED; k++) {
            String name = in.name(k);
            if (!name.startsWith(".") && !name.equals("strand")) memory.numbers.add(name);
        }
    }

    private void ring(Points in, int i, int k, int places, Memory memory) {
        Shape out = memory.shape;
        double[] side = memory.side;
        double[] way = memory.way;
        double ux = way[1] * side[2] - way[2] * side[1];
        double uy = way[2] * side[0] - way[0] * side[2];
        double uz = way[0] * side[1] - way[1] * side[0];
        double r = thickness * in.at(Attribute.SIZE, i);
        Column wound = in.column("twist");
        double turn = twist * k / (places - 1) + (wound == null ? 0 : wound.at(i));
        for (int s = 0; s <= sides; s++) {
            double angle = 2 * Math.PI * ((double) (s % sides) / sides + turn);
            double cos = Math.cos(angle);
            double sin = Math.sin(angle);
            double ox = cos * side[0] + sin * ux;
            double oy = cos * side[1] + sin * uy;
            double oz = cos * side[2] + sin * uz;
            double far = r * memory.out[s];
            double nr = memory.outward[s];
            double nt = memory.onward[s];
            int corner = out.corner(
                    in.at(Attribute.X, i) + far * ox,
                    in.at(Attribute.Y, i) + far * oy,
                    in.at(Attribute.Z, i) + far * oz,
                    nr * ox + nt * (cos * ux - sin * side[0]),
                    nr * oy + nt * (cos * uy - sin * side[1]),
                    nr * oz + nt * (cos * uz - sin * side[2]),
                    (double) s / sides,
                    (double) k / (places - 1));
            out.red()[corner] = in.at(Attribute.RED, i);
            out.green()[corner] = in.at(Attribute.GREEN, i);
            out.blue()[corner] = in.at(Attribute.BLUE, i);
            for (int m = 0; m < memory.numbers.size(); m++) {
                String name = memory.numbers.get(m);
                out.number(name)[corner] = in.column(name).at(i);
            }
        }
    }

    /** The way at place {@code k}: from the one before to the one after. */
    private static void way(Points in, int from, int to, int k, boolean round, double[] way) {
        int n = to - from;
        int before = round ? Math.floorMod(k - 1, n) : Math.max(0, k - 1);
        int after = round ? (k + 1) % n : Math.min(n - 1, k + 1);
        way[0] = in.at(Attribute.X, from + after) - in.at(Attribute.X, from + before);
        way[1] = in.at(Attribute.Y, from + after) - in.at(Attribute.Y, from + before);
        way[2] = in.at(Attribute.Z, from + after) - in.at(Attribute.Z, from + before);
        unit(way);
    }

    /** Carries side and way from place {@code k} to the next, mirrored twice. */
    private static void carry(Points in, int from, int to, int k, boolean round, Memory memory) {
        int n = to - from;
        int a = from + k % n;
        int b = from + (k + 1) % n;
        double vx = in.at(Attribute.X, b) - in.at(Attribute.X, a);
        double vy = in.at(Attribute.Y, b) - in.at(Attribute.Y, a);
        double vz = in.at(Attribute.Z, b) - in.at(Attribute.Z, a);
        mirror(memory.side, vx, vy, vz);
        mirror(memory.way, vx, vy, vz);
        way(in, from, to, (k + 1) % n, round, memory.next);
        double wx = memory.next[0] - memory.way[0];
        double wy = memory.next[1] - memory.way[1];
        double wz = memory.next[2] - memory.way[2];
        mirror(memory.side, wx, wy, wz);
        System.arraycopy(memory.next, 0, memory.way, 0, 3);
    }

    private static void mirror(double[] p, double vx, double vy, double vz) {
        double square = vx * vx + vy * vy + vz * vz;
        if (!(square > 1e-18 && square < 1e12)) return;
        double twice = 2 * (p[0] * vx + p[1] * vy + p[2] * vz) / square;
        p[0] -= twice * vx;
        p[1] -= twice * vy;
        p[2] -= twice * vz;
    }

    private static void unit(double[] v) {
        double length = Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
        if (!(length > 1e-12 && length < 1e9)) {
            v[0] = 0;
            v[1] = 0;
            v[2] = 1;
            return;
        }
        for (int k = 0; k < 3; k++) v[k] /= length;
    }
}
