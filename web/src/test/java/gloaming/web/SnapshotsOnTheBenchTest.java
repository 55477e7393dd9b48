package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Desk;
import gloaming.look.Edit;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Lifted;
import gloaming.look.Look;
import gloaming.look.Snapshots;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.Select;

/** Snapshots with a glide between them, chance, and a look within a look, by keys. */
class SnapshotsOnTheBenchTest extends ByHand {
    private static void number(String id, String value) {
        browser.findElement(By.id(id)).sendKeys(Keys.chord(Keys.CONTROL, "a"), value, Keys.ENTER);
    }

    private static Value brightness(OpenLook open) {
        return open.look().step("s1").orElseThrow().settings().get("brightness");
    }

    @Test
    void aSnapshotIsTakenCalledAndGlidedToAndOneUndoTakesTheCallBack() {
        OpenLook open = bench("Dusk and night");
        add(open, "n", "solid colour", "fill");
        until("there is a picture", () -> brightest() > 60);
        keys("m");
        until("it is kept", () -> open.look().snapshots().all().size() == 1);
        Snapshots.Snapshot dusk = open.look().snapshots().all().getFirst();
        assertThat(dusk.picture()).startsWith("data:image/jpeg;base64,");
        assertThat(dusk.steps()).containsOnlyKeys("s1");
        number("set-brightness", "0");
        until("it is night", () -> brightest() < 10 && Value.of(0).equals(brightness(open)));
        browser.findElement(By.cssSelector(".snap .more")).click();
        WebElement time = browser.findElement(By.cssSelector(".changing input.num"));
        time.sendKeys(Keys.chord(Keys.CONTROL, "a"), "2.5", Keys.ENTER);
        until(
                "a glide takes its time",
                () -> open.look().snapshots().all().getFirst().time() == 2.5);

        browser.findElement(By.cssSelector(".lanes")).click();
        keys("1");
        until("it is dusk in the document at once", () -> brightness(open) == null);
        until("and on the monitor by and by", () -> brightest() > 20 && brightest() < 80);
        until("until it is there", () -> brightest() > 80);
        keys("1");
        until(
                "once more there is nothing to do, and that is said",
                () -> browser.findElement(By.cssSelector(".says")).getText().contains("already"));
        chord("z");
        until("one undo takes the call back", () -> Value.of(0).equals(brightness(open)));
        until("at once", () -> brightest() < 10);
        Look before = open.look();
        keys("7");
        until(
                "what is not there is said",
                () -> browser.findElement(By.cssSelector(".says")).getText().contains("no snapshot 7"));
        assertThat(open.look()).isEqualTo(before);
    }

    @Test
    void chanceSetsTheStepThatIsChosenAndOneKeyShowsBeforeAndAfter() {
        OpenLook open = bench("By chance");
        add(open, "n", "solid colour", "fill");
        Look before = open.look();
        keys("x");
        until("chance has set something", () -> !open.look().equals(before));
        Look thrown = open.look();
        keys("z");
        until("it is as it was", () -> open.look().equals(before));
        keys("z");
        until("and as it is", () -> open.look().equals(thrown));
    }

    @Test
    void anotherLookOfTheShowIsAPictureOnTheBench() {
        Shows shows = program.get(Shows.class);
        String show = shows.shows().getFirst().id();
        Lane lane =
                new Lane("l1", "red", Clock.SHOW, List.of(Step.of("s1", "fill").with("colour", Value.of("#ff0000"))));
        Look red = Look.empty("All red").withLanes(List.of(lane)).withMix(List.of(Layer.of("m1", "l1", Blend.OVER, 1)));
        String id = shows.addLook(show, red);
        OpenLook open = bench("Outside");
        add(open, "n", "another look as a picture", "look-inside");
        until(
                "it is among those that there are",
                () -> browser.findElements(By.cssSelector("#set-look option")).stream()
                        .anyMatch(o -> id.equals(o.getDomAttribute("value"))));
        new Select(browser.findElement(By.id("set-look"))).selectByValue(id);
        until(
                "it is chosen",
                () -> Value.of(id)
                        .equals(open.look().step("s1").orElseThrow().settings().get("look")));
        until("and seen", () -> brightest() > 150);
        assertThat(browser.findElements(By.cssSelector("#set-look option")))
                .noneMatch(o -> open.id.equals(o.getDomAttribute("value")));
        browser.findElement(By.id("set-strip")).click();
        until(
                "nothing lies there yet",
                () -> browser.findElement(By.cssSelector("footer .says"))
                        .getText()
                        .contains("Nothing lies on the strip of that look"));
        // What is laid on its strip afterwards is set here once it is taken.
        OpenLook within = program.get(Journal.class).open(shows.look(id).orElseThrow());
        Desk strip = new Desk(List.of(), List.of(new Lifted("s1", "brightness", "Lamp")));
        within.apply(new Edit.SetDesk(strip), 0);
        browser.findElement(By.id("set-strip")).click();
        until(
                "it is a setting",
                () -> !browser.findElements(By.id("set-s1.brightness")).isEmpty());
        WebElement lamp = browser.findElement(By.id("set-s1.brightness"));
        lamp.sendKeys(Keys.chord(Keys.CONTROL, "a"), "0", Keys.ENTER);
        until(
                "it is set",
                () -> Value.of(0)
                        .equals(open.look().step("s1").orElseThrow().settings().get("s1.brightness")));
        until("dark", () -> brightest() < 20);
        browser.findElement(By.id("step-s1")).sendKeys(Keys.chord(Keys.CONTROL, "z"));
        until("one undo and it is lit", () -> brightest() > 150);
    }

    @Test
    void snapshotsLieOnAFieldAndASignalGoesBetweenThem() {
        OpenLook open = bench("Between");
        add(open, "n", "oscillator", "sway");
        add(open, "n", "solid colour", "fill");
        String fill = open.look()
                .steps()
                .filter(s -> s.type().equals("fill"))
                .findFirst()
                .orElseThrow()
                .id();
        open.apply(new Edit.Set(fill, "brightness", Value.of(0)), 0);
        new Actions(browser).sendKeys("m").perform();
        until("one is taken", () -> open.look().snapshots().all().size() == 1);
        open.apply(new Edit.Set(fill, "brightness", Value.of(8)), 0);
        new Actions(browser).sendKeys("m").perform();
        until("and another", () -> open.look().snapshots().all().size() == 2);
        button("Field").click();
        for (int i = 1; i <= 2; i++) {
            int n = i;
            until(
                    "it can be laid there",
                    () -> !browser.findElements(By.cssSelector(".field-words .off button"))
                            .isEmpty());
            browser.findElement(By.cssSelector(".field-words .off button")).click();
            until("it lies there", () -> spots(open).size() == n);
        }
        new Select(browser.findElement(By.id("field-across"))).selectByVisibleText("oscillator");
        until("a lane says where", () -> open.look().snapshots().field().across() != null);
        button("Go by it").click();
        until("settings go by it", () -> open.look().snapshots().field().on());
        until("it gets dark", () -> brightest() < 60);
        until("and light", () -> brightest() > 200);
        until(
                "which the setting says",
                () -> browser.findElements(By.cssSelector(".by-field")).stream()
                                .filter(WebElement::isDisplayed)
                                .count()
                        == 1);

        WebElement area = browser.findElement(By.cssSelector(".field-area"));
        WebElement second = browser.findElements(By.cssSelector(".spot")).getLast();
        new Actions(browser)
                .moveToElement(second)
                .clickAndHold()
                .moveToElement(area)
                .release()
                .perform();
        until(
                "it is dragged to the middle",
                () -> Math.abs(spots(open).get("n2").x() - 0.5) < 0.02);
        second.sendKeys(Keys.ARROW_RIGHT);
        until("and a little further by a key", () -> spots(open).get("n2").x() > 0.51);
        chord("z");
        until("undo takes back the key", () -> Math.abs(spots(open).get("n2").x() - 0.5) < 0.02);
        chord("z");
        until("and the drag as one", () -> spots(open).get("n2").x() == 1);
    }

    private static Map<String, Snapshots.Spot> spots(OpenLook open) {
        Snapshots.Field field = open.look().snapshots().field();
        return field == null ? Map.of() : field.spots();
    }

    private static WebElement button(String text) {
        return browser.findElement(By.xpath("//button[normalize-space(.)='" + text + "']"));
    }
}
