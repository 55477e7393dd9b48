package gloaming.web;

import java.nio.file.Path;
import java.util.List;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.interactions.Actions;

/** Tests of pages in a real browser against the real program with the demo show; the program is started once for a class. */
abstract class PageTest {
    @TempDir
    static Path data;

    static Program program;
    static ChromeDriver browser;

    @BeforeAll
    static void start() {
        program = new Program(0, data, true);
        browser = Browser.take();
    }

    @AfterAll
    static void stop() {
        if (browser != null) Browser.leave(browser);
        if (program != null) program.close();
        browser = null;
        program = null;
    }

    static void until(String what, BooleanSupplier is) {
        Browser.until(browser, what, is);
    }

    static WebElement find(String css) {
        return browser.findElement(By.cssSelector(css));
    }

    /** To whatever has the focus at each key, as a keyboard does. */
    static void keys(CharSequence... keys) {
        new Actions(browser).sendKeys(keys).perform();
    }

    /** Writes over what a field has, and leaves it. */
    static void type(WebElement field, String text) {
        field.sendKeys(Keys.chord(Keys.CONTROL, "a"), text, Keys.TAB);
    }

    /** Mean level of the middle of the monitor, 0 to 255 a channel. */
    @SuppressWarnings("unchecked")
    static List<Number> middle() {
        return (List<Number>) browser.executeScript("""
            const c = document.querySelector('canvas.picture');
            const d = c.getContext('2d').getImageData(c.width * 0.48, c.height * 0.48, 4, 4).data;
            const s = [0, 0, 0];
            for (let i = 0; i < d.length; i += 4) for (let k = 0; k < 3; k++) s[k] += d[i + k] / 16;
            return s.map(Math.round);
            """);
    }
}
