package gloaming.shader;

import gloaming.flow.Picture;
import gloaming.step.Frame;
import java.util.List;

/** A step's shader as it plays: the last text that compiled, and what is wrong with a newer one. */
public final class Playing {
    /** How the numbers of a shader are meant. */
    public enum Values {
        LIGHT,
        SCREEN
    }

    private static final Picture NOTHING = new Picture(1, 1);
    private String text;
    private Shader shader;
    private Shader.Values values;
    private List<Face.Knob> knobs = List.of();
    private Input[] inputs = {};
    private String trouble;

    /** Draws a frame; {@code picture} is what comes in, or null. */
    Picture draw(String code, Values meant, Object[] own, Picture picture, Frame frame) {
        if (!code.equals(text)) take(code);
        if (shader == null) throw new IllegalArgumentException(trouble);
        if (trouble != null) frame.trouble("goes on as it was before: " + trouble);
        else Face.set(knobs, own, values);
        for (Shader.Uniform u : shader.uniforms()) given(u, frame);
        for (int i = 0; i < inputs.length; i++) {
            String name = shader.samplers().get(i).name();
            Picture read = name.equals(Face.PICTURE) && picture != null ? picture : frame.read(name, Picture.class);
            if (read == null) read = NOTHING;
            if (inputs[i] == null || inputs[i].picture() != read) inputs[i] = new Input(read, edge(i), false);
        }
        Picture out = frame.picture();
        shader.run(out, values, inputs, frame.crew());
        if (meant == Values.SCREEN) light(out, frame);
        return out;
    }

    private void take(String code) {
        text = code;
        Shader.Result result = Shader.known(code);
        if (result.shader() == null) {
            trouble = result.problems().getFirst().toString();
            return;
        }
        trouble = null;
        shader = result.shader();
        values = shader.values();
        knobs = Face.knobs(shader);
        inputs = new Input[shader.samplers().size()];
    }

    private void given(Shader.Uniform u, Frame frame) {
        switch (u.name()) {
            case "time" -> values.put(u, 0, frame.time());
            case "beat" -> values.put(u, 0, frame.beat());
            case "frame" -> values.put(u, 0, frame.index());
            case "seed" -> values.put(u, 0, frame.seed() >>> 40);
            case "size" -> {
                values.put(u, 0, frame.width());
                if (u.count() > 1) values.put(u, 1, frame.height());
            }
            default -> {}
        }
    }

    private Input.Edge edge(int sampler) {
        String comment = shader.samplers().get(sampler).comment();
        for (Input.Edge edge : Input.Edge.values()) {
            if (comment.matches("(?i).*\\b" + edge.name() + "\\b.*")) return edge;
        }
        return Input.Edge.HOLD;
    }

    /** From a screen's levels to light, by a polynomial that stays within a thousandth of the sRGB curve. */
    private static void light(Picture out, Frame frame) {
        frame.crew().each(out.height, 16, (from, to) -> {
            for (int c = 0; c < 3; c++) {
                float[] plane = out.plane(c);
                for (int i = out.at(from); i < out.at(to); i++) {
                    float x = plane[i];
                    plane[i] = x * (x * (x * 0.305306011f + 0.682171111f) + 0.012522878f);
                }
            }
        });
    }
}
