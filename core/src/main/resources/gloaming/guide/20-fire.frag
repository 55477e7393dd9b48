// Fire: noise that rises and narrows, coloured by how hot it is.
in vec2 uv;
out vec4 color;
uniform vec2 size;
uniform float time;
uniform float high; // 0.8 (0.2 to 2) how high it burns
uniform float wide; // 0.5 (0.05 to 1) how wide the hearth is
uniform float speed; // 1.4 (0 to 4) how fast it rises

float hash(vec2 p) { return fract(sin(dot(p, vec2(127.1, 311.7))) * 43758.5453); }

float noise(vec2 p) {
    vec2 i = floor(p);
    vec2 f = p - i;
    f = f * f * (3.0 - 2.0 * f);
    return mix(mix(hash(i), hash(i + vec2(1, 0)), f.x), mix(hash(i + vec2(0, 1)), hash(i + vec2(1, 1)), f.x), f.y);
}

float tongues(vec2 p) {
    float sum = 0.0;
    float weight = 0.55;
    for (int i = 0; i < 4; i++) {
        sum += weight * noise(p);
        p = p * 2.1 + vec2(3.1, -0.6 * time);
        weight *= 0.5;
    }
    return sum;
}

/// The colour of something that glows, from red to white, for heat 0 to 1.
vec3 glowing(float heat) {
    return vec3(1.6, 0.55, 0.12) * vec3(heat, heat * heat, heat * heat * heat) * 1.5;
}

void main() {
    vec2 p = vec2((uv.x - 0.5) * size.x / size.y, uv.y);
    float sway = 0.12 * p.y * sin(1.7 * time + 3.0 * p.y);
    float body = 1.0 - abs(p.x + sway) / (wide * (1.05 - 0.7 * p.y / high));
    float n = tongues(vec2(4.0 * (p.x + sway), 2.5 * p.y - speed * time));
    float heat = clamp(body * 0.9 + 1.9 * (n - 0.55) - 0.8 * p.y / high, 0.0, 1.0);
    float spark = step(0.9985, hash(floor(vec2(90.0 * (p.x + 0.3 * sway), 90.0 * p.y - 40.0 * speed * time))));
    color = vec4(glowing(heat) + vec3(2.0, 0.7, 0.2) * spark * smoothstep(wide * 1.4, 0.0, abs(p.x)), 1.0);
}
