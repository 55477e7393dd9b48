package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.show.RunSheet;
import gloaming.venue.Flip;
import gloaming.venue.Place;
import gloaming.venue.Surface;
import gloaming.venue.Venue;
import gloaming.web.store.Sheets;
import gloaming.web.store.Shows;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Dimension;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.Select;

/** Surfaces are set up on the Venue page, by pointer and by keys. */
class VenuePageTest extends PageTest {
    private static String show;

    private static RunSheet sheet() {
        return program.get(Sheets.class).of(show).sheet();
    }

    private static Venue venue() {
        return sheet().venues().getFirst();
    }

    private static Surface face(int place) {
        return venue().surfaces().get(place);
    }

    private static WebElement word(int row, String label) {
        return browser.findElements(By.cssSelector(".faces li"))
                .get(row)
                .findElement(By.cssSelector("[aria-label='" + label + "']"));
    }

    /** Presses what is offered of a surface once it is selected. */
    private static void press(int row, String text) {
        until(
                "row " + row,
                () -> browser.findElements(By.cssSelector(".faces li")).size() > row);
        browser.findElements(By.cssSelector(".faces li"))
                .get(row)
                .findElement(By.cssSelector(".mono"))
                .click();
        until(
                text,
                () -> browser.findElements(By.cssSelector(".faces li.is .add")).stream()
                        .anyMatch(b -> b.getText().equals(text)));
        browser.findElements(By.cssSelector(".faces li.is .add")).stream()
                .filter(b -> b.getText().equals(text))
                .findFirst()
                .orElseThrow()
                .click();
    }

    @BeforeEach
    void open() {
        browser.manage().window().setSize(new Dimension(1280, 900));
        show = program.get(Shows.class).shows().getFirst().id();
        RunSheet is = sheet();
        program.get(Sheets.class)
                .put(
                        show,
                        new RunSheet(
                                is.cues(),
                                is.safe(),
                                is.guard(),
                                is.bar(),
                                is.calm(),
                                is.camera(),
                                is.booth(),
                                is.changes(),
                                List.of(),
                                ""));
        browser.get(program.url("/venue/" + show));
        until("it says what it is for", () -> find(".venue > .hint").getText().contains("leaves as it is"));
        find(".venue > .hint .btn").click();
        until("a venue", () -> sheet().venues().size() == 1);
        until(
                "its corners",
                () -> browser.findElements(By.cssSelector(".corner")).size() == 4);
    }

    @Test
    void theFirstVenueIsUsedAtOnceAndChangesNothing() {
        assertThat(sheet().venue()).isEqualTo("v1");
        assertThat(face(0).corners())
                .containsExactly(new Place(0, 0), new Place(1, 0), new Place(1, 1), new Place(0, 1));
        until(
                "pictures",
                () -> Integer.parseInt(
                                find(".venue").getAttribute("data-frames") == null
                                        ? "0"
                                        : find(".venue").getAttribute("data-frames"))
                        > 2);
        until("it is said", () -> find(".venue-acts").getText().contains("Shown here"));
    }

    @Test
    void aCornerIsDraggedAndMovedByKeysAndOnesThatWouldCrossAreNot() {
        WebElement corner = find(".corner[data-at='corners 0']");
        int width = find(".venue-place").getSize().width;
        new Actions(browser).dragAndDropBy(corner, width / 10, 0).perform();
        until("it is elsewhere", () -> Math.abs(face(0).corners().getFirst().x() - 0.1) < 0.005);
        double x = face(0).corners().getFirst().x();
        // It has the keys since it was dragged.
        new Actions(browser).sendKeys(Keys.ARROW_RIGHT).perform();
        until("a little further", () -> face(0).corners().getFirst().x() > x);
        assertThat(face(0).corners().getFirst().x() - x).isLessThan(0.002);
        new Actions(browser)
                .keyDown(Keys.SHIFT)
                .sendKeys(Keys.ARROW_DOWN)
                .keyUp(Keys.SHIFT)
                .perform();
        until("ten times as far", () -> face(0).corners().getFirst().y() > 0.004);
        // Across the other diagonal it stays before it.
        new Actions(browser)
                .dragAndDropBy(
                        find(".corner[data-at='corners 0']"),
                        width,
                        find(".venue-place").getSize().height)
                .perform();
        until("at rest", () -> find(".saving").getText().equals("saved"));
        Place at = face(0).corners().getFirst();
        assertThat(at.x() + at.y()).isLessThan(1.01);
        find("[aria-label=Undo]").click();
        until("back", () -> face(0).corners().getFirst().y() < 0.01);
    }

    @Test
    void sidesAreBentByTheirMiddlesAndMadeStraightAgain() {
        press(0, "bend its sides");
        until("four", () -> face(0).sides().size() == 4);
        until(
                "their middles",
                () -> browser.findElements(By.cssSelector(".corner.point")).size() == 4);
        int height = find(".venue-place").getSize().height;
        new Actions(browser)
                .dragAndDropBy(find(".corner[data-at='sides 0']"), 0, height / 5)
                .perform();
        until("an arch", () -> Math.abs(face(0).sides().getFirst().y() - 0.2) < 0.01);
        double y = face(0).sides().getFirst().y();
        keys(Keys.ARROW_DOWN);
        until("a little further", () -> face(0).sides().getFirst().y() > y);
        new Actions(browser)
                .dragAndDropBy(find(".corner[data-at='sides 0']"), 0, 2 * height / 5)
                .perform();
        until("no further than that", () -> find(".venue-words .said").getText().contains("half of its length"));
        press(0, "straighten its sides");
        until("straight", () -> face(0).sides().isEmpty());
    }

    @Test
    void wordsOfASurfaceAreItsFieldsAndWhatCannotBeIsSaid() {
        type(word(0, "To the right"), "50");
        new Select(word(0, "Turned over")).selectByValue("across");
        type(word(0, "Light"), "80");
        until(
                "all of it",
                () -> face(0).part().right() == 0.5 && face(0).flip() == Flip.ACROSS && face(0).light() == 0.8);
        type(word(0, "From the left"), "60");
        until("refused", () -> find(".venue-words .said").getText().contains("from the left to the right"));
        until("as it was", () -> word(0, "From the left").getAttribute("value").equals("0"));
        press(0, "another like it");
        until("two", () -> venue().surfaces().size() == 2);
        press(1, "cut to an outline");
        until("an outline", () -> face(1).outline().size() == 8);
        until(
                "its points",
                () -> browser.findElements(By.cssSelector(".corner.point")).size() == 8);
        new Actions(browser)
                .click(find(".corner.point[data-at='outline 2']"))
                .sendKeys(Keys.DELETE)
                .perform();
        until("one less", () -> face(1).outline().size() == 7);
        press(1, "keep it dark");
        until("dark", () -> face(1).off());
        press(1, "turn a quarter");
        until("turned", () -> face(1).corners().getFirst().x() > 0.5);
    }

    @Test
    void theTestPictureIsAskedForAsLongAsThePageIsThere() {
        until("shown", () -> find(".venue-acts .btn").isEnabled());
        find(".venue-acts .btn").click();
        browser.switchTo().newWindow(org.openqa.selenium.WindowType.TAB);
        try {
            browser.get(program.url("/playing/" + show));
            until("said to whoever plays", () -> find(".air-sign").getText().contains("test picture"));
        } finally {
            browser.close();
            browser.switchTo().window(browser.getWindowHandles().iterator().next());
        }
        browser.get(program.url("/playing/" + show));
        until("gone with its page", () -> find(".air-sign").getText().contains("on air"));
    }
}
