package gloaming.perf;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.perf.soak.Soak;
import gloaming.perf.soak.fuzz.CloudFuzz;
import gloaming.perf.soak.fuzz.DocumentFuzz;
import gloaming.perf.soak.fuzz.OscFuzz;
import gloaming.perf.soak.fuzz.ShaderFuzz;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import picocli.CommandLine;

/** A small share of the soak, always the same one: no trace, no answer from 500 on, no stall, and nothing taken that is wrong. */
class SoakTest {
    @Test
    void theProgramBearsAShareOfEverythingNobodyShouldSend() {
        StringWriter table = new StringWriter();
        int code = new CommandLine(new Soak())
                .setOut(new PrintWriter(table, true))
                .execute("--share", "0.01", "--bombs", "12", "--minutes", "0", "--seed", "4");
        System.out.println(table);
        assertThat(code).as("%s", table).isZero();
    }

    /** What the fuzzers found, or might have. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "{",
                "null",
                "{\"format\":\"gloaming-look\",\"version\":1,\"lanes\":[null],\"mix\":[null]}",
                "{\"format\":\"gloaming-look\",\"version\":1,\"name\":null,\"width\":1e99}",
                "ply\nformat ascii 1.0\nelement vertex -1\nend_header\n",
                "ply\nformat binary_big_endian 1.0\nelement vertex 999999\nproperty list uchar int x\nend_header\n",
                "ply\nformat ascii 1.0\nelement vertex 1\nproperty float x\nend_header\n1e999999999\n",
                "x,y,z\n,,,\n;;;\n",
                "#bundle\0\0\0\0\0\0\0\0\0\u0001\u007f\u007f\u007f\u007f",
                "/a\0\0,b\0\0\u007f\u007f\u007f\u007f",
                "#define A A A\nA",
                "void main() { {{{{{{{{{{{{{{{{",
                "out vec4 c; void main() { c = vec4(1) / 0.; int x = 1 / 0; c[x] = 1.; }",
            })
    void entrancesTakeAnyBytes(String text) throws Exception {
        for (var charset : new java.nio.charset.Charset[] {StandardCharsets.UTF_8, StandardCharsets.UTF_16BE}) {
            byte[] bytes = text.getBytes(charset);
            OscFuzz.fuzzerTestOneInput(bytes);
            DocumentFuzz.fuzzerTestOneInput(bytes);
            CloudFuzz.fuzzerTestOneInput(bytes);
            ShaderFuzz.fuzzerTestOneInput(bytes);
        }
    }
}
