package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.LookJson;
import gloaming.look.Value;
import gloaming.media.CloudFile;
import gloaming.web.live.House;
import gloaming.web.store.Journal;
import gloaming.web.store.MediaStore;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import java.io.ByteArrayInputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;

/** Points as numbers, the camera that is dragged, what a card says of lengths that differ, and points from and to files. */
class PointsOnTheBenchTest extends PageTest {
    private static final String LOOK = """
            {"format":"gloaming-look","version":1,"name":"Points","width":320,"height":180,"rate":30,"seed":1,"tempo":96,
             "lanes":[{"id":"l1","name":"cloud","steps":[
               {"id":"s1","type":"sphere","settings":{"count":100}},
               {"id":"s2","type":"give","settings":{"pattern":"list","list":"1 2 3 4 5","attribute":"warmth"}},
               {"id":"s3","type":"eye"},
               {"id":"s4","type":"draw-dots"}]}],
             "mix":[{"id":"m1","lane":"l1","blend":"over","opacity":1}]}""";

    private static OpenLook opened(String json) {
        Shows shows = program.get(Shows.class);
        String id = shows.addLook(shows.shows().getFirst().id(), LookJson.read(json));
        browser.get(program.bench(id));
        until(
                "the Bench is there",
                () -> !browser.findElements(By.id("step-s1")).isEmpty());
        return program.get(Journal.class).opened(id);
    }

    private static void choose(String step) {
        browser.findElement(By.id("step-" + step)).click();
        until(
                "the step is chosen",
                () -> browser.findElement(By.id("step-" + step))
                        .getDomAttribute("class")
                        .contains("sel"));
    }

    private static double number(OpenLook open, String setting, double initial) {
        return open.look().step("s3").orElseThrow().settings().get(setting) instanceof Value.Num num
                ? num.number()
                : initial;
    }

    private static String table() {
        return browser.findElements(By.cssSelector(".points-table table")).stream()
                .map(WebElement::getText)
                .findFirst()
                .orElse("");
    }

    @Test
    void numbersAreNoLongerWorkedOutWhenTheirPageIsGone() {
        opened(LOOK);
        choose("s1");
        browser.findElement(By.cssSelector(".points-table button")).sendKeys(Keys.ENTER);
        House house = program.get(House.class);
        until("the table comes", () -> !table().isEmpty());
        browser.get(program.url("/guide"));
        until("nobody looks closely", () -> house.player().subscriptions().close() == 0);
    }

    @Test
    void pointsAreReadAsNumbersAndTheCardTellsOfLengthsThatDiffer() {
        opened(LOOK);
        choose("s2");
        until(
                "the card says so",
                () -> "5 values repeated over 100"
                        .equals(browser.findElement(By.id("step-s2")).getDomAttribute("data-tells")));
        WebElement button = browser.findElement(By.cssSelector(".points-table button"));
        button.sendKeys(Keys.ENTER);
        until("the table has the column of its own", () -> table().contains("warmth") && table().contains("1 to 5"));
        until(
                "it says how many there are",
                () -> browser.findElement(By.cssSelector(".points-table p"))
                        .getText()
                        .contains("100 points"));
        choose("s1");
        until("another step's table comes", () -> !table().isEmpty() && !table().contains("warmth"));
        browser.findElement(By.cssSelector(".points-table button")).sendKeys(Keys.ENTER);
        until("it goes", () -> table().isEmpty());
    }

    @Test
    void theCameraIsDraggedRoundOnThePictureAndOneUndoTakesItBack() {
        OpenLook open = opened(LOOK);
        choose("s3");
        WebElement picture = browser.findElement(By.cssSelector("canvas.picture"));
        until(
                "the picture may be dragged",
                () -> browser.findElement(By.cssSelector(".monitor"))
                        .getDomAttribute("class")
                        .contains("draggable"));
        new Actions(browser)
                .moveToElement(picture)
                .clickAndHold()
                .moveByOffset(-60, 0)
                .moveByOffset(-60, 80)
                .release()
                .perform();
        until("it has turned", () -> Math.abs(number(open, "round", 0.06) - 0.16) < 0.005);
        until("and risen", () -> Math.abs(number(open, "high", 0.05) - 0.1) < 0.005);
        choose("s3");
        browser.findElement(By.tagName("body")).sendKeys(Keys.chord(Keys.CONTROL, "z"));
        until("one undo takes all of it back", () -> number(open, "round", 0.06) == 0.06);
    }

    @Test
    void aStepsPointsAreSavedAndComeBackAsAMedium(@TempDir Path folder) throws Exception {
        opened(LOOK);
        HttpResponse<byte[]> answer = get("/looks/" + program.get(House.class).onAir().id + "/points/s2.ply");
        assertThat(answer.statusCode()).isEqualTo(200);
        Points points = CloudFile.read(Files.write(folder.resolve("points.ply"), answer.body()), "points.ply");
        assertThat(points.n()).isEqualTo(100);
        assertThat(points.column("warmth").at(7)).isEqualTo(3f);
        assertThat(get("/looks/" + program.get(House.class).onAir().id + "/points/s4.ply")
                        .statusCode())
                .isEqualTo(404);

        Shows shows = program.get(Shows.class);
        program.get(MediaStore.class)
                .add(
                        shows.shows().getFirst().id(),
                        "hull",
                        "hull.csv",
                        "",
                        new ByteArrayInputStream("x,y,z\n0,0,0\n0,4,0\n2,0,0\n".getBytes(StandardCharsets.UTF_8)));
        program.get(House.class).mediaChanged(shows.shows().getFirst().id());
        opened("""
                {"format":"gloaming-look","version":1,"name":"Hull","width":320,"height":180,"rate":30,"seed":1,"tempo":96,
                 "lanes":[{"id":"l1","name":"cloud","steps":[{"id":"s1","type":"scan","settings":{"points":"hull","fit":2}},
                   {"id":"s2","type":"draw-dots"}]}],
                 "mix":[{"id":"m1","lane":"l1","blend":"over","opacity":1}]}""");
        until("the file has been read", () -> {
            try {
                HttpResponse<byte[]> ply =
                        get("/looks/" + program.get(House.class).onAir().id + "/points/s1.ply");
                if (ply.statusCode() != 200) return false;
                Points back = CloudFile.read(Files.write(folder.resolve("b.ply"), ply.body()), "b.ply");
                return back.n() == 3 && Math.abs(back.at(Attribute.Y, 1) - 1) < 1e-5;
            } catch (Exception e) {
                throw new IllegalStateException(e);
            }
        });
    }

    private static HttpResponse<byte[]> get(String path) throws Exception {
        try (HttpClient client = HttpClient.newHttpClient()) {
            return client.send(
                    HttpRequest.newBuilder(URI.create(program.url(path))).build(),
                    HttpResponse.BodyHandlers.ofByteArray());
        }
    }
}
