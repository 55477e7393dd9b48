package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Kit;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.web.store.OpenLook;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.Select;

/** Lanes wrapped, opened, used again and unwrapped, by keys and pointer. */
class KitsOnTheBenchTest extends ByHand {
    private static List<String> cards() {
        return browser.findElements(By.cssSelector(".step .n b")).stream()
                .map(WebElement::getText)
                .toList();
    }

    private static Step use(Look look) {
        return look.steps()
                .filter(s -> look.kitOf(s) != null)
                .reduce((a, b) -> b)
                .orElseThrow();
    }

    @Test
    void twoLanesBecomeOneStepThatIsOpenedGivenAKnobUsedTwiceAndUnwrapped() {
        OpenLook open = bench("Forty windows");
        add(open, "n", "oscillator", "sway");
        add(open, "n", "solid colour", "fill");
        add(open, "/", "blur", "blur");
        Look before = open.look();
        new Actions(browser)
                .keyDown(Keys.SHIFT)
                .sendKeys(Keys.ARROW_UP)
                .keyUp(Keys.SHIFT)
                .perform();
        until(
                "both are marked",
                () -> browser.findElements(By.cssSelector(".lane.marked")).size() == 2);
        keys("k");
        until("they are one step", () -> open.look().kits().size() == 1);
        until("and one card", () -> cards().equals(List.of("kit 1")));
        until("which shows what leaves it", () -> brightest() > 60);

        keys("o");
        until("it is open", () -> cards().equals(List.of("Oscillator", "Fill", "Blur")));
        browser.findElement(By.cssSelector(".lane:last-of-type .step")).click();
        until(
                "its first step is selected",
                () -> !browser.findElements(By.cssSelector("select.out")).isEmpty());
        WebElement outside = browser.findElement(By.cssSelector("select[aria-label='Brightness outside']"));
        new Select(outside).selectByValue("new");
        until("there is a knob", () -> open.look().kits().getFirst().knobs().size() == 1);
        keys("o");
        until("one is back in the look", () -> cards().equals(List.of("kit 1")));

        long steps = open.look().steps().count();
        keys("n");
        until(
                "the finder is open",
                () -> browser.switchTo().activeElement().getAccessibleName().equals("Find a step"));
        keys("kit");
        until(
                "it knows the kit",
                () -> !browser.findElements(By.cssSelector(".finder li[data-type='kit-k1']"))
                        .isEmpty());
        keys(Keys.ENTER);
        until("it is used twice", () -> open.look().steps().count() == steps + 1);
        Step second = use(open.look());
        assertThat(second.settings()).containsEntry(Kit.SEED, Value.of(1));
        until("and selected", () -> !browser.findElements(By.id("set-q1")).isEmpty());
        browser.findElement(By.id("set-q1")).sendKeys(Keys.chord(Keys.CONTROL, "a"), "0", Keys.ENTER);
        until(
                "it has a number of its own",
                () -> Value.of(0).equals(use(open.look()).settings().get("q1")));
        until("and is the one in front, black", () -> brightest() < 20);

        new Actions(browser).keyDown(Keys.SHIFT).sendKeys("k").keyUp(Keys.SHIFT).perform();
        until("its lanes are there", () -> cards().contains("Blur"));
        Look unwrapped = open.look();
        assertThat(unwrapped.lanesIn(null)).hasSize(3);
        assertThat(unwrapped.kits()).hasSize(1);
        chord("z");
        until("one undo takes that back", () -> open.look().lanesIn(null).size() == 2);
        while (!open.look().equals(before)) {
            Look now = open.look();
            chord("z");
            until("one more is undone", () -> !open.look().equals(now));
        }
        assertThat(open.look().lanes()).extracting(Lane::kit).containsOnlyNulls();
        until("and the page shows it", () -> cards().equals(List.of("Oscillator", "Fill", "Blur")));
    }

    @Test
    void whatIsWrongWithinAKitIsSaidAndLedTo() {
        OpenLook open = bench("A kit with a mistake");
        add(open, "n", "solid colour", "fill");
        add(open, "/", "mask", "mask");
        keys("k");
        until("it is wrapped", () -> open.look().kits().size() == 1);
        until(
                "the footer says what is missing",
                () -> browser.findElement(By.cssSelector(".says")).getText().contains("Mask"));
        until("a click on it opens the kit at the step", () -> {
            browser.findElement(By.cssSelector(".says")).click();
            return browser.findElement(By.cssSelector(".kit-way")).isDisplayed();
        });
        until(
                "it is selected",
                () -> browser.findElement(By.cssSelector(".set h1")).getText().equals("Mask"));
    }
}
