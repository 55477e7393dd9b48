package gloaming.shape.places;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.Sampler;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;
import java.util.ArrayList;
import java.util.List;

/**
 * Points on a shape, each heading along the normal, with the surface's colour, its texture place as {@code u} and {@code v}, the numbers that its
 * corners carry by name, and the velocity of the place where it lies.
 *
 * <p>Where a point lies is drawn by its number: in which triangle by the areas (a low-discrepancy sequence, so that they lie evenly: van der
 * Corput 1935) and where in it; so it stays in its place while the surface moves, as long as its triangles stay alike.
 */
@Id("on-surface")
@StepInfo(
        name = "Points on surface",
        does = "Lays points on a shape: evenly over its surface, at its corners, or along its edges.",
        find = "scatter sample surface vertices corners edges shape to points mesh emit distribute blue noise stipple",
        notice = "The points stay on the surface while it bends.",
        example = "ball radius=0.7 > push-by-noise amount=0.3 speed=0.5 > *")
@Read(
        name = "light",
        kind = Picture.class,
        optional = true,
        says = "A picture laid on the shape: points are left out where it is dark.")
public record PointsOnSurface(
        @Id("where") @Choice(initial = "surface", says = "Spread over its surface, at its corners, or along its edges.")
        Where where,

        @Id("lie")
        @Choice(
                initial = "drawn",
                says = "On the surface: by chance, or apart from one another (to 20,000), as a fine screen of dots.")
        Lie lie,

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
    /** Points of one step, at most. */
    static final int MOST = 500_000;

    /** Where points lie. */
    public enum Where {
        @Id("surface")
        SURFACE,
        @Id("corners")
        CORNERS,
        @Id("edges")
        EDGES
    }

    /** How they lie to one another. */
    public enum Lie {
        @Id("drawn")
        DRAWN,
        @Id("apart")
        APART
    }

    /** The points, their spots, and where they were in the last frame. */
    public static final class Memory {
        private final Points points = new Points();
        private final Spots spots = new Spots();
        private final Column u = new Column(16);
        private final Column v = new Column(16);
        private float[][] last = new float[3][0];
        private int had;
        /** Columns for the numbers that corners carry by name, and those of the shape as it is. */
        private final List<Column> numbers = new ArrayList<>();

        private float[][] carried = {};
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Shape in, Memory memory, Frame frame) {
        Points out = memory.points.plain();
        Spots spots = memory.spots.on(in, this, frame.seed());
        int n = spots.n;
        out.n(n).loose(false);
        out.column(Attribute.SIZE).constant((float) size);
        if (n == 0) return out;
        for (Attribute a : WRITTEN) out.each(a);
        memory.u.length(n);
        memory.v.length(n);
        out.put("u", memory.u).put("v", memory.v);
        numbers(in, memory);
        boolean moved = memory.had == n && frame.dt() > 0;
        if (memory.last[0].length < n) memory.last = new float[3][n];
        float over = moved ? (float) (1 / frame.dt()) : 0;
        frame.crew().each(n, Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                put(in, spots, memory, i);
                velocity(memory, i, over);
            }
        });
        memory.had = n;
        Picture light = frame.read("light", Picture.class);
        if (light != null) thin(memory, light, frame.seed());
        return out;
    }

    private static final Attribute[] WRITTEN = {
        Attribute.X,
        Attribute.Y,
        Attribute.Z,
        Attribute.VX,
        Attribute.VY,
        Attribute.VZ,
        Attribute.HX,
        Attribute.HY,
        Attribute.HZ,
        Attribute.RED,
        Attribute.GREEN,
        Attribute.BLUE,
        Attribute.ID
    };

    private void put(Shape in, Spots spots, Memory memory, int i) {
        Points out = memory.points;
        int a = spots.of[3 * i];
        int b = spots.of[3 * i + 1];
        int c = spots.of[3 * i + 2];
        double wa = spots.part[2 * i];
        double wb = spots.part[2 * i + 1];
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
        memory.u.values[i] = (float) (wa * in.u()[a] + wb * in.u()[b] + wc * in.u()[c]);
        memory.v.values[i] = (float) (wa * in.v()[a] + wb * in.v()[b] + wc * in.v()[c]);
        for (int k = 0; k < memory.carried.length; k++) {
            float[] from = memory.carried[k];
            memory.numbers.get(k).values[i] = (float) (wa * from[a] + wb * from[b] + wc * from[c]);
        }
    }

    /** What corners carry by name the points have as attributes of these names. */
    private static void numbers(Shape in, Memory memory) {
        int n = in.numbers();
        if (memory.carried.length != n) memory.carried = new float[n][];
        for (int k = 0; k < n; k++) {
            while (memory.numbers.size() <= k) memory.numbers.add(new Column(16));
            String name = in.numberName(k);
            memory.carried[k] = in.number(name);
            Column column = memory.numbers.get(k).length(memory.points.n());
            Attribute known = Attribute.named(name);
            if (known == null) memory.points.put(name, column);
            else memory.points.put(known, column);
        }
    }

    private static void velocity(Memory memory, int i, float over) {
        Points out = memory.points;
        for (int k = 0; k < 3; k++) {
            float now = out.column(WRITTEN[k]).values[i];
            set(out, WRITTEN[3 + k], i, (now - memory.last[k][i]) * over);
            memory.last[k][i] = now;
        }
    }

    /** Leaves points out where a picture is dark, the more the darker it is; those that stay keep their order and their numbers. */
    private static void thin(Memory memory, Picture light, long seed) {
        Points out = memory.points;
        int kept = 0;
        for (int i = 0; i < out.n(); i++) {
            double x = memory.u.values[i] * light.width - 0.5;
            double y = memory.v.values[i] * light.height - 0.5;
            float bright = 0;
            for (int c = 0; c < 3; c++) bright += WEIGHT[c] * Sampler.at(light, light.plane(c), x, y, Border.HOLD);
            if (!(bright > Randomness.uniform(seed, i, 9))) continue;
            for (Attribute a : WRITTEN) {
                float[] values = out.column(a).values;
                values[kept] = values[i];
            }
            for (int k = 0; k < memory.carried.length; k++) {
                float[] values = memory.numbers.get(k).values;
                values[kept] = values[i];
            }
            memory.u.values[kept] = memory.u.values[i];
            memory.v.values[kept++] = memory.v.values[i];
        }
        out.n(kept);
    }

    private static final float[] WEIGHT = {0.2126f, 0.7152f, 0.0722f};

    private static void set(Points out, Attribute attribute, int i, double value) {
        out.column(attribute).values[i] = Math.abs(value) < 1e6 ? (float) value : 0;
    }
}
