#version 300 es
// Noise: five octaves of values on a grid, twice.
precision highp float;
in vec2 uv;
out vec4 color;
uniform float time;
float hash(uvec2 k) {
    k = k * uvec2(1597334677u, 3812015801u);
    uint n = (k.x ^ k.y) * 1597334677u;
    return float(n >> 8) * (1.0 / 16777216.0);
}
float noise(vec2 p) {
    vec2 i = floor(p);
    vec2 f = p - i;
    f = f * f * (3.0 - 2.0 * f);
    uvec2 k = uvec2(ivec2(i) + 4096);
    return mix(mix(hash(k), hash(k + uvec2(1, 0)), f.x), mix(hash(k + uvec2(0, 1)), hash(k + uvec2(1, 1)), f.x), f.y);
}
float fog(vec2 p) {
    float sum = 0.0;
    float weight = 0.5;
    for (int i = 0; i < 5; i++) {
        sum += weight * noise(p);
        p = mat2(0.8, 0.6, -0.6, 0.8) * p * 2.03;
        weight *= 0.5;
    }
    return sum;
}
void main() {
    vec2 p = uv * vec2(6.0, 3.4);
    float low = fog(p + vec2(time * 0.2, 0.0));
    float high = fog(p * 1.7 + 3.0 * low);
    color = vec4(mix(vec3(0.02, 0.05, 0.08), vec3(0.7, 0.75, 0.7), low * high * 1.6), 1.0);
}
