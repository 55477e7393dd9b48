/**
 * A compiler and a machine for fragment shaders in GLSL ES 3.00 (The OpenGL ES Shading Language, version 3.00.6).
 *
 * <p>{@link gloaming.shader.Shader} is the door. {@link gloaming.shader.Preprocessor} makes tokens of text,
 * {@link gloaming.shader.Parser} a typed tree of tokens, {@link gloaming.shader.Lowering} scalar instructions of the tree,
 * {@link gloaming.shader.Shaping} a program of those, and {@link gloaming.shader.Machine} runs the program over many pixels at
 * once: each instruction works on a strip of some hundred pixels before the next one does, so that a new shader runs at full
 * speed from its first frame, with kernels that the JVM compiled long ago (vectorised interpretation: Boncz, Zukowski, Nes
 * 2005). Chapters named in comments are those of the standard.
 */
package gloaming.shader;
