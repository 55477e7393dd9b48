// Trail: the frame before, a little larger, turned and dimmer, under the new one: a tunnel of light.
// over: 19-lanterns
in vec2 uv;
out vec4 color;
uniform sampler2D picture; // hold
uniform sampler2D before; // empty
uniform vec2 size;
uniform float zoom; // 1.02 (0.9 to 1.1) how much it grows
uniform float turn; // 0.006 (-0.05 to 0.05) how far it turns
uniform float stay; // 0.94 (0 to 0.999) how long it stays
uniform vec3 tint; // #ffd8b8 what it fades towards

void main() {
    vec2 shape = vec2(size.x / size.y, 1.0);
    vec2 p = (uv - 0.5) * shape / zoom;
    p = mat2(cos(turn), sin(turn), -sin(turn), cos(turn)) * p;
    vec3 old = texture(before, p / shape + 0.5).rgb;
    vec3 new = texture(picture, uv).rgb;
    color = vec4(max(new, old * stay * mix(vec3(1.0), tint, 0.25)), 1.0);
}
