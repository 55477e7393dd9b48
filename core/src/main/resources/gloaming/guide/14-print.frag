// Print: three screens of dots, each turned by its own angle, as inks are laid over each other.
// over: 29-marsh
in vec2 uv;
out vec4 color;
uniform sampler2D picture; // hold
uniform vec2 size;
uniform float pitch; // 9 (3 to 60) pixels from dot to dot
uniform float gain; // 1.3 (0.2 to 4) brightness before
uniform vec3 paper; // #f3ead6 the paper

/// How much of the ink is at this pixel: a dot whose area is the share of ink.
float ink(float share, float turn) {
    mat2 m = mat2(cos(turn), sin(turn), -sin(turn), cos(turn));
    vec2 q = m * gl_FragCoord.xy / pitch;
    vec2 d = fract(q) - 0.5;
    float radius = sqrt(share) * 0.75;
    return smoothstep(radius + 0.7 / pitch, radius - 0.7 / pitch, length(d));
}

void main() {
    vec3 c = sqrt(clamp(gain * texture(picture, uv).rgb, 0.0, 1.0));
    vec3 inks = 1.0 - c;
    float cyan = ink(inks.r, 0.26);
    float magenta = ink(inks.g, 1.31);
    float yellow = ink(inks.b, 0.0);
    vec3 on = paper;
    on *= mix(vec3(1.0), vec3(0.02, 0.42, 0.62), cyan);
    on *= mix(vec3(1.0), vec3(0.72, 0.05, 0.25), magenta);
    on *= mix(vec3(1.0), vec3(0.95, 0.72, 0.06), yellow);
    color = vec4(on, 1.0);
}
