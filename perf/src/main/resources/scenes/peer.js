// The same scene by WebGL 2: instanced triangles, suns and spots with shadow maps, the metal-rough model; drawn whole in every frame.
const [corners, normals, indices, copies, lamps, width, height, shadowSize, bends, relief] = arguments;
const canvas = document.createElement('canvas');
canvas.width = width;
canvas.height = height;
const gl = canvas.getContext('webgl2', { antialias: false });
if (!gl || !gl.getExtension('EXT_color_buffer_float')) return 'no floats';
const compile = (kind, text) => {
  const s = gl.createShader(kind);
  gl.shaderSource(s, text);
  gl.compileShader(s);
  if (!gl.getShaderParameter(s, gl.COMPILE_STATUS)) throw new Error(gl.getShaderInfoLog(s));
  return s;
};
const link = (vertex, fragment) => {
  const p = gl.createProgram();
  gl.attachShader(p, compile(gl.VERTEX_SHADER, vertex));
  gl.attachShader(p, compile(gl.FRAGMENT_SHADER, fragment));
  ['corner', 'normal', 'copy'].forEach((name, i) => gl.bindAttribLocation(p, i, name));
  gl.linkProgram(p);
  if (!gl.getProgramParameter(p, gl.LINK_STATUS)) throw new Error(gl.getProgramInfoLog(p));
  return p;
};
const n = lamps.length;
// Two bones, the second turned at each copy's own moment.
const posed = `uniform float time;
vec3 posed(vec3 p, float y) {
  ${bends ? `float angle = 0.8 * sin(6.2831853 * (time + float(gl_InstanceID % 32) / 32.0));
  float c = cos(angle), s = sin(angle);
  return mix(p, vec3(c * p.x - s * p.y, s * p.x + c * p.y, p.z), clamp(0.5 + y, 0.0, 1.0));` : 'return p;'}
}`;
const deep = link(`#version 300 es
in vec3 corner; in vec4 copy; uniform mat4 view;
${posed}
void main() { gl_Position = view * vec4(posed(corner, corner.y) * copy.w + copy.xyz, 1.0); }`, `#version 300 es
precision highp float; void main() {}`);
// As the spots of the scene.
const cone = ['0.8', '0.7'];
const lit = link(`#version 300 es
in vec3 corner; in vec3 normal; in vec4 copy; uniform mat4 view; out vec3 at; out vec3 facing;
${posed}
void main() { at = posed(corner, corner.y) * copy.w + copy.xyz; facing = posed(normal, corner.y); gl_Position = view * vec4(at, 1.0); }`, `#version 300 es
precision highp float; precision highp sampler2DShadow;
in vec3 at; in vec3 facing; out vec4 colour;
uniform vec3 eye; uniform vec4 lamp[${n}]; uniform vec4 beam[${n}]; uniform mat4 lightView[${n}]; uniform sampler2DShadow map[${n}];
const vec3 base = vec3(0.6, 0.5, 0.4); const float rough = 0.5;
vec2 spiral(int i, float turn) { float r = sqrt((float(i) + 0.5) / 16.0); float a = float(i) * 2.3999632 + turn; return r * vec2(cos(a), sin(a)); }
float lightOf(int l, sampler2DShadow m, vec3 n) {
  vec4 q = lightView[l] * vec4(at + n * 0.01, 1.0);
  vec3 p = q.xyz / q.w * 0.5 + 0.5;
  float turn = 6.2831853 * fract(52.9829189 * fract(dot(gl_FragCoord.xy, vec2(0.06711056, 0.00583715))));
  float sum = 0.0;
  for (int i = 0; i < 16; i++) sum += texture(m, vec3(p.xy + spiral(i, turn) * 2.0 / ${shadowSize}.0, p.z - 0.0005));
  return sum / 16.0;
}
vec3 towards(int l) { return lamp[l].w > 0.5 ? lamp[l].xyz - at : lamp[l].xyz; }
float fall(int l, vec3 way) {
  float cone = smoothstep(${cone[1]}, ${cone[0]}, dot(-normalize(way), beam[l].xyz));
  return beam[l].w * (lamp[l].w > 0.5 ? cone / dot(way, way) : 1.0);
}
vec3 shade(int l, float reach, vec3 n, vec3 v) {
  vec3 d = normalize(towards(l)); vec3 h = normalize(d + v);
  float nl = max(dot(n, d), 0.0), nv = max(dot(n, v), 1e-4), nh = max(dot(n, h), 0.0), vh = max(dot(v, h), 0.0);
  float a2 = pow(rough, 4.0); float k = nh * nh * (a2 - 1.0) + 1.0;
  float mask = nl * sqrt(nv * nv * (1.0 - a2) + a2) + nv * sqrt(nl * nl * (1.0 - a2) + a2);
  float f = 0.04 + 0.96 * pow(1.0 - vh, 5.0);
  return reach * (base * nl * (1.0 - f) + f * a2 * nl * 0.5 / (k * k * max(mask, 1e-6)));
}
${relief ? `uniform sampler2D heights;
const vec2 size = vec2(${relief.across.toFixed(4)}, ${relief.up.toFixed(4)}); const float deep = ${relief.deep.toFixed(4)};
float top(vec2 uv) { return texture(heights, uv).r; }
vec2 carved(vec3 v, out float height) {
  vec2 uv = at.xy / size + 0.5, d = -v.xy / max(v.z, 0.05) * deep / size;
  float b = 1.0;
  for (int i = 1; i <= 32; i++) { float t = float(i) / 32.0; if (1.0 - top(uv + d * t) <= t) { b = t; break; } }
  float a = b - 1.0 / 32.0;
  for (int i = 0; i < 6; i++) { float t = (a + b) * 0.5; if (1.0 - top(uv + d * t) <= t) b = t; else a = t; }
  height = 1.0 - b;
  return uv + d * b;
}
vec3 turned(vec2 uv) {
  vec2 e = 0.75 / vec2(textureSize(heights, 0));
  float u = (top(uv + vec2(e.x, 0.0)) - top(uv - vec2(e.x, 0.0))) / (2.0 * e.x) * deep / size.x;
  float w = (top(uv + vec2(0.0, e.y)) - top(uv - vec2(0.0, e.y))) / (2.0 * e.y) * deep / size.y;
  return normalize(vec3(-u, -w, 1.0));
}
float open(vec2 uv, float height, vec3 way) {
  vec3 l = normalize(way); float most = 0.0;
  vec2 d = l.xy / max(l.z, 0.05) * deep / size;
  for (int s = 1; s <= 14; s++) {
    float part = float(s * s) / 196.0, rise = (1.0 - height) * part;
    most = max(most, top(uv + d * rise) - height - rise - 0.01);
  }
  return max(0.0, 1.0 - 10.0 * most);
}` : ''}
void main() {
  vec3 n = normalize(facing), v = normalize(eye - at);
  ${relief ? 'float height; vec2 uv = carved(v, height); n = turned(uv);' : ''}
  vec3 sum = base * (0.1 + 0.05 * n.y);
  ${lamps.map((_, l) => `{ vec3 way = towards(${l}); float f = fall(${l}, way);
    if (f > 0.0 && dot(n, way) > 0.0) sum += f * ${relief ? 'open(uv, height, way) *' : ''} shade(${l}, lightOf(${l}, map[${l}], n), n, v); }`).join('\n  ')}
  colour = vec4(sum, 1.0);
}`);
const buffer = (kind, data) => {
  gl.bindBuffer(kind, gl.createBuffer());
  gl.bufferData(kind, data, gl.STATIC_DRAW);
};
const attribute = (at, size, data, each) => {
  buffer(gl.ARRAY_BUFFER, data);
  gl.enableVertexAttribArray(at);
  gl.vertexAttribPointer(at, size, gl.FLOAT, false, 0, 0);
  gl.vertexAttribDivisor(at, each);
};
attribute(0, 3, new Float32Array(corners), 0);
attribute(1, 3, new Float32Array(normals), 0);
attribute(2, 4, new Float32Array(copies), 1);
buffer(gl.ELEMENT_ARRAY_BUFFER, new Uint32Array(indices));
const maps = lamps.map((_, i) => {
  const t = gl.createTexture();
  gl.activeTexture(gl.TEXTURE0 + i);
  gl.bindTexture(gl.TEXTURE_2D, t);
  gl.texStorage2D(gl.TEXTURE_2D, 1, gl.DEPTH_COMPONENT32F, shadowSize, shadowSize);
  for (const [k, value] of [[gl.TEXTURE_COMPARE_MODE, gl.COMPARE_REF_TO_TEXTURE], [gl.TEXTURE_COMPARE_FUNC, gl.LEQUAL],
    [gl.TEXTURE_MIN_FILTER, gl.NEAREST], [gl.TEXTURE_MAG_FILTER, gl.NEAREST]]) gl.texParameteri(gl.TEXTURE_2D, k, value);
  const f = gl.createFramebuffer();
  gl.bindFramebuffer(gl.FRAMEBUFFER, f);
  gl.framebufferTexture2D(gl.FRAMEBUFFER, gl.DEPTH_ATTACHMENT, gl.TEXTURE_2D, t, 0);
  return f;
});
if (relief) {
  gl.activeTexture(gl.TEXTURE0 + n);
  gl.bindTexture(gl.TEXTURE_2D, gl.createTexture());
  gl.texImage2D(gl.TEXTURE_2D, 0, gl.R8, relief.width, relief.height, 0, gl.RED, gl.UNSIGNED_BYTE, new Uint8Array(relief.heights));
  for (const [k, value] of [[gl.TEXTURE_MIN_FILTER, gl.LINEAR], [gl.TEXTURE_MAG_FILTER, gl.LINEAR], [gl.TEXTURE_WRAP_S, gl.CLAMP_TO_EDGE],
    [gl.TEXTURE_WRAP_T, gl.CLAMP_TO_EDGE]]) gl.texParameteri(gl.TEXTURE_2D, k, value);
}
const target = gl.createFramebuffer();
gl.bindFramebuffer(gl.FRAMEBUFFER, target);
const colour = gl.createRenderbuffer();
gl.bindRenderbuffer(gl.RENDERBUFFER, colour);
gl.renderbufferStorage(gl.RENDERBUFFER, gl.RGBA16F, width, height);
gl.framebufferRenderbuffer(gl.FRAMEBUFFER, gl.COLOR_ATTACHMENT0, gl.RENDERBUFFER, colour);
const depth = gl.createRenderbuffer();
gl.bindRenderbuffer(gl.RENDERBUFFER, depth);
gl.renderbufferStorage(gl.RENDERBUFFER, gl.DEPTH_COMPONENT32F, width, height);
gl.framebufferRenderbuffer(gl.FRAMEBUFFER, gl.DEPTH_ATTACHMENT, gl.RENDERBUFFER, depth);
gl.enable(gl.DEPTH_TEST);
gl.enable(gl.CULL_FACE);
const count = copies.length / 4;
window.sceneFrame = (view, eye, lights, time) => {
  const begun = performance.now();
  gl.useProgram(deep);
  gl.uniform1f(gl.getUniformLocation(deep, 'time'), time);
  gl.viewport(0, 0, shadowSize, shadowSize);
  lights.forEach((m, i) => {
    gl.bindFramebuffer(gl.FRAMEBUFFER, maps[i]);
    gl.clear(gl.DEPTH_BUFFER_BIT);
    gl.uniformMatrix4fv(gl.getUniformLocation(deep, 'view'), false, m);
    gl.drawElementsInstanced(gl.TRIANGLES, indices.length, gl.UNSIGNED_INT, 0, count);
  });
  gl.useProgram(lit);
  gl.bindFramebuffer(gl.FRAMEBUFFER, target);
  gl.viewport(0, 0, width, height);
  gl.clearColor(0, 0, 0, 0);
  gl.clear(gl.COLOR_BUFFER_BIT | gl.DEPTH_BUFFER_BIT);
  gl.uniformMatrix4fv(gl.getUniformLocation(lit, 'view'), false, view);
  gl.uniform3fv(gl.getUniformLocation(lit, 'eye'), eye);
  gl.uniform1f(gl.getUniformLocation(lit, 'time'), time);
  gl.uniform4fv(gl.getUniformLocation(lit, 'lamp'), lamps.flatMap((l) => l.slice(0, 4)));
  gl.uniform4fv(gl.getUniformLocation(lit, 'beam'), lamps.flatMap((l) => l.slice(4)));
  gl.uniformMatrix4fv(gl.getUniformLocation(lit, 'lightView'), false, lights.flat());
  gl.uniform1iv(gl.getUniformLocation(lit, 'map'), lamps.map((_, i) => i));
  if (relief) gl.uniform1i(gl.getUniformLocation(lit, 'heights'), n);
  gl.drawElementsInstanced(gl.TRIANGLES, indices.length, gl.UNSIGNED_INT, 0, count);
  const pixel = new Float32Array(4);
  gl.readPixels(width / 2, height / 2, 1, 1, gl.RGBA, gl.FLOAT, pixel);
  return [performance.now() - begun, ...pixel];
};
return '';
