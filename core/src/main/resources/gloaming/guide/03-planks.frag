// Planks: cut into rows by floor and fract, each made different by a hash.
in vec2 uv;
out vec4 color;
uniform float rows; // 9 (1 to 40) how many boards
uniform vec3 wood; // #b07242 the wood

float hash(float n) { return fract(sin(n * 91.345) * 47453.5453); }

void main() {
    float row = floor(uv.y * rows);
    float across = fract(uv.y * rows);
    float board = floor(uv.x * 2.0 + hash(row));
    float tone = 0.55 + 0.45 * hash(row + 17.0 * board);
    float grain = 0.08 * sin(180.0 * uv.y + 6.0 * sin(9.0 * uv.x + 40.0 * hash(row)));
    float gap = smoothstep(0.0, 0.06, across) * smoothstep(0.0, 0.004, abs(fract(uv.x * 2.0 + hash(row)) - 0.5) * 0.02 + 0.002);
    color = vec4(wood * (tone + grain) * gap, 1.0);
}
