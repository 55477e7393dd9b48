#version 300 es
// Iteration: a quadratic map with an even colouring.
precision highp float;
in vec2 uv;
out vec4 color;
uniform float time;
void main() {
    vec2 z = (uv - 0.5) * vec2(3.2, 1.8);
    vec2 c = 0.7885 * vec2(cos(0.3 * time + 2.0), sin(0.3 * time + 2.0));
    float n = 0.0;
    for (int i = 0; i < 90; i++) {
        z = vec2(z.x * z.x - z.y * z.y, 2.0 * z.x * z.y) + c;
        if (dot(z, z) > 64.0) break;
        n += 1.0;
    }
    float even = n - log2(max(1.0, log2(max(2.0, dot(z, z))) * 0.5));
    color = vec4(0.5 + 0.5 * cos(vec3(0.1, 0.13, 0.16) * even + vec3(0.0, 0.6, 1.2)), 1.0);
}
