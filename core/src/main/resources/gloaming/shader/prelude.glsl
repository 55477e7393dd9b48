// Built-in functions of GLSL ES 3.00 (chapter 8) in terms of others.
#define EACH(DO) DO(float) DO(vec2) DO(vec3) DO(vec4)

#define HYPERBOLIC(T) \
    T sinh(T x) { T e = exp(abs(x)); return sign(x) * mix(0.5 * (e - 1.0 / e), abs(x) * (1.0 + x * x / 6.0), step(abs(x), T(0.05))); } \
    T cosh(T x) { T e = exp(abs(x)); return 0.5 * (e + 1.0 / e); } \
    T tanh(T x) { T e = exp(-2.0 * min(abs(x), 20.0)); return sign(x) * mix((1.0 - e) / (1.0 + e), abs(x) * (1.0 - x * x / 3.0), step(abs(x), T(0.02))); } \
    T asinh(T x) { return sign(x) * mix(log(abs(x) + sqrt(x * x + 1.0)), abs(x) * (1.0 - x * x / 6.0), step(abs(x), T(0.03))); } \
    T acosh(T x) { return log(x + sqrt(x * x - 1.0)); } \
    T atanh(T x) { return mix(0.5 * log((1.0 + x) / (1.0 - x)), x * (1.0 + x * x / 3.0), step(abs(x), T(0.03))); }
EACH(HYPERBOLIC)

#define GEOMETRY(T) \
    T faceforward(T N, T I, T Nref) { return dot(Nref, I) < 0.0 ? N : -N; } \
    T reflect(T I, T N) { return I - 2.0 * dot(N, I) * N; } \
    T refract(T I, T N, float eta) { \
        float d = dot(N, I); \
        float k = 1.0 - eta * eta * (1.0 - d * d); \
        return k < 0.0 ? T(0.0) : eta * I - (eta * d + sqrt(max(k, 0.0))) * N; \
    } \
    T modf(T x, out T whole) { whole = trunc(x); return x - whole; }
EACH(GEOMETRY)

vec3 cross(vec3 a, vec3 b) { return a.yzx * b.zxy - a.zxy * b.yzx; }

mat2 outerProduct(vec2 c, vec2 r) { return mat2(c * r.x, c * r.y); }
mat3 outerProduct(vec3 c, vec3 r) { return mat3(c * r.x, c * r.y, c * r.z); }
mat4 outerProduct(vec4 c, vec4 r) { return mat4(c * r.x, c * r.y, c * r.z, c * r.w); }
mat2x3 outerProduct(vec3 c, vec2 r) { return mat2x3(c * r.x, c * r.y); }
mat3x2 outerProduct(vec2 c, vec3 r) { return mat3x2(c * r.x, c * r.y, c * r.z); }
mat2x4 outerProduct(vec4 c, vec2 r) { return mat2x4(c * r.x, c * r.y); }
mat4x2 outerProduct(vec2 c, vec4 r) { return mat4x2(c * r.x, c * r.y, c * r.z, c * r.w); }
mat3x4 outerProduct(vec4 c, vec3 r) { return mat3x4(c * r.x, c * r.y, c * r.z); }
mat4x3 outerProduct(vec3 c, vec4 r) { return mat4x3(c * r.x, c * r.y, c * r.z, c * r.w); }

float determinant(mat2 m) { return m[0].x * m[1].y - m[1].x * m[0].y; }
float determinant(mat3 m) { return dot(m[0], cross(m[1], m[2])); }
float determinant(mat4 m) {
    vec4 s = m[0].xxxy * m[1].yzwz - m[1].xxxy * m[0].yzwz;
    vec2 t = m[0].yz * m[1].ww - m[1].yz * m[0].ww;
    vec4 c = m[2].xxxy * m[3].yzwz - m[3].xxxy * m[2].yzwz;
    vec2 d = m[2].yz * m[3].ww - m[3].yz * m[2].ww;
    return s.x * d.y - s.y * d.x + s.z * c.w + s.w * c.z - t.x * c.y + t.y * c.x;
}

mat2 inverse(mat2 m) { return mat2(m[1].y, -m[0].y, -m[1].x, m[0].x) * (1.0 / determinant(m)); }
mat3 inverse(mat3 m) {
    vec3 a = cross(m[1], m[2]);
    vec3 b = cross(m[2], m[0]);
    vec3 c = cross(m[0], m[1]);
    return transpose(mat3(a, b, c)) * (1.0 / dot(m[0], a));
}
mat4 inverse(mat4 m) {
    // Laplace expansion by 2x2 minors of the first and the last two columns.
    vec4 s = m[0].xxxy * m[1].yzwz - m[1].xxxy * m[0].yzwz;
    vec2 t = m[0].yz * m[1].ww - m[1].yz * m[0].ww;
    vec4 c = m[2].xxxy * m[3].yzwz - m[3].xxxy * m[2].yzwz;
    vec2 d = m[2].yz * m[3].ww - m[3].yz * m[2].ww;
    float k = 1.0 / (s.x * d.y - s.y * d.x + s.z * c.w + s.w * c.z - t.x * c.y + t.y * c.x);
    return mat4(
        m[1].y * d.y - m[1].z * d.x + m[1].w * c.w, -m[0].y * d.y + m[0].z * d.x - m[0].w * c.w,
        m[3].y * t.y - m[3].z * t.x + m[3].w * s.w, -m[2].y * t.y + m[2].z * t.x - m[2].w * s.w,
        -m[1].x * d.y + m[1].z * c.z - m[1].w * c.y, m[0].x * d.y - m[0].z * c.z + m[0].w * c.y,
        -m[3].x * t.y + m[3].z * s.z - m[3].w * s.y, m[2].x * t.y - m[2].z * s.z + m[2].w * s.y,
        m[1].x * d.x - m[1].y * c.z + m[1].w * c.x, -m[0].x * d.x + m[0].y * c.z - m[0].w * c.x,
        m[3].x * t.x - m[3].y * s.z + m[3].w * s.x, -m[2].x * t.x + m[2].y * s.z - m[2].w * s.x,
        -m[1].x * c.w + m[1].y * c.y - m[1].z * c.x, m[0].x * c.w - m[0].y * c.y + m[0].z * c.x,
        -m[3].x * s.w + m[3].y * s.y - m[3].z * s.x, m[2].x * s.w - m[2].y * s.y + m[2].z * s.x) * k;
}

uint packSnorm2x16(vec2 v) {
    ivec2 i = ivec2(round(clamp(v, -1.0, 1.0) * 32767.0)) & 0xffff;
    return uint(i.y << 16 | i.x);
}
uint packUnorm2x16(vec2 v) {
    uvec2 u = uvec2(round(clamp(v, 0.0, 1.0) * 65535.0));
    return u.y << 16 | u.x;
}
vec2 unpackSnorm2x16(uint p) {
    ivec2 i = ivec2(int(p) << 16, int(p)) >> 16;
    return clamp(vec2(i) / 32767.0, -1.0, 1.0);
}
vec2 unpackUnorm2x16(uint p) { return vec2(uvec2(p & 0xffffu, p >> 16)) / 65535.0; }

// IEEE 754 half floats, rounded to nearest, ties to even.
uvec2 gloamingHalf(uvec2 f) {
    uvec2 sign = f >> 16 & 0x8000u;
    uvec2 magnitude = f & 0x7fffffffu;
    uvec2 normal = (magnitude + 0xc8000fffu + (magnitude >> 13 & 1u)) >> 13;
    vec2 small = uintBitsToFloat(magnitude) * 16777216.0;
    uvec2 subnormal = uvec2(roundEven(small));
    uvec2 h;
    for (int i = 0; i < 2; i++) {
        uint m = magnitude[i];
        if (m > 0x7f800000u) h[i] = 0x7e00u;
        else if (m >= 0x477ff000u) h[i] = 0x7c00u;
        else if (m < 0x38800000u) h[i] = subnormal[i];
        else h[i] = normal[i];
    }
    return sign | h;
}
uint packHalf2x16(vec2 v) {
    uvec2 h = gloamingHalf(floatBitsToUint(v));
    return h.y << 16 | h.x;
}
float gloamingFloat(uint h) {
    uint sign = (h & 0x8000u) << 16;
    uint magnitude = h & 0x7fffu;
    if (magnitude < 0x400u) return (sign != 0u ? -1.0 : 1.0) * float(magnitude) / 16777216.0;
    if (magnitude >= 0x7c00u) return uintBitsToFloat(sign | 0x7f800000u | (magnitude & 0x3ffu) << 13);
    return uintBitsToFloat(sign | ((magnitude << 13) + 0x38000000u));
}
vec2 unpackHalf2x16(uint p) { return vec2(gloamingFloat(p & 0xffffu), gloamingFloat(p >> 16)); }
