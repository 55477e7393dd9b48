package gloaming.play;

import gloaming.flow.Crew;
import gloaming.flow.Flow;
import gloaming.flow.Picture;
import gloaming.flow.PicturePool;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.picture.Blending;
import gloaming.sound.Hearing;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Rules;
import java.util.ArrayList;
import java.util.List;

/**
 * Plays a look frame by frame.
 *
 * <p>A frame is a pure function of the look, the player's memory, the moment and the sound: the same run gives the same
 * pictures to the bit, with any number of threads. A step that throws is passed over, its input going on, and says why; the
 * frame goes on. One thread at a time.
 */
public final class Player {
    private final Catalogue catalogue;
    private final Rules rules;
    private final Crew crew;
    private final PicturePool pool = new PicturePool();
    private final Hearing hearing = new Hearing();
    private final Hand hand = new Hand();
    private Plan plan;
    private Picture mix;
    private double tempo;

    public Player(Catalogue catalogue, Crew crew) {
        this.catalogue = catalogue;
        this.rules = new Rules(catalogue);
        this.crew = crew;
    }

    /** Goes on with this look; steps that stay keep their memory. {@link Refused} when it breaks a rule. */
    public void load(Look look) {
        rules.check(look);
        plan = new Plan(look, catalogue, rules, plan);
    }

    /** Forgets all memory, as at the start of the show. */
    public void rewind() {
        if (plan != null) plan = new Plan(plan.look, catalogue, rules, null);
    }

    Plan plan() {
        return plan;
    }

    public Hearing hearing() {
        return hearing;
    }

    /** Beats a minute in the last frame. */
    public double tempo() {
        return tempo;
    }

    /** Works out one frame at {@code width} by {@code height}; the picture is the player's and valid until the next call. */
    public Picture play(Moment moment, int width, int height, Sound sound, Onlooker onlooker) {
        pool.resize(width, height);
        if (mix == null || mix.width != width || mix.height != height) mix = new Picture(width, height);
        hearing.listen(sound, moment.time());
        tempo = sound.tempo() > 0 ? sound.tempo() : plan.look.tempo();
        choose(onlooker);
        for (Plan.LaneRun lane : plan.lanes) if (lane.needed) run(lane, moment, onlooker);
        blend(moment);
        for (Plan.LaneRun lane : plan.lanes) finish(lane);
        return mix;
    }

    private void choose(Onlooker onlooker) {
        for (Plan.LaneRun lane : plan.lanes) lane.needed = false;
        for (Plan.LayerRun layer : plan.layers) {
            if (layer.layer().hidden()) continue;
            plan.need(layer.lane());
            if (layer.mask() != null) plan.need(layer.mask());
            if (layer.opacity() != null) plan.need(layer.opacity().lane);
        }
        for (Plan.LaneRun lane : plan.lanes) if (onlooker.watches(lane.lane.id())) plan.need(lane);
    }

    private void run(Plan.LaneRun lane, Moment moment, Onlooker onlooker) {
        lane.dt = moment.dt() * lane.lane.clock().factor();
        Flow flow = null;
        for (int i = 0; i < lane.steps.size(); i++) {
            Plan.StepRun step = lane.steps.get(i);
            if (step.step.bypassed() && step.description.takes() == step.description.gives()) continue;
            if (step.step.bypassed() || (step.description.takes() != null && flow == null)) {
                giveBack(flow);
                flow = null;
                continue;
            }
            flow = run(step, lane, flow, moment);
            if (flow != null) onlooker.see(step.index, step.step.id(), flow);
        }
        lane.time += lane.dt;
        lane.end = flow;
    }

    @SuppressWarnings({"unchecked", "rawtypes"})
    private Flow run(Plan.StepRun step, Plan.LaneRun lane, Flow in, Moment moment) {
        long started = System.nanoTime();
        Flow out;
        hand.begin(step, lane, moment);
        try {
            drive(step, moment.dt());
            if (step.fresh) {
                step.memory = step.operation.memory();
                step.fresh = false;
            }
            out = ((Operation) step.operation).run(in, step.memory, hand);
            step.trouble = null;
        } catch (VirtualMachineError | RuntimeException e) {
            step.trouble = sentence(e);
            out = in != null && in.kind() == step.description.gives() ? in : null;
        }
        hand.end(out);
        if (out != in) giveBack(in);
        double ms = (System.nanoTime() - started) / 1e6;
        step.cost += (ms - step.cost) * 0.05;
        return out;
    }

    private void drive(Plan.StepRun step, double dt) {
        boolean changed = step.operation == null;
        for (Plan.Driven driven : step.driven) {
            Object argument = step.description.argument(driven.setting, driven.advance(dt));
            if (!argument.equals(step.arguments[driven.setting])) {
                step.arguments[driven.setting] = argument;
                changed = true;
            }
        }
        if (changed) step.operation = step.description.make(step.arguments);
    }

    private static String sentence(Throwable e) {
        if (e instanceof IllegalArgumentException && e.getMessage() != null) return e.getMessage();
        if (e instanceof OutOfMemoryError)
            return "There is not enough memory for this; make the picture or the count smaller.";
        return "It stopped with " + e.getClass().getSimpleName() + "; the picture goes on without it.";
    }

    private void giveBack(Flow flow) {
        if (flow instanceof Picture picture) pool.giveBack(picture);
    }

    private void blend(Moment moment) {
        for (Plan.LayerRun layer : plan.layers)
            if (layer.opacity() != null) layer.opacity().advance(moment.dt());
        List<Plan.LayerRun> layers = plan.layers;
        crew.each(mix.height, 8, (from, to) -> {
            mix.clear(from, to);
            for (int i = 0; i < layers.size(); i++) {
                Plan.LayerRun layer = layers.get(i);
                if (layer.layer().hidden() || !(layer.lane().end instanceof Picture picture)) continue;
                double opacity =
                        layer.opacity() == null ? layer.layer().opacity() : Math.clamp(layer.opacity().value, 0.0, 1.0);
                if (opacity == 0) continue;
                Picture mask = layer.mask() != null && layer.mask().end instanceof Picture m ? m : null;
                Blending.rows(layer.layer().blend(), picture, opacity, mask, mix, from, to);
            }
        });
    }

    private void finish(Plan.LaneRun lane) {
        if (lane.end instanceof Picture picture) {
            if (lane.remembered) {
                // A kept picture will change hands before the next frame reads it, so what is remembered is a copy.
                Picture mine = picture.kept ? pool.borrow().copyFrom(picture) : picture;
                giveBack(lane.before);
                lane.before = mine;
            } else {
                pool.giveBack(picture);
            }
        }
        lane.end = null;
    }

    /** Sentences of steps that failed in the last frame, for whoever tells the artist; by step id. */
    public List<String> troubles() {
        List<String> troubles = new ArrayList<>();
        for (Plan.StepRun step : plan.steps) {
            if (step.trouble != null) troubles.add(step.step.id() + ": " + step.trouble);
        }
        return troubles;
    }

    /** What a step may use: one object for all steps, set anew for each. */
    private final class Hand implements Frame {
        private final List<Picture> lent = new ArrayList<>();
        private Plan.StepRun step;
        private Plan.LaneRun lane;
        private Moment moment;

        void begin(Plan.StepRun step, Plan.LaneRun lane, Moment moment) {
            this.step = step;
            this.lane = lane;
            this.moment = moment;
            lent.clear();
        }

        void end(Flow out) {
            for (int i = 0; i < lent.size(); i++) if (lent.get(i) != out) pool.giveBack(lent.get(i));
            lent.clear();
        }

        @Override
        public long index() {
            return moment.index();
        }

        @Override
        public double time() {
            return lane.time;
        }

        @Override
        public double dt() {
            return lane.dt;
        }

        @Override
        public double beat() {
            return lane.time * tempo / 60;
        }

        @Override
        public long seed() {
            return step.seed;
        }

        @Override
        public int width() {
            return pool.width();
        }

        @Override
        public int height() {
            return pool.height();
        }

        @Override
        public Crew crew() {
            return crew;
        }

        @Override
        public Hearing hearing() {
            return hearing;
        }

        @Override
        public Picture picture() {
            Picture picture = pool.borrow();
            lent.add(picture);
            return picture;
        }

        @Override
        public Picture onto(Picture in) {
            return in.kept ? picture() : in;
        }

        @Override
        public void release(Picture picture) {
            picture.kept = false;
            pool.giveBack(picture);
        }

        @Override
        public <T extends Flow> T read(String name, Class<T> type) {
            for (Plan.Source source : step.sources) {
                if (!source.name().equals(name)) continue;
                Flow flow = source.before() ? source.lane().before : source.lane().end;
                return type.isInstance(flow) ? type.cast(flow) : null;
            }
            return null;
        }
    }
}
