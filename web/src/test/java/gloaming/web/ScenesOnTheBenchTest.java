package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Look;
import gloaming.look.Value;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.JavascriptExecutor;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;

/** Solids, cameras and what they give beside their picture, and the clipboard, by keys on the real Bench. */
class ScenesOnTheBenchTest extends PageTest {
    private static OpenLook bench(String name) {
        Shows shows = program.get(Shows.class);
        String id = shows.addLook(shows.shows().getFirst().id(), Look.empty(name));
        browser.get(program.bench(id));
        until(
                "the Bench is there",
                () -> !browser.findElements(By.cssSelector(".hint")).isEmpty()
                        && browser.findElement(By.cssSelector(".hint")).isDisplayed());
        return program.get(Journal.class).opened(id);
    }

    private static void add(OpenLook open, String opener, String words, String type) {
        long before = open.look().steps().count();
        new Actions(browser).sendKeys(opener).perform();
        until(
                "the finder has the focus",
                () -> browser.switchTo().activeElement().getAccessibleName().equals("Find a step"));
        new Actions(browser).sendKeys(words).perform();
        until(type + " is found first", () -> {
            List<WebElement> found = browser.findElements(By.cssSelector(".finder li"));
            return !found.isEmpty() && type.equals(found.getFirst().getDomAttribute("data-type"));
        });
        new Actions(browser).sendKeys(Keys.ENTER).perform();
        until(type + " is in the look", () -> open.look().steps().count() == before + 1);
        until(
                "it is selected",
                () -> browser.findElements(By.cssSelector(".step.sel")).stream()
                        .anyMatch(e -> open.look()
                                .step(e.getDomAttribute("id").substring(5))
                                .map(s -> s.type().equals(type))
                                .orElse(false)));
    }

    private static void chord(CharSequence key) {
        new Actions(browser)
                .keyDown(Keys.CONTROL)
                .sendKeys(key)
                .keyUp(Keys.CONTROL)
                .perform();
    }

    /** The brightest level of the monitor, 0 to 255. */
    private static long brightest() {
        return (long) ((JavascriptExecutor) browser).executeScript("""
            const c = document.querySelector('canvas.picture');
            const d = c.getContext('2d').getImageData(0, 0, c.width, c.height).data;
            let most = 0;
            for (let i = 0; i < d.length; i += 4) most = Math.max(most, d[i], d[i + 1], d[i + 2]);
            return most;
            """);
    }

    @Test
    void wordsStandInSpaceLitAndTheBlurTakesTheCamerasNearnessByItself() {
        OpenLook open = bench("Words in space");
        add(open, "n", "write words", "lettering");
        add(open, "/", "3d letters", "extrude");
        add(open, "/", "camera", "scene-camera");
        until("they are lit", () -> brightest() > 60);
        String camera = open.look().lanes().getFirst().steps().getLast().id();
        add(open, "/", "depth of field", "blur-by-depth");
        assertThat(open.look().lanes().getFirst().steps().getLast().reads())
                .containsEntry("nearness", "@" + camera + ":nearness");
        until(
                "the page says where it reads",
                () -> browser.findElements(By.id("read-nearness")).stream()
                        .anyMatch(e -> e.getText().contains("nearness of Camera")));
        until("and there is a picture still", () -> brightest() > 40);
    }

    @Test
    void aStepAndALaneGoByTheClipboardIntoAnotherLookAndWhatDoesNotFitIsSaid() {
        OpenLook open = bench("From here");
        add(open, "n", "solid colour", "fill");
        add(open, "/", "blur", "blur");
        WebElement radius = browser.findElement(By.id("set-radius"));
        radius.sendKeys(Keys.chord(Keys.CONTROL, "a"), "0.25", Keys.ENTER);
        until(
                "it is set",
                () -> Value.of(0.25)
                        .equals(open.look().step("s2").orElseThrow().settings().get("radius")));
        browser.findElement(By.id("step-s2")).click();
        chord("c");
        until(
                "the page says so",
                () -> browser.findElement(By.cssSelector(".says")).getText().contains("in the clipboard"));
        chord("v");
        until("it stands twice", () -> open.look().steps().count() == 3);
        assertThat(open.look().step("s3").orElseThrow().settings()).containsEntry("radius", Value.of(0.25));
        chord("z");
        until("one undo takes it back", () -> open.look().steps().count() == 2);

        OpenLook other = bench("To there");
        chord("v");
        until(
                "a blur alone begins no lane",
                () -> browser.findElement(By.cssSelector(".says")).getText().contains("cannot start the lane"));
        add(other, "n", "cloud noise", "cloud-noise");
        chord("v");
        until("behind a picture it stands", () -> other.look().steps().count() == 2);
        assertThat(other.look().lanes().getFirst().steps().getLast().settings())
                .containsEntry("radius", Value.of(0.25));
    }
}
