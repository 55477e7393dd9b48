#version 300 es
// Flat shapes by distance, with lights.
precision highp float;
in vec2 uv;
out vec4 color;
uniform float time;
float box(vec2 p, vec2 half_) {
    vec2 d = abs(p) - half_;
    return length(max(d, 0.0)) + min(max(d.x, d.y), 0.0);
}
float segment(vec2 p, vec2 a, vec2 b) {
    vec2 q = p - a, r = b - a;
    return length(q - r * clamp(dot(q, r) / dot(r, r), 0.0, 1.0));
}
float blend(float a, float b, float k) {
    float h = clamp(0.5 + 0.5 * (b - a) / k, 0.0, 1.0);
    return mix(b, a, h) - k * h * (1.0 - h);
}
void main() {
    vec2 p = (uv - 0.5) * vec2(3.2, 1.8);
    float swing = 0.3 * sin(time * 2.0);
    p = mat2(cos(swing), sin(swing), -sin(swing), cos(swing)) * (p - vec2(0.0, 0.7));
    float bell = blend(length(p - vec2(0.0, -0.4)) - 0.3, box(p - vec2(0.0, -0.75), vec2(0.42, 0.1)), 0.25);
    float clapper = min(segment(p, vec2(0.0, -0.6), vec2(0.0, -0.95)) - 0.03, length(p - vec2(0.0, -1.0)) - 0.08);
    float beam = box(p, vec2(0.9, 0.06));
    vec3 c = vec3(0.02, 0.02, 0.04);
    c = mix(c, vec3(0.3, 0.2, 0.1), smoothstep(0.01, 0.0, beam));
    c = mix(c, vec3(0.5, 0.3, 0.1), smoothstep(0.01, 0.0, clapper));
    c = mix(c, vec3(0.9, 0.6, 0.2) * (0.6 + 0.4 * cos(p.x * 5.0)), smoothstep(0.01, 0.0, bell));
    for (int i = 0; i < 8; i++) {
        float a = float(i) * 0.785 + time;
        c += 0.002 / (0.004 + dot(p - vec2(cos(a), sin(a) - 0.6), p - vec2(cos(a), sin(a) - 0.6))) * vec3(1.0, 0.7, 0.3);
    }
    color = vec4(c, 1.0);
}
