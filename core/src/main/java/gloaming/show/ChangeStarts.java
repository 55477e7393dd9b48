package gloaming.show;

import java.util.List;

/** Texts that a change of one's own may begin with; each is the picture before at 0, and the next one at 1. */
public final class ChangeStarts {
    private static final String HEAD = """
            #version 300 es
            precision highp float;
            in vec2 uv;
            out vec4 color;
            uniform sampler2D before;
            uniform sampler2D next;
            uniform float part;
            """;

    private ChangeStarts() {}

    public static final List<OwnChange> ALL = List.of(
            new OwnChange("tide", "Tide comes in", HEAD + """
                    uniform vec2 size;
                    uniform float waves; // 0.035 (0 to 0.07) how high its waves are
                    uniform vec3 foam; // #d8f0e6 the light at its edge

                    void main() {
                        float x = uv.x * size.x / size.y;
                        // Nothing of it at the beginning, and all of it at the end.
                        float on = 4.0 * part * (1.0 - part);
                        float swell = sin(7.0 * x + 20.0 * part) + 0.5 * sin(17.0 * x - 31.0 * part);
                        float under = mix(-0.12, 1.12, part) + waves * swell - uv.y;
                        float near = on * exp(-9.0 * max(under, 0.0));
                        vec2 drawn = uv + 0.02 * near * vec2(sin(60.0 * uv.y + 30.0 * part), 0.0);
                        vec4 sea = texture(next, clamp(drawn, 0.0, 1.0));
                        color = mix(texture(before, uv), sea, smoothstep(0.0, 0.008, under));
                        color.rgb += 0.5 * on * foam * exp(-140.0 * abs(under - 0.004));
                    }
                    """),
            new OwnChange("iris", "Iris", HEAD + """
                    uniform vec2 size;
                    uniform float soft; // 0.1 (0.01 to 0.5) how soft its edge is

                    void main() {
                        vec2 corner = vec2(size.x / size.y, 1.0);
                        float reach = part * (length(corner) + soft);
                        float there = 1.0 - smoothstep(reach - soft, reach, length((2.0 * uv - 1.0) * corner));
                        color = mix(texture(before, uv), texture(next, uv), there);
                    }
                    """),
            new OwnChange("shutters", "Shutters", HEAD + """
                    uniform int slats; // 12 (2 to 40) how many
                    uniform float after; // 0.5 (0 to 0.9) how much later the last one opens

                    void main() {
                        float slat = uv.x * float(slats);
                        float begins = after * floor(slat) / float(slats);
                        float open = clamp((part - begins) / (1.0 - after), 0.0, 1.0);
                        color = open > fract(slat) ? texture(next, uv) : texture(before, uv);
                    }
                    """),
            new OwnChange("push", "Push aside", HEAD + """

                    void main() {
                        float x = uv.x + part;
                        color = x < 1.0 ? texture(before, vec2(x, uv.y)) : texture(next, vec2(x - 1.0, uv.y));
                    }
                    """),
            new OwnChange("lights", "Lights first", HEAD + """
                    uniform float soft; // 0.3 (0.02 to 1) for how much of the time one place changes

                    void main() {
                        vec4 comes = texture(next, uv);
                        float light = clamp(dot(comes.rgb, vec3(0.2126, 0.7152, 0.0722)), 0.0, 1.0);
                        float order = 1.0 - sqrt(light);
                        float there = clamp((part * (1.0 + soft) - order) / soft, 0.0, 1.0);
                        color = mix(texture(before, uv), comes, there);
                    }
                    """));
}
