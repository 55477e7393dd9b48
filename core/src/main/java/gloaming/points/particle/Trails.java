package gloaming.points.particle;

import gloaming.flow.Attribute;
import gloaming.flow.Crew;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.Arrays;

/**
 * The way each particle has come: strands of points from where it is now back through the last seconds, told apart by its id.
 *
 * <p>Strand by strand, the newest place first. The column "strand" is the particle's id and "part" runs from 0 at the particle to 1 at the end,
 * so that a line is drawn along each strand and never from one to another. A particle that has died goes on as its trail until that has
 * run out behind it, if wanted.
 */
@Id("trails")
@StepInfo(
        name = "Trails",
        does = "Draws out behind each point the way it has come, as a strand to draw lines along.",
        find = "trail ribbon tail path history comet streak strand follow line",
        notice = "Behind each dot hangs the way it has come.",
        example = "sow rate=60 life=4 speed=0.3 size=0.012 scatter=1 > swirl strength=0.8 > * > draw-line size=1",
        sets = {
            "Comets: seconds=0.8 places=24 taper=1 fade=1",
            "Ribbons: seconds=3 places=60 taper=0.2 fade=0.3",
            "Sparks: seconds=0.12 places=6 taper=1 fade=0.6"
        })
public record Trails(
        @Id("seconds")
        @Range(
                min = 0.02,
                max = 20,
                initial = 1,
                unit = "s",
                byRatio = true,
                says = "How long ago the end of a trail is.")
        double seconds,

        @Id(value = "places", label = "Points on each")
        @Range(min = 2, max = 120, initial = 30, byRatio = true, says = "Places of each trail.")
        int places,

        @Id(value = "most", label = "Most trails")
        @Range(
                min = 1,
                max = 50000,
                initial = 3000,
                byRatio = true,
                says = "At most so many trails; of more points, the oldest have one.")
        int most,

        @Id("taper") @Range(min = 0, max = 1, initial = 1, says = "How much thinner the end is.")
        double taper,

        @Id("fade") @Range(min = 0, max = 1, initial = 1, says = "How far the end fades.")
        double fade,

        @Id(value = "end", label = "End colour") @Choice(initial = "#2f3f8f", says = "Colour that each runs to.")
        Colour end,

        @Id(value = "tints", label = "End tints")
        @Choice(initial = "false", says = "Whether the end colour only tints the point's own, or is the colour itself.")
        boolean tints,

        @Id("runOut") @Choice(initial = "true", says = "Whether the trail of one that has died runs out behind it.")
        boolean runOut)
        implements Operation<Points, Points, Trails.Memory> {

    /** A ring of places for each that has a trail; which ring an id has; and what goes out. */
    public static final class Memory {
        final Strung strung = new Strung();
        float[][] ring = new float[3][0];
        float[] looks = new float[0];
        long[] id = new long[0];
        int[] told = new int[0];
        int[] filled = new int[0];
        /** Where each goes out. */
        int[] begins = new int[0];

        boolean[] lives = new boolean[0];
        int[] free = new int[0];
        int frees;
        /** Which ring an id has, plus one, in a hashed table of open places that is filled anew each frame. */
        int[] table = new int[0];

        int places;
        int most;
        double clock;
    }

    private static final int LOOKS = 5;
    /** Trails that a thread lays at a time. */
    private static final int GRAIN = 64;

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Points in, Memory m, Frame frame) {
        if (m.places != places || m.most != most) begin(m);
        double dt = frame.dt();
        // Places are told at even steps of time; in between the newest moves along with its particle.
        double every = seconds / (places - 1);
        m.clock += dt;
        int steps = (int) Math.min(places, Math.floor(m.clock / every));
        m.clock -= steps * every;
        if (m.clock > every) m.clock = 0;
        Arrays.fill(m.lives, false);
        Arrays.fill(m.table, 0);
        for (int slot = 0; slot < most; slot++) if (m.filled[slot] > 0) enter(m, slot);
        int n = in.n();
        for (int i = 0; i < n; i++) {
            float x = in.at(Attribute.X, i);
            float y = in.at(Attribute.Y, i);
            float z = in.at(Attribute.Z, i);
            if (!(Math.abs(x) + Math.abs(y) + Math.abs(z) < 1e6f)) continue;
            long id = (long) in.at(Attribute.ID, i);
            int slot = find(m, id);
            boolean fresh = slot < 0;
            if (fresh) {
                if (m.frees == 0) continue;
                slot = m.free[--m.frees];
                m.id[slot] = id;
                m.filled[slot] = 1;
                m.told[slot] = 0;
                enter(m, slot);
            } else if (m.lives[slot]) {
                // Two points of one id: the first has it.
                continue;
            }
            m.lives[slot] = true;
            int row = slot * places;
            if (!fresh) for (int s = 0; s < steps; s++) push(m, slot);
            int at = row + m.told[slot];
            m.ring[0][at] = x;
            m.ring[1][at] = y;
            m.ring[2][at] = z;
            int look = slot * LOOKS;
            m.looks[look] = in.at(Attribute.SIZE, i);
            m.looks[look + 1] = in.at(Attribute.RED, i);
            m.looks[look + 2] = in.at(Attribute.GREEN, i);
            m.looks[look + 3] = in.at(Attribute.BLUE, i);
            m.looks[look + 4] = in.at(Attribute.ALPHA, i);
        }
        for (int slot = 0; slot < most; slot++) {
            if (m.filled[slot] == 0 || m.lives[slot]) continue;
            m.filled[slot] = runOut ? Math.max(0, m.filled[slot] - steps) : 0;
            if (m.filled[slot] > 0) continue;
            m.free[m.frees++] = slot;
        }
        return lay(m, frame.crew());
    }

    private void begin(Memory m) {
        m.places = places;
        m.most = most;
        for (int axis = 0; axis < 3; axis++) m.ring[axis] = new float[most * places];
        m.looks = new float[most * LOOKS];
        m.id = new long[most];
        m.told = new int[most];
        m.filled = new int[most];
        m.begins = new int[most];
        m.lives = new boolean[most];
        m.free = new int[most];
        for (int i = 0; i < most; i++) m.free[i] = most - 1 - i;
        m.frees = most;
        m.table = new int[Integer.highestOneBit(most) * 4];
        m.clock = 0;
    }

    private static int place(Memory m, long id) {
        long hash = id * 0x9E3779B97F4A7C15L;
        return (int) (hash >>> 40) & m.table.length - 1;
    }

    private static int find(Memory m, long id) {
        for (int at = place(m, id); m.table[at] != 0; at = at + 1 & m.table.length - 1) {
            if (m.id[m.table[at] - 1] == id) return m.table[at] - 1;
        }
        return -1;
    }

    private static void enter(Memory m, int slot) {
        int at = place(m, m.id[slot]);
        while (m.table[at] != 0) at = at + 1 & m.table.length - 1;
        m.table[at] = slot + 1;
    }

    /** A new newest place, the same as the one before until it is written. */
    private void push(Memory m, int slot) {
        int row = slot * places;
        int next = (m.told[slot] + 1) % places;
        for (int axis = 0; axis < 3; axis++) m.ring[axis][row + next] = m.ring[axis][row + m.told[slot]];
        m.told[slot] = next;
        m.filled[slot] = Math.min(places, m.filled[slot] + 1);
    }

    private Points lay(Memory m, Crew crew) {
        int total = 0;
        for (int slot = 0; slot < most; slot++) {
            m.begins[slot] = total;
            total += m.filled[slot];
        }
        Points out = m.strung.room(total);
        crew.each(most, GRAIN, (from, to) -> {
            for (int slot = from; slot < to; slot++) lay(m, slot);
        });
        return out;
    }

    /** Lays the places of a trail, the newest first. */
    private void lay(Memory m, int slot) {
        int row = slot * places;
        int look = slot * LOOKS;
        int i = m.begins[slot];
        int at = row + m.told[slot];
        for (int k = 0; k < m.filled[slot]; k++, i++) {
            float old = (float) k / (places - 1);
            m.strung.place(i, m.ring[0][at], m.ring[1][at], m.ring[2][at], m.id[slot], old);
            m.strung.look(
                    i,
                    m.looks[look] * (1 - (float) taper * old),
                    m.looks[look + 1],
                    m.looks[look + 2],
                    m.looks[look + 3],
                    m.looks[look + 4] * (1 - (float) fade * old),
                    end,
                    tints);
            at = at == row ? row + places - 1 : at - 1;
        }
    }
}
