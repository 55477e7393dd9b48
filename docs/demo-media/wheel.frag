#version 300 es
precision highp float;
// The mill's wheel, dark wood on nothing.
in vec2 uv;
out vec4 color;
uniform vec2 size;

void main() {
    vec2 p = (uv - 0.5) * 2.0;
    p.x *= size.x / size.y;
    float r = length(p), a = atan(p.y, p.x) / 6.2831853;
    float px = 2.0 / size.y;
    float d = 9.0;
    d = min(d, abs(r - 0.86) - 0.035);
    d = min(d, abs(r - 0.64) - 0.022);
    d = min(d, r - 0.12);
    float eighth = (fract(a * 8.0) - 0.5) * 6.2831853 / 8.0;
    vec2 q = r * vec2(cos(eighth), sin(eighth));
    d = min(d, max(abs(q.y) - 0.028, q.x - 0.86));
    float board = (fract(a * 24.0) - 0.5) * 6.2831853 / 24.0;
    vec2 b = r * vec2(cos(board), sin(board));
    d = min(d, max(abs(b.y) - 0.012, abs(b.x - 0.8) - 0.17));
    float grain = 0.75 + 0.25 * sin(p.x * 90.0 + 6.0 * sin(p.y * 13.0)) * sin(p.y * 70.0 + 5.0 * sin(p.x * 11.0));
    float bolt = smoothstep(0.03, 0.02, length(q - vec2(0.64, 0.0)));
    color = vec4(mix(vec3(0.62, 0.42, 0.27) * grain, vec3(0.2, 0.17, 0.2), bolt), clamp(0.5 - d / px, 0.0, 1.0));
}
