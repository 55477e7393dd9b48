// Dither: a matrix of thresholds turns any picture into two colours, as early printers did.
// over: 17-moon
in vec2 uv;
out vec4 color;
uniform sampler2D picture; // hold
uniform vec2 size;
uniform float cell; // 3 (1 to 16) pixels to a dot
uniform vec3 paper; // #f1d692 the light colour
uniform vec3 ink; // #181524 the dark colour
uniform float gain; // 1.6 (0.1 to 4) brightness before

// Bayer (1973): the order in which the dots of a 4 by 4 cell fill.
const int ORDER[16] = int[16](0, 8, 2, 10, 12, 4, 14, 6, 3, 11, 1, 9, 15, 7, 13, 5);

void main() {
    ivec2 at = ivec2(gl_FragCoord.xy / cell);
    vec3 c = texture(picture, (vec2(at) + 0.5) * cell / size).rgb;
    float level = sqrt(gain * dot(c, vec3(0.2126, 0.7152, 0.0722)));
    float threshold = (float(ORDER[(at.y & 3) * 4 + (at.x & 3)]) + 0.5) / 16.0;
    color = vec4(level > threshold ? paper : ink, 1.0);
}
