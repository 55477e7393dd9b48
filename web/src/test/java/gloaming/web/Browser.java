package gloaming.web;

import java.io.File;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import org.openqa.selenium.Dimension;
import org.openqa.selenium.StaleElementReferenceException;
import org.openqa.selenium.WebDriver;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.WebDriverWait;

/** How the tests open Chromium, and how they wait for what it shows. */
final class Browser {
    private static final long SOON_MS = 25;
    private static final long SELDOM_MS = 250;

    private static final Dimension SIZE = new Dimension(1280, 800);

    /** What tests of this process had last, for the next ones. */
    private static ChromeDriver kept;

    private Browser() {}

    /** One that tests of a process have one after another: as it was new, with nothing in it of those before. Given back by {@link #leave}. */
    static ChromeDriver take() {
        ChromeDriver mine = kept;
        kept = null;
        if (mine == null) {
            mine = open();
            Runtime.getRuntime().addShutdownHook(new Thread(mine::quit));
        }
        return mine;
    }

    /** Gives one back. */
    static void leave(ChromeDriver browser) {
        List<String> windows = List.copyOf(browser.getWindowHandles());
        for (String window : windows.subList(1, windows.size())) {
            browser.switchTo().window(window);
            browser.close();
        }
        browser.switchTo().window(windows.getFirst());
        browser.get("about:blank");
        // What pages keep is kept by their port; cookies are not.
        browser.executeCdpCommand("Network.clearBrowserCookies", Map.of());
        browser.manage().window().setSize(SIZE);
        browser.manage().timeouts().scriptTimeout(Duration.ofSeconds(30));
        kept = browser;
    }

    static ChromeDriver open() {
        ChromeOptions options = new ChromeOptions();
        options.setBinary("/usr/bin/chromium");
        options.addArguments(
                "--headless=new",
                "--no-sandbox",
                "--disable-gpu",
                "--disable-software-rasterizer",
                "--disable-quic",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--autoplay-policy=no-user-gesture-required",
                "--window-size=" + SIZE.width + "," + SIZE.height);
        return new ChromeDriver(
                new ChromeDriverService.Builder()
                        .usingDriverExecutable(new File("/usr/bin/chromedriver"))
                        .build(),
                options);
    }

    /** Puts the pointer over something. */
    static WebElement over(WebDriver browser, WebElement element) {
        new Actions(browser).moveToElement(element).perform();
        return element;
    }

    /**
     * Waits until something is true of the page, a minute at most; elements that are drawn anew meanwhile are asked again. Soon at first, and
     * then more and more seldom: asking takes of the machine what is waited for needs.
     */
    static void until(ChromeDriver browser, String what, BooleanSupplier is) {
        long since = System.nanoTime();
        new WebDriverWait(browser, Duration.ofSeconds(60), Duration.ofMillis(SOON_MS))
                .withMessage(what)
                .ignoring(StaleElementReferenceException.class)
                .until(b -> {
                    if (is.getAsBoolean()) return true;
                    long waited = (System.nanoTime() - since) / 1_000_000;
                    LockSupport.parkNanos(1_000_000 * Math.min(SELDOM_MS, waited / 10));
                    return false;
                });
    }
}
