package gloaming.shader;

import java.util.List;
import java.util.Map;
import java.util.Set;

/** Walks along the tokens. */
class TextureReading {
    private static final int DEPTH = 150;
    private static final Set<String> KEYWORDS =
            Set.of(("attribute varying const uniform layout centroid flat smooth break continue do for"
                            + " while switch case default if else in out inout true false invariant discard return lowp mediump highp"
                            + " precision struct float int uint bool void vec2 vec3 vec4 ivec2 ivec3 ivec4 uvec2 uvec3 uvec4 bvec2 bvec3"
                            + " bvec4 mat2 mat3 mat4 mat2x2 mat2x3 mat2x4 mat3x2 mat3x3 mat3x4 mat4x2 mat4x3 mat4x4 sampler2D")
                    .split(" "));
    /** Words the standard keeps for itself (chapter 3.8), and samplers that this machine has no textures for. */
    private static final Set<String> RESERVED =
            Set.of(("asm class union enum typedef template this goto inline noinline"
                            + " volatile public static extern external interface long short half fixed unsigned superp input output"
                            + " hvec2 hvec3 hvec4 dvec2 dvec3 dvec4 fvec2 fvec3 fvec4 double sizeof cast namespace using coherent"
                            + " restrict readonly writeonly resource atomic_uint noperspective patch sample subroutine common partition"
                            + " active filter sampler1D sampler3DRect sampler2DRect")
                    .split(" "));

    private static final Map<String, String> ABSENT = Map.of(
            "sampler3D",
            "three-dimensional textures",
            "samplerCube",
            "cube textures",
            "sampler2DArray",
            "texture arrays",
            "sampler2DShadow",
            "shadow textures",
            "isampler2D",
            "textures of integers",
            "usampler2D",
            "textures of integers");

    private final List<Token> tokens;
    private int at;
    private int depth;

    TextureReading(List<Token> tokens) {
        this.tokens = tokens;
    }

    final Token peek() {
        return tokens.get(at);
    }

    final Token ahead(int by) {
        return tokens.get(Math.min(at + by, tokens.size() - 1));
    }

    final Token next() {
        Token token = tokens.get(at);
        if (at < tokens.size() - 1) at++;
        return token;
    }

    final boolean done() {
        return peek().kind() == Token.Kind.END;
    }

    final boolean take(String word) {
        if (!peek().is(word)) return false;
        next();
        return true;
    }

    final Token need(String word) {
        if (peek().is(word)) return next();
        throw unexpected(peek());
    }

    final Problem.Found unexpected(Token token) {
        return Problem.Found.at(
                token,
                token.kind() == Token.Kind.END
                        ? "syntax error, unexpected end of file"
                        : "'" + token.text() + "' : syntax error");
    }

    /** A name of the shader's own. */
    final Token name() {
        Token token = peek();
        if (token.kind() != Token.Kind.NAME || KEYWORDS.contains(token.text())) throw unexpected(token);
        if (RESERVED.contains(token.text()))
            throw Problem.Found.at(token, "'" + token.text() + "' : Illegal use of reserved word");
        String absent = ABSENT.get(token.text());
        if (absent != null)
            throw Problem.Found.at(token, "'" + token.text() + "' : there are no " + absent + " here; use sampler2D");
        return next();
    }

    final void declarable(Token name) {
        if (name.text().startsWith("gl_")) {
            throw Problem.Found.at(name, "'" + name.text() + "' : identifiers starting with \"gl_\" are reserved");
        }
        if (name.text().length() > 1024) throw Problem.Found.at(name, "identifier is longer than 1024 characters");
    }

    final void deeper() {
        if (++depth > DEPTH) throw Problem.Found.at(peek(), "expression or statement is nested too deep");
    }

    final void up() {
        depth--;
    }

    /** Goes on behind the statement that went wrong. */
    final void recover(int since) {
        depth = 0;
        if (at == since) next();
        int braces = 0;
        while (!done()) {
            if (peek().is("{")) braces++;
            if (peek().is("}") && braces-- <= 0) return;
            boolean end = peek().is(";") && braces == 0;
            next();
            if (end) return;
        }
    }

    final int place() {
        return at;
    }
}
