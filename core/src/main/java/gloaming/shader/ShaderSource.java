package gloaming.shader;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.DynamicSettings;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.StepInfo;

/** Draws a picture with a fragment shader. */
@Id("shader-source")
@StepInfo(
        name = "Shader",
        does = "Draws a picture with your own GLSL.",
        ifBlack = "its text draws nothing yet, or what it reads is empty",
        find =
                "shader glsl code program fragment write own script gl webgl fractal mandelbrot julia plasma caustics checkerboard",
        notice = "A text draws the picture; its variables are sliders.")
@DynamicSettings(Face.class)
public record ShaderSource(
        @Id("code")
        @Choice(
                initial = """
                        #version 300 es
                        precision highp float;
                        in vec2 uv;
                        out vec4 color;
                        uniform float time;
                        uniform vec2 size;
                        uniform float bands; // 7 (1 to 40) how many bands
                        uniform vec3 lamp; // #ffb45a the lamp's colour

                        void main() {
                            vec2 p = (2.0 * uv - 1.0) * vec2(size.x / size.y, 1.0);
                            float wave = sin(bands * length(p) - 2.0 * time);
                            color = vec4(lamp * (0.5 + 0.5 * wave) * exp(-1.5 * dot(p, p)), 1.0);
                        }
                        """,
                code = true,
                says = "A fragment shader in GLSL ES 3.00; uniforms become settings, samplers reads.")
        String code,

        @Id("values") @Choice(initial = "light", says = "Whether its numbers are light, or levels of a screen.")
        Playing.Values values,

        Object[] own)
        implements Operation<Nothing, Picture, Playing> {

    @Override
    public Playing memory() {
        return new Playing();
    }

    @Override
    public Picture run(Nothing in, Playing playing, Frame frame) {
        return playing.draw(code, values, own, null, frame);
    }
}
