#version 300 es
// Branchy: every plank is drawn in its own way.
precision highp float;
in vec2 uv;
out vec4 color;
uniform float time;
void main() {
    vec2 p = uv * vec2(16.0, 9.0);
    ivec2 cell = ivec2(floor(p));
    vec2 f = fract(p) - 0.5;
    int kind = (cell.x * 7 + cell.y * 13) % 5;
    vec3 c = vec3(0.0);
    if (kind == 0) {
        for (int i = 0; i < 8; i++) c += vec3(0.1) * smoothstep(0.05, 0.0, abs(f.x - 0.1 * float(i) + 0.4));
    } else if (kind == 1) {
        float a = atan(f.y, f.x) + time;
        c = vec3(0.5 + 0.5 * sin(6.0 * a), 0.3, 0.1) * step(length(f), 0.45);
    } else if (kind == 2) {
        vec2 z = f * 2.0;
        int n = 0;
        while (n < 20 && dot(z, z) < 4.0) {
            z = vec2(z.x * z.x - z.y * z.y, 2.0 * z.x * z.y) + vec2(-0.4, 0.6);
            n++;
        }
        c = vec3(float(n) / 20.0);
    } else if (kind == 3) {
        c = f.x > f.y ? vec3(0.8, 0.5, 0.2) : vec3(0.1, 0.3, 0.4);
        if (length(f) < 0.2) c = 1.0 - c;
    } else {
        c = vec3(pow(abs(f.x * f.y) * 4.0, 0.3));
    }
    color = vec4(c, 1.0);
}
