// Wheel: a solid given by its distance is found by walking along the ray, never further than the distance says.
in vec2 uv;
out vec4 color;
uniform vec2 size;
uniform float time;
uniform float speed; // 0.25 (-2 to 2) how fast it turns
uniform int paddles; // 10 (4 to 20) how many
uniform float mist; // 0.08 (0 to 0.5) how thick the air is
uniform vec3 wood; // #b87a48 the wood
uniform vec3 lamp; // #ffb468 the lamp
uniform vec3 night; // #141a38 the night

float box(vec3 p, vec3 half_) {
    vec3 d = abs(p) - half_;
    return length(max(d, 0.0)) + min(max(d.x, max(d.y, d.z)), 0.0);
}

float ring(vec3 p, float radius, vec2 half_) {
    vec2 d = abs(vec2(length(p.xy) - radius, p.z)) - half_;
    return length(max(d, 0.0)) + min(max(d.x, d.y), 0.0);
}

float wheel(vec3 p) {
    float t = speed * time;
    p.xy = mat2(cos(t), -sin(t), sin(t), cos(t)) * p.xy;
    float d = ring(vec3(p.xy, abs(p.z) - 0.28), 1.0, vec2(0.06, 0.035));
    d = min(d, ring(p, 0.1, vec2(0.07, 0.42)));
    // All paddles and spokes are one, seen in the sector that holds the place.
    float sector = 6.2831853 / float(paddles);
    float a = mod(atan(p.y, p.x) + 0.5 * sector, sector) - 0.5 * sector;
    vec3 q = vec3(length(p.xy) * vec2(cos(a), sin(a)), p.z);
    d = min(d, box(q - vec3(1.02, 0.0, 0.0), vec3(0.17, 0.018, 0.3)));
    return min(d, box(vec3(q.xy - vec2(0.5, 0.0), abs(q.z) - 0.28), vec3(0.5, 0.03, 0.025)));
}

float scene(vec3 p) { return min(wheel(p), p.y + 1.0 + 0.015 * sin(9.0 * p.x + 3.0 * time) * sin(7.0 * p.z - 2.0 * time)); }

vec3 normalAt(vec3 p) {
    vec2 e = vec2(0.002, -0.002);
    return normalize(e.xyy * scene(p + e.xyy) + e.yyx * scene(p + e.yyx) + e.yxy * scene(p + e.yxy) + e.xxx * scene(p + e.xxx));
}

float shadow(vec3 p, vec3 to, float far) {
    float open = 1.0;
    float t = 0.04;
    for (int i = 0; i < 20 && t < far; i++) {
        float d = scene(p + to * t);
        open = min(open, 9.0 * d / t);
        if (open < 0.02) break;
        t += clamp(d, 0.03, 0.3);
    }
    return clamp(open, 0.0, 1.0);
}

void main() {
    vec2 p = (2.0 * uv - 1.0) * vec2(size.x / size.y, 1.0);
    vec3 eye = vec3(1.9, 0.3, 3.0);
    vec3 ahead = normalize(vec3(0.0, -0.1, 0.0) - eye);
    vec3 side = normalize(cross(ahead, vec3(0.0, 1.0, 0.0)));
    vec3 ray = normalize(p.x * side + p.y * cross(side, ahead) + 2.6 * ahead);
    vec3 light = vec3(-1.2, 1.0, 1.6);
    float t = 1.0;
    bool hit = false;
    for (int i = 0; i < 64; i++) {
        float d = scene(eye + t * ray);
        if (d < 0.002 * t) { hit = true; break; }
        t += d;
        if (t > 14.0) break;
    }
    vec3 sky = night * (0.5 + 0.8 * max(ray.y + 0.2, 0.0));
    vec3 c = sky;
    if (hit) {
        vec3 at = eye + t * ray;
        vec3 n = normalAt(at);
        vec3 to = light - at;
        float far = length(to);
        to /= far;
        float lit = max(dot(n, to), 0.0) * shadow(at + 0.01 * n, to, far) * 9.0 / (far * far);
        bool wet = at.y < -0.97;
        vec3 paint = wet ? vec3(0.03, 0.05, 0.06) : wood * (0.8 + 0.2 * sin(40.0 * at.x + 9.0 * sin(6.0 * at.y)));
        c = paint * (lamp * lit * 2.0 + night * (0.8 + 0.5 * n.y));
        if (wet) {
            vec3 mirrored = reflect(ray, n);
            c += lamp * 1.5 * pow(max(dot(mirrored, to), 0.0), 30.0) + night * pow(1.0 + dot(ray, n), 3.0);
        }
    }
    float air = 1.0 - exp(-mist * t * t * 0.2);
    color = vec4(mix(c, sky + lamp * 0.04, air), 1.0);
}
