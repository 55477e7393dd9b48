package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.web.store.OpenLook;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.Select;

/** What hands do on the Bench with several things at once, and with good settings. */
class HandsOnTheBenchTest extends ByHand {
    private static List<String> marked() {
        return browser.findElements(By.cssSelector(".step.marked, .lane.marked")).stream()
                .map(e -> e.getDomAttribute("id"))
                .toList();
    }

    /** Draws a frame from beside one card to beside another. */
    private static void frame(WebElement from, int fromX, int fromY, WebElement to, int toX, int toY) {
        new Actions(browser)
                .moveToElement(from, fromX, fromY)
                .clickAndHold()
                .moveByOffset(8, 4)
                .moveToElement(to, toX, toY)
                .release()
                .perform();
    }

    @Test
    void aFrameMarksStepsOfOneLaneOrLanesAndAllOfThemAreCopiedAndWrapped() {
        OpenLook open = bench("Framed");
        add(open, "n", "solid colour", "fill");
        add(open, "/", "blur", "blur");
        add(open, "/", "glow", "glow");
        add(open, "n", "cell noise", "cell-noise");
        List<WebElement> cards = browser.findElements(By.cssSelector(".step"));
        // From the gap above the first lane's second card to within its third.
        frame(cards.get(1), -70, -44, cards.get(2), 10, 10);
        until("two steps of one lane are marked", () -> marked().size() == 2);
        assertThat(marked()).allMatch(id -> id.startsWith("step-"));
        frame(cards.get(0), -70, -44, cards.get(3), 10, 10);
        until(
                "both lanes are marked",
                () -> marked().stream().filter(id -> id.startsWith("lane-")).count() == 2);
        chord("c");
        chord("v");
        until("both are pasted", () -> open.look().lanes().size() == 4);
        chord("z");
        until("and taken back as one", () -> open.look().lanes().size() == 2);
        cards = browser.findElements(By.cssSelector(".step"));
        frame(cards.get(0), -70, -44, cards.get(3), 10, 10);
        until(
                "they are marked again",
                () -> marked().stream().filter(id -> id.startsWith("lane-")).count() == 2);
        new Actions(browser).sendKeys("k").perform();
        until("and wrapped as one", () -> open.look().kits().size() == 1);
    }

    @Test
    void goodSettingsAreSeenAndReachedInATime() {
        OpenLook open = bench("Good settings");
        add(open, "n", "cloud noise", "cloud-noise");
        String id = open.look().steps().map(Step::id).findFirst().orElseThrow();
        browser.findElement(By.xpath("//button[normalize-space(.)='Sets']")).click();
        until(
                "they are there",
                () -> browser.findElements(By.cssSelector(".preset")).size() > 3);
        new Select(browser.findElement(By.cssSelector(".sets select"))).selectByVisibleText("in 1 s");
        browser.findElement(By.xpath("//button[contains(@class,'preset')][normalize-space(.)='Wood']"))
                .click();
        until(
                "it is set so",
                () -> Value.of(9)
                        .equals(open.look().step(id).orElseThrow().settings().get("stretch")));
        chord("z");
        until(
                "one undo takes it back",
                () -> open.look().step(id).orElseThrow().settings().isEmpty());
    }
}
