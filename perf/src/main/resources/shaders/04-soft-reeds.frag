#version 300 es
// Bound by textures: 25 taps.
precision highp float;
in vec2 uv;
out vec4 color;
uniform sampler2D tex;
uniform float time;
void main() {
    vec4 sum = vec4(0.0);
    float weights = 0.0;
    for (int y = -2; y <= 2; y++) {
        for (int x = -2; x <= 2; x++) {
            float w = exp(-0.4 * float(x * x + y * y));
            sum += w * texture(tex, uv + vec2(x, y) * (0.004 + 0.002 * sin(time)));
            weights += w;
        }
    }
    color = sum / weights;
}
