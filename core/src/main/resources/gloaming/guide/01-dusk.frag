// Dusk: a gradient is a mix along one coordinate.
in vec2 uv;
out vec4 color;
uniform vec3 high; // #141a3a the sky above
uniform vec3 low; // #ff8a4a the sky at the water
uniform float horizon; // 0.3 (0 to 1) where it glows

void main() {
    float above = max(uv.y - horizon, 0.0) / (1.0 - horizon);
    vec3 sky = mix(low, high, sqrt(above));
    color = vec4(uv.y < horizon ? 0.25 * mix(high, low, uv.y / horizon) : sky, 1.0);
}
