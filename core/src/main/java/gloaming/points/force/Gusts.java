package gloaming.points.force;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * Gusts: each point is pushed by a smooth random number of its own for each direction, which changes with time.
 *
 * <p>The number is a cubic between random ones a gust apart (value noise in time), with the point's id as its seed, so a
 * point meets the same gusts at any frame rate.
 */
@Id("buffet")
@StepInfo(
        name = "Gusts",
        does = "Pushes each point about by gusts of its own, more along one direction if wanted.",
        find = "turbulence noise force jitter wind gust random shake brownian flutter buffet turbulence noise force",
        notice = "The dots are thrown about as one moves in gusty wind: neighbours go together.")
public record Gusts(
        @Id("strength") @Range(min = 0, max = 20, initial = 1, unit = "units/s²", says = "How hard the gusts push.")
        double strength,

        @Id("gust")
        @Range(min = 0.02, max = 10, initial = 0.5, unit = "s", byRatio = true, says = "How long a gust lasts.")
        double gust,

        @Id("direction")
        @Range(min = -2, max = 2, initial = 0, unit = "turns", says = "Main direction of the gusts; a quarter is up.")
        double direction,

        @Id("along")
        @Range(
                min = 0,
                max = 1,
                initial = 0,
                says = "How much of the gusts goes along it: 0 is all round, 1 only there.")
        double along,

        @Id("depth") @Range(min = 0, max = 1, initial = 0, says = "How much of it goes into the depth.")
        double depth,

        @Id("tilt")
        @Range(
                min = -0.25,
                max = 0.25,
                initial = 0,
                unit = "turns",
                says = "Tilts the main direction towards who looks.")
        double tilt,

        @Id(value = "oneWay", label = "One way only")
        @Choice(initial = "false", says = "Whether they only ever blow along it, and never back.")
        boolean oneWay)
        implements Force<Gusts.Memory> {

    /** How many gusts have blown. */
    public static final class Memory extends ForceMemory {
        double gusts;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public void move(Points points, Memory memory, Frame frame, float dt) {
        long step = (long) Math.floor(memory.gusts);
        float t = (float) (memory.gusts - step);
        Gust now = new Gust(
                (int) ((frame.seed() ^ step * 0x9E3779B9L) * 0x85EBCA6BL >>> 16),
                (int) ((frame.seed() ^ (step + 1) * 0x9E3779B9L) * 0x85EBCA6BL >>> 16),
                t * t * (3 - 2 * t));
        memory.gusts += dt / gust;
        float[] id = points.each(Attribute.ID);
        float[] vx = points.column(Attribute.VX).values;
        float[] vy = points.column(Attribute.VY).values;
        float[] vz = points.column(Attribute.VZ).values;
        Main main = Main.of(2 * Math.PI * direction, 2 * Math.PI * tilt);
        frame.crew().each(points.n(), Points.GRAIN, (from, to) -> {
            int young = Math.clamp(points.young(), from, to);
            float push = (float) strength * dt;
            blow(id, vx, vy, vz, now, main, push, from, young);
            for (int i = young; i < to; i++) {
                push = (float) strength * Force.push(points, i, dt);
                blow(id, vx, vy, vz, now, main, push, i, i + 1);
            }
        });
    }

    /** The main direction (x, y, z), and the one that stands on it and on the plane's own side (-sin, cos). */
    private record Main(float x, float y, float z, float cos, float sin, float overX, float overY, float overZ) {
        static Main of(double turn, double tilt) {
            double cos = Math.cos(turn);
            double sin = Math.sin(turn);
            double up = Math.cos(tilt);
            double near = Math.sin(tilt);
            return new Main(
                    (float) (cos * up),
                    (float) (sin * up),
                    (float) near,
                    (float) cos,
                    (float) sin,
                    (float) (-cos * near),
                    (float) (-sin * near),
                    (float) up);
        }
    }

    /** Which random numbers it blows between, and how far from the one to the other it is. */
    private record Gust(int before, int after, float part) {}

    private void blow(
            float[] id, float[] vx, float[] vy, float[] vz, Gust gust, Main main, float push, int from, int to) {
        float reach = oneWay ? 0.5f : 1;
        float offset = oneWay ? 0.5f : 0;
        int before = gust.before;
        int after = gust.after;
        float part = gust.part;
        float side = (float) (1 - along);
        float deep = (float) depth;
        float mainX = main.x;
        float mainY = main.y;
        float mainZ = main.z;
        float cos = main.cos;
        float sin = main.sin;
        float overX = main.overX;
        float overY = main.overY;
        float overZ = main.overZ;
        for (int i = from; i < to; i++) {
            int own = (int) id[i] * 0x2C1B3C6D;
            int a = mix(own + before);
            int b = mix(own + after);
            float u = between(a, b, part) * reach + offset;
            float v = between(a << 10, b << 10, part) * side;
            float w = between(a << 20, b << 20, part) * deep;
            vx[i] += (u * mainX - v * sin + w * overX) * push;
            vy[i] += (u * mainY + v * cos + w * overY) * push;
            vz[i] += (u * mainZ + w * overZ) * push;
        }
    }

    /** From -1 to 1 by the topmost bits of two numbers. */
    private static float between(int a, int b, float part) {
        float from = (a >> 12) * 0x1p-19f;
        return from + ((b >> 12) * 0x1p-19f - from) * part;
    }

    /** Wellons (2018), "Prospecting for hash functions", lowbias32. */
    private static int mix(int x) {
        x ^= x >>> 16;
        x *= 0x7FEB352D;
        x ^= x >>> 15;
        x *= 0x846CA68B;
        return x ^ x >>> 16;
    }
}
