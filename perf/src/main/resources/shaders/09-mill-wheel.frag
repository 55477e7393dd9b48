#version 300 es
// Folding space: matrices in three dimensions.
precision highp float;
in vec2 uv;
out vec4 color;
uniform float time;
mat3 turn(float a, float b) {
    float c = cos(a), s = sin(a), d = cos(b), t = sin(b);
    return mat3(c, s, 0.0, -s, c, 0.0, 0.0, 0.0, 1.0) * mat3(1.0, 0.0, 0.0, 0.0, d, t, 0.0, -t, d);
}
void main() {
    vec3 p = vec3((uv - 0.5) * vec2(3.2, 1.8), 0.4);
    mat3 m = turn(0.5 + 0.1 * time, 0.7);
    float glow = 0.0;
    float scale = 1.0;
    for (int i = 0; i < 10; i++) {
        p = abs(m * p) - vec3(0.5, 0.4, 0.3);
        p *= 1.35;
        scale *= 1.35;
        glow += exp(-6.0 * abs(length(p) - 0.7) / scale * 2.0) / float(i + 1);
    }
    color = vec4(glow * vec3(0.6, 0.35, 0.15) + 0.05 * normalize(p), 1.0);
}
