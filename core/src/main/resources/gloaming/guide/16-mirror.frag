// Mirror: fold the angle into one sector, and the picture repeats all round.
// over: 10-ink
in vec2 uv;
out vec4 color;
uniform sampler2D picture; // mirror
uniform vec2 size;
uniform float time;
uniform int sectors; // 8 (2 to 24) how many
uniform float turn; // 0.03 (-1 to 1) turns a second
uniform float zoom; // 1 (0.2 to 4) how close

void main() {
    float shape = size.x / size.y;
    vec2 p = (2.0 * uv - 1.0) * vec2(shape, 1.0) / zoom;
    float r = length(p);
    float sector = 6.2831853 / float(sectors);
    float angle = abs(mod(atan(p.y, p.x) + 6.2831853 * turn * time, sector) - 0.5 * sector);
    vec2 q = r * vec2(cos(angle), sin(angle));
    vec3 c = texture(picture, 0.5 + 0.5 * q / vec2(shape, 1.0)).rgb;
    color = vec4(c * smoothstep(1.9, 0.6, r), 1.0);
}
