// Tide mill: all of it together: sky, moon, mill, wheel, windows that answer the beat, and the water that doubles them.
in vec2 uv;
out vec4 color;
uniform vec2 size;
uniform float time;
uniform float beat;
uniform float lights; // 0.7 (0 to 1) how many windows are lit
uniform float flow; // 0.5 (0 to 2) how fast the wheel and the water go
uniform float calm; // 0.6 (0 to 1) how still the water is
uniform vec3 dusk; // #e8704a at the horizon
uniform vec3 night; // #0e1638 above
uniform vec3 lamp; // #ffc070 the windows

const float WATER = -0.35;

float hash(vec2 p) { return fract(sin(dot(p, vec2(127.1, 311.7))) * 43758.5453); }

float noise(vec2 p) {
    vec2 i = floor(p);
    vec2 f = p - i;
    f = f * f * (3.0 - 2.0 * f);
    return mix(mix(hash(i), hash(i + vec2(1, 0)), f.x), mix(hash(i + vec2(0, 1)), hash(i + vec2(1, 1)), f.x), f.y);
}

float cloud(vec2 p) {
    float sum = 0.0;
    float weight = 0.5;
    for (int i = 0; i < 4; i++) {
        sum += weight * noise(p);
        p = 2.0 * mat2(0.8, 0.6, -0.6, 0.8) * p;
        weight *= 0.5;
    }
    return sum;
}

float box(vec2 p, vec2 half_) {
    vec2 d = abs(p) - half_;
    return length(max(d, 0.0)) + min(max(d.x, d.y), 0.0);
}

vec3 sky(vec2 p) {
    float up = clamp((p.y - WATER) / 1.35, 0.0, 1.0);
    vec3 c = mix(dusk, night, pow(up, 0.45));
    float band = cloud(vec2(1.4 * p.x + 0.03 * time, 5.0 * p.y));
    c = mix(c, 0.6 * dusk + 0.1 * night, 0.6 * smoothstep(0.45, 0.8, band) * (1.0 - up));
    vec2 cell = floor(p * 60.0);
    float star = step(0.985, hash(cell)) * smoothstep(0.25, 0.0, length(fract(p * 60.0) - 0.5));
    c += vec3(0.9, 0.95, 1.0) * star * up * (0.5 + 0.5 * sin(3.0 * time + 40.0 * hash(cell + 3.0)));
    float moon = length(p - vec2(0.95, 0.62));
    return c + vec3(1.0, 0.93, 0.8) * (1.3 * smoothstep(0.125, 0.115, moon) + 0.012 / (moon * moon + 0.03));
}

/// The mill: what covers the sky at p in x, what shines there in yzw.
vec4 mill(vec2 p) {
    float far = p.y - WATER - 0.10 - 0.06 * cloud(vec2(3.0 * p.x, 1.0)) - 0.02 * noise(vec2(60.0 * p.x, 2.0));
    float cover = 0.75 * smoothstep(0.004, -0.004, far);
    vec3 shine = vec3(0.0);
    vec2 q = p - vec2(-0.45, WATER);
    float house = box(q - vec2(0.0, 0.28), vec2(0.42, 0.28));
    float roof = max(abs(q.x) * 0.62 + q.y - 0.86, 0.5 - q.y);
    float loft = max(box(q - vec2(0.2, 0.72), vec2(0.05, 0.12)), -9.0);
    float quay = box(p - vec2(-1.3, WATER + 0.03), vec2(0.9, 0.045));
    cover = max(cover, smoothstep(0.004, -0.004, min(min(house, roof), min(loft, quay))));
    // Three rows of windows; each has its own moment.
    vec2 w = (q - vec2(-0.36, 0.06)) / vec2(0.145, 0.17);
    vec2 cell = floor(w);
    if (cell.x >= 0.0 && cell.x < 5.0 && cell.y >= 0.0 && cell.y < 3.0) {
        vec2 d = abs(fract(w) - 0.5);
        float pane = smoothstep(0.30, 0.26, d.x) * smoothstep(0.34, 0.30, d.y) * smoothstep(0.02, 0.05, d.x) * smoothstep(0.02, 0.05, abs(d.y - 0.06));
        float own = hash(cell + 5.0);
        float on = step(own, lights) * (0.6 + 0.4 * noise(vec2(5.0 * time, 9.0 * own)) + 0.7 * step(0.6, own) * exp(-4.0 * fract(beat)));
        shine += lamp * pane * on * 1.6;
    }
    // The wheel at the house's side.
    vec2 h = q - vec2(0.56, 0.14);
    float t = flow * time;
    h = mat2(cos(t), -sin(t), sin(t), cos(t)) * h;
    float r = length(h);
    float a = atan(h.y, h.x);
    float wheel = min(abs(r - 0.24) - 0.014, max(abs(sin(4.0 * a)) * r * 0.25 - 0.006, r - 0.29));
    cover = max(cover, smoothstep(0.004, -0.004, min(wheel, r - 0.035)));
    // Reeds in front, bending.
    for (int i = 0; i < 3; i++) {
        float row = float(i);
        float x = p.x * (26.0 + 9.0 * row) + 7.0 * row;
        float own = hash(vec2(floor(x), row));
        float tall = 0.10 + 0.16 * own;
        float up = (p.y - WATER + 0.03) / tall;
        float lean = 0.5 + (own - 0.5) * 0.4 + 0.25 * up * up * sin(1.3 * time + 6.0 * own);
        float blade = abs(fract(x) - lean) - 0.10 * (1.0 - up);
        cover = max(cover, step(0.0, up) * step(up, 1.0) * smoothstep(0.04, -0.02, blade) * step(0.45, own) * smoothstep(0.25, 0.7, p.x));
    }
    return vec4(cover, shine);
}

vec3 scene(vec2 p) {
    vec4 m = mill(p);
    return mix(sky(p), night * 0.10 + dusk * 0.012, m.x) + m.yzw;
}

void main() {
    vec2 p = (2.0 * uv - 1.0) * vec2(size.x / size.y, 1.0);
    if (p.y > WATER) {
        color = vec4(scene(p), 1.0);
        return;
    }
    float depth = (WATER - p.y) / (1.0 + WATER);
    vec2 q = vec2(p.x, (8.0 + 30.0 / (0.2 + depth)) * depth);
    float ripple = noise(vec2(4.0 * q.x, 3.0 * q.y + 2.0 * flow * time)) + 0.5 * noise(vec2(11.0 * q.x, 7.0 * q.y - 3.0 * flow * time)) - 0.75;
    vec2 bend = (1.0 - calm) * ripple * vec2(0.25, 0.12) * (0.1 + depth) + vec2(0.02 * ripple * depth, 0.0);
    vec3 mirrored = scene(vec2(p.x, 2.0 * WATER - p.y) + bend);
    color = vec4(mirrored * (0.75 - 0.35 * depth) + night * 0.05 + dusk * 0.03 * max(ripple, 0.0), 1.0);
}
