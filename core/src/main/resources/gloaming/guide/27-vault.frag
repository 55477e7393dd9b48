// Vault: looking down a round barrel: one over the radius is how far away, the angle is how far round.
// over: 03-planks
in vec2 uv;
out vec4 color;
uniform sampler2D picture; // mirror
uniform vec2 size;
uniform float time;
uniform float speed; // 0.35 (-3 to 3) how fast it passes
uniform float twist; // 0.2 (-2 to 2) how it turns with depth
uniform float fog; // 0.5 (0 to 2) how soon it is dark
uniform vec3 lamp; // #ffc890 the light that goes ahead

void main() {
    vec2 p = (2.0 * uv - 1.0) * vec2(size.x / size.y, 1.0);
    p += 0.15 * vec2(sin(0.5 * time), cos(0.4 * time));
    float r = length(p);
    float depth = 0.5 / max(r, 0.001);
    float round = atan(p.y, p.x) / 6.2831853 + 0.5 + 0.2 * twist * depth;
    // The jump from one turn to the next must not count as a change of the place.
    vec2 at = vec2(2.0 * round, depth + speed * time);
    vec3 wall = textureLod(picture, fract(at), 0.0).rgb;
    float ahead = exp(-6.0 * pow(fract(0.25 * (depth + 1.2 * time)) - 0.5, 2.0) * 4.0);
    color = vec4(wall * exp(-fog * (depth - 0.3)) * (0.8 + 5.0 * lamp * ahead), 1.0);
}
