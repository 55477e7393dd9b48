package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Edit;
import gloaming.look.KeptKit;
import gloaming.look.Kit;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.web.store.OpenLook;
import java.io.ByteArrayInputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.JavascriptExecutor;
import org.openqa.selenium.support.ui.Select;

/** Kits of the shelf: found, kept, brought up to a newer one when told to, and looked at in motion. */
class KitShelfOnTheBenchTest extends ByHand {
    private static void press(String text) {
        browser.findElement(By.xpath("//div[contains(@class,'shelf-line')]//button[normalize-space(.)='" + text + "']"))
                .click();
    }

    private static String shelf() {
        return browser.findElement(By.cssSelector(".shelf-line > span")).getText();
    }

    private static Kit kit(OpenLook open) {
        return open.look().kits().getFirst();
    }

    @Test
    void aKitThatShipsIsFoundAndAnOwnOneIsKeptFoundElsewhereAndRenewedOnlyWhenToldTo() {
        OpenLook first = bench("Flames");
        find("n", "flame", "li[data-type='kept-ships-flame']");
        until("it is there", () -> first.look().kits().size() == 1);
        assertThat(first.look().mix()).hasSize(1);
        until("and seen", () -> brightest() > 60);
        until(
                "its lane is called after it",
                () -> first.look().lanesIn(null).getFirst().name().equals("flame"));
        press("Keep");
        until("what was made of one that ships is another", () -> {
            Kit.Kept kept = kit(first).kept();
            return kept.revision() == 1 && kept.id().startsWith("kit-");
        });
        until("and the page says so", () -> shelf().equals("On the shelf, as revision 1."));
        String keptId = kit(first).kept().id();

        OpenLook second = bench("More flames");
        find("n", "flame", "li[data-type^='kept-']:not([data-type^='kept-ships'])");
        until("it is found in another look", () -> second.look().kits().size() == 1);
        assertThat(kit(second).kept()).isEqualTo(new Kit.Kept(keptId, 1));

        Look changed = first.look();
        first.apply(
                new Edit.AddStep(
                        kit(first).lane(),
                        changed.lane(kit(first).lane()).orElseThrow().steps().size(),
                        Step.of("s900", "blur")),
                0);
        browser.get(program.bench(first.id));
        choose();
        until("the kit is selected", () -> shelf().startsWith("On the shelf"));
        press("Keep");
        until("it is kept anew", () -> kit(first).kept().revision() == 2);

        browser.get(program.bench(second.id));
        choose();
        until(
                "the other look says that there is a newer one",
                () -> shelf().startsWith("The shelf has a newer one (2; this look has 1)"));
        assertThat(second.look().steps().anyMatch(s -> s.type().equals("blur"))).isFalse();
        press("Take the newer one");
        until("it has it", () -> second.look().steps().anyMatch(s -> s.type().equals("blur")));
        until("and says so", () -> shelf().equals("On the shelf, as revision 2."));
        chord("z");
        until(
                "one undo takes it back",
                () -> second.look().steps().noneMatch(s -> s.type().equals("blur")));
    }

    @Test
    void theShelfIsSeenInMotionAndAKitGoesOutAsAFile() throws Exception {
        OpenLook open = bench("Shelf");
        browser.get(program.url("/shows/" + open.showId + "/kits"));
        until(
                "a picture of a kit has come",
                () -> Boolean.TRUE.equals(
                        ((JavascriptExecutor) browser)
                                .executeScript(
                                        "const i = document.querySelector('[data-kit=ships-comets] img'); i.scrollIntoView(); return i.naturalHeight > 0")));
        assertThat((long) ((JavascriptExecutor) browser)
                        .executeScript("return document.querySelector('[data-kit=ships-comets] img').naturalHeight"))
                .isEqualTo(24L * 108);
        HttpResponse<byte[]> file = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(program.url("/kits/ships-comets.zip")))
                                .build(),
                        HttpResponse.BodyHandlers.ofByteArray());
        assertThat(file.statusCode()).isEqualTo(200);
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(file.body()))) {
            assertThat(zip.getNextEntry().getName()).isEqualTo("kit.json");
            assertThat(KeptKit.read(new String(zip.readAllBytes(), java.nio.charset.StandardCharsets.UTF_8))
                            .name())
                    .isEqualTo("Comets");
        }
    }

    @Test
    void theGuidesExamplesPlayAndOnePressLaysThemIntoTheLook() {
        OpenLook open = bench("Learning");
        browser.get(program.url("/guide#step-twist-shape"));
        browser.findElement(By.cssSelector("#step-twist-shape summary")).click();
        until(
                "its example is in motion",
                () -> Boolean.TRUE.equals(((JavascriptExecutor) browser)
                        .executeScript(
                                "return document.querySelector('#step-twist-shape img').naturalHeight === 24 * 108")));
        assertThat(browser.findElement(By.cssSelector("#step-twist-shape .example p"))
                        .getText())
                .contains("turned");
        new Select(browser.findElement(By.cssSelector("#lay select"))).selectByVisibleText("Learning");
        browser.findElement(By.cssSelector("#step-twist-shape button[form=lay]"))
                .click();
        until(
                "it is in the look",
                () -> open.look().steps().anyMatch(s -> s.type().equals("twist-shape")));
        until("and the page is at the Bench", () -> browser.getCurrentUrl().contains("/bench/" + open.id));
        until("and seen", () -> brightest() > 60);
        choose("twist-shape", open);
        browser.findElement(By.xpath("//button[normalize-space(.)='Example']")).click();
        until(
                "its example is beside its settings too",
                () -> Boolean.TRUE.equals(((JavascriptExecutor) browser)
                        .executeScript(
                                "return document.querySelector('.set .example img')?.naturalHeight === 24 * 108")));
    }

    private static void choose(String type, OpenLook open) {
        String id = open.look()
                .steps()
                .filter(s -> s.type().equals(type))
                .findFirst()
                .orElseThrow()
                .id();
        until(
                "its card is there",
                () -> !browser.findElements(By.id("step-" + id)).isEmpty());
        browser.findElement(By.id("step-" + id)).click();
        until(
                "its settings are there",
                () -> !browser.findElements(By.cssSelector(".set h1")).isEmpty());
    }

    private static void choose() {
        until(
                "its card is there",
                () -> !browser.findElements(By.cssSelector(".step.kit")).isEmpty());
        browser.findElement(By.cssSelector(".step.kit")).click();
    }

    /** Opens the finder, types, and takes what is found under a selector. */
    private static void find(String key, String words, String found) {
        keys(key);
        until(
                "the finder is open",
                () -> browser.switchTo().activeElement().getAccessibleName().equals("Find a step"));
        keys(words);
        until(
                "it is found",
                () -> !browser.findElements(By.cssSelector(".finder " + found)).isEmpty());
        browser.findElement(By.cssSelector(".finder " + found)).click();
    }
}
