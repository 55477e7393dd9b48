// Ball: where a straight line meets a sphere is a square root; the rest is light.
in vec2 uv;
out vec4 color;
uniform vec2 size;
uniform float time;
uniform float polish; // 60 (2 to 400) how sharp the highlight is
uniform vec3 brass; // #d8a24a the metal
uniform vec3 warm; // #ffb070 the lamp
uniform vec3 cool; // #2a4a78 the sky

void main() {
    vec2 p = (2.0 * uv - 1.0) * vec2(size.x / size.y, 1.0);
    vec3 eye = vec3(0.0, 0.0, 3.0);
    vec3 ray = normalize(vec3(p, -2.2));
    vec3 lamp = normalize(vec3(sin(0.6 * time), 0.7, 0.6 + 0.6 * cos(0.6 * time)));
    float b = dot(eye, ray);
    float c = dot(eye, eye) - 1.0;
    float inside = b * b - c;
    vec3 light = cool * (0.15 + 0.25 * uv.y);
    if (inside > 0.0) {
        vec3 at = eye + ray * (-b - sqrt(inside));
        vec3 n = at;
        vec3 mirrored = reflect(ray, n);
        float facing = max(dot(n, lamp), 0.0);
        float rim = pow(1.0 - max(dot(-ray, n), 0.0), 4.0);
        // Engraved rings, as a bell has them.
        float ring = smoothstep(0.04, 0.0, abs(fract(3.0 * at.y) - 0.5));
        vec3 around = mix(cool * 0.4, warm, smoothstep(-0.2, 0.9, mirrored.y)) * 0.7;
        light = brass * (0.05 + 0.5 * facing + around) * (1.0 - 0.5 * ring);
        light += warm * (2.5 * pow(max(dot(mirrored, lamp), 0.0), polish) + 0.8 * rim);
    } else {
        // The floor it stands on, with its shadow.
        float d = (-1.0 - eye.y) / ray.y;
        if (ray.y < 0.0) {
            vec3 at = eye + d * ray;
            float under = dot(at.xz - 0.35 * lamp.xz * -1.0, at.xz - 0.35 * lamp.xz * -1.0);
            light = mix(light, brass * 0.12 * (1.0 - 0.8 * exp(-1.2 * under)), exp(-0.12 * d));
        }
    }
    color = vec4(light, 1.0);
}
