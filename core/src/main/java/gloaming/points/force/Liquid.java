package gloaming.points.force;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * A liquid in the plane: points keep their distance as drops of water do, drag each other along and hold together.
 *
 * <p>Smoothed-particle hydrodynamics with the density as a constraint (Macklin and Müller 2013, "Position based fluids"), which stays
 * stable at any step; viscosity is XSPH (Schechter and Bridson 2012) and surface tension a pull between drops a little apart. What one drop
 * does to another it suffers itself, so that without walls the whole keeps its momentum.
 */
@Id("liquid")
@StepInfo(
        name = "Liquid",
        does = "Lets points flow together as a liquid in the picture's plane, in a basin or free.",
        find = "fluid water sph simulation pour splash viscosity surface tension basin drop",
        notice = "Drops push one another away and find a level.",
        example = "sow rate=160 life=60 lifeSpread=0 speed=0.2 direction=0 size=0.022 most=900 > *")
public record Liquid(
        @Id("spacing")
        @Range(
                min = 0.004,
                max = 0.3,
                initial = 0.04,
                unit = "units",
                byRatio = true,
                says = "From one drop to the next at rest.")
        double spacing,

        @Id("weight") @Range(min = -10, max = 10, initial = -1.5, unit = "units/s²", says = "Weight; below 0 it falls.")
        double weight,

        @Id("viscosity")
        @Range(min = 0, max = 1, initial = 0.08, says = "How much drops drag each other along: 0 water, 1 honey.")
        double viscosity,

        @Id("tension") @Range(min = 0, max = 1, initial = 0.15, says = "How much the surface holds together.")
        double tension,

        @Id(value = "rounds", label = "Solver rounds")
        @Range(min = 1, max = 12, initial = 5, says = "Rounds of the solver: more is less like jelly.")
        int rounds,

        @Id("basin") @Choice(initial = "true", says = "Whether it stands in a basin with a floor and two walls.")
        boolean basin,

        @Id("width") @Range(min = 0.05, max = 8, initial = 3.2, unit = "units", says = "The basin from wall to wall.")
        double width,

        @Id("x") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "The middle of the basin, across.")
        double x,

        @Id("floor") @Range(min = -4, max = 4, initial = -0.9, unit = "units", says = "Where its floor lies.")
        double floor)
        implements Force<Liquid.Memory> {
    /** Places that are looked at of three cells in a row, at most: many drops in one place must not stop the show. */
    private static final int CROWD = 96;
    /** Of the reach: so far apart are put those that are in one place, which have no direction to part in. */
    private static final float PARTED = 1e-4f;
    /** How far a round goes: all drops move at once, so that each going all the way would be too far. */
    private static final float PART = 0.8f;
    /** How much of the last frame's push a frame begins with. */
    private static final float HELD = 0.5f;
    /** Drops that have been stirred lie this much denser than a lattice does at the same push. */
    private static final float STIRRED = 0.94f;

    private static final java.util.concurrent.atomic.AtomicLong COUNT = new java.util.concurrent.atomic.AtomicLong();

    /** Who is near whom, and the solver's columns, in the order of the cells. */
    public static final class Memory extends ForceMemory {
        final Near near = new Near();
        float[] level = new float[0];
        int[] runs = new int[0];
        float[] lambda = new float[0];
        float[] density = new float[0];
        float[] squares = new float[0];
        /** What all rounds so far have added up to. */
        float[] whole = new float[0];

        final String name = ".liquid " + COUNT.incrementAndGet();
        float[] dx = new float[0];
        float[] dy = new float[0];
        float[] u = new float[0];
        float[] v = new float[0];

        void room(int n) {
            if (lambda.length >= n + Near.SLACK) return;
            int room = n + n / 2 + Near.SLACK;
            level = new float[room];
            runs = new int[room * 2 * Near.FLAT];
            lambda = new float[room];
            density = new float[room];
            squares = new float[room];
            whole = new float[room];
            dx = new float[room];
            dy = new float[room];
            u = new float[room];
            v = new float[room];
        }
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public void move(Points points, Memory memory, Frame frame, float passed) {
        int n = points.n();
        float dt = Math.min(passed, 0.1f);
        memory.room(n);
        float[] px = points.column(Attribute.X).values;
        float[] py = points.column(Attribute.Y).values;
        float[] vx = points.column(Attribute.VX).values;
        float[] vy = points.column(Attribute.VY).values;
        float h = (float) (2 * spacing);
        Near near = memory.near;
        near.sort(px, py, memory.level, n, h, frame.crew());
        float[] x = near.x;
        float[] y = near.y;
        frame.crew().each(n, 1_024, (from, to) -> neighbours(memory, near, from, to));
        for (int at = 0; at < n; at++) x[at] += PARTED * h * ((at & 7) - 3.5f) / 8;
        float rest = rest(h);
        float left = (float) (this.x - width / 2 + spacing / 4);
        float right = (float) (this.x + width / 2 - spacing / 4);
        float low = (float) (floor + spacing / 4);
        Walls walls = new Walls(basin, (float) (this.x - width / 2), (float) (this.x + width / 2), (float) floor);
        float[] held = points.kept(memory.name);
        float[] since = points.kept(memory.name + " since");
        frame.crew().each(n, Points.GRAIN, (from, to) -> {
            for (int at = from; at < to; at++) {
                float was = held[near.order[at]];
                memory.lambda[at] = was == was ? HELD * was : 0;
                memory.whole[at] = memory.lambda[at];
            }
        });
        System.arraycopy(x, 0, memory.u, 0, n);
        System.arraycopy(y, 0, memory.v, 0, n);
        for (int round = 0; round <= rounds; round++) {
            // It begins with what pushed drops apart in the frame before, so that a column at rest is found at once.
            if (round > 0) frame.crew().each(n, 512, (from, to) -> densities(memory, x, y, h, rest, walls, from, to));
            frame.crew().each(n, 512, (from, to) -> shifts(memory, x, y, h, rest, walls, from, to));
            frame.crew().each(n, Points.GRAIN, (from, to) -> {
                for (int i = from; i < to; i++) {
                    x[i] += memory.dx[i];
                    y[i] += memory.dy[i];
                    if (!basin || !near.known(i)) continue;
                    x[i] = Math.min(right, Math.max(left, x[i]));
                    y[i] = Math.max(low, y[i]);
                }
            });
        }
        float over = 1 / dt;
        frame.crew().each(n, Points.GRAIN, (from, to) -> {
            for (int at = from; at < to; at++) {
                int i = near.order[at];
                if (!near.known(at)) {
                    memory.u[at] = memory.v[at] = 0;
                    continue;
                }
                held[i] = memory.whole[at];
                // Drops that were laid out or born too near each other are put apart, not shot off.
                float met = Math.min(1, (since[i] == since[i] ? since[i] : 0) + dt / 0.5f);
                since[i] = met;
                float most = met < 1 ? (float) Math.abs(weight) * 1.5f * dt + 0.01f : Float.MAX_VALUE;
                float a = vx[i] + Math.clamp((x[at] - memory.u[at]) * over, -most, most);
                float b = vy[i] + Math.clamp((y[at] - memory.v[at]) * over, -most, most);
                // A wall takes what goes into it.
                if (basin && (x[at] <= left && a < 0 || x[at] >= right && a > 0)) a = 0;
                if (basin && y[at] <= low && b < 0) b = 0;
                px[i] = x[at];
                py[i] = y[at];
                memory.u[at] = a;
                memory.v[at] = b;
            }
        });
        frame.crew().each(n, 512, (from, to) -> together(memory, x, y, h, rest, dt, from, to));
        frame.crew().each(n, Points.GRAIN, (from, to) -> {
            for (int at = from; at < to; at++) {
                int i = near.order[at];
                if (!near.known(at)) continue;
                float push = Force.push(points, i, dt);
                vx[i] = memory.u[at] + memory.dx[at];
                vy[i] = memory.v[at] + memory.dy[at] + (float) weight * push;
            }
        });
    }

    private static void neighbours(Memory memory, Near near, int from, int to) {
        int wide = 2 * Near.FLAT;
        int[] runs = memory.runs;
        for (int i = from; i < to; i++) {
            int row = i * wide;
            if (i > from && near.together(i - 1, i)) {
                System.arraycopy(runs, row - wide, runs, row, wide);
            } else {
                int found = near.runs(near.x[i], near.y[i], 0, true, runs, row);
                java.util.Arrays.fill(runs, row + 2 * found, row + wide, 0);
            }
            for (int run = row; run < row + wide; run += 2) {
                if (runs[run + 1] - runs[run] <= CROWD) continue;
                // The run it stands in itself is looked at around it.
                boolean own = runs[run] <= i && i < runs[run + 1];
                if (own) runs[run] = Math.clamp(i - CROWD / 2, runs[run], runs[run + 1] - CROWD);
                runs[run + 1] = runs[run] + CROWD;
            }
        }
    }

    /** The density of drops at rest: six round each at the spacing, and six more at the root of three of it. */
    private static float rest(float h) {
        float d = h / 2;
        return STIRRED * (Drops.poly(0, h) + 6 * Drops.poly(d * d, h) + 6 * Drops.poly(3 * d * d, h));
    }

    /** The walls: drops near one meet their own mirror images in it, so that liquid is as dense there as elsewhere. */
    private record Walls(boolean there, float left, float right, float floor) {
        /** Where the mirror image of a drop at (x, y) in wall 0, 1 or 2 is, across; none of a wall that is not there. */
        float imageX(int wall, float x) {
            return wall == 0 ? 2 * left - x : wall == 1 ? 2 * right - x : x;
        }

        float imageY(int wall, float y) {
            return wall == 2 ? 2 * floor - y : y;
        }

        /** How far a drop is from a wall; whoever is no nearer than the reach of the kernel does not feel it. */
        float far(int wall, float x, float y) {
            return !there ? Float.MAX_VALUE : wall == 0 ? x - left : wall == 1 ? right - x : y - floor;
        }
    }

    /** How hard each drop has to be pushed, so that it is no denser than at rest. */
    private static void densities(
            Memory memory, float[] x, float[] y, float h, float rest, Walls walls, int from, int to) {
        Drops.densities(x, y, memory.runs, h, 1 / rest, memory.density, memory.dx, memory.dy, memory.squares, from, to);
        for (int i = from; i < to; i++) {
            mirrored(memory, x, y, h, rest, walls, i, false);
            float sumX = memory.dx[i];
            float sumY = memory.dy[i];
            float over = memory.density[i] / rest - 1;
            float more = -PART * over / (memory.squares[i] + sumX * sumX + sumY * sumY + 0.02f / (h * h));
            // A surface is free: in all, drops are only pushed apart.
            more = Math.min(more, -memory.whole[i]);
            memory.lambda[i] = more;
            memory.whole[i] += more;
        }
    }

    /** How far each drop is pushed. */
    private static void shifts(
            Memory memory, float[] x, float[] y, float h, float rest, Walls walls, int from, int to) {
        Drops.shifts(x, y, memory.lambda, memory.runs, h, 1 / rest, memory.dx, memory.dy, from, to);
        float most = h / 4;
        for (int i = from; i < to; i++) {
            mirrored(memory, x, y, h, rest, walls, i, true);
            memory.dx[i] = Math.min(most, Math.max(-most, memory.dx[i]));
            memory.dy[i] = Math.min(most, Math.max(-most, memory.dy[i]));
        }
    }

    /** Adds what the mirror images in walls near it do to the sums of a drop: to its density, or by how hard both are pushed. */
    private static void mirrored(
            Memory memory, float[] x, float[] y, float h, float rest, Walls walls, int i, boolean pushed) {
        for (int wall = 0; wall < 3; wall++) {
            if (walls.far(wall, x[i], y[i]) > h) continue;
            for (int run = 2 * Near.FLAT * i; run < 2 * Near.FLAT * (i + 1); run += 2) {
                for (int j = memory.runs[run]; j < memory.runs[run + 1]; j++) {
                    float dx = x[i] - walls.imageX(wall, x[j]);
                    float dy = y[i] - walls.imageY(wall, y[j]);
                    float r2 = dx * dx + dy * dy;
                    if (r2 >= h * h) continue;
                    if (!pushed) memory.density[i] += Drops.poly(r2, h);
                    float r = Drops.apart(r2, h);
                    float by = pushed ? memory.lambda[i] + memory.lambda[j] : 1;
                    float slope = by * Drops.spiky(r, h) / (rest * r);
                    memory.dx[i] += slope * dx;
                    memory.dy[i] += slope * dy;
                }
            }
        }
    }

    /** What neighbours add to each other's velocity: drag, and the pull of the surface. */
    private void together(Memory memory, float[] x, float[] y, float h, float rest, float dt, int from, int to) {
        float drag = (float) (1 - Math.pow(1 - 0.95 * viscosity, dt * 30)) * 0.8f;
        float pull = (float) (tension * 2.5) * dt * h;
        Drops.together(x, y, memory.u, memory.v, memory.runs, h, drag / rest, pull, memory.dx, memory.dy, from, to);
    }
}
