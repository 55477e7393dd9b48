// Lichen: two substances that spread and feed on each other grow patterns (Gray and Scott, 1984).
in vec2 uv;
out vec4 color;
uniform vec2 size;
uniform int frame;
uniform float feed; // 0.037 (0.01 to 0.08) how much food comes
uniform float kill; // 0.060 (0.03 to 0.07) how fast it dies
uniform vec3 stone; // #23262e the stone
uniform vec3 growth; // #d8c264 what grows

vec2 grown(sampler2D from) {
    ivec2 at = ivec2(gl_FragCoord.xy);
    ivec2 last = textureSize(from, 0) - 1;
    vec2 here = texelFetch(from, at, 0).xy;
    vec2 around = -here;
    for (int y = -1; y <= 1; y++) for (int x = -1; x <= 1; x++) {
        if (x == 0 && y == 0) continue;
        float weight = x == 0 || y == 0 ? 0.2 : 0.05;
        around += weight * texelFetch(from, clamp(at + ivec2(x, y), ivec2(0), last), 0).xy;
    }
    float eaten = here.x * here.y * here.y;
    return here + vec2(around.x - eaten + feed * (1.0 - here.x), 0.5 * around.y + eaten - (kill + feed) * here.y);
}

// pass: first 240x135
uniform sampler2D last; // hold
void main() {
    if (frame < 3) {
        // It begins with food everywhere and a few seeds.
        vec2 cell = floor(uv * vec2(16.0, 9.0));
        float seed = step(0.9, fract(sin(dot(cell, vec2(12.9898, 78.233))) * 43758.5453));
        vec2 d = fract(uv * vec2(16.0, 9.0)) - 0.5;
        color = vec4(1.0 - 0.5 * seed, seed * step(length(d), 0.35) * 0.5, 0.0, 1.0);
    } else color = vec4(grown(last), 0.0, 1.0);
}

// pass: second 240x135
uniform sampler2D first; // hold
void main() { color = vec4(grown(first), 0.0, 1.0); }

// pass: third 240x135
uniform sampler2D second; // hold
void main() { color = vec4(grown(second), 0.0, 1.0); }

// pass: last 240x135
uniform sampler2D third; // hold
void main() { color = vec4(grown(third), 0.0, 1.0); }

// pass:
uniform sampler2D last; // hold
void main() {
    vec2 step = 1.0 / vec2(textureSize(last, 0));
    float here = texture(last, uv).y;
    vec2 slope = vec2(texture(last, uv + vec2(step.x, 0.0)).y, texture(last, uv + vec2(0.0, step.y)).y) - here;
    float lit = clamp(0.6 + 6.0 * dot(slope, vec2(-0.7, 0.7)), 0.0, 1.6);
    color = vec4(mix(stone, growth * lit, smoothstep(0.1, 0.3, here)), 1.0);
}
