// Marsh: a landscape of noise, walked over ray by ray, with pools that mirror the evening.
in vec2 uv;
out vec4 color;
uniform vec2 size;
uniform float time;
uniform float speed; // 0.4 (0 to 3) how fast we go
uniform float height; // 0.45 (0 to 1.5) of the banks
uniform float tide; // 0.42 (0 to 1) how high the water stands
uniform vec3 sun; // #ff9048 the last light
uniform vec3 high; // #1c2a5a the sky above
uniform vec3 grass; // #4a5a34 the banks

float hash(vec2 p) { return fract(sin(dot(p, vec2(127.1, 311.7))) * 43758.5453); }

float noise(vec2 p) {
    vec2 i = floor(p);
    vec2 f = p - i;
    f = f * f * (3.0 - 2.0 * f);
    return mix(mix(hash(i), hash(i + vec2(1, 0)), f.x), mix(hash(i + vec2(0, 1)), hash(i + vec2(1, 1)), f.x), f.y);
}

float ground(vec2 p, int octaves) {
    float sum = 0.0;
    float weight = 0.5;
    mat2 turn = mat2(0.8, 0.6, -0.6, 0.8);
    p *= 0.7;
    for (int i = 0; i < octaves; i++) {
        sum += weight * noise(p);
        p = 2.0 * turn * p;
        weight *= 0.48;
    }
    return height * sum;
}

vec3 sky(vec3 ray) {
    float up = max(ray.y, 0.0);
    vec3 c = mix(sun * 0.9, high, pow(up, 0.4));
    float to = max(dot(ray, normalize(vec3(0.3, 0.06, -1.0))), 0.0);
    c += sun * (0.6 * pow(to, 12.0) + 6.0 * pow(to, 1500.0));
    float streak = noise(vec2(3.0 * ray.x / (up + 0.15), 14.0 * up + 0.05 * time));
    return c * (0.75 + 0.4 * streak);
}

void main() {
    vec2 p = (2.0 * uv - 1.0) * vec2(size.x / size.y, 1.0);
    float water = height * tide;
    vec3 eye = vec3(0.3 * sin(0.1 * time), water + 0.35, -speed * time);
    vec3 ray = normalize(vec3(p.x, p.y - 0.12, -1.6));
    vec3 c = sky(ray);
    float t = 0.1;
    bool hit = false;
    for (int i = 0; i < 80; i++) {
        vec3 at = eye + t * ray;
        float above = at.y - max(ground(at.xz, 4), water);
        if (above < 0.002 * t) { hit = true; break; }
        t += max(0.5 * above, 0.004 * t);
        if (t > 24.0 || at.y > height + 0.5) break;
    }
    if (hit) {
        vec3 at = eye + t * ray;
        float e = 0.01 * t;
        float here = ground(at.xz, 6);
        if (here > water + 0.002) {
            vec3 n = normalize(vec3(here - ground(at.xz + vec2(e, 0.0), 6), e, here - ground(at.xz + vec2(0.0, e), 6)));
            float lit = max(dot(n, normalize(vec3(0.3, 0.25, -1.0))), 0.0);
            float tuft = 0.6 + 0.6 * noise(at.xz * vec2(40.0, 14.0));
            c = grass * tuft * (0.15 * high + 1.1 * sun * lit + 0.12);
        } else {
            vec2 ripple = vec2(noise(at.xz * 9.0 + time), noise(at.xz * 9.0 - time + 7.0)) - 0.5;
            vec3 n = normalize(vec3(0.06 * ripple.x, 1.0, 0.06 * ripple.y));
            float shine = 0.1 + 0.9 * pow(1.0 - max(dot(-ray, n), 0.0), 4.0);
            c = mix(grass * 0.03, sky(reflect(ray, n)), shine);
        }
        c = mix(c, sky(vec3(ray.x, 0.02, ray.z)), 1.0 - exp(-0.006 * t * t));
    }
    color = vec4(c, 1.0);
}
