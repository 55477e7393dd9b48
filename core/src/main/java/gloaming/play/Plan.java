package gloaming.play;

import gloaming.flow.Flow;
import gloaming.flow.Picture;
import gloaming.look.Follow;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Rules;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicLong;

/**
 * A look made ready to run: lanes in the order they are worked out, reads and follows resolved to objects.
 *
 * <p>A plan belongs to one player and holds its memory. Compiling the next plan hands over the memory of every step and the
 * ease of every follow that is still there, so that an edit restarts nothing but what it touches.
 */
final class Plan {

    /** A setting or an opacity that follows a lane: where its eased signal is. */
    static final class Driven {
        final Follow follow;
        final LaneRun lane;
        final int setting;
        double raw;
        double eased = Double.NaN;
        double value;

        Driven(Follow follow, LaneRun lane, int setting) {
            this.follow = follow;
            this.lane = lane;
            this.setting = setting;
        }

        /** Moves on by {@code dt} seconds of show time and returns the value. */
        double advance(double dt) {
            raw = lane.end instanceof gloaming.flow.Signal signal ? signal.value() : 0;
            eased = Double.isNaN(eased) ? raw : follow.ease(eased, raw, dt);
            value = follow.map(eased);
            return value;
        }
    }

    /** A further input, resolved. */
    record Source(String name, LaneRun lane, boolean before) {}

    /** One step with its memory. */
    static final class StepRun {
        final Step step;
        final Description description;
        final long seed;
        final Object[] arguments;
        final Driven[] driven;
        final Source[] sources;
        int index;
        Operation<?, ?, ?> operation;
        Object memory;
        boolean fresh = true;
        /** What went wrong the last time, or null. */
        String trouble;
        /** Milliseconds a frame, averaged over some twenty frames. */
        double cost;
        /** Nanoseconds of this frame: of the frame's own thread, and of all threads while running rows. */
        long spent;

        final AtomicLong inRows = new AtomicLong();

        StepRun(Step step, Description description, long seed, Driven[] driven, Source[] sources) {
            this.step = step;
            this.description = description;
            this.seed = seed;
            this.driven = driven;
            this.sources = sources;
            arguments = description.arguments(step.settings());
        }

        /** Takes the time of this frame into account. */
        void count(int threads) {
            double ms = (spent + inRows.getAndSet(0) / (double) threads) / 1e6;
            spent = 0;
            cost += (ms - cost) * 0.05;
        }
    }

    /** One lane with its clock. */
    static final class LaneRun {
        final Lane lane;
        final List<StepRun> steps = new ArrayList<>();
        /** The lane's own time; not a number until its first frame. */
        double time = Double.NaN;

        double dt;
        boolean needed;
        boolean remembered;
        /** Whether somebody but one layer of the mix needs its whole end. */
        boolean shared;

        final Pass pass = new Pass();
        Flow end;
        Picture before;

        LaneRun(Lane lane) {
            this.lane = lane;
        }
    }

    /** One layer of the mix. */
    record LayerRun(Layer layer, LaneRun lane, LaneRun mask, Driven opacity) {}

    final Look look;
    /** In the order they are worked out. */
    final List<LaneRun> lanes = new ArrayList<>();
    /** Back to front. */
    final List<LayerRun> layers = new ArrayList<>();
    /** All steps, lane by lane as the Bench shows them: a step's place here is its index in a {@link Board}. */
    final List<StepRun> steps = new ArrayList<>();

    final Map<String, LaneRun> byId = new HashMap<>();
    final Map<String, StepRun> stepById = new HashMap<>();

    /** Compiles a look that keeps the rules; {@code last} may be null. */
    Plan(Look look, Catalogue catalogue, Rules rules, Plan last) {
        this.look = look;
        for (Lane lane : look.lanes()) {
            LaneRun run = new LaneRun(lane);
            LaneRun was = last == null ? null : last.byId.get(lane.id());
            if (was != null) {
                run.time = was.time;
                run.before = was.before;
            }
            byId.put(lane.id(), run);
        }
        for (Lane lane : rules.order(look)) {
            LaneRun run = byId.get(lane.id());
            for (Step step : lane.steps()) run.steps.add(compile(step, catalogue, last));
            lanes.add(run);
        }
        for (Lane lane : look.lanes()) {
            LaneRun run = byId.get(lane.id());
            long layers = look.mix().stream()
                    .filter(l -> !l.hidden() && l.lane().equals(lane.id()))
                    .count();
            run.shared |= run.remembered || layers != 1;
        }
        for (Layer layer : look.mix()) if (layer.mask() != null) byId.get(layer.mask()).shared = true;
        for (Lane lane : look.lanes()) steps.addAll(byId.get(lane.id()).steps);
        for (int i = 0; i < steps.size(); i++) steps.get(i).index = i;
        for (Layer layer : look.mix().reversed()) {
            Driven opacity = layer.follow() == null
                    ? null
                    : new Driven(layer.follow(), byId.get(layer.follow().lane()), -1);
            LayerRun was = last == null ? null : last.layer(layer.id());
            if (opacity != null && was != null && was.opacity() != null) opacity.eased = was.opacity().eased;
            layers.add(new LayerRun(
                    layer, byId.get(layer.lane()), layer.mask() == null ? null : byId.get(layer.mask()), opacity));
        }
    }

    private StepRun compile(Step step, Catalogue catalogue, Plan last) {
        Description description = catalogue.of(step);
        StepRun was = last == null ? null : last.stepById.get(step.id());
        boolean stays = was != null && was.step.type().equals(step.type());
        Driven[] driven = step.follows().entrySet().stream()
                .filter(e -> description.settingIndex(e.getKey()) >= 0)
                .map(e -> new Driven(e.getValue(), byId.get(e.getValue().lane()), description.settingIndex(e.getKey())))
                .toArray(Driven[]::new);
        Source[] sources = step.reads().entrySet().stream()
                .filter(e -> description.input(e.getKey()) != null)
                .map(e -> source(description, e.getKey(), byId.get(e.getValue())))
                .toArray(Source[]::new);
        long seed = Randomness.bits(look.seed(), step.id().hashCode(), 0);
        StepRun run = new StepRun(step, description, seed, driven, sources);
        if (stays) {
            run.cost = was.cost;
            run.fresh = was.fresh;
            run.memory = was.memory;
            run.trouble = was.trouble;
            if (was.description == description && Arrays.equals(was.arguments, run.arguments))
                run.operation = was.operation;
            for (Driven now : driven) {
                for (Driven then : was.driven) if (then.setting == now.setting) now.eased = then.eased;
            }
        }
        stepById.put(step.id(), run);
        return run;
    }

    private static Source source(Description description, String name, LaneRun lane) {
        boolean before = description.input(name).before();
        if (before) lane.remembered = true;
        lane.shared = true;
        return new Source(name, lane, before);
    }

    private LayerRun layer(String id) {
        for (LayerRun run : layers) if (run.layer().id().equals(id)) return run;
        return null;
    }

    /** Marks a lane and all it reads and follows as to be worked out. */
    void need(LaneRun lane) {
        if (lane.needed) return;
        lane.needed = true;
        for (StepRun step : lane.steps) {
            for (Source source : step.sources) need(source.lane());
            for (Driven driven : step.driven) need(driven.lane);
        }
    }
}
