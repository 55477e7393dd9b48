package gloaming;

import gloaming.flow.Kind;
import gloaming.look.Binding;
import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Desk;
import gloaming.look.Edit;
import gloaming.look.Follow;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Lifted;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Rules;
import gloaming.step.Setting;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.TreeMap;

/** Random documents and edits built from nothing but the catalogue, so that a new step is tested by being there. */
public final class Documents {
    private final SplittableRandom random;
    private final List<Description> steps = List.copyOf(Catalogue.all().entries());

    public Documents(long seed) {
        random = new SplittableRandom(seed);
    }

    /** A small look that keeps every rule. */
    public Look look() {
        Look look = new Look("Random", 64, 48, 30, random.nextLong(), 96, List.of(), List.of());
        int lanes = 2 + random.nextInt(4);
        for (int i = 0; i < lanes; i++) look = withLane(look);
        List<Layer> mix = new ArrayList<>();
        for (Lane lane : look.lanes()) {
            if (new Rules(Catalogue.all()).gives(look, lane) == Kind.PICTURE) {
                mix.add(new Layer(
                        "m" + mix.size(), lane.id(), pick(Blend.values()), random.nextDouble(), false, null, null));
            }
        }
        return new Rules(Catalogue.all()).check(look.withMix(mix));
    }

    private Look withLane(Look look) {
        List<Step> chain = new ArrayList<>();
        Kind flows = null;
        int length = 1 + random.nextInt(5);
        for (int i = 0; i < length; i++) {
            Kind now = flows;
            List<Description> fit = steps.stream().filter(d -> d.takes() == now).toList();
            // Nothing goes on from what only the tests' own kind is.
            if (fit.isEmpty()) break;
            Description description = fit.get(random.nextInt(fit.size()));
            String id = "s" + (look.steps().count() + chain.size() + 1);
            chain.add(step(look, id, description));
            flows = description.gives();
        }
        List<Lane> lanes = new ArrayList<>(look.lanes());
        lanes.add(
                new Lane("l" + (lanes.size() + 1), "lane " + (lanes.size() + 1), new Clock(random.nextInt(3)), chain));
        return look.withLanes(lanes);
    }

    /** A step with random settings, follows and reads of lanes that are there already. */
    private Step step(Look look, String id, Description description) {
        Map<String, Value> settings = new TreeMap<>();
        Map<String, Follow> follows = new TreeMap<>();
        Map<String, String> reads = new TreeMap<>();
        Map<String, String> formulas = new TreeMap<>();
        Rules rules = new Rules(Catalogue.all());
        for (Setting setting : description.settings()) {
            if (random.nextBoolean()) settings.put(setting.id(), value(setting));
            Lane signal = any(look, rules, Kind.SIGNAL);
            if (setting.numeric() && signal != null && random.nextInt(4) == 0) {
                follows.put(setting.id(), new Follow(signal.id(), 0, 1, small(setting), small(setting), 0.01, 0.1));
            }
            if (setting.numeric() && signal != null && random.nextInt(8) == 0) {
                formulas.put(setting.id(), "value * (0.5 + {" + signal.id() + "}) + sin(t)");
            }
        }
        for (Description.Input input : description.reads()) {
            Lane lane = any(look, rules, input.kind());
            if (lane != null && random.nextInt(3) > 0) reads.put(input.name(), lane.id());
        }
        return new Step(
                id,
                description.id(),
                "",
                random.nextInt(8) == 0,
                settings,
                follows,
                reads,
                formulas,
                drafts(description),
                "");
    }

    private Map<String, String> drafts(Description description) {
        boolean writes = description.settings().stream().anyMatch(s -> s.form() == Setting.Form.CODE);
        return writes && random.nextBoolean() ? Map.of("code", "void main() { half a li") : Map.of();
    }

    private Lane any(Look look, Rules rules, Kind kind) {
        List<Lane> fit =
                look.lanes().stream().filter(l -> rules.gives(look, l) == kind).toList();
        return fit.isEmpty() ? null : fit.get(random.nextInt(fit.size()));
    }

    private Value value(Setting setting) {
        return switch (setting.form()) {
            case NUMBER -> Value.of(small(setting));
            case WHOLE -> Value.of(Math.rint(small(setting)));
            case CHOICE ->
                Value.of(setting.choices().get(random.nextInt(setting.choices().size())));
            case COLOUR -> Value.of("#%06x".formatted(random.nextInt(1 << 24)));
            case SWITCH -> Value.of(random.nextBoolean());
            case TEXT, CODE, CURVE, FORMULA, MEDIUM, STRIP -> setting.initial();
        };
    }

    /** Somewhere in the range, but no hundred thousands: these looks are played by the dozen. */
    private double small(Setting setting) {
        double high = setting.max() > 500 ? Math.max(setting.min(), 500) : setting.max();
        return setting.min() + random.nextDouble() * (high - setting.min());
    }

    /** An edit that this look takes; most are tried and refused until one fits. */
    public Edit edit(Look look) {
        Rules rules = new Rules(Catalogue.all());
        for (int i = 0; i < 500; i++) {
            Edit edit = attempt(look);
            try {
                rules.check(gloaming.look.Edits.apply(look, edit));
                return edit;
            } catch (Refused e) {
                continue;
            }
        }
        return new Edit.Rename("Nothing else fits");
    }

    private Edit attempt(Look look) {
        List<Step> all = look.steps().toList();
        if (look.lanes().isEmpty() || all.isEmpty())
            return new Edit.AddLane(
                    0, withLane(look.withLanes(List.of())).lanes().getFirst());
        Step step = all.get(random.nextInt(all.size()));
        Lane lane = look.lanes().get(random.nextInt(look.lanes().size()));
        Layer layer = look.mix().isEmpty()
                ? null
                : look.mix().get(random.nextInt(look.mix().size()));
        Description description = Catalogue.all().find(step.type());
        if (description.settings().isEmpty()) return new Edit.LabelStep(step.id(), "has none");
        Setting setting =
                description.settings().get(random.nextInt(description.settings().size()));
        int place = random.nextInt(6);
        return switch (random.nextInt(23)) {
            case 0 -> new Edit.Rename("Look " + random.nextInt(100));
            case 1 -> new Edit.Format(64 + random.nextInt(64), 48, 25, random.nextLong(), 100);
            case 2 -> new Edit.AddLane(place, lane.withName("more"));
            case 3 -> new Edit.RemoveLane(lane.id());
            case 4 -> new Edit.MoveLane(lane.id(), place);
            case 5 -> new Edit.RenameLane(lane.id(), "lane " + random.nextInt(100));
            case 6 -> new Edit.SetClock(lane.id(), new Clock(random.nextDouble() * 4, maybe(look), maybe(look)));
            case 19 -> new Edit.SetLookClock(new Clock(random.nextDouble() * 4, maybe(look), maybe(look)));
            case 20 ->
                new Edit.SetFormula(step.id(), setting.id(), random.nextBoolean() ? null : "x + {" + lane.id() + "}");
            case 21 -> new Edit.SetDesk(desk(look, step, setting));
            case 7 ->
                new Edit.AddStep(
                        lane.id(), place, step(look, look.freshId("s"), pick(steps.toArray(Description[]::new))));
            case 8 -> new Edit.RemoveStep(step.id());
            case 9 -> new Edit.MoveStep(step.id(), lane.id(), place);
            case 10 -> new Edit.LabelStep(step.id(), "own " + random.nextInt(9));
            case 11 -> new Edit.Bypass(step.id(), random.nextBoolean());
            case 12 -> new Edit.Set(step.id(), setting.id(), random.nextInt(4) == 0 ? null : value(setting));
            case 13 ->
                new Edit.SetFollow(
                        step.id(), setting.id(), random.nextBoolean() ? null : new Follow(lane.id(), 0, 1, 0, 1, 0, 0));
            case 14 ->
                new Edit.SetRead(
                        step.id(), random.nextBoolean() ? "with" : "at", random.nextBoolean() ? null : lane.id());
            case 15 -> new Edit.AddLayer(place, Layer.of(look.freshId("m"), lane.id(), pick(Blend.values()), 0.5));
            case 16 -> new Edit.RemoveLayer(layer == null ? "m0" : layer.id());
            case 17 -> new Edit.MoveLayer(layer == null ? "m0" : layer.id(), place);
            case 18 -> new Edit.Write(step.id(), "code", null, random.nextBoolean() ? "void main() {" : null);
            default ->
                new Edit.Several(List.of(new Edit.Bypass(step.id(), true), new Edit.RenameLane(lane.id(), "both")));
        };
    }

    private String maybe(Look look) {
        Lane lane = random.nextBoolean() ? any(look, new Rules(Catalogue.all()), Kind.SIGNAL) : null;
        return lane == null ? null : lane.id();
    }

    /** What there is with a binding or a place on the strip more. */
    private Desk desk(Look look, Step step, Setting setting) {
        List<Binding> bindings = new ArrayList<>(look.desk().bindings());
        List<Lifted> strip = new ArrayList<>(look.desk().strip());
        Binding.Mode mode = pick(Binding.Mode.values());
        if (random.nextBoolean()) {
            bindings.add(new Binding(
                    look.freshId("b"), "osc /mill/1", step.id(), setting.id(), 0, 1, 0, 1, 1, 0.1, mode, true));
        } else if (strip.size() < Desk.STRIP) strip.add(new Lifted(step.id(), setting.id(), ""));
        return new Desk(bindings, strip);
    }

    private <T> T pick(T[] of) {
        return of[random.nextInt(of.length)];
    }
}
