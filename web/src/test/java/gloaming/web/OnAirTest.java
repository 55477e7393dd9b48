package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Edit;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.play.LivePlayer;
import gloaming.web.live.House;
import gloaming.web.store.Journal;
import gloaming.web.store.Shows;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.JavascriptExecutor;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WindowType;

/** What is on air changes by an act and nothing else; every look that is worked on plays at a bench of its own. */
class OnAirTest extends PageTest {

    private static Look plain(String name, String colour) {
        return new Look(
                name,
                64,
                36,
                60,
                1,
                96,
                List.of(new Lane(
                        "l1",
                        "sky",
                        Clock.SHOW,
                        List.of(Step.of("s1", "fill")
                                .with("colour", Value.of(colour))
                                .with("brightness", Value.of(1))))),
                List.of(Layer.of("m1", "l1", Blend.OVER, 1)));
    }

    private static String look(String name, String colour) {
        Shows shows = program.get(Shows.class);
        return shows.addLook(shows.shows().getFirst().id(), plain(name, colour));
    }

    /** The middle pixel of a picture that came, as 0xRRGGBB. */
    private static int middle(byte[] frame) {
        try {
            BufferedImage image = ImageIO.read(new ByteArrayInputStream(frame, 6, frame.length - 6));
            return image.getRGB(image.getWidth() / 2, image.getHeight() / 2) & 0xffffff;
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    private static boolean red(int pixel) {
        return (pixel >> 16) > 100 && (pixel & 255) < 60;
    }

    private static boolean blue(int pixel) {
        return (pixel >> 16) < 60 && (pixel & 255) > 100;
    }

    private static List<byte[]> pictures(SocketPage page, int is) {
        return page.frames.stream().filter(f -> f[0] == is).toList();
    }

    /** Reads on until a picture is as it should be; all that came on the way. */
    private static List<Integer> watch(SocketPage output, int from, java.util.function.IntPredicate until) {
        List<Integer> seen = new ArrayList<>();
        // What came before and was not looked at.
        output.say("{'do':'ack'}").say("{'do':'ack'}");
        Program.until("a picture that is right", () -> {
            List<byte[]> all = pictures(output, 1);
            while (from + seen.size() < all.size()) {
                int pixel = middle(all.get(from + seen.size()));
                seen.add(pixel);
                output.say("{'do':'ack'}");
                if (until.test(pixel)) return true;
            }
            return false;
        });
        return seen;
    }

    @Test
    void whatIsOnAirGoesOnWhileTheNextOneNeedsLongForItsFirstPicture() throws InterruptedException {
        Shows shows = program.get(Shows.class);
        String red = look("Red till then", "#ff0000");
        String code = "in vec2 uv; out vec4 color; void main() { float s = 0.0;"
                + " for (int i = 0; i < 200000; i++) s += sin(uv.x * float(i)); color = vec4(s); }";
        Step endless = Step.of("s1", "shader-source").with("code", Value.of(code));
        String slow = shows.addLook(
                shows.shows().getFirst().id(),
                new Look(
                        "Slow",
                        1920,
                        1080,
                        30,
                        1,
                        96,
                        List.of(new Lane("l1", "sky", Clock.SHOW, List.of(endless))),
                        List.of(Layer.of("m1", "l1", Blend.OVER, 1))));
        program.put(red);
        try (SocketPage output = new SocketPage(program, "");
                SocketPage bench = new SocketPage(program, "?look=" + red)) {
            List.of(output, bench).forEach(page -> page.say("{'do':'watch','most':64}"));
            watch(output, 0, OnAirTest::red);
            long[] took = new long[1];
            Thread take = Thread.ofPlatform().start(() -> {
                long begun = System.nanoTime();
                program.get(House.class).take(shows.look(slow).orElseThrow());
                took[0] = System.nanoTime() - begun;
            });
            int before = pictures(output, 1).size();
            while (take.isAlive()) {
                output.say("{'do':'ack'}");
                Thread.sleep(20);
            }
            take.join();
            int came = pictures(output, 1).size() - before;
            assertThat(took[0]).as("it takes long").isGreaterThan(500_000_000L);
            // Not in the first moment alone: some for each tenth of a second.
            assertThat(came).isGreaterThan((int) (took[0] / 200_000_000L));
        } finally {
            program.put(red);
        }
    }

    @Test
    void twoLooksPlayAtOnceAndEachPageSeesItsOwn() {
        String red = look("Red at dusk", "#ff0000");
        String blue = look("Blue at dusk", "#0000ff");
        House house = program.get(House.class);
        program.put(red);
        try (SocketPage first = new SocketPage(program, "?look=" + red);
                SocketPage second = new SocketPage(program, "?look=" + blue);
                SocketPage output = new SocketPage(program, "")) {
            List.of(first, second, output).forEach(page -> page.say("{'do':'watch','most':64}"));
            watch(first, 0, OnAirTest::red);
            watch(second, 0, OnAirTest::blue);
            watch(output, 0, OnAirTest::red);
            // The page whose look is not on air sees in small what is.
            Program.until("the small picture", () -> !pictures(second, 3).isEmpty());
            assertThat(red(middle(pictures(second, 3).getFirst()))).isTrue();
            assertThat(pictures(first, 3)).isEmpty();
            // Rewind, pause and size are of the page's own look.
            second.say("{'do':'pause','on':true}").say("{'do':'scale','to':0.75}");
            Program.until("the bench stands", () -> house.player(blue).paused());
            assertThat(house.player().paused()).isFalse();
            assertThat(house.player().scaleByHand()).isZero();
            int before = pictures(output, 1).size();
            second.say("{'do':'edit','edit':" + LookJson.writeEdit(new Edit.Rename("Bluer")) + "}");
            second.hear("applied");
            watch(output, before, OnAirTest::red);
            assertThat(house.onAir().id).isEqualTo(red);
            second.say("{'do':'pause','on':false}");
        }
    }

    @Test
    void aTakeFadesInLinearLightAndTheOutputIsNeverBlack() {
        String red = look("Red to begin", "#ff0000");
        String blue = look("Blue to follow", "#0000ff");
        program.put(red);
        House house = program.get(House.class);
        try (SocketPage output = new SocketPage(program, "");
                SocketPage bench = new SocketPage(program, "?look=" + blue)) {
            output.say("{'do':'watch','most':64}");
            watch(output, 0, OnAirTest::red);
            Program.until(
                    "the bench plays",
                    () -> house.player(blue) != null
                            && house.player(blue).readings().made() > 3);
            LivePlayer player = house.player(blue);
            int from = pictures(output, 1).size();
            bench.say("{'do':'take','seconds':6}");
            List<Integer> seen = watch(output, from, OnAirTest::blue);
            assertThat(house.player()).as("what was at the bench is on air").isSameAs(player);
            double last = -1;
            for (int pixel : seen) {
                double r = linear(pixel >> 16);
                double b = linear(pixel & 255);
                assertThat(r + b)
                        .as("light in the middle of a fade, as 1 of each before and after")
                        .isBetween(0.7, 1.2);
                assertThat(b).as("it only goes forward").isGreaterThan(last - 0.05);
                last = Math.max(last, b);
            }
            assertThat(seen.stream().filter(p -> !red(p) && !blue(p)).count())
                    .as("pictures in between")
                    .isGreaterThan(2);
        }
    }

    @Test
    void aFadeGoesOnWithTheOneBeforeWhileTheNextOneIsLate() {
        String red = look("Red that leaves", "#ff0000");
        String blue = look("Blue that stands", "#0000ff");
        program.put(red);
        House house = program.get(House.class);
        try (SocketPage output = new SocketPage(program, "")) {
            output.say("{'do':'watch','most':64}");
            watch(output, 0, OnAirTest::red);
            house.take(program.get(Shows.class).look(blue).orElseThrow(), 8);
            int from = pictures(output, 1).size();
            watch(output, from, pixel -> (pixel & 255) > 30);
            // From here on nothing comes of it any more.
            house.player().close();
            List<Integer> seen = watch(output, pictures(output, 1).size(), OnAirTest::blue);
            assertThat(seen).as("pictures of the rest of the fade").hasSizeGreaterThan(10);
        } finally {
            program.put(red);
        }
    }

    @Test
    void afterACutToWhatIsReadyTheOneBeforeGivesWayAtOnceAndInAFadeItGoesOn() {
        String red = look("Red before a cut", "#ff0000");
        String blue = look("Blue by a cut", "#0000ff");
        House house = program.get(House.class);
        program.put(red);
        try (SocketPage bench = new SocketPage(program, "?look=" + blue)) {
            bench.say("{'do':'watch','most':64}").say("{'do':'scale','to':1}");
            Program.until("it is ready", () -> {
                bench.say("{'do':'ack'}");
                return house.player(blue) != null && house.player(blue).ready();
            });
            LivePlayer before = house.player();
            program.put(blue);
            assertThat(before.isOnAir()).as("the one before a cut").isFalse();
            LivePlayer now = house.player();
            house.take(program.get(Shows.class).look(red).orElseThrow(), 2);
            assertThat(now.isOnAir()).as("the one before a fade").isTrue();
        }
    }

    private static double linear(int code) {
        double c = (code & 255) / 255.0;
        return c <= 0.04045 ? c / 12.92 : Math.pow((c + 0.055) / 1.055, 2.4);
    }

    @Test
    void manyTakesLeaveNoPlayerBehind() {
        List<String> looks = new ArrayList<>();
        for (int i = 0; i < 12; i++) looks.add(look("Take " + i, "#808080"));
        for (String look : looks) program.put(look);
        House house = program.get(House.class);
        assertThat(house.onAir().id).isEqualTo(looks.getLast());
        Program.until(
                "the others have ended",
                () -> looks.stream().filter(l -> house.player(l) != null).count() == 1);
    }

    @Test
    void aCutBackInTheMiddleOfAFadeStaysOnAirWhenTheFadeWouldHaveEnded() {
        String first = look("First and again", "#ff0000");
        String other = look("Only begun", "#0000ff");
        House house = program.get(House.class);
        Shows shows = program.get(Shows.class);
        program.put(first);
        house.take(shows.look(other).orElseThrow(), 1);
        program.put(first);
        LivePlayer onAir = house.player();
        long fadeEnded = System.nanoTime() + 2_500_000_000L;
        Program.until("the fade would be over", () -> System.nanoTime() > fadeEnded);
        long made = onAir.readings().made();
        Program.until("it goes on", () -> onAir.readings().made() > made + 20);
        assertThat(house.player()).isSameAs(onAir);
    }

    @Test
    void aFifthBenchIsToldThatThereIsNoRoomAndGetsItWhenThereIs() {
        List<SocketPage> pages = new ArrayList<>();
        program.put(look("Alone on air", "#202020"));
        House house = program.get(House.class);
        try {
            for (int i = 0; i < 4; i++) {
                String id = look("Bench " + i, "#808080");
                pages.add(new SocketPage(program, "?look=" + id));
                Program.until("it plays", () -> house.player(id) != null);
            }
            String last = look("Bench 5", "#808080");
            SocketPage fifth = new SocketPage(program, "?look=" + last);
            pages.add(fifth);
            assertThat(fifth.hear("air").path("plays").asBoolean()).isFalse();
            fifth.say("{'do':'edit','n':1,'edit':" + LookJson.writeEdit(new Edit.Rename("Still edited")) + "}");
            fifth.hear("saved", m -> m.path("n").asLong() == 1);
            pages.removeFirst().close();
            fifth.hear("air", m -> m.path("plays").asBoolean());
        } finally {
            pages.forEach(SocketPage::close);
        }
    }

    @Test
    void theKeyTakesWhenItIsPressedTwiceAndTheScreenSaysWhatIsOnAir() {
        String on = look("Steady", "#ff0000");
        String aside = look("Waiting", "#0000ff");
        House house = program.get(House.class);
        program.put(on);
        browser.get(program.url("/bench/" + aside));
        until("it is at the bench", () -> text(".air-sign").equals("At the bench"));
        until("it says what is on air", () -> text(".air-what.name").equals("On air: Steady"));
        until("it plays here", () -> frames() > 3);
        assertThat(text("header .whose")).isEqualTo("bench");
        browser.findElement(By.tagName("body")).sendKeys(Keys.chord(Keys.SHIFT, Keys.ENTER));
        until("the guard", () -> text(".take").equals("Again: ⇧ Enter"));
        assertThat(house.onAir().id).isEqualTo(on);
        browser.findElement(By.tagName("body")).sendKeys(Keys.chord(Keys.SHIFT, Keys.ENTER));
        until("on air", () -> house.onAir().id.equals(aside));
        until("it says so", () -> text(".air-sign").equals("On air"));
        assertThat(text("header .whose")).isEqualTo("on air");
        assertThat(browser.findElement(By.cssSelector(".take")).isDisplayed()).isFalse();

        String bench = browser.getWindowHandle();
        browser.switchTo().newWindow(WindowType.TAB);
        browser.get(program.url("/"));
        until("the page of shows says it", () -> text(".air-now b").equals("Waiting"));
        assertThat(browser.findElements(By.cssSelector(".card-look.airs"))).hasSize(1);
        program.put(on);
        until("and goes on saying it", () -> text(".air-now b").equals("Steady"));
        until("by the card too", () -> text(".card-look.airs .foot b").equals("Steady"));
        browser.close();
        browser.switchTo().window(bench);
        until("the first page is back at its bench", () -> text(".air-sign").equals("At the bench"));
    }

    @Test
    void aControlTakesTheLookThatItIsBoundIn() {
        String on = look("Before the press", "#ff0000");
        String id = look("After the press", "#0000ff");
        House house = program.get(House.class);
        program.put(on);
        try (SocketPage bench = new SocketPage(program, "?look=" + id)) {
            Program.until(
                    "it plays",
                    () -> house.player(id) != null
                            && house.player(id).readings().made() > 3);
            bench.say("{'do':'bind','control':'key q','of':'show','setting':'take'}");
            Program.until(
                    "it is bound",
                    () -> program.get(Journal.class)
                                    .opened(id)
                                    .look()
                                    .desk()
                                    .bindings()
                                    .size()
                            == 1);
            long made = house.player(id).readings().made();
            Program.until("the player knows", () -> house.player(id).readings().made() > made + 2);
            bench.say("{'do':'key','key':'q','down':true}");
            bench.hear("air", m -> m.path("here").asBoolean());
            assertThat(house.onAir().id).isEqualTo(id);
        }
    }

    private static String text(String selector) {
        return browser.findElements(By.cssSelector(selector)).stream()
                .findFirst()
                .map(e -> e.getText().strip())
                .orElse("");
    }

    private static long frames() {
        Object frames = ((JavascriptExecutor) browser)
                .executeScript("return Number(document.querySelector('main').dataset.frames ?? 0)");
        return ((Number) frames).longValue();
    }
}
