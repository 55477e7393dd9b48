package gloaming.points;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.Moments;
import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.step.Operation;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Points snapped, jittered, turned to where they go, given a noise, thrown at walls and tinted: against closed forms. */
class PlacedAndTurnedTest {
    private final Moments at = new Moments();

    private Points run(String id, Points in, Object... settings) {
        Operation<Points, Points, Object> step = ForcesTest.make(id, settings);
        return step.run(in, step.memory(), at.next());
    }

    private static Points cloud(int n) {
        SplittableRandom random = new SplittableRandom(n);
        Points points = new Points().n(n);
        for (int i = 0; i < n; i++) {
            points.each(Attribute.X)[i] = (float) random.nextDouble(-1, 1);
            points.each(Attribute.Y)[i] = (float) random.nextDouble(-1, 1);
            points.each(Attribute.Z)[i] = (float) random.nextDouble(-1, 1);
            points.each(Attribute.ID)[i] = i;
        }
        return points;
    }

    @Test
    void snappedPointsLieOnTheLatticeAndHalfSnappedOnesHalfWay() {
        Points in = cloud(300);
        Points whole = run("snap", in, "step", 0.25, "amount", 1);
        Points half = run("snap", in, "step", 0.25, "amount", 0.5);
        for (int i = 0; i < 300; i++) {
            float x = in.at(Attribute.X, i);
            double line = 0.25 * Math.rint(x / 0.25);
            assertThat((double) whole.at(Attribute.X, i)).isCloseTo(line, within(1e-6));
            assertThat((double) half.at(Attribute.X, i)).isCloseTo((x + line) / 2, within(1e-6));
        }
    }

    @Test
    void jitterFillsADiscEvenlyAndStaysWithItsPoint() {
        Points in = new Points().n(20_000);
        for (int i = 0; i < in.n(); i++) in.each(Attribute.ID)[i] = i;
        Points out = run("jitter", in, "amount", 0.2);
        int inner = 0;
        for (int i = 0; i < in.n(); i++) {
            double far = Math.hypot(out.at(Attribute.X, i), out.at(Attribute.Y, i));
            assertThat(far).isLessThanOrEqualTo(0.2 + 1e-6);
            assertThat(out.at(Attribute.Z, i)).isZero();
            if (far < 0.1) inner++;
        }
        assertThat(inner / (double) in.n()).as("a quarter of the disc").isCloseTo(0.25, within(0.01));
        // The same points in another order are pushed to the same places.
        Points turned = new Points().n(2);
        turned.each(Attribute.ID)[0] = 17;
        turned.each(Attribute.ID)[1] = 3;
        Points again = run("jitter", turned, "amount", 0.2);
        assertThat(again.at(Attribute.X, 0)).isEqualTo(out.at(Attribute.X, 17));
        assertThat(again.at(Attribute.Y, 1)).isEqualTo(out.at(Attribute.Y, 3));
    }

    @Test
    void headingsFollowTheVelocityOrElseTheWayFromFrameToFrame() {
        Points fast = cloud(20);
        for (int i = 0; i < 20; i++) {
            fast.each(Attribute.VX)[i] = 3;
            fast.each(Attribute.VY)[i] = -4;
        }
        Points out = run("head", fast, "to", "along-movement");
        assertThat(out.at(Attribute.HX, 7)).isCloseTo(0.6f, within(1e-6f));
        assertThat(out.at(Attribute.HY, 7)).isCloseTo(-0.8f, within(1e-6f));
        Operation<Points, Points, Object> head = ForcesTest.make("head", "to", "along-movement");
        Object memory = head.memory();
        for (int frame = 0; frame < 5; frame++) {
            Points still = cloud(20);
            for (int i = 0; i < 20; i++) still.each(Attribute.Y)[i] += 0.01f * frame;
            out = head.run(still, memory, at.next());
        }
        for (int i = 0; i < 20; i++) {
            assertThat(out.at(Attribute.HX, i)).isCloseTo(0, within(1e-4f));
            assertThat(out.at(Attribute.HY, i)).isCloseTo(1, within(1e-4f));
        }
    }

    @Test
    void headingsPointAtAPlaceOrAwayFromIt() {
        Points in = cloud(50);
        Points to = run("head", in, "to", "towards-a-place", "x", 0.3, "y", -0.2, "z", 0.1);
        Points from = run("head", in, "to", "away-from-a-place", "x", 0.3, "y", -0.2, "z", 0.1);
        for (int i = 0; i < 50; i++) {
            double dx = 0.3 - in.at(Attribute.X, i);
            double dy = -0.2 - in.at(Attribute.Y, i);
            double dz = 0.1 - in.at(Attribute.Z, i);
            double far = Math.sqrt(dx * dx + dy * dy + dz * dz);
            assertThat((double) to.at(Attribute.HX, i)).isCloseTo(dx / far, within(1e-5));
            assertThat((double) to.at(Attribute.HZ, i)).isCloseTo(dz / far, within(1e-5));
            assertThat((double) from.at(Attribute.HY, i)).isCloseTo(-dy / far, within(1e-5));
        }
    }

    @Test
    void aNoiseGivesNearPointsNearValuesWithinItsRangeAndMovesOn() {
        Points in = cloud(400);
        for (int i = 1; i < 400; i += 2) in.each(Attribute.X)[i] = in.at(Attribute.X, i - 1) + 0.002f;
        for (int i = 1; i < 400; i += 2) in.each(Attribute.Y)[i] = in.at(Attribute.Y, i - 1);
        for (int i = 1; i < 400; i += 2) in.each(Attribute.Z)[i] = in.at(Attribute.Z, i - 1);
        Operation<Points, Points, Object> give =
                ForcesTest.make("give-noise", "attribute", "warmth", "low", 2, "high", 5, "bulge", 0.6, "change", 1);
        Object memory = give.memory();
        float[] first = give.run(in, memory, at.next()).column("warmth").values.clone();
        float least = 9;
        float most = 0;
        for (int i = 0; i < 400; i++) {
            assertThat(first[i]).isBetween(2f, 5f);
            least = Math.min(least, first[i]);
            most = Math.max(most, first[i]);
            if (i % 2 == 1) assertThat(first[i]).isCloseTo(first[i - 1], within(0.08f));
        }
        assertThat(most - least).as("they differ").isGreaterThan(1);
        for (int frame = 0; frame < 60; frame++) give.run(in, memory, at.next());
        float[] later = give.run(in, memory, at.next()).column("warmth").values;
        double moved = 0;
        for (int i = 0; i < 400; i++) moved += Math.abs(later[i] - first[i]) / 400;
        assertThat(moved).isGreaterThan(0.2);
    }

    @ParameterizedTest
    @CsvSource({"1, 0", "0.5, 0", "0.5, 0.4", "0, 1"})
    void afterABounceTheSpeedIsWhatBounceAndFrictionLeave(double bounce, double friction) {
        Operation<Points, Points, Object> floor =
                ForcesTest.make("collide", "y", -0.5, "bounce", bounce, "friction", friction);
        Object memory = floor.memory();
        Points one = new Points().n(1);
        one.each(Attribute.VX)[0] = 0.3f;
        one.each(Attribute.VY)[0] = -1;
        Points out = null;
        for (int frame = 0; frame < 40; frame++) out = floor.run(one, memory, at.next());
        assertThat((double) out.at(Attribute.VY, 0)).isCloseTo(bounce, within(1e-5));
        assertThat((double) out.at(Attribute.VX, 0)).isCloseTo(0.3 * (1 - friction), within(1e-5));
    }

    @Test
    void aTintRunsFromYoungThroughMiddleToOldAndFadesAtBothEnds() {
        Points in = new Points().n(5);
        for (int i = 0; i < 5; i++) {
            in.each(Attribute.LIFE)[i] = 4;
            in.each(Attribute.AGE)[i] = i;
        }
        Points out = run(
                "age-tint",
                in,
                "young",
                "#ff0000",
                "middle",
                "#00ff00",
                "old",
                "#0000ff",
                "fadeIn",
                0.25,
                "fadeOut",
                0.5,
                "sizeYoung",
                1,
                "sizeOld",
                3);
        assertThat(out.at(Attribute.RED, 0)).isCloseTo(1, within(1e-3f));
        assertThat(out.at(Attribute.GREEN, 2)).isCloseTo(1, within(1e-3f));
        assertThat(out.at(Attribute.BLUE, 4)).isCloseTo(1, within(1e-3f));
        assertThat(out.at(Attribute.RED, 1)).isCloseTo(0.5f, within(1e-2f));
        assertThat(out.at(Attribute.ALPHA, 0)).isZero();
        assertThat(out.at(Attribute.ALPHA, 1)).isCloseTo(1, within(1e-3f));
        assertThat(out.at(Attribute.ALPHA, 3)).isCloseTo(0.5f, within(1e-2f));
        assertThat(out.at(Attribute.ALPHA, 4)).isZero();
        assertThat(out.at(Attribute.SIZE, 2) / in.at(Attribute.SIZE, 2)).isCloseTo(2, within(1e-2f));
    }
}
