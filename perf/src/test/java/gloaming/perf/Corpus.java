package gloaming.perf;

import java.util.ArrayList;
import java.util.List;

/**
 * Snippets that between them use every built-in function, operator, conversion and form of control of the language.
 *
 * <p>A snippet is one line: what {@code color} becomes; or declarations, two bars, and the statements of {@code main}. All have
 * {@code x, y} from -4 to 4 with {@code p} of both, {@code i, j} from -16 to 16, {@code u, v} from 84 to 116, a texture and a
 * few uniforms.
 */
final class Corpus {
    private Corpus() {}

    private static final String HEAD = """
            #version 300 es
            precision highp float;
            precision highp int;
            precision highp sampler2D;
            in vec2 uv;
            out vec4 color;
            uniform sampler2D tex;
            uniform float speed;
            uniform vec3 tint;
            uniform int many;
            uniform mat3 turn;
            uniform float list[5];
            uniform bool lit;
            uniform uvec2 odd;
            """;
    private static final String BEGIN = """
            void main() {
                vec2 p = uv * 8.0 - 4.0;
                float x = p.x, y = p.y;
                int i = int(floor(x * 4.0)), j = int(floor(y * 4.0));
                uint u = uint(i + 100), v = uint(j + 100);
            """;

    /** Functions of floats and their vectors. */
    static final String FUNCTIONS = """
            vec4(radians(x * 90.), degrees(y), radians(p))
            vec4(sin(x), cos(y), sin(p * 3.))
            vec4(tan(x * .3), tan(y * .35), tan(p * .2))
            vec4(asin(x * .24), acos(y * .24), asin(p * .2))
            vec4(atan(x), atan(y, x), atan(p, p.yx + .1))
            vec4(sinh(x), cosh(y), sinh(p * .01))
            vec4(tanh(x), tanh(y * .001), tanh(p * 9.))
            vec4(asinh(x), acosh(abs(y) + 1.5), asinh(p * .01))
            vec4(atanh(x * .24), atanh(y * .01), atanh(p * .2))
            vec4(pow(abs(x) + .1, y), pow(2., x), pow(abs(p) + .01, vec2(.5, 3.)))
            vec4(exp(x), exp(-y), exp(p * 2.))
            vec4(log(abs(x) + .01), log(abs(y) * 100. + 1.), log(abs(p) + 2.))
            vec4(exp2(x), exp2(y * 8.), exp2(p))
            vec4(log2(abs(x) + .01), log2(abs(y) * 1000. + 1.), log2(abs(p) + 4.))
            vec4(sqrt(abs(x)), sqrt(abs(y) * 100.), sqrt(abs(p)))
            vec4(inversesqrt(abs(x) + .01), inversesqrt(abs(y) * 100. + 1.), inversesqrt(abs(p) + 1.))
            vec4(abs(x), abs(y), abs(p))
            vec4(sign(x), sign(y), sign(p))
            vec4(sign(0.), abs(-0.), sign(p - p))
            vec4(floor(x), ceil(y), trunc(p))
            vec4(floor(x * 1e6), ceil(y * 1e7), floor(p * 1e9))
            vec4(round(x * 1.3), roundEven(y), roundEven(p * 2.))
            vec4(roundEven(2.5), roundEven(3.5), roundEven(-2.5), roundEven(-1.5))
            vec4(fract(x + .013), fract(y * 3.1 + .01), fract(-abs(p) - .013))
            vec4(mod(x, 1.5), mod(y, -.7), mod(p, 2.))
            vec4(mod(p, vec2(.3, 1.7)), mod(p.yx, -1.))
            vec4(min(x, y), max(x, y), min(p, .5))
            vec4(max(p, vec2(-1, 1)), min(p, p.yx))
            vec4(clamp(x, -1., 1.), clamp(y, .5, 2.), clamp(p, vec2(-2, 0), vec2(0, 3)))
            vec4(clamp(p, -1., 1.5), clamp(p.yx, 0., .25))
            vec4(mix(x, y, .25), mix(p, p.yx, .7), mix(1., 2., x))
            vec4(mix(p, vec2(3), vec2(x, y)), mix(p, p.yx, bvec2(x > 0., y > 1.)))
            vec4(step(0., x), step(y, x), step(.5, p))
            vec4(step(vec2(1, -1), p), step(p, p.yx))
            vec4(smoothstep(-1., 2., x), smoothstep(0., .5, y), smoothstep(-2., 2., p))
            vec4(smoothstep(vec2(-1, 0), vec2(1, 3), p), smoothstep(2., -2., x), 0)
            vec4(isnan(x) ? 1 : 0, isinf(y) ? 1 : 0, isinf(1. / (x - x)) ? 1 : 0, isnan(x) || isinf(x) ? 1 : 0)
            vec4(length(p), length(x), length(vec3(p, 1)), length(vec4(p, p)))
            vec4(distance(p, p.yx), distance(x, y), distance(vec3(p, 0), vec3(1)), 0)
            vec4(dot(p, p.yx), dot(x, y), dot(vec3(p, 1), tint), dot(vec4(p, p), vec4(1, 2, 3, 4)))
            vec4(cross(vec3(p, 1), vec3(1, x, y)), 1)
            vec4(normalize(p), normalize(vec3(p, 2)).xy)
            vec4(normalize(vec4(p, 1, 2)))
            vec4(normalize(x + 5.), faceforward(x, y, 1.), faceforward(p, p.yx, vec2(1)))
            vec4(faceforward(vec3(p, 1), vec3(1), tint), 0)
            vec4(reflect(p, normalize(vec2(1, 2))), reflect(vec3(p, 1), vec3(0, 1, 0)).xz)
            vec4(refract(normalize(vec3(p, -5)), vec3(0, 0, 1), .7), 1)
            vec4(refract(normalize(p + 5.), vec2(0, 1), 1.6), refract(normalize(vec4(p, 1, 1)), vec4(0, 1, 0, 0), .5).xy)
                        || vec2 w; vec2 f = modf(p * 2.5, w); color = vec4(f, w);
            || float w; color.x = modf(x, w); color.y = w; color.z = modf(-y, w); color.w = w;
            """;

    static final String MATRICES = """
            vec4(mat2(1, 2, 3, 4) * p, p * mat2(1, 2, 3, 4))
            vec4(turn * vec3(p, 1), 0)
            vec4(vec3(p, 1) * turn, 0)
            vec4((turn * mat3(p, 1, p.yx, 2, 3, p))[1], 1)
            vec4(matrixCompMult(mat2(p, p.yx), mat2(1, 2, 3, 4))[0], matrixCompMult(turn, turn)[2].xy)
            vec4(outerProduct(p, p.yx)[0], outerProduct(p, vec3(1, 2, 3))[2])
            vec4(outerProduct(vec3(p, 1), vec3(1, 2, 3))[1], outerProduct(vec4(p, p), p)[1].w)
            vec4(outerProduct(vec3(p, 1), p)[1], outerProduct(p, vec4(p, p))[3].x)
            outerProduct(vec4(p, 1, 2), vec4(1, 2, 3, 4))[2]
            vec4(outerProduct(vec3(p, 1), vec4(1, 2, 3, 4))[3], outerProduct(vec4(p, p), vec3(p, 1))[2].z)
            vec4(transpose(mat2(p, 3, 4))[0], transpose(mat3x2(p, p, 1, 2))[1].xy)
            vec4(transpose(mat2x3(p, 1, 2, 3, 4))[2], transpose(turn)[0].yz)
            transpose(mat4(p, p, 1, 2, 3, 4, 5, 6, 7, 8, p, p))[1]
            vec4(determinant(mat2(p, 1, 2)), determinant(mat3(p, 1, 2, 3, 4, p, 5)), determinant(turn), 0)
            vec4(determinant(mat4(p, 1, 2, 3, 4, p, 5, 6, p, 7, 8, 9, 2)) * .01)
            vec4(inverse(mat2(p + 6., 1, 2))[0], inverse(mat2(x, 3, -2, y * y + 1.))[1])
            vec4(inverse(mat3(p + 6., 1, 2, 9, 4, p, 15))[1], inverse(turn)[2].x)
            inverse(mat4(p + 30., 1, 2, 3, 44, p, 5, 6, p + 50., 8, 9, 1, 60))[2]
            inverse(mat4(2, 0, 0, x, 0, 3, y, 0, 0, 1, 4, 0, 1, 0, 0, 5))[3]
            vec4(mat2(3.)[0], mat2(turn)[1])
            vec4(mat3(mat2(p, 1, 2))[2], mat3(mat2(p, 1, 2))[1].x)
            vec4(mat4(turn)[3].w, mat4(turn)[2].xyz)
            vec4(mat2x3(p, 1, 2, p) * p, 0)
            vec4(mat3x2(p, p, 1, 2) * vec3(p, 1), vec2(1, 2) * mat2(p, p))
            mat3x4(p, p, p.yx, p.yx, 1, 2, 3, 4) * vec3(p, 1)
            vec4(vec3(p, 1) * mat4x3(p, 1, p.yx, 2, p, 3, p, 4))
            vec4((mat2x3(p, 1, 2, p) * mat3x2(p, p, 1, 2))[2], 1)
            mat4(2.) * vec4(p, 1, 2) + vec4(p, p) * mat4(p, p, p, p, 1, 2, 3, 4, 5, 6, 7, 8)
            || mat2 m = mat2(p, p.yx); m *= mat2(1, 2, 3, 4); m[0].x += 1.; m[1] = m[0].yx; color = vec4(m[0], m[1]);
            || mat2 m = mat2(p, 1, 2); m += 1.; m -= mat2(.5); m *= 2.; m /= mat2(1, 2, 4, 8); m++; color = vec4(m);
            || mat3 m = turn; vec3 w = vec3(p, 1); w *= m; color = vec4(w, m == turn ? 1 : 0);
            || mat3 m = mat3(1); for (int k = 0; k < 3; k++) m[k][(k + 1) % 3] = x + float(k); color = vec4(m[0] + m[1], m[2].x);
            -mat4(p, p, 1, 2, 3, 4, 5, 6, 7, 8, p, p)[2]
            vec4(mat2(1, 2, 3, 4) == mat2(1, 2, 3, 4) ? 1 : 0, mat2(p, p) != mat2(p, p.yx) ? 1 : 0, (1. / mat2(p + 5., 2, 4))[0])
            """;

    static final String INTEGERS = """
            vec4(i + j, i - j, i * j, -i)
            vec4(i / 3, j / -5, abs(i) % 7, 100 / (abs(j) + 1))
            vec4(i & j, i | j, i ^ j, ~i)
            vec4(i << 2, i >> 1, -17 >> 2, 1 << (j & 7))
            vec4(u + v, u - 80u, u * v, u / 7u)
            vec4(u % 13u, u & v, u | v, u ^ v)
            vec4(u << 3, u >> 2, ~u >> 20, 4294967295u / u)
            vec4(-1 >> 28, uint(-1) >> 28, 0x7f, 017)
            vec4(min(i, j), max(i, 3), clamp(i, -2, 2), abs(i))
            vec4(min(u, v), max(u, 100u), clamp(u, 90u, 110u), sign(j))
            vec4(ivec2(i, j) + ivec2(1, 2), ivec2(i, j) * 2)
            vec4(uvec2(u, v) % 10u, uvec2(u, v) >> uvec2(1, 2))
            vec4(ivec2(i, j) << 1, ivec2(i, j) & 3)
            vec4(min(ivec2(i, j), ivec2(1)), max(ivec2(i, j), 0))
            vec4(clamp(ivec2(i, j), ivec2(-3), ivec2(3)), clamp(uvec2(u, v), 95u, 105u))
            vec4(abs(ivec2(i, j)), sign(ivec3(i, j, 0)).xz)
            vec4(floatBitsToInt(x) >> 20, floatBitsToUint(y) >> 24, intBitsToFloat(0x3f800000 + i * 1000), uintBitsToFloat(u << 22))
            vec4(intBitsToFloat(floatBitsToInt(p)), uintBitsToFloat(floatBitsToUint(p.yx)))
            vec4(unpackSnorm2x16(packSnorm2x16(p * .3)), unpackUnorm2x16(packUnorm2x16(p * .2 + .5)))
            vec4(unpackHalf2x16(packHalf2x16(p * 100.)), unpackHalf2x16(packHalf2x16(p * 1e-6)))
            vec4(packSnorm2x16(p * .3) & 255u, packUnorm2x16(p) >> 24, packHalf2x16(p) & 1023u, packHalf2x16(p * 3.) >> 22)
            vec4(unpackHalf2x16(0x3c00c000u), unpackSnorm2x16(0x80017fffu))
            vec4(packHalf2x16(vec2(65504. + x, 6e-8 * y)) >> 16, unpackHalf2x16(u * 77u), unpackUnorm2x16(u * 99999u).x)
            || int a = i; a += 3; a *= 2; a -= j; a /= 3; a = abs(a); a %= 11; color = vec4(a);
            || int a = i; a <<= 2; a >>= 1; a &= 61; a |= 64; a ^= j; color = vec4(a);
            || uint a = u; a += v; a *= 3u; a >>= 2; a %= 31u; uint b = a++; uint c = ++a; uint d = a--; color = vec4(a, b, c, d);
            || int a = i; int b = a++ + ++a; int c = a-- - --a; color = vec4(a, b, c, -a);
            || ivec3 a = ivec3(i, j, 1); a.xy += 2; a.z <<= 4; a = abs(a); a %= 5; color = vec4(a, 1);
            || uint h = u * 1664525u + v * 1013904223u; h ^= h >> 16; h *= 2246822519u; h ^= h >> 13; color = vec4(h >> 24, h & 255u, (h >> 8) & 255u, 1);
            || int a = 2147483647; a += abs(i) + 1; color = vec4(a < 0 ? 1 : 0, a & 255, uint(a) >> 16, 0);
            vec4(odd, many, many * i)
            vec4(uvec3(u, v, 3).zyx % 7u, uint(i < 0) + uint(abs(x)))
            """;

    static final String CONVERSIONS = """
            vec4(int(x), int(-y * 3.7), uint(abs(x)), float(i))
            vec4(bool(i) ? 1 : 0, bool(x) ? 1 : 0, int(x > 0.), float(y > 0.))
            vec4(uint(j + 20), float(u), int(u), bool(u - u) ? 1 : 0)
            vec4(ivec2(p), uvec2(abs(p)))
            vec4(vec2(ivec2(i, j)), vec2(bvec2(x > 0., y > 0.)))
            vec4(ivec2(bvec2(x > 0., y > 0.)), uvec2(bvec2(i, j)))
            vec4(vec3(p, 1).xy, vec2(vec4(p, p)))
            vec4(vec2(x), vec3(y).xy)
            vec4(vec4(1, 2u, true, x).wzyx)
            vec4(p, ivec2(p))
            vec4(float(vec3(p, 1)), int(p), uint(vec2(5, y)), float(mat2(p, p)))
            vec4(vec3(mat2(p, p.yx)), mat2(vec4(p, p))[1].x)
            vec4(float(4294967295u), float(-2147483647), float(16777217), float(u * 10000019u))
            vec4(bvec3(p, 0), 1)
            || float f = 1e3; float g = .5e-2; float h = 3.f; float k = 7.; color = vec4(f, g, h, k) + vec4(0x10, 010, 1u, 1);
            """;

    static final String COMPARISONS = """
            vec4(x < y, x > y, x <= 1.25, y >= -1.)
            vec4(x == y, x != y, i == j, i != 3)
            vec4(i < j, u > v, i <= 0, u >= 100u)
            vec4(lessThan(p, p.yx), greaterThan(p, vec2(0)))
            vec4(lessThanEqual(ivec2(i, j), ivec2(1)), greaterThanEqual(uvec2(u, v), uvec2(100)))
            vec4(equal(ivec2(i, j), ivec2(j, i)), notEqual(p, p.yx))
            vec4(equal(bvec2(x > 0., y > 0.), bvec2(true)), notEqual(bvec2(x > 0.), bvec2(y > 0.)))
            vec4(lessThan(ivec2(i, j), ivec2(j)), greaterThan(uvec2(u, v), uvec2(v, 99)))
            vec4(lessThanEqual(p, vec2(1)), greaterThanEqual(p, vec2(y, 0)))
            vec4(any(lessThan(p, vec2(-2))), all(lessThan(p, vec2(2))), not(bvec2(x > 0., y > 0.)))
            vec4(any(bvec3(x > 3., y > 3., false)), all(bvec4(true, x > 0., true, y > 0.)), 0, 0)
            vec4(x > 0. && y > 0., x > 0. || y > 0., x > 0. ^^ y > 0., !(x > 0.))
            vec4(p == p.yx, p != vec2(x, y), ivec2(i, j) == ivec2(j, i), bvec2(true, x > 0.) == bvec2(true))
            vec4(x > 0. ? p : p.yx, x > y ? 1 : 2, y > 0. ? i : j)
            x > 0. ? y > 0. ? vec4(1) : vec4(2) : y > 0. ? vec4(3) : vec4(4)
            vec4(lit, lit && x > 0., lit ? x : y, lit == true)
            || int n = 0; bool a = x > 0. && n++ < 5; bool b = x > 0. || n++ > 5; color = vec4(n, a, b, 0);
            || int n = 0; int m = x > 0. ? n++ : n--; int k = (n++, n); color = vec4(n, m, k, 0);
            """;

    static final String CONTROL = """
            || if (x > 0.) color = vec4(1, x, 0, 0); else color = vec4(0, y, 1, 0);
            || color = vec4(0); if (x > 1.) color.x = 1.; else if (x > 0.) color.y = 2.; else if (y > 0.) color.z = 3.; else color.w = 4.;
            || float s = 0.; for (int k = 0; k < 10; k++) s += x * float(k); color = vec4(s);
            || float s = 0.; for (int k = 0; k < 40; k++) { if (float(k) > x * 8.) break; s += 1.; } color = vec4(s);
            || float s = 0.; for (int k = 0; k < 20; k++) { if (k % 3 == int(abs(x))) continue; s += float(k); } color = vec4(s);
            || float s = 0.; int k = 0; while (s < x * x) { s += .5; k++; } color = vec4(s, k, 0, 0);
            || float s = x; int k = 0; do { s *= 2.; k++; } while (abs(s) < 100. && k < 30); color = vec4(s, k, 0, 0);
            || int n = 0; for (int a = 0; a < 6; a++) for (int b = 0; b < 6; b++) { if (b > a) break; if ((a + b + i) % 2 == 0) continue; n += a * b; } color = vec4(n);
            || int n = 0; for (int a = 0; a < 12; a++) { for (int b = 0; b < 12; b++) { if (a * b > i * i) break; n++; } if (n > 50) break; } color = vec4(n);
            || switch (i & 3) { case 0: color = vec4(1); break; case 1: color = vec4(2); break; default: color = vec4(3); }
            || color = vec4(0); switch (i & 7) { case 0: color.x = 1.; case 1: color.y = 2.; break; case 2: case 3: color.z = 3.; default: color.w = 4.; case 5: color.x += 5.; }
            || color = vec4(0); for (int k = 0; k < 8; k++) { switch (k % 4) { case 0: continue; case 1: color.x += x; break; case 2: if (k > j) break; color.y += 1.; default: color.z += 1.; } color.w += 1.; }
            || switch (u % 3u) { case 0u: color = vec4(1, 0, 0, 1); break; case 2u: color = vec4(0, 1, 0, 1); break; default: color = vec4(x); break; }
            || color = vec4(9); switch (many) { case 1: color = vec4(1); break; case 3: color = p.xyxy; break; }
            || if (x > 1.) discard; color = vec4(p, 1, 1);
            || color = vec4(1); for (int k = 0; k < 9; k++) { if (float(k) > y + 3. && x > 0.) discard; color.x += 1.; }
            || color = vec4(x); if (y > 0.) return; color = vec4(y);
            || color = vec4(0); for (int k = 0; ; k++) { color.x += 1.; if (k > many) return; if (x > float(k)) { color.y += 1.; continue; } color.z += 1.; }
            float f(float a) { if (a > 0.) return a * 2.; return -a; } || color = vec4(f(x), f(y), f(x * y), f(f(x)));
            float f(float a) { for (int k = 0; k < 10; k++) { a -= .7; if (a < -5.) return float(k); } return a; } || color = vec4(f(x), f(y), f(x + y), 1);
            int f(int a) { while (true) { if (a > 40) break; a = a * 2 + 1; if (a < 0) return -1; } return a; } || color = vec4(f(abs(i)), f(i), f(j), 0);
            void f(inout float a, out float b, in float c) { b = a + c; a = b * 2.; c = 9.; } || float a = x, b = 5., c = y; f(a, b, c); color = vec4(a, b, c, 0);
            void f(inout vec2 a) { a = a.yx + 1.; } || vec4 a = vec4(p, 1, 2); f(a.xz); f(a.wy); color = a;
            void f(out vec3 a[2]) { a[0] = vec3(1); a[1] = vec3(2, 3, 4); } || vec3 a[2]; f(a); color = vec4(a[0] + a[1], x);
            float f(float a) { return a; } float f(vec2 a) { return a.x * 2.; } float f(int a) { return 7.; } float f(vec3 a) { return a.z; } || color = vec4(f(x), f(p), f(i), f(vec3(p, 3)));
            float f(float a); float g(float a) { return f(a) + 1.; } float f(float b) { return b * b; } || color = vec4(g(x), g(y), 0, 1);
            float t = 3.; float f() { t += 1.; return t; } || float a = f(); float b = f(); color = vec4(a, b, t, x);
            float t; void g(float k) { if (k > 0.) t = k; } || t = 1.; g(x); color = vec4(t); g(y); color.y = t;
            const float K = 2. * 3.; const vec2 V = vec2(K, 1); const float A[3] = float[3](1., 2., 3.); || color = vec4(K, V, A[1] + x);
            const int N = 4; float a[N]; || for (int k = 0; k < N; k++) a[k] = x * float(k); color = vec4(a[0], a[1], a[2], a[3]);
            || { float x = 3.; color = vec4(x); } color.y = x; { float x = x + 1.; color.z = x; } for (int x = 0; x < 2; x++) color.w = float(x);
            || float s = 0.; for (int k = 0, n = 5; k < n; ++k) s += 1.; for (float q = 0.; q < 1.; q += .25) s += q; color = vec4(s);
            || int k = 5; while (bool(k)) k--; for (; k < 4; ) k += 2; color = vec4(k);
            || int n = 0; while (n < 9) { n++; if (n == 4) continue; if (n > i) break; } do { n--; if (n == j) break; } while (n > 0); color = vec4(n);
            vec3 f(vec3 a) { a.x = 9.; return a; } || vec3 a = vec3(p, 1); vec3 b = f(a); color = vec4(a.x, b.xy, 0);
            void f() { color = vec4(5); } || f(); color.x = x; ; ;
            || float a, b; a = b = x; a += b *= 2.; color = vec4(a, b, (a, b), 0);
            || vec4 a = vec4(1); a.x = a.y = a.z = x; a.wz = a.xy + 1.; color = a;
            || if (i > 0) { if (j > 0) { color = vec4(1); } else { color = vec4(2); if (i > 5) color.x = 6.; } } else { color = vec4(3); while (color.x < float(-i)) color.x += 2.; }
            """;

    static final String DATA = """
            || float a[3] = float[](x, y, 1.); color = vec4(a[0], a[1], a[2], a.length());
            || vec2 a[2]; a[0] = p; a[1] = p.yx; a[i & 1] += 10.; color = vec4(a[0], a[1]);
            || float a[8]; for (int k = 0; k < 8; k++) a[k] = float(k * k); color = vec4(a[i & 7], a[j & 7], a[(i + j) & 7], a[many]);
            || int a[4] = int[4](1, 2, 3, 4); a[i & 3] = 9; a[j & 3] *= 2; a[2]++; color = vec4(a[0], a[1], a[2], a[3]);
            || vec4 a = vec4(p, 1, 2); vec4 b = vec4(a[i & 3], a[0], a[many], 0); b[j & 3] = 7.; color = b;
            || mat3 m = turn; m[i & 1][j & 1] = 5.; color = vec4(m[0] + m[1], m[abs(i) % 3][2]);
            struct S { float a; vec2 b; int c; }; || S s = S(x, p, 3); s.b.x += 1.; s.c++; color = vec4(s.a, s.b, s.c);
            struct S { vec2 a[2]; mat2 m; }; struct T { S s; float k; }; || T t; t.s.a[0] = p; t.s.a[1] = p.yx; t.s.m = mat2(p, p); t.k = 2.; T o = t; o.s.a[i & 1].y = 4.; color = vec4(o.s.a[0], o.s.a[1]) * o.k + t.s.m[1].x;
            struct S { float a; vec2 b; }; S f(S s, float k) { s.a *= k; s.b += k; return s; } || S s = f(S(x, p), 2.); S r = f(s, 3.); color = vec4(r.a, r.b, s.a);
            struct S { float a; int b; }; || S s = S(x, i), t = S(x, j); color = vec4(s == t ? 1 : 0, s != t ? 1 : 0, s == S(x, i), 0);
            struct S { vec3 c; }; || S a[3] = S[3](S(vec3(1)), S(vec3(p, 2)), S(vec3(3))); a[(i + 32) % 3].c.z = y; color = vec4(a[0].c.z, a[1].c.yz, a[2].c.z);
            struct { float a; } s; || s.a = x; color = vec4(s.a);
            || float a[3] = float[](1., 2., 3.), b[3] = float[](1., 2., x); color = vec4(a == b ? 1 : 0, a != b ? 1 : 0, 0, 0); b = a; color.z = b[2];
            float sum(float a[4]) { float s = 0.; for (int k = 0; k < a.length(); k++) s += a[k]; return s; } || color = vec4(sum(float[4](x, y, 1., 2.)), sum(float[](1., 2., 3., x)), 0, 0);
            float[2] f(float a) { return float[2](a, a * 2.); } || float[2] a = f(x); float b[2] = f(y); color = vec4(a[0], a[1], b[0], f(3.)[1]);
            vec4(p.x, p.yx, p.y).wzyx
            vec4(vec4(p, 1, 2).rgba.bgr, vec3(p, 4).stp.p)
            vec4(p.xxyy) + vec4(1, 2, 3, 4).wwxx
            || color = vec4(0); color.xy = p; color.zw = p.yx; color.wx += 1.; color.ba *= 2.; color.g = 5.;
            || vec3 a = vec3(p, 1); a.zx = a.xz; a.yz -= a.zy; color = vec4(a, a.z);
            vec4(list[0], list[4], list[abs(i) % 5], list[many])
            vec4(speed, tint)
            vec4(turn[0].x, turn[1][2], turn[abs(j) % 3].y, tint[abs(i) % 3])
            """;

    static final String TEXTURES = """
            texture(tex, uv)
            texture(tex, uv * 3. - 1.)
            texture(tex, p * .1 + .5, 0.)
            textureLod(tex, uv * 1.2, 0.)
            textureGrad(tex, uv, vec2(.01, 0), vec2(0, .01))
            textureProj(tex, vec3(uv * 2., 2.)) + textureProj(tex, vec4(uv * 3., 0, 3.))
            textureProjLod(tex, vec3(uv * 1.5, 2.), 0.)
            texelFetch(tex, ivec2(i & 7, j & 3), 0)
            texelFetchOffset(tex, ivec2(i & 3, j & 3), 0, ivec2(2, 1))
            textureOffset(tex, uv, ivec2(1, -2)) - textureLodOffset(tex, uv, 0., ivec2(-1, 0))
            textureProjOffset(tex, vec3(uv, 1), ivec2(1, 1))
            vec4(textureSize(tex, 0), 1. / vec2(textureSize(tex, 0)))
            vec4 get(sampler2D s, vec2 at) { return texture(s, at.yx) * 2.; } || color = get(tex, uv);
            || color = vec4(0); for (int a = -2; a <= 2; a++) for (int b = -2; b <= 2; b++) color += texture(tex, uv + vec2(a, b) * .03) / 25.;
            || color = vec4(0); if (x > 0.) color = texture(tex, uv); else color = texelFetch(tex, ivec2(0), 0);
            """;

    static final String SPACE = """
            vec4(gl_FragCoord.xy, gl_FragCoord.w, uv.x)
            vec4(dFdx(x), dFdy(y), dFdx(y), dFdy(x))
            vec4(fwidth(x + y), dFdx(p * 3.), fwidth(p.y * 2.))
            vec4(gl_FrontFacing ? 1 : 0, gl_FragCoord.x - floor(gl_FragCoord.x), 0, 1)
            """;

    static final String PREPROCESSOR = """
            \\n#define A 3.\\n#define F(a, b) ((a) * A + (b))\\n || color = vec4(F(x, y), F(1., F(x, 2.)), A, 0);
            \\n#define ON 1\\n#if ON && defined(ON) && !defined OFF\\nconst float K = 1.;\\n#elif 1\\nconst float K = 2.;\\n#else\\nwrong\\n#endif\\n || color = vec4(K);
            \\n#ifdef NOTHING\\n#error no\\n#else\\n#define B x\\n#endif\\n#undef NOTHING\\n#ifndef B\\nwrong\\n#endif\\n || color = vec4(B);
            \\n#if (3 * 4 + 1 == 13) && (7 / 2 == 3) && (1 << 3 > 7) && (5 % 3 == 2) && ~0 == -1\\n#define OK 1.\\n#else\\n#define OK 0.\\n#endif\\n || color = vec4(OK);
            \\n#define TWICE(f) f(f(x))\\nfloat sq(float a) { return a * a; }\\n || color = vec4(TWICE(sq));
            \\n#define EMPTY\\n#define LONG(a) a * \\\\\\n a\\n || EMPTY color = vec4(LONG(x)) EMPTY;
            \\n#define speed speed + 1.\\n || color = vec4(speed);
            \\n#define f(x) x\\n#define g f\\n || color = vec4(g(x), g (y), __VERSION__, GL_ES);
            || /* a comment\\n over lines */ color = vec4(x); // and one to the end
            \\n#pragma debug(off)\\n#line 100\\n || color = vec4(y);
            """;

    static final String WHOLE = """
            float hash(uvec2 k) { k *= uvec2(1597334677u, 3812015801u); uint n = (k.x ^ k.y) * 1597334677u; return float(n >> 8) / 16777216.; } || color = vec4(hash(uvec2(u, v)), hash(uvec2(v, u)), 0, 1);
            mat2 rot(float a) { float c = cos(a), s = sin(a); return mat2(c, s, -s, c); } || vec2 q = p; for (int k = 0; k < 5; k++) { q = abs(q) - .7; q *= rot(.6); } color = vec4(q, length(q), 1);
            float map(vec3 q) { return min(length(q) - 1., q.y + .8); } || vec3 o = vec3(0, .3, -3), d = normalize(vec3(p * .3, 1)); float t = 0.; int k; for (k = 0; k < 60; k++) { float s = map(o + d * t); if (s < .01 || t > 20.) break; t += s; } color = vec4(min(t, 21.) * .1);
            || vec2 z = p * .4, c = vec2(-.4, .6); float n = 0.; for (int k = 0; k < 24; k++) { if (dot(z, z) > 16.) break; z = vec2(z.x * z.x - z.y * z.y, 2. * z.x * z.y) + c; n += 1.; } color = vec4(n / 24.);
            float tile(vec2 q) { vec2 g = fract(q) - .5; return max(abs(g.x), abs(g.y)); } || color = vec4(smoothstep(.2, .4, tile(p)), tile(p * .7), step(.3, tile(p.yx)), 1);
            vec3 pal(float t) { return .5 + .5 * cos(6.28318 * (vec3(1, .7, .4) * t + vec3(0, .15, .2))); } || color = vec4(pal(length(p) * .3 - atan(y, x) / 6.28318), 1);
            || float m = 1e9; int best = -1; for (int k = 0; k < 7; k++) { vec2 c = vec2(sin(float(k) * 2.4), cos(float(k) * 2.4)) * float(k) * .5; float d = distance(p, c); if (d < m) { m = d; best = k; } } color = vec4(m, best, 0, 1);
            || float a[16]; for (int k = 0; k < 16; k++) a[k] = mod(float(k * 7 + i + 20), 16.); for (int k = 1; k < 16; k++) { float t = a[k]; int q = k - 1; while (q >= 0 && a[q] > t) { a[q + 1] = a[q]; q--; } a[q + 1] = t; } color = vec4(a[0], a[5], a[10], a[15]);
            """;

    /** A whole shader of a line. */
    static String shader(String line) {
        String text = line.replace("\\n", "\n").replace("\\\\", "\\");
        int bars = text.indexOf("|| ");
        if (bars >= 0 && (bars == 0 || text.substring(0, bars).matches("(?s).*[;}\\n] *"))) {
            return HEAD + text.substring(0, bars) + "\n" + BEGIN + text.substring(bars + 3) + "\n}\n";
        }
        return HEAD + BEGIN + "color = " + text + ";\n}\n";
    }

    static List<String> lines() {
        List<String> all = new ArrayList<>();
        for (String group : List.of(
                FUNCTIONS,
                MATRICES,
                INTEGERS,
                CONVERSIONS,
                COMPARISONS,
                CONTROL,
                DATA,
                TEXTURES,
                SPACE,
                PREPROCESSOR,
                WHOLE)) {
            group.lines().map(String::strip).filter(l -> !l.isEmpty()).forEach(all::add);
        }
        return all;
    }
}
