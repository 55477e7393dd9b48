#version 300 es
precision highp float;
// The marsh at dusk: sky, far trees, water that has both again, reeds in front.
in vec2 uv;
out vec4 color;
uniform vec2 size;

float hash(vec2 p) {
    p = fract(p * vec2(123.34, 456.21));
    p += dot(p, p + 45.32);
    return fract(p.x * p.y);
}

float noise(vec2 p) {
    vec2 i = floor(p), f = fract(p);
    f = f * f * (3.0 - 2.0 * f);
    return mix(mix(hash(i), hash(i + vec2(1, 0)), f.x), mix(hash(i + vec2(0, 1)), hash(i + vec2(1, 1)), f.x), f.y);
}

float clouds(vec2 p) {
    float sum = 0.0, a = 0.5;
    for (int i = 0; i < 6; i++) { sum += a * noise(p); p = mat2(1.6, 1.2, -1.2, 1.6) * p; a *= 0.5; }
    return sum;
}

vec3 sky(vec2 p) {
    vec3 low = vec3(1.0, 0.55, 0.28), mid = vec3(0.62, 0.28, 0.42), high = vec3(0.08, 0.09, 0.24);
    vec3 c = mix(low, mid, smoothstep(0.0, 0.35, p.y));
    c = mix(c, high, smoothstep(0.2, 0.9, p.y));
    float veil = smoothstep(0.42, 0.75, clouds(vec2(p.x * 1.4, p.y * 6.0) + 3.0));
    c = mix(c, vec3(1.0, 0.62, 0.45), veil * 0.5 * (1.0 - p.y));
    float sun = length((p - vec2(0.35, 0.1)) * vec2(1.0, 1.0));
    return c + vec3(1.0, 0.75, 0.4) * (0.9 * smoothstep(0.055, 0.05, sun) + 0.35 * exp(-sun * 5.0));
}

float trees(float x) {
    return 0.025 + 0.05 * clouds(vec2(x * 3.0, 1.0)) + 0.02 * noise(vec2(x * 40.0, 7.0));
}

void main() {
    vec2 p = uv;
    p.x *= size.x / size.y;
    p.x -= 0.5 * size.x / size.y;
    p.y -= 0.42;
    vec2 s = p;
    bool water = p.y < 0.0;
    if (water) {
        s.y = -p.y * 1.25;
        s.x += 0.012 * (noise(vec2(p.x * 6.0, p.y * 180.0)) - 0.5) * (1.0 + 20.0 * s.y);
    }
    vec3 c = sky(s);
    c = mix(c, vec3(0.06, 0.05, 0.1), smoothstep(0.004, -0.004, s.y - trees(s.x)));
    if (water) c = c * vec3(0.72, 0.7, 0.8) + 0.05 * noise(vec2(p.x * 10.0, p.y * 240.0));
    // Reeds: each a thin bent line with a head.
    float reed = 0.0;
    for (int i = 0; i < 70; i++) {
        float n = float(i);
        float x = (hash(vec2(n, 1.0)) - 0.5) * 2.0;
        float tall = 0.1 + 0.3 * hash(vec2(n, 2.0));
        float lean = 0.16 * (hash(vec2(n, 3.0)) - 0.4);
        float h = (p.y + 0.42) / tall;
        float at = x + lean * h * h;
        float wide = 0.0035 * (1.2 - h) + (h > 0.82 ? 0.006 * smoothstep(0.82, 0.86, h) * smoothstep(1.02, 0.96, h) : 0.0);
        if (h < 1.02) reed = max(reed, smoothstep(wide + 0.0015, wide - 0.0005, abs(p.x - at)));
    }
    c = mix(c, vec3(0.03, 0.025, 0.06), reed);
    color = vec4(pow(max(c, 0.0), vec3(0.85)), 1.0);
}
