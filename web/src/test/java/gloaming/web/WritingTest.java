package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.step.Catalogue;
import gloaming.step.EditFactory;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import gloaming.web.store.Versions;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.NoSuchElementException;
import org.openqa.selenium.NoSuchShadowRootException;
import org.openqa.selenium.SearchContext;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.WindowType;

/** Writing a shader on the Bench, by keys alone wherever keys do. */
class WritingTest extends PageTest {
    private static final String GREEN =
            "out vec4 color;\nuniform float level; // 0.3 (0 to 1)\nvoid main() { color = vec4(0, level, 0, 1); }";

    /** A look with a step that writes, its text open. */
    private static OpenLook written(String text) {
        Shows shows = program.get(Shows.class);
        Look empty = Look.empty("Writing");
        Look look = Edits.apply(empty, new EditFactory(Catalogue.all()).addLane(empty, "shader-source"));
        look = Edits.apply(look, new Edit.Set("s1", "code", Value.of(text)));
        String id = shows.addLook(shows.shows().getFirst().id(), look);
        browser.get(program.bench(id));
        until(
                "the step is selected",
                () -> !browser.findElements(By.cssSelector(".step.sel")).isEmpty());
        browser.findElement(By.tagName("body")).sendKeys("e");
        until("the editor has the text", () -> shown().equals(text));
        return program.get(Journal.class).opened(id);
    }

    private static SearchContext inside() {
        return browser.findElement(By.cssSelector(".code-host")).getShadowRoot();
    }

    private static WebElement content() {
        return inside().findElement(By.cssSelector(".cm-content"));
    }

    private static String shown() {
        try {
            return String.join(
                    "\n",
                    inside().findElements(By.cssSelector(".cm-line")).stream()
                            .map(WebElement::getText)
                            .toList());
        } catch (NoSuchElementException | NoSuchShadowRootException e) {
            return "";
        }
    }

    private static Step step(OpenLook open) {
        return open.look().step("s1").orElseThrow();
    }

    private static String plays(OpenLook open) {
        return ((Value.Word) step(open).settings().get("code")).text();
    }

    private static boolean says(String selector, String words) {
        return browser.findElements(By.cssSelector(selector)).stream()
                .anyMatch(e -> e.getText().contains(words));
    }

    @Test
    void anUniformIsASliderAndAWrongLineIsNamedWhileThePictureAndItsSlidersGoOn() {
        OpenLook open = written(GREEN);
        until(
                "its uniform is a slider",
                () -> !browser.findElements(By.cssSelector(".sl[data-setting=level]"))
                        .isEmpty());
        content().sendKeys(Keys.chord(Keys.CONTROL, Keys.END), " wrong");
        until("the wrong line is named", () -> says(".writing .problems li", "line 3: "));
        until(
                "it is marked in the text",
                () -> !inside().findElements(By.cssSelector(".cm-lintRange-error"))
                        .isEmpty());
        until("the footer says that it goes on", () -> says(".says", "goes on as it was before: line 3"));
        assertThat(plays(open)).isEqualTo(GREEN);
        assertThat(step(open).drafts()).containsEntry("code", GREEN + " wrong");

        WebElement number = browser.findElement(By.cssSelector("input[aria-label='level as a number']"));
        number.sendKeys(Keys.chord(Keys.CONTROL, "a"), "0.8", Keys.ENTER);
        until(
                "the slider works all the same",
                () -> Value.of(0.8).equals(step(open).settings().get("level")));

        content().sendKeys(Keys.chord(Keys.CONTROL, "z"));
        until("what is undone in the editor plays", () -> step(open).drafts().isEmpty());
        until(
                "and nothing is named wrong",
                () -> browser.findElements(By.cssSelector(".writing .problems li"))
                        .isEmpty());
    }

    @Test
    void namesAreCompletedWithASentenceOnEach() {
        OpenLook open = written(GREEN);
        content().sendKeys(Keys.chord(Keys.CONTROL, Keys.END), "\nfloat k() { return smo");
        until(
                "the list is open",
                () -> !inside().findElements(By.cssSelector(".cm-tooltip-autocomplete li"))
                        .isEmpty());
        until(
                "it tells what it does",
                () -> inside().findElements(By.cssSelector(".cm-completionInfo")).stream()
                        .anyMatch(e -> e.getText().contains("soft start and end")));
        inside().findElement(By.cssSelector(".cm-tooltip-autocomplete li")).click();
        until("the name is taken, with its brackets", () -> shown().contains("smoothstep()"));
        keys("0., 1., .5); }");
        until("it compiles", () -> plays(open).contains("smoothstep(0., 1., .5)"));
        keys(Keys.HOME, Keys.ARROW_RIGHT);
        until("the word under the cursor is told of", () -> says(".told code", "float"));
    }

    @Test
    void versionsAreKeptAndGoneBackToWithoutLosingWhatStandsThere() {
        OpenLook open = written(GREEN);
        content().sendKeys(Keys.chord(Keys.CONTROL, "s"));
        until(
                "it is listed",
                () -> browser.findElements(By.cssSelector(".versions li")).size() == 1);
        String blue = GREEN.replace("vec4(0, level, 0, 1)", "vec4(0, 0, level, 1)");
        content().sendKeys(Keys.chord(Keys.CONTROL, "a"), Keys.DELETE);
        content().sendKeys(blue.replace("{", "{ ").replace(" }", ""));
        until(
                "the new text is here",
                () -> !step(open).drafts().isEmpty() || plays(open).contains("0, 0, level"));
        browser.findElement(By.cssSelector("input[aria-label='Name of the version']"))
                .sendKeys("blue", Keys.ENTER);
        until(
                "both are listed",
                () -> browser.findElements(By.cssSelector(".versions li")).size() == 2);
        until(
                "the newest stands first, by its name",
                () -> browser.findElement(By.cssSelector(".versions b"))
                        .getText()
                        .equals("blue"));

        browser.findElements(By.cssSelector(".versions button")).get(1).click();
        until("the older text is back", () -> shown().equals(GREEN));
        until(
                "and plays",
                () -> plays(open).equals(GREEN) && step(open).drafts().isEmpty());
        assertThat(program.get(Versions.class).of(open.id, "s1", "code"))
                .extracting(Versions.Row::name)
                .containsExactly("blue", "");
    }

    @Test
    void escapeGoesBackToTheLanesAndTheTextIsThereWhenThePageIsLoadedAgain() {
        OpenLook open = written(GREEN);
        content().sendKeys(Keys.chord(Keys.CONTROL, Keys.END), "\n// the end", Keys.ESCAPE);
        until(
                "the lanes are back",
                () -> browser.findElement(By.cssSelector(".lanes")).isDisplayed());
        until("what was typed last is in the look", () -> plays(open).endsWith("// the end"));
        until("it is saved", () -> says(".saved", "saved"));
        browser.navigate().refresh();
        until(
                "the step is there",
                () -> !browser.findElements(By.cssSelector(".step.sel")).isEmpty());
        browser.findElement(By.cssSelector("button.write")).click();
        until("the text is there", () -> shown().endsWith("// the end"));
        content().sendKeys(Keys.ESCAPE);
        until(
                "the card has the focus",
                () -> "step-s1".equals(browser.switchTo().activeElement().getDomAttribute("id")));
    }

    @Test
    void aTextThatIsChangedElsewhereIsTakenOver() {
        OpenLook open = written(GREEN);
        String first = browser.getWindowHandle();
        browser.switchTo().newWindow(WindowType.TAB);
        browser.get(program.bench(open.id));
        until(
                "the step is there",
                () -> !browser.findElements(By.cssSelector(".step.sel")).isEmpty());
        browser.findElement(By.cssSelector("button.write")).click();
        until("the text is there", () -> shown().equals(GREEN));
        content().sendKeys(Keys.chord(Keys.CONTROL, Keys.END), "\n// from here");
        until("it has arrived", () -> plays(open).endsWith("// from here"));
        browser.close();
        browser.switchTo().window(first);
        until("the first page shows it", () -> shown().endsWith("// from here"));
        assertThat(List.of(plays(open))).containsExactly(GREEN + "\n// from here");
    }
}
