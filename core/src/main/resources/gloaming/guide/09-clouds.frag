// Clouds: the same noise at one scale after another, each finer and weaker.
in vec2 uv;
out vec4 color;
uniform vec2 size;
uniform float time;
uniform int octaves; // 5 (1 to 8) scales that are added
uniform float cover; // 0.5 (0 to 1) how much sky is hidden
uniform vec3 sky; // #1c2550 behind
uniform vec3 light; // #ffc590 what the clouds catch

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
    // Turned at each scale, so that the grids never lie on each other.
    mat2 turn = mat2(0.8, 0.6, -0.6, 0.8);
    for (int i = 0; i < octaves; i++) {
        sum += weight * noise(p);
        p = 2.03 * turn * p;
        weight *= 0.5;
    }
    return sum;
}

void main() {
    vec2 p = vec2(uv.x * size.x / size.y, 2.2 * uv.y) * 2.5 + vec2(0.08 * time, 0.0);
    float here = cloud(p);
    float lit = clamp(3.0 * (here - cloud(p + vec2(0.08, 0.12))) + 0.4, 0.0, 1.5);
    float hides = smoothstep(0.75 - 0.5 * cover, 0.95 - 0.5 * cover, here);
    color = vec4(mix(sky * (0.4 + uv.y), light * lit, hides), 1.0);
}
