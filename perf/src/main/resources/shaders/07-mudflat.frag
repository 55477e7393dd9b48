#version 300 es
// Cells: the two nearest of nine points, with an edge.
precision highp float;
in vec2 uv;
out vec4 color;
uniform float time;
vec2 place(vec2 cell) {
    vec2 k = vec2(dot(cell, vec2(127.1, 311.7)), dot(cell, vec2(269.5, 183.3)));
    return 0.5 + 0.4 * sin(time + 6.2831 * fract(sin(k) * 43.5453));
}
void main() {
    vec2 p = uv * vec2(14.0, 8.0);
    vec2 i = floor(p);
    vec2 f = fract(p);
    float first = 8.0;
    float second = 8.0;
    for (int y = -1; y <= 1; y++) {
        for (int x = -1; x <= 1; x++) {
            vec2 g = vec2(x, y);
            float d = length(g + place(i + g) - f);
            if (d < first) {
                second = first;
                first = d;
            } else if (d < second) {
                second = d;
            }
        }
    }
    color = vec4(vec3(0.35, 0.27, 0.2) * smoothstep(0.02, 0.15, second - first) * (1.2 - first), 1.0);
}
