// Soft: a wide blur in two passes at a quarter of the size, once along and once across, is a glow.
// over: 19-lanterns
in vec2 uv;
out vec4 color;
uniform sampler2D picture; // hold
uniform float radius; // 12 (1 to 40) pixels of the small picture
uniform float bloom; // 0.8 (0 to 3) how much of it is added

vec3 along(sampler2D from, vec2 direction) {
    vec2 step = direction / vec2(textureSize(from, 0));
    vec3 sum = vec3(0.0);
    float weights = 0.0;
    for (int i = -12; i <= 12; i++) {
        float x = float(i) / 12.0;
        float weight = exp(-4.0 * x * x);
        sum += weight * texture(from, uv + step * radius * x).rgb;
        weights += weight;
    }
    return sum / weights;
}

// pass: small quarter
void main() { color = vec4(texture(picture, uv).rgb, 1.0); }

// pass: across quarter
uniform sampler2D small; // hold
void main() { color = vec4(along(small, vec2(1.0, 0.0)), 1.0); }

// pass: both quarter
uniform sampler2D across; // hold
void main() { color = vec4(along(across, vec2(0.0, 1.0)), 1.0); }

// pass:
uniform sampler2D both; // hold
void main() {
    color = vec4(texture(picture, uv).rgb + bloom * texture(both, uv).rgb, 1.0);
}
