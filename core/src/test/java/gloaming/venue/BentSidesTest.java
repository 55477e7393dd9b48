package gloaming.venue;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Srgb;
import gloaming.look.Refused;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Surfaces whose sides are bent, against the way there, which has a closed form. */
class BentSidesTest {
    private static final int SIZE = 256;

    private static Surface surface(List<Place> corners, List<Place> sides) {
        return new Surface("f1", "", corners, sides, Part.WHOLE, Flip.NONE, 0, 1, List.of(), false);
    }

    private static byte[] laid(Surface surface, byte[] rgb) {
        VenueMap map = new VenueMap(new Venue("v1", "", 1, 1, List.of(surface), ""), SIZE, SIZE, SIZE);
        byte[] out = new byte[3 * SIZE * SIZE];
        map.lay(rgb, out);
        return out;
    }

    /** Red goes from left to right, green from top to bottom. */
    private static byte[] slopes() {
        byte[] rgb = new byte[3 * SIZE * SIZE];
        for (int i = 0; i < SIZE * SIZE; i++) {
            rgb[3 * i] = (byte) (i % SIZE);
            rgb[3 * i + 1] = (byte) (i / SIZE);
            rgb[3 * i + 2] = (byte) 255;
        }
        return rgb;
    }

    private static List<Place> middles(List<Place> c) {
        return java.util.stream.IntStream.range(0, 4)
                .mapToObj(k -> new Place(
                        (c.get(k).x() + c.get((k + 1) % 4).x()) / 2,
                        (c.get(k).y() + c.get((k + 1) % 4).y()) / 2))
                .toList();
    }

    private static final List<Place> BOX =
            List.of(new Place(0.2, 0.3), new Place(0.8, 0.3), new Place(0.8, 0.8), new Place(0.2, 0.8));

    @Test
    void aBoxWhoseSidesAreBentHasEachPlaceWhereTheParabolasPutIt() {
        List<Place> sides =
                List.of(new Place(0.5, 0.2), new Place(0.86, 0.55), new Place(0.5, 0.72), new Place(0.25, 0.55));
        byte[] out = laid(surface(BOX, sides), slopes());
        for (double s = 0.05; s < 1; s += 0.1) {
            for (double t = 0.05; t < 1; t += 0.1) {
                double x = 0.2 + 0.6 * s + 4 * t * (1 - t) * (0.06 * s + 0.05 * (1 - s));
                double y = 0.3 + 0.5 * t + 4 * s * (1 - s) * (-0.1 * (1 - t) - 0.08 * t);
                at(out, x, y, s, t);
            }
        }
    }

    private static void at(byte[] out, double x, double y, double s, double t) {
        int p = 3 * ((int) (y * SIZE) * SIZE + (int) (x * SIZE));
        // The pixel's middle lies up to half a pixel aside.
        double slack = 0.5 / SIZE / 0.3 + 0.012;
        assertThat((out[p] & 255) / 255.0).isCloseTo(s, within(slack));
        assertThat((out[p + 1] & 255) / 255.0).isCloseTo(t, within(slack));
        assertThat(out[p + 2] & 255).isEqualTo(255);
    }

    @Test
    void itLightsAsMuchAsLiesBetweenTheParabolas() {
        byte[] white = new byte[3 * SIZE * SIZE];
        Arrays.fill(white, (byte) 255);
        List<Place> sides =
                List.of(new Place(0.5, 0.2), new Place(0.9, 0.55), new Place(0.5, 0.75), new Place(0.2, 0.55));
        byte[] out = laid(surface(BOX, sides), white);
        double sum = 0;
        for (int i = 0; i < SIZE * SIZE; i++) sum += Srgb.ofByte(out[3 * i]);
        double area = 0.6 * 0.5 + 2 / 3.0 * (0.6 * 0.1 + 0.5 * 0.1 - 0.6 * 0.05);
        assertThat(sum / SIZE / SIZE).isCloseTo(area, within(0.002));
    }

    @Test
    void sidesThatAreStraightAreAsNone() {
        List<Place> corners =
                List.of(new Place(0.1, 0.2), new Place(0.9, 0.05), new Place(0.7, 0.9), new Place(0.2, 0.7));
        byte[] flat = laid(surface(corners, List.of()), slopes());
        byte[] bent = laid(surface(corners, middles(corners)), slopes());
        int others = 0;
        for (int i = 0; i < flat.length; i++) if (Math.abs((flat[i] & 255) - (bent[i] & 255)) > 3) others++;
        // Edges are smoothed in another way.
        assertThat(others).isLessThan(3 * 4 * SIZE);
    }

    /** By a perspective that is worked out here, from the square's corners. */
    @Test
    void inPerspectiveTooPlacesLieWhereTheWayThereHasThem() {
        Random random = new Random(3);
        byte[] slopes = slopes();
        for (int round = 0; round < 40; round++) {
            double turn = random.nextDouble(-0.6, 0.6);
            double tilt = random.nextDouble(-0.6, 0.6);
            double[][] to = new double[4][];
            double[] w = new double[4];
            for (int k = 0; k < 4; k++) {
                double u = k == 1 || k == 2 ? 1 : 0;
                double v = k >= 2 ? 1 : 0;
                w[k] = 1 + turn * (u - 0.5) + tilt * (v - 0.5);
                to[k] = new double[] {0.5 + 0.6 * (u - 0.5) / w[k], 0.5 + 0.6 * (v - 0.5) / w[k]};
            }
            List<Place> corners =
                    Arrays.stream(to).map(p -> new Place(p[0], p[1])).toList();
            List<Place> sides = middles(corners).stream()
                    .map(p -> new Place(p.x() + random.nextDouble(-0.07, 0.07), p.y() + random.nextDouble(-0.07, 0.07)))
                    .toList();
            byte[] out = laid(surface(corners, sides), slopes);
            for (int i = 0; i < 30; i++) {
                double s = random.nextDouble(0.1, 0.9);
                double t = random.nextDouble(0.1, 0.9);
                double depth = 1 + turn * (s - 0.5) + tilt * (t - 0.5);
                double[] p = {0.5 + 0.6 * (s - 0.5) / depth, 0.5 + 0.6 * (t - 0.5) / depth};
                bend(p, to, sides, 0, 1, s, w, 1 - t);
                bend(p, to, sides, 1, 2, t, w, s);
                bend(p, to, sides, 2, 3, 1 - s, w, t);
                bend(p, to, sides, 3, 0, 1 - t, w, 1 - s);
                at(out, p[0], p[1], s, t);
            }
        }
    }

    private static void bend(
            double[] p, double[][] corners, List<Place> sides, int k, int n, double part, double[] w, double weight) {
        // Where on the straight side this part of it is seen: what is farther off is smaller.
        double along = part * w[n] / (part * w[n] + (1 - part) * w[k]);
        double rise = 4 * along * (1 - along) * weight;
        p[0] += rise * (sides.get(k).x() - (corners[k][0] + corners[n][0]) / 2);
        p[1] += rise * (sides.get(k).y() - (corners[k][1] + corners[n][1]) / 2);
    }

    @Test
    void aSideIsBentByHalfOfItsLengthAtMostAndThereAreFourOrNone() {
        List<Place> far =
                List.of(new Place(0.5, -0.1), new Place(0.8, 0.55), new Place(0.5, 0.8), new Place(0.2, 0.55));
        assertThatThrownBy(() -> surface(BOX, far))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("half of its length");
        assertThatThrownBy(() -> surface(BOX, far.subList(1, 3))).hasMessageContaining("four sides");
        surface(BOX, List.of(new Place(0.5, 0.01), far.get(1), far.get(2), far.get(3)));
    }
}
