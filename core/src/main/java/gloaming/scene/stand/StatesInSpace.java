package gloaming.scene.stand;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.scene.LightSource;
import gloaming.scene.Matter;
import gloaming.scene.Orientation;
import gloaming.scene.Scene;
import gloaming.scene.Thing;
import gloaming.state.Change;
import gloaming.state.How;
import gloaming.state.Mixing;
import gloaming.state.Passage;
import gloaming.state.Turning;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/**
 * Things and lamps that have several states, each laid out by a lane, and go from one to another.
 *
 * <p>The first thing of a state is the first of the next, and so on. Places and turns pass over with their speeds ({@link Passage},
 * {@link Turning}); sizes, the numbers of materials and light mix. Shapes, pictures on
 * them, dots and lines, sky and fog are those of the new state at once. Copies of a thing stand on their points and move with these.
 */
@Id("states-in-space")
@StepInfo(
        name = "States in space",
        does = "Takes things and lamps from one state to another, each laid out by a lane. Nothing leaps.",
        find =
                "state machine pose waiting turning falling door opens move thing lamp cue transform between scenes formation",
        notice = "At every second beat the block goes to its next place, turned, and arrives softly.",
        example =
                "block width=0.5 height=0.5 depth=0.5 > * two=(block width=0.5 height=0.5 depth=0.5 > stand x=0.7 turn=0.15 scale=0.6) how=turn when=(beat every=2) over=0.9")
@Read(
        name = "when",
        kind = Signal.class,
        optional = true,
        says = "A trigger: each time it goes above a half, the next state comes.")
@Read(name = "two", kind = Scene.class, optional = true, says = "The second state; the first is what comes in.")
@Read(name = "three", kind = Scene.class, optional = true, says = "The third state.")
@Read(name = "four", kind = Scene.class, optional = true, says = "The fourth state.")
@Read(name = "five", kind = Scene.class, optional = true, says = "The fifth state.")
@Read(name = "six", kind = Scene.class, optional = true, says = "The sixth state.")
public record StatesInSpace(
        @Id("how") @Choice(initial = "number", says = "By the number below, or each in turn.")
        How how,

        @Id("state")
        @Range(min = 1, max = 6, initial = 1, says = "Which state; a snapshot, a cue, a control or a signal sets it.")
        int state,

        @Id("over")
        @Range(min = 0, max = 60, initial = 1.5, unit = "s", says = "How long it takes from one to another.")
        double over)
        implements Operation<Scene, Scene, StatesInSpace.Memory> {
    private static final String[] LANES = {"two", "three", "four", "five", "six"};
    /** Numbers of a thing that mix: what its turn scales, and what it is made of. */
    private static final int MIXED = 9 + 18;
    /** Numbers of a lamp that mix: where it shines, its colour, how wide it is, its cone. */
    private static final int LIGHT = 3 + 3 + 3;

    /** Where the change is, and where and of what things and lamps were last. */
    public static final class Memory {
        private final Scene own = new Scene();
        private final Scene[] states = new Scene[LANES.length + 1];
        private final Change change = new Change();
        private final Passage places = new Passage();
        private final Turning turns = new Turning();
        private final Mixing stuff = new Mixing();
        private final Passage lampPlaces = new Passage();
        private final Mixing light = new Mixing();
        private final Orientation orientation = new Orientation();
        /** How many were shown last, and how many of those take part in the change. */
        private int things;

        private int lamps;
        private int passing;
        private int shining;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Scene run(Scene in, Memory m, Frame frame) {
        m.states[0] = in;
        for (int i = 0; i < LANES.length; i++) m.states[i + 1] = frame.read(LANES[i], Scene.class);
        Signal when = frame.read("when", Signal.class);
        int now =
                m.change.next(how, state - 1, when, m.states.length, i -> m.states[i] != null, false, over, frame.dt());
        Scene to = m.states[now];
        Scene own = m.own.copyFrom(to == null ? in : to);
        if (m.change.begins()) {
            m.passing = m.things;
            m.shining = m.lamps;
        }
        m.passing = Math.min(m.passing, own.things());
        m.shining = Math.min(m.shining, own.lamps());
        m.places.room(3 * own.things());
        m.turns.room(own.things());
        m.stuff.room(MIXED * own.things());
        m.lampPlaces.room(3 * own.lamps());
        m.light.room(LIGHT * own.lamps());
        double stays = m.change.stays();
        for (int i = 0; i < own.things(); i++) thing(own.thing(i), i, m, stays);
        for (int i = 0; i < own.lamps(); i++) lamp(own.lamp(i), i, m, stays);
        m.things = own.things();
        m.lamps = own.lamps();
        return own;
    }

    private static void thing(Thing thing, int i, Memory m, double stays) {
        boolean passes = i < m.passing;
        float[] move = thing.move;
        for (int c = 0; c < 3; c++) move[3 + 4 * c] = place(m.places, 3 * i + c, move[3 + 4 * c], passes, m.change);
        Orientation o = m.orientation;
        o.of(move);
        if (passes) m.turns.at(i, o.turn(), m.change);
        else m.turns.stand(i, o.turn(), m.change);
        int k = MIXED * i;
        float[] before = o.before();
        for (int c = 0; c < 9; c++) before[c] = mixed(m.stuff, k + c, before[c], passes, m.change, stays);
        // What stands still in its state is its state's own, to the bit.
        if (passes && !m.change.over()) o.to(move);
        k += 9;
        Matter a = thing.material;
        a.red = mixed(m.stuff, k, a.red, passes, m.change, stays);
        a.green = mixed(m.stuff, k + 1, a.green, passes, m.change, stays);
        a.blue = mixed(m.stuff, k + 2, a.blue, passes, m.change, stays);
        a.roughness = mixed(m.stuff, k + 3, a.roughness, passes, m.change, stays);
        a.metal = mixed(m.stuff, k + 4, a.metal, passes, m.change, stays);
        a.shine = mixed(m.stuff, k + 5, a.shine, passes, m.change, stays);
        a.glowRed = mixed(m.stuff, k + 6, a.glowRed, passes, m.change, stays);
        a.glowGreen = mixed(m.stuff, k + 7, a.glowGreen, passes, m.change, stays);
        a.glowBlue = mixed(m.stuff, k + 8, a.glowBlue, passes, m.change, stays);
        a.cover = mixed(m.stuff, k + 9, a.cover, passes, m.change, stays);
        a.soft = mixed(m.stuff, k + 10, a.soft, passes, m.change, stays);
        a.bend = mixed(m.stuff, k + 11, a.bend, passes, m.change, stays);
        a.deep = mixed(m.stuff, k + 12, a.deep, passes, m.change, stays);
        a.deepRed = mixed(m.stuff, k + 13, a.deepRed, passes, m.change, stays);
        a.deepGreen = mixed(m.stuff, k + 14, a.deepGreen, passes, m.change, stays);
        a.deepBlue = mixed(m.stuff, k + 15, a.deepBlue, passes, m.change, stays);
        a.coat = mixed(m.stuff, k + 16, a.coat, passes, m.change, stays);
        a.coatRoughness = mixed(m.stuff, k + 17, a.coatRoughness, passes, m.change, stays);
    }

    private static void lamp(LightSource lamp, int i, Memory m, double stays) {
        boolean passes = i < m.shining;
        lamp.x = place(m.lampPlaces, 3 * i, lamp.x, passes, m.change);
        lamp.y = place(m.lampPlaces, 3 * i + 1, lamp.y, passes, m.change);
        lamp.z = place(m.lampPlaces, 3 * i + 2, lamp.z, passes, m.change);
        int k = LIGHT * i;
        float dx = mixed(m.light, k, lamp.dx, passes, m.change, stays);
        float dy = mixed(m.light, k + 1, lamp.dy, passes, m.change, stays);
        float dz = mixed(m.light, k + 2, lamp.dz, passes, m.change, stays);
        if (passes && !m.change.over()) lamp.lookAt(lamp.x + dx, lamp.y + dy, lamp.z + dz);
        lamp.red = mixed(m.light, k + 3, lamp.red, passes, m.change, stays);
        lamp.green = mixed(m.light, k + 4, lamp.green, passes, m.change, stays);
        lamp.blue = mixed(m.light, k + 5, lamp.blue, passes, m.change, stays);
        lamp.wide = mixed(m.light, k + 6, lamp.wide, passes, m.change, stays);
        lamp.inner = mixed(m.light, k + 7, lamp.inner, passes, m.change, stays);
        lamp.outer = mixed(m.light, k + 8, lamp.outer, passes, m.change, stays);
    }

    private static float place(Passage places, int k, float is, boolean passes, Change change) {
        return passes ? places.at(k, is, change) : places.stand(k, is, change);
    }

    private static float mixed(Mixing mixing, int k, float is, boolean passes, Change change, double stays) {
        return passes ? mixing.at(k, is, change, stays) : mixing.stand(k, is);
    }
}
