package gloaming.play;

import gloaming.flow.Kind;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Limits;
import gloaming.look.Look;
import gloaming.look.ReadSource;
import gloaming.look.Step;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.DynamicSettings;
import java.util.ArrayList;
import java.util.List;

/** Tells in plain sentences why a picture is not what it should be, most pressing first, with the place to look at. */
public final class Diagnosis {

    /** One sentence, and the id of the step or lane it speaks of, or null. */
    public record Note(String sentence, String step, String lane) {}

    private static final float DARK = 0.004f;

    /** What is left for the bench trembles with what is on air, and its rate and size give way by themselves: it is said where that is not enough. */
    private static final double BENCH = 2;

    /** So many frames of a look are slow by themselves, where its code has not run before: no step is to blame. */
    private static final int FIRST = 40;

    private final Catalogue catalogue;

    public Diagnosis(Catalogue catalogue) {
        this.catalogue = catalogue;
    }

    /** What there is to say of the look that {@code board} speaks of. */
    public List<Note> of(FrameStats board) {
        List<Note> notes = new ArrayList<>();
        Look look = board.look;
        troubles(board, notes);
        drafts(look, notes);
        reads(look, notes);
        mix(board, notes);
        lanes(board, notes);
        if (board.frameMs > board.budgetMs * (board.onAir ? 1 : BENCH)) {
            int worst = 0;
            for (int i = 1; i < board.cost.length; i++) if (board.cost[i] > board.cost[worst]) worst = i;
            if (board.cost.length > 0) {
                Step step = look.step(board.steps.get(worst)).orElseThrow();
                String takes = (board.onAir ? "Frames take " : "At the bench frames take ")
                        + Limits.plain(Math.round(board.frameMs)) + " ms of "
                        + Limits.plain(Math.round(board.budgetMs))
                        + (board.onAir ? "" : " that what is on air leaves");
                notes.add(
                        board.frame < FIRST
                                ? new Note(takes + "; the first ones of a look always take longer.", null, null)
                                : note(
                                        look,
                                        step,
                                        takes + "; most of it is " + named(look, step)
                                                + ". Give it less to do, or lower the render scale."));
            }
        }
        if (board.spared && board.onAir)
            notes.add(new Note(
                    "So that the rate holds, the picture is at its smallest size and its edges are hard.", null, null));
        return notes;
    }

    private void troubles(FrameStats board, List<Note> notes) {
        for (int i = 0; i < board.trouble.length; i++) {
            if (board.trouble[i] == null) continue;
            Step step = board.look.step(board.steps.get(i)).orElseThrow();
            notes.add(note(board.look, step, named(board.look, step) + " " + board.trouble[i]));
        }
    }

    private void drafts(Look look, List<Note> notes) {
        look.steps().filter(step -> !step.drafts().isEmpty()).forEach(step -> {
            List<DynamicSettings.Trouble> problems = catalogue.problems(step);
            if (problems.isEmpty()) return;
            notes.add(note(look, step, named(look, step) + " goes on as it was before: " + problems.getFirst()));
        });
    }

    private void reads(Look look, List<Note> notes) {
        look.steps().forEach(step -> {
            for (Description.Input input : catalogue.of(step).reads()) {
                if (input.optional() || step.bypassed()) continue;
                String lane = step.reads().get(input.name());
                if (lane == null) {
                    notes.add(note(
                            look,
                            step,
                            named(look, step) + " reads nothing, or what it read was removed; choose a lane for '"
                                    + input.name() + "'."));
                } else if (ReadSource.of(lane).in(look).steps().isEmpty()) {
                    notes.add(note(
                            look,
                            step,
                            named(look, step) + " reads '"
                                    + ReadSource.of(lane).in(look).name() + "', which is empty."));
                }
            }
        });
    }

    private void mix(FrameStats board, List<Note> notes) {
        Look look = board.look;
        List<Layer> seen = look.mix().stream().filter(layer -> !layer.hidden()).toList();
        if (look.lanes().isEmpty()) {
            notes.add(new Note("The look is empty; press / to add a first step.", null, null));
            return;
        }
        if (seen.isEmpty()) {
            notes.add(unmixed(look));
            return;
        }
        for (Layer layer : seen) {
            Lane lane = look.lane(layer.lane()).orElseThrow();
            Kind gives = gives(lane);
            if (gives != null && !gives.mixes()) {
                notes.add(new Note("'" + lane.name() + "' " + gives.unmixed(), last(lane), lane.id()));
            } else if (gives == null) {
                notes.add(new Note("'" + lane.name() + "' is in the mix and has no steps yet.", null, lane.id()));
            } else if (layer.opacity() == 0 && !board.follows.contains(layer.id() + " opacity")) {
                notes.add(new Note("'" + lane.name() + "' is in the mix at opacity 0.", last(lane), lane.id()));
            }
        }
        if (board.blackFor > 0.5) {
            notes.add(new Note(
                    "The whole picture is black; look along the lanes for the step where the light ends.", null, null));
        }
    }

    /** Why the output of a look is black of whose lanes none is seen, and what to do. */
    private Note unmixed(Look look) {
        String so = ", so the output is black; ";
        if (!look.mix().isEmpty()) return new Note("Every layer of the mix is hidden" + so + "show one.", null, null);
        Lane drawn = null;
        for (Lane lane : look.lanes()) {
            Kind gives = gives(lane);
            if (gives == null) continue;
            if (gives.mixes())
                return new Note("Nothing is in the mix" + so + "put a lane's picture into it.", null, null);
            if (drawn == null && gives.drawnBy() != null) drawn = lane;
        }
        if (drawn == null) return new Note("No lane gives a picture yet" + so + "press N for a new one.", null, null);
        String by = catalogue.find(gives(drawn).drawnBy()).name();
        return new Note(
                "No lane gives a picture yet" + so + "add " + by + " to '" + drawn.name() + "'.",
                last(drawn),
                drawn.id());
    }

    private void lanes(FrameStats board, List<Note> notes) {
        Look look = board.look;
        int i = 0;
        for (Lane lane : look.lanes()) {
            float before = -1;
            int points = -1;
            for (Step step : lane.steps()) {
                float light = board.light[i];
                int count = board.count[i];
                if (!step.bypassed()) {
                    boolean dark = light >= 0 && light < DARK;
                    boolean clear = dark && board.cover[i] < DARK;
                    if (clear && points == 0) {
                        notes.add(note(
                                look, step, named(look, step) + " has no points to draw; see what stands before it."));
                    } else if (clear && points > 0 || dark && before > DARK) {
                        String hint = catalogue.find(step.type()).ifBlack();
                        notes.add(note(look, step, named(look, step) + " gives a black picture: " + hint + "."));
                    }
                }
                before = light;
                points = count;
                i++;
            }
        }
    }

    private Kind gives(Lane lane) {
        return lane.steps().isEmpty()
                ? null
                : catalogue.find(lane.steps().getLast().type()).gives();
    }

    private static String last(Lane lane) {
        return lane.steps().getLast().id();
    }

    private String named(Look look, Step step) {
        String name = step.label().isEmpty() ? catalogue.find(step.type()).name() : step.label();
        return name + " in '" + look.laneOf(step.id()).orElseThrow().name() + "'";
    }

    private static Note note(Look look, Step step, String sentence) {
        return new Note(
                sentence, step.id(), look.laneOf(step.id()).orElseThrow().id());
    }
}
