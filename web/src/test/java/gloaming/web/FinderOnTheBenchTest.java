package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.JavascriptExecutor;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.Select;

/** Hands that are faster than the program: no key is lost, none goes where it was not meant, and no list is older than the text. */
class FinderOnTheBenchTest extends PageTest {

    private static OpenLook fresh(String name) {
        Shows shows = program.get(Shows.class);
        String id = shows.addLook(shows.shows().getFirst().id(), Look.empty(name));
        browser.get(program.bench(id));
        until(
                "the Bench is there",
                () -> browser.findElements(By.cssSelector(".hint")).stream().anyMatch(WebElement::isDisplayed));
        return program.get(Journal.class).opened(id);
    }

    private static void type(CharSequence... keys) {
        // To whatever has the focus at each key, as a keyboard does.
        new Actions(browser).sendKeys(keys).perform();
    }

    private static List<String> types(OpenLook open) {
        return open.look().steps().map(Step::type).toList();
    }

    private static void selected(String type, OpenLook open) {
        until(
                type + " is selected",
                () -> browser.findElements(By.cssSelector(".step.sel")).stream()
                        .anyMatch(e -> open.look()
                                .step(e.getDomAttribute("id").substring(5))
                                .map(s -> s.type().equals(type))
                                .orElse(false)));
    }

    @Test
    void enterMeansTheTextThatStandsThereAndNotTheListOfBefore() {
        OpenLook open = fresh("Fast hands");
        // All in one go, without waiting for any list.
        type("/gradient", Keys.ENTER);
        until("a gradient", () -> types(open).equals(List.of("gradient")));
        selected("gradient", open);
        type("/blur", Keys.ENTER);
        until("a blur behind it", () -> types(open).equals(List.of("gradient", "blur")));
        selected("blur", open);
        type("/pixelate", Keys.BACK_SPACE, Keys.BACK_SPACE, Keys.ENTER);
        until("what is left of the text finds it", () -> types(open).equals(List.of("gradient", "blur", "pixelate")));
        selected("pixelate", open);
        // b, d, s and x would act on the Bench.
        type("/bds", Keys.ESCAPE);
        assertThat(open.look().steps().filter(Step::bypassed)).isEmpty();
        assertThat(types(open)).hasSize(3);
    }

    @Test
    void theListWaitsForItsAnswerAndTheAnswerTakesNoFocus() {
        OpenLook open = fresh("Slow answers");
        ((JavascriptExecutor) browser).executeScript("""
                // Answers come half a second late, as on a busy machine.
                const told = WebSocket.prototype;
                const live = Object.getOwnPropertyDescriptor(told, 'onmessage');
                window.__late = (socket) => { const was = socket.onmessage; socket.onmessage = (e) => setTimeout(() => was.call(socket, e), 500); };
                const bench = document.querySelector('main')._x_dataStack[0];
                const send = told.send;
                told.send = function (text) { if (!this.__late) { this.__late = true; window.__late(this); } return send.call(this, text); };
                """);
        type("/cloud", Keys.ENTER);
        until("cloud noise", () -> types(open).equals(List.of("cloud-noise")));
        selected("cloud-noise", open);
        type("/glow");
        WebElement input = browser.findElement(By.cssSelector(".finder input"));
        type(" x", Keys.BACK_SPACE, Keys.BACK_SPACE);
        until(
                "the answer has come",
                () -> !browser.findElements(By.cssSelector(".finder ul:not(.older) li[data-type=glow]"))
                        .isEmpty());
        assertThat(browser.switchTo().activeElement()).isEqualTo(input);
        assertThat(input.getDomProperty("value")).isEqualTo("glow");
        type(Keys.ENTER);
        until("a glow", () -> types(open).equals(List.of("cloud-noise", "glow")));
    }

    @Test
    void whatFitsOnlyInANewLaneSaysSoAndBeginsOne() {
        OpenLook open = fresh("New lanes");
        type("/fill", Keys.ENTER);
        until("a fill", () -> types(open).equals(List.of("fill")));
        selected("fill", open);
        type("/cloud noise");
        until(
                "it is offered",
                () -> browser.findElements(By.cssSelector(".finder li.at[data-type=cloud-noise] .new")).stream()
                        .anyMatch(WebElement::isDisplayed));
        type(Keys.ENTER);
        until("it begins a lane", () -> open.look().lanes().size() == 2);
    }

    @Test
    void afterADropDownOrAFieldTheSingleKeysWorkAtOnce() {
        OpenLook open = fresh("Keys come back");
        type("/gradient", Keys.ENTER);
        until("a gradient", () -> types(open).equals(List.of("gradient")));
        selected("gradient", open);
        Select shape = new Select(browser.findElement(By.cssSelector("select[aria-label=Shape]")));
        shape.selectByVisibleText("round");
        until(
                "it is round",
                () -> open.look().step("s1").orElseThrow().settings().containsKey("shape"));
        type("b");
        until("bypassed", () -> open.look().step("s1").orElseThrow().bypassed());
        type("b");
        until("and back", () -> !open.look().step("s1").orElseThrow().bypassed());
        type("/blur", Keys.ENTER);
        until("a blur", () -> types(open).equals(List.of("gradient", "blur")));
        selected("blur", open);
        WebElement name = browser.findElement(By.cssSelector(".set .rename"));
        name.sendKeys("haze", Keys.ENTER);
        until("named", () -> open.look().step("s2").orElseThrow().label().equals("haze"));
        until(
                "the field has given the keys back",
                () -> !browser.switchTo().activeElement().equals(name));
        type("b");
        until("bypassed too", () -> open.look().step("s2").orElseThrow().bypassed());
    }

    @Test
    void theEqualsSignLosesNoKeystroke() {
        OpenLook open = fresh("Formulas");
        type("/blur", Keys.ESCAPE);
        type("/gradient", Keys.ENTER);
        until("a gradient", () -> types(open).equals(List.of("gradient")));
        selected("gradient", open);
        browser.findElement(By.cssSelector("input[aria-label='Brightness as a number']"))
                .click();
        type("=", "0.25 + 0.5 * sin(t)", Keys.ENTER);
        until(
                "the whole formula",
                () -> "0.25 + 0.5 * sin(t)"
                        .equals(open.look().step("s1").orElseThrow().formulas().get("brightness")));
    }
}
