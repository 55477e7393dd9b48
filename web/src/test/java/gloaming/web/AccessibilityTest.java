package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.web.store.Shows;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.chrome.ChromeDriver;

/** What a library that knows the rules of accessible pages finds on each of ours: nothing serious. */
class AccessibilityTest {
    private static final String AXE = "axe.min.js";
    private static Program program;
    private static ChromeDriver browser;
    private static String look;
    private static String show;
    private static String axe;

    @TempDir
    static Path folder;

    @BeforeAll
    static void open() throws Exception {
        program = new Program(0, folder, true);
        browser = Browser.take();
        browser.manage().timeouts().scriptTimeout(Duration.ofMinutes(1));
        Shows.ShowRow first = program.get(Shows.class).shows().getFirst();
        show = first.id();
        look = program.get(Shows.class).looks(show).getFirst().id();
        try (var in = AccessibilityTest.class.getClassLoader().getResourceAsStream(AXE)) {
            axe = new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    @AfterAll
    static void close() {
        Browser.leave(browser);
        program.context.close();
    }

    /** The serious things that are wrong, as rule, and where. */
    private static List<?> wrong() {
        browser.executeScript(axe);
        return (List<?>) browser.executeAsyncScript("""
                const done = arguments[arguments.length - 1];
                axe.run(document, { resultTypes: ['violations'] }).then((r) => done(r.violations
                  .filter((v) => v.impact === 'serious' || v.impact === 'critical')
                  .flatMap((v) => v.nodes.map((n) => `${v.id}: ${n.target.join(' ')} ${n.html.slice(0, 160)}`))));
                """);
    }

    @Test
    void theBenchItsFinderAndItsKeys() {
        browser.get(program.url("/bench/" + look));
        Browser.until(
                browser,
                "cards are there",
                () -> !browser.findElements(By.className("step")).isEmpty());
        assertThat(wrong()).as("Bench").isEmpty();
        browser.findElement(By.tagName("body")).sendKeys("/");
        Browser.until(
                browser,
                "steps are found",
                () -> !browser.findElements(By.cssSelector(".finder li")).isEmpty());
        assertThat(wrong()).as("finder").isEmpty();
        browser.findElement(By.cssSelector(".finder input")).sendKeys(Keys.ESCAPE);
        browser.findElement(By.cssSelector(".layer")).click();
        browser.findElement(By.tagName("body")).sendKeys("?");
        assertThat(wrong()).as("layer and keys").isEmpty();
    }

    @Test
    void theOtherPages() {
        for (String path : List.of(
                "/",
                "/desk/" + look,
                "/shows/" + show + "/media",
                "/shows/" + show + "/kits",
                "/guide",
                "/sheet/" + show,
                "/playing/" + show,
                "/network",
                "/phone/" + show)) {
            browser.get(program.url(path));
            Browser.until(
                    browser,
                    "it is drawn",
                    () -> browser.findElements(By.cssSelector("[x-cloak]")).isEmpty());
            assertThat(wrong()).as(path).isEmpty();
        }
    }
}
