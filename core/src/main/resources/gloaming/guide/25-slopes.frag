// Slopes: one picture becomes another along its own slopes: each runs down where it is steep.
// over: 10-ink
in vec2 uv;
out vec4 color;
uniform sampler2D picture; // mirror
uniform sampler2D other; // mirror
uniform float time;
uniform float far; // 0.25 (0 to 1) how far it runs
uniform float across; // 0.5 (0 to 1) from the one to the other
uniform float sway; // 0.4 (0 to 0.5) how much it goes to and fro by itself

float light(sampler2D from, vec2 at) { return dot(texture(from, at).rgb, vec3(0.333)); }

vec2 slope(sampler2D from, vec2 at) {
    vec2 step = 6.0 / vec2(textureSize(from, 0));
    return vec2(
        light(from, at + vec2(step.x, 0.0)) - light(from, at - vec2(step.x, 0.0)),
        light(from, at + vec2(0.0, step.y)) - light(from, at - vec2(0.0, step.y)));
}

void main() {
    float t = clamp(across + sway * sin(0.7 * time), 0.0, 1.0);
    vec2 away = slope(picture, uv);
    vec2 here = slope(other, uv);
    vec4 first = texture(picture, uv + far * t * (away + here));
    vec4 second = texture(other, uv - far * (1.0 - t) * (away + here));
    color = mix(first, second, smoothstep(0.2, 0.8, t));
}
