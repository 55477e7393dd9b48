#version 300 es
precision highp float;
// A heron that stands and waits: white on nothing.
in vec2 uv;
out vec4 color;
uniform vec2 size;

float stroke(vec2 p, vec2 a, vec2 b, float wide, float thin) {
    vec2 ab = b - a;
    float h = clamp(dot(p - a, ab) / dot(ab, ab), 0.0, 1.0);
    return length(p - a - ab * h) - mix(wide, thin, h);
}

float curve(vec2 p, vec2 a, vec2 b, vec2 c, float wide, float thin) {
    float d = 9.0;
    vec2 last = a;
    for (int i = 1; i <= 16; i++) {
        float t = float(i) / 16.0;
        vec2 next = mix(mix(a, b, t), mix(b, c, t), t);
        d = min(d, stroke(p, last, next, mix(wide, thin, t - 0.0625), mix(wide, thin, t)));
        last = next;
    }
    return d;
}

void main() {
    vec2 p = (uv - 0.5) * 2.0;
    p.x *= size.x / size.y;
    // Body: a drop that leans, with a tail.
    float d = curve(p, vec2(0.16, 0.05), vec2(-0.05, 0.16), vec2(-0.42, -0.22), 0.17, 0.02);
    d = min(d, curve(p, vec2(0.05, 0.16), vec2(-0.25, 0.12), vec2(-0.5, -0.3), 0.06, 0.008));
    // Neck: an S.
    d = min(d, curve(p, vec2(0.2, 0.08), vec2(0.42, 0.2), vec2(0.22, 0.42), 0.085, 0.045));
    d = min(d, curve(p, vec2(0.22, 0.42), vec2(0.06, 0.62), vec2(0.24, 0.72), 0.045, 0.05));
    // Head, beak, crest.
    d = min(d, stroke(p, vec2(0.24, 0.72), vec2(0.33, 0.73), 0.058, 0.04));
    d = min(d, stroke(p, vec2(0.33, 0.735), vec2(0.66, 0.68), 0.034, 0.002));
    d = min(d, curve(p, vec2(0.2, 0.75), vec2(0.08, 0.78), vec2(-0.04, 0.68), 0.02, 0.002));
    // Legs: one straight, one a step ahead.
    d = min(d, stroke(p, vec2(0.06, -0.05), vec2(0.02, -0.42), 0.035, 0.018));
    d = min(d, stroke(p, vec2(0.02, -0.42), vec2(0.05, -0.86), 0.018, 0.014));
    d = min(d, stroke(p, vec2(0.13, -0.05), vec2(0.2, -0.4), 0.03, 0.018));
    d = min(d, stroke(p, vec2(0.2, -0.4), vec2(0.16, -0.86), 0.018, 0.014));
    for (int i = 0; i < 3; i++) {
        float x = float(i) * 0.07 - 0.02;
        d = min(d, stroke(p, vec2(0.05, -0.86), vec2(0.05 + x, -0.9), 0.012, 0.006));
        d = min(d, stroke(p, vec2(0.16, -0.86), vec2(0.16 + x, -0.9), 0.012, 0.006));
    }
    float edge = clamp(0.5 - d * size.y / 2.0, 0.0, 1.0);
    float eye = smoothstep(0.012, 0.016, length(p - vec2(0.29, 0.735)));
    float wing = 0.78 + 0.22 * smoothstep(-0.02, 0.05, p.y - 0.35 * p.x - 0.03 * sin(p.x * 40.0));
    color = vec4(vec3(wing), edge * eye);
}
