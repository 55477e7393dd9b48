package gloaming.web;

import java.nio.file.Path;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.chrome.ChromeDriver;

/** Tests of pages in a real browser against the real program with the demo show; both are started once for a class. */
abstract class PageTest {
    @TempDir
    static Path data;

    static Program program;
    static ChromeDriver browser;

    @BeforeAll
    static void start() {
        program = new Program(0, data, true);
        browser = Browser.open();
    }

    @AfterAll
    static void stop() {
        if (browser != null) browser.quit();
        if (program != null) program.close();
        browser = null;
        program = null;
    }

    static void until(String what, BooleanSupplier is) {
        Browser.until(browser, what, is);
    }
}
