package gloaming.perf.soak.fuzz;

import com.code_intelligence.jazzer.junit.FuzzTest;
import java.io.IOException;

/**
 * The fuzzer's corpus, played again: whatever bytes once broke an entrance, or are near to what it takes, lie beside this class in
 * {@code EntrancesTestInputs}. With {@code JAZZER_FUZZ=1} and one of the tests, Jazzer looks for more.
 */
class EntrancesTest {
    @FuzzTest(maxDuration = "10m")
    void documents(byte[] data) {
        DocumentFuzz.fuzzerTestOneInput(data);
    }

    @FuzzTest(maxDuration = "10m")
    void clouds(byte[] data) throws IOException {
        CloudFuzz.fuzzerTestOneInput(data);
    }

    @FuzzTest(maxDuration = "10m")
    void osc(byte[] data) {
        OscFuzz.fuzzerTestOneInput(data);
    }

    @FuzzTest(maxDuration = "10m")
    void shaders(byte[] data) {
        ShaderFuzz.fuzzerTestOneInput(data);
    }
}
