package gloaming.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import java.util.SplittableRandom;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The vector loops of the flow against their plain versions. */
class WindowsTest {
    private final SplittableRandom random = new SplittableRandom(4);

    private float[] noise(int n) {
        float[] p = new float[n];
        for (int i = 0; i < n; i++) p[i] = (float) random.nextDouble(-1, 1);
        return p;
    }

    private static float mean(float[] p, int at, int stride, int n, int i, int radius) {
        double sum = 0;
        for (int j = -radius; j <= radius; j++) sum += p[at + stride * Math.clamp(i + j, 0, n - 1)];
        return (float) (sum / (2 * radius + 1));
    }

    @ParameterizedTest
    @CsvSource({"1,1", "5,3", "16,1", "40,8", "33,15", "320,7", "320,20", "12,30"})
    void meansAlongARowAndUpAColumnAreThoseOfTheirNeighbours(int w, int radius) {
        int h = 11;
        float[] in = noise(w * h);
        float[] rows = in.clone();
        float[] room = new float[Windows.room(w, radius)];
        for (int y = 0; y < h; y++) Windows.across(rows, y * w, w, radius, room);
        float[] columns = new float[w * h];
        int left = w / 3;
        Windows.up(in, columns, left, w - left, w, h, radius, new float[w]);
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                assertThat(rows[y * w + x]).isCloseTo(mean(in, y * w, 1, w, x, radius), offset(2e-6f));
                if (x < left) continue;
                assertThat(columns[y * w + x]).isCloseTo(mean(in, x, w, h, y, radius), offset(4e-6f));
            }
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 15, 16, 77})
    void theSystemIsSolvedAndALeapIsHeldBack(int n) {
        float[] root = noise(2 * n);
        float[] a = new float[n];
        float[] b = new float[n];
        float[] d = new float[n];
        for (int i = 0; i < n; i++) {
            a[i] = root[2 * i] * root[2 * i] + 0.1f;
            d[i] = root[2 * i + 1] * root[2 * i + 1] + 0.1f;
            b[i] = root[2 * i] * root[2 * i + 1];
        }
        float[] t = noise(n);
        float[] s = noise(n);
        float[] x = new float[n + 2];
        float[] y = new float[n + 2];
        Windows.solve(a, b, d, t, s, 0.01f, 1.5f, x, y, 0, n);
        for (int i = 0; i < n; i++) {
            double length = Math.hypot(x[i], y[i]);
            assertThat(length).isLessThan(1.5001);
            if (length > 1.4999) continue;
            assertThat((a[i] + 0.01f) * x[i] + b[i] * y[i]).isCloseTo(t[i], offset(1e-4f));
            assertThat(b[i] * x[i] + (d[i] + 0.01f) * y[i]).isCloseTo(s[i], offset(1e-4f));
        }
        assertThat(x[n]).isZero();
    }
}
