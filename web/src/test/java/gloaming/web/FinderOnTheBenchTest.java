package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Step;
import gloaming.web.store.OpenLook;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.JavascriptExecutor;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.support.ui.Select;

/** Hands that are faster than the program: no key is lost, none goes where it was not meant, and no list is older than the text. */
class FinderOnTheBenchTest extends ByHand {

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
        OpenLook open = bench("Fast hands");
        // All in one go, without waiting for any list.
        keys("/gradient", Keys.ENTER);
        until("a gradient", () -> types(open).equals(List.of("gradient")));
        selected("gradient", open);
        keys("/blur", Keys.ENTER);
        until("a blur behind it", () -> types(open).equals(List.of("gradient", "blur")));
        selected("blur", open);
        keys("/pixelate", Keys.BACK_SPACE, Keys.BACK_SPACE, Keys.ENTER);
        until("what is left of the text finds it", () -> types(open).equals(List.of("gradient", "blur", "pixelate")));
        selected("pixelate", open);
        // b, d, s and x would act on the Bench.
        keys("/bds", Keys.ESCAPE);
        assertThat(open.look().steps().filter(Step::bypassed)).isEmpty();
        assertThat(types(open)).hasSize(3);
    }

    @Test
    void theListWaitsForItsAnswerAndTheAnswerTakesNoFocus() {
        OpenLook open = bench("Slow answers");
        ((JavascriptExecutor) browser).executeScript("""
                // Answers come half a second late, as on a busy machine.
                const told = WebSocket.prototype;
                const live = Object.getOwnPropertyDescriptor(told, 'onmessage');
                window.__late = (socket) => { const was = socket.onmessage; socket.onmessage = (e) => setTimeout(() => was.call(socket, e), 500); };
                const bench = document.querySelector('main')._x_dataStack[0];
                const send = told.send;
                told.send = function (text) { if (!this.__late) { this.__late = true; window.__late(this); } return send.call(this, text); };
                """);
        keys("/cloud", Keys.ENTER);
        until("cloud noise", () -> types(open).equals(List.of("cloud-noise")));
        selected("cloud-noise", open);
        keys("/glow");
        WebElement input = browser.findElement(By.cssSelector(".finder input"));
        keys(" x", Keys.BACK_SPACE, Keys.BACK_SPACE);
        until(
                "the answer has come",
                () -> !browser.findElements(By.cssSelector(".finder ul:not(.older) li[data-type=glow]"))
                        .isEmpty());
        assertThat(browser.switchTo().activeElement()).isEqualTo(input);
        assertThat(input.getDomProperty("value")).isEqualTo("glow");
        keys(Keys.ENTER);
        until("a glow", () -> types(open).equals(List.of("cloud-noise", "glow")));
    }

    @Test
    void whatWasAskedWhenTheSocketBrokeIsAskedAgain() {
        OpenLook open = bench("Broken socket");
        // The question is on its way when the socket breaks, and nobody ever reads it.
        ((JavascriptExecutor) browser).executeScript("""
                const send = WebSocket.prototype.send;
                WebSocket.prototype.send = function (text) {
                  if (text.includes('"cloud"')) { WebSocket.prototype.send = send; this.close(); }
                  else send.call(this, text);
                };
                """);
        keys("/cloud", Keys.ENTER);
        until("cloud noise", () -> types(open).equals(List.of("cloud-noise")));
        selected("cloud-noise", open);
    }

    @Test
    void whatFitsOnlyInANewLaneSaysSoAndBeginsOne() {
        OpenLook open = bench("New lanes");
        keys("/fill", Keys.ENTER);
        until("a fill", () -> types(open).equals(List.of("fill")));
        selected("fill", open);
        keys("/cloud noise");
        until(
                "it is offered",
                () -> browser.findElements(By.cssSelector(".finder li.at[data-type=cloud-noise] .new")).stream()
                        .anyMatch(WebElement::isDisplayed));
        keys(Keys.ENTER);
        until("it begins a lane", () -> open.look().lanes().size() == 2);
    }

    @Test
    void afterADropDownOrAFieldTheSingleKeysWorkAtOnce() {
        OpenLook open = bench("Keys come back");
        keys("/gradient", Keys.ENTER);
        until("a gradient", () -> types(open).equals(List.of("gradient")));
        selected("gradient", open);
        Select shape = new Select(browser.findElement(By.cssSelector("select[aria-label=Shape]")));
        shape.selectByVisibleText("round");
        until(
                "it is round",
                () -> open.look().step("s1").orElseThrow().settings().containsKey("shape"));
        keys("b");
        until("bypassed", () -> open.look().step("s1").orElseThrow().bypassed());
        keys("b");
        until("and back", () -> !open.look().step("s1").orElseThrow().bypassed());
        keys("/blur", Keys.ENTER);
        until("a blur", () -> types(open).equals(List.of("gradient", "blur")));
        selected("blur", open);
        WebElement name = browser.findElement(By.cssSelector(".set .rename"));
        name.sendKeys("haze", Keys.ENTER);
        until("named", () -> open.look().step("s2").orElseThrow().label().equals("haze"));
        until(
                "the field has given the keys back",
                () -> !browser.switchTo().activeElement().equals(name));
        keys("b");
        until("bypassed too", () -> open.look().step("s2").orElseThrow().bypassed());
    }

    @Test
    void theEqualsSignLosesNoKeystroke() {
        OpenLook open = bench("Formulas");
        keys("/blur", Keys.ESCAPE);
        keys("/gradient", Keys.ENTER);
        until("a gradient", () -> types(open).equals(List.of("gradient")));
        selected("gradient", open);
        browser.findElement(By.cssSelector("input[aria-label='Brightness as a number']"))
                .click();
        keys("=", "0.25 + 0.5 * sin(t)", Keys.ENTER);
        until(
                "the whole formula",
                () -> "0.25 + 0.5 * sin(t)"
                        .equals(open.look().step("s1").orElseThrow().formulas().get("brightness")));
    }
}
