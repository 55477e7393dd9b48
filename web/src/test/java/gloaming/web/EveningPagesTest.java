package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Clock;
import gloaming.look.Edit;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.show.Cue;
import gloaming.show.CueSetting;
import gloaming.show.RunSheet;
import gloaming.show.SheetEdit;
import gloaming.show.Start;
import gloaming.show.Transition;
import gloaming.web.live.House;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Sheets;
import gloaming.web.store.Shows;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.Select;

/** The run sheet is written by hand, and the evening played from it by keys alone. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class EveningPagesTest extends PageTest {
    private static String show() {
        return program.get(Shows.class).shows().getFirst().id();
    }

    private static RunSheet sheet() {
        return program.get(Sheets.class).of(show()).sheet();
    }

    private static Cue cue(int place) {
        return sheet().cues().get(place);
    }

    private static long drawnHeight() {
        return Long.parseLong(find(".tide .handle[data-cue=c4]").getAttribute("aria-valuenow"));
    }

    private static WebElement word(int row, String label) {
        return browser.findElements(By.cssSelector(".cue"))
                .get(row)
                .findElement(By.cssSelector("[aria-label='" + label + "']"));
    }

    private static String text(String css) {
        return find(css).getText();
    }

    @BeforeEach
    void wide() {
        browser.manage().window().setSize(new org.openqa.selenium.Dimension(1280, 900));
    }

    @Test
    @Order(1)
    void aSheetIsWrittenFromNothingByItsWords() {
        String empty = program.get(Shows.class).addShow("Sluice rehearsal");
        program.get(Shows.class).addLook(empty, program.open("Brass bell").look());
        program.get(Shows.class).addLook(empty, program.open("Weir").look());
        browser.get(program.url("/sheet/" + empty));
        until("it says that there is nothing", () -> text(".hint").contains("No cue yet"));
        find(".hint .btn").click();
        Sheets sheets = program.get(Sheets.class);
        until("a cue", () -> sheets.of(empty).sheet().cues().size() == 1);
        // The pen is at the look at once.
        until(
                "at its look",
                () -> "Look".equals(browser.switchTo().activeElement().getAttribute("aria-label")));
        new Select(find("select.look")).selectByVisibleText("Weir");
        until(
                "its look",
                () -> !sheets.of(empty).sheet().cues().getFirst().look().isEmpty());
        new Actions(browser)
                .keyDown(Keys.CONTROL)
                .sendKeys(Keys.ENTER)
                .keyUp(Keys.CONTROL)
                .perform();
        until("another", () -> sheets.of(empty).sheet().cues().size() == 2);
        new Select(word(1, "Started by")).selectByValue("after");
        until("by itself", () -> word(1, "After how long").isDisplayed());
        type(word(1, "After how long"), "2.5");
        new Select(word(1, "Waits for")).selectByValue("bar");
        new Select(word(1, "How")).selectByValue("black");
        type(word(1, "Length"), "1:20");
        until("all of it", () -> {
            Cue is = sheets.of(empty).sheet().cues().get(1);
            return is.start().by() == Start.By.AFTER
                    && is.start().after().n() == 2.5
                    && is.start().on() == Start.Grid.BAR
                    && is.change().way() == Transition.Way.BLACK
                    && is.length() == 80;
        });
        type(word(1, "Length"), "soon");
        until("said", () -> text(".sheet > footer .grow").contains("no time"));
        until("as it was", () -> word(1, "Length").getAttribute("value").equals("1:20"));
        type(word(1, "Length"), "99:00:00");
        until("refused", () -> text(".sheet > footer .grow").contains("24 hours"));
        until("as it was", () -> word(1, "Length").getAttribute("value").equals("1:20"));
        word(1, "Length").sendKeys(Keys.chord(Keys.ALT, Keys.ARROW_UP));
        until("moved up", () -> sheets.of(empty).sheet().cues().getFirst().length() == 80);
        find("[aria-label=Undo]").click();
        until("back", () -> sheets.of(empty).sheet().cues().getFirst().length() == 0);
        find("[aria-label=Redo]").click();
        until("again", () -> sheets.of(empty).sheet().cues().getFirst().length() == 80);
    }

    @Test
    @Order(2)
    void theDemosEveningIsReadAndChangedAndItsHeightIsDrawn() {
        browser.get(program.url("/sheet/" + show()));
        until(
                "its cues",
                () -> browser.findElements(By.cssSelector(".cue")).size()
                        == sheet().cues().size());
        assertThat(sheet().cues()).hasSizeGreaterThanOrEqualTo(8);
        until(
                "their looks",
                () -> new Select(word(1, "Look"))
                        .getFirstSelectedOption()
                        .getText()
                        .equals("Reed bed"));
        assertThat(cue(2).change().picture()).isEqualTo("marsh");
        until(
                "a handle",
                () -> !browser.findElements(By.cssSelector(".tide .handle")).isEmpty());
        double before = cue(3).height();
        find(".tide .handle[data-cue=c4]").sendKeys(Keys.ARROW_UP);
        until("higher", () -> cue(3).height() > before);
        until("as it is drawn", () -> drawnHeight() == Math.round(cue(3).height() * 100));
        // What somebody else says in the middle of it takes nothing out of the hand, and comes after it.
        new Actions(browser)
                .clickAndHold(find(".tide .handle[data-cue=c4]"))
                .moveByOffset(0, 20)
                .perform();
        Sheets sheets = program.get(Sheets.class);
        String last = sheet().cues().getLast().id();
        int place = sheet().place(last);
        sheets.edit(show(), new SheetEdit.Move(last, place - 1));
        until(
                "the page has heard of it",
                () -> last.equals(browser.findElements(By.cssSelector(".cue"))
                        .get(place - 1)
                        .getAttribute("data-cue")));
        new Actions(browser).moveByOffset(0, 20).release().perform();
        until("lower", () -> cue(3).height() < before);
        until("as it is drawn", () -> drawnHeight() == Math.round(cue(3).height() * 100));
        sheets.edit(show(), new SheetEdit.Move(last, place));
        List<WebElement> grips = browser.findElements(By.cssSelector(".cue .grip .mono"));
        new Actions(browser)
                .clickAndHold(grips.get(1))
                .moveToElement(grips.get(3), 0, 4)
                .moveByOffset(0, 20)
                .release()
                .perform();
        until("dragged down", () -> sheet().place("c2") > 1);
        find("[aria-label=Undo]").click();
        until("and back", () -> sheet().place("c2") == 1);
    }

    @Test
    @Order(3)
    void theEveningIsPlayedByKeysAlone() {
        browser.get(program.url("/playing/" + show()));
        until("the first cue is next", () -> text(".next .caption b").equals("Doors"));
        until("its picture", () -> Integer.parseInt("0" + find(".playing").getAttribute("data-frames")) > 2);
        until(
                "ready",
                () -> text(".next .caption").endsWith("ready")
                        && !text(".next .caption").contains("getting"));
        // A hand that presses twice.
        new Actions(browser).sendKeys(Keys.ENTER, Keys.ENTER).perform();
        until("it is on", () -> text(".now .caption b").equals("Doors"));
        until("the slip is said", () -> text(".wrong").contains("slip"));
        until("and on air", () -> program.get(House.class).onAir().look().name().equals("Lamp oil"));
        assertThat(text(".next .caption b")).isEqualTo("Marsh at dusk");
        keys(Keys.ARROW_RIGHT);
        until("another is next", () -> text(".next .caption b").equals("Lantern moths"));
        keys(Keys.ESCAPE);
        until("and no more", () -> text(".next .caption b").equals("Marsh at dusk"));
        find(".tide .section:nth-of-type(5)").click();
        until("one of the line", () -> text(".next .caption b").equals("Down the race"));
        keys(Keys.PAGE_DOWN);
        until("a pedal starts it", () -> text(".now .caption b").equals("Down the race"));
        until("its ways on", () -> browser.findElements(By.cssSelector(".way")).size() == 2);
        pause();
        keys("2");
        until("the second way", () -> text(".now .caption b").equals("Lantern moths"));
        pause();
        keys(Keys.BACK_SPACE);
        until("back", () -> text(".now .caption b").equals("Down the race"));
    }

    @Test
    @Order(4)
    void inNeedOneKeyIsEnough() {
        browser.get(program.url("/playing/" + show()));
        until("it is there", () -> !text(".playing .air-sign").isEmpty());
        until("the sheet", () -> find(".need button:nth-child(3)").isEnabled());
        keys("b");
        until("black", () -> text(".playing .air-sign").equals("black"));
        keys("b");
        until("light again", () -> text(".playing .air-sign").equals("on air"));
        keys("f");
        until("frozen", () -> text(".playing .air-sign").equals("frozen"));
        keys("f");
        until("going on", () -> text(".playing .air-sign").equals("on air"));
        keys("h");
        until("held", () -> text(".need button:nth-child(4)").contains("held"));
        keys("s");
        until(
                "the safe look",
                () -> program.get(House.class).onAir().look().name().equals("Reed bed"));
        until("which is named", () -> text(".now .caption b").equals("Reed bed"));
        keys("p");
        until("a photograph", () -> text(".need button:nth-child(6)").contains("taken at"));
    }

    @Test
    @Order(6)
    void aChangeOfOnesOwnIsWrittenSeenAndChosen() {
        String show = program.get(Shows.class).addShow("Lock gates");
        Sheets sheets = program.get(Sheets.class);
        sheets.put(show, RunSheet.of(List.of(Cue.of("c1", "")), "", 0));
        browser.get(program.url("/sheet/" + show));
        until("its cue", () -> browser.findElements(By.cssSelector(".cue")).size() == 1);
        find(".own summary").click();
        until(
                "a text to begin with",
                () -> browser.findElements(By.cssSelector(".own option")).size() > 3);
        new Select(find("[aria-label='Another change, beginning as']")).selectByVisibleText("Iris");
        until("a change", () -> sheets.of(show).sheet().changes().size() == 1);
        until("how it looks", () ->
                (Boolean) browser.executeScript("return (document.querySelector('.own img') ?? {}).naturalWidth > 0"));
        type(find("[aria-label='Name of the change']"), "Lock gate");
        WebElement text = find(".own textarea");
        text.sendKeys(Keys.chord(Keys.CONTROL, Keys.END), "oops", Keys.chord(Keys.CONTROL, Keys.ENTER));
        until("what is wrong, and where", () -> text(".own .said").contains("line "));
        find("[aria-label=Undo]").click();
        until("and no more", () -> !find(".own .said").isDisplayed());
        until("as it was", () -> !text.getAttribute("value").contains("oops"));
        find(".own summary").click();
        new Select(word(0, "How")).selectByValue("own");
        until(
                "chosen",
                () -> sheets.of(show).sheet().cues().getFirst().change().own().equals("o1"));
        until(
                "by its name",
                () -> new Select(word(0, "The change of your own"))
                        .getFirstSelectedOption()
                        .getText()
                        .equals("Lock gate"));
    }

    @Test
    @Order(7)
    void aCueHasACurveOfItsOwnThatIsTakenFromTheLookAsItIsDrawnThere() {
        Shows shows = program.get(Shows.class);
        String show = shows.addShow("Two tides");
        Lane tide = new Lane("l1", "tide", Clock.SHOW, List.of(Step.of("s1", "curve")));
        String look = shows.addLook(show, Look.empty("Flood").withLanes(List.of(tide)));
        Sheets sheets = program.get(Sheets.class);
        sheets.put(show, RunSheet.of(List.of(Cue.of("c1", look), Cue.of("c2", "")), "", 0));
        browser.get(program.url("/sheet/" + show));
        until("its cues", () -> browser.findElements(By.cssSelector(".cue")).size() == 2);
        WebElement second = browser.findElements(By.cssSelector(".cue")).get(1);
        new Actions(browser).moveToElement(second).perform();
        WebElement add = second.findElement(By.xpath(".//button[text()='setting']"));
        until("it is offered", add::isDisplayed);
        add.click();
        until(
                "a setting",
                () -> !sheets.of(show).sheet().cues().get(1).settings().isEmpty());
        WebElement setting = word(1, "Setting");
        setting.click();
        until(
                "what there is",
                () -> setting.findElements(By.tagName("option")).stream()
                        .anyMatch(o -> o.getText().equals("tide · Curve · Keys")));
        new Select(setting).selectByVisibleText("tide · Curve · Keys");
        until("its curve", () -> curve(show).startsWith("0 0 smooth"));
        until("drawn", () -> (Boolean)
                browser.executeScript("return (document.querySelector('.course img') ?? {}).naturalWidth > 0"));
        OpenLook open = program.get(Journal.class).open(shows.look(look).orElseThrow());
        open.apply(new Edit.Set("s1", "keys", Value.of("0 0 linear; 9 5 linear")), 0);
        browser.findElements(By.xpath("//button[text()='as drawn now']"))
                .getLast()
                .click();
        until("the other curve", () -> curve(show).equals("0 0 linear; 9 5 linear"));
        find("[aria-label=Undo]").click();
        until("the first again", () -> curve(show).startsWith("0 0 smooth"));
    }

    @Test
    @Order(8)
    void theCurvesOfASectionAreDrawnOnTheSheetEachAsOneStepBackAndOnlyForItsCue() {
        Shows shows = program.get(Shows.class);
        String show = shows.addShow("Spring tides");
        Step curve = Step.of("s1", "curve").with("keys", Value.of("0 0 linear; 4 1 linear"));
        Step ebb = Step.of("s2", "curve").with("keys", Value.of("0 1 linear; 8 0 linear"));
        String look = shows.addLook(
                show,
                Look.empty("Flood")
                        .withLanes(List.of(
                                new Lane("l1", "tide", Clock.SHOW, List.of(curve)),
                                new Lane("l2", "ebb", Clock.SHOW, List.of(ebb)))));
        Sheets sheets = program.get(Sheets.class);
        sheets.put(show, RunSheet.of(List.of(Cue.of("c1", look), Cue.of("c2", "")), "", 0));
        browser.get(program.url("/sheet/" + show));
        until("its cues", () -> browser.findElements(By.cssSelector(".cue")).size() == 2);
        WebElement second = browser.findElements(By.cssSelector(".cue")).get(1);
        new Actions(browser).moveToElement(second).perform();
        WebElement curves = second.findElement(By.xpath(".//button[text()='curves']"));
        until("they are offered", curves::isDisplayed);
        curves.click();
        until(
                "the curve",
                () -> find(".drawing .curve").isDisplayed()
                        && find(".drawing .curve").equals(browser.switchTo().activeElement()));
        assertThat(find(".drawing .other-name").getText()).isEqualTo("ebb · Curve");
        // The second key is selected and goes up; all presses together are one change.
        new Actions(browser)
                .sendKeys(Keys.TAB, Keys.TAB, Keys.ARROW_UP, Keys.ARROW_UP, Keys.ARROW_UP)
                .perform();
        until("the cue gives it", () -> given(show).size() == 1);
        assertThat(given(show).getFirst().curve()).startsWith("0 0 linear; 4 1.0");
        assertThat(sheets.of(show).sheet().cues().getFirst().settings()).isEmpty();
        until(
                "it says so",
                () -> find("[aria-label='The curve that is drawn']").getText().equals("tide · Curve · this cue's"));
        // Another of them, by its name in the picture.
        find(".drawing .other-name").click();
        new Actions(browser).sendKeys(Keys.TAB, Keys.ARROW_UP).perform();
        until("both", () -> given(show).size() == 2);
        find("[aria-label=Undo]").click();
        until("the first alone", () -> given(show).size() == 1);
        find(".curve-list [title=\"Draw tide · Curve · this cue's\"]").click();
        WebElement shown = find(".curve-list [aria-label^='Show ebb']");
        shown.click();
        until(
                "it is put away",
                () -> browser.findElements(By.cssSelector(".curve-host .other")).isEmpty());
        shown.click();
        until(
                "it is there again",
                () -> !browser.findElements(By.cssSelector(".curve-host .other"))
                        .isEmpty());
        WebElement row = find(".curve-list button[title^='Draw ']");
        row.sendKeys(Keys.ARROW_DOWN);
        assertThat(browser.switchTo().activeElement().getAttribute("title"))
                .startsWith("Draw ")
                .isNotEqualTo(row.getAttribute("title"));
        WebElement leave = browser.findElement(By.xpath("//button[text()='As in the look']"));
        until("it can be left", leave::isDisplayed);
        leave.click();
        until("none", () -> given(show).isEmpty());
        find(".drawing .curve").click();
        new Actions(browser).sendKeys(Keys.ESCAPE).perform();
        until("the cues again", second::isDisplayed);
    }

    private static List<CueSetting> given(String show) {
        return program.get(Sheets.class).of(show).sheet().cues().get(1).settings();
    }

    @Test
    @Order(9)
    void aChangeOfWhichSomebodyCannotBeToldIsAChangeAllTheSame() {
        String show = program.get(Shows.class).addShow("Deaf");
        Sheets sheets = program.get(Sheets.class);
        List<String> told = new ArrayList<>();
        sheets.onChanged(changed -> {
            if (changed.equals(show)) throw new IllegalStateException("this page is gone");
        });
        sheets.onChanged(told::add);
        Sheets.Kept kept = sheets.put(show, RunSheet.of(List.of(Cue.of("c1", "")), "", 0));
        assertThat(kept.version()).isEqualTo(1);
        assertThat(sheets.of(show).sheet().cues()).hasSize(1);
        assertThat(told).as("those after it are told").contains(show);
    }

    private static String curve(String show) {
        return program.get(Sheets.class)
                .of(show)
                .sheet()
                .cues()
                .get(1)
                .settings()
                .getFirst()
                .curve();
    }

    /** Until the guard of the key is over. */
    private static void pause() {
        double since = System.nanoTime() / 1e9;
        until("the guard is over", () -> System.nanoTime() / 1e9 - since > sheet().guard() + 0.1);
    }

    @Test
    @Order(5)
    void twoHundredCuesWithLongNamesAreReadAndChanged() {
        String show = program.get(Shows.class).addShow("A long night");
        List<Cue> cues = new ArrayList<>();
        for (int i = 0; i < 200; i++) {
            cues.add(new Cue(
                    "c" + i,
                    "A section whose name goes on and on, so that nobody reads it to its end " + i,
                    "n".repeat(400),
                    i % 8,
                    "",
                    "",
                    false,
                    null,
                    null,
                    null,
                    null,
                    null,
                    30,
                    i % 10 / 10.0,
                    false,
                    "",
                    List.of(new Cue.Way("c0", "when it rains")),
                    List.of(),
                    ""));
        }
        Sheets sheets = program.get(Sheets.class);
        sheets.put(show, RunSheet.of(cues, "", 0));
        browser.get(program.url("/sheet/" + show));
        until("all of them", () -> browser.findElements(By.cssSelector(".cue")).size() == 200);
        type(word(150, "Name of cue 151"), "Sluice");
        until(
                "it is changed",
                () -> sheets.of(show).sheet().cues().get(150).name().equals("Sluice"));
        WebElement then = word(150, "What comes after it");
        browser.executeScript("arguments[0].focus()", then);
        new Select(then).selectByValue("c20");
        until(
                "it leads back",
                () -> sheets.of(show).sheet().cues().get(150).then().equals("c20"));
        // Nothing lies outside the window, and nobody's name pushes anything out of it.
        Object beyond = browser.executeScript("return document.documentElement.scrollWidth - innerWidth");
        assertThat(((Number) beyond).intValue()).isLessThanOrEqualTo(0);
        browser.get(program.url("/playing/" + show));
        until("it is read", () -> text(".next .caption b").startsWith("A section"));
        assertThat(((Number) browser.executeScript("return document.documentElement.scrollWidth - innerWidth"))
                        .intValue())
                .isLessThanOrEqualTo(0);
    }
}
