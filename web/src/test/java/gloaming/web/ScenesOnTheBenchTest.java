package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.web.store.OpenLook;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;

/** Solids, cameras and what they give beside their picture, and the clipboard, by keys on the real Bench. */
class ScenesOnTheBenchTest extends ByHand {
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

    /** A pyramid on a square. */
    private static final String ROOF = """
            v -1 0 -1
            v 1 0 -1
            v 1 0 1
            v -1 0 1
            v 0 1.4 0
            f 1 2 3 4
            f 4 3 5
            f 3 2 5
            f 2 1 5
            f 1 4 5
            """;

    @Test
    void aModelThatIsDroppedStandsLitWithoutAPressTurnsUnderTheHandAndItsLampFollowsTheBand() {
        OpenLook open = bench("Roof");
        browser.executeScript("""
                const data = new DataTransfer();
                data.items.add(new File([arguments[0]], 'roof.obj'));
                document.querySelector('.bench').dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }));
                """, ROOF);
        until(
                "it stands before a camera",
                () -> open.look().steps().map(Step::type).toList().equals(List.of("model-in-space", "scene-camera")));
        until("it is lit", () -> brightest() > 60);
        Step camera = open.look().steps().toList().getLast();
        until(
                "the camera is there",
                () -> browser.findElements(By.id("step-" + camera.id())).size() == 1);
        browser.findElement(By.id("step-" + camera.id())).click();
        until(
                "its settings are",
                () -> !browser.findElements(By.id("set-round")).isEmpty());
        WebElement monitor = browser.findElement(By.cssSelector("canvas.picture"));
        new Actions(browser).dragAndDropBy(monitor, 90, 20).perform();
        until("it was turned", () -> {
            Step now = open.look().step(camera.id()).orElseThrow();
            return now.settings().containsKey("round") && now.settings().containsKey("high");
        });
        keys(Keys.ARROW_LEFT);
        add(open, "/", "lamp", "lamp");
        Step lamp = open.look().lanes().getFirst().steps().get(1);
        assertThat(lamp.type()).isEqualTo("lamp");
        add(open, "n", "listen", "listen");
        String lane = open.look().lanes().getLast().name();
        browser.findElement(By.id("step-" + lamp.id())).click();
        until(
                "its settings are",
                () -> !browser.findElements(By.id("set-strength")).isEmpty());
        browser.findElement(By.id("set-strength")).sendKeys(Keys.chord(Keys.CONTROL, "a"), "=6*" + lane, Keys.ENTER);
        until(
                "it follows",
                () -> open.look().step(lamp.id()).orElseThrow().formulas().containsKey("strength"));
        long[] seen = {255, 0};
        until("its light goes with the band", () -> {
            long now = brightest();
            seen[0] = Math.min(seen[0], now);
            seen[1] = Math.max(seen[1], now);
            return seen[1] > seen[0] + 20;
        });
    }
}
