package gloaming.scene;

import gloaming.flow.Flow;
import gloaming.flow.Shape;
import java.util.ArrayList;
import java.util.List;

/**
 * What stands in the world, what lights it, the sky and the fog: valid for the frame, and filled anew for each by the step that gives it.
 *
 * <p>A step on a scene has a scene of its own in its memory, takes over what comes in by {@link #copyFrom} and changes that. Things and
 * lamps are kept and used again, so that a steady frame makes none.
 */
public final class Scene implements Flow {
    /** Things in one scene, at most; a thing can stand there many times. */
    public static final int THINGS = 1_000;
    /** Copies in one scene, at most. */
    public static final int COPIES = 500_000;
    /** Sets of dots or lines in one scene, at most. */
    public static final int SPECK_SETS = 32;
    /** Lamps in one scene, at most. */
    public static final int LAMPS = 64;

    private final List<Thing> things = new ArrayList<>();
    private final List<LightSource> lamps = new ArrayList<>();
    private final List<Specks> specks = new ArrayList<>();
    private int count;
    private int lit;
    private int sets;
    private final Dome sky = new Dome();
    private final Haze fog = new Haze();

    public Scene clear() {
        count = 0;
        lit = 0;
        sets = 0;
        sky.plain();
        fog.none();
        return this;
    }

    /** Takes over all of another scene. */
    public Scene copyFrom(Scene other) {
        clear();
        sky.copyFrom(other.sky);
        fog.copyFrom(other.fog);
        return add(other);
    }

    /** Takes things and lamps of another scene in as well; its sky and fog where there are none yet. */
    public Scene add(Scene other) {
        for (int i = 0; i < other.count; i++) next().copyFrom(other.things.get(i));
        for (int i = 0; i < other.lit; i++) lamp().copyFrom(other.lamps.get(i));
        for (int i = 0; i < other.sets; i++) add(other.specks.get(i));
        if (!sky.set && other.sky.set) sky.copyFrom(other.sky);
        if (fog.density == 0) fog.copyFrom(other.fog);
        return this;
    }

    /** Adds dots or lines, whose columns stay their owner's. */
    public Scene add(Specks set) {
        if (sets == SPECK_SETS)
            throw new IllegalArgumentException(
                    "there are dots and lines of " + SPECK_SETS + " steps in the scene already");
        if (sets == specks.size()) specks.add(new Specks());
        specks.get(sets++).copyFrom(set);
        return this;
    }

    public int speckSets() {
        return sets;
    }

    public Specks specks(int i) {
        return specks.get(i);
    }

    /** The number of variants that its things are of: one more than the largest. */
    public int variants() {
        int most = -1;
        for (int i = 0; i < count; i++) most = Math.max(most, things.get(i).variant);
        return most + 1;
    }

    /** Adds a shape that stands once, made of plain grey. */
    public Thing add(Shape shape) {
        return next().alone(shape);
    }

    /** The same with such a shape in it. */
    public Scene with(Shape shape) {
        add(shape);
        return this;
    }

    private Thing next() {
        if (count == THINGS) throw new IllegalArgumentException("there are " + THINGS + " things in the scene already");
        if (count == things.size()) things.add(new Thing());
        return things.get(count++);
    }

    /** Adds a lamp, of whatever values. */
    public LightSource lamp() {
        if (lit == LAMPS) throw new IllegalArgumentException("there are " + LAMPS + " lamps in the scene already");
        if (lit == lamps.size()) lamps.add(new LightSource());
        lamps.get(lit).picture = null;
        return lamps.get(lit++);
    }

    public int things() {
        return count;
    }

    public Thing thing(int i) {
        return things.get(i);
    }

    public int lamps() {
        return lit;
    }

    public LightSource lamp(int i) {
        return lamps.get(i);
    }

    public Dome sky() {
        return sky;
    }

    public Haze fog() {
        return fog;
    }

    /** How many copies of all things stand in it. */
    public long copies() {
        long sum = 0;
        for (int i = 0; i < count; i++) sum += things.get(i).count();
        return sum;
    }
}
