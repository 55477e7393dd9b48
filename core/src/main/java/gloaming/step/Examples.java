package gloaming.step;

import gloaming.flow.Kind;
import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Edit;
import gloaming.look.Follow;
import gloaming.look.Kit;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.ArrayList;
import java.util.List;

/**
 * A small example of every step: something for it to work on, the step, and what makes it seen, as lanes of their own.
 *
 * <p>What stands ahead goes by what the step takes and where it lives: a force has particles to push, a camera something under a lamp.
 */
public final class Examples {
    private static final String FORCES = "gloaming.points.force";

    private final Catalogue catalogue;

    public Examples(Catalogue catalogue) {
        this.catalogue = catalogue;
    }

    /** Lays the example of a step into a look, in front of all that is there; its step is the one whose id is fresh in the look. */
    public Edit lay(Look look, String type) {
        Description description = catalogue.find(type);
        if (description == null) throw new Refused("There is no example of that.");
        return new Example(look).of(description);
    }

    /** The same of a kit that the look has. */
    public Edit layKit(Look look, String kit) {
        Kit used = look.kit(kit).orElseThrow(() -> new Refused("That kit is not there any more."));
        return new Example(look).of(KitFace.of(used, look, catalogue));
    }

    /** One example: ids are given in order, the step's own first. */
    private final class Example {
        private final Look look;
        private final List<Edit> edits = new ArrayList<>();
        private long lane;
        private long step;
        private long layer;
        private int place;

        Example(Look look) {
            this.look = look;
            lane = number(look.freshId("l"));
            step = number(look.freshId("s"));
            layer = number(look.freshId("m"));
            place = look.lanes().size();
        }

        private static long number(String id) {
            return Long.parseLong(id.substring(1));
        }

        Edit of(Description description) {
            Step own = Step.of("s" + step++, description.id());
            for (Description.Input input : description.reads()) {
                if (!input.optional() && !input.before()) own = own.withRead(input.name(), source(input.kind()));
            }
            List<Step> steps = new ArrayList<>();
            if (description.takes() != null) steps.addAll(ahead(description));
            steps.add(own);
            Kind gives = description.gives();
            for (int i = 0; i < 3 && !gives.mixes() && gives.drawnBy() != null; i++) {
                Description drawn = catalogue.find(gives.drawnBy());
                steps.add(Step.of("s" + step++, drawn.id()));
                gives = drawn.gives();
            }
            String id = lane(description.name(), steps);
            if (gives.mixes()) mix(id);
            else if (gives.drives()) mix(lane("driven by " + description.name(), List.of(driven(id))));
            return new Edit.Several(edits);
        }

        /** A picture that is as bright as a signal is high. */
        private Step driven(String by) {
            return Step.of("s" + step++, "gradient").withFollow("brightness", new Follow(by, 0, 1, 0.05, 1.6, 0, 0));
        }

        private List<Step> ahead(Description description) {
            // Of a kit it is not known what it does, so points move already, and a picture has somebody in it.
            boolean kit = Kit.used(description.id()) != null;
            boolean moving = kit || description.operation().getPackageName().equals(FORCES);
            if (moving && description.takes() == Kind.POINTS) {
                Step places = Step.of("s" + step++, "scatter").with("count", Value.of(300));
                Step emit = Step.of("s" + step++, "sow").withRead("at", lane("places", List.of(places)));
                return kit ? List.of(emit, Step.of("s" + step++, "swirl")) : List.of(emit);
            }
            boolean somebody = kit && description.takes() == Kind.PICTURE;
            return List.of(Step.of("s" + step++, somebody ? "puppet" : usual(description.takes())));
        }

        private String source(Kind kind) {
            return lane(kind.id(), List.of(Step.of("s" + step++, usual(kind))));
        }

        private static String usual(Kind kind) {
            return switch (kind.id()) {
                case "signal" -> "sway";
                case "points" -> "ring";
                case "shape", "scene" -> "ball";
                default -> "cloud-noise";
            };
        }

        private String lane(String name, List<Step> steps) {
            String id = "l" + lane++;
            String free = EditFactory.freeName(look, name.toLowerCase(java.util.Locale.ROOT));
            edits.add(new Edit.AddLane(place++, new Lane(id, free, Clock.SHOW, steps)));
            return id;
        }

        private void mix(String id) {
            edits.add(new Edit.AddLayer(0, Layer.of("m" + layer++, id, Blend.OVER, 1)));
        }
    }
}
