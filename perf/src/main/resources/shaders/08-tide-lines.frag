#version 300 es
// Gradient noise on a grid, bent by itself.
precision highp float;
in vec2 uv;
out vec4 color;
uniform float time;
vec2 slope(vec2 i) {
    float a = 6.2831853 * fract(dot(fract(i * vec2(0.1031, 0.1030)), vec2(33.33, 17.17)) + i.x * 0.37);
    return vec2(cos(a), sin(a));
}
float noise(vec2 p) {
    vec2 i = floor(p);
    vec2 f = fract(p);
    vec2 w = f * f * f * (f * (f * 6.0 - 15.0) + 10.0);
    float a = dot(slope(i), f);
    float b = dot(slope(i + vec2(1, 0)), f - vec2(1, 0));
    float c = dot(slope(i + vec2(0, 1)), f - vec2(0, 1));
    float d = dot(slope(i + vec2(1, 1)), f - vec2(1, 1));
    return mix(mix(a, b, w.x), mix(c, d, w.x), w.y);
}
void main() {
    vec2 p = uv * vec2(5.0, 3.0);
    vec2 bend = vec2(noise(p + time * 0.1), noise(p + 7.3));
    float height = noise(p + 1.5 * bend) + 0.5 * noise(2.0 * p + bend);
    float lines = abs(fract(height * 6.0) - 0.5);
    color = vec4(mix(vec3(0.9, 0.85, 0.7), vec3(0.05, 0.2, 0.25), smoothstep(0.0, 0.1, lines)), 1.0);
}
