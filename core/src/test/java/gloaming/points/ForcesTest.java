package gloaming.points;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.Moments;
import gloaming.flow.Attribute;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.noise.GradientNoise;
import gloaming.points.arrange.Turned;
import gloaming.points.force.Swirl;
import gloaming.points.layout.Polygon;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Operation;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Forces do the same at any frame rate, and what physics says. */
public class ForcesTest {
    private static final int N = 60;

    @SuppressWarnings("unchecked")
    public static Operation<Points, Points, Object> make(String id, Object... settings) {
        Step step = Step.of("s", id);
        Map<String, Value> values = new java.util.TreeMap<>();
        for (int i = 0; i < settings.length; i += 2) {
            values.put(
                    (String) settings[i],
                    switch (settings[i + 1]) {
                        case Number number -> Value.of(number.doubleValue());
                        case Boolean flag -> Value.of(flag);
                        default -> Value.of(String.valueOf(settings[i + 1]));
                    });
        }
        for (var value : values.entrySet()) step = step.with(value.getKey(), value.getValue());
        Description description = Catalogue.all().of(step);
        return (Operation<Points, Points, Object>) (Operation<?, ?, ?>) description.make(description.arguments(values));
    }

    /** Points in a ring with a speed round it and a little outward. */
    private static Points ring() {
        Points points = new Points().n(N);
        for (int i = 0; i < N; i++) {
            double angle = 2 * Math.PI * i / N;
            points.each(Attribute.X)[i] = (float) (0.5 * Math.cos(angle));
            points.each(Attribute.Y)[i] = (float) (0.5 * Math.sin(angle));
            points.each(Attribute.Z)[i] = 0.02f * (i % 5);
            points.each(Attribute.VX)[i] = (float) (-0.2 * Math.sin(angle) + 0.05 * Math.cos(angle));
            points.each(Attribute.VY)[i] = (float) (0.2 * Math.cos(angle) + 0.05 * Math.sin(angle));
            points.each(Attribute.ID)[i] = i;
        }
        points.each(Attribute.VZ);
        return points;
    }

    /** Where they are after four seconds; the first frame only lets them loose. */
    private static float[][] after(Operation<Points, Points, Object> force, double rate, Moments at) {
        at.rate(rate);
        Object memory = force.memory();
        Points out = null;
        for (int i = 0; i <= 4 * rate; i++) out = force.run(ring(), memory, at.next());
        // The frame's own move at the beginning has been made once more than forces were felt.
        float[][] places = new float[3][N];
        for (int i = 0; i < N; i++) {
            for (int axis = 0; axis < 3; axis++) places[axis][i] = out.at(Turned.GROUPS[0][axis], i);
        }
        return places;
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "wind across 0.3 up -0.4 near 0.1",
                "drag drag 0.8",
                "attract strength 0.15",
                "attract strength -0.1 fall 0",
                "attract strength 0.05 fall 2 core 0.3",
                "orbit speed 0.1 inward 0.1",
                "orbit speed 0.1 fall 0 tilt 0.2",
                "swirl strength 0.2 detail 1 driftSpeed 0.1",
                "swirl strength 0.3 eddySize 1.2 detail 2 driftSpeed 0",
                "swirl strength 0.3 eddySize 1 detail 1 driftSpeed 0.1 deep true",
                "buffet strength 0.4 gust 0.5",
                "buffet strength 0.4 gust 0.5 along 0.7 direction 0.1 tilt 0.1",
                "home swings 0.3 damping 0",
                "home swings 0.1 damping 1.6",
                "follow-path speed 0.4",
                "carry manner push strength 0.5",
                "carry manner drift strength 0.4",
                "carry manner draw strength 0.6",
                "flock sight 0.5 apart 0",
                "flock sight 0.5 apart 0.3",
                "flock sight 0.3 apart 0 view 1 along 3",
                "collide with box inside true y 0 radius 0.6 height 0.6 depth 0.6",
                "collide with ball inside true y 0 radius 0.62",
                "collide y -0.4",
            })
    void placesAfterFourSecondsAgreeAtThirtySixtyAndAHundredAndTwenty(String text) {
        String[] words = text.split(" ");
        Object[] settings = new Object[words.length - 1];
        for (int i = 1; i < words.length; i++) {
            boolean number = words[i].matches("-?[0-9.]+");
            settings[i - 1] = number ? Double.valueOf(words[i]) : words[i].equals("true") ? true : words[i];
        }
        List<float[][]> runs = new ArrayList<>();
        for (double rate : new double[] {30, 60, 120}) {
            Moments at = new Moments();
            at.reads.put("path", new Polygon(5, 40, 0.5, 1, 0, 0, 0, 0, 0.01).run(null, new Points(), at));
            at.reads.put("by", flow());
            runs.add(after(make(words[0], settings), rate, at));
        }
        double far = 0;
        double apart = 0;
        Points began = ring();
        float[][] fine = runs.get(2);
        for (int i = 0; i < N; i++) {
            double way = 0;
            for (int axis = 0; axis < 3; axis++) way += square(fine[axis][i] - began.at(Turned.GROUPS[0][axis], i));
            far = Math.max(far, Math.sqrt(way));
            for (int run = 0; run < 2; run++) {
                double off = 0;
                for (int axis = 0; axis < 3; axis++) off += square(runs.get(run)[axis][i] - fine[axis][i]);
                apart = Math.max(apart, Math.sqrt(off));
            }
        }
        assertThat(far).as("it moves").isGreaterThan(0.05);
        // Two percent of the way, or of the size of what they move in where the way comes back to its beginning.
        assertThat(apart / Math.max(far, 1))
                .as("apart %.4f of %.3f", apart, far)
                .isLessThan(0.02);
    }

    private static double square(double a) {
        return a * a;
    }

    /** A whirl as a vector picture. */
    private static Picture flow() {
        Picture picture = new Picture(160, 90);
        for (int row = 0; row < 90; row++) {
            for (int column = 0; column < 160; column++) {
                picture.r()[picture.at(row) + column] = (float) (-0.4 * picture.worldY(row));
                picture.g()[picture.at(row) + column] = (float) (0.4 * picture.worldX(column));
            }
        }
        return picture;
    }

    @Test
    void aSpringComesHomeAndAHardOneNeverBlowsUp() {
        for (double damping : new double[] {0.2, 1, 3}) {
            Operation<Points, Points, Object> home = make("home", "swings", 20, "damping", damping);
            Object memory = home.memory();
            Moments at = new Moments().rate(10);
            Points out = null;
            for (int i = 0; i < 200; i++) out = home.run(ring(), memory, at.next());
            assertThat(out.at(Attribute.X, 0)).isCloseTo(0.5f, within(1e-3f));
        }
    }

    @Test
    void aCircularOrbitUnderAttractionStaysOne() {
        // At the reach of 0.5 the pull of 0.32 holds a speed of 0.4 on its circle.
        Operation<Points, Points, Object> pull = make("attract", "strength", 0.32, "fall", 2, "reach", 0.5);
        Object memory = pull.memory();
        Moments at = new Moments().rate(60);
        Points one = new Points().n(1);
        one.each(Attribute.X)[0] = 0.5f;
        one.each(Attribute.VY)[0] = 0.4f;
        for (int i = 0; i < 1_200; i++) {
            Points out = pull.run(one, memory, at.next());
            assertThat(Math.hypot(out.at(Attribute.X, 0), out.at(Attribute.Y, 0)))
                    .isBetween(0.49, 0.51);
        }
    }

    @Test
    void aBallBouncesToTheSquareOfItsBounceAndNothingGoesThroughWalls() {
        Operation<Points, Points, Object> fall = make("wind", "up", -2);
        Operation<Points, Points, Object> floor = make("collide", "y", -0.5, "bounce", 0.5, "friction", 0);
        Object a = fall.memory();
        Object b = floor.memory();
        Moments at = new Moments().rate(240);
        Points one = new Points().n(1);
        one.each(Attribute.Y)[0] = 0.5f;
        double highest = -9;
        boolean hit = false;
        for (int i = 0; i < 240 * 2; i++) {
            Points out = floor.run(fall.run(one, a, at.next()), b, at);
            assertThat(out.at(Attribute.Y, 0)).isGreaterThan(-0.501f);
            hit |= out.at(Attribute.VY, 0) > 0;
            if (hit) highest = Math.max(highest, out.at(Attribute.Y, 0));
        }
        // It fell 1, so it rises a quarter.
        assertThat(highest).isCloseTo(-0.25, within(0.02));
        for (String with : List.of("ball", "box")) {
            for (boolean inside : new boolean[] {false, true}) {
                Operation<Points, Points, Object> wall = make("collide", "with", with, "inside", inside, "y", 0);
                Object memory = wall.memory();
                Points start = ring();
                for (int i = 0; i < N; i++) {
                    start.each(Attribute.X)[i] *= inside ? 0.5f : 1.8f;
                    start.each(Attribute.VX)[i] *= inside ? 20 : -20;
                }
                Moments time = new Moments();
                for (int frame = 0; frame < 60; frame++) {
                    Points out = wall.run(start, memory, time.next());
                    for (int i = 0; i < N; i++) {
                        double x = Math.abs(out.at(Attribute.X, i));
                        double y = Math.abs(out.at(Attribute.Y, i));
                        double z = Math.abs(out.at(Attribute.Z, i));
                        double far = with.equals("ball")
                                ? Math.sqrt(x * x + y * y + z * z) - 0.5
                                : Math.max(x, Math.max(y, z)) - 0.5;
                        if (inside) assertThat(far).isLessThan(0.35);
                        else assertThat(far).isGreaterThan(-1e-4);
                    }
                }
            }
        }
    }

    /** That this is free of divergence is shown where the noise is tested. */
    @Test
    void theFlowIsTheSumOfItsLayersOfCurls() {
        int n = 300;
        float[][] place = new float[3][n];
        java.util.SplittableRandom random = new java.util.SplittableRandom(8);
        for (float[] axis : place) for (int i = 0; i < n; i++) axis[i] = (float) random.nextDouble(-2, 2);
        for (boolean deep : new boolean[] {false, true}) {
            float[][] flow = new float[3][n];
            new Swirl(0.7, 0.5, 3, 0, 0, deep).flow(5, 0.3, place, 0, flow, 0, n);
            float[] one = new float[3];
            float[] two = new float[3];
            for (int i = 0; i < n; i++) {
                double[] sum = new double[3];
                for (int layer = 0; layer < 3; layer++) {
                    float f = 2 << layer;
                    float t = (float) (0.3 * Math.pow(1.6, layer));
                    double k = 0.7 * Math.pow(0.6, layer) / (deep ? 1.325 : 1);
                    int seed = 5 + layer * 7919;
                    float x = place[0][i] * f;
                    float y = place[1][i] * f;
                    float z = place[2][i] * f;
                    GradientNoise.slope(seed, x, y, deep ? z + t : t, one);
                    GradientNoise.slope(seed + 1, x + t, y, z, two);
                    for (int axis = 0; axis < 3; axis++) {
                        int b = (axis + 1) % 3;
                        int c = (axis + 2) % 3;
                        if (deep) sum[axis] += k * (one[b] * two[c] - one[c] * two[b]);
                    }
                    if (deep) continue;
                    sum[0] += k * one[1];
                    sum[1] -= k * one[0];
                }
                for (int axis = 0; axis < 3; axis++)
                    assertThat((double) flow[axis][i]).isCloseTo(sum[axis], within(1e-3));
            }
        }
    }

    /** Where one pushes another off at close quarters single paths part, as those of billiard balls do; the flock as a whole does not. */
    @Test
    void aCloseFlockAsAWholeIsTheSameAtThirtySixtyAndAHundredAndTwenty() {
        double[][] told = new double[3][4];
        for (int run = 0; run < 3; run++) {
            Moments at = new Moments();
            float[][] places = after(make("flock", "sight", 0.2), 30 << run, at);
            for (int i = 0; i < N; i++) {
                double x = places[0][i];
                double y = places[1][i];
                told[run][0] += x / N;
                told[run][1] += y / N;
                told[run][2] += Math.hypot(x, y) / N;
                told[run][3] += Math.abs(places[2][i]) / N;
            }
        }
        for (int run = 0; run < 2; run++)
            for (int k = 0; k < 4; k++) assertThat(told[run][k]).isCloseTo(told[2][k], within(0.02));
    }

    @Test
    void aFlockAlignsAndKeepsItsSpeedWithinItsBounds() {
        Operation<Points, Points, Object> flock =
                make("flock", "sight", 0.4, "along", 6, "slowest", 0.2, "fastest", 0.5, "view", 1);
        Object memory = flock.memory();
        Moments at = new Moments();
        Points out = null;
        Points begins = ring();
        java.util.SplittableRandom random = new java.util.SplittableRandom(3);
        for (int i = 0; i < N; i++) {
            begins.each(Attribute.X)[i] = (float) random.nextDouble(-0.4, 0.4);
            begins.each(Attribute.Y)[i] = (float) random.nextDouble(-0.4, 0.4);
            begins.each(Attribute.VX)[i] = (float) random.nextDouble(-0.3, 0.5);
            begins.each(Attribute.VY)[i] = (float) random.nextDouble(-0.3, 0.3);
        }
        for (int i = 0; i < 240; i++) out = flock.run(begins, memory, at.next());
        double sumX = 0;
        double sumY = 0;
        double speeds = 0;
        for (int i = 0; i < N; i++) {
            double speed = Math.sqrt(square(out.at(Attribute.VX, i))
                    + square(out.at(Attribute.VY, i))
                    + square(out.at(Attribute.VZ, i)));
            assertThat(speed).isBetween(0.199, 0.501);
            sumX += out.at(Attribute.VX, i);
            sumY += out.at(Attribute.VY, i);
            speeds += speed;
        }
        assertThat(Math.hypot(sumX, sumY) / speeds).as("how much of one way").isGreaterThan(0.8);
    }
}
