package gloaming.points;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.Moments;
import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.points.arrange.Join;
import gloaming.points.layout.Disc;
import gloaming.points.layout.Grid;
import gloaming.points.layout.Ring;
import gloaming.points.layout.Scatter;
import gloaming.points.layout.Spokes;
import gloaming.points.layout.TimedPath;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Where layouts put their points, by closed forms. */
class LayoutsTest {
    private final Moments frame = new Moments();

    private static double x(Points p, int i) {
        return p.at(Attribute.X, i);
    }

    private static double y(Points p, int i) {
        return p.at(Attribute.Y, i);
    }

    @Test
    void aGridFillsItsBoxFromTheBottomLeft() {
        Points p = new Grid(4, 3, 3, 2, 1, 0, 0.01).run(null, new Points(), frame);
        assertThat(p.n()).isEqualTo(12);
        List<Double> xs = IntStream.range(0, 12)
                .mapToObj(i -> x(p, i))
                .distinct()
                .sorted()
                .toList();
        List<Double> ys = IntStream.range(0, 12)
                .mapToObj(i -> y(p, i))
                .distinct()
                .sorted()
                .toList();
        assertThat(xs).hasSize(4);
        assertThat(ys).hasSize(3);
        for (int i = 1; i < 4; i++) {
            assertThat(xs.get(i) - xs.get(i - 1)).isCloseTo(xs.get(1) - xs.get(0), offset(1e-6));
        }
        assertThat(xs.getFirst() + xs.getLast()).isCloseTo(0, offset(1e-6));
        assertThat(ys.getFirst() + ys.getLast()).isCloseTo(0, offset(1e-6));
        assertThat(x(p, 0)).isEqualTo(xs.getFirst());
        assertThat(y(p, 0)).isEqualTo(ys.getFirst());
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 7, 360})
    void aRingIsRoundAndEven(int count) {
        Points p = new Ring(count, 0.5, 0.25, 0.2, -0.1, 0.01).run(null, new Points(), frame);
        for (int i = 0; i < count; i++) {
            assertThat(Math.hypot(x(p, i) - 0.2, y(p, i) + 0.1)).isCloseTo(0.5, offset(1e-6));
            double angle = Math.atan2(y(p, i) + 0.1, x(p, i) - 0.2) / (2 * Math.PI) - 0.25;
            double steps = (angle - Math.floor(angle)) * count;
            assertThat(Math.abs(steps - Math.rint(steps)))
                    .as("whole steps round the ring")
                    .isLessThan(1e-3);
        }
    }

    private static TimedPath way(TimedPath.Gives gives, TimedPath.Ends ends) {
        return new TimedPath(
                gives, "0 0 linear; 1 1 linear; 3 1 linear", "0 0 hold; 4 2 hold", "0 0.5 hold", ends, 9, 0.01);
    }

    @Test
    void aTimedPathHasItsPointsAtEvenStepsOfTimeAndHeadsWhereItGoes() {
        Points p = way(TimedPath.Gives.PATH, TimedPath.Ends.LOOP).run(null, new TimedPath.Memory(), frame);
        double[] across = {0, 0.5, 1, 1, 1, 1, 1, 1, 1};
        for (int i = 0; i < 9; i++) {
            assertThat(x(p, i)).isCloseTo(across[i], offset(1e-6));
            assertThat(p.at(Attribute.Z, i)).isEqualTo(0.5f);
        }
        assertThat(y(p, 7)).isZero();
        assertThat(y(p, 8)).isEqualTo(2);
        assertThat(p.at(Attribute.HX, 1)).isCloseTo(1, offset(1e-4f));
    }

    @ParameterizedTest
    @CsvSource({
        "ONCE, 0.5, 0.5",
        "ONCE, 9, 1",
        "LOOP, 4.25, 0.25",
        "BACK_AND_FORTH, 7.5, 0.5",
        "BACK_AND_FORTH, 8.25, 0.25"
    })
    void thePlaceOnATimedPathIsWhereItIsNow(TimedPath.Ends ends, double time, double across) {
        frame.time = time;
        Points p = way(TimedPath.Gives.PLACE, ends).run(null, new TimedPath.Memory(), frame);
        assertThat(p.n()).isEqualTo(1);
        assertThat(x(p, 0)).isCloseTo(across, offset(1e-6));
    }

    @Test
    void aDiscIsFilledEvenly() {
        int n = 20_000;
        Points p = new Disc(n, 1, 0, 0, 0, 0.01).run(null, new Points(), frame);
        // As many in every ring of equal area, and in every wedge.
        int[] rings = new int[10];
        int[] wedges = new int[12];
        for (int i = 0; i < n; i++) {
            double r = Math.hypot(x(p, i), y(p, i));
            rings[Math.min(9, (int) (r * r * 10))]++;
            wedges[(int) Math.floor((Math.atan2(y(p, i), x(p, i)) / Math.PI + 1) * 5.9999)]++;
        }
        for (int count : rings) assertThat(count).isBetween(n / 10 - 20, n / 10 + 20);
        for (int count : wedges) assertThat(count).isBetween(n / 12 - 20, n / 12 + 20);
        // Neighbours keep their distance: no two come nearer than about half of the mean spacing.
        double least = 9;
        for (int i = 0; i < 1_500; i++) {
            for (int k = 0; k < i; k++) least = Math.min(least, Math.hypot(x(p, i) - x(p, k), y(p, i) - y(p, k)));
        }
        assertThat(least).isGreaterThan(0.5 * Math.sqrt(Math.PI / n));
    }

    @Test
    void spokesRunFromTheInnerToTheOuterRadius() {
        Points p = new Spokes(6, 11, 0.2, 0.7, 0, 0, 0, 0.01).run(null, new Points(), frame);
        for (int spoke = 0; spoke < 6; spoke++) {
            for (int k = 0; k < 11; k++) {
                int i = spoke * 11 + k;
                assertThat(Math.hypot(x(p, i), y(p, i))).isCloseTo(0.2 + 0.05 * k, offset(1e-6));
                double turn = Math.atan2(y(p, i), x(p, i)) / (2 * Math.PI);
                assertThat(turn - Math.floor(turn)).isCloseTo(spoke / 6.0, offset(1e-6));
            }
        }
    }

    @Test
    void scatteredPointsFillTheirBoxEvenlyAndMorePointsKeepTheFirst() {
        Scatter many = new Scatter(50_000, 4, 1, 0.5, 0, 0, 0.01, 0.5);
        Points p = many.run(null, many.memory(), frame);
        int[] boxes = new int[16];
        for (int i = 0; i < p.n(); i++) {
            assertThat(x(p, i)).isBetween(-1.5, 2.5);
            assertThat(y(p, i)).isBetween(-0.5, 0.5);
            boxes[(int) (x(p, i) + 1.5 - 1e-6) * 4 + (int) ((y(p, i) + 0.5 - 1e-6) * 4)]++;
            assertThat(p.at(Attribute.SIZE, i)).isBetween(0.005f, 0.0100001f);
        }
        // Five standard deviations of a throw of 50,000 into 16 boxes.
        for (int count : boxes) assertThat(count).isBetween(3_125 - 275, 3_125 + 275);
        Scatter few = new Scatter(10, 4, 1, 0.5, 0, 0, 0.01, 0.5);
        Points q = few.run(null, few.memory(), frame);
        for (int i = 0; i < 10; i++) assertThat(x(q, i)).isEqualTo(x(p, i));
        Scatter other = new Scatter(10, 4, 1, 0.5, 0, 1, 0.01, 0.5);
        assertThat(x(other.run(null, other.memory(), frame), 3)).isNotEqualTo(x(p, 3));
    }

    @Test
    void joiningKeepsTheOrderAndTheColoursOfBoth() {
        Points ring = new Ring(3, 0.5, 0, 0, 0, 0.01).run(null, new Points(), frame);
        Points disc = new Disc(4, 0.2, 0, 1, 0, 0.03).run(null, new Points(), frame);
        disc.column(Attribute.RED).constant(0.25f);
        frame.reads.put("with", disc);
        Points both = new Join(1).run(ring, new Points(), frame);
        assertThat(both.n()).isEqualTo(7);
        List<Float> sizes = new ArrayList<>();
        for (int i = 0; i < 7; i++) sizes.add(both.at(Attribute.SIZE, i));
        assertThat(sizes).containsExactly(0.01f, 0.01f, 0.01f, 0.03f, 0.03f, 0.03f, 0.03f);
        assertThat(both.at(Attribute.RED, 2)).isEqualTo(ring.at(Attribute.RED, 2));
        assertThat(both.at(Attribute.RED, 3)).isEqualTo(0.25f);
        assertThat(x(both, 5)).isEqualTo(x(disc, 2));
        assertThat(new Join(0.5).run(ring, new Points(), frame).n()).isEqualTo(5);
        frame.reads.clear();
        assertThat(new Join(1).run(ring, new Points(), frame)).isSameAs(ring);
    }
}
