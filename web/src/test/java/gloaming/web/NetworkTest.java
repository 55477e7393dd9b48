package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.look.Refused;
import gloaming.web.access.Access;
import gloaming.web.access.Doors;
import gloaming.web.access.Role;
import java.net.ConnectException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CompletionException;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Cookie;
import org.openqa.selenium.chrome.ChromeDriver;

/** Somebody on the network, with a browser of their own. The network is an address of this machine here. */
class NetworkTest {
    private static final String NETWORK = "127.0.0.2";
    private static final String DESK = "heron on one leg";
    private static final String OUTPUT = "the tide is out";

    @TempDir
    static Path data;

    private static Program program;
    private static HttpClient client;

    @BeforeAll
    static void start() {
        System.setProperty("gloaming.network", NETWORK);
        program = new Program(0, data, true);
        client = HttpClient.newHttpClient();
    }

    @AfterAll
    static void stop() {
        System.clearProperty("gloaming.network");
        client.close();
        program.close();
    }

    private static String away(String path) {
        return "http://" + NETWORK + ":" + program.port + path;
    }

    private static HttpResponse<String> get(String url) throws Exception {
        return client.send(HttpRequest.newBuilder(URI.create(url)).build(), HttpResponse.BodyHandlers.ofString());
    }

    private static void enter(ChromeDriver browser, String passphrase) {
        browser.get(away("/"));
        Browser.until(browser, "the way in", () -> browser.getCurrentUrl().endsWith("/enter"));
        browser.findElement(By.name("passphrase")).sendKeys(passphrase);
        browser.findElement(By.cssSelector("form button")).click();
    }

    @Test
    void nobodyComesInUntilItIsAskedForAndThenByPassphraseAndRole() throws Exception {
        assertThatThrownBy(() -> get(away("/"))).isInstanceOf(ConnectException.class);
        Doors doors = program.get(Doors.class);
        assertThatThrownBy(doors::open).isInstanceOf(Refused.class).hasMessageContaining("Set a passphrase first");
        Access access = program.get(Access.class);
        assertThatThrownBy(() -> access.set(Role.DESK, "short")).isInstanceOf(Refused.class);
        access.set(Role.DESK, DESK);
        access.set(Role.OUTPUT, OUTPUT);
        assertThatThrownBy(() -> access.set(Role.EVERYTHING, DESK)).hasMessageContaining("the Desk only already");
        assertThatThrownBy(() -> get(away("/"))).isInstanceOf(ConnectException.class);

        ChromeDriver own = Browser.open();
        ChromeDriver guest = Browser.open();
        try {
            own.get(program.url("/network"));
            own.findElement(By.cssSelector("form[action='/network/open'] button"))
                    .click();
            Browser.until(own, "the address", () -> own.getPageSource().contains(away("/")));
            assertThat(own.findElement(By.cssSelector(".ways svg path")).getDomAttribute("d"))
                    .startsWith("M");

            guest.get(away("/"));
            assertThat((Long) guest.executeScript("return document.styleSheets[0].cssRules.length"))
                    .as("what the way in looks like is told before")
                    .isGreaterThan(10);
            enter(guest, "a wrong one, surely");
            Browser.until(guest, "it says so", () -> guest.getPageSource().contains("That is no passphrase"));
            enter(guest, DESK);
            Browser.until(guest, "the Desk", () -> guest.getCurrentUrl().contains("/desk/"));
            Browser.until(
                    guest,
                    "the picture moves",
                    () -> guest.findElement(By.cssSelector(".clock")).getText().matches("\\d\\d:0[1-9].*"));
            Cookie cookie = guest.manage().getCookieNamed("gloaming-guest");
            assertThat(cookie.isHttpOnly()).isTrue();
            assertThat(cookie.getSameSite()).isEqualTo("Strict");
            String bench = "/bench/" + program.look("Weir").id();
            for (String path : List.of(bench, "/network", "/shows/x/export")) {
                guest.get(away(path));
                assertThat(guest.getPageSource()).as(path).doesNotContain("passphrase for Everything");
                assertThat(guest.findElements(By.cssSelector(".bench, .network")))
                        .as(path)
                        .isEmpty();
            }
            try (SocketPage page = new SocketPage(
                    NETWORK,
                    program.port,
                    "?look=" + program.look("Weir").id(),
                    "gloaming-guest=" + cookie.getValue())) {
                page.hear("hello");
                page.say("{'do':'add-step','type':'fill','n':1}");
                assertThat(page.hear("refused").path("says").asString())
                        .isEqualTo("This passphrase is for the Desk only.");
                own.navigate().refresh();
                own.findElement(By.cssSelector("form[action$='/end'] button")).click();
                Program.until("a guest who is sent away is cut off", () -> page.closed.get() != 0);
            }
            guest.get(away("/desk"));
            Browser.until(
                    guest,
                    "and has to come in anew",
                    () -> guest.getCurrentUrl().endsWith("/enter"));

            enter(guest, OUTPUT);
            Browser.until(
                    guest,
                    "the Output shows pictures",
                    () -> Integer.parseInt(
                                    String.valueOf(guest.executeScript("return document.body.dataset.frames ?? 0")))
                            > 3);
            guest.get(away("/desk"));
            assertThat(guest.findElements(By.cssSelector(".desk"))).isEmpty();

            own.get(program.url("/network"));
            own.findElement(By.cssSelector("form[action='/network/close'] button"))
                    .click();
            Browser.until(own, "it is closed", () -> own.getPageSource().contains("this machine only"));
            assertThatThrownBy(() -> get(away("/enter"))).isInstanceOf(ConnectException.class);
        } finally {
            own.quit();
            guest.quit();
        }
    }

    @Test
    void aForeignNameAndASocketWithoutAGuestAreNotAnswered() throws Exception {
        Access access = program.get(Access.class);
        access.set(Role.EVERYTHING, "all of the mill");
        program.get(Doors.class).open();
        assertThat(get("http://localhost:" + program.port + "/").statusCode()).isEqualTo(200);
        assertThatThrownBy(() -> new SocketPage(NETWORK, program.port, "", null))
                .isInstanceOf(CompletionException.class);
        HttpResponse<String> turned = get(away("/"));
        assertThat(turned.statusCode()).isEqualTo(302);
        assertThat(turned.headers().firstValue("Location").orElse("")).endsWith("/enter");
        program.get(Doors.class).close();
        access.set(Role.EVERYTHING, "");
    }
}
