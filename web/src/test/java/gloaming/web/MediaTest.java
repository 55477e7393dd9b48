package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.look.Edits;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Value;
import gloaming.media.Facts;
import gloaming.step.Catalogue;
import gloaming.step.EditFactory;
import gloaming.web.live.House;
import gloaming.web.store.Journal;
import gloaming.web.store.Media;
import gloaming.web.store.MediaStore;
import gloaming.web.store.OpenLook;
import gloaming.web.store.ShowZip;
import gloaming.web.store.Shows;
import gloaming.web.store.Uses;
import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;

/** Media from the page of media to the picture on the monitor. */
class MediaTest extends PageTest {
    @TempDir
    static Path files;

    private String show;

    @BeforeEach
    void freshShow() {
        show = program.get(Shows.class).addShow("Media " + System.nanoTime());
    }

    private static byte[] png(Color colour, int width, int height) throws IOException {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
        for (int i = 0; i < width * height; i++) image.setRGB(i % width, i / width, colour.getRGB());
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, "png", out);
        return out.toByteArray();
    }

    private static Path file(String name, byte[] bytes) throws IOException {
        return Files.write(files.resolve(name), bytes);
    }

    private Media.Row add(String name, byte[] bytes) throws IOException {
        return program.get(MediaStore.class).add(show, "", name, "", new ByteArrayInputStream(bytes));
    }

    private static Media media() {
        return program.get(Media.class);
    }

    private void page() {
        browser.get(program.url("/shows/" + show + "/media"));
    }

    private static WebElement card(String ref) {
        return browser.findElement(By.cssSelector("article[data-ref='" + ref + "']"));
    }

    @Test
    void severalFilesComeInAtOnceAndTheOneThatCannotSaysWhy() throws Exception {
        page();
        browser.findElement(By.cssSelector("#bring input[type=file]"))
                .sendKeys(file("Brass Bell.png", png(Color.ORANGE, 40, 20)) + "\n"
                        + file("letter.mp4", "Dear miller".getBytes()) + "\n"
                        + file("moon.png", png(Color.WHITE, 8, 8)));
        Browser.until(
                browser,
                "all have been looked at",
                () -> browser.findElements(By.cssSelector(".arriving li.done")).size() == 2
                        && browser.findElements(By.cssSelector(".arriving li.bad"))
                                        .size()
                                == 1);
        assertThat(browser.findElement(By.cssSelector(".arriving li.bad")).getText())
                .contains("'letter.mp4' is nothing that can be read.");
        assertThat(media().of(show)).extracting(Media.Row::ref).containsExactly("brass-bell", "moon");
        page();
        assertThat(card("brass-bell").getText()).contains("40 × 20", "see-through", "png", "not used");
        assertThat(browser.executeScript("return document.querySelector('article img').naturalWidth"))
                .isEqualTo(320L);
    }

    @Test
    void whatAShowHasNoneOfIsToldWithWhatItWouldBeGoodFor() throws Exception {
        page();
        List<String> kinds = browser.findElements(By.cssSelector(".could b")).stream()
                .map(WebElement::getText)
                .toList();
        assertThat(kinds).contains("clip", "sound");
        add("eel.png", png(Color.GREEN, 8, 8));
        page();
        assertThat(browser.findElements(By.cssSelector(".could b")))
                .extracting(WebElement::getText)
                .doesNotContain("picture")
                .contains("clip");
    }

    @Test
    void aMediumIsRenamedPutIntoAFolderDeletedAndBroughtBack() throws Exception {
        add("eel.png", png(Color.GREEN, 8, 8));
        page();
        Browser.over(browser, card("eel"));
        WebElement name = card("eel").findElement(By.cssSelector("input[name=name]"));
        name.clear();
        name.sendKeys("Silver eel");
        card("eel").findElement(By.cssSelector("input[name=folder]")).sendKeys("river", Keys.ENTER);
        Browser.until(
                browser, "it has its new name", () -> card("eel").getText().contains("Silver eel"));
        assertThat(media().byRef(show, "eel").orElseThrow().folder()).isEqualTo("river");
        Browser.over(browser, card("eel"));
        card("eel").findElement(By.xpath(".//button[.='Delete']")).click();
        Browser.until(
                browser,
                "it is gone",
                () -> browser.findElements(By.cssSelector("article")).isEmpty());
        browser.findElement(By.xpath("//form[@class='said']//button[.='Undo']")).click();
        Browser.until(
                browser,
                "it is back",
                () -> !browser.findElements(By.cssSelector("article")).isEmpty());
    }

    @Test
    void aPictureIsChosenOnTheBenchAndReplacedWhileItPlays() throws Exception {
        add("heron.png", png(Color.RED, 30, 60));
        String id = program.get(Shows.class).addLook(show, Look.empty("Heron"));
        browser.get(program.bench(id));
        Browser.until(
                browser,
                "the Bench is there",
                () -> program.get(Journal.class).opened(id) != null
                        // It is in the page from the beginning, and shown once the page knows its look.
                        && browser.findElements(By.cssSelector(".hint")).stream()
                                .anyMatch(WebElement::isDisplayed));
        OpenLook open = program.get(Journal.class).opened(id);
        browser.findElement(By.tagName("body")).sendKeys("n");
        WebElement input = browser.findElement(By.cssSelector(".finder input"));
        Browser.until(browser, "the finder is open", input::isDisplayed);
        input.sendKeys("logo");
        Browser.until(
                browser,
                "Still is found",
                () -> browser.findElements(By.cssSelector(".finder li")).stream()
                        .findFirst()
                        .map(e -> "still-picture".equals(e.getDomAttribute("data-type")))
                        .orElse(false));
        input.sendKeys(Keys.ENTER);
        Browser.until(
                browser,
                "it is red",
                () -> middle().get(0).intValue() > 200 && middle().get(2).intValue() < 40);
        assertThat(open.look().lanes().getFirst().name())
                .as("the one that came in last is shown at once, and its lane is called after it")
                .isEqualTo("heron");
        assertThat(program.get(Uses.class).of(show, "heron")).containsExactly("Heron");

        Media.Row row = media().byRef(show, "heron").orElseThrow();
        program.get(MediaStore.class).replace(row, "other.png", new ByteArrayInputStream(png(Color.BLUE, 60, 60)));
        program.get(House.class).mediaChanged(show);
        Browser.until(
                browser,
                "it is blue",
                () -> middle().get(2).intValue() > 200 && middle().get(0).intValue() < 40);
        assertThat(open.look().steps().findFirst().orElseThrow().settings().get("medium"))
                .isEqualTo(Value.of("heron"));

        page();
        Browser.over(browser, card("heron"));
        assertThat(card("heron").getText()).contains("Used by Heron.").contains("Delete all the same");
        media().delete(row.id(), true);
        program.get(House.class).mediaChanged(show);
        browser.get(program.bench(id));
        Browser.until(
                browser,
                "it says what is missing",
                () -> browser.findElement(By.cssSelector(".says"))
                        .getText()
                        .contains("there is no medium 'heron' in this show"));
    }

    @Test
    void whatIsOfAnotherKindDoesNotReplaceAndLeavesNothing() throws Exception {
        Media.Row row = add("heron.png", png(Color.RED, 8, 8));
        byte[] wav = gloaming.media.Wav.bytes(new gloaming.sound.HouseBand(3, 220));
        MediaStore store = program.get(MediaStore.class);
        assertThatThrownBy(() -> store.replace(row, "band.wav", new ByteArrayInputStream(wav)))
                .isInstanceOf(Refused.class)
                .hasMessage("'band.wav' is a sound; 'heron.png' is a picture and can only be replaced by one.");
        assertThat(media().find(row.id()).orElseThrow().hash()).isEqualTo(row.hash());
        // What another page is still bringing in is not taken by a sweep.
        Program.until("nothing is left", () -> {
            try (var left = Files.walk(data.resolve("media"))) {
                store.sweep();
                return left.noneMatch(p -> p.toString().endsWith(".part"));
            } catch (IOException | java.io.UncheckedIOException e) {
                return false;
            }
        });
        assertThat(Files.exists(store.path(row.hash()))).isTrue();
    }

    @Test
    void mediaTravelWithTheShowUnderTheNamesThatLooksKnow() throws Exception {
        Media.Row heron = add("heron.png", png(Color.RED, 8, 8));
        add("Heron.png", png(Color.BLUE, 8, 8));
        add("again.png", png(Color.RED, 8, 8));
        media().rename(heron.id(), "The heron", "birds");
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        program.get(ShowZip.class).write(show, out);
        String copy = program.get(ShowZip.class).read(new ByteArrayInputStream(out.toByteArray()));
        assertThat(media().of(copy)).extracting(Media.Row::ref).containsExactly("heron", "heron-2", "again");
        Media.Row came = media().byRef(copy, "heron").orElseThrow();
        assertThat(List.of(came.name(), came.folder(), came.hash()))
                .containsExactly("The heron", "birds", heron.hash());
        assertThat(came.facts().width()).isEqualTo(8);
        assertThat(media().preview(came.id())).isNotEmpty();
        String twin = program.get(Shows.class)
                .duplicate(program.get(Shows.class).show(show).orElseThrow(), "Twin");
        assertThat(media().of(twin)).extracting(Media.Row::ref).containsExactly("heron", "heron-2", "again");
    }

    @Test
    void theCameraOfThePageIsSeenByTheStepCamera() {
        Look empty = Look.empty("Camera");
        Look look = Edits.apply(empty, new EditFactory(Catalogue.all()).addLane(empty, "camera"));
        String id = program.get(Shows.class).addLook(show, look);
        browser.get(program.bench(id));
        Browser.until(
                browser,
                "it says that no camera is open",
                () -> browser.findElement(By.cssSelector(".says")).getText().contains("no camera is open"));
        page();
        browser.executeScript("""
            const canvas = document.createElement('canvas');
            canvas.width = 64; canvas.height = 48;
            const c = canvas.getContext('2d');
            setInterval(() => { c.fillStyle = '#20c040'; c.fillRect(0, 0, 64, 48); }, 30);
            navigator.mediaDevices.getUserMedia = async () => canvas.captureStream(30);
            const Plain = WebSocket;
            window.sockets = [];
            window.WebSocket = class extends Plain { constructor(url) { super(url); window.sockets.push(this); } };
            """);
        browser.findElement(By.id("camera")).click();
        Browser.until(
                browser,
                "it is open",
                () -> browser.findElement(By.id("camera")).getText().equals("Close camera"));
        Browser.until(browser, "pictures arrive", () -> {
            try {
                var picture = program.get(House.class)
                        .camera()
                        .at(new gloaming.library.Cut(64, 36, 1, gloaming.library.Fit.FILL));
                return picture.g()[18 * 64 + 32] > 0.4f && picture.r()[18 * 64 + 32] < 0.1f;
            } catch (IllegalArgumentException none) {
                return false;
            }
        });
        // As when the program is started anew: nobody thinks of the camera then.
        long before = program.get(House.class).camera().now().number();
        browser.executeScript("window.sockets.forEach((s) => s.close())");
        Browser.until(
                browser,
                "it comes back by itself",
                () -> ((Long) browser.executeScript("return window.sockets.length")) > 1
                        && program.get(House.class).camera().now().number() > before + 3);
        browser.findElement(By.id("camera")).click();
        Browser.until(
                browser,
                "it is closed",
                () -> browser.findElement(By.id("camera")).getText().equals("Open camera"));
    }

    /** Drops a file of these bytes on the page, as a hand would. */
    private static void drop(String name, byte[] bytes) {
        browser.executeScript("""
                const bytes = Uint8Array.from(atob(arguments[1]), (c) => c.charCodeAt(0));
                const data = new DataTransfer();
                data.items.add(new File([bytes], arguments[0]));
                document.querySelector('.bench').dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }));
                """, name, java.util.Base64.getEncoder().encodeToString(bytes));
    }

    @Test
    void aFileDroppedOnTheBenchIsALaneAndTheNextOneTakesItsPlace() throws Exception {
        String id = program.get(Shows.class).addLook(show, Look.empty("Dropped"));
        browser.get(program.bench(id));
        Browser.until(
                browser,
                "the Bench is there",
                () -> browser.findElement(By.cssSelector(".hint")).isDisplayed());
        OpenLook open = program.get(Journal.class).opened(id);
        drop("red lamp.png", png(Color.RED, 32, 18));
        Browser.until(browser, "it is a lane", () -> open.look().lanes().size() == 1);
        assertThat(open.look().lanes().getFirst().name()).isEqualTo("red lamp");
        assertThat(open.look().mix()).hasSize(1);
        Browser.until(
                browser,
                "it is selected",
                () -> !browser.findElements(By.cssSelector(".step.sel")).isEmpty());

        drop("blue lamp.png", png(Color.BLUE, 32, 18));
        String blue = "blue-lamp";
        Browser.until(
                browser,
                "the selected step shows the other",
                () -> open.look().step("s1").orElseThrow().settings().containsValue(Value.of(blue)));
        assertThat(open.look().lanes()).hasSize(1);

        drop("letter.png", "Dear miller".getBytes());
        Browser.until(
                browser,
                "what is no picture is refused in a sentence",
                () -> browser.findElement(By.cssSelector(".says")).getText().contains("letter.png"));
        assertThat(open.look().lanes()).hasSize(1);
    }

    @Test
    void anUploadedSoundCanBeChosenAndIsNoPicture() throws Exception {
        Media.Row band = add("band.wav", gloaming.media.Wav.bytes(new gloaming.sound.HouseBand(3, 220)));
        assertThat(band.facts().kind()).isEqualTo(Facts.Kind.SOUND);
        Media.Row picture = add("p.png", png(Color.RED, 8, 8));
        program.get(House.class).sounds().choose(show, band.id());
        assertThatThrownBy(() -> program.get(House.class).sounds().choose(show, picture.id()))
                .isInstanceOf(Refused.class);
        page();
        assertThat(card("band").getText()).contains("used by the sound of the show");
    }
}
