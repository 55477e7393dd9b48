package gloaming.web;

import java.io.File;
import java.time.Duration;
import java.util.function.BooleanSupplier;
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
    private Browser() {}

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
                "--window-size=1280,800");
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

    /** Waits until something is true of the page, a minute at most; elements that are drawn anew meanwhile are asked again. */
    static void until(ChromeDriver browser, String what, BooleanSupplier is) {
        new WebDriverWait(browser, Duration.ofSeconds(60), Duration.ofMillis(50))
                .withMessage(what)
                .ignoring(StaleElementReferenceException.class)
                .until(b -> is.getAsBoolean());
    }
}
