// Stars: one point in each cell of a grid, in several layers, each twinkling in its own time.
in vec2 uv;
out vec4 color;
uniform vec2 size;
uniform float time;
uniform float many; // 0.5 (0 to 1) how many cells have one
uniform float twinkle; // 0.6 (0 to 1) how much they flicker
uniform float drift; // 0.02 (0 to 0.3) how fast they pass
uniform vec3 night; // #070a1c behind them

vec3 hash3(vec2 p) {
    vec3 q = vec3(dot(p, vec2(127.1, 311.7)), dot(p, vec2(269.5, 183.3)), dot(p, vec2(419.2, 371.9)));
    return fract(sin(q) * 43758.5453);
}

void main() {
    vec2 p = uv * vec2(size.x / size.y, 1.0);
    vec3 c = night * (1.4 - uv.y);
    for (int layer = 0; layer < 4; layer++) {
        float scale = 8.0 + 7.0 * float(layer);
        vec2 q = p * scale + vec2(time * drift * (4.0 - float(layer)), 31.0 * float(layer));
        vec2 cell = floor(q);
        vec3 h = hash3(cell);
        if (h.z > many) continue;
        vec2 d = q - cell - 0.2 - 0.6 * h.xy;
        float flicker = 1.0 - twinkle * (0.5 + 0.5 * sin(time * (1.0 + 5.0 * h.x) + 40.0 * h.y));
        float light = 0.004 / (dot(d, d) + 0.0012) * flicker * (0.3 + h.z);
        vec3 tint = mix(vec3(0.7, 0.8, 1.0), vec3(1.0, 0.8, 0.55), h.x);
        c += tint * light * smoothstep(0.3, 0.0, length(d));
    }
    color = vec4(c, 1.0);
}
