// Mist: random numbers at the corners of a grid, blended smoothly between them: value noise.
in vec2 uv;
out vec4 color;
uniform vec2 size;
uniform float time;
uniform float scale; // 4 (1 to 30) how fine
uniform vec3 paint; // #8fa8b8 the mist

float hash(vec2 p) { return fract(sin(dot(p, vec2(127.1, 311.7))) * 43758.5453); }

float noise(vec2 p) {
    vec2 i = floor(p);
    vec2 f = p - i;
    f = f * f * (3.0 - 2.0 * f);
    float below = mix(hash(i), hash(i + vec2(1.0, 0.0)), f.x);
    float above = mix(hash(i + vec2(0.0, 1.0)), hash(i + vec2(1.0, 1.0)), f.x);
    return mix(below, above, f.y);
}

void main() {
    vec2 p = scale * uv * vec2(size.x / size.y, 3.0);
    // Three banks, nearer ones larger and faster; each hides a little of the one behind.
    float far = noise(2.0 * p + vec2(0.2 * time, 0.0));
    float middle = noise(p + vec2(0.35 * time, 3.0));
    float near = noise(0.5 * p + vec2(0.5 * time, 7.0));
    float mist = mix(mix(far, middle, 0.55), near, 0.5);
    color = vec4(paint * (0.1 + 1.6 * mist * mist) * smoothstep(1.1, 0.1, uv.y + 0.3 * near), 1.0);
}
