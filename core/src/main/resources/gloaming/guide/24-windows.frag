// Windows: a cell lives by how many neighbours it has (Conway, 1970): lights in a house that go on and off.
in vec2 uv;
out vec4 color;
uniform int frame;
uniform float seed;
uniform int slow; // 6 (1 to 30) frames from one turn to the next
uniform float again; // 0.0004 (0 to 0.01) how often somebody comes home
uniform vec3 lit; // #ffc078 a lit window
uniform vec3 wall; // #1a1730 the wall

float hash(vec2 p) { return fract(sin(dot(p, vec2(12.9898, 78.233)) + fract(seed * 0.013)) * 43758.5453); }

// pass: cells 64x36
uniform sampler2D before;
void main() {
    ivec2 at = ivec2(gl_FragCoord.xy);
    vec4 was = texelFetch(before, at, 0);
    if (frame < 2) {
        float on = step(0.68, hash(vec2(at)));
        color = vec4(on, on, 0.0, 1.0);
        return;
    }
    // Red is who lives, green glows after it.
    float lives = was.r;
    if (frame % slow == 0) {
        int neighbours = 0;
        for (int y = -1; y <= 1; y++) for (int x = -1; x <= 1; x++) {
            ivec2 other = (at + ivec2(x, y) + ivec2(64, 36)) % ivec2(64, 36);
            if (x != 0 || y != 0) neighbours += int(texelFetch(before, other, 0).r > 0.5);
        }
        lives = float(neighbours == 3 || (neighbours == 2 && was.r > 0.5));
        if (hash(vec2(at) + float(frame)) < again) lives = 1.0;
    }
    color = vec4(lives, max(lives, 0.93 * was.g), 0.0, 1.0);
}

// pass:
uniform sampler2D cells;
void main() {
    vec2 p = uv * vec2(64.0, 36.0);
    float glow = texelFetch(cells, ivec2(p), 0).g;
    vec2 d = abs(fract(p) - 0.5);
    float pane = smoothstep(0.40, 0.34, max(d.x, d.y)) * smoothstep(0.02, 0.05, min(d.x, d.y));
    float near = texture(cells, uv).g;
    color = vec4(wall * (0.25 + 0.5 * near) + lit * glow * glow * pane, 1.0);
}
