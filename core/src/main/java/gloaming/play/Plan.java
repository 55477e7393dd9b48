package gloaming.play;

import gloaming.desk.BoundControl;
import gloaming.desk.BoundSetting;
import gloaming.desk.Grasp;
import gloaming.desk.Inbox;
import gloaming.desk.Outside;
import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Picture;
import gloaming.flow.Rising;
import gloaming.look.Binding;
import gloaming.look.Follow;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.ReadSource;
import gloaming.look.Step;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Formulas;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Rules;
import gloaming.step.Setting;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.atomic.AtomicLong;

/**
 * A look made ready to run: lanes in the order they are worked out, reads and follows resolved to objects.
 *
 * <p>A plan belongs to one player and holds its memory. Compiling the next plan hands over the memory of every step and the
 * ease of every follow that is still there, so that an edit restarts nothing but what it touches.
 */
final class Plan {

    /** A further input, resolved: the end of a lane, what left a step of it or came beside, or the lane's frame before. */
    static final class Source {
        final String name;
        final LaneRun lane;
        final StepRun behind;
        /** Which result beside the step, or null where it is what leaves it. */
        final String beside;

        final boolean before;
        /** What stood for what was read, where that was of another kind than the step wants. */
        private Flow stood;

        Source(String name, LaneRun lane, StepRun behind, String beside, boolean before) {
            this.name = name;
            this.lane = lane;
            this.behind = behind;
            this.beside = beside;
            this.before = before;
        }

        /** What is read now, as one of a kind; null where there is nothing. */
        Flow read(Kind wanted) {
            Flow flow = before ? lane.before : lane.end;
            if (behind != null) flow = beside == null ? behind.held : behind.given.get(beside);
            if (flow == null || wanted == null) return flow;
            Kind is = Kind.of(flow.getClass());
            if (wanted == is || !wanted.accepts(is)) return flow;
            stood = wanted.accept(flow, stood);
            return stood;
        }
    }

    /** One step with its memory. */
    static final class StepRun {
        final Step step;
        final Description description;
        final long seed;
        final Object[] arguments;
        final Driven[] driven;
        /** Settings that are on their way. */
        Moving[] moving = STANDING;

        final Source[] sources;
        /** Lanes that its formulas speak of. */
        final List<LaneRun> spokenOf;

        /** Whether it goes on while nobody sees a picture. */
        boolean goesOn;
        /** Whether a step ahead of it was edited since the last frame. */
        boolean edited;
        /** Whether somebody reads what leaves it, and that for the rest of the frame; what was read in the last one is used again. */
        boolean tapped;

        Flow held;
        Flow lastHeld;
        /** Results beside it that somebody reads: what it gave in this frame, or null. */
        final Map<String, Flow> given = new HashMap<>();

        /** What stood for what came in, where that was of another kind than the step takes. */
        Flow stood;

        int index;
        Operation<?, ?, ?> operation;
        Object memory;
        boolean fresh = true;
        /** What it may take, and what became of that. */
        Budget budget = new Budget();
        /** What went wrong the last time, or null. */
        String trouble;
        /** Where in its course it is, in its own unit of time; not a number where it has none. */
        double place = Double.NaN;
        /** How few values came to how many points, and by which rule. */
        int few;

        int many;
        String how;
        /** Particles that were ever born, and those taken before their time; below 0 where none are. */
        long born = -1;

        long culled;
        /** Milliseconds a frame, averaged over some twenty frames. */
        double cost;
        /** Nanoseconds of this frame: of the frame's own thread, and of all threads while running rows. */
        long spent;

        final AtomicLong inRows = new AtomicLong();

        StepRun(
                Step step,
                Description description,
                long seed,
                Object[] arguments,
                Driven[] driven,
                Source[] sources,
                List<LaneRun> spokenOf) {
            this.step = step;
            this.description = description;
            this.seed = seed;
            this.driven = driven;
            this.sources = sources;
            this.arguments = arguments;
            this.spokenOf = spokenOf;
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
        /** Seconds that it is ahead by its clock, which are in its time already. */
        double shift;
        /** The lane's own time in beats, and the show's at the frame before. */
        double beat;

        double showBeat;
        /** Whether its beat is the show's and not one of its own. */
        boolean inStep = true;

        /** Whether it runs on the show's time whatever the look's clock does, because that depends on it. */
        boolean ahead;

        LaneRun push;
        LaneRun restart;
        Rising restarts = new Rising();
        boolean needed;
        /** What it gave in the last frame, or not a number where that is no signal. */
        double number = Double.NaN;

        boolean remembered;
        /** Whether a step of it does something beyond the look. */
        boolean outward;
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
    /** All steps, lane by lane as the Bench shows them: a step's place here is its index in a {@link FrameStats}. */
    final List<StepRun> steps = new ArrayList<>();

    final Map<String, LaneRun> byId = new HashMap<>();
    final Map<String, StepRun> stepById = new HashMap<>();
    /** How settings come to where the look has them, or null for at once. */
    final Glide glide;

    static final Moving[] STANDING = {};
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
    final List<BoundSetting> held = new ArrayList<>();

    /** Controls that make the program do something. */
    final List<BoundControl> acts = new ArrayList<>();

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
        Map<String, Grasp> grasps = grasps(hands, last);
        for (Lane lane : rules.order(look)) {
            LaneRun run = byId.get(lane.id());
            boolean edited = false;
            for (Step step : lane.steps()) {
                StepRun now = compile(step, catalogue, grasps, last);
                if (field.isThere()) blend(now, lane);
                StepRun was = before(step, last);
                now.edited = edited || was != null && was.edited;
                edited |= was != null
                        && !was.step.withId(step.id()).withChance(step.chance()).equals(step);
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
            Grasp grasp = grasps.get(layer.id() + " opacity");
            LayerRun was = last == null ? null : last.layer(layer.id());
            Moving moving = moving(layer, was);
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

    private Moving moving(Layer layer, LayerRun was) {
        if (layer.follow() != null || layer.formula() != null) return null;
        double[] all = field.isThere() ? field.opacities(layer.id()) : null;
        if (all != null && Arrays.stream(all).anyMatch(each -> each != all[0]))
            return new Blending(-1, null, Arrays.stream(all).boxed().toArray(), field.weights);
        if (was == null) return null;
        boolean set = was.layer().opacity() != layer.opacity();
        double is = was.opacity() == null ? was.layer().opacity() : was.opacity().value;
        if (set) return glide == null ? null : new Gliding(-1, null, glide, is, layer.opacity());
        return was.opacity() != null && was.opacity().moving instanceof Gliding goes && !goes.done ? goes : null;
    }

    /** What is in hands, by what it is of and the setting; grips on settings whose bindings stay keep their hold. */
    private Map<String, Grasp> grasps(Hands hands, Plan last) {
        Map<String, List<Binding>> byTarget = new LinkedHashMap<>();
        for (Binding binding : look.desk().bindings()) {
            byTarget.computeIfAbsent(binding.of() + " " + binding.setting(), key -> new ArrayList<>())
                    .add(binding);
        }
        Map<String, Grasp> all = new HashMap<>();
        byTarget.forEach((target, bindings) -> {
            BoundSetting was = last == null
                    ? null
                    : last.held.stream()
                            .filter(g -> target.equals(g.of() + " " + g.setting()))
                            .findFirst()
                            .orElse(null);
            if (bindings.getFirst().of().equals(Binding.SHOW)) {
                for (Binding binding : bindings) acts.add(act(binding, hands.inbox(), last));
                return;
            }
            Grasp outside = hands.outside().grasp(bindings);
            if (outside != null) {
                all.put(target, outside);
                return;
            }
            if (was == null || !was.has(bindings)) {
                BoundSetting now = new BoundSetting(
                        bindings.getFirst().of(),
                        bindings.getFirst().setting(),
                        bindings.stream()
                                .map(b -> new BoundControl(b, hands.inbox()))
                                .toList());
                was = was == null ? now : now.after(was);
            }
            held.add(was);
            all.put(target, was);
        });
        return all;
    }

    private static BoundControl act(Binding binding, Inbox inbox, Plan last) {
        if (last != null) for (BoundControl grip : last.acts) if (grip.binding().equals(binding)) return grip;
        return new BoundControl(binding, inbox);
    }

    private Driven[] driven(Step step, Description description, Map<String, Grasp> grasps, Object[] arguments) {
        List<Driven> all = new ArrayList<>();
        for (int i = 0; i < description.settings().size(); i++) {
            String id = description.settings().get(i).id();
            Follow follow = step.follows().get(id);
            String formula = step.formulas().get(id);
            Grasp grasp = grasps.get(step.id() + " " + id);
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
                    step.bends().get(id),
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

    private StepRun compile(Step step, Catalogue catalogue, Map<String, Grasp> grasps, Plan last) {
        Description description = catalogue.of(step);
        StepRun was = before(step, last);
        boolean stays = was != null && was.step.type().equals(step.type());
        List<LaneRun> spokenOf = new ArrayList<>();
        Object[] arguments = description.arguments(step.settings());
        Driven[] driven = driven(step, description, grasps, arguments);
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
            run.trouble = was.trouble;
            run.budget = was.budget.after(was.step, step);
            glide(run, was);
            if (was.description == description && Arrays.equals(was.arguments, run.arguments))
                run.operation = was.operation;
            for (Driven now : driven) {
                for (Driven then : was.driven) if (then.setting == now.setting) now.after(then);
            }
        }
        stepById.put(step.id(), run);
        stepByLuck.putIfAbsent(step.luck(), run);
        return run;
    }

    /** What was on its way goes on, unless it was touched; what is set otherwise sets out, where there is a glide. */
    private void glide(StepRun run, StepRun was) {
        if (was.description != run.description || glide == null && was.moving.length == 0) return;
        List<Moving> all = new ArrayList<>();
        for (int i = 0; i < run.arguments.length; i++) {
            int setting = i;
            if (Arrays.stream(run.driven).anyMatch(driven -> driven.setting == setting)) continue;
            Setting of = run.description.settings().get(i);
            boolean set = !Objects.equals(
                    was.step.settings().get(of.id()), run.step.settings().get(of.id()));
            Moving now = null;
            if (set && glide != null) now = new Gliding(i, of, glide, was.arguments[i], run.arguments[i]);
            if (!set)
                for (Moving each : was.moving)
                    if (each instanceof Gliding && each.setting == i && !each.done) now = each;
            if (now == null) continue;
            all.add(now);
            run.arguments[i] = was.arguments[i];
        }
        if (!all.isEmpty()) run.moving = all.toArray(Moving[]::new);
    }

    /** Lets the settings of a step be between those of the snapshots on the field, where these differ. */
    private void blend(StepRun run, Lane lane) {
        Step[] steps = unblended.contains(lane.id()) ? null : field.steps(run.step.id());
        if (steps == null) return;
        Object[][] each = new Object[steps.length][];
        for (int i = 0; i < steps.length; i++) {
            if (!steps[i].type().equals(run.step.type())) return;
            each[i] = run.description.arguments(steps[i].settings());
        }
        List<Moving> all = new ArrayList<>();
        for (int s = 0; s < run.arguments.length; s++) {
            int setting = s;
            if (Arrays.stream(run.driven).anyMatch(driven -> driven.setting == setting)) continue;
            Object[] values =
                    Arrays.stream(each).map(arguments -> arguments[setting]).toArray();
            if (Arrays.stream(values).allMatch(values[0]::equals)) continue;
            all.add(new Blending(s, run.description.settings().get(s), values, field.weights));
        }
        if (all.isEmpty()) return;
        for (Moving moving : run.moving)
            if (all.stream().noneMatch(other -> other.setting == moving.setting)) all.add(moving);
        run.moving = all.toArray(Moving[]::new);
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
            for (Driven driven : step.driven) driven.each(this::need);
            for (LaneRun spokenOf : step.spokenOf) need(spokenOf);
        }
    }
}
