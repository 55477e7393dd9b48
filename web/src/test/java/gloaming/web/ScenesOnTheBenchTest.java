package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Value;
import gloaming.web.store.OpenLook;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;

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
}
