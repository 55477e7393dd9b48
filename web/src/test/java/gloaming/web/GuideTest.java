package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Look;
import gloaming.picture.kernel.Exit;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.shader.Worked;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.web.store.Shows;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;

/** The guide in a real browser, and its pictures against what its shaders draw. */
class GuideTest extends PageTest {
    static List<Worked> all() {
        return Worked.ALL;
    }

    private static BufferedImage drawn(Worked worked) {
        boolean grows =
                worked.text().contains("sampler2D before") || worked.text().contains("int frame");
        int width = 320;
        int height = 180;
        byte[] rgb = new byte[width * height * 3];
        try (Crew crew = new Crew(2)) {
            Player player = new Player(Catalogue.all(), crew);
            // A look of the size of the picture: dots and lines of so many pixels are seen as what they are.
            player.load(worked.look().withFormat(width, height, 30, 1, 96));
            Picture out = null;
            for (int i = 0; i < (grows ? 240 : 1); i++) {
                Moment moment = grows ? new Moment(i, i / 30.0, 1 / 30.0) : new Moment(i, 3, 1 / 30.0);
                out = player.play(moment, width, height, Sound.SILENCE, Onlooker.NOBODY);
            }
            Exit.rgb(out, width, height, rgb, crew);
        }
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        for (int i = 0; i < width * height; i++) {
            int pixel = (rgb[3 * i] & 255) << 16 | (rgb[3 * i + 1] & 255) << 8 | rgb[3 * i + 2] & 255;
            image.setRGB(i % width, i / width, pixel);
        }
        return image;
    }

    /** With {@code -Dgloaming.publish=true} the pictures are made anew. */
    @ParameterizedTest
    @MethodSource("all")
    void itsPicturesAreWhatItsShadersDraw(Worked worked) throws IOException {
        BufferedImage now = drawn(worked);
        Path stored = Path.of("src/main/resources/static/img/guide", worked.id() + ".jpg");
        if (Boolean.getBoolean("gloaming.publish")) publish(now, stored);
        BufferedImage then = ImageIO.read(stored.toFile());
        double off = 0;
        for (int y = 0; y < 180; y++) {
            for (int x = 0; x < 320; x++) {
                off += Math.abs((now.getRGB(x, y) >> 8 & 255) - (then.getRGB(x, y) >> 8 & 255));
            }
        }
        // Fine dots of ink are what JPEG keeps worst.
        assertThat(off / (320 * 180)).as("mean difference in levels of 255").isLessThan(12);
    }

    private static void publish(BufferedImage image, Path path) throws IOException {
        Files.createDirectories(path.getParent());
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        ImageWriteParam how = writer.getDefaultWriteParam();
        how.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
        how.setCompressionQuality(0.9f);
        Files.deleteIfExists(path);
        try (var out = ImageIO.createImageOutputStream(path.toFile())) {
            writer.setOutput(out);
            writer.write(null, new IIOImage(image, null, null), how);
        }
        writer.dispose();
    }

    private static long shown(String selector) {
        // Asked in one go: there are hundreds.
        return (Long) browser.executeScript(
                "return [...document.querySelectorAll(arguments[0])].filter(e => e.checkVisibility()).length",
                selector);
    }

    @Test
    void wordsFindStepsAndShaders() {
        browser.get(program.url("/guide"));
        assertThat(shown(".card-shader")).isEqualTo(30);
        assertThat(shown("details summary")).isEqualTo(Catalogue.all().entries().size());
        WebElement find = browser.findElement(By.id("find"));
        browser.findElement(By.tagName("body")).sendKeys("/");
        find.sendKeys("noise kinds");
        find.clear();
        find.sendKeys("smoke cloud");
        Browser.until(browser, "steps that fit are left", () -> shown("details summary") < 10);
        assertThat(browser.findElement(By.id("step-cloud-noise")).isDisplayed()).isTrue();
        find.sendKeys(" nosuchword");
        Browser.until(
                browser,
                "it says that nothing fits",
                () -> browser.findElement(By.id("none")).isDisplayed());
        find.sendKeys(Keys.ESCAPE);
        Browser.until(browser, "all are back", () -> shown(".card-shader") == 30);
        browser.findElement(By.cssSelector("#step-blur summary")).click();
        assertThat(browser.findElement(By.id("step-blur")).getText()).contains("Radius");
    }

    @Test
    void aShaderIsReadAndMadeALookOf() {
        Shows shows = program.get(Shows.class);
        String show = shows.shows().getFirst().id();
        int before = shows.looks(show).size();
        browser.get(program.url("/guide"));
        browser.findElement(By.cssSelector("a[href$='06-dither']")).click();
        Browser.until(
                browser,
                "its text is there",
                () -> browser.findElement(By.tagName("pre")).getText().contains("const int ORDER[16]"));
        assertThat(browser.findElement(By.tagName("aside")).getText())
                .contains("here that of Moon")
                .contains("pixels to a dot");
        browser.findElement(By.cssSelector("aside form button")).click();
        Browser.until(
                browser,
                "the Bench shows it",
                () -> browser.getCurrentUrl().contains("/bench/")
                        && browser.findElements(By.cssSelector(".step")).size() == 2);
        List<Shows.LookRow> looks = shows.looks(show);
        assertThat(looks).hasSize(before + 1);
        Look look = shows.document(looks.getLast().id());
        assertThat(look.name()).isEqualTo("Dither");
        assertThat(look.lanes().getFirst().steps())
                .extracting(gloaming.look.Step::type)
                .containsExactly("shader-source", "shader-effect");
    }

    @Test
    void whatIsNotThereIsOneSentence() {
        browser.get(program.url("/guide/shaders/no-such"));
        assertThat(browser.getPageSource())
                .contains("The guide has no shader of that name")
                .doesNotContain("Exception");
    }
}
