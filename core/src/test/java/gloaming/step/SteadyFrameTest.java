package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.Garbage;
import gloaming.Moments;
import gloaming.flow.Attribute;
import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** A frame in which nothing new is asked for makes no garbage to speak of, whatever the number of points. */
class SteadyFrameTest {
    private static final int N = 2_000;
    /** A few small objects that say what to do; anything for each point or each piece of them is more. */
    private static final long BYTES = 4_096;

    static Stream<String> steps() {
        return Catalogue.all().entries().stream()
                .filter(step -> step.takes() == Kind.POINTS || step.gives() == Kind.POINTS)
                .map(Description::id);
    }

    @ParameterizedTest
    @MethodSource("steps")
    @SuppressWarnings("unchecked")
    void aStepOfPointsMakesNoGarbage(String id) {
        Description description = Catalogue.all().find(id);
        Moments frame = new Moments().size(96, 54).rate(30);
        frame.reused = new Picture(96, 54);
        for (Description.Input input : description.reads()) frame.reads.put(input.name(), given(input.kind()));
        Operation<Flow, Flow, Object> step =
                (Operation<Flow, Flow, Object>) description.make(description.arguments(Map.of()));
        Object memory = step.memory();
        Flow in = given(description.takes());
        assertThat(Garbage.least(BYTES, 5, () -> step.run(in, memory, frame.next())))
                .as("bytes in a frame of %s", id)
                .isLessThanOrEqualTo(BYTES);
    }

    private static Flow given(Kind kind) {
        if (kind == null) return null;
        SplittableRandom random = new SplittableRandom(9);
        if (kind == Kind.PICTURE) return new Picture(96, 54).fill(0.3f, 0.4f, 0.2f, 0.8f);
        if (kind != Kind.POINTS) return kind.sample(96, 54, 0);
        Points points = new Points().n(N);
        for (Attribute a : new Attribute[] {Attribute.X, Attribute.Y, Attribute.Z}) {
            for (int i = 0; i < N; i++) points.each(a)[i] = (float) random.nextDouble() * 2 - 1;
        }
        for (int i = 0; i < N; i++) points.each(Attribute.ID)[i] = i;
        return points;
    }
}
