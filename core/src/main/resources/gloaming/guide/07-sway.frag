// Sway: read the picture somewhere else than here, and it bends; a sine makes it swing.
// over: 03-planks
in vec2 uv;
out vec4 color;
uniform sampler2D picture; // mirror
uniform float time;
uniform float depth; // 0.04 (0 to 0.2) how far
uniform float waves; // 3 (0.5 to 20) how many
uniform float speed; // 0.7 (0 to 5) how fast

void main() {
    vec2 bend = vec2(sin(waves * 6.28318 * uv.y + speed * time), sin(waves * 4.0 * uv.x - 1.3 * speed * time));
    color = texture(picture, uv + depth * bend);
}
