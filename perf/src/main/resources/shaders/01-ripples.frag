#version 300 es
// Arithmetic: waves over waves.
precision highp float;
in vec2 uv;
out vec4 color;
uniform float time;
void main() {
    vec2 p = uv * 8.0 - 4.0;
    vec3 c = vec3(0.0);
    for (int i = 0; i < 6; i++) {
        float k = float(i);
        p += 0.6 * vec2(cos(time + p.y * 1.3 + k), sin(time * 0.7 + p.x * 1.7 - k));
        float w = 0.5 + 0.5 * sin(p.x + p.y + k);
        c += w * w * vec3(0.1 + 0.03 * k, 0.2, 0.3 - 0.03 * k) / (1.0 + 0.2 * dot(p, p));
    }
    color = vec4(c, 1.0);
}
