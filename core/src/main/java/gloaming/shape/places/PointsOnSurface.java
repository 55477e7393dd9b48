package gloaming.shape.places;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * Points on a shape: at its corners, or spread over its surface by area, each heading along the normal.
 *
 * <p>Where a point lies is drawn by its number: in which triangle by the areas (a low-discrepancy sequence, so that they lie evenly: van der
 * Corput 1935) and where in it; so it stays in its place while the surface moves, as long as its triangles stay alike.
 */
@Id("on-surface")
@StepInfo(
        name = "Points on surface",
        does = "Lays points on a shape: evenly over its surface, or at its corners.",
        find = "scatter sample surface vertices corners shape to points mesh emit distribute")
public record PointsOnSurface(
        @Id("where") @Choice(initial = "surface", says = "Spread over its surface, or at its corners.")
        Where where,

        @Id("count")
        @Range(
                min = 1,
                max = 500000,
                initial = 3000,
                byRatio = true,
                says = "Points; corners are as many as there are.")
        int count,

        @Id("above") @Range(min = -5, max = 5, initial = 0, unit = "units", says = "How far off the surface they lie.")
        double above,

        @Id("size")
        @Range(min = 0.0005, max = 0.5, initial = 0.012, unit = "units", byRatio = true, says = "Radius of each point.")
        double size)
        implements Operation<Shape, Points, PointsOnSurface.Memory> {

    /** Where points lie. */
    public enum Where {
        @Id("surface")
        SURFACE,
        @Id("corners")
        CORNERS
    }

    /** The points, and how much of the area lies in triangles up to each. */
    public static final class Memory {
        private final Points points = new Points();
        private double[] areas = new double[0];
        private long of = -1;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Shape in, Memory memory, Frame frame) {
        Points out = memory.points;
        boolean corners = where == Where.CORNERS;
        int n = corners ? Math.min(in.corners(), 500_000) : in.triangles() == 0 ? 0 : count;
        out.n(n).loose(false);
        out.column(Attribute.SIZE).constant((float) size);
        if (n == 0) return out;
        for (Attribute a : WRITTEN) out.each(a);
        if (!corners) measure(in, memory);
        frame.crew().each(n, Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                if (corners) put(in, out, i, i, i, i, 1, 0);
                else spread(in, out, memory, i, frame.seed());
            }
        });
        return out;
    }

    private static final Attribute[] WRITTEN = {
        Attribute.X,
        Attribute.Y,
        Attribute.Z,
        Attribute.HX,
        Attribute.HY,
        Attribute.HZ,
        Attribute.RED,
        Attribute.GREEN,
        Attribute.BLUE,
        Attribute.ID
    };

    private static void measure(Shape in, Memory memory) {
        if (memory.of == in.stamp()) return;
        memory.of = in.stamp();
        if (memory.areas.length < in.triangles()) memory.areas = new double[in.triangles()];
        double sum = 0;
        for (int t = 0; t < in.triangles(); t++) {
            int a = in.of()[3 * t];
            int b = in.of()[3 * t + 1];
            int c = in.of()[3 * t + 2];
            double ux = in.x()[b] - in.x()[a];
            double uy = in.y()[b] - in.y()[a];
            double uz = in.z()[b] - in.z()[a];
            double vx = in.x()[c] - in.x()[a];
            double vy = in.y()[c] - in.y()[a];
            double vz = in.z()[c] - in.z()[a];
            double x = uy * vz - uz * vy;
            double y = uz * vx - ux * vz;
            double z = ux * vy - uy * vx;
            sum += Math.sqrt(x * x + y * y + z * z);
            memory.areas[t] = sum;
        }
    }

    private void spread(Shape in, Points out, Memory memory, int i, long seed) {
        int n = in.triangles();
        double wanted = corput(i) * memory.areas[n - 1];
        int low = 0;
        int high = n - 1;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (memory.areas[middle] > wanted) high = middle;
            else low = middle + 1;
        }
        // Evenly over a triangle (Turk 1990).
        double root = Math.sqrt(Randomness.uniform(seed, i, 0));
        double along = Randomness.uniform(seed, i, 1);
        put(in, out, i, in.of()[3 * low], in.of()[3 * low + 1], in.of()[3 * low + 2], 1 - root, root * along);
    }

    private static double corput(int i) {
        return (Integer.reverse(i) >>> 1) / 2147483648.0;
    }

    private void put(Shape in, Points out, int i, int a, int b, int c, double wa, double wb) {
        double wc = 1 - wa - wb;
        double nx = wa * in.nx()[a] + wb * in.nx()[b] + wc * in.nx()[c];
        double ny = wa * in.ny()[a] + wb * in.ny()[b] + wc * in.ny()[c];
        double nz = wa * in.nz()[a] + wb * in.nz()[b] + wc * in.nz()[c];
        double length = Math.sqrt(nx * nx + ny * ny + nz * nz);
        double over = length > 1e-9 ? 1 / length : 0;
        set(out, Attribute.HX, i, nx * over);
        set(out, Attribute.HY, i, ny * over);
        set(out, Attribute.HZ, i, nz * over);
        set(out, Attribute.X, i, wa * in.x()[a] + wb * in.x()[b] + wc * in.x()[c] + above * nx * over);
        set(out, Attribute.Y, i, wa * in.y()[a] + wb * in.y()[b] + wc * in.y()[c] + above * ny * over);
        set(out, Attribute.Z, i, wa * in.z()[a] + wb * in.z()[b] + wc * in.z()[c] + above * nz * over);
        set(out, Attribute.ID, i, i);
        boolean coloured = in.coloured();
        set(out, Attribute.RED, i, coloured ? wa * in.red()[a] + wb * in.red()[b] + wc * in.red()[c] : 1);
        set(out, Attribute.GREEN, i, coloured ? wa * in.green()[a] + wb * in.green()[b] + wc * in.green()[c] : 1);
        set(out, Attribute.BLUE, i, coloured ? wa * in.blue()[a] + wb * in.blue()[b] + wc * in.blue()[c] : 1);
    }

    private static void set(Points out, Attribute attribute, int i, double value) {
        out.column(attribute).values[i] = Math.abs(value) < 1e6 ? (float) value : 0;
    }
}
