// Spokes: all that repeats round a centre is a function of the angle, which atan gives.
in vec2 uv;
out vec4 color;
uniform vec2 size;
uniform float time;
uniform int blades; // 12 (3 to 40) how many
uniform float twist; // 0.6 (-2 to 2) how they bend
uniform float speed; // 0.1 (-1 to 1) turns a second
uniform vec3 front; // #ffb27a lit side
uniform vec3 back; // #20142c the other side

void main() {
    vec2 p = (2.0 * uv - 1.0) * vec2(size.x / size.y, 1.0);
    float r = length(p);
    float turn = atan(p.y, p.x) / 6.2831853 + twist * log(r + 0.05) * 0.2 - speed * time;
    float blade = fract(turn * float(blades));
    float soft = float(blades) / (6.2831853 * r * size.y * 0.5) + 0.01;
    float lit = smoothstep(0.0, soft, blade) * smoothstep(0.5 + soft, 0.5, blade);
    vec3 c = mix(back, front * (1.2 - blade), lit);
    c *= smoothstep(0.98, 0.95, r) * smoothstep(0.10, 0.13, r);
    color = vec4(c, 1.0);
}
