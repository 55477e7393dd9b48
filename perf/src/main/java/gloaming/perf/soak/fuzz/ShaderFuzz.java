package gloaming.perf.soak.fuzz;

import gloaming.shader.Shader;
import java.nio.charset.StandardCharsets;

/** Shader texts: any text is a shader, or has problems at places within it. */
public final class ShaderFuzz {
    private ShaderFuzz() {}

    public static void fuzzerTestOneInput(byte[] data) {
        Shader.compile(new String(data, StandardCharsets.UTF_8));
    }
}
