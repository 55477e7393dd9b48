package gloaming.shader;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.DynamicSettings;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.StepInfo;

/** Changes a picture with a fragment shader. */
@Id("shader-effect")
@StepInfo(
        name = "Shader effect",
        does = "Changes the picture with your own GLSL, which reads it as picture.",
        find =
                "shader glsl code effect filter program fragment write own script gl webgl reaction diffusion cellular automata game of life ascii",
        notice = "A text changes the picture; its variables are sliders.",
        example = "puppet > *")
@DynamicSettings(Face.class)
public record ShaderEffect(
        @Id("code")
        @Choice(
                initial = """
                        #version 300 es
                        precision highp float;
                        in vec2 uv;
                        out vec4 color;
                        uniform sampler2D picture; // mirror
                        uniform float time;
                        uniform float strength; // 0.02 (0 to 0.2) how far it bends

                        void main() {
                            vec2 bend = vec2(sin(uv.y * 20.0 + time), cos(uv.x * 16.0 - time));
                            color = texture(picture, uv + strength * bend);
                        }
                        """,
                code = true,
                says = "A fragment shader in GLSL ES 3.00; uniforms become settings, samplers reads.")
        String code,

        @Id("values") @Choice(initial = "light", says = "Whether its numbers are light, or levels of a screen.")
        Playing.Values values,

        Object[] own)
        implements Operation<Picture, Picture, Playing> {

    @Override
    public Playing memory() {
        return new Playing();
    }

    @Override
    public Picture run(Picture in, Playing playing, Frame frame) {
        return playing.draw(code, values, own, in, frame);
    }
}
