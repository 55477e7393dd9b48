package gloaming.points.particle;

import gloaming.flow.Attribute;
import gloaming.flow.Nothing;
import gloaming.flow.Points;
import gloaming.flow.Rising;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/**
 * Particles born at the points of another lane, or in the middle, that live for a while.
 *
 * <p>A fraction of a particle is carried over to the next frame, so that the count over any time is exact at any rate. A
 * particle born between two frames has already aged and moved for its part of the frame, so a fast source makes no clumps.
 * When all places are taken, the oldest make room. Order is kept: the oldest come first.
 */
@Id("sow")
@StepInfo(
        name = "Emit",
        does = "Brings particles to life at the points of another lane, and lets them age and die.",
        find =
                "particles emitter spawn birth sparks fountain emit burst life sow emitter birth spawn snow fireworks explosion confetti fireflies dust bubbles smoke sparkle",
        notice = "Dots are born, fly and die.",
        example = "* rate=200 speed=0.3 size=0.02")
@Read(
        name = "when",
        kind = Signal.class,
        optional = true,
        says =
                "A trigger: each time it goes above a half, a burst is born. Without it, each time the burst's number rises.")
@Read(name = "at", kind = Points.class, optional = true, says = "Where particles are born; without it, in the middle.")
public record Emit(
        @Id("rate") @Range(min = 0, max = 100000, initial = 400, unit = "/s", says = "Births in a second.")
        double rate,

        @Id("burst") @Range(min = 0, max = 100000, initial = 0, says = "As many more at once.")
        int burst,

        @Id("life")
        @Range(min = 0.05, max = 120, initial = 4, unit = "s", byRatio = true, says = "How long a particle lives.")
        double life,

        @Id("lifeSpread") @Range(min = 0, max = 1, initial = 0.4, says = "How much shorter the shortest lives are.")
        double lifeSpread,

        @Id("speed")
        @Range(min = 0, max = 4, initial = 0.1, unit = "units/s", says = "Speed at birth, in all directions.")
        double speed,

        @Id("direction")
        @Range(
                min = -2,
                max = 2,
                initial = 0,
                unit = "turns",
                says = "Main direction at birth; 0 is right, a quarter is up.")
        double direction,

        @Id("spread")
        @Range(min = 0, max = 1, initial = 1, says = "How far directions spread: 0 is one way, 1 is all round.")
        double spread,

        @Id("scatter")
        @Range(min = 0, max = 1, initial = 0, unit = "units", says = "How far from its point a particle may be born.")
        double scatter,

        @Id("size")
        @Range(
                min = 0.0005,
                max = 0.5,
                initial = 0.012,
                unit = "units",
                byRatio = true,
                says = "Radius of the largest particles.")
        double size,

        @Id("sizeSpread") @Range(min = 0, max = 1, initial = 0.5, says = "How much smaller the smallest are.")
        double sizeSpread,

        @Id(value = "most", label = "Most alive")
        @Range(min = 1, max = 500000, initial = 20000, byRatio = true, says = "At most so many alive.")
        int most,

        @Id(value = "full", label = "When full")
        @Choice(initial = "oldest-go", says = "When all are alive that may be: the oldest make room, or none is born.")
        Full full,

        @Id(value = "order", label = "Birth order")
        @Choice(
                initial = "at-random",
                says =
                        "Which point it is born at: any, each in turn, somewhere on the line through them, or a burst at each of them at once.")
        Order order,

        @Id(value = "inherit", label = "Inherited velocity")
        @Range(min = -4, max = 4, initial = 0, says = "How much of its point's own velocity it takes along.")
        double inherit,

        @Id(value = "solid", label = "In depth")
        @Choice(initial = "false", says = "Whether speed goes out into the depth as well.")
        boolean solid,

        @Id("coloured") @Choice(initial = "false", says = "Whether it keeps the colour of the point it is born at.")
        boolean coloured)
        implements Operation<Nothing, Points, Emit.Memory> {

    /** What happens when all are alive that may be. */
    public enum Full {
        @Id("oldest-go")
        OLDEST_GO,
        @Id("none-come")
        NONE_COME
    }

    /** Which point a particle is born at. */
    public enum Order {
        @Id("at-random")
        AT_RANDOM,
        @Id("in-turn")
        IN_TURN,
        @Id("on-the-line")
        ON_THE_LINE,
        /** Bursts lay every point; what is born steadily is born at any. */
        @Id("at-each")
        AT_EACH
    }

    /** The living, and what the burst was. */
    public static final class Memory {
        Brood brood = new Brood(false);
        Brood tinted;
        int lastBurst;
        boolean started;
        final Rising rising = new Rising();

        public long born() {
            return brood.born();
        }
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Nothing in, Memory memory, Frame frame) {
        if (coloured != (memory.brood == memory.tinted)) {
            memory.tinted = coloured ? new Brood(true) : null;
            memory.brood = coloured ? memory.tinted : new Brood(false);
        }
        Brood brood = memory.brood;
        int steady = brood.due(rate, frame.dt(), most);
        Signal when = frame.read("when", Signal.class);
        int sudden;
        if (when != null) sudden = memory.rising.by(when.value()) ? burst : 0;
        else sudden = memory.started ? Math.max(0, burst - memory.lastBurst) : burst;
        memory.lastBurst = burst;
        memory.started = true;
        Points places = frame.read("at", Points.class);
        if (order == Order.AT_EACH && places != null) sudden = (int) Math.min(most, (long) sudden * places.n());
        int births = Math.min(most, steady + Math.min(sudden, most));
        int first = brood.on(frame, births, most, full == Full.NONE_COME);
        Points alive = brood.alive();
        int opened = alive.n() - first;
        if (opened > 0) {
            float[][] c = brood.columns();
            // Where the steady ones lie among the new, each at its own moment between the frames.
            int evenly = Math.min(steady, opened);
            frame.crew()
                    .each(opened, Points.GRAIN, (from, to) -> sow(brood, c, places, first, from, to, evenly, frame));
        }
        return alive;
    }

    private void sow(Brood brood, float[][] c, Points places, int first, int from, int to, int steady, Frame frame) {
        float dt = (float) frame.dt();
        long seed = frame.seed();
        int n = places == null ? 0 : places.n();
        for (int k = from; k < to; k++) {
            int i = first + k;
            long id = brood.id(i);
            double angle = 2 * Math.PI * (direction + spread * (Randomness.uniform(seed, id, 0) - 0.5));
            double rise = solid ? spread * Randomness.signed(seed, id, 8) : 0;
            double flat = speed * Math.sqrt(Math.max(0, 1 - rise * rise));
            double away = scatter * Math.sqrt(Randomness.uniform(seed, id, 1));
            double round = 2 * Math.PI * Randomness.uniform(seed, id, 2);
            float age = k < steady ? dt * (steady - 1 - k + (float) Randomness.uniform(seed, id, 4)) / steady : 0;
            float vx = (float) (flat * Math.cos(angle));
            float vy = (float) (flat * Math.sin(angle));
            float vz = (float) (speed * rise);
            float x = (float) (away * Math.cos(round));
            float y = (float) (away * Math.sin(round));
            float z = 0;
            if (n > 0) {
                double at = order == Order.AT_EACH && k >= steady
                        ? (k - steady) % n
                        : order == Order.IN_TURN ? id % n : Randomness.uniform(seed, id, 3) * n;
                int place = (int) Math.min(n - 1, at);
                int next = order == Order.ON_THE_LINE ? Math.min(n - 1, place + 1) : place;
                float part = order == Order.ON_THE_LINE ? (float) (at - place) : 0;
                x += between(places, Attribute.X, place, next, part);
                y += between(places, Attribute.Y, place, next, part);
                z += between(places, Attribute.Z, place, next, part);
                vx += (float) inherit * places.at(Attribute.VX, place);
                vy += (float) inherit * places.at(Attribute.VY, place);
                vz += (float) inherit * places.at(Attribute.VZ, place);
                if (coloured) {
                    c[Brood.RED][i] = places.at(Attribute.RED, place);
                    c[Brood.GREEN][i] = places.at(Attribute.GREEN, place);
                    c[Brood.BLUE][i] = places.at(Attribute.BLUE, place);
                }
            } else if (coloured) {
                c[Brood.RED][i] = c[Brood.GREEN][i] = c[Brood.BLUE][i] = 1;
            }
            c[Brood.X][i] = x + vx * age;
            c[Brood.Y][i] = y + vy * age;
            c[Brood.Z][i] = z + vz * age;
            c[Brood.VX][i] = vx;
            c[Brood.VY][i] = vy;
            c[Brood.VZ][i] = vz;
            c[Brood.SIZE][i] = (float) (size * (1 - sizeSpread * Randomness.uniform(seed, id, 5)));
            c[Brood.AGE][i] = age;
            c[Brood.LIFE][i] = (float) (life * (1 - lifeSpread * Randomness.uniform(seed, id, 6)));
            // Whole numbers that a float holds exactly.
            c[Brood.ID][i] = id & 0xFFFFFF;
        }
    }

    private static float between(Points places, Attribute attribute, int a, int b, float part) {
        float from = places.at(attribute, a);
        return from + (places.at(attribute, b) - from) * part;
    }
}
