// Caustics: light that waves bend gathers into a net; two nets that drift apart make it restless.
in vec2 uv;
out vec4 color;
uniform vec2 size;
uniform float time;
uniform float scale; // 4 (1 to 12) how fine
uniform float sharp; // 3 (1 to 8) how thin the net is
uniform vec3 water; // #0e5a60 the water
uniform vec3 sun; // #e6ffe0 the light

vec2 hash2(vec2 p) {
    return fract(sin(vec2(dot(p, vec2(127.1, 311.7)), dot(p, vec2(269.5, 183.3)))) * 43758.5453);
}

/// How far it is to the nearest of points that wander in their cells.
float cells(vec2 p, float t) {
    vec2 cell = floor(p);
    float least = 2.0;
    for (int y = -1; y <= 1; y++) for (int x = -1; x <= 1; x++) {
        vec2 corner = vec2(x, y);
        vec2 spot = corner + 0.5 + 0.45 * sin(t + 6.2831 * hash2(cell + corner)) - (p - cell);
        least = min(least, dot(spot, spot));
    }
    return sqrt(least);
}

void main() {
    vec2 p = scale * uv * vec2(size.x / size.y, 1.0);
    // The net itself is seen through moving water.
    p += 0.12 * sin(2.5 * p.yx + vec2(time, 1.3 * time));
    float net = min(cells(p, 0.9 * time), cells(1.37 * p + 3.1, -0.8 * time) * 1.1);
    float bright = pow(net * 1.35, sharp);
    color = vec4(water * (0.25 + 0.45 * uv.y) + sun * 1.3 * bright * (0.5 + 0.5 * uv.y), 1.0);
}
