// Moon: a disc, its halo, and its light broken by the water into lines.
in vec2 uv;
out vec4 color;
uniform vec2 size;
uniform float time;
uniform vec3 night; // #14225c the night
uniform vec3 moon; // #ffe6c0 the moon
uniform float horizon; // 0.36 (0.1 to 0.9) where the water begins
uniform float rough; // 0.5 (0 to 1) how restless it is

float hash(float n) { return fract(sin(n * 78.233) * 43758.5453); }

float wave(float x) {
    float i = floor(x);
    float f = x - i;
    return mix(hash(i), hash(i + 1.0), f * f * (3.0 - 2.0 * f));
}

vec3 sky(vec2 p, vec2 centre) {
    float d = length(p - centre);
    vec3 c = night * (0.5 + 0.7 * p.y);
    c += moon * (1.4 * smoothstep(0.165, 0.155, d) * (0.8 + 0.2 * wave(30.0 * p.x + 17.0 * p.y)));
    return c + moon * 0.006 / (d * d + 0.015);
}

void main() {
    float shape = size.x / size.y;
    vec2 p = vec2((uv.x - 0.5) * shape, uv.y);
    vec2 centre = vec2(0.18, 0.74);
    if (uv.y > horizon) {
        color = vec4(sky(p, centre), 1.0);
        return;
    }
    float depth = (horizon - uv.y) / horizon;
    float rows = 40.0 / (0.15 + depth);
    float tilt = (wave(rows * depth + 2.0 * time) - 0.5) * rough * (0.1 + 0.8 * depth);
    vec2 q = vec2(p.x + tilt, 2.0 * horizon - uv.y);
    // The streak below the moon: each row catches it somewhere else.
    float at = abs(p.x - centre.x + 0.5 * tilt);
    float streak = exp(-at * at / (0.004 + 0.05 * depth)) * smoothstep(0.35, 0.8, wave(rows * depth * 1.7 - 1.2 * time));
    color = vec4(0.5 * sky(q, vec2(centre.x, 9.0)) + moon * streak * 0.7, 1.0);
}
