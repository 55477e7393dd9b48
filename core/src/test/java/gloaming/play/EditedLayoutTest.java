package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Attribute;
import gloaming.flow.Crew;
import gloaming.flow.Flow;
import gloaming.flow.Points;
import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.Value;
import gloaming.sound.HouseBand;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import org.junit.jupiter.api.Test;

/** What becomes of points that were let go when what they were laid out by is edited. */
class EditedLayoutTest {
    private static final Sound BAND = new HouseBand(3, 120);

    private static final Look LOOK = LookJson.read("""
            {"format":"gloaming-look","version":2,"name":"Weir","width":48,"height":32,"rate":30,"seed":1,"tempo":96,
             "lanes":[{"id":"a","name":"a","steps":[
               {"id":"s1","type":"row","settings":{"count":5,"length":1}},
               {"id":"s2","type":"wind","settings":{"up":-1}},
               {"id":"s3","type":"draw-dots"}]}],
             "mix":[{"id":"m","lane":"a","opacity":1}]}
            """);

    /** Sees the points that leave the wind. */
    private static final class Seen implements Onlooker {
        float[] x;
        float[] y;

        @Override
        public boolean wants(int index, String step) {
            return step.equals("s2");
        }

        @Override
        public void see(int index, String step, Flow flow) {
            Points points = (Points) flow;
            x = new float[points.n()];
            y = new float[points.n()];
            for (int i = 0; i < x.length; i++) {
                x[i] = points.at(Attribute.X, i);
                y[i] = points.at(Attribute.Y, i);
            }
        }

        @Override
        public boolean watches(String lane) {
            return true;
        }
    }

    @Test
    void theyGoAlongAndKeepHowFarTheyHaveDrifted() {
        Seen seen = new Seen();
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(LOOK);
            for (int i = 0; i < 30; i++) play(player, i, seen);
            float[] x = seen.x;
            float[] y = seen.y;
            assertThat(y[0]).isLessThan(-0.3f);
            player.load(Edits.apply(LOOK, new Edit.Set("s1", "length", Value.of(2))));
            play(player, 30, seen);
            for (int i = 0; i < 5; i++) {
                assertThat(seen.x[i]).isCloseTo(2 * x[i], within(1e-5f));
                assertThat(seen.y[i]).isBetween(y[i] - 0.05f, y[i]);
            }
            // Only once: what follows is as before.
            play(player, 31, seen);
            assertThat(seen.x[0]).isCloseTo(2 * x[0], within(1e-5f));
        }
    }

    @Test
    void aFormulaThatGoesBeyondItsSettingSaysSo() {
        Look look = Edits.apply(LOOK, new Edit.SetFormula("s2", "up", "9 + 1"));
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(look);
            play(player, 0, Onlooker.NOBODY);
            assertThat(player.troubles()).singleElement().asString().contains("comes to 10 and is cut off at 8");
            player.load(Edits.apply(look, new Edit.SetFormula("s2", "up", "3")));
            play(player, 1, Onlooker.NOBODY);
            assertThat(player.troubles()).isEmpty();
        }
    }

    @Test
    void aBurstAtEachPointLaysAllOfThemOnce() {
        Look look = LookJson.read("""
                {"format":"gloaming-look","version":2,"name":"Weir","width":48,"height":32,"rate":30,"seed":1,"tempo":96,
                 "lanes":[{"id":"a","name":"a","steps":[{"id":"g","type":"row","settings":{"count":40,"length":3}}]},
                  {"id":"b","name":"b","steps":[
                   {"id":"e","type":"sow","settings":{"rate":0,"burst":1,"speed":0,"life":60,"order":"at-each"},"reads":{"at":"a"}},
                   {"id":"s2","type":"wind"},{"id":"d","type":"draw-dots"}]}],
                 "mix":[{"id":"m","lane":"b","opacity":1}]}
                """);
        Seen seen = new Seen();
        try (Crew crew = new Crew(2)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(look);
            for (int i = 0; i < 4; i++) play(player, i, seen);
            assertThat(seen.x).hasSize(40);
            for (int i = 0; i < 40; i++) assertThat(seen.x[i]).isCloseTo(3f * i / 39 - 1.5f, within(1e-4f));
        }
    }

    private static void play(Player player, int i, Onlooker onlooker) {
        player.play(new Moment(i, i / 30.0, 1 / 30.0), 48, 32, BAND, onlooker);
    }
}
