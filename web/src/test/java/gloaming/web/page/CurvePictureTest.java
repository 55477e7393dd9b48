package gloaming.web.page;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.curve.Keys;
import java.util.Arrays;
import org.junit.jupiter.api.Test;

/** A curve in the size of a word: from edge to edge, the highest on top, and whatever its keys are. */
class CurvePictureTest {
    private static double[][] points(String keys) {
        String svg = CurvePicture.of(Keys.parse(keys));
        String points = svg.substring(svg.indexOf("points=\"") + 8, svg.lastIndexOf('"'));
        return Arrays.stream(points.split(" "))
                .map(p -> Arrays.stream(p.split(","))
                        .mapToDouble(Double::parseDouble)
                        .toArray())
                .toArray(double[][]::new);
    }

    @Test
    void itGoesFromEdgeToEdgeAndRisesWhereTheCurveRises() {
        double[][] rises = points("2 -5 linear; 6 20 linear");
        assertThat(rises[0]).containsExactly(2, 18);
        assertThat(rises[rises.length - 1]).containsExactly(70, 2);
        for (int i = 1; i < rises.length; i++) assertThat(rises[i][1]).isLessThanOrEqualTo(rises[i - 1][1]);
        double[][] steps = points("0 0 hold; 1 1 hold; 2 0 hold");
        assertThat(Arrays.stream(steps).mapToDouble(p -> p[1]).distinct().toArray())
                .containsExactly(18, 2);
    }

    @Test
    void oneKeyAndALevelCurveAreALineInTheMiddle() {
        for (String keys : new String[] {"3 7 linear", "0 1 smooth; 9 1 smooth"})
            assertThat(Arrays.stream(points(keys))).allMatch(p -> p[1] == 10 && p[0] >= 2 && p[0] <= 70);
    }
}
