package gloaming.points.force;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.Moments;
import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.points.ForcesTest;
import gloaming.points.arrange.Turned;
import gloaming.step.Operation;
import java.util.Arrays;
import org.junit.jupiter.api.Test;

/** A liquid that rests, and one that keeps its momentum. */
class LiquidTest {
    private static final double SPACING = 0.05;

    private static Points column(int across, int up, double left, double floor) {
        Points points = new Points().n(across * up);
        for (int row = 0; row < up; row++) {
            for (int c = 0; c < across; c++) {
                int i = row * across + c;
                points.each(Attribute.X)[i] = (float) (left + SPACING * (c + (row % 2 == 0 ? 0.25 : 0.75)));
                points.each(Attribute.Y)[i] = (float) (floor + SPACING * (0.5 + 0.866 * row));
                points.each(Attribute.ID)[i] = i;
            }
        }
        for (Attribute a : Turned.GROUPS[1]) points.each(a);
        return points;
    }

    /** Where the upper tenth begins. */
    private static double height(Points points) {
        float[] y = Arrays.copyOf(points.column(Attribute.Y).values, points.n());
        Arrays.sort(y);
        return y[(int) (0.95 * y.length)] + 0.9;
    }

    @Test
    void aRestingColumnKeepsItsHeightForAMinute() {
        Operation<Points, Points, Object> liquid =
                ForcesTest.make("liquid", "spacing", SPACING, "width", 20 * SPACING, "floor", -0.9);
        Object memory = liquid.memory();
        Moments at = new Moments();
        Points begins = column(19, 20, -10 * SPACING, -0.9);
        double wanted = height(begins);
        for (int i = 0; i < 60 * 30; i++) {
            Points out = liquid.run(begins, memory, at.next());
            if (i % 30 == 29)
                assertThat(height(out) / wanted).as("after %d s", i / 30 + 1).isBetween(0.95, 1.05);
        }
    }

    @Test
    void withoutWallsTheWholeKeepsItsMomentum() {
        Operation<Points, Points, Object> liquid = ForcesTest.make(
                "liquid", "spacing", SPACING, "basin", false, "weight", 0, "viscosity", 0.4, "tension", 0.8);
        Object memory = liquid.memory();
        Moments at = new Moments();
        Points begins = column(20, 10, -0.5, -0.3);
        double wantedX = 0;
        for (int i = 0; i < begins.n(); i++) {
            // One half flies into the other.
            begins.each(Attribute.VX)[i] = i % 20 < 10 ? 0.8f : 0;
            wantedX += begins.at(Attribute.VX, i);
        }
        for (int frame = 0; frame < 120; frame++) {
            Points out = liquid.run(begins, memory, at.next());
            double sumX = 0;
            double sumY = 0;
            for (int i = 0; i < out.n(); i++) {
                assertThat(out.at(Attribute.X, i)).isFinite();
                sumX += out.at(Attribute.VX, i);
                sumY += out.at(Attribute.VY, i);
            }
            assertThat(sumX / wantedX).isBetween(0.98, 1.02);
            assertThat(Math.abs(sumY) / wantedX).isLessThan(0.02);
        }
    }

    /** Single drops go their own ways in a splash; where the water is as a whole does not depend on the frame rate. */
    @Test
    void aBreakingDamIsInTheSamePlaceAfterFourSecondsAtThirtySixtyAndAHundredAndTwenty() {
        double[][] told = new double[3][];
        for (int run = 0; run < 3; run++) {
            double rate = 30 << run;
            Operation<Points, Points, Object> liquid =
                    ForcesTest.make("liquid", "spacing", SPACING, "width", 2, "floor", -0.9);
            Object memory = liquid.memory();
            Moments at = new Moments().rate(rate);
            Points begins = column(16, 20, -1, -0.9);
            Points out = null;
            for (int i = 0; i <= 4 * rate; i++) out = liquid.run(begins, memory, at.next());
            told[run] = whole(out);
        }
        for (int run = 0; run < 2; run++) {
            for (int k = 0; k < told[2].length; k++) {
                assertThat(told[run][k] / 2)
                        .as("%s at %d", Arrays.toString(told[run]), 30 << run)
                        .isCloseTo(told[2][k] / 2, within(0.02));
            }
        }
    }

    /** Its middle, and how far it reaches to the right and up, without the last twentieth. */
    private static double[] whole(Points points) {
        float[] x = Arrays.copyOf(points.column(Attribute.X).values, points.n());
        float[] y = Arrays.copyOf(points.column(Attribute.Y).values, points.n());
        double sumX = 0;
        double sumY = 0;
        for (int i = 0; i < x.length; i++) {
            sumX += x[i] / x.length;
            sumY += y[i] / x.length;
        }
        Arrays.sort(x);
        Arrays.sort(y);
        return new double[] {sumX, sumY, x[(int) (0.95 * x.length)], y[(int) (0.95 * y.length)]};
    }
}
