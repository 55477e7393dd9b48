// Outline: how fast the light changes to the sides (Sobel, 1968) draws the edges and leaves the rest.
// over: 05-spokes
in vec2 uv;
out vec4 color;
uniform sampler2D picture; // hold
uniform float wide; // 1.5 (0.5 to 8) pixels between the samples
uniform float gain; // 1.5 (0 to 8) how strong a line
uniform float keep; // 0.1 (0 to 1) how much of the picture stays
uniform vec3 paint; // #9ad8cb the line

float light(vec2 by) {
    vec2 step = wide / vec2(textureSize(picture, 0));
    return dot(texture(picture, uv + by * step).rgb, vec3(0.2126, 0.7152, 0.0722));
}

void main() {
    float nw = light(vec2(-1, 1)), n = light(vec2(0, 1)), ne = light(vec2(1, 1));
    float w = light(vec2(-1, 0)), e = light(vec2(1, 0));
    float sw = light(vec2(-1, -1)), s = light(vec2(0, -1)), se = light(vec2(1, -1));
    float gx = ne + 2.0 * e + se - nw - 2.0 * w - sw;
    float gy = nw + 2.0 * n + ne - sw - 2.0 * s - se;
    color = vec4(keep * texture(picture, uv).rgb + paint * gain * length(vec2(gx, gy)), 1.0);
}
