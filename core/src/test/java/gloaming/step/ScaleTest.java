package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.Moments;
import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.points.layout.Disc;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** A look is the same look at every render scale: sizes and speeds are of the world, never of pixels. */
class ScaleTest {
    private static final int W = 96;
    private static final int H = 54;
    private static final int FRAMES = 4;

    /** Patterns of hard edges, and of lines, that are not much wider than a pixel of this small size. */
    private static final Map<String, Double> FINE =
            Map.of("arrows", 0.25, "dither", 0.12, "dissolve", 0.12, "raster", 0.12, "picture-wall", 0.06);

    static Stream<String> steps() {
        return Catalogue.all().entries().stream()
                .filter(d -> d.gives() == Kind.PICTURE)
                .map(Description::id)
                .filter(id -> !id.equals("trip"));
    }

    @ParameterizedTest
    @MethodSource("steps")
    void aStepMakesTheSamePictureAtTwiceTheSize(String id) {
        Description description = Catalogue.all().find(id);
        Picture small = made(description, 2);
        Picture large = halved(made(description, 4));
        small = halved(small);
        large = halved(large);
        double sum = 0;
        double light = 0;
        for (int c = 0; c < 4; c++) {
            for (int i = 0; i < small.pixels(); i++) {
                sum += Math.abs(small.plane(c)[i] - large.plane(c)[i]);
                light += Math.abs(small.plane(c)[i]);
            }
        }
        double mean = sum / Math.max(light, 1);
        assertThat(mean)
                .as("mean difference of %s, as a part of its light", id)
                .isLessThan(FINE.getOrDefault(id, 0.045));
    }

    @SuppressWarnings("unchecked")
    private static Picture made(Description description, int times) {
        int w = W * times;
        int h = H * times;
        Moments frame = new Moments().size(w, h);
        for (Description.Input input : description.reads()) frame.reads.put(input.name(), given(input.kind(), w, h, 2));
        Operation<Flow, Flow, Object> operation =
                (Operation<Flow, Flow, Object>) description.make(description.arguments(Map.of()));
        Object memory = operation.memory();
        Flow out = null;
        for (int i = 0; i < FRAMES; i++) out = operation.run(given(description.takes(), w, h, 1), memory, frame.next());
        return (Picture) out;
    }

    private static Flow given(Kind kind, int w, int h, int which) {
        if (kind == null) return null;
        if (kind == Kind.PICTURE) return lanterns(w, h, which);
        if (kind == Kind.POINTS) return new Disc(60, 0.8, 0, 0, 0, 0.05).run(null, new Points(), new Moments());
        return kind.sample(w, h, which);
    }

    /** Soft lights on a slope of colour, worked out in world space. */
    private static Picture lanterns(int w, int h, int which) {
        Picture p = new Picture(w, h);
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                int i = y * w + x;
                double wx = p.worldX(x);
                double wy = p.worldY(y);
                double light = 0.9 * Math.exp(-8 * (sq(wx - 0.6 * which + 0.8) + sq(wy - 0.2)));
                p.r()[i] = (float) (0.25 + 0.1 * wx + light);
                p.g()[i] = (float) (0.3 + 0.15 * wy + 0.7 * light);
                p.b()[i] = (float) (0.35 - 0.1 * wx + 0.2 * light);
                p.a()[i] = 1;
            }
        }
        return p;
    }

    private static double sq(double x) {
        return x * x;
    }

    private static Picture halved(Picture p) {
        Picture out = new Picture(p.width / 2, p.height / 2);
        for (int c = 0; c < 4; c++) {
            float[] from = p.plane(c);
            for (int y = 0; y < out.height; y++) {
                for (int x = 0; x < out.width; x++) {
                    int i = 2 * y * p.width + 2 * x;
                    out.plane(c)[y * out.width + x] =
                            (from[i] + from[i + 1] + from[i + p.width] + from[i + p.width + 1]) / 4;
                }
            }
        }
        return out;
    }
}
