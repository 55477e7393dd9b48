package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.image.BufferedImage;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The command shade, as a process of its own. */
class ShadeTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String PLACE = """
            #version 300 es
            precision highp float;
            in vec2 uv;
            out vec4 color;
            uniform float time;
            uniform vec2 lift; // 0.25 0.5
            uniform sampler2D tile;
            void main() { color = vec4(uv + lift, time, 1) * texture(tile, vec2(0.5)).r; }
            """;

    @TempDir
    Path folder;

    private CommandTest.Ended shade(String... arguments) throws Exception {
        List<String> all = new ArrayList<>(List.of("shade"));
        all.addAll(List.of(arguments));
        return CommandTest.run(folder, all.toArray(String[]::new));
    }

    private String file(String name, String text) throws Exception {
        return Files.writeString(folder.resolve(name), text).toString();
    }

    /** A picture of one grey, as a PNG. */
    private String grey(int level) throws Exception {
        BufferedImage image = new BufferedImage(3, 2, BufferedImage.TYPE_INT_RGB);
        for (int i = 0; i < 6; i++) image.setRGB(i % 3, i / 3, level << 16 | level << 8 | level);
        Path path = folder.resolve("grey.png");
        ImageIO.write(image, "png", path.toFile());
        return path.toString();
    }

    /** The floats of a PFM, bottom row first. */
    private float[] pfm(Path file, int width, int height) throws Exception {
        byte[] bytes = Files.readAllBytes(file);
        String head = "PF\n" + width + " " + height + "\n-1.0\n";
        assertThat(new String(bytes, 0, head.length(), StandardCharsets.US_ASCII))
                .isEqualTo(head);
        float[] floats = new float[width * height * 3];
        assertThat(bytes).hasSize(head.length() + floats.length * 4);
        ByteBuffer.wrap(bytes, head.length(), floats.length * 4)
                .order(ByteOrder.LITTLE_ENDIAN)
                .asFloatBuffer()
                .get(floats);
        return floats;
    }

    @Test
    void floatsComeOutAsTheyAreWithTheBottomRowFirst() throws Exception {
        Path out = folder.resolve("out.pfm");
        CommandTest.Ended ended = shade(
                file("place.frag", PLACE),
                "--size",
                "4x2",
                "--time",
                "7.5",
                "--uniform",
                "lift=1,-2",
                "--input",
                "tile=" + grey(255),
                "--out",
                out.toString());
        assertThat(ended.err()).doesNotContain("Exception");
        assertThat(ended.code()).isZero();
        float[] floats = pfm(out, 4, 2);
        assertThat(floats[0]).isEqualTo(1.125f);
        assertThat(floats[1]).isEqualTo(-1.75f);
        assertThat(floats[2]).isEqualTo(7.5f);
        assertThat(floats[3 * 7]).isEqualTo(1.875f);
        assertThat(floats[3 * 7 + 1]).isEqualTo(-1.25f);
    }

    @Test
    void aPngIsClippedAndItsTopRowIsTheTopAndTheCommentsValuesHold() throws Exception {
        Path out = folder.resolve("out.png");
        CommandTest.Ended ended = shade(
                file("place.frag", PLACE), "--size", "2x2", "--input", "tile=" + grey(255), "--out", out.toString());
        assertThat(ended.code()).isZero();
        BufferedImage image = ImageIO.read(out.toFile());
        assertThat(image.getRGB(0, 1) >> 16 & 255).isEqualTo(Math.round(255 * 0.5f));
        assertThat(image.getRGB(0, 1) >> 8 & 255).isEqualTo(Math.round(255 * 0.75f));
        assertThat(image.getRGB(1, 0) >> 8 & 255).isEqualTo(255);
    }

    @Test
    void passesAreDrawnOneAfterTheOtherEachInItsOwnSizeAndAFrameBeforeIsEmpty() throws Exception {
        String text = file("passes.frag", """
                in vec2 uv;
                out vec4 color;
                uniform vec2 size;
                uniform sampler2D coarse; // repeat
                // pass: coarse 2x3
                void main() { color = vec4(size, gl_FragCoord.x, 1) + texture(coarse, uv); }
                // pass:
                void main() { color = vec4(texelFetch(coarse, ivec2(1, 0), 0).rgb + vec3(0, 0, size.x), 1); }
                """);
        Path out = folder.resolve("passes.pfm");
        CommandTest.Ended ended = shade(text, "--size", "8x4", "--out", out.toString());
        assertThat(ended.code()).as(ended.err()).isZero();
        assertThat(java.util.Arrays.copyOf(pfm(out, 8, 4), 3)).containsExactly(2, 3, 9.5f);

        String bad = file(
                "bad-pass.frag", "out vec4 c;\n// pass: a\nvoid main() { c = 1; }\n// pass:\nvoid main() { c; }\n");
        CommandTest.Ended wrong = shade(bad, "--size", "8x4", "--out", out.toString());
        assertThat(wrong.code()).isEqualTo(1);
        assertThat(wrong.err()).contains(bad + ":3:17: '=' : cannot convert from 'int' to 'vec4'");
    }

    @Test
    void errorsNameFileLineAndColumnAndTheCodeIsOne() throws Exception {
        String bad = file("bad.frag", "out vec4 color;\nvoid main() {\n  color = vec4(wave);\n  int a = 1.0;\n}\n");
        Path out = folder.resolve("out.png");
        CommandTest.Ended ended = shade(bad, "--size", "4x4", "--out", out.toString());
        assertThat(ended.code()).isEqualTo(1);
        assertThat(ended.err())
                .contains(bad + ":3:16: 'wave' : undeclared identifier")
                .contains(bad + ":4:9: '=' : cannot convert from 'float' to 'int'");
        assertThat(out).doesNotExist();
    }

    @Test
    void whatIsAskedWronglyIsOneSentence() throws Exception {
        String good = file("place.frag", PLACE);
        for (String[] arguments : new String[][] {
            {good, "--size", "4", "--out", "x.png"},
            {good, "--size", "0x4", "--out", "x.png"},
            {good, "--size", "4x4"},
            {"gone.frag", "--size", "4x4", "--out", "x.png"},
            {good, "--size", "4x4", "--uniform", "lift=a,b", "--out", "x.png"},
            {good, "--size", "4x4", "--input", "tile=" + good, "--out", "x.png"},
        }) {
            CommandTest.Ended ended = shade(arguments);
            assertThat(ended.code()).isNotZero();
            assertThat(ended.err()).doesNotContain("Exception").doesNotContain("\tat ");
        }
    }

    @Test
    void aBadJobDoesNotEndTheRun() throws Exception {
        String good = file("place.frag", PLACE);
        String bad = file("bad.frag", "void main() { x = 1.; }");
        String endless = file("endless.frag", "out vec4 c; void main() { c = vec4(0); while (true) c.x += 1.; }");
        String tile = grey(51);
        String jobs = file("jobs.txt", """
                {"file":"%s","size":"4x2","time":3,"uniforms":{"lift":[0,0]},"inputs":{"tile":"%s"},"out":"%s"}
                {"file":"%s","size":[4,2],"out":"%s"}
                no json at all

                {"file":"%s","size":[4,2],"out":"%s"}
                {"file":"%s","size":[4,2],"out":"%s"}
                {"file":"%s","size":[2,2],"out":"%s","uniforms":{"lift":"1,1"}}
                """.formatted(
                        good,
                        tile,
                        folder.resolve("1.pfm"),
                        bad,
                        folder.resolve("2.pfm"),
                        endless,
                        folder.resolve("3.pfm"),
                        folder.resolve("gone.frag"),
                        folder.resolve("4.pfm"),
                        good,
                        folder.resolve("5.pfm")));
        CommandTest.Ended ended = shade("--jobs", jobs);
        assertThat(ended.code()).isZero();
        List<JsonNode> results = ended.out().lines().map(JSON::readTree).toList();
        assertThat(results).hasSize(6);
        assertThat(results.stream().map(r -> r.path("ok").asBoolean(false)))
                .containsExactly(true, false, false, false, false, true);
        assertThat(results.get(0).path("compileMs").asDouble(0)).isPositive();
        assertThat(results.get(1).path("errors").get(0).path("text").asString(""))
                .isEqualTo("'x' : undeclared identifier");
        assertThat(results.get(1).path("errors").get(0).path("line").asInt(0)).isEqualTo(1);
        assertThat(results.get(3).path("errors").get(0).path("text").asString(""))
                .contains("a loop takes too long");
        assertThat(pfm(folder.resolve("1.pfm"), 4, 2)[2]).isCloseTo(0.6f, within(1e-6f));
    }
}
