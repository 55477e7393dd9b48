package gloaming.scene;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import gloaming.Moments;
import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Crew;
import gloaming.flow.Flow;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.flow.Shape;
import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Operation;
import gloaming.step.Rules;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What the steps of scenes do, one by one and in lanes. */
class SceneStepsTest {
    private final Moments frame = new Moments();

    @SuppressWarnings("unchecked")
    private <T extends Flow> T run(Flow in, String id, Object... settings) {
        Description description = Catalogue.all().find(id);
        Map<String, Value> set = new TreeMap<>();
        for (int i = 0; i < settings.length; i += 2)
            set.put(
                    (String) settings[i],
                    settings[i + 1] instanceof Number n
                            ? Value.of(n.doubleValue())
                            : settings[i + 1] instanceof Boolean b ? Value.of(b) : Value.of((String) settings[i + 1]));
        Operation<Flow, Flow, Object> step =
                (Operation<Flow, Flow, Object>) description.make(description.arguments(set));
        return (T) step.run(in, step.memory(), frame.next());
    }

    private Scene standing(Shape shape) {
        return new Scene().clear().with(shape);
    }

    /** Where a place of a thing's first shape comes to in a copy. */
    private static double[] place(Thing thing, int copy, double x, double y, double z) {
        float[] m = new float[Matrix.SIZE];
        Matrix.times(thing.move, 0, thing.copiesAt(), copy * Thing.FLOATS, m, 0);
        double[] p = new double[3];
        for (int r = 0; r < 3; r++) p[r] = m[4 * r] * x + m[4 * r + 1] * y + m[4 * r + 2] * z + m[4 * r + 3];
        return p;
    }

    private static Points points(float[]... xyzHeading) {
        Points points = new Points().n(xyzHeading.length);
        Attribute[] all = {Attribute.X, Attribute.Y, Attribute.Z, Attribute.HX, Attribute.HY, Attribute.HZ};
        for (int a = 0; a < all.length; a++) {
            float[] values = points.column(all[a]).length(xyzHeading.length).values;
            for (int i = 0; i < values.length && i < xyzHeading.length; i++) values[i] = xyzHeading[i][a];
        }
        return points;
    }

    @Test
    void whatPointedUpInACopyPointsAlongItsPointsHeading() {
        float k = (float) Math.sqrt(1 / 3.0);
        Points points = points(
                new float[] {1, 2, 3, 1, 0, 0},
                new float[] {0, 0, 0, 0, -1, 0},
                new float[] {0, 0, 0, k, k, k},
                new float[] {0, 0, 0, 0, 0, 0});
        frame.reads.put("on", points);
        Scene scene = run(standing(run(null, "ball")), "copies", "scale", 2);
        Thing thing = scene.thing(0);
        assertThat(thing.count()).isEqualTo(4);
        assertThat(place(thing, 0, 0, 1, 0)).containsExactly(new double[] {3, 2, 3}, within(1e-5));
        assertThat(place(thing, 1, 0, 1, 0)).containsExactly(new double[] {0, -2, 0}, within(1e-5));
        assertThat(place(thing, 2, 0, 1, 0)).containsExactly(new double[] {2 * k, 2 * k, 2 * k}, within(1e-5));
        // A heading of no length leaves it upright.
        assertThat(place(thing, 3, 0, 1, 0)).containsExactly(new double[] {0, 2, 0}, within(1e-5));
    }

    @ParameterizedTest
    @ValueSource(strings = {"scene-camera", "camera-at-face", "camera-on-path"})
    void whereTimeIsSparedEdgesAreAsHardAsTheyCanBeChosen(String camera) {
        Scene scene = standing(run(null, "ball"));
        Picture smooth = run(scene, camera);
        Picture hard = run(scene, camera, "edges", "hard");
        frame.sparing = true;
        Picture spared = run(scene, camera);
        assertThat(spared.r()).isEqualTo(hard.r()).isNotEqualTo(smooth.r());
    }

    @Test
    void copiesOfCopiesStandOnEveryPointOfEvery() {
        frame.reads.put("on", points(new float[] {1, 0, 0, 0, 1, 0}, new float[] {-1, 0, 0, 0, 1, 0}));
        Scene once = run(standing(run(null, "block")), "copies");
        frame.reads.put("on", points(new float[] {0, 5, 0, 0, 1, 0}, new float[] {0, -5, 0, 0, 1, 0}));
        Scene twice = run(run(once, "stand", "scale", 0.5), "copies");
        assertThat(twice.thing(0).count()).isEqualTo(4);
        assertThat(place(twice.thing(0), 3, 0, 0, 0)).containsExactly(new double[] {-0.5, -5, 0}, within(1e-5));
        assertThat(once.thing(0).count()).isEqualTo(2);
    }

    @Test
    void tooManyCopiesAreRefusedInASentence() {
        frame.reads.put("on", new Points().n(Scene.COPIES + 1));
        Scene scene = standing(run(null, "block"));
        assertThatThrownBy(() -> run(scene, "copies"))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("there can be 500,000");
    }

    @Test
    void aPoseTurnsAsItIsSaid() {
        Scene scene = run(standing(run(null, "block")), "stand", "turn", 0.25, "x", 1);
        assertThat(place(scene.thing(0), 0, 1, 0, 0)).containsExactly(new double[] {1, 1, 0}, within(1e-5));
        Scene tilted = run(standing(run(null, "block")), "stand", "tilt", 0.25);
        // The top towards who looks.
        assertThat(place(tilted.thing(0), 0, 0, 1, 0)).containsExactly(new double[] {0, 0, 1}, within(1e-5));
        Scene spun = run(standing(run(null, "block")), "stand", "spin", 0.25);
        assertThat(place(spun.thing(0), 0, 0, 0, 1)).containsExactly(new double[] {1, 0, 0}, within(1e-5));
    }

    @Test
    void aTubeRunsAlongItsPointsAsThickAsTheyAre() {
        Points points = new Points().n(40);
        for (Attribute a : List.of(Attribute.X, Attribute.Y, Attribute.Z))
            points.column(a).length(40);
        for (int i = 0; i < 40; i++) {
            points.column(Attribute.X).values[i] = (float) Math.sin(i * 0.2);
            points.column(Attribute.Y).values[i] = i * 0.05f;
            points.column(Attribute.Z).values[i] = (float) Math.cos(i * 0.2);
        }
        points.column(Attribute.SIZE).constant(0.1f);
        Shape tube = run(points, "tube", "sides", 12);
        assertThat(tube.triangles()).isEqualTo(39 * 24);
        for (int i = 0; i < tube.corners(); i++) {
            int at = i / 13;
            double x = tube.x()[i] - points.at(Attribute.X, at);
            double y = tube.y()[i] - points.at(Attribute.Y, at);
            double z = tube.z()[i] - points.at(Attribute.Z, at);
            assertThat(Math.sqrt(x * x + y * y + z * z)).isCloseTo(0.1, within(1e-4));
            if (at == 0 || at == 39) continue;
            // The profile stands upright on the way, and does not turn from one place to the next.
            double wx = points.at(Attribute.X, at + 1) - points.at(Attribute.X, at - 1);
            double wy = points.at(Attribute.Y, at + 1) - points.at(Attribute.Y, at - 1);
            double wz = points.at(Attribute.Z, at + 1) - points.at(Attribute.Z, at - 1);
            assertThat(x * wx + y * wy + z * wz).isCloseTo(0, within(1e-4));
            double alike = tube.nx()[i] * tube.nx()[i - 13]
                    + tube.ny()[i] * tube.ny()[i - 13]
                    + tube.nz()[i] * tube.nz()[i - 13];
            assertThat(alike).isGreaterThan(0.97);
        }
    }

    @Test
    void aTubeHasTheProfileThatIsDrawnAndIsWoundAsItsPointsSay() {
        Points points = new Points().n(3);
        points.put(Attribute.Z, Column.of(0, 1, 2));
        points.put("twist", Column.of(0, 0, 0.25f));
        points.column(Attribute.SIZE).constant(0.5f);
        int sides = 60;
        Shape tube = run(points, "tube", "sides", sides, "profile", "0 1 smooth; 0.5 0.4 smooth; 1 1 smooth");
        int row = sides + 1;
        assertThat(Math.hypot(tube.x()[0], tube.y()[0])).isCloseTo(0.5, within(1e-5));
        assertThat(Math.hypot(tube.x()[sides / 2], tube.y()[sides / 2])).isCloseTo(0.2, within(1e-5));
        for (int s = 1; s < sides; s++) {
            double tx = tube.x()[s + 1] - tube.x()[s - 1];
            double ty = tube.y()[s + 1] - tube.y()[s - 1];
            double length = Math.hypot(tx, ty);
            assertThat((tx * tube.nx()[s] + ty * tube.ny()[s]) / length).isCloseTo(0, within(0.02));
            assertThat(tube.x()[s] * tube.nx()[s] + tube.y()[s] * tube.ny()[s]).isPositive();
        }
        // A quarter of a turn on, or back, at the last point alone.
        assertThat(tube.x()[row]).isCloseTo(tube.x()[0], within(1e-5f));
        double turned = tube.x()[2 * row] * tube.x()[0] + tube.y()[2 * row] * tube.y()[0];
        assertThat(turned).isCloseTo(0, within(1e-5));
    }

    @Test
    void linksInSpaceJoinEveryPairWithinReachOnce() {
        SplittableRandom any = new SplittableRandom(4);
        int n = 60;
        Points points = new Points().n(n);
        for (Attribute a : List.of(Attribute.X, Attribute.Y, Attribute.Z))
            for (int i = 0; i < n; i++) points.each(a)[i] = (float) any.nextDouble(-1, 1);
        Scene scene = run(points, "links-in-space", "within", 0.5, "most", 32, "fade", 1);
        Specks lines = scene.specks(0);
        int pairs = 0;
        for (int i = 0; i < n; i++) for (int k = i + 1; k < n; k++) if (apart(points, i, k) < 0.5) pairs++;
        assertThat(lines.n).isEqualTo(pairs).isGreaterThan(20);
        for (int k = 0; k < lines.n; k++) {
            double x = lines.from[3 * k] - lines.to[3 * k];
            double y = lines.from[3 * k + 1] - lines.to[3 * k + 1];
            double z = lines.from[3 * k + 2] - lines.to[3 * k + 2];
            double far = Math.sqrt(x * x + y * y + z * z);
            assertThat((double) lines.colour[4 * k + 3]).isCloseTo(1 - far / 0.5, within(1e-4));
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"sharp", "all"})
    void edgesOfABlockAreLinesFromCornerToCorner(String which) {
        Shape block = run(null, "block", "width", 1, "height", 1, "depth", 1);
        Scene scene = run(block, "edges-in-space", "which", which, "thickness", 0.002);
        Specks lines = scene.specks(0);
        assertThat(scene.things()).isEqualTo(1);
        // Twelve, and one across each of the six faces.
        assertThat(lines.n).isEqualTo(which.equals("sharp") ? 12 : 18);
        int straight = 0;
        for (int k = 0; k < lines.n; k++) {
            double far = 0;
            for (int c = 0; c < 3; c++) {
                assertThat(Math.abs(lines.from[3 * k + c])).isCloseTo(0.5f, within(0.0011f));
                far += Math.pow(lines.from[3 * k + c] - lines.to[3 * k + c], 2);
            }
            if (Math.abs(far - 1) < 0.01) straight++;
            else assertThat(far).isCloseTo(2, within(0.01));
        }
        assertThat(straight).isEqualTo(12);
        Scene bare = run(block, "edges-in-space", "faces", false);
        assertThat(bare.things()).isZero();
    }

    private static double apart(Points p, int i, int k) {
        double x = p.at(Attribute.X, i) - p.at(Attribute.X, k);
        double y = p.at(Attribute.Y, i) - p.at(Attribute.Y, k);
        double z = p.at(Attribute.Z, i) - p.at(Attribute.Z, k);
        return Math.sqrt(x * x + y * y + z * z);
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void aFilmFillsThePictureAtAnyDepthAndHidesWhatIsBehindIt(boolean parallel) {
        Picture film = new Picture(64, 36);
        for (int i = 0; i < film.pixels(); i++) {
            film.r()[i] = 1 + i % 64;
            film.g()[i] = 1 + i / 64;
            film.a()[i] = 1;
        }
        frame.reads.put("picture", film);
        for (double depth : new double[] {0.5, 2.5, 20}) {
            Scene scene = new Scene().clear();
            scene.add(this.<Shape>run(null, "ball", "radius", 0.3));
            scene.add(this.<Scene>run(null, "film", "stands", "fills", "depth", depth));
            Picture out = run(
                    scene,
                    "scene-camera",
                    "round",
                    0.13,
                    "high",
                    0.07,
                    "distance",
                    3,
                    "lens",
                    parallel ? "parallel" : "perspective",
                    "edges",
                    "hard");
            int w = out.width;
            for (int corner : new int[] {0, w - 1, (out.height - 1) * w, out.height * w - 1}) {
                double x = (corner % w + 0.5) / w * 64 + 0.5;
                double y = (corner / w + 0.5) / out.height * 36 + 0.5;
                assertThat((double) out.r()[corner]).isCloseTo(Math.clamp(x, 1, 64), within(0.2));
                assertThat((double) out.g()[corner]).isCloseTo(Math.clamp(y, 1, 36), within(0.2));
            }
            int middle = out.height / 2 * w + w / 2;
            if (depth < 2.7) assertThat(out.r()[middle]).isCloseTo(32.5f, within(0.7f));
            else assertThat(out.r()[middle]).isLessThan(5);
        }
    }

    @Test
    void pointsOnASurfaceLieOnItAndEvenly() {
        Shape ball = run(null, "ball", "radius", 1, "detail", 40);
        Points points = run(ball, "on-surface", "count", 8000);
        int above = 0;
        int right = 0;
        for (int i = 0; i < points.n(); i++) {
            double x = points.at(Attribute.X, i);
            double y = points.at(Attribute.Y, i);
            double z = points.at(Attribute.Z, i);
            assertThat(Math.sqrt(x * x + y * y + z * z)).isCloseTo(1, within(0.01));
            assertThat(x * points.at(Attribute.HX, i) + y * points.at(Attribute.HY, i) + z * points.at(Attribute.HZ, i))
                    .isGreaterThan(0.98);
            if (y > 0.5) above++;
            if (x > 0) right++;
        }
        // A zone of a ball is as large as it is high (Archimedes).
        assertThat(above / 8000.0).isCloseTo(0.25, within(0.01));
        assertThat(right / 8000.0).isCloseTo(0.5, within(0.02));
    }

    @Test
    void aGroundIsAsHighAsThePictureIsBright() {
        Picture ramp = new Picture(64, 36);
        for (int i = 0; i < ramp.pixels(); i++) ramp.r()[i] = ramp.g()[i] = ramp.b()[i] = i % 64 / 63f;
        Shape ground = run(ramp, "ground", "width", 2, "height", 0.5, "detail", 20);
        for (int i = 0; i < ground.corners(); i++) {
            assertThat(ground.y()[i]).isCloseTo((ground.x()[i] + 1) / 2 * 0.5f, within(1e-3f));
            // A slope of a quarter.
            assertThat(ground.nx()[i] / ground.ny()[i]).isCloseTo(-0.25f, within(1e-3f));
        }
    }

    @Test
    void aModelIsLaidInTheMiddleAndAsLargeAsWanted() {
        // The library's model reaches from 0 to 1 across and up.
        Shape fitted = run(null, "model", "model", "any", "fit", 3);
        assertThat(fitted.x()[1] - fitted.x()[0]).isCloseTo(3, within(1e-5f));
        assertThat(fitted.middle(0)).isCloseTo(0, within(1e-5f));
        Shape turned = run(null, "model", "model", "any", "up", "z", "asItIs", true);
        assertThat(turned.y()[0]).isCloseTo(0.5f, within(1e-5f));
        assertThat(turned.ny()[0]).isCloseTo(1, within(1e-5f));
    }

    @Test
    void aFilmInSpaceKeepsThePicturesShapeAndColours() {
        Picture film = new Picture(80, 40).fill(0.2f, 0.4f, 0.8f, 1);
        frame.reads.put("picture", film);
        Scene scene = run(null, "film", "height", 1);
        Shape sheet = scene.thing(0).shape;
        float widest = 0;
        for (int i = 0; i < sheet.corners(); i++) widest = Math.max(widest, sheet.x()[i]);
        assertThat(widest).isCloseTo(1, within(1e-5f));
        Picture seen = run(scene, "scene-camera", "round", 0, "high", 0, "edges", "hard");
        int middle = seen.height / 2 * seen.width + seen.width / 2;
        assertThat(seen.r()[middle]).isCloseTo(0.2f, within(1e-4f));
        assertThat(seen.b()[middle]).isCloseTo(0.8f, within(1e-4f));
        assertThat(seen.a()[0]).isZero();
    }

    @Test
    void aCameraSaysWhyItSeesNothing() {
        Scene behind = run(standing(run(null, "ball")), "stand", "z", 20);
        run(behind, "scene-camera", "round", 0, "high", 0);
        Scene aside = run(standing(run(null, "ball")), "stand", "x", 30);
        run(aside, "scene-camera", "round", 0);
        run(new Scene().clear(), "scene-camera");
        Scene away = run(standing(run(null, "panel")), "stand", "spin", 0.5);
        run(away, "scene-camera", "round", 0);
        Scene dark = run(run(standing(run(null, "ball")), "sky", "strength", 0), "sun", "strength", 0);
        run(dark, "scene-camera");
        assertThat(frame.troubles)
                .satisfiesExactly(
                        t -> assertThat(t).contains("behind it"),
                        t -> assertThat(t).contains("beside what it looks at"),
                        t -> assertThat(t).contains("nothing stands"),
                        t -> assertThat(t).contains("look away"),
                        t -> assertThat(t).contains("no lamp"));
        frame.troubles.clear();
        run(standing(run(null, "ball")), "scene-camera");
        assertThat(frame.troubles).isEmpty();
        run(standing(run(null, "ball", "radius", 9)), "scene-camera", "round", 0);
        assertThat(frame.troubles).singleElement().satisfies(t -> assertThat(t).contains("inside a thing"));
    }

    @Test
    void aCameraSaysThatASheetHidesAllElse() {
        look(1, 9, 1.2);
        assertThat(frame.troubles).singleElement().satisfies(t -> assertThat(t).contains("only the sheet"));
        frame.troubles.clear();
        look(1, 9, -1.2);
        look(0.2, 1, 1.2);
        assertThat(frame.troubles).isEmpty();
    }

    /** Looks at a ball, and at a square sheet so far before it. */
    private void look(double ball, double sheet, double before) {
        Shape round = run(null, "ball", "radius", ball);
        Shape flat = run(null, "panel", "width", sheet, "height", sheet);
        Scene both = new Scene().clear();
        both.add(round);
        both.add(flat).move[11] = (float) before;
        run(both, "scene-camera", "round", 0, "high", 0);
    }

    // In lanes

    private static Look look(List<Step> steps, Lane... others) {
        List<Lane> lanes = new ArrayList<>(List.of(others));
        lanes.add(new Lane("l1", "solids", Clock.SHOW, steps));
        return new Look("Solids", 160, 90, 30, 1, 96, lanes, List.of(Layer.of("m1", "l1", Blend.OVER, 1)));
    }

    private static Picture played(Look look) {
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(look);
            Picture out = null;
            for (int i = 0; i < 3; i++)
                out = player.play(new Moment(i, i / 30.0, 1 / 30.0), 160, 90, Sound.SILENCE, Onlooker.NOBODY);
            assertThat(player.troubles()).isEmpty();
            return new Picture(160, 90).copyFrom(out);
        }
    }

    @Test
    void aShapeStandsForASceneWhereverOneIsWanted() {
        Step ball = Step.of("s1", "ball");
        Step camera = Step.of("s9", "scene-camera");
        Picture bare = played(look(List.of(ball, camera)));
        int middle = 45 * 160 + 80;
        assertThat(bare.r()[middle]).isGreaterThan(0.05f);
        // Also where a lane is read that ends in a shape.
        Lane floor = new Lane(
                "l2", "floor", Clock.SHOW, List.of(Step.of("s5", "panel").with("stands", Value.of("floor"))));
        Step join = Step.of("s3", "join-scene").withRead("with", "l2");
        Picture both = played(look(List.of(ball, Step.of("s2", "metal"), join, camera), floor));
        assertThat(both.a()[2 * 160 + 80]).isZero();
        int covered = 0;
        for (int i = 0; i < both.pixels(); i++) if (both.a()[i] > bare.a()[i] + 0.5f) covered++;
        assertThat(covered).isGreaterThan(500);
    }

    @Test
    void aShapeStepCannotComeBehindAScene() {
        Look look = look(List.of(
                Step.of("s1", "ball"),
                Step.of("s2", "metal"),
                Step.of("s3", "twist-shape"),
                Step.of("s4", "scene-camera")));
        assertThatThrownBy(() -> new Rules(Catalogue.all()).check(look))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("it takes shape, and the step before it gives scene");
    }

    @Test
    void copiesPickOneOfJoinedThingsInTurnByChanceOrByAnAttribute() {
        Points points = points(new float[7][6]);
        frame.reads.put("on", points);
        frame.reads.put("with", standing(run(null, "block")));
        frame.reads.put("and", standing(run(null, "hoop")));
        Scene three = run(standing(run(null, "ball")), "join-scene");
        assertThat(three.variants()).isEqualTo(3);
        Scene all = run(three, "copies");
        assertThat(all.copies()).isEqualTo(21);
        Scene turn = run(three, "copies", "which", "turn");
        assertThat(turn.thing(0).count()).isEqualTo(3);
        assertThat(turn.thing(1).count()).isEqualTo(2);
        assertThat(turn.thing(2).count()).isEqualTo(2);
        assertThat(((Scene) run(three, "copies", "which", "chance")).copies()).isEqualTo(7);
        points.put("pick", Column.of(0, 0, 1, 0, 0, 99, Float.NaN));
        Scene by = run(three, "copies", "which", "attribute");
        assertThat(by.thing(0).count()).isEqualTo(5);
        assertThat(by.thing(1).count()).isEqualTo(1);
        assertThat(by.thing(2).count()).isEqualTo(1);
    }
}
