// Lamp: distance from a point, and a light that falls off with its square.
in vec2 uv;
out vec4 color;
uniform vec2 size;
uniform float beat;
uniform vec3 paint; // #ffb060 the lamp's colour
uniform float reach; // 0.12 (0.01 to 1) how far it shines
uniform float pulse; // 0.5 (0 to 1) how much it answers the beat

void main() {
    vec2 p = (2.0 * uv - 1.0) * vec2(size.x / size.y, 1.0);
    float flare = 1.0 + pulse * exp(-4.0 * fract(beat));
    float light = flare * reach * reach / (dot(p, p) + 0.4 * reach * reach);
    color = vec4(paint * light, 1.0);
}
