// Ring: how much a value changes in one pixel, fwidth, is just as soft as an edge should be.
in vec2 uv;
out vec4 color;
uniform vec2 size;
uniform float time;
uniform vec3 paint; // #9ad8cb the line
uniform float rings; // 6 (1 to 30) how many
uniform float thin; // 0.12 (0.01 to 0.5) how thick each one is

void main() {
    vec2 p = (2.0 * uv - 1.0) * vec2(size.x / size.y, 1.0);
    float r = length(p) * rings - time;
    float line = abs(fract(r) - 0.5);
    float soft = fwidth(r);
    float on = smoothstep(thin + soft, thin - soft, line);
    color = vec4(paint * on * exp(-1.2 * length(p)), 1.0);
}
