package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.Moments;
import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Picture;
import gloaming.look.Value;
import java.lang.reflect.Proxy;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What holds for every step there is and will be, from its description alone. */
class EveryStepTest {
    static Stream<String> steps() {
        return Catalogue.all().entries().stream()
                .map(Description::id)
                // A step of the tests' own that fails on purpose.
                .filter(id -> !id.equals("trip"));
    }

    @ParameterizedTest
    @MethodSource("steps")
    void itWorksAtTheEndsOfEverySettingOnPicturesOfAnyShape(String id) {
        Description description = Catalogue.all().find(id);
        for (int[] size : sizes(description)) {
            for (Map<String, Value> settings : atTheEnds(description)) {
                Moments frame = frame(description, size);
                Operation<Flow, Flow, Object> operation = make(description, settings);
                Object memory = operation.memory();
                for (int i = 0; i < 3; i++) {
                    Flow out = played(
                            description,
                            settings,
                            () -> operation.run(given(description.takes(), size), memory, frame.next()));
                    assertThat(out).as("%s of %s", id, settings).isNotNull();
                    assertThat(Kind.of(out.getClass())).isEqualTo(description.gives());
                    if (out instanceof Picture picture) {
                        assertThat(picture.width).isEqualTo(size[0]);
                        assertThat(picture.height).isEqualTo(size[1]);
                    }
                }
            }
        }
    }

    /** Where no picture comes in or leaves, its shape is that of the world alone. */
    private static List<int[]> sizes(Description description) {
        boolean pictures = Stream.concat(
                        Stream.of(description.takes(), description.gives()),
                        description.reads().stream().map(Description.Input::kind))
                .anyMatch(kind -> kind != null && kind.type() == Picture.class);
        List<int[]> all = List.of(new int[] {1, 1}, new int[] {33, 19}, new int[] {1, 17}, new int[] {17, 1});
        return pictures ? all : all.subList(0, 2);
    }

    private static Flow played(Description description, Map<String, Value> settings, Supplier<Flow> run) {
        try {
            return run.get();
        } catch (RuntimeException e) {
            throw new AssertionError(description.name() + " failed with " + settings, e);
        }
    }

    @ParameterizedTest
    @MethodSource("steps")
    void withNothingToReadItStillWorks(String id) {
        Description description = Catalogue.all().find(id);
        Moments frame = new Moments().size(24, 14);
        Operation<Flow, Flow, Object> operation = make(description, Map.of());
        Object memory = operation.memory();
        for (int i = 0; i < 3; i++) {
            assertThat(operation.run(given(description.takes(), new int[] {24, 14}), memory, frame.next()))
                    .isNotNull();
        }
    }

    @ParameterizedTest
    @MethodSource("steps")
    void whatIsNotANumberNeitherStopsItNorStaysInItsMemory(String id) {
        Description description = Catalogue.all().find(id);
        int[] size = {24, 14};
        Moments frame = frame(description, size);
        Operation<Flow, Flow, Object> operation = make(description, Map.of());
        Object memory = operation.memory();
        Flow bad = description.takes() == null ? null : description.takes().spoilt(size[0], size[1]);
        operation.run(bad, memory, frame.next());
        Flow out = null;
        for (int i = 0; i < 200; i++) out = operation.run(given(description.takes(), size), memory, frame.next());
        assertThat(description.gives().finite(out))
                .as("all that %s gives is numbers again", id)
                .isTrue();
    }

    @ParameterizedTest
    @MethodSource("steps")
    void equalRunsGiveEqualResults(String id) {
        Description description = Catalogue.all().find(id);
        assertThat(played(description)).isEqualTo(played(description));
    }

    /** A frame that knows sizes and has pictures, and nothing of the moment. */
    private static Frame timeless(Moments moments) {
        Set<String> known = Set.of("width", "height", "aspect", "crew", "picture", "onto", "keep", "read");
        return (Frame)
                Proxy.newProxyInstance(Frame.class.getClassLoader(), new Class<?>[] {Frame.class}, (p, method, a) -> {
                    if (known.contains(method.getName())) return method.invoke(moments, a);
                    throw new AssertionError("asks for " + method.getName());
                });
    }

    @ParameterizedTest
    @MethodSource("steps")
    void whatSaysThatItIsTimelessAsksNothingOfTheMomentAndRemembersNothing(String id) {
        Description description = Catalogue.all().find(id);
        int[] size = {40, 22};
        for (Map<String, Value> settings : atTheEnds(description)) {
            Operation<Flow, Flow, Object> operation = make(description, settings);
            if (!operation.timeless()) continue;
            Frame frame = timeless(frame(description, size));
            Object memory = operation.memory();
            operation.run(description.takes().sample(size[0], size[1], 9), memory, frame);
            Flow again = operation.run(given(description.takes(), size), memory, frame);
            Flow first = operation.run(given(description.takes(), size), operation.memory(), frame);
            assertThat(description.gives().probe(again).toList())
                    .as("%s of %s", id, settings)
                    .isEqualTo(description.gives().probe(first).toList());
        }
    }

    @Test
    void manyStepsAreTimeless() {
        assertThat(steps().filter(id -> make(Catalogue.all().find(id), Map.of()).timeless()))
                .contains("blur", "glow", "place", "grade", "levels", "mirror")
                .doesNotContain("grain", "dissolve", "echo", "motion", "shader");
    }

    private List<Float> played(Description description) {
        int[] size = {40, 22};
        Moments frame = frame(description, size);
        Operation<Flow, Flow, Object> operation = make(description, Map.of());
        Object memory = operation.memory();
        Flow out = null;
        for (int i = 0; i < 5; i++) out = operation.run(given(description.takes(), size), memory, frame.next());
        return description.gives().probe(out).toList();
    }

    @SuppressWarnings("unchecked")
    private static Operation<Flow, Flow, Object> make(Description description, Map<String, Value> settings) {
        return (Operation<Flow, Flow, Object>) description.make(description.arguments(settings));
    }

    /** All at their lowest, all at their highest, each by itself at either, and every choice. */
    private List<Map<String, Value>> atTheEnds(Description description) {
        List<Map<String, Value>> all = new java.util.ArrayList<>();
        Map<String, Value> low = new TreeMap<>();
        Map<String, Value> high = new TreeMap<>();
        for (Setting setting : description.settings()) {
            for (Value value : ends(setting)) all.add(Map.of(setting.id(), value));
            low.put(setting.id(), ends(setting).getFirst());
            high.put(setting.id(), ends(setting).getLast());
        }
        all.add(Map.of());
        all.add(low);
        all.add(high);
        return all;
    }

    private static List<Value> ends(Setting setting) {
        return switch (setting.form()) {
            // Counts of points are many on purpose; a tenth of them tells as much here.
            case NUMBER, WHOLE ->
                List.of(
                        Value.of(setting.min()),
                        Value.of(setting.max() > 10_000 ? Math.rint(setting.max() / 100) : setting.max()));
            case CHOICE -> setting.choices().stream().map(Value::of).toList();
            case SWITCH -> List.of(Value.of(false), Value.of(true));
            case COLOUR -> List.of(Value.of("#000000"), Value.of("#ffffff"));
            case TEXT, CODE, CURVE, FORMULA, MEDIUM, STRIP -> List.of(setting.initial());
        };
    }

    private Moments frame(Description description, int[] size) {
        Moments frame = new Moments().size(size[0], size[1]);
        for (Description.Input input : description.reads()) frame.reads.put(input.name(), given(input.kind(), size));
        return frame;
    }

    private static Flow given(Kind kind, int[] size) {
        return kind == null ? null : kind.sample(size[0], size[1], 0);
    }
}
