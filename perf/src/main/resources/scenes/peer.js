// The same scene by WebGL 2: instanced triangles, suns with shadow maps, the metal-rough model; drawn whole in every frame.
const [corners, normals, indices, copies, suns, width, height, shadowSize] = arguments;
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
const n = suns.length;
const deep = link(`#version 300 es
in vec3 corner; in vec4 copy; uniform mat4 view;
void main() { gl_Position = view * vec4(corner * copy.w + copy.xyz, 1.0); }`, `#version 300 es
precision highp float; void main() {}`);
const lit = link(`#version 300 es
in vec3 corner; in vec3 normal; in vec4 copy; uniform mat4 view; out vec3 at; out vec3 facing;
void main() { at = corner * copy.w + copy.xyz; facing = normal; gl_Position = view * vec4(at, 1.0); }`, `#version 300 es
precision highp float; precision highp sampler2DShadow;
in vec3 at; in vec3 facing; out vec4 colour;
uniform vec3 eye; uniform vec3 sun[${n}]; uniform mat4 lightView[${n}]; uniform sampler2DShadow map[${n}];
const vec3 base = vec3(0.6, 0.5, 0.4); const float rough = 0.5;
vec2 spiral(int i, float turn) { float r = sqrt((float(i) + 0.5) / 16.0); float a = float(i) * 2.3999632 + turn; return r * vec2(cos(a), sin(a)); }
float lightOf(int l, sampler2DShadow m, vec3 n) {
  vec3 p = (lightView[l] * vec4(at + n * 0.01, 1.0)).xyz * 0.5 + 0.5;
  float turn = 6.2831853 * fract(52.9829189 * fract(dot(gl_FragCoord.xy, vec2(0.06711056, 0.00583715))));
  float sum = 0.0;
  for (int i = 0; i < 16; i++) sum += texture(m, vec3(p.xy + spiral(i, turn) * 2.0 / ${shadowSize}.0, p.z - 0.0005));
  return sum / 16.0;
}
vec3 shade(int l, float reach, vec3 n, vec3 v) {
  vec3 d = sun[l]; vec3 h = normalize(d + v);
  float nl = max(dot(n, d), 0.0), nv = max(dot(n, v), 1e-4), nh = max(dot(n, h), 0.0), vh = max(dot(v, h), 0.0);
  float a2 = pow(rough, 4.0); float k = nh * nh * (a2 - 1.0) + 1.0;
  float mask = nl * sqrt(nv * nv * (1.0 - a2) + a2) + nv * sqrt(nl * nl * (1.0 - a2) + a2);
  float f = 0.04 + 0.96 * pow(1.0 - vh, 5.0);
  return reach * (base * nl * (1.0 - f) + f * a2 * nl * 0.5 / (k * k * max(mask, 1e-6)));
}
void main() {
  vec3 n = normalize(facing), v = normalize(eye - at);
  vec3 sum = base * (0.1 + 0.05 * n.y);
  ${suns.map((_, l) => `if (dot(n, sun[${l}]) > 0.0) sum += shade(${l}, lightOf(${l}, map[${l}], n), n, v);`).join('\n  ')}
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
const maps = suns.map((_, i) => {
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
window.sceneFrame = (view, eye, lights) => {
  const begun = performance.now();
  gl.useProgram(deep);
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
  gl.uniform3fv(gl.getUniformLocation(lit, 'sun'), suns.flat());
  gl.uniformMatrix4fv(gl.getUniformLocation(lit, 'lightView'), false, lights.flat());
  gl.uniform1iv(gl.getUniformLocation(lit, 'map'), suns.map((_, i) => i));
  gl.drawElementsInstanced(gl.TRIANGLES, indices.length, gl.UNSIGNED_INT, 0, count);
  const pixel = new Float32Array(4);
  gl.readPixels(width / 2, height / 2, 1, 1, gl.RGBA, gl.FLOAT, pixel);
  return [performance.now() - begun, ...pixel];
};
return '';
