package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.web.live.House;
import gloaming.web.store.Shows;
import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.chrome.ChromeDriver;

/** The program is killed under a page that goes on being used, and comes back. */
class ResendTest {
    @TempDir
    Path data;

    /** The program in a process of its own. */
    static final class Running {
        public static void main(String[] args) throws Exception {
            Program program = new Program(Integer.parseInt(args[0]), Path.of(args[1]), true);
            if (args.length > 2) program.put(program.look(args[2]).id());
            System.out.println("runs " + program.get(House.class).onAir().id);
            System.out.flush();
        }
    }

    private record Alive(Process process, String look) {
        void kill() throws InterruptedException {
            process.descendants().forEach(ProcessHandle::destroyForcibly);
            process.toHandle().destroyForcibly();
            process.waitFor(20, TimeUnit.SECONDS);
        }
    }

    private Alive run(int port, String look) throws Exception {
        Process process = Child.program(Running.class, String.valueOf(port), data.toString(), look)
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start();
        BufferedReader out = new BufferedReader(new InputStreamReader(process.getInputStream()));
        for (String line; (line = out.readLine()) != null; ) {
            if (line.startsWith("runs ")) return new Alive(process, line.substring(5));
        }
        throw new AssertionError("it did not start");
    }

    private static String name(ChromeDriver browser) {
        return browser.findElement(By.cssSelector(".crumb button")).getText();
    }

    private static String saved(ChromeDriver browser) {
        return browser.findElement(By.cssSelector(".saved")).getText();
    }

    private static void rename(ChromeDriver browser, String name) {
        browser.executeScript(
                "const field = document.querySelector('.crumb input'); field.value = arguments[0];"
                        + "field.dispatchEvent(new Event('change'));",
                name);
    }

    @Test
    void whatIsChangedMeanwhileIsKeptByThePageAndSentAgain() throws Exception {
        int port;
        try (ServerSocket free = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            port = free.getLocalPort();
        }
        ChromeDriver browser = Browser.open();
        Alive first = run(port, "Barley");
        Alive second = null;
        try {
            browser.get("http://localhost:" + port + "/bench/" + first.look());
            Browser.until(browser, "the look is there", () -> name(browser).equals("Barley"));
            rename(browser, "Barley before");
            Browser.until(browser, "it is saved", () -> saved(browser).equals("saved"));
            first.kill();
            Browser.until(browser, "the page notices", () -> saved(browser).contains("does not answer"));
            rename(browser, "Barley meanwhile");
            rename(browser, "Barley meanwhile, twice");
            Browser.until(
                    browser,
                    "it says that they are not saved",
                    () -> saved(browser).equals("2 changes not saved: the program does not answer"));
            second = run(port, "Weir");
            Browser.until(browser, "they are saved", () -> saved(browser).equals("saved"));
            assertThat(name(browser)).isEqualTo("Barley meanwhile, twice");
            second.kill();
            try (Program program = new Program(0, data, false)) {
                String look = first.look();
                assertThat(program.get(Shows.class).look(look).orElseThrow().name())
                        .isEqualTo("Barley meanwhile, twice");
                // Each of the three is one step of undo: nothing was done twice.
                var open = program.get(gloaming.web.store.Journal.class)
                        .open(program.get(Shows.class).look(look).orElseThrow());
                for (String before : new String[] {"Barley meanwhile", "Barley before", "Barley"})
                    assertThat(open.undo().name()).isEqualTo(before);
                assertThat(open.canUndo()).isFalse();
            }
        } finally {
            browser.quit();
            first.kill();
            if (second != null) second.kill();
        }
    }
}
