package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Value;
import gloaming.web.live.FrameBroadcaster;
import gloaming.web.live.House;
import gloaming.web.store.OpenLook;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.JavascriptExecutor;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.WindowType;
import org.openqa.selenium.interactions.Actions;

/** The real pages in a real browser against the real program. */
class BenchTest extends ByHand {
    private static Object script(String text, Object... arguments) {
        return ((JavascriptExecutor) browser).executeScript(text, arguments);
    }

    private static void add(String opener, String words, String type) {
        browser.findElement(By.tagName("body")).sendKeys(opener);
        WebElement input = browser.findElement(By.cssSelector(".finder input"));
        until("the finder is open", input::isDisplayed);
        input.sendKeys(words);
        until(type + " is found first", () -> {
            List<WebElement> found = browser.findElements(By.cssSelector(".finder li"));
            return !found.isEmpty() && type.equals(found.getFirst().getDomAttribute("data-type"));
        });
        input.sendKeys(Keys.ENTER);
    }

    @Test
    void aSecondVisitFetchesNoScriptAnew() {
        bench("Twice");
        String address = browser.getCurrentUrl();
        for (String visit : List.of("a first", "a second")) {
            browser.get("about:blank");
            browser.get(address);
            until(
                    visit + " visit",
                    () -> browser.findElement(By.cssSelector(".says")).getText().contains("press / to add"));
        }
        String scripts = "return performance.getEntriesByType('resource').filter(e => e.name.includes('/js/')";
        assertThat((Long) script(scripts + ").length")).isGreaterThan(40);
        assertThat((Long) script(scripts + " && e.transferSize > 0).length")).isZero();
    }

    @Test
    void anArtistBuildsALookFromNothing() {
        OpenLook open = bench("From nothing");
        until(
                "it says that it is empty",
                () -> browser.findElement(By.cssSelector(".says")).getText().contains("press / to add a first step"));

        add(open, "n", "solid colour", "fill");
        until("the fill is on the monitor", () -> middle().get(2).intValue() > 60);
        int before = middle().get(0).intValue();

        WebElement number = browser.findElement(By.cssSelector("input[aria-label='Brightness as a number']"));
        number.sendKeys(Keys.chord(Keys.CONTROL, "a"), "4", Keys.ENTER);
        until("the pixels change", () -> middle().get(0).intValue() > before + 30);
        assertThat(open.look().step("s1").orElseThrow().settings().get("brightness"))
                .isEqualTo(Value.of(4));

        add(open, "/", "make it soft", "blur");
        add(open, "/", "gamma", "levels");
        browser.findElement(By.id("step-s3")).sendKeys(Keys.chord(Keys.ALT, Keys.ARROW_LEFT));
        until(
                "Levels has moved before Blur",
                () -> open.look().lanes().getFirst().steps().get(1).id().equals("s3"));

        browser.findElement(By.tagName("body")).sendKeys(Keys.chord(Keys.CONTROL, "z"));
        until(
                "undo moved it back",
                () -> open.look().lanes().getFirst().steps().get(1).id().equals("s2"));
        browser.findElement(By.tagName("body")).sendKeys(Keys.chord(Keys.CONTROL, Keys.SHIFT, "z"));
        until(
                "redo moved it again",
                () -> open.look().lanes().getFirst().steps().get(1).id().equals("s3"));

        until(
                "it says that all is saved",
                () -> browser.findElement(By.cssSelector(".saved")).getText().equals("saved"));
        browser.navigate().refresh();
        until(
                "the chain is there after a reload",
                () -> browser.findElements(By.cssSelector(".step .n b")).stream()
                        .map(WebElement::getText)
                        .toList()
                        .equals(List.of("Fill", "Levels", "Blur")));
        until("and the picture", () -> middle().get(0).intValue() > before + 30);
    }

    @Test
    void aSettingFollowsTheBandAndTheMonitorMovesWithIt() {
        OpenLook open = bench("Follows");
        add(open, "n", "loudness of a band", "listen");
        until(
                "its curve lives though nobody follows it",
                () -> !List.of("", "0.0", "0.00")
                        .contains(browser.findElement(By.cssSelector("#step-s1 .live"))
                                .getText()));
        add(open, "n", "solid colour", "fill");
        String fill = open.look()
                .steps()
                .filter(s -> s.type().equals("fill"))
                .findFirst()
                .orElseThrow()
                .id();
        WebElement follow = browser.findElement(By.cssSelector("select[aria-label='Brightness follows']"));
        new org.openqa.selenium.support.ui.Select(follow).selectByVisibleText("listen");
        until("it follows", () -> open.look().step(fill).orElseThrow().follows().containsKey("brightness"));
        until(
                "the range is on the slider",
                () -> !browser.findElements(By.cssSelector(".sl.followed[data-setting=brightness]"))
                        .isEmpty());
        int[] range = {255, 0};
        until("the picture pulses", () -> {
            int now = middle().get(2).intValue();
            range[0] = Math.min(range[0], now);
            range[1] = Math.max(range[1], now);
            return range[1] - range[0] > 20;
        });
        gloaming.look.Follow before =
                open.look().step(fill).orElseThrow().follows().get("brightness");
        WebElement band = browser.findElement(By.cssSelector(".sl[data-setting=brightness] em"));
        int half = band.getSize().width / 2;
        new Actions(browser)
                .moveToElement(band, half - 1, 0)
                .clickAndHold()
                .moveByOffset(-10, 0)
                .moveByOffset(-10, 0)
                .release()
                .perform();
        until("the upper end of its range was dragged down", () -> {
            gloaming.look.Follow now =
                    open.look().step(fill).orElseThrow().follows().get("brightness");
            return now.outHigh() < before.outHigh() && now.outLow() == before.outLow();
        });
        browser.findElement(By.cssSelector(".unfollow")).click();
        until(
                "it follows no more",
                () -> open.look().step(fill).orElseThrow().follows().isEmpty());
    }

    @Test
    void aLayersOpacityFollowsALane() {
        OpenLook open = bench("Layer follows");
        add(open, "n", "sway", "sway");
        add(open, "n", "solid colour", "fill");
        browser.findElement(By.cssSelector(".layer")).click();
        WebElement follow = browser.findElement(By.cssSelector("select[aria-label='Opacity follows']"));
        new org.openqa.selenium.support.ui.Select(follow).selectByVisibleText("oscillator");
        until("it follows", () -> open.look().mix().getFirst().follow() != null);
        until(
                "the live value moves in the slider",
                () -> !browser.findElements(By.cssSelector(".layer-opacity.followed"))
                        .isEmpty());
        WebElement high = browser.findElement(By.cssSelector(".followed-panel input[aria-label='setting to']"));
        high.sendKeys(Keys.chord(Keys.CONTROL, "a"), "0.5", Keys.TAB);
        until("its range is typed", () -> open.look().mix().getFirst().follow().outHigh() == 0.5);
        browser.findElement(By.cssSelector(".unfollow")).click();
        until("it follows no more", () -> open.look().mix().getFirst().follow() == null);
    }

    @Test
    void whatIsBeingTypedIsNotWrittenOverByAnEditFromElsewhere() {
        OpenLook open = bench("Typing");
        add(open, "n", "solid colour", "fill");
        WebElement number = browser.findElement(By.cssSelector("input[aria-label='Brightness as a number']"));
        number.click();
        number.sendKeys(Keys.chord(Keys.CONTROL, "a"), "2.5");
        open.apply(new gloaming.look.Edit.LabelStep("s1", "dusk"), 0);
        until(
                "the edit has come",
                () -> browser.findElement(By.cssSelector(".step.sel b"))
                        .getText()
                        .equals("dusk"));
        assertThat(number.getDomProperty("value")).isEqualTo("2.5");
        number.sendKeys(Keys.ENTER);
        until(
                "it counts",
                () -> Value.of(2.5)
                        .equals(open.look().step("s1").orElseThrow().settings().get("brightness")));

        number.click();
        number.sendKeys(Keys.chord(Keys.CONTROL, "a"), "no number", Keys.ESCAPE);
        until("what is none is put back", () -> "2.5".equals(number.getDomProperty("value")));
    }

    @Test
    void aSliderIsDraggedAsOneStepOfUndo() {
        OpenLook open = bench("Slider");
        add(open, "n", "solid colour", "fill");
        WebElement slider = browser.findElement(By.cssSelector(".sl[data-setting=cover]"));
        new Actions(browser)
                .moveToElement(slider)
                .clickAndHold()
                .moveByOffset(-20, 0)
                .moveByOffset(-10, 0)
                .moveByOffset(-10, 0)
                .release()
                .perform();
        until(
                "the value changed",
                () -> open.look().step("s1").orElseThrow().settings().containsKey("cover"));
        browser.findElement(By.tagName("body")).sendKeys(Keys.chord(Keys.CONTROL, "z"));
        until(
                "one undo takes all of it back",
                () -> !open.look().step("s1").orElseThrow().settings().containsKey("cover"));
    }

    @Test
    void aStepIsDraggedWithTheMouse() {
        OpenLook open = bench("Dragged");
        add(open, "n", "solid colour", "fill");
        add(open, "/", "blur", "blur");
        add(open, "/", "levels", "levels");
        new Actions(browser)
                .dragAndDrop(
                        browser.findElement(By.id("step-s3")),
                        browser.findElement(By.cssSelector(".rail[aria-label='Add a step behind Fill']")))
                .perform();
        until(
                "it moved",
                () -> open.look().lanes().getFirst().steps().stream()
                        .map(s -> s.id())
                        .toList()
                        .equals(List.of("s1", "s3", "s2")));
    }

    @Test
    void whatCannotBeDoneIsSaidInTheFooter() {
        OpenLook open = bench("Refused");
        add(open, "n", "solid colour", "fill");
        add(open, "/", "blur", "blur");
        browser.findElement(By.id("step-s1")).click();
        until(
                "Fill is selected",
                () -> !browser.findElements(By.cssSelector("#step-s1.sel")).isEmpty());
        browser.findElement(By.tagName("body")).sendKeys(Keys.DELETE);
        until(
                "the sentence is there",
                () -> browser.findElement(By.cssSelector(".says"))
                        .getText()
                        .contains("Blur cannot start the lane 'fill'"));
        assertThat(open.look().steps()).hasSize(2);
    }

    @Test
    void theProbeTellsLightAboveWhite() {
        OpenLook open = bench("Probe");
        add(open, "n", "solid colour", "fill");
        WebElement number = browser.findElement(By.cssSelector("input[aria-label='Brightness as a number']"));
        number.sendKeys(Keys.chord(Keys.CONTROL, "a"), "20", Keys.ENTER);
        browser.findElement(By.tagName("body")).sendKeys("p");
        until("the numbers are there", () -> {
            new Actions(browser)
                    .moveToElement(browser.findElement(By.cssSelector("canvas.picture")), 10, 10)
                    .moveByOffset(3, 2)
                    .perform();
            return browser.findElement(By.cssSelector(".probe")).getText().contains("brighter than white");
        });
        browser.findElement(By.tagName("body")).sendKeys("p");
    }

    @Test
    void theOutputShowsThePictureFadesAndGoesOnThroughARestart(@TempDir Path own) throws Exception {
        try (java.net.ServerSocket free = new java.net.ServerSocket(0)) {
            int port = free.getLocalPort();
            free.close();
            Program first = new Program(port, own, true);
            String home = browser.getWindowHandle();
            browser.switchTo().newWindow(WindowType.TAB);
            try {
                browser.get("http://localhost:" + port + "/output");
                until("frames arrive", () -> frames() > 5);
                first.get(House.class).programme().light().fade(0, 0);
                until(
                        "it is black",
                        () -> script("return document.querySelector('canvas').style.opacity")
                                .equals("0"));
                first.get(House.class).programme().light().fade(1, 0);
                until(
                        "it is light",
                        () -> script("return document.querySelector('canvas').style.opacity")
                                .equals("1"));
                first.close();
                until("it knows", () -> "false".equals(script("return document.body.dataset.live")));
                assertThat((Long) script("return document.querySelector('canvas').width"))
                        .isGreaterThan(300);
                long held = frames();
                first = new Program(port, own, false);
                until("it goes on", () -> frames() > held + 5);
            } finally {
                browser.close();
                browser.switchTo().window(home);
                first.close();
            }
        }
    }

    private static long frames() {
        Object frames = script("return Number(document.body.dataset.frames || 0)");
        return ((Number) frames).longValue();
    }

    @Test
    void twoOutputsOfOneSizeCostOneEncode() {
        String home = browser.getWindowHandle();
        browser.get(program.url("/output"));
        until("frames arrive", () -> frames() > 3);
        FrameBroadcaster courier = program.get(FrameBroadcaster.class);
        browser.switchTo().newWindow(WindowType.WINDOW);
        browser.manage().window().setSize(new org.openqa.selenium.Dimension(1280, 800));
        browser.get(program.url("/output"));
        until("frames arrive there too", () -> frames() > 3);
        long made = program.get(House.class).player().readings().made();
        long encoded = courier.encodes();
        until(
                "a hundred frames on",
                () -> program.get(House.class).player().readings().made() > made + 100);
        long frames = program.get(House.class).player().readings().made() - made;
        assertThat(courier.encodes() - encoded).isLessThanOrEqualTo(frames + 5);
        browser.close();
        browser.switchTo().window(home);
    }

    @Test
    void thePageKeepsItsSoundInStepWithTheShow() {
        bench("Sound");
        browser.findElement(By.xpath("//button[.='Hear']")).click();
        until("drift under 30 ms", () -> {
            Object drift = script("return document.body.dataset.drift");
            return drift != null && Math.abs(Double.parseDouble(drift.toString())) < 0.03;
        });
        browser.findElement(By.xpath("//button[.='Hearing']")).click();
    }

    @Test
    void showsAreMadeRenamedDeletedAndBroughtBack() {
        browser.get(program.url("/"));
        browser.findElement(By.cssSelector("input[aria-label='Name of a new show']"))
                .sendKeys("Barley Moon", Keys.ENTER);
        until(
                "the show is there",
                () -> browser.findElements(By.cssSelector(".show > h2")).stream()
                        .anyMatch(e -> e.getText().contains("Barley Moon")));
        Browser.over(browser, browser.findElement(By.xpath("//section[.//span[.='Barley Moon']]//h2")));
        browser.findElement(By.xpath("//section[.//span[.='Barley Moon']]//h2//button[.='Delete']"))
                .click();
        until(
                "it is gone",
                () -> browser.findElements(By.cssSelector(".show > h2")).stream()
                        .noneMatch(e -> e.getText().contains("Barley Moon")));
        browser.findElement(By.xpath("//button[.='Undo']")).click();
        until(
                "it is back",
                () -> browser.findElements(By.cssSelector(".show > h2")).stream()
                        .anyMatch(e -> e.getText().contains("Barley Moon")));
    }

    @Test
    void foreignHostsOriginsAndPostsWithoutATokenAreTurnedAway() throws Exception {
        HttpClient client = HttpClient.newHttpClient();
        URI shows = URI.create("http://127.0.0.1:" + program.port + "/shows");
        HttpResponse<String> post = client.send(
                HttpRequest.newBuilder(shows)
                        .header("Content-Type", "application/x-www-form-urlencoded")
                        .POST(HttpRequest.BodyPublishers.ofString("name=Evil"))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        assertThat(post.statusCode()).isEqualTo(403);
        HttpResponse<String> page = client.send(
                HttpRequest.newBuilder(URI.create(program.url("/"))).build(), HttpResponse.BodyHandlers.ofString());
        assertThat(page.headers().firstValue("Content-Security-Policy").orElse(""))
                .contains("default-src 'none'")
                .doesNotContain("unsafe");
        try (java.net.Socket socket = new java.net.Socket("127.0.0.1", program.port)) {
            socket.getOutputStream()
                    .write("GET / HTTP/1.1\r\nHost: evil.example\r\nConnection: close\r\n\r\n".getBytes());
            assertThat(new String(socket.getInputStream().readAllBytes())).startsWith("HTTP/1.1 400");
        }
        try (java.net.Socket socket = new java.net.Socket("127.0.0.1", program.port)) {
            socket.getOutputStream()
                    .write(("GET /live HTTP/1.1\r\nHost: localhost:" + program.port
                                    + "\r\nOrigin: http://evil.example\r\nUpgrade: websocket\r\nConnection: Upgrade\r\n"
                                    + "Sec-WebSocket-Version: 13\r\nSec-WebSocket-Key: dGhlIHNhbXBsZSBub25jZQ==\r\n\r\n")
                            .getBytes());
            byte[] head = socket.getInputStream().readNBytes(12);
            assertThat(new String(head)).isEqualTo("HTTP/1.1 403");
        }
    }
}
