// Mud: the nearest of scattered points owns a place; between two owners runs a crack.
in vec2 uv;
out vec4 color;
uniform vec2 size;
uniform float time;
uniform float scale; // 7 (1 to 30) how many flakes
uniform float crack; // 0.07 (0.01 to 0.3) how wide they part
uniform float drift; // 0.4 (0 to 1) how much they move
uniform vec3 mud; // #8a6a4c the dry mud
uniform vec3 glow; // #ff6a28 what shines below

vec2 hash2(vec2 p) {
    return fract(sin(vec2(dot(p, vec2(127.1, 311.7)), dot(p, vec2(269.5, 183.3)))) * 43758.5453);
}

void main() {
    vec2 p = scale * uv * vec2(size.x / size.y, 1.0);
    vec2 cell = floor(p);
    vec2 nearest = vec2(0.0);
    float least = 9.0;
    for (int y = -1; y <= 1; y++) for (int x = -1; x <= 1; x++) {
        vec2 corner = vec2(x, y);
        vec2 spot = corner + 0.5 + (0.25 + 0.25 * drift) * sin(time * drift + 6.2831 * hash2(cell + corner)) - (p - cell);
        if (dot(spot, spot) < least) { least = dot(spot, spot); nearest = spot; }
    }
    // How far it is to the line half way to each other point.
    float border = 9.0;
    vec2 owner = vec2(0.0);
    for (int y = -2; y <= 2; y++) for (int x = -2; x <= 2; x++) {
        vec2 corner = vec2(x, y);
        vec2 spot = corner + 0.5 + (0.25 + 0.25 * drift) * sin(time * drift + 6.2831 * hash2(cell + corner)) - (p - cell);
        vec2 between = spot - nearest;
        if (dot(between, between) > 0.0001) border = min(border, dot(0.5 * (spot + nearest), normalize(between)));
        else owner = cell + corner;
    }
    float whole = smoothstep(crack, crack + 0.06, border);
    float curved = 0.45 + 0.55 * smoothstep(0.0, 0.45, border) * (0.6 + 0.4 * hash2(owner).x);
    color = vec4(mix(glow * exp(-14.0 * border), mud * curved, whole), 1.0);
}
