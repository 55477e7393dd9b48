// Ink: noise that is read at places which other noise has moved curls like ink in water.
in vec2 uv;
out vec4 color;
uniform vec2 size;
uniform float time;
uniform float curl; // 2.2 (0 to 6) how far it is drawn out
uniform vec3 first; // #0c2a3a deep
uniform vec3 second; // #e07a4a bright
uniform vec3 third; // #f4e2c0 where it folds

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

void main() {
    vec2 p = uv * vec2(size.x / size.y, 1.0) * 2.0;
    vec2 a = vec2(cloud(p + 0.06 * time), cloud(p + vec2(5.2, 1.3)));
    vec2 b = vec2(cloud(p + curl * a + vec2(1.7, 9.2) - 0.05 * time), cloud(p + curl * a + vec2(8.3, 2.8)));
    float ink = cloud(p + curl * b);
    vec3 c = mix(first, second, smoothstep(0.3, 0.75, ink));
    c = mix(c, third, smoothstep(0.55, 0.9, length(b)) * 0.8);
    color = vec4(c * (0.3 + 1.3 * ink), 1.0);
}
