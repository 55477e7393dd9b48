package gloaming;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Crew;
import gloaming.flow.Kind;
import gloaming.flow.Picture;
import gloaming.look.Clock;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.picture.kernel.Exit;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.HouseBand;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Rules;
import gloaming.step.Setting;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Looks as they were written by every version of the format so far: they open, and give the pictures of then.
 *
 * <p>Nothing in {@code frozen/} is ever changed. A new version of the format gets a folder of its own:
 * {@code -Dgloaming.freeze=v2 -Dtest=FrozenTest} writes it from the folder before.
 */
class FrozenTest {
    private static final Path FROZEN = Path.of("src/test/resources/frozen");
    private static final int WIDTH = 160;
    private static final int HEIGHT = 90;
    private static final int FRAMES = 24;
    /** Mean difference of all bytes, of 255; and how many in a hundred may differ by more than {@link #FAR}. */
    private static final double MEAN = 1.5;

    private static final int FAR = 16;
    private static final double FAR_PERCENT = 1;

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final HouseBand BAND = new HouseBand(11, 96);

    static Stream<Path> looks() throws IOException {
        if (System.getProperty("gloaming.freeze") != null) freeze(System.getProperty("gloaming.freeze"));
        try (Stream<Path> all = Files.walk(FROZEN)) {
            return all
                    .filter(p -> p.toString().endsWith(".json") && p.getParent().endsWith("looks"))
                    .sorted()
                    .toList()
                    .stream();
        }
    }

    @ParameterizedTest
    @MethodSource("looks")
    void itOpensAndGivesThePictureOfThen(Path file) throws IOException {
        Look look = new Rules(Catalogue.all()).check(LookJson.read(Files.readString(file)));
        Path picture = Path.of(file.toString().replace(".json", ".png"));
        if (!Files.exists(picture)) return;
        byte[] now = picture(look);
        BufferedImage then = ImageIO.read(picture.toFile());
        long sum = 0;
        int far = 0;
        for (int i = 0; i < WIDTH * HEIGHT; i++) {
            int rgb = then.getRGB(i % WIDTH, i / WIDTH);
            for (int c = 0; c < 3; c++) {
                int difference = Math.abs((rgb >> (16 - 8 * c) & 255) - (now[i * 3 + c] & 255));
                sum += difference;
                if (difference > FAR) far++;
            }
        }
        double all = WIDTH * HEIGHT * 3;
        assertThat(sum / all).as("mean difference of %s", file.getFileName()).isLessThanOrEqualTo(MEAN);
        assertThat(100 * far / all)
                .as("percent far off in %s", file.getFileName())
                .isLessThanOrEqualTo(FAR_PERCENT);
    }

    static Stream<Path> versions() throws IOException {
        try (Stream<Path> all = Files.list(FROZEN)) {
            return all.sorted().toList().stream();
        }
    }

    @ParameterizedTest
    @MethodSource("versions")
    void everyStepSettingAndChoiceOfThenIsUnderstood(Path version) throws IOException {
        JsonNode all = JSON.readTree(Files.readString(version.resolve("steps.json")));
        assertThat(all.size()).isGreaterThan(300);
        for (JsonNode each : all) {
            Look look = new Rules(Catalogue.all()).check(LookJson.read(each.toString()));
            Step step = look.lanes().getFirst().steps().getLast();
            Description now = Catalogue.all().of(step);
            assertThat(now).as("the step %s", step.type()).isNotNull();
            now.make(now.arguments(step.settings()));
        }
    }

    private static byte[] picture(Look look) {
        try (Crew crew = new Crew(2)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(look);
            Picture mix = null;
            for (int i = 0; i < FRAMES; i++) {
                mix = player.play(new Moment(i, i / 30.0, 1 / 30.0), WIDTH, HEIGHT, BAND, Onlooker.NOBODY);
            }
            byte[] rgb = new byte[WIDTH * HEIGHT * 3];
            Exit.rgb(mix, WIDTH, HEIGHT, rgb, crew);
            return rgb;
        }
    }

    /** Writes the folder of a version: the looks of the first, every step with every setting and choice, and the pictures of now. */
    private static void freeze(String version) throws IOException {
        Path folder = FROZEN.resolve(version);
        Path looks = Files.createDirectories(folder.resolve("looks"));
        try (Stream<Path> all = Files.list(FROZEN.resolve("v1/looks"))) {
            for (Path file : all.filter(p -> p.toString().endsWith(".json")).toList()) {
                Look look = LookJson.read(Files.readString(file));
                Path to = looks.resolve(file.getFileName());
                if (!Files.exists(to)) Files.writeString(to, LookJson.write(look));
                byte[] rgb = picture(new Rules(Catalogue.all()).check(look));
                BufferedImage image = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_RGB);
                for (int i = 0; i < WIDTH * HEIGHT; i++) {
                    int p = (rgb[i * 3] & 255) << 16 | (rgb[i * 3 + 1] & 255) << 8 | rgb[i * 3 + 2] & 255;
                    image.setRGB(i % WIDTH, i / WIDTH, p);
                }
                ImageIO.write(
                        image,
                        "png",
                        looks.resolve(file.getFileName().toString().replace(".json", ".png"))
                                .toFile());
            }
        }
        List<Step> steps = new ArrayList<>();
        for (Description d : Catalogue.all().entries()) {
            if (!d.operation().getName().contains("Test") && !d.id().equals("toll")) steps.addAll(all(d, steps.size()));
        }
        List<String> documents = new ArrayList<>();
        for (Step step : steps) {
            Look look = new Look("Every word", 32, 18, 30, 1, 96, List.of(), List.of());
            String text = LookJson.write(look.withLanes(List.of(new Lane("l1", "word", Clock.SHOW, behind(step)))));
            documents.add(JSON.readTree(text).toString());
        }
        Files.writeString(folder.resolve("steps.json"), "[\n" + String.join(",\n", documents) + "\n]\n");
    }

    private static List<Step> behind(Step step) {
        Kind takes = Catalogue.all().find(step.type()).takes();
        if (takes == null) return List.of(step);
        Map<Kind, String> sources = Map.of(
                Kind.PICTURE, "fill",
                Kind.POINTS, "ring",
                Kind.SIGNAL, "beat");
        return List.of(Step.of("s0", sources.get(takes)), step);
    }

    /** A step with all of its settings, once for each choice of the setting with the most. */
    private static List<Step> all(Description d, int from) {
        List<Step> all = new ArrayList<>();
        int most = d.settings().stream()
                .filter(s -> s.form() == Setting.Form.CHOICE)
                .mapToInt(s -> s.choices().size())
                .max()
                .orElse(1);
        for (int i = 0; i < most; i++) {
            Map<String, Value> settings = new TreeMap<>();
            for (Setting s : d.settings()) {
                boolean choice = s.form() == Setting.Form.CHOICE;
                settings.put(
                        s.id(),
                        choice ? Value.of(s.choices().get(i % s.choices().size())) : s.initial());
            }
            Step step = Step.of("s" + (from + i + 1), d.id());
            for (Map.Entry<String, Value> each : settings.entrySet()) step = step.with(each.getKey(), each.getValue());
            all.add(step);
        }
        return all;
    }
}
