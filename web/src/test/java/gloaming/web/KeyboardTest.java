package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Layer;
import gloaming.look.Value;
import gloaming.web.store.OpenLook;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;

/** A whole look made, changed and shown without ever touching the mouse. */
class KeyboardTest extends ByHand {
    private static void chord(Keys modifier, CharSequence key) {
        new Actions(browser).keyDown(modifier).sendKeys(key).keyUp(modifier).perform();
    }

    private static String selected() {
        List<WebElement> steps = browser.findElements(By.cssSelector(".step.sel"));
        return steps.isEmpty() ? "" : steps.getFirst().getDomAttribute("id").substring(5);
    }

    /** Walks with Tab until the thing of this name has the focus. */
    private static void tabTo(String name) {
        for (int i = 0; i < 80; i++) {
            keys(Keys.TAB);
            if (name.equals(browser.switchTo().activeElement().getAccessibleName())) return;
        }
        throw new AssertionError("Tab never reaches '" + name + "'");
    }

    @Test
    void aLookIsBuiltWalkedChangedAndUndone() {
        OpenLook open = bench("By keys");
        add(open, "n", "solid colour", "fill");
        add(open, "/", "blur", "blur");
        add(open, "/", "gamma", "levels");
        assertThat(selected()).isEqualTo("s3");

        keys(Keys.ARROW_LEFT);
        until("the step before is selected", () -> selected().equals("s2"));
        keys("b");
        until("it is bypassed", () -> open.look().step("s2").orElseThrow().bypassed());
        keys("b");
        until("and works again", () -> !open.look().step("s2").orElseThrow().bypassed());
        keys("d");
        until("it stands twice", () -> open.look().steps().count() == 4);
        keys(Keys.DELETE);
        until("the copy is gone", () -> open.look().steps().count() == 3);
        chord(Keys.CONTROL, "z");
        until("undo brings it back", () -> open.look().steps().count() == 4);
        chord(Keys.CONTROL, "y");
        until("redo removes it", () -> open.look().steps().count() == 3);
    }

    @Test
    void aLaneIsDuplicatedAgainAndAgainAndWhatWasRefusedIsNotSaidForLong() {
        OpenLook open = bench("Lane after lane");
        add(open, "n", "solid colour", "fill");
        keys("d");
        until("a source stands once in a lane", () -> said().contains("cannot stand twice"));
        browser.findElement(By.cssSelector(".lane .lh")).click();
        keys("d");
        until("a second lane", () -> open.look().lanes().size() == 2);
        until("and no word of what was refused", () -> !said().contains("cannot stand twice"));
        keys("d");
        until("a third, of the one that was made", () -> open.look().lanes().size() == 3);
        for (int n = 4; n <= 9; n++) {
            int lanes = n;
            keys("d");
            until("another", () -> open.look().lanes().size() == lanes);
        }
        until("the last that was made is in sight", () -> inSight("lane-l9"));
        add(open, "n", "gradient", "gradient");
        until("so is what was added", () -> inSight("step-" + selected()));
    }

    private static boolean inSight(String id) {
        return (Boolean) browser.executeScript(
                "const a = document.getElementById(arguments[0])?.getBoundingClientRect();"
                        + "const b = document.querySelector('.lanes').getBoundingClientRect();"
                        + "return !!a && a.height > 0 && a.top >= b.top - 1 && a.bottom <= b.bottom + 1;",
                id);
    }

    private static String said() {
        return browser.findElement(By.cssSelector("footer .says")).getText();
    }

    @Test
    void theFinderIsLeftAndWalkedByKeys() {
        OpenLook open = bench("Finder");
        keys("n");
        until("it is open", () -> browser.findElement(By.cssSelector(".finder")).isDisplayed());
        keys(Keys.ESCAPE);
        until(
                "it is closed",
                () -> !browser.findElement(By.cssSelector(".finder")).isDisplayed());
        assertThat(open.look().lanes()).isEmpty();
        keys("n");
        until(
                "it is open again",
                () -> browser.findElements(By.cssSelector(".finder li")).size() > 3);
        keys(Keys.ARROW_DOWN, Keys.ARROW_DOWN, Keys.ARROW_UP);
        until(
                "the second is chosen",
                () -> browser.findElements(By.cssSelector(".finder li"))
                        .get(1)
                        .getDomAttribute("class")
                        .contains("at"));
        String second =
                browser.findElements(By.cssSelector(".finder li")).get(1).getDomAttribute("data-type");
        keys(Keys.ENTER);
        until(
                "that one is added",
                () -> open.look()
                        .steps()
                        .findFirst()
                        .map(s -> s.type().equals(second))
                        .orElse(false));
    }

    @Test
    void aSliderIsReachedByTabAndMovedByArrows() {
        OpenLook open = bench("Slider");
        add(open, "n", "solid colour", "fill");
        tabTo("Brightness");
        keys(Keys.ARROW_RIGHT);
        until("it moved", () -> open.look().step("s1").orElseThrow().settings().containsKey("brightness"));
        Value up = open.look().step("s1").orElseThrow().settings().get("brightness");
        keys(Keys.ARROW_LEFT, Keys.ARROW_LEFT);
        until("it moved down", () -> number(open) < ((Value.Num) up).number());
        keys(Keys.HOME);
        until("to its end", () -> number(open) == 0);
        tabTo("Brightness as a number");
        keys("2", Keys.ENTER);
        until("typed", () -> number(open) == 2);
    }

    private static double number(OpenLook open) {
        return open.look().step("s1").orElseThrow().settings().get("brightness") instanceof Value.Num n
                ? n.number()
                : -1;
    }

    @Test
    void layersAreReachedMovedAndRemoved() {
        OpenLook open = bench("Layers");
        add(open, "n", "solid colour", "fill");
        add(open, "n", "gradient", "gradient");
        assertThat(open.look().mix()).extracting(Layer::lane).containsExactly("l2", "l1");
        WebElement front = browser.findElements(By.cssSelector(".layer")).getFirst();
        front.sendKeys(Keys.ENTER);
        until(
                "it is selected",
                () -> !browser.findElements(By.cssSelector(".layer.sel")).isEmpty());
        chord(Keys.ALT, Keys.ARROW_DOWN);
        until("it went back", () -> open.look().mix().getFirst().lane().equals("l1"));
        keys(Keys.DELETE);
        until("it is out of the mix", () -> open.look().mix().size() == 1);
        assertThat(open.look().lanes()).hasSize(2);
    }

    @Test
    void theShowIsPausedAndDarkenedByKeysButNotWhileTyping() {
        OpenLook open = bench("Transport");
        add(open, "n", "solid colour", "fill");
        var stage = program.get(gloaming.web.live.House.class).player();
        var light = program.get(gloaming.web.live.House.class).programme().light();
        keys(" ");
        until("paused", stage::paused);
        keys(" ");
        until("it runs", () -> !stage.paused());
        chord(Keys.SHIFT, "b");
        until("black", () -> light.wanted() == 0);
        chord(Keys.SHIFT, "b");
        until("light", () -> light.wanted() == 1);
        tabTo("Own name of the step");
        keys("sb B/n", Keys.ENTER);
        until(
                "it has its name",
                () -> open.look().step("s1").orElseThrow().label().equals("sb B/n"));
        assertThat(open.look().step("s1").orElseThrow().bypassed()).isFalse();
        assertThat(stage.paused()).isFalse();
    }

    @Test
    void everythingThatTakesTheFocusHasANameAndShowsThatItHasIt() {
        bench("Names");
        keys("n");
        keys(Keys.ESCAPE);
        for (int i = 0; i < 40; i++) {
            keys(Keys.TAB);
            WebElement at = browser.switchTo().activeElement();
            if (at.getTagName().equals("body")) continue;
            assertThat(at.getAccessibleName())
                    .as(at.getDomProperty("outerHTML"))
                    .isNotBlank();
            assertThat(browser.executeScript(
                            "const s = getComputedStyle(arguments[0]); return s.outlineStyle !== 'none' || s.boxShadow !== 'none'",
                            at))
                    .as(at.getAccessibleName())
                    .isEqualTo(true);
        }
    }
}
