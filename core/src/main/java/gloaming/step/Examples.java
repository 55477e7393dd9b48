package gloaming.step;

import gloaming.flow.Kind;
import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Kit;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.ReadSource;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A small example of every step: something for it to work on, the step, and what makes it seen, as lanes of their own.
 *
 * <p>It is what the step says of itself ({@link StepInfo#example}); where that is nothing, what stands ahead goes by what the step takes
 * and where it lives: a force has particles to push, a camera something under a lamp. A signal is seen as a trace, and what came in as a
 * dim one.
 */
public final class Examples {
    private static final String FORCES = "gloaming.points.force";
    /** What the step itself is called in its example. */
    private static final String OWN = "*";
    /** What stands between two steps, but for those of a lane in brackets. */
    private static final Pattern NEXT = Pattern.compile(" > (?![^(]*\\))");

    /** Words of a step, or of a lane in brackets. */
    private static final Pattern WORD = Pattern.compile("[^\\s=]+=\\([^)]*\\)(?=\\s|$)|\\S+");

    private final Catalogue catalogue;

    public Examples(Catalogue catalogue) {
        this.catalogue = catalogue;
    }

    /** Lays the example of a step into a look, in front of all that is there; its step is the one whose id is fresh in the look. */
    public Edit lay(Look look, String type) {
        Description description = catalogue.find(type);
        if (description == null) throw new Refused("There is no example of that.");
        return new Example(look, description).all();
    }

    /** The same of a kit that the look has. */
    public Edit layKit(Look look, String kit) {
        Kit used = look.kit(kit).orElseThrow(() -> new Refused("That kit is not there any more."));
        return new Example(look, KitFace.of(used, look, catalogue)).all();
    }

    /** A look of its own with the example of a step. */
    public Look look(String type) {
        Description description = catalogue.find(type);
        if (description == null) throw new Refused("There is no example of that.");
        Look empty = new Look(description.name(), 960, 540, 30, 11, 96, List.of(), List.of());
        return Edits.apply(empty, lay(empty, type));
    }

    /** The same, with the step set as one of its good settings. */
    public Look look(String type, Preset preset) {
        Look look = look(type);
        for (Map.Entry<String, Value> each : preset.values().entrySet())
            look = Edits.apply(look, new Edit.Set("s1", each.getKey(), each.getValue()));
        return look;
    }

    /** One example: ids are given in order, the step's own first. */
    private final class Example {
        private final Look look;
        private final Description description;
        private final List<Edit> edits = new ArrayList<>();
        private final String own;
        private long lane;
        private long step;
        private long layer;
        private int place;

        Example(Look look, Description description) {
            this.look = look;
            this.description = description;
            lane = number(look.freshId("l"));
            step = number(look.freshId("s"));
            layer = number(look.freshId("m"));
            place = look.lanes().size();
            own = "s" + step++;
        }

        private static long number(String id) {
            return Long.parseLong(id.substring(1));
        }

        Edit all() {
            List<Step> steps = description.example().isEmpty() ? byRule() : lane(description.example());
            Kind gives = kind(steps.getLast());
            for (int i = 0; i < 3 && !gives.mixes() && gives.drawnBy() != null; i++) {
                Description drawn = catalogue.find(gives.drawnBy());
                steps.add(Step.of("s" + step++, drawn.id()));
                gives = drawn.gives();
            }
            String id = add(description.name(), steps);
            if (gives.mixes()) mix(id);
            else if (gives.drives()) trace(id, steps);
            return new Edit.Several(edits);
        }

        private Kind kind(Step of) {
            return of.id().equals(own)
                    ? description.gives()
                    : catalogue.find(of.type()).gives();
        }

        private List<Step> byRule() {
            List<Step> steps = new ArrayList<>();
            if (description.takes() != null) steps.addAll(ahead());
            steps.add(reading(Step.of(own, description.id())));
            return steps;
        }

        /** A step with a lane for all that it needs to read. */
        private Step reading(Step bare) {
            Step reads = bare;
            for (Description.Input input : description.reads()) {
                if (!input.optional() && !input.before() && !bare.reads().containsKey(input.name()))
                    reads = reads.withRead(
                            input.name(), add(input.kind().id(), List.of(Step.of("s" + step++, usual(input.kind())))));
            }
            return reads;
        }

        /** The steps of a lane as an example writes them. */
        private List<Step> lane(String text) {
            List<Step> steps = new ArrayList<>();
            for (String each : NEXT.split(text)) {
                Matcher words = WORD.matcher(each);
                words.find();
                String type = words.group();
                Step made = type.equals(OWN) ? Step.of(own, description.id()) : Step.of("s" + step++, type);
                Description of = type.equals(OWN) ? description : catalogue.find(type);
                if (of == null) throw new IllegalStateException("the example of " + description.id() + " has " + type);
                while (words.find()) made = set(made, of, words.group());
                steps.add(type.equals(OWN) ? reading(made) : made);
            }
            return steps;
        }

        private Step set(Step made, Description of, String word) {
            int is = word.indexOf('=');
            String name = word.substring(0, is);
            String value = word.substring(is + 1);
            if (value.startsWith("("))
                return made.withRead(name, add(name, lane(value.substring(1, value.length() - 1))));
            int i = of.settingIndex(name);
            if (i < 0) throw new IllegalStateException("the example of " + description.id() + " sets " + name);
            if (value.startsWith("=")) return made.withFormula(name, value.substring(1));
            Setting setting = of.settings().get(i);
            return made.with(name, Preset.value(setting, value));
        }

        /** What a signal did in the last seconds, across the picture; what came into the step is a dim trace below it. */
        private void trace(String id, List<Step> steps) {
            String sweep = add("sweep", lane("sway wave=saw rate=0.25 > span toLow=-1.6 toHigh=1.6 hold=false"));
            int at = steps.size() - 1;
            boolean filter =
                    at > 0 && catalogue.find(steps.get(at - 1).type()).gives().drives();
            drawn("trace", id, sweep, "#ffd9a0", 2.2);
            if (filter)
                drawn("what came in", ReadSource.behind(steps.get(at - 1).id()), sweep, "#5a6a9c", 0.8);
        }

        private void drawn(String name, String of, String sweep, String colour, double brightness) {
            List<Step> height = new ArrayList<>();
            height.add(Step.of("s" + step++, "signal-from").withRead("from", of));
            height.addAll(lane("span toLow=-0.7 toHigh=0.7 hold=false"));
            String up = add("height of " + name, height);
            List<Step> line = new ArrayList<>();
            line.add(Step.of("s" + step++, "wake")
                    .with("count", Value.of(240))
                    .with("seconds", Value.of(3.8))
                    .withRead("x", sweep)
                    .withRead("y", up));
            line.addAll(lane("point-colour along=one colour=" + colour + " > draw-dots softness=0.6"));
            line.set(1, line.get(1).with("brightness", Value.of(brightness)));
            String shown = add(name, line);
            edits.add(new Edit.AddLayer(0, Layer.of("m" + layer++, shown, Blend.ADD, 1)));
        }

        private List<Step> ahead() {
            // Of a kit it is not known what it does, so points move already, and a picture has somebody in it.
            boolean kit = Kit.used(description.id()) != null;
            boolean moving = kit || description.operation().getPackageName().equals(FORCES);
            if (moving && description.takes() == Kind.POINTS) {
                Step places = Step.of("s" + step++, "scatter").with("count", Value.of(300));
                Step emit = Step.of("s" + step++, "sow").withRead("at", add("places", List.of(places)));
                return kit ? List.of(emit, Step.of("s" + step++, "swirl")) : List.of(emit);
            }
            boolean somebody = kit && description.takes() == Kind.PICTURE;
            return List.of(Step.of("s" + step++, somebody ? "puppet" : usual(description.takes())));
        }

        private static String usual(Kind kind) {
            return switch (kind.id()) {
                case "signal" -> "sway";
                case "points" -> "ring";
                case "shape", "scene" -> "ball";
                default -> "cloud-noise";
            };
        }

        private String add(String name, List<Step> steps) {
            String id = "l" + lane++;
            String free = EditFactory.freeName(look, name.toLowerCase(Locale.ROOT));
            edits.add(new Edit.AddLane(place++, new Lane(id, free, Clock.SHOW, steps)));
            return id;
        }

        private void mix(String id) {
            edits.add(new Edit.AddLayer(0, Layer.of("m" + layer++, id, Blend.OVER, 1)));
        }
    }
}
