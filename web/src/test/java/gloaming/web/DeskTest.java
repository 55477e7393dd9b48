package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.desk.Control;
import gloaming.desk.Inbox;
import gloaming.desk.Osc;
import gloaming.look.Binding;
import gloaming.look.Clock;
import gloaming.look.Edit;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.play.Readings;
import gloaming.web.live.Devices;
import gloaming.web.live.House;
import gloaming.web.live.ShowSounds;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.ShowZip;
import gloaming.web.store.Shows;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.Rectangle;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.Select;

/** The Desk, the phone desk and hands on the Bench in a real browser, with another program's OSC client. */
class DeskTest extends PageTest {

    @BeforeEach
    void clear() {
        // Each test begins with a look in nobody's hands.
        OpenLook open = program.open("Brass bell");
        program.get(House.class).take(program.look("Brass bell"));
        if (!open.look().desk().equals(gloaming.look.Desk.EMPTY)) {
            open.apply(new gloaming.look.Edit.SetDesk(gloaming.look.Desk.EMPTY), 0);
        }
    }

    private static String bench() {
        return program.bench(program.look("Brass bell").id());
    }

    private static String desk() {
        return program.desk(program.look("Brass bell").id());
    }

    private static Inbox inbox() {
        return program.get(House.class).inbox();
    }

    private static Look look() {
        return program.open("Brass bell").look();
    }

    /** A message from a client that was not written here. */
    private static void oscsend(String address, String types, Object... arguments) throws Exception {
        int port = program.get(Devices.class).oscPort();
        List<String> command =
                new java.util.ArrayList<>(List.of("oscsend", "127.0.0.1", String.valueOf(port), address, types));
        for (Object argument : arguments) command.add(String.valueOf(argument));
        Process process = new ProcessBuilder(command).inheritIO().start();
        assertThat(process.waitFor(20, TimeUnit.SECONDS)).isTrue();
        assertThat(process.exitValue()).isZero();
    }

    private static Step numeric() {
        return look().steps().filter(s -> s.type().equals("glow")).findFirst().orElseThrow();
    }

    private static void choose(Step step) {
        until(
                "the step's card",
                () -> !browser.findElements(By.id("step-" + step.id())).isEmpty());
        browser.executeScript("document.getElementById('step-" + step.id() + "').click()");
        until(
                "its slider",
                () -> !browser.findElements(By.cssSelector(".sl[data-setting=amount]"))
                        .isEmpty());
    }

    @Test
    void aControlIsLearntOnTheBenchMovesTheSettingAndSurvivesReloadExportAndImport() throws Exception {
        browser.get(bench());
        choose(numeric());
        browser.findElement(By.cssSelector(".sl[data-setting=amount]")).sendKeys("c");
        until(
                "it waits for a control",
                () -> browser.findElement(By.cssSelector("footer .says"))
                        .getText()
                        .contains("Move the control"));
        oscsend("/mill/glow", "f", 0.2);
        oscsend("/mill/glow", "f", 0.9);
        until("the binding", () -> look().desk().bindings().size() == 1);
        Binding binding = look().desk().bindings().getFirst();
        assertThat(binding.control()).isEqualTo("osc /mill/glow");
        until(
                "it stands on the page",
                () -> browser.findElement(By.cssSelector(".held b")).getText().contains("osc /mill/glow"));
        // Softly picked up: frames have to see the control pass by the value.
        Readings frames =
                program.get(House.class).player(program.look("Brass bell").id()).readings();
        until("a frame that knows of it", () -> !frames.held().isEmpty());
        oscsend("/mill/glow", "f", 0.0);
        long made = frames.made();
        until("frames in which it is there", () -> frames.made() > made + 2);
        oscsend("/mill/glow", "f", 0.5);
        until(
                "the document has what the hand left",
                () -> numeric().settings().get("amount") instanceof Value.Num n
                        && Math.abs(n.number() - binding.map(0.5)) < 1e-6);
        browser.navigate().refresh();
        choose(numeric());
        until(
                "the binding is still there",
                () -> !browser.findElements(By.cssSelector(".held b")).isEmpty());

        ByteArrayOutputStream zip = new ByteArrayOutputStream();
        program.get(ShowZip.class).write(program.look("Brass bell").showId(), zip);
        String show = program.get(ShowZip.class).read(new ByteArrayInputStream(zip.toByteArray()));
        Shows shows = program.get(Shows.class);
        Shows.LookRow copy = shows.looks(show).stream()
                .filter(l -> l.name().equals("Brass bell"))
                .findFirst()
                .orElseThrow();
        assertThat(shows.document(copy.id()).desk()).isEqualTo(look().desk());
        assertThat(shows.phone(show)).isEqualTo(gloaming.desk.Phone.FIRST);
        shows.dropShow(show);
    }

    @Test
    void whatArrivesIsListedFilteredAndBoundByPicking() throws Exception {
        browser.get(desk());
        oscsend("/mill/fader/1", "f", 0.25);
        oscsend("/mill/fader/1", "f", 0.75);
        oscsend("/mill/many", "ifsT", 4, 0.5, "words");
        until(
                "three rows",
                () -> browser.findElements(By.cssSelector(".arrival")).size() >= 4);
        until(
                "the last value",
                () -> row("osc /mill/fader/1")
                        .findElement(By.cssSelector(".value"))
                        .getText()
                        .equals("0.75"));
        assertThat(row("osc /mill/fader/1")
                        .findElement(By.cssSelector(".reach"))
                        .getText())
                .isEqualTo("0.25…0.75");
        browser.findElement(By.cssSelector(".arrivals input")).sendKeys("fader");
        until(
                "only the fader is left",
                () -> browser.findElements(By.cssSelector(".arrival")).size() == 1);
        row("osc /mill/fader/1").findElement(By.tagName("button")).click();
        Step step = numeric();
        String lane = look().laneOf(step.id()).orElseThrow().name();
        until(
                "the choices",
                () -> browser.findElement(By.cssSelector(".picking")).isDisplayed());
        new Select(browser.findElement(By.cssSelector(".picking select"))).selectByVisibleText(lane + ": Glow");
        until(
                "its settings",
                () -> browser.findElements(By.cssSelector(".picking select:nth-of-type(2) option")).stream()
                        .anyMatch(o -> o.getText().equals("Amount")));
        new Select(browser.findElement(By.cssSelector(".picking select:nth-of-type(2)"))).selectByVisibleText("Amount");
        browser.findElement(By.cssSelector(".picking .hot")).click();
        until("bound", () -> look().desk().bindings().size() == 1);
        until(
                "listed as bound",
                () -> row("osc /mill/fader/1").getAttribute("class").contains("bound"));
        until(
                "the binding",
                () -> !browser.findElements(By.cssSelector(".binding .head")).isEmpty());
        browser.findElement(By.cssSelector(".binding .head")).click();
        WebElement high = browser.findElement(By.cssSelector("input[aria-label='Setting at the high end']"));
        high.sendKeys(Keys.chord(Keys.CONTROL, "a"), "1.5", Keys.TAB);
        until("its range is changed", () -> look().desk().bindings().getFirst().high() == 1.5);
        browser.findElement(By.cssSelector(".binding > .btn")).click();
        until("unbound", () -> look().desk().bindings().isEmpty());
    }

    private static WebElement row(String name) {
        return browser.findElement(By.cssSelector(".arrival[data-control='" + name + "']"));
    }

    @Test
    void thePadPlaysThroughItsPortAndKeysAndPointerAreControls() {
        browser.get(desk());
        until(
                "the pad",
                () -> !browser.findElements(By.cssSelector(".pad[data-note='40']"))
                        .isEmpty());
        new Actions(browser)
                .click(browser.findElement(By.cssSelector(".pad[data-note='40']")))
                .perform();
        until(
                "the note and its end",
                () -> control("midi pad/1/note/40") != null
                        && control("midi pad/1/note/40").count() == 2);
        assertThat(control("midi pad/1/note/40").presses()).isEqualTo(1);
        new Actions(browser).sendKeys("q").perform();
        until("the key", () -> control("key q") != null && control("key q").presses() == 1);
        new Actions(browser)
                .moveToElement(browser.findElement(By.cssSelector(".desk > .monitor")))
                .perform();
        until(
                "the pointer",
                () -> control("pointer x") != null
                        && Math.abs(control("pointer x").value() - 0.5) < 0.02);
    }

    private static Control control(String name) {
        return inbox().find(name);
    }

    @Test
    void thePhoneDeskSendsPacketsAndIsLaidOutByTheArtist() {
        String show = program.look("Brass bell").showId();
        browser.get(program.url("/phone/" + show));
        until(
                "its controls",
                () -> browser.findElements(By.cssSelector(".plate .item")).size() == 11);
        WebElement fader = browser.findElement(By.cssSelector(".item[data-id=f1] > div"));
        long packets = program.get(Devices.class).oscPackets();
        new Actions(browser)
                .moveToElement(fader, 0, 20)
                .clickAndHold()
                .moveByOffset(0, -60)
                .release()
                .perform();
        until(
                "the fader came in as OSC",
                () -> control("osc /phone/fader/2") != null
                        && control("osc /phone/fader/2").value() > 0.5);
        assertThat(program.get(Devices.class).oscPackets()).isGreaterThan(packets);
        browser.findElement(By.cssSelector(".item[data-id=t0] > div")).sendKeys(Keys.ENTER);
        until(
                "the switch is on",
                () -> control("osc /phone/switch/1") != null
                        && control("osc /phone/switch/1").value() == 1);
        WebElement plane = browser.findElement(By.cssSelector(".item .spot"));
        new Actions(browser)
                .moveToElement(plane.findElement(By.xpath("..")), 30, -20)
                .click()
                .perform();
        until("what is shown of a plane is under the finger", () -> {
            Rectangle all = plane.findElement(By.xpath("..")).getRect();
            Rectangle spot = plane.getRect();
            return Math.abs(spot.x + spot.width / 2 - (all.x + all.width / 2 + 30)) <= 2
                    && Math.abs(spot.y + spot.height / 2 - (all.y + all.height / 2 - 20)) <= 2;
        });
        browser.findElement(By.cssSelector(".lay")).click();
        browser.findElement(By.cssSelector("[data-add=pad]")).click();
        WebElement address = browser.findElement(By.cssSelector(".address"));
        address.sendKeys(Keys.chord(Keys.CONTROL, "a"), "no address", Keys.TAB);
        until(
                "a bad address is refused in a sentence",
                () -> browser.findElement(By.cssSelector(".phone-desk .says"))
                        .getText()
                        .contains("begins with /"));
        address.sendKeys(Keys.chord(Keys.CONTROL, "a"), "/bell", Keys.TAB);
        Shows shows = program.get(Shows.class);
        until(
                "the layout is kept",
                () -> shows.phone(show).items().stream()
                        .anyMatch(i -> i.address().equals("/bell")));
        browser.navigate().refresh();
        until(
                "and comes back",
                () -> browser.findElements(By.cssSelector(".plate .item")).size() == 12);
        shows.setPhone(show, gloaming.desk.Phone.FIRST);
    }

    @Test
    void aFormulaIsTypedIntoANumberFieldAndWhatIsWrongIsUnderlined() {
        browser.get(bench());
        Step step = numeric();
        choose(step);
        browser.findElement(By.cssSelector("input[aria-label='Amount as a number']"))
                .sendKeys("=");
        until(
                "the formula's field",
                () -> !browser.findElements(By.cssSelector(".formula input")).isEmpty());
        WebElement field = browser.findElement(By.cssSelector(".formula input"));
        field.sendKeys(Keys.chord(Keys.CONTROL, "a"), "value + wibble");
        until(
                "the wrong part is underlined",
                () -> browser.findElement(By.cssSelector(".formula u"))
                        .getText()
                        .equals("wibble"));
        assertThat(browser.findElement(By.cssSelector(".formula p")).getText()).contains("nothing called 'wibble'");
        field.sendKeys(Keys.chord(Keys.CONTROL, "a"), "0.5 + 0.25 * 2");
        until("it is in force", () -> numeric().formulas().containsKey("amount"));
        until(
                "the slider shows what it comes to",
                () -> "1"
                        .equals(browser.findElement(By.cssSelector(".sl[data-setting=amount]"))
                                .getAttribute("aria-valuenow")));
        field.sendKeys(Keys.ENTER);
        browser.findElement(By.cssSelector(".formula .btn")).click();
        until("it is gone", () -> numeric().formulas().isEmpty());
        WebElement number = browser.findElement(By.cssSelector("input[aria-label='Amount as a number']"));
        assertThat(number.isDisplayed()).isTrue();
    }

    @Test
    void aSettingIsLiftedOntoTheStripAndSetThere() {
        browser.get(bench());
        choose(numeric());
        browser.findElement(By.cssSelector(".sl[data-setting=amount]")).sendKeys("l");
        until(
                "it is on the strip",
                () -> browser.findElements(By.cssSelector(".strip .sl")).size() == 1);
        browser.findElement(By.cssSelector(".strip .sl")).sendKeys(Keys.END);
        until("set to its end", () -> numeric().settings().get("amount") instanceof Value.Num n && n.number() == 4);
        browser.get(desk());
        until(
                "the Desk has it too",
                () -> browser.findElements(By.cssSelector(".strip .sl")).size() == 1);
        browser.findElement(By.cssSelector(".strip .sl")).sendKeys(Keys.HOME);
        until(
                "set to its beginning",
                () -> numeric().settings().get("amount") instanceof Value.Num n && n.number() == 0);
    }

    @Test
    void aCurveIsDrawnWithPointerAndKeys() {
        browser.get(bench());
        until("the page", () -> !browser.findElements(By.cssSelector(".step")).isEmpty());
        OpenLook open = program.open("Brass bell");
        new Actions(browser).sendKeys("n").perform();
        until(
                "the finder",
                () -> browser.findElement(By.cssSelector(".finder input")).isDisplayed());
        browser.findElement(By.cssSelector(".finder input")).sendKeys("curve");
        until(
                "it is found",
                () -> browser.findElements(By.cssSelector(".finder li.at[data-type=curve]"))
                                .size()
                        == 1);
        browser.findElement(By.cssSelector(".finder input")).sendKeys(Keys.ENTER);
        until("it is there", () -> open.look().steps().anyMatch(s -> s.type().equals("curve")));
        String id = open.look()
                .steps()
                .filter(s -> s.type().equals("curve"))
                .findFirst()
                .orElseThrow()
                .id();
        until(
                "and selected",
                () -> browser.findElement(By.cssSelector(".set h1")).getText().equals("Curve"));
        new Actions(browser).sendKeys("e").perform();
        until("three keys", () -> keysOnPage() == 3);
        WebElement svg = browser.findElement(By.cssSelector("svg.curve"));
        until("the curve has the keys", () -> svg.equals(browser.switchTo().activeElement()));
        until("a fourth on the page", () -> {
            // What takes a loaded machine longer than half a second was two clicks.
            if (keysOnPage() == 3)
                new Actions(browser).moveToElement(svg, 200, -20).doubleClick().perform();
            return keysOnPage() == 4;
        });
        until("a fourth", () -> gloaming.curve.Keys.parse(keys(open, id)).keys().size() == 4);
        new Actions(browser).sendKeys("3").perform();
        until("it holds", () -> keys(open, id).contains("hold"));
        new Actions(browser)
                .keyDown(Keys.CONTROL)
                .sendKeys("a")
                .keyUp(Keys.CONTROL)
                .sendKeys(Keys.ARROW_UP)
                .perform();
        until("all are lifted", () -> gloaming.curve.Keys.parse(keys(open, id)).at(0) > 0.005);
        new Actions(browser)
                .keyDown(Keys.CONTROL)
                .sendKeys("c")
                .sendKeys("v")
                .keyUp(Keys.CONTROL)
                .perform();
        until(
                "pasted behind",
                () -> gloaming.curve.Keys.parse(keys(open, id)).keys().size() == 8);
        new Actions(browser).sendKeys(Keys.DELETE).perform();
        until(
                "removed again",
                () -> gloaming.curve.Keys.parse(keys(open, id)).keys().size() == 4);
        anotherCurveLiesBehindAndIsDrawnWhenItsNameIsPressed(open);
        new Actions(browser).sendKeys(Keys.ESCAPE).perform();
        until(
                "the lanes are back",
                () -> browser.findElement(By.cssSelector(".lanes")).isDisplayed());
    }

    @Test
    void aPathIsDrawnOverThePictureFromTwoSidesAndIsOneUndoEach() {
        browser.get(bench());
        OpenLook open = program.open("Brass bell");
        program.get(House.class)
                .edits()
                .edit(
                        open,
                        new Edit.AddLane(
                                0, new Lane("l-way", "way", Clock.SHOW, List.of(Step.of("s-way", "timed-path")))));
        until(
                "the step's card",
                () -> !browser.findElements(By.id("step-s-way")).isEmpty());
        browser.executeScript("document.getElementById('step-s-way').click()");
        until("it can be drawn", () -> chip("Draw its path").isDisplayed());
        chip("Draw its path").click();
        until(
                "its path is over the picture",
                () -> !browser.findElements(By.cssSelector(".path-host .path")).isEmpty());
        draw(-200, 40, 180, -50);
        until("up goes as it was drawn", () -> at(open, "up", 0) < at(open, "up", 1));
        assertThat(at(open, "across", 1) - at(open, "across", 0)).isGreaterThan(0.9);
        assertThat(at(open, "near", 1)).isZero();
        String up = keys(open, "s-way", "up");
        chip("top").click();
        draw(100, -50, -120, 60);
        until("nearer as it was drawn", () -> at(open, "near", 1) - at(open, "near", 0) > 0.2);
        assertThat(at(open, "across", 1)).isLessThan(at(open, "across", 0));
        open.undo();
        assertThat(keys(open, "s-way", "up")).isEqualTo(up);
        assertThat(at(open, "near", 1)).isZero();
        new Actions(browser).sendKeys(Keys.ESCAPE).perform();
        until("it is done", () -> chip("Draw its path").isDisplayed());
        program.get(House.class).edits().edit(open, new Edit.RemoveLane("l-way"));
    }

    private static WebElement chip(String text) {
        return browser.findElement(By.xpath(
                "//*[contains(@class,'monitor')]//*[contains(@class,'chip')][normalize-space(.)='" + text + "']"));
    }

    private static void draw(int x, int y, int toX, int toY) {
        WebElement over = browser.findElement(By.cssSelector(".monitor canvas.picture"));
        Actions hand = new Actions(browser).moveToElement(over, x, y).clickAndHold();
        for (int i = 1; i <= 8; i++) hand.moveToElement(over, x + (toX - x) * i / 8, y + (toY - y) * i / 8);
        hand.release().perform();
    }

    /** A curve of the path at its beginning, or at its end. */
    private static double at(OpenLook open, String setting, int end) {
        gloaming.curve.Keys curve = gloaming.curve.Keys.parse(keys(open, "s-way", setting));
        return curve.at(end * curve.end());
    }

    private static String keys(OpenLook open, String step, String setting) {
        Step at = open.look().step(step).orElseThrow();
        return at.settings().get(setting) instanceof Value.Word word ? word.text() : "0 0 hold";
    }

    private static int keysOnPage() {
        return browser.findElements(By.cssSelector(".curve .key")).size();
    }

    private static void anotherCurveLiesBehindAndIsDrawnWhenItsNameIsPressed(OpenLook open) {
        Lane tide = new Lane("l-tide", "tide", Clock.SHOW, List.of(Step.of("s-tide", "curve")));
        program.get(House.class)
                .edits()
                .edit(open, new Edit.AddLane(open.look().lanes().size(), tide));
        until(
                "its name",
                () -> browser.findElements(By.cssSelector(".curve .other-name")).stream()
                        .anyMatch(name -> "tide · Curve".equals(name.getAttribute("textContent"))));
        browser.findElements(By.cssSelector(".curve .other-name")).stream()
                .filter(name -> "tide · Curve".equals(name.getAttribute("textContent")))
                .findFirst()
                .orElseThrow()
                .click();
        until(
                "it is drawn now",
                () -> browser.findElement(By.cssSelector("[aria-label='The curve that is drawn']"))
                        .getAttribute("value")
                        .startsWith("s-tide"));
        until("with its own keys", () -> keysOnPage() == 3);
    }

    private static String keys(OpenLook open, String id) {
        return open.look().step(id).orElseThrow().settings().get("keys") instanceof Value.Word word
                ? word.text()
                : "0 0 smooth";
    }

    @Test
    void aFloodAndRubbishAreCountedAndFramesGoOn() throws Exception {
        House house = program.get(House.class);
        Devices devices = program.get(Devices.class);
        try (DatagramSocket socket = new DatagramSocket()) {
            double time = house.player().readings().time();
            long packets = devices.oscPackets();
            byte[] rubbish = {1, 2, 3, 4, 5};
            long sent = 0;
            long end = System.nanoTime() + 2_000_000_000L;
            long started = System.nanoTime();
            while (System.nanoTime() < end) {
                // Twenty thousand a second, every address another one.
                if (sent > (System.nanoTime() - started) / 50_000) continue;
                byte[] packet = sent % 100 == 0 ? rubbish : Osc.message("/flood/" + sent, 0.5f);
                socket.send(
                        new DatagramPacket(packet, packet.length, InetAddress.getLoopbackAddress(), devices.oscPort()));
                sent++;
            }
            assertThat(sent).isGreaterThan(20_000);
            long came = devices.oscPackets() - packets;
            assertThat(came).isGreaterThan(sent / 4);
            assertThat(devices.oscMalformed()).isGreaterThan(10);
            assertThat(inbox().controls()).hasSizeLessThanOrEqualTo(Inbox.MOST);
            assertThat(house.player().readings().time() - time)
                    .as("frames go on: seconds of the look")
                    .isGreaterThan(0.5);
        }
        browser.get(desk());
        until(
                "it is shown",
                () -> browser.findElement(By.cssSelector(".counts")).getText().contains("malformed"));
        inbox().clear();
    }

    @Test
    void whatALookTellsIsHeardByAClientThatWasNotWrittenHere() throws Exception {
        int port;
        try (DatagramSocket free = new DatagramSocket(0, InetAddress.getLoopbackAddress())) {
            port = free.getLocalPort();
        }
        Process oscdump = new ProcessBuilder("stdbuf", "-oL", "oscdump", String.valueOf(port))
                .redirectErrorStream(true)
                .start();
        try {
            Devices devices = program.get(Devices.class);
            devices.choose(new Devices.Kept(devices.kept().oscIn(), port, false));
            OpenLook open = program.open("Brass bell");
            House house = program.get(House.class);
            Look now = open.apply(
                    new gloaming.look.Edit.AddLane(
                            0,
                            new gloaming.look.Lane(
                                    "l90",
                                    "telling",
                                    null,
                                    List.of(
                                            Step.of("s90", "sway").with("rate", Value.of(5)),
                                            Step.of("s91", "tell").with("to", Value.of("osc /mill/sway"))))),
                    0);
            house.player().change(now);
            try (var reader = oscdump.inputReader()) {
                String line = reader.readLine();
                assertThat(line).contains("/mill/sway f ");
            }
            open.undo();
            house.player().change(open.look());
            program.get(Journal.class).flush();
        } finally {
            oscdump.destroy();
        }
    }

    @Test
    void theLastChoiceOfASoundIsTheOneThatIsHeardHoweverFastItCame() {
        House house = program.get(House.class);
        String show = program.look("Brass bell").showId();
        try {
            for (int i = 0; i < 60; i++) {
                house.sounds().choose(show, null);
                house.sounds().choose(show, ShowSounds.SILENCE);
                house.sounds().choose(show, ShowSounds.MICROPHONE);
                until("the microphone is heard", () -> house.sounds().id(show).equals(ShowSounds.MICROPHONE));
            }
        } finally {
            house.sounds().choose(show, null);
        }
    }

    /** A twentieth of a second of 220 Hz at half scale, which 12 dB make twice too loud. */
    private static void sendTone(java.net.http.WebSocket socket) {
        java.nio.ByteBuffer block = java.nio.ByteBuffer.allocate(4 * 2_400).order(java.nio.ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i < 2_400; i++) block.putFloat((float) (0.5 * Math.sin(2 * Math.PI * 220 * i / 48_000)));
        socket.sendBinary(block.flip(), true).join();
    }

    @Test
    void aMicrophoneOfAPageIsHeardWithItsGainAndClippingIsShown() throws Exception {
        House house = program.get(House.class);
        String show = program.look("Brass bell").showId();
        house.sounds().choose(show, ShowSounds.MICROPHONE);
        // Not closed with its block: it would wait for the socket, for ever where something has failed before.
        java.net.http.HttpClient client = java.net.http.HttpClient.newHttpClient();
        java.net.http.WebSocket socket = client.newWebSocketBuilder()
                .buildAsync(
                        java.net.URI.create("ws://localhost:" + program.port + "/microphone?rate=48000"),
                        new java.net.http.WebSocket.Listener() {})
                .join();
        try {
            house.sounds().gain(show, 12);
            browser.get(desk());
            // Sound comes at its own pace, however slow the browser is.
            var sends = java.util.concurrent.Executors.newSingleThreadScheduledExecutor();
            var sending = sends.scheduleAtFixedRate(
                    () -> sendTone(socket), 0, 50, java.util.concurrent.TimeUnit.MILLISECONDS);
            try {
                until(
                        "clipping is told",
                        () -> house.sounds().id(house.onAir().showId).equals(ShowSounds.MICROPHONE)
                                && browser.findElements(By.cssSelector(".clip")).stream()
                                        .anyMatch(e -> e.isDisplayed()));
            } finally {
                sending.cancel(false);
                sends.shutdown();
                sends.awaitTermination(10, java.util.concurrent.TimeUnit.SECONDS);
            }
            assertThat(browser.findElement(By.cssSelector(".db")).getAttribute("textContent"))
                    .doesNotContain("silence");
        } finally {
            socket.abort();
            client.shutdownNow();
            house.sounds().gain(show, 0);
            house.sounds().choose(show, null);
        }
    }

    @Test
    void anInputThatIsNotThereIsToldInASentence() {
        House house = program.get(House.class);
        String show = program.look("Brass bell").showId();
        house.sounds().choose(show, ShowSounds.INPUT + "Weir hydrophone");
        browser.get(bench());
        until(
                "a sentence says so",
                () -> browser.findElement(By.cssSelector("footer .says"))
                        .getText()
                        .contains("no sound input 'Weir hydrophone'"));
        house.sounds().choose(show, null);
    }
}
