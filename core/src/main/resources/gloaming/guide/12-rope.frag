// Rope: one tile, turned at random, whose ends always meet its neighbours': a path without end.
in vec2 uv;
out vec4 color;
uniform vec2 size;
uniform float time;
uniform float tiles; // 7 (2 to 30) tiles to the picture's height
uniform float thick; // 0.16 (0.02 to 0.4) of the rope
uniform vec3 rope; // #e6c48a its colour
uniform vec3 ground; // #1b2a2c behind it

float hash(vec2 p) { return fract(sin(dot(p, vec2(41.7, 289.3))) * 45758.5453); }

void main() {
    vec2 p = uv * tiles * vec2(size.x / size.y, 1.0) + 0.15 * time;
    vec2 cell = floor(p);
    vec2 q = p - cell;
    if (hash(cell) < 0.5) q.x = 1.0 - q.x;
    // Two quarter circles round opposite corners.
    vec2 corner = q.x + q.y < 1.0 ? vec2(0.0) : vec2(1.0);
    vec2 d = q - corner;
    float away = length(d) - 0.5;
    float round = sqrt(max(0.0, 1.0 - away * away / (thick * thick)));
    float along = atan(d.y, d.x) * 4.0;
    float strand = 0.75 + 0.25 * sin(6.0 * along + 10.0 * away / thick);
    float soft = fwidth(p.y);
    float on = smoothstep(thick + soft, thick - soft, abs(away));
    float shade = smoothstep(0.0, 0.25, abs(away) - thick) * 0.5 + 0.5;
    color = vec4(mix(ground * shade, rope * round * strand, on), 1.0);
}
