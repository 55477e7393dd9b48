package gloaming.source;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.data.Offset.offset;

import gloaming.Brought;
import gloaming.Moments;
import gloaming.flow.Picture;
import gloaming.library.Cut;
import gloaming.library.Fit;
import gloaming.library.Library;
import gloaming.library.Reel;
import gloaming.library.Still;
import gloaming.step.Colour;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Steps that show what was brought in, with media that are drawn by a formula. */
class SourcesTest {
    private static final Colour WHITE = new Colour(1, 1, 1);
    private final Moments frame = new Moments().size(160, 90).rate(50);

    private static Clip clip(double rate, Clip.Ends ends, double from, double to, boolean seek, double place) {
        return new Clip("mill", Fit.FIT, rate, ends, from, to, seek, place);
    }

    /** The frame that a clip shows: its blue tells. */
    private static int number(Picture p) {
        return Math.round(p.b()[0] * Brought.FRAMES);
    }

    private List<Integer> shown(Clip clip, int frames) {
        Clip.Memory memory = clip.memory();
        List<Integer> numbers = new ArrayList<>();
        for (int i = 0; i < frames; i++) numbers.add(number(clip.run(null, memory, frame.next())));
        return numbers;
    }

    @Test
    void aClipRunsAtItsOwnRateWhateverTheLooksRate() {
        assertThat(shown(clip(1, Clip.Ends.LOOP, 0, 1, false, 0), 7)).containsExactly(0, 0, 1, 1, 2, 2, 3);
        frame.rate(12.5);
        assertThat(shown(clip(1, Clip.Ends.LOOP, 0, 1, false, 0), 4)).containsExactly(0, 2, 4, 6);
    }

    @ParameterizedTest
    @CsvSource({
        // rate, ends, frame number after 0, 1, 2 ... clip frames of time, with 5 frames to play
        "1, LOOP, 10 11 12 13 14 10 11",
        "-1, LOOP, 10 14 13 12 11 10 14",
        "2, LOOP, 10 12 14 11 13 10 12",
        "1, STAY, 10 11 12 13 14 14 14",
        "-1, STAY, 14 13 12 11 10 10 10",
        "1, BOUNCE, 10 11 12 13 14 13 12 11 10 11",
        "0, LOOP, 10 10 10",
    })
    void itsEndsAreMetToTheFrame(double rate, Clip.Ends ends, String numbers) {
        frame.rate(25);
        List<Integer> expected = new ArrayList<>();
        for (String n : numbers.split(" ")) expected.add(Integer.parseInt(n));
        Clip clip = clip(rate, ends, 10 / 49.0, 14 / 49.0, false, 0);
        assertThat(shown(clip, expected.size())).isEqualTo(expected);
    }

    @Test
    void aSoughtPlaceIsShownAndTimeMovesNothing() {
        Clip.Memory memory = clip(1, Clip.Ends.LOOP, 0, 1, true, 0).memory();
        for (double place : new double[] {0, 0.5, 1, 0.25, 0.25}) {
            Picture p = clip(1, Clip.Ends.LOOP, 0, 1, true, place).run(null, memory, frame.next());
            assertThat(number(p)).isEqualTo((int) Math.floor(place * 49 + 0.5));
        }
    }

    @Test
    void theWayAFrameIsAnnouncedIsTheWayItGoes() {
        Reel.Way loop = new Reel.Way(1, 10, 14, true);
        assertThat(List.of(loop.after(10), loop.after(14))).containsExactly(11, 10);
        Reel.Way back = new Reel.Way(-1, 10, 14, false);
        assertThat(List.of(back.after(12), back.after(10))).containsExactly(11, -1);
        assertThat(new Reel.Way(0, 0, 9, true).after(3)).isEqualTo(-1);
    }

    @Test
    void slidesStandAndFadeByTheLanesTimeAlone() {
        Slides slides = new Slides("marsh", Fit.FIT, 2, 1, Slides.Order.BY_NAME);
        Slides.Memory memory = slides.memory();
        float a = blue("a");
        float b = blue("b");
        float c = blue("c");
        double[] times = {0.5, 1.9, 2.5, 3.1, 5.5, 6.5, 9.2, 3.1};
        float[] expected = {a, a, (a + b) / 2, b, (b + c) / 2, c, a, b};
        for (int i = 0; i < times.length; i++) {
            frame.time = times[i];
            assertThat(slides.run(null, memory, frame).b()[77])
                    .as("at %s s", times[i])
                    .isCloseTo(expected[i], offset(1e-5f));
        }
        assertThatThrownBy(() -> {
                    frame.library = Library.EMPTY;
                    slides.run(null, memory, frame);
                })
                .hasMessage("there are no pictures in a folder 'marsh'");
    }

    @Test
    void theNewestPictureFadesInOnceItIsReadAndTheOneBeforeStandsUntilThen() {
        List<String> folder = new ArrayList<>(List.of("a"));
        boolean[] read = {true};
        frame.library = new Brought() {
            @Override
            public List<String> folder(String name) {
                return List.copyOf(folder);
            }

            @Override
            public Still still(String ref) {
                Still whole = super.still(ref);
                return cut -> read[0] || ref.equals("a") ? whole.at(cut) : null;
            }
        };
        Newest newest = new Newest("photographs", Fit.FIT, 0, 1);
        Newest.Memory memory = newest.memory();
        float a = blue("a");
        float b = blue("b");
        assertThat(at(0, newest, memory)).isCloseTo(a, offset(1e-5f));
        folder.add("b");
        read[0] = false;
        assertThat(at(5, newest, memory)).as("not read yet").isCloseTo(a, offset(1e-5f));
        read[0] = true;
        at(6, newest, memory);
        assertThat(at(6.5, newest, memory)).isCloseTo((a + b) / 2, offset(1e-5f));
        assertThat(at(7.1, newest, memory)).isCloseTo(b, offset(1e-5f));
        Newest before = new Newest("photographs", Fit.FIT, 1, 1);
        assertThat(at(7.2, before, before.memory())).isCloseTo(a, offset(1e-5f));
        Newest farther = new Newest("photographs", Fit.FIT, 9, 1);
        assertThat(at(7.2, farther, farther.memory()))
                .as("the oldest stands for those that are not there")
                .isCloseTo(a, offset(1e-5f));
        folder.clear();
        assertThatThrownBy(() -> at(8, newest, memory)).hasMessage("the folder 'photographs' has no pictures yet");
    }

    @Test
    void onAWallEachPictureKeepsItsPlaceUntilANewerOneFadesInThere() {
        List<String> folder = new ArrayList<>(List.of("a", "b", "c", "d"));
        boolean[] read = {true};
        frame.library = new Brought() {
            @Override
            public List<String> folder(String name) {
                return List.copyOf(folder);
            }

            @Override
            public Still still(String ref) {
                Still whole = super.still(ref);
                return cut -> read[0] || !ref.equals("e") ? whole.at(cut) : null;
            }
        };
        PictureWall wall = new PictureWall("photographs", 2, 2, Fit.FILL, 0, PictureWall.Order.ROWS, 1);
        PictureWall.Memory memory = wall.memory();
        assertThat(wall(0, wall, memory)).containsExactly(blue("a"), blue("b"), blue("c"), blue("d"));
        folder.add("e");
        read[0] = false;
        assertThat(wall(5, wall, memory))
                .as("not read yet")
                .containsExactly(blue("a"), blue("b"), blue("c"), blue("d"));
        read[0] = true;
        wall(5.02, wall, memory);
        assertThat(wall(5.5, wall, memory).getFirst()).isCloseTo((blue("a") + blue("e")) / 2, offset(0.02f));
        assertThat(wall(7, wall, memory)).containsExactly(blue("e"), blue("b"), blue("c"), blue("d"));
        PictureWall scattered = new PictureWall("photographs", 2, 2, Fit.FILL, 0, PictureWall.Order.SCATTERED, 1);
        assertThat(wall(8, scattered, memory)).containsExactlyInAnyOrder(blue("e"), blue("b"), blue("c"), blue("d"));
        folder.clear();
        assertThatThrownBy(() -> wall(9, wall, memory)).hasMessage("the folder 'photographs' has no pictures yet");
    }

    /** The blue in the middle of each of four places, row by row from above. */
    private List<Float> wall(double time, PictureWall wall, PictureWall.Memory memory) {
        frame.time = time;
        Picture out = wall.run(null, memory, frame);
        List<Float> places = new ArrayList<>();
        for (int i = 0; i < 4; i++) places.add(out.b()[out.at(i < 2 ? 67 : 22) + (i % 2 == 0 ? 40 : 120)]);
        return places;
    }

    private float at(double time, Newest newest, Newest.Memory memory) {
        frame.time = time;
        return newest.run(null, memory, frame).b()[77];
    }

    private static float blue(String ref) {
        return new Brought().still(ref).at(new Cut(2, 2, 1, Fit.FIT)).b()[0];
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 7, 12, 100})
    void aShuffledRoundShowsEachOnce(int count) {
        Slides slides = new Slides("marsh", Fit.FIT, 2, 1, Slides.Order.SHUFFLED);
        for (int round = 0; round < 4; round++) {
            List<Integer> seen = new ArrayList<>();
            for (int i = 0; i < count; i++) seen.add(slides.which((long) round * count + i, count, frame));
            Collections.sort(seen);
            for (int i = 0; i < count; i++) assertThat(seen.get(i)).isEqualTo(i);
        }
    }

    @Test
    void aCameraIsMirrored() {
        Picture plain = new VideoInput(Fit.FIT, false).run(null, new VideoInput(Fit.FIT, false).memory(), frame);
        Picture mirrored = new VideoInput(Fit.FIT, true).run(null, new VideoInput(Fit.FIT, true).memory(), frame);
        for (int x = 0; x < 160; x++) assertThat(mirrored.r()[160 + x]).isEqualTo(plain.r()[160 + 159 - x]);
    }

    private static Lettering lettering(String words, double fill, double outline, double part, Lettering.Align align) {
        return new Lettering(words, "", 0.7, 0, 1.6, align, 0, 0, WHITE, fill, outline, part, 0, 0);
    }

    private Picture written(Lettering lettering) {
        return lettering.run(null, lettering.memory(), frame);
    }

    private double area(Picture p) {
        double sum = 0;
        for (float a : p.a()) sum += a;
        // Pixels to square units.
        return sum / (45.0 * 45.0);
    }

    @Test
    void lettersCoverTheirAreaExactly() {
        // Each letter of the test font is a box of 0.4 by 0.7 units at this size.
        assertThat(area(written(lettering("X", 1, 0, 1, Lettering.Align.MIDDLE))))
                .isCloseTo(0.28, offset(0.002));
        assertThat(area(written(lettering("X X|X", 1, 0, 1, Lettering.Align.MIDDLE))))
                .isCloseTo(3 * 0.28, offset(0.006));
        assertThat(area(written(lettering("X", 0.5, 0, 1, Lettering.Align.MIDDLE))))
                .isCloseTo(0.14, offset(0.002));
        assertThat(area(written(lettering("", 1, 0, 1, Lettering.Align.MIDDLE))))
                .isZero();
    }

    @Test
    void anOutlineRunsOnBothSidesOfTheEdge() {
        double width = 0.08;
        double expected = width * 2 * (0.4 + 0.7) - (4 - Math.PI) * width * width / 4;
        assertThat(area(written(lettering("X", 0, width, 1, Lettering.Align.MIDDLE))))
                .isCloseTo(expected, offset(0.012));
    }

    @ParameterizedTest
    @CsvSource({"LEFT, 0.1", "MIDDLE, -0.2", "RIGHT, -0.5"})
    void linesShareAnEdge(Lettering.Align align, double left) {
        Picture p = written(lettering("X", 1, 0, 1, align));
        int row = 45;
        int first = 0;
        while (p.a()[row * 160 + first] < 0.5f) first++;
        assertThat(p.worldX(first - 0.5)).isCloseTo(left, offset(0.02));
    }

    @Test
    void lettersComeOneAfterAnother() {
        assertThat(area(written(lettering("XX", 1, 0, 0, Lettering.Align.LEFT))))
                .isZero();
        assertThat(area(written(lettering("XX", 1, 0, 0.5, Lettering.Align.LEFT))))
                .isCloseTo(0.28, offset(0.002));
        double most = area(written(lettering("XX", 1, 0, 0.75, Lettering.Align.LEFT)));
        assertThat(most).isBetween(0.29, 0.55);
    }

    @Test
    void fitsKeepTheShapeOfWhatTheyShow() {
        Fit.Box fit = new Cut(160, 90, 0.5, Fit.FIT).lay(100, 100);
        assertThat(List.of(fit.x(), fit.y(), fit.width(), fit.height())).containsExactly(35.0, 0.0, 90.0, 90.0);
        Fit.Box fill = new Cut(160, 90, 0.5, Fit.FILL).lay(100, 100);
        assertThat(List.of(fill.x(), fill.y(), fill.width(), fill.height())).containsExactly(0.0, -35.0, 160.0, 160.0);
        Fit.Box actual = new Cut(160, 90, 0.5, Fit.ACTUAL).lay(100, 40);
        assertThat(List.of(actual.x(), actual.y(), actual.width(), actual.height()))
                .containsExactly(55.0, 35.0, 50.0, 20.0);
        assertThat(new Cut(160, 90, 0.5, Fit.STRETCH).lay(7, 9).width()).isEqualTo(160);
    }
}
