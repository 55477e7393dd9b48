package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.Brought;
import gloaming.flow.Crew;
import gloaming.flow.Kind;
import gloaming.flow.Picture;
import gloaming.look.Edits;
import gloaming.look.Look;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.HouseBand;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Whoever adds a step sees something of it: neither nothing any more, nor nothing but white. */
class FirstSightTest {
    private static final Catalogue CATALOGUE = Catalogue.all();
    private static final EditFactory EDITS = new EditFactory(CATALOGUE);

    private static final int SECONDS = 2;
    private static final int RATE = 15;

    private static Look add(Look look, String type) {
        String lane = look.lanes().getFirst().id();
        int end = look.lanes().getFirst().steps().size();
        return Edits.apply(look, EDITS.addStep(look, lane, end, type, null, Map.of()));
    }

    private static Look begin(String type) {
        Look empty = Look.empty("First sight");
        return Edits.apply(empty, EDITS.addLane(empty, type, "", null, Map.of(), null));
    }

    /** How much of the picture is lit after two seconds, and how bright that is in the mean. */
    private static double[] seen(Look look) {
        Crew crew = new Crew(1);
        try {
            Player player = new Player(CATALOGUE, crew);
            player.library(new Brought());
            player.load(look);
            Picture picture = null;
            HouseBand band = new HouseBand(3, 120);
            for (int i = 0; i < SECONDS * RATE; i++)
                picture = player.play(
                        new Moment(i, (double) i / RATE, 1.0 / RATE, (double) i / RATE), 96, 54, band, Onlooker.NOBODY);
            int lit = 0;
            double sum = 0;
            for (int i = 0; i < picture.pixels(); i++) {
                double light = (picture.r()[i] + picture.g()[i] + picture.b()[i]) / 3;
                if (light > 0.01) lit++;
                sum += Math.min(1, light);
            }
            return new double[] {(double) lit / picture.pixels(), sum / picture.pixels()};
        } finally {
            crew.close();
        }
    }

    /** What is not seen so, and is not meant to be. */
    private static final Set<String> OTHERWISE = Set.of(
            // They draw points together, or empty a place.
            "sow > attract",
            "sow > home",
            "sow > drag",
            // It shows who has come in since it learnt what stands there: nobody.
            "puppet > background",
            // A surface in its own white.
            "block > unrolled-surface",
            // A sheet that fills the sight, in white until it is given a picture.
            "film",
            // It chooses among pictures that are not there yet.
            "choose-picture",
            // Kinds of the tests, which draw one dot.
            "tally",
            "tide");

    private static String said(Look look, String what) {
        double[] is = seen(look);
        boolean seen = is[0] >= 0.01 && is[1] <= 0.7;
        return seen || OTHERWISE.contains(what) ? null : "%s: %.3f lit, %.3f bright".formatted(what, is[0], is[1]);
    }

    @Test
    void behindPointsThereAreStillPointsAndBehindPicturesStillAPicture() {
        List<String> wrong = new ArrayList<>();
        for (Description step : CATALOGUE.entries()) {
            if (step.takes() == null || step.takes() != step.gives() || !lit(step.takes())) continue;
            for (String from : step.takes() == Kind.POINTS ? List.of("scatter", "sow") : List.of("puppet")) {
                String wrongly = said(shown(add(begin(from), step.id()), step), from + " > " + step.id());
                if (wrongly != null) wrong.add(wrongly);
            }
        }
        assertThat(wrong).isEmpty();
    }

    @Test
    void behindABlockThereIsStillSomething() {
        List<String> wrong = new ArrayList<>();
        for (Description step : CATALOGUE.entries()) {
            boolean takes = step.takes() != null
                    && List.of("shape", "scene").contains(step.takes().id());
            if (!takes || step.gives().drives()) continue;
            String wrongly = said(shown(add(begin("block"), step.id()), step), "block > " + step.id());
            if (wrongly != null) wrong.add(wrongly);
        }
        assertThat(wrong).isEmpty();
    }

    @Test
    void whatNeedsNothingShowsSomethingAtOnce() {
        List<String> wrong = new ArrayList<>();
        for (Description step : CATALOGUE.entries()) {
            boolean needs = step.reads().stream().anyMatch(read -> !read.optional())
                    || step.settings().stream().anyMatch(s -> s.form() == Setting.Form.MEDIUM);
            if (step.takes() != null || step.gives().drives() || needs) continue;
            String wrongly = said(shown(begin(step.id()), step), step.id());
            if (wrongly != null) wrong.add(wrongly);
        }
        assertThat(wrong).isEmpty();
    }

    private static boolean lit(Kind kind) {
        return kind == Kind.POINTS || kind == Kind.PICTURE;
    }

    private static Look shown(Look look, Description step) {
        if (step.gives().mixes()) return look;
        return add(look, step.gives() == Kind.POINTS ? "draw-dots" : "scene-camera");
    }
}
