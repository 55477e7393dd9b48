package gloaming.points;

import gloaming.flow.Attribute;
import gloaming.flow.Kind;
import gloaming.flow.Nothing;
import gloaming.flow.Points;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.Says;

/**
 * Particles born at the points of another lane, or in the middle, that live for a while.
 *
 * <p>A fraction of a particle is carried over to the next frame, so that the count over any time is exact at any rate. A
 * particle born between two frames has already aged and moved for its part of the frame, so a fast source makes no clumps.
 * When all places are taken, the oldest make room. Order is kept: the oldest come first.
 */
@Says(
        name = "Sow",
        does = "Brings particles to life at the points of another lane, and lets them age and die.",
        find = "particles emitter spawn birth sparks fountain emit burst life")
@Read(name = "at", kind = Kind.POINTS, optional = true, says = "Where particles are born; without it, in the middle.")
public record Sow(
        @Range(min = 0, max = 100000, initial = 400, unit = "/s", says = "Births in a second.")
        double rate,

        @Range(min = 0, max = 100000, initial = 0, says = "As many more at once, each time this rises by one or more.")
        int burst,

        @Range(min = 0.05, max = 120, initial = 4, unit = "s", byRatio = true, says = "How long a particle lives.")
        double life,

        @Range(min = 0, max = 1, initial = 0.4, says = "How much shorter the shortest lives are.")
        double lifeSpread,

        @Range(min = 0, max = 4, initial = 0.1, unit = "units/s", says = "Speed at birth, in all directions.")
        double speed,

        @Range(
                min = -2,
                max = 2,
                initial = 0,
                unit = "turns",
                says = "Main direction at birth; 0 is right, a quarter is up.")
        double direction,

        @Range(min = 0, max = 1, initial = 1, says = "How far directions spread: 0 is one way, 1 is all round.")
        double spread,

        @Range(min = 0, max = 1, initial = 0, unit = "units", says = "How far from its point a particle may be born.")
        double scatter,

        @Range(
                min = 0.0005,
                max = 0.5,
                initial = 0.012,
                unit = "units",
                byRatio = true,
                says = "Radius of the largest particles.")
        double size,

        @Range(min = 0, max = 1, initial = 0.5, says = "How much smaller the smallest are.")
        double sizeSpread,

        @Range(
                min = 1,
                max = 200000,
                initial = 20000,
                byRatio = true,
                says = "At most so many alive; the oldest make room.")
        int most)
        implements Operation<Nothing, Points, Sow.Memory> {
    private static final Attribute[] KEPT = {
        Attribute.X,
        Attribute.Y,
        Attribute.Z,
        Attribute.VX,
        Attribute.VY,
        Attribute.VZ,
        Attribute.SIZE,
        Attribute.AGE,
        Attribute.LIFE,
        Attribute.ID
    };

    /** The living, and how many were ever born. */
    public static final class Memory {
        final Points alive = new Points();
        double owed;
        long born;
        int lastBurst;
        boolean started;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Nothing in, Memory memory, Frame frame) {
        Points alive = memory.alive.loose(true);
        double dt = frame.dt();
        Motion.integrate(alive, frame);
        bury(alive, (float) dt);
        int births = 0;
        if (dt > 0) {
            memory.owed += rate * dt;
            births = (int) Math.min(most, Math.floor(memory.owed + 1e-9));
            memory.owed = Math.max(0, memory.owed - Math.floor(memory.owed + 1e-9));
        }
        int sudden = memory.started ? Math.max(0, burst - memory.lastBurst) : burst;
        memory.lastBurst = burst;
        memory.started = true;
        sow(memory, frame, births, Math.min(sudden, most));
        // Colour starts afresh each frame, so that what tints it further on does not pile up.
        for (Attribute colour : new Attribute[] {Attribute.RED, Attribute.GREEN, Attribute.BLUE, Attribute.ALPHA}) {
            alive.column(colour).constant(1);
        }
        return alive;
    }

    private static void bury(Points points, float dt) {
        int n = points.n();
        if (n == 0) return;
        float[] age = points.each(Attribute.AGE);
        float[] life = points.each(Attribute.LIFE);
        for (int i = 0; i < n; i++) age[i] += dt;
        int kept = 0;
        while (kept < n && age[kept] < life[kept]) kept++;
        if (kept == n) return;
        float[][] columns = columns(points);
        for (int i = kept; i < n; i++) {
            if (age[i] >= life[i]) continue;
            for (float[] column : columns) column[kept] = column[i];
            kept++;
        }
        resize(points, kept);
    }

    private void sow(Memory memory, Frame frame, int steady, int sudden) {
        Points alive = memory.alive;
        int births = Math.min(most, steady + sudden);
        int n = alive.n();
        int over = Math.max(0, n + births - most);
        if (over > 0) {
            for (float[] column : columns(alive)) System.arraycopy(column, over, column, 0, n - over);
            n -= over;
        }
        resize(alive, n + births);
        if (births == 0) return;
        Points places = frame.read("at", Points.class);
        float[][] c = columns(alive);
        float dt = (float) frame.dt();
        for (int k = 0; k < births; k++) {
            int i = n + k;
            long id = memory.born++;
            long seed = frame.seed();
            double angle = 2 * Math.PI * (direction + spread * (Randomness.uniform(seed, id, 0) - 0.5));
            double away = scatter * Math.sqrt(Randomness.uniform(seed, id, 1));
            double round = 2 * Math.PI * Randomness.uniform(seed, id, 2);
            int place = places == null || places.n() == 0 ? -1 : (int) (Randomness.uniform(seed, id, 3) * places.n());
            float vx = (float) (speed * Math.cos(angle));
            float vy = (float) (speed * Math.sin(angle));
            float age = k < steady ? dt * (steady - 1 - k + (float) Randomness.uniform(seed, id, 4)) / steady : 0;
            c[0][i] = (float) (away * Math.cos(round)) + (place < 0 ? 0 : places.at(Attribute.X, place)) + vx * age;
            c[1][i] = (float) (away * Math.sin(round)) + (place < 0 ? 0 : places.at(Attribute.Y, place)) + vy * age;
            c[2][i] = place < 0 ? 0 : places.at(Attribute.Z, place);
            c[3][i] = vx;
            c[4][i] = vy;
            c[5][i] = 0;
            c[6][i] = (float) (size * (1 - sizeSpread * Randomness.uniform(seed, id, 5)));
            c[7][i] = age;
            c[8][i] = (float) (life * (1 - lifeSpread * Randomness.uniform(seed, id, 6)));
            c[9][i] = id & 0xFFFFFF;
        }
    }

    private static float[][] columns(Points points) {
        float[][] columns = new float[KEPT.length][];
        for (int i = 0; i < KEPT.length; i++) columns[i] = points.each(KEPT[i]);
        return columns;
    }

    private static void resize(Points points, int n) {
        points.n(n);
        for (Attribute attribute : KEPT) points.column(attribute).length(Math.max(1, n));
    }
}
