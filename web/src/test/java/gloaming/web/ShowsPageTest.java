package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Edit;
import gloaming.web.store.Journal;
import gloaming.web.store.ShowZip;
import gloaming.web.store.Shows;
import java.io.OutputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;

/** The page of shows in a real browser, and what it posts and fetches. */
class ShowsPageTest extends PageTest {
    @BeforeEach
    void page() {
        browser.get(program.url("/"));
    }

    private static Shows shows() {
        return program.get(Shows.class);
    }

    private static List<String> names() {
        return shows().shows().stream().map(Shows.ShowRow::name).toList();
    }

    private static List<String> looks(String show) {
        String id = shows().shows().stream()
                .filter(s -> s.name().equals(show))
                .findFirst()
                .orElseThrow()
                .id();
        return shows().looks(id).stream().map(Shows.LookRow::name).toList();
    }

    private static void newShow(String name) {
        browser.findElement(By.cssSelector("input[aria-label='Name of a new show']"))
                .sendKeys(name, Keys.ENTER);
        Browser.until(browser, name + " is there", () -> names().contains(name) && onPage(name));
    }

    private static boolean onPage(String name) {
        return (Boolean) browser.executeScript(
                "return [...document.querySelectorAll('section.show h2 > span[title], .card b')].some(e => e.title === arguments[0])",
                name);
    }

    private static WebElement show(String name) {
        return browser.findElement(By.xpath("//section[h2/span[@title=\"" + name + "\"]]"));
    }

    private static WebElement card(String name) {
        return browser.findElement(By.xpath("//article[.//b[@title=\"" + name + "\"]]"));
    }

    /** Goes to a show or look and presses one of the buttons that then show. */
    private static void choose(WebElement of, String button) {
        WebElement here = of.getTagName().equals("section") ? of.findElement(By.tagName("h2")) : of;
        Browser.over(browser, here);
        here.findElement(By.xpath(".//div[@role='group']//*[self::button or self::a][.='" + button + "']"))
                .click();
    }

    @Test
    void aLookIsMadeRenamedCopiedDeletedAndBroughtBack() {
        newShow("Barley Moon");
        WebElement name = show("Barley Moon").findElement(By.cssSelector("input[aria-label='Name of a new look']"));
        name.sendKeys("Stubble fire", Keys.ENTER);
        Browser.until(
                browser, "it opens on the Bench", () -> browser.getCurrentUrl().contains("/bench/"));
        browser.get(program.url("/"));
        WebElement card = card("Stubble fire");
        Browser.over(browser, card);
        WebElement field = card.findElement(By.cssSelector("input[aria-label='New name of the look']"));
        field.clear();
        field.sendKeys("Straw fire", Keys.ENTER);
        Browser.until(browser, "it has its new name", () -> onPage("Straw fire"));
        assertThat(looks("Barley Moon")).containsExactly("First look", "Straw fire");
        choose(card("Straw fire"), "Duplicate");
        Browser.until(browser, "there are two", () -> looks("Barley Moon").contains("Straw fire again"));
        choose(card("Straw fire again"), "Delete");
        Browser.until(browser, "it is gone", () -> !onPage("Straw fire again"));
        assertThat(browser.findElement(By.cssSelector(".said")).getText()).contains("'Straw fire again' is deleted.");
        browser.findElement(By.xpath("//form[@class='said']//button[.='Undo']")).click();
        Browser.until(browser, "it is back", () -> onPage("Straw fire again"));
    }

    @Test
    void renamingALookIsAnEditThatCanBeUndone() {
        Shows.LookRow row = program.look("Brass bell");
        program.get(gloaming.web.live.House.class).edits().rename(program.open("Brass bell"), "Copper bell");
        assertThat(shows().document(row.id()).name()).isEqualTo("Copper bell");
        program.get(Journal.class).opened(row.id()).undo();
        program.get(Journal.class).flush();
        assertThat(shows().look(row.id()).orElseThrow().name()).isEqualTo("Brass bell");
    }

    @Test
    void aCopyOfAShowIsItsOwn() {
        newShow("Eel Night");
        choose(show("Eel Night"), "Duplicate");
        Browser.until(browser, "there are two", () -> onPage("Eel Night again"));
        String copy = shows().shows().stream()
                .filter(s -> s.name().equals("Eel Night again"))
                .findFirst()
                .orElseThrow()
                .id();
        var open = program.get(Journal.class).open(shows().looks(copy).getFirst());
        open.apply(new Edit.Rename("Only here"), 0);
        program.get(Journal.class).flush();
        assertThat(looks("Eel Night")).containsExactly("First look");
        assertThat(looks("Eel Night again")).containsExactly("Only here");
    }

    @Test
    void aShowComesInThroughThePageAndADamagedOneSaysWhy(@TempDir Path files) throws Exception {
        Path zip = files.resolve("marsh.gloaming.zip");
        try (OutputStream out = Files.newOutputStream(zip)) {
            program.get(ShowZip.class).write(shows().shows().getFirst().id(), out);
        }
        int before = shows().shows().size();
        browser.findElement(By.cssSelector("input[type=file]")).sendKeys(zip.toString());
        Browser.until(
                browser,
                "it is in, and the page shows it",
                () -> browser.findElements(By.cssSelector("section.show")).size() == before + 1);
        assertThat(browser.findElements(By.cssSelector(".said.bad"))).isEmpty();

        byte[] bytes = Files.readAllBytes(zip);
        Path half = files.resolve("half.zip");
        Files.write(half, java.util.Arrays.copyOf(bytes, bytes.length / 2));
        browser.get(program.url("/"));
        browser.findElement(By.cssSelector("input[type=file]")).sendKeys(half.toString());
        Browser.until(
                browser,
                "it says why",
                () -> !browser.findElements(By.cssSelector(".said.bad")).isEmpty());
        assertThat(browser.findElement(By.cssSelector(".said.bad")).getText())
                .contains("zip")
                .endsWith(".");
        assertThat(shows().shows()).hasSize(before + 1);
    }

    @Test
    void namesOfAnyLengthAndLetterStayInTheirPlace() {
        newShow(
                "Müller's <b>\"Weiß\"</b> & Söhne, an evening of lanterns on the marsh with the whole band and a choir of frogs");
        WebElement title = browser.findElements(By.cssSelector("section.show h2 > span[title]"))
                .getLast();
        assertThat(title.getText()).contains("<b>");
        Long over = (Long) browser.executeScript("return document.documentElement.scrollWidth - innerWidth");
        assertThat(over).as("pixels to scroll sideways").isLessThanOrEqualTo(0);
    }

    @Test
    void whatCanBeDoneWithACardShowsWhereThePointerIsAndWhereTheKeysAre() {
        List<WebElement> cards = browser.findElements(By.cssSelector("article.card-look"));
        WebElement acts = cards.get(1).findElement(By.className("card-acts"));
        Browser.over(browser, browser.findElement(By.tagName("header")));
        assertThat(acts.getCssValue("opacity")).isEqualTo("0");
        Browser.over(browser, cards.get(1));
        assertThat(acts.getCssValue("opacity")).isEqualTo("1");
        Browser.over(browser, browser.findElement(By.tagName("header")));
        browser.executeScript("arguments[0].focus()", acts.findElement(By.xpath(".//button[.='Duplicate']")));
        assertThat(acts.getCssValue("opacity")).isEqualTo("1");
    }

    private static HttpResponse<String> get(String path) throws Exception {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(program.url(path))).build(),
                        HttpResponse.BodyHandlers.ofString());
    }

    @ParameterizedTest
    @ValueSource(strings = {"/shows", "/bench", "/sheet", "/playing", "/sets", "/media", "/kits"})
    void whoTypesWhereSomethingIsComesToTheShows(String path) throws Exception {
        HttpResponse<String> answer = get(path);
        assertThat(answer.statusCode()).isEqualTo(302);
        assertThat(URI.create(answer.headers().firstValue("Location").orElse(""))
                        .getPath())
                .isEqualTo("/");
    }

    @ParameterizedTest
    @ValueSource(strings = {"/bench/nowhere", "/shows/nowhere/export", "/sound/nowhere"})
    void whatIsNotThereLeadsBackToTheShowsWithASentence(String path) throws Exception {
        HttpResponse<String> answer = get(path);
        assertThat(answer.statusCode()).isEqualTo(302);
        assertThat(answer.headers().firstValue("Location").orElse("")).endsWith("/");
        browser.get(program.url(path));
        assertThat(browser.findElement(By.cssSelector(".said.bad")).getText()).contains("not there any more");
    }

    @ParameterizedTest
    @CsvSource({
        "/nothing/here, 404",
        "/looks/nowhere/picture.jpg, 404",
        "/js/../application.properties, 400",
        "/js/..%2fapplication.properties, 400",
        "/vendor/%2e%2e/application.properties, 400",
        "/shows/nowhere/rename, 405",
    })
    void strayAddressesAreAnsweredPlainly(String path, int status) throws Exception {
        try (java.net.Socket socket = new java.net.Socket("127.0.0.1", program.port)) {
            socket.getOutputStream()
                    .write(("GET " + path + " HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n").getBytes());
            String answer = new String(socket.getInputStream().readAllBytes());
            assertThat(answer.substring(9, 12)).isIn("" + status, "404");
            assertThat(answer)
                    .doesNotContain("\tat ")
                    .doesNotContain("Exception")
                    .doesNotContain("datasource");
        }
    }

    @Test
    void theExportIsAZipUnderTheShowsName() throws Exception {
        HttpResponse<byte[]> answer = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(program.url(
                                        "/shows/" + shows().shows().getFirst().id() + "/export")))
                                .build(),
                        HttpResponse.BodyHandlers.ofByteArray());
        assertThat(answer.headers().firstValue("Content-Disposition").orElse(""))
                .contains("Tide")
                .contains(".gloaming.zip");
        assertThat(new String(answer.body(), 0, 2)).isEqualTo("PK");
    }

    @Test
    void theSoundIsServedInPartsSoThatItCanBeSought() throws Exception {
        HttpResponse<byte[]> part = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(program.url("/sound/band")))
                                .header("Range", "bytes=0-43")
                                .build(),
                        HttpResponse.BodyHandlers.ofByteArray());
        assertThat(part.statusCode()).isEqualTo(206);
        assertThat(part.body()).hasSize(44);
        assertThat(new String(part.body(), 0, 4)).isEqualTo("RIFF");
    }
}
