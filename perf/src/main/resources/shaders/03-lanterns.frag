#version 300 es
// A ray march of 64 steps.
precision highp float;
in vec2 uv;
out vec4 color;
uniform float time;
float scene(vec3 p) {
    vec3 q = vec3(mod(p.xz + 2.0, 4.0) - 2.0, p.y).xzy;
    float lantern = length(q) - 0.7 - 0.1 * sin(8.0 * q.y + time);
    return min(lantern, p.y + 1.2);
}
vec3 normal(vec3 p) {
    vec2 e = vec2(0.002, 0.0);
    return normalize(vec3(scene(p + e.xyy) - scene(p - e.xyy), scene(p + e.yxy) - scene(p - e.yxy), scene(p + e.yyx) - scene(p - e.yyx)));
}
void main() {
    vec2 p = (uv - 0.5) * vec2(3.2, 1.8);
    vec3 from = vec3(0.5 * sin(time), 0.4, time);
    vec3 ray = normalize(vec3(p, 1.6));
    float t = 0.0;
    float d = 0.0;
    for (int i = 0; i < 64; i++) {
        d = scene(from + ray * t);
        if (d < 0.002 || t > 30.0) break;
        t += d * 0.8;
    }
    vec3 c = vec3(0.03, 0.04, 0.08);
    if (t < 30.0) {
        vec3 n = normal(from + ray * t);
        c = mix(vec3(1.0, 0.6, 0.2) * (0.2 + max(0.0, dot(n, normalize(vec3(1, 2, -1))))), c, 1.0 - exp(-0.08 * t));
    }
    color = vec4(c, 1.0);
}
