// Lanterns: shapes are distances; a string of them hangs on a curve and swings.
in vec2 uv;
out vec4 color;
uniform vec2 size;
uniform float time;
uniform float beat;
uniform int count; // 7 (1 to 16) how many
uniform float sag; // 0.35 (0 to 1) how far the line hangs
uniform float wind; // 0.3 (0 to 1) how much they swing
uniform vec3 paper; // #ff9a48 the paper
uniform vec3 night; // #100e22 behind

float hash(float n) { return fract(sin(n * 12.9898) * 43758.5453); }

float box(vec2 p, vec2 half_, float round) {
    vec2 d = abs(p) - half_ + round;
    return length(max(d, 0.0)) + min(max(d.x, d.y), 0.0) - round;
}

void main() {
    float shape = size.x / size.y;
    vec2 p = vec2((2.0 * uv.x - 1.0) * shape, 2.0 * uv.y - 1.0);
    vec3 c = night * (0.6 + 0.6 * uv.y);
    float line = 0.75 - sag * (1.0 - p.x * p.x / (shape * shape));
    c = mix(c, vec3(0.004), smoothstep(0.008, 0.004, abs(p.y - line)));
    for (int i = 0; i < count; i++) {
        float part = (float(i) + 0.5) / float(count);
        vec2 hook = vec2((2.0 * part - 1.0) * shape, 0.0);
        hook.y = 0.75 - sag * (1.0 - hook.x * hook.x / (shape * shape));
        float own = hash(float(i) + 3.0);
        float swing = wind * 0.5 * sin(time * (0.9 + 0.5 * own) + 6.28 * own);
        vec2 d = p - hook;
        d = mat2(cos(swing), -sin(swing), sin(swing), cos(swing)) * d;
        d.y += 0.22;
        float lamp = box(d, vec2(0.11, 0.15), 0.07);
        float ribs = 0.8 + 0.2 * cos(70.0 * d.y);
        float flame = 0.75 + 0.25 * sin(9.0 * time * own + 20.0 * own) + 0.5 * exp(-5.0 * fract(beat)) * own;
        float body = smoothstep(0.008, -0.008, lamp);
        c = mix(c, paper * ribs * flame * (0.5 + 1.8 * exp(-14.0 * dot(d, d) * 4.0)), body);
        c += paper * flame * 0.012 / (max(lamp, 0.0) + 0.08) * exp(-2.5 * max(lamp, 0.0));
    }
    color = vec4(c, 1.0);
}
