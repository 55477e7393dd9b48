package gloaming.web;

import gloaming.look.Look;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import java.util.List;
import org.openqa.selenium.By;
import org.openqa.selenium.JavascriptExecutor;
import org.openqa.selenium.Keys;
import org.openqa.selenium.TimeoutException;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;

/** What hands do on the real Bench from an empty look on. */
abstract class ByHand extends PageTest {
    static OpenLook bench(String name) {
        Shows shows = program.get(Shows.class);
        String id = shows.addLook(shows.shows().getFirst().id(), Look.empty(name));
        browser.get(program.bench(id));
        until(
                "the Bench is there",
                () -> !browser.findElements(By.cssSelector(".hint")).isEmpty()
                        && browser.findElement(By.cssSelector(".hint")).isDisplayed());
        return program.get(Journal.class).opened(id);
    }

    static void add(OpenLook open, String opener, String words, String type) {
        long before = open.look().steps().count();
        keys(opener);
        until(
                "the finder has the focus",
                () -> browser.switchTo().activeElement().getAccessibleName().equals("Find a step"));
        keys(words);
        try {
            until(type + " is found first", () -> {
                List<WebElement> found = browser.findElements(By.cssSelector(".finder li"));
                return !found.isEmpty() && type.equals(found.getFirst().getDomAttribute("data-type"));
            });
        } catch (TimeoutException late) {
            throw new AssertionError(
                    type + " is not found first: \""
                            + find(".finder input").getDomProperty("value") + "\" finds "
                            + find(".finder ul").getText() + "; "
                            + find(".saved").getText(),
                    late);
        }
        keys(Keys.ENTER);
        until(type + " is in the look", () -> open.look().steps().count() == before + 1);
        until(
                "it is selected",
                () -> browser.findElements(By.cssSelector(".step.sel")).stream()
                        .anyMatch(e -> open.look()
                                .step(e.getDomAttribute("id").substring(5))
                                .map(s -> s.type().equals(type))
                                .orElse(false)));
    }

    static void chord(CharSequence key) {
        new Actions(browser)
                .keyDown(Keys.CONTROL)
                .sendKeys(key)
                .keyUp(Keys.CONTROL)
                .perform();
    }

    /** The brightest level of the monitor, 0 to 255. */
    static long brightest() {
        return (long) ((JavascriptExecutor) browser).executeScript("""
            const c = document.querySelector('canvas.picture');
            const d = c.getContext('2d').getImageData(0, 0, c.width, c.height).data;
            let most = 0;
            for (let i = 0; i < d.length; i += 4) most = Math.max(most, d[i], d[i + 1], d[i + 2]);
            return most;
            """);
    }
}
