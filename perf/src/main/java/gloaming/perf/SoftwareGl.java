package gloaming.perf;

import gloaming.shader.Shader;
import java.util.List;
import java.util.stream.DoubleStream;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;

/** WebGL 2 in headless Chromium, drawn by its software renderer into floats: another implementation of the same standard. */
final class SoftwareGl implements AutoCloseable {
    private static final String SETUP = """
            const canvas = document.createElement('canvas');
            const gl = canvas.getContext('webgl2', { antialias: false });
            if (!gl || !gl.getExtension('EXT_color_buffer_float') || !gl.getExtension('OES_texture_float_linear')) return 'no floats';
            window.gl = gl;
            const compile = (kind, text) => {
              const s = gl.createShader(kind);
              gl.shaderSource(s, text);
              gl.compileShader(s);
              if (!gl.getShaderParameter(s, gl.COMPILE_STATUS)) throw new Error(gl.getShaderInfoLog(s));
              return s;
            };
            const vertex = compile(gl.VERTEX_SHADER, '#version 300 es\\nin vec2 at; out vec2 uv; void main() { uv = at * 0.5 + 0.5; gl_Position = vec4(at, 0, 1); }');
            gl.bindBuffer(gl.ARRAY_BUFFER, gl.createBuffer());
            gl.bufferData(gl.ARRAY_BUFFER, new Float32Array([-1, -1, 3, -1, -1, 3]), gl.STATIC_DRAW);
            gl.enableVertexAttribArray(0);
            gl.vertexAttribPointer(0, 2, gl.FLOAT, false, 0, 0);
            const floats = (unit, width, height, data) => {
              const t = gl.createTexture();
              gl.activeTexture(gl.TEXTURE0 + unit);
              gl.bindTexture(gl.TEXTURE_2D, t);
              gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGBA32F, width, height, 0, gl.RGBA, gl.FLOAT, data);
              for (const [k, v] of [[gl.TEXTURE_MIN_FILTER, gl.LINEAR], [gl.TEXTURE_MAG_FILTER, gl.LINEAR], [gl.TEXTURE_WRAP_S, gl.CLAMP_TO_EDGE], [gl.TEXTURE_WRAP_T, gl.CLAMP_TO_EDGE]]) gl.texParameteri(gl.TEXTURE_2D, k, v);
              return t;
            };
            window.floats = floats;
            window.target = (width, height) => {
              gl.bindFramebuffer(gl.FRAMEBUFFER, gl.createFramebuffer());
              gl.framebufferTexture2D(gl.FRAMEBUFFER, gl.COLOR_ATTACHMENT0, gl.TEXTURE_2D, floats(7, width, height, null), 0);
              gl.viewport(0, 0, width, height);
              window.size = [width, height];
            };
            window.build = (text) => {
              const program = gl.createProgram();
              gl.attachShader(program, vertex);
              gl.attachShader(program, compile(gl.FRAGMENT_SHADER, text));
              gl.bindAttribLocation(program, 0, 'at');
              gl.linkProgram(program);
              if (!gl.getProgramParameter(program, gl.LINK_STATUS)) throw new Error(gl.getProgramInfoLog(program));
              gl.useProgram(program);
              return program;
            };
            window.put = (program, type, name, values) => {
              const at = gl.getUniformLocation(program, name);
              if (at === null) return;
              if (type.startsWith('uniformMatrix')) gl[type](at, false, values); else gl[type](at, values);
            };
            window.read = () => {
              const out = new Float32Array(size[0] * size[1] * 4);
              gl.readPixels(0, 0, size[0], size[1], gl.RGBA, gl.FLOAT, out);
              const bytes = new Uint8Array(out.buffer);
              let text = '';
              for (let i = 0; i < bytes.length; i += 4096) text += String.fromCharCode(...bytes.subarray(i, i + 4096));
              return btoa(text);
            };
            return '';
            """;
    final ChromeDriver browser;

    SoftwareGl() {
        ChromeOptions options = new ChromeOptions();
        options.setBinary("/usr/bin/chromium");
        options.addArguments(
                "--headless=new",
                "--no-sandbox",
                "--disable-quic",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--use-angle=swiftshader",
                "--enable-unsafe-swiftshader");
        browser = new ChromeDriver(
                new ChromeDriverService.Builder()
                        .usingDriverExecutable(new java.io.File("/usr/bin/chromedriver"))
                        .build(),
                options);
        Object trouble = browser.executeScript(SETUP);
        if (!"".equals(trouble)) throw new IllegalStateException("WebGL 2 with floats: " + trouble);
    }

    /** Draws and reads back: red, green, blue, alpha, bottom row first; or the message of the compiler. */
    float[] draw(String text, int width, int height, List<Number> texture, int textureWidth, int textureHeight) {
        String answer = (String) browser.executeScript("""
                try {
                  const [text, width, height, data, tw, th] = arguments;
                  if (!window.size || size[0] !== width || size[1] !== height) target(width, height);
                  if (!window.tex) window.tex = floats(0, tw, th, new Float32Array(data));
                  const program = build(text);
                  put(program, 'uniform1iv', 'tex', [0]);
                  put(program, 'uniform1fv', 'speed', [0.75]);
                  put(program, 'uniform3fv', 'tint', [0.2, 0.5, 1.5]);
                  put(program, 'uniform1iv', 'many', [3]);
                  put(program, 'uniformMatrix3fv', 'turn', [1, 2, 3, 0, 1, 4, 5, 6, 0]);
                  put(program, 'uniform1fv', 'list', [3, 1, 4, 1, 5]);
                  put(program, 'uniform1iv', 'lit', [1]);
                  put(program, 'uniform2uiv', 'odd', [7, 9]);
                  gl.clearColor(0, 0, 0, 0);
                  gl.clear(gl.COLOR_BUFFER_BIT);
                  gl.drawArrays(gl.TRIANGLES, 0, 3);
                  return read();
                } catch (e) { return 'error: ' + e.message; }
                """, text, width, height, texture, textureWidth, textureHeight);
        if (answer.startsWith("error: ")) throw new IllegalArgumentException(answer + "\n" + text);
        return floats(answer);
    }

    /** Makes a shader ready to be timed. */
    void prepare(String text, int width, int height) {
        Object trouble = browser.executeScript("""
                const [text, width, height] = arguments;
                if (!window.size || size[0] !== width || size[1] !== height) target(width, height);
                if (!window.wide) {
                  const data = new Float32Array(512 * 256 * 4);
                  for (let i = 0; i < 512 * 256; i++) for (let c = 0; c < 4; c++) data[4 * i + c] = 0.5 + 0.5 * Math.sin(i * 0.37 + c);
                  window.wide = floats(0, 512, 256, data);
                }
                window.timed = build(text);
                put(timed, 'uniform1iv', 'tex', [0]);
                window.seconds = 0;
                return '';
                """, text, width, height);
        if (!"".equals(trouble)) throw new IllegalStateException("" + trouble);
    }

    /** Sets uniforms of the shader that was prepared last, those that it has; a uniform's default is its comment's. */
    void defaults(Shader shader) {
        for (Shader.Uniform u : shader.uniforms()) {
            String kind = u.whole() ? (u.type().startsWith("u") ? "uiv" : "iv") : "fv";
            List<Double> values = DoubleStream.of(Shaders.initial(u)).boxed().toList();
            browser.executeScript("put(timed, ...arguments);", "uniform" + u.count() + kind, u.name(), values);
        }
    }

    private static float[] floats(String base64) {
        byte[] bytes = java.util.Base64.getDecoder().decode(base64);
        float[] out = new float[bytes.length / 4];
        java.nio.ByteBuffer.wrap(bytes)
                .order(java.nio.ByteOrder.LITTLE_ENDIAN)
                .asFloatBuffer()
                .get(out);
        return out;
    }

    /** Milliseconds of frames, each waited for until its pixels are there. */
    List<Double> frames(int count) {
        List<?> ms = (List<?>) browser.executeScript("""
                const ms = [];
                const pixel = new Float32Array(4);
                for (let i = 0; i < arguments[0]; i++) {
                  seconds += 1 / 30;
                  const begun = performance.now();
                  put(timed, 'uniform1fv', 'time', [seconds]);
                  gl.drawArrays(gl.TRIANGLES, 0, 3);
                  gl.readPixels(0, 0, 1, 1, gl.RGBA, gl.FLOAT, pixel);
                  ms.push(performance.now() - begun);
                }
                return ms;
                """, count);
        return ms.stream().map(v -> ((Number) v).doubleValue()).toList();
    }

    @Override
    public void close() {
        browser.quit();
    }
}
