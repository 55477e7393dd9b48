package gloaming.play;

import gloaming.desk.BoundControl;
import gloaming.desk.BoundSetting;
import gloaming.desk.Grasp;
import gloaming.desk.Inbox;
import gloaming.desk.Outside;
import gloaming.flow.Rising;
import gloaming.look.Follow;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.ReadSource;
import gloaming.look.Step;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Formulas;
import gloaming.step.Randomness;
import gloaming.step.Rules;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * A look made ready to run: lanes in the order they are worked out, reads and follows resolved to objects.
 *
 * <p>A plan belongs to one player and holds its memory. Compiling the next plan hands over the memory of every step and the
 * ease of every follow that is still there, so that an edit restarts nothing but what it touches.
 */
final class Plan {

    final Look look;
    /** In the order they are worked out. */
    final List<LaneRun> lanes = new ArrayList<>();
    /** Back to front. */
    final List<LayerRun> layers = new ArrayList<>();
    /** All steps, lane by lane as the Bench shows them: a step's place here is its index in a {@link FrameStats}. */
    final List<StepRun> steps = new ArrayList<>();

    final Map<String, LaneRun> byId = new HashMap<>();
    final Map<String, StepRun> stepById = new HashMap<>();
    /** How settings come to where the look has them, or null for at once. */
    final Glide glide;

    /** The field of snapshots between which settings are. */
    final SnapshotField field;

    /** The lanes whose signals say where on the field, or null. */
    final LaneRun across;

    final LaneRun up;
    /** What says where on the field it is cannot go by it. */
    private final Set<String> unblended;
    /** Ids of all lanes and steps. */
    private final Set<String> ids = new HashSet<>();
    /** The first lane of each id without the uses of kits before it. */
    private final Map<String, LaneRun> byEnd = new HashMap<>();
    /** The first step of each beginning of chance: by that it is known again under another id. */
    private final Map<String, StepRun> stepByLuck = new HashMap<>();

    /** What pushes and restarts the look's own clock, or null. */
    final LaneRun push;

    final LaneRun restart;
    Rising restarts = new Rising();
    /** Settings and opacities in somebody's hands. */
    final List<BoundSetting> held;

    /** Controls that make the program do something. */
    final List<BoundControl> acts;

    private final InHands inHands;

    /** Who has hold of settings: what controllers send, and what a look around this one gives. */
    record Hands(Inbox inbox, Outside outside) {}

    /** Compiles a look that keeps the rules; {@code last} may be null. */
    Plan(Look look, SnapshotField field, Catalogue catalogue, Rules rules, Hands hands, Plan last, Glide glide) {
        this.look = look;
        this.field = field;
        unblended = field.isThere() ? rules.with(look, field.across, field.up) : Set.of();
        this.glide = glide;
        Set<String> ahead = rules.ahead(look);
        look.steps().forEach(step -> ids.add(step.id()));
        look.lanes().forEach(lane -> ids.add(lane.id()));
        for (Lane lane : look.lanes()) {
            LaneRun run = new LaneRun(lane);
            LaneRun was = before(lane, last);
            if (was != null) {
                run.time = was.time;
                run.shift = was.shift;
                run.beat = was.beat;
                run.showBeat = was.showBeat;
                run.inStep = was.inStep;
                run.restarts = was.restarts;
                run.before = was.before;
            }
            run.ahead = ahead.contains(lane.id());
            byId.put(lane.id(), run);
            byEnd.putIfAbsent(end(lane.id()), run);
        }
        for (LaneRun run : byId.values()) {
            run.push = byId.get(run.lane.clock().push());
            run.restart = byId.get(run.lane.clock().restart());
        }
        across = field.across == null ? null : byId.get(field.across);
        up = field.up == null ? null : byId.get(field.up);
        push = byId.get(look.clock().push());
        restart = byId.get(look.clock().restart());
        if (last != null) restarts = last.restarts;
        inHands = new InHands(look, hands, last);
        held = inHands.held;
        acts = inHands.acts;
        for (Lane lane : rules.order(look)) {
            LaneRun run = byId.get(lane.id());
            boolean edited = false;
            for (Step step : lane.steps()) {
                StepRun now = compile(step, catalogue, last);
                if (field.isThere() && !unblended.contains(lane.id())) Underway.blend(now, field);
                StepRun was = before(step, last);
                now.edited = edited || was != null && was.edited;
                edited |= was != null && !was.step.does(step);
                run.steps.add(now);
            }
            for (StepRun step : run.steps) run.outward |= step.description.outward();
            lanes.add(run);
        }
        // Those the look's clock depends on come first, so that it is known when the others begin.
        lanes.sort(Comparator.comparing(run -> run.ahead ? 0 : unblended.contains(run.lane.id()) ? 1 : 2));
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
            Grasp grasp = inHands.of(layer.id(), "opacity");
            LayerRun was = last == null ? null : last.layer(layer.id());
            Moving moving = Underway.of(layer, was, field, glide);
            Driven opacity = layer.follow() == null && layer.formula() == null && grasp == null && moving == null
                    ? null
                    : Driven.of(-1, layer.opacity(), layer.follow(), layer.formula(), List.of(), grasp, null, byId);
            if (opacity != null) opacity.moving = moving;
            if (opacity != null && was != null && was.opacity() != null) opacity.after(was.opacity());
            layers.add(new LayerRun(
                    layer, byId.get(layer.lane()), layer.mask() == null ? null : byId.get(layer.mask()), opacity));
        }
        for (LaneRun run : lanes) Unseen.mark(run);
    }

    private Driven[] driven(Step step, Description description, Object[] arguments) {
        List<Driven> all = new ArrayList<>();
        for (int i = 0; i < description.settings().size(); i++) {
            String id = description.settings().get(i).id();
            Follow follow = step.follows().get(id);
            String formula = step.formulas().get(id);
            Grasp grasp = inHands.of(step.id(), id);
            if (follow == null && formula == null && grasp == null) continue;
            double own = switch (arguments[i]) {
                case Number number -> number.doubleValue();
                case Boolean on -> on ? 1 : 0;
                case Enum<?> choice -> choice.ordinal();
                default -> 0;
            };
            all.add(Driven.of(
                    i,
                    own,
                    follow,
                    formula,
                    description.settings().get(i).words(),
                    grasp,
                    step.opened().bends().get(id),
                    byId));
        }
        return all.toArray(Driven[]::new);
    }

    /** What a lane was in the last plan, by its id or, where it was wrapped or unwrapped since, by the end of it. */
    private LaneRun before(Lane lane, Plan last) {
        if (last == null) return null;
        LaneRun same = last.byId.get(lane.id());
        if (same != null) return same;
        LaneRun alike = last.byEnd.get(end(lane.id()));
        return alike == null || ids.contains(alike.lane.id()) ? null : alike;
    }

    private static String end(String id) {
        return id.substring(id.lastIndexOf('/') + 1);
    }

    /** What a step was in the last plan: the one of its id, or one that was wrapped or unwrapped since and begins its chance alike. */
    private StepRun before(Step step, Plan last) {
        if (last == null) return null;
        StepRun same = last.stepById.get(step.id());
        if (same != null) return same;
        StepRun alike = last.stepByLuck.get(step.luck());
        return alike == null || ids.contains(alike.step.id()) ? null : alike;
    }

    private StepRun compile(Step step, Catalogue catalogue, Plan last) {
        Description description = catalogue.of(step);
        StepRun was = before(step, last);
        boolean stays = was != null && was.step.type().equals(step.type());
        List<LaneRun> spokenOf = new ArrayList<>();
        Object[] arguments = description.arguments(step.settings());
        Driven[] driven = driven(step, description, arguments);
        for (String lane : Formulas.lanes(step, description)) if (byId.containsKey(lane)) spokenOf.add(byId.get(lane));
        Source[] sources = step.reads().entrySet().stream()
                .filter(e -> description.input(e.getKey()) != null)
                .map(e -> source(description, e.getKey(), ReadSource.of(e.getValue())))
                .toArray(Source[]::new);
        long seed = Randomness.bits(look.seed(), step.luck().hashCode(), 0);
        StepRun run = new StepRun(step, description, seed, arguments, driven, sources, spokenOf);
        if (stays) {
            run.cost = was.cost;
            run.fresh = was.fresh;
            run.memory = was.memory;
            run.lastHeld = was.lastHeld;
            if (was.step.reads().equals(step.reads())) run.stays = was.stays;
            run.trouble = was.trouble;
            run.own = was.own;
            run.budget = was.budget.after(was.step, step);
            Underway.goOn(run, was, glide);
            if (was.description == description && Arrays.equals(was.arguments, run.arguments))
                run.operation = was.operation;
            for (Driven now : driven) {
                for (Driven then : was.driven) if (then.setting == now.setting) now.after(then);
            }
        }
        if (run.own == null && step.opened().hasOwnTime()) run.own = new OwnTime();
        stepById.put(step.id(), run);
        stepByLuck.putIfAbsent(step.luck(), run);
        return run;
    }

    /** Lanes are compiled in order, and steps along them: what is read is there already. */
    private Source source(Description description, String name, ReadSource read) {
        if (read.step() != null) {
            StepRun behind = stepById.get(read.step());
            if (read.beside() == null) behind.tapped = true;
            else behind.given.put(read.beside(), null);
            LaneRun lane = byId.get(look.laneOf(read.step()).orElseThrow().id());
            return new Source(name, lane, behind, read.beside(), false);
        }
        LaneRun lane = byId.get(read.lane());
        boolean before = description.input(name).before();
        if (before) lane.remembered = true;
        lane.shared = true;
        return new Source(name, lane, null, null, before);
    }

    private LayerRun layer(String id) {
        for (LayerRun run : layers) if (run.layer().id().equals(id)) return run;
        return null;
    }

    /** Whether a lane is worked out before it is known where on the field of snapshots the look is. */
    boolean leads(LaneRun lane) {
        return lane.ahead || unblended.contains(lane.lane.id());
    }

    /** Finds out where on the field the look is in this frame. */
    void weigh() {
        if (field.isThere()) field.weigh(LaneClocks.number(across.end), up == null ? 0 : LaneClocks.number(up.end));
    }

    /** Marks a lane and all it reads and follows as to be worked out. */
    void need(LaneRun lane) {
        if (lane.needed) return;
        lane.needed = true;
        if (lane.push != null) need(lane.push);
        if (lane.restart != null) need(lane.restart);
        for (StepRun step : lane.steps) {
            for (Source source : step.sources) need(source.lane);
            for (Driven driven : step.driven) need(driven);
            for (LaneRun spokenOf : step.spokenOf) need(spokenOf);
        }
    }

    /** The same of what a number goes by. */
    void need(Driven driven) {
        for (LaneRun lane : driven.goesBy) need(lane);
    }
}
