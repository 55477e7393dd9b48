package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;

/** The page's small modules, each by itself on a page that holds nothing else. */
class WidgetsTest extends PageTest {
    @BeforeAll
    static void patience() {
        browser.manage().timeouts().scriptTimeout(java.time.Duration.ofSeconds(30));
    }

    /** A page of the program with its styles and nothing on it: a fresh one, so that no test meets another's. */
    @BeforeEach
    void emptyPage() {
        browser.get(program.url("/output"));
        browser.executeScript("document.body.className = ''; document.body.innerHTML = '';");
    }

    /** Runs the body of an async function in which {@code m} is a module of the program. */
    private static Object with(String module, String body, Object... arguments) {
        Object result = browser.executeAsyncScript(
                "const done = arguments[arguments.length - 1], given = [...arguments].slice(0, -1);"
                        + "import('/js/" + module + ".js').then(async (m) => done(await (async () => {" + body
                        + "})())).catch((e) => done('failed: ' + e.message));",
                arguments);
        assertThat(String.valueOf(result)).doesNotStartWith("failed:");
        return result;
    }

    private static double number(Object value) {
        return ((Number) value).doubleValue();
    }

    @ParameterizedTest
    @CsvSource({
        // min, max, by ratio, whole, part of the way, value there
        "0, 1, false, false, 0.5, 0.5",
        "-2, 2, false, false, 0.25, -1",
        "1, 100, true, false, 0.5, 10",
        "0.001, 1, true, false, 0, 0.001",
        "0.001, 1, true, false, 1, 1",
        "0, 9, false, true, 0.5, 5",
        "0, 1, false, false, -3, 0",
        "0, 1, false, false, 7, 1",
        "5, 5000, true, true, 0.6666667, 500",
    })
    void aPartOfTheWayIsAValueAndBack(double min, double max, boolean ratio, boolean whole, double part, double value) {
        Object at = with(
                "slider",
                "return m.valueAt({min: given[0], max: given[1], byRatio: given[2], whole: given[3]}, given[4])",
                min,
                max,
                ratio,
                whole,
                part);
        assertThat(number(at)).isCloseTo(value, offset(1e-3 * Math.abs(max)));
        Object back = with(
                "slider",
                "return m.partOf({min: given[0], max: given[1], byRatio: given[2], whole: given[3]}, given[4])",
                min,
                max,
                ratio,
                whole,
                value);
        assertThat(number(back)).isCloseTo(Math.clamp(part, 0, 1), offset(0.06));
    }

    @ParameterizedTest
    @CsvSource({
        "0, 1, false, 0.123456, 0.123",
        "0, 1000, false, 123.456, 123",
        "0.001, 1, true, 0.00123456, 0.001235",
        "0, 10, false, 99, 10",
        "-1, 1, false, -0.98765, -0.988"
    })
    void aSliderGivesNoMoreDigitsThanMeanSomething(double min, double max, boolean ratio, double value, double tidy) {
        Object shown = with(
                "slider",
                "return m.tidy({min: given[0], max: given[1], byRatio: given[2], whole: false}, given[3])",
                min,
                max,
                ratio,
                value);
        assertThat(number(shown)).isCloseTo(tidy, offset(1e-9));
    }

    /** Puts a slider on the page whose changes are kept in {@code window.said}; 300 pixels wide. */
    private static WebElement slider(String range) {
        with("slider", """
                const el = document.createElement('div');
                el.className = 'sl'; el.tabIndex = 0;
                el.innerHTML = '<i></i><b></b><u></u>';
                Object.assign(el.style, { width: '300px', height: '20px', margin: '40px', position: 'relative' });
                document.body.append(el);
                window.said = []; window.resets = 0;
                window.range = Object.assign({ min: 0, max: 1, byRatio: false, whole: false, value: 0.5,
                  change: (v, g) => { window.said.push([v, g]); window.range.value = v; },
                  reset: () => window.resets++ }, (%s));
                m.slider(el, () => window.range);
                """.formatted(range));
        return browser.findElement(By.cssSelector(".sl"));
    }

    @SuppressWarnings("unchecked")
    private static List<List<Number>> said() {
        return (List<List<Number>>) browser.executeScript("return window.said");
    }

    @Test
    void aDragIsOneGestureAndEndsWhereThePointerIs() {
        WebElement slider = slider("{}");
        new Actions(browser)
                .moveToElement(slider, -75, 0)
                .clickAndHold()
                .moveByOffset(75, 0)
                .moveByOffset(75, 0)
                .release()
                .perform();
        assertThat(said().getFirst().get(0).doubleValue()).isCloseTo(0.25, offset(0.01));
        assertThat(said().getLast().get(0).doubleValue()).isCloseTo(0.75, offset(0.01));
        assertThat(said().stream().map(List::getLast).distinct()).hasSize(1);
        int before = said().size();
        new Actions(browser).moveByOffset(30, 0).perform();
        assertThat(said()).as("nothing once the button is up").hasSize(before);
        new Actions(browser).moveToElement(slider).click().perform();
        assertThat(said().getLast().get(1))
                .as("a gesture of its own")
                .isNotEqualTo(said().getFirst().get(1));
    }

    @Test
    void withShiftItGoesTenTimesFinerAndDoesNotJump() {
        WebElement slider = slider("{}");
        new Actions(browser)
                .keyDown(Keys.SHIFT)
                .moveToElement(slider, -150 + 20, 0)
                .clickAndHold()
                .moveByOffset(60, 0)
                .release()
                .keyUp(Keys.SHIFT)
                .perform();
        assertThat(said().getLast().get(0).doubleValue()).isCloseTo(0.5 + 60 / 300.0 / 10, offset(0.004));
    }

    @Test
    void keysMoveItAndTwoClicksResetIt() {
        WebElement slider = slider("{}");
        slider.click();
        browser.executeScript("window.range.value = 0.5; window.said.length = 0");
        slider.sendKeys(Keys.ARROW_RIGHT, Keys.PAGE_UP, Keys.ARROW_DOWN);
        assertThat(said())
                .extracting(List::getFirst)
                .extracting(Number::doubleValue)
                .containsExactly(0.51, 0.61, 0.6);
        slider.sendKeys(Keys.END, Keys.HOME);
        assertThat(said().getLast().getFirst().doubleValue()).isZero();
        new Actions(browser).doubleClick(slider).perform();
        assertThat(number(browser.executeScript("return window.resets"))).isEqualTo(1);
    }

    @Test
    void wholeNumbersGoOneByOneAndStopAtTheirEnds() {
        WebElement slider = slider("{ min: 0, max: 3, whole: true, value: 2 }");
        browser.executeScript("arguments[0].focus()", slider);
        slider.sendKeys(Keys.ARROW_RIGHT, Keys.ARROW_RIGHT, Keys.ARROW_LEFT);
        assertThat(said())
                .extracting(List::getFirst)
                .extracting(Number::intValue)
                .containsExactly(3, 3, 2);
    }

    @Test
    void theEndsOfAFollowedRangeAreTakenOneByOneOrTogether() {
        String ends = "{ ends: { low: 0.2, high: 0.6, change: (l, h, g) => window.said.push([l, h, g]) } }";
        WebElement slider = slider(ends);
        new Actions(browser)
                .moveToElement(slider, -150 + 60, 0)
                .clickAndHold()
                .moveByOffset(30, 0)
                .release()
                .perform();
        assertThat(said().getLast().get(0).doubleValue()).isCloseTo(0.3, offset(0.01));
        assertThat(said().getLast().get(1).doubleValue()).isEqualTo(0.6);
        new Actions(browser)
                .moveToElement(slider, -150 + 180, 0)
                .clickAndHold()
                .moveByOffset(60, 0)
                .release()
                .perform();
        assertThat(said().getLast().get(1).doubleValue()).isCloseTo(0.8, offset(0.01));
        new Actions(browser)
                .moveToElement(slider, -150 + 120, 0)
                .clickAndHold()
                .moveByOffset(-30, 0)
                .release()
                .perform();
        assertThat(said().getLast().get(0).doubleValue()).isCloseTo(0.1, offset(0.01));
        assertThat(said().getLast().get(1).doubleValue()).isCloseTo(0.5, offset(0.01));
    }

    @Test
    void curvesKeepTheLastValuesAndForgetThoseNobodyFeeds() {
        Object kept = with("curves", """
                const curves = new m.Curves();
                for (let i = 0; i < 500; i++) curves.add('sway', i);
                curves.add('gone', 1);
                curves.keep(new Set(['sway']));
                const values = curves.kept.get('sway');
                return [values.length, values[0], values[values.length - 1], curves.kept.has('gone')];
                """);
        List<?> all = (List<?>) kept;
        assertThat(number(all.get(2))).isEqualTo(499);
        assertThat(number(all.get(1))).isEqualTo(500 - number(all.get(0)));
        assertThat(all.get(3)).isEqualTo(false);
    }

    @Test
    void aCurveIsDrawnFromLeftToRightAndFitsWhateverItsValues() {
        Object found = with("curves", """
                const canvas = document.createElement('canvas');
                canvas.width = 200; canvas.height = 100;
                const curves = new m.Curves();
                for (let i = 0; i < 160; i++) curves.add('rise', i * 100 - 3000);
                curves.draw(canvas, [{ key: 'rise', colour: '#ff0000', line: 2 }]);
                const d = canvas.getContext('2d').getImageData(0, 0, 200, 100).data;
                const top = (x) => { for (let y = 0; y < 100; y++) if (d[(y * 200 + x) * 4 + 3] > 60) return y; return -1; };
                return [top(5), top(100), top(194)];
                """);
        List<?> heights = (List<?>) found;
        assertThat(number(heights.get(0))).isBetween(85.0, 97.0);
        assertThat(number(heights.get(1))).isBetween(44.0, 54.0);
        assertThat(number(heights.get(2))).isBetween(2.0, 12.0);
    }

    @Test
    void everyKindHasARailPatternOfItsOwn() {
        Object patterns = with("kinds", "return Object.entries(m.KINDS).map(([kind, k]) => [kind, k.rail.path])");
        List<?> all = (List<?>) patterns;
        assertThat(all.stream().map(e -> (Object) ((List<?>) e).getFirst())).contains("signal", "picture", "points");
        assertThat(all.stream().map(e -> (Object) ((List<?>) e).getLast()).distinct())
                .hasSize(all.size());
    }

    @Test
    void whatIsNotOnTheDiskIsNeverCalledSaved() {
        Object result = with("unsaved", """
                const u = new m.Unsaved();
                const says = [u.says(0, true)];
                u.take({ do: 'undo' }, true, 0);
                u.take({ do: 'redo' }, true, 100);
                says.push(u.says(300, true), u.says(1600, true));
                u.saved(1);
                says.push(u.says(1600, true), u.says(1600, false));
                u.refused(2);
                says.push(u.says(1600, true));
                return says;
                """);
        assertThat((List<?>) result)
                .isEqualTo(List.of(
                        "saved",
                        "saving…",
                        "2 changes not saved for 2 s",
                        "1 change not saved for 2 s",
                        "1 change not saved: the program does not answer",
                        "saved"));
    }

    @Test
    void editsMadeWhileTheProgramIsAwayWaitButNotWithoutEnd() {
        Object result = with("live", """
                const live = new m.Live('');
                await new Promise((r) => live.hear('state', r));
                live.open = false;
                const drag = { do: 'edit', gesture: 5, edit: { edit: 'set', step: 's1', setting: 'size', value: 0 } };
                for (let i = 0; i < 9; i++) live.send({ ...drag, edit: { ...drag.edit, value: i } });
                for (let i = 0; i < 3000; i++) live.send({ do: 'edit', gesture: 0, edit: { edit: 'rename', name: `n${i}` } });
                live.send({ do: 'watch', subject: null, most: 10 });
                const all = live.unsaved.all;
                return [all.length, all[0].n, all[0].message.edit.value, all.some((w) => w.message.do !== 'edit'), live.unsaved.says(0, false)];
                """);
        assertThat((List<?>) result)
                .isEqualTo(List.of(2_000L, 1L, 8L, false, "2000 changes not saved: the program does not answer"));
    }
}
