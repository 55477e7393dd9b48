package gloaming.shader;

import gloaming.shader.Type.Base;
import gloaming.shader.Type.Numeric;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/**
 * The built-in functions that the machine knows by itself (chapter 8); the others are written in the language and stand in
 * {@code prelude.glsl}.
 *
 * <p>A signature is the type it gives, an equals sign and the types it takes, a letter each: F float, i int, u uint, b bool; G, I,
 * U, B the scalar or vectors of those, all of one length; V, J, K, L only vectors; M a matrix, T the transposed one; S a
 * sampler; a digit a vector of floats of that length, p an ivec2.
 */
final class BuiltIns {
    private static final Map<String, String[]> SIGNATURES = new HashMap<>();

    static {
        for (String name : List.of(
                "radians",
                "degrees",
                "sin",
                "cos",
                "tan",
                "asin",
                "acos",
                "exp",
                "log",
                "exp2",
                "log2",
                "sqrt",
                "inversesqrt",
                "floor",
                "trunc",
                "round",
                "roundEven",
                "ceil",
                "fract",
                "normalize",
                "dFdx",
                "dFdy",
                "fwidth")) {
            put(name, "G=G");
        }
        put("atan", "G=GG", "G=G");
        put("pow", "G=GG");
        put("abs", "G=G", "I=I");
        put("sign", "G=G", "I=I");
        put("mod", "G=GG", "G=GF");
        for (String name : List.of("min", "max")) put(name, "G=GG", "G=GF", "I=II", "I=Ii", "U=UU", "U=Uu");
        put("clamp", "G=GGG", "G=GFF", "I=III", "I=Iii", "U=UUU", "U=Uuu");
        put("mix", "G=GGG", "G=GGF", "G=GGB");
        put("step", "G=GG", "G=FG");
        put("smoothstep", "G=GGG", "G=FFG");
        put("isnan", "B=G");
        put("isinf", "B=G");
        put("floatBitsToInt", "I=G");
        put("floatBitsToUint", "U=G");
        put("intBitsToFloat", "G=I");
        put("uintBitsToFloat", "G=U");
        put("length", "F=G");
        put("distance", "F=GG");
        put("dot", "F=GG");
        put("matrixCompMult", "M=MM");
        put("transpose", "T=M");
        for (String name : List.of("lessThan", "lessThanEqual", "greaterThan", "greaterThanEqual")) {
            put(name, "L=VV", "L=JJ", "L=KK");
        }
        for (String name : List.of("equal", "notEqual")) put(name, "L=VV", "L=JJ", "L=KK", "L=LL");
        put("any", "b=L");
        put("all", "b=L");
        put("not", "L=L");
        put("textureSize", "p=Si");
        put("texture", "4=S2", "4=S2F");
        put("texture2D", "4=S2", "4=S2F");
        put("textureLod", "4=S2F");
        put("texture2DLod", "4=S2F");
        put("texture2DLodEXT", "4=S2F");
        put("textureGrad", "4=S222");
        put("textureProj", "4=S3", "4=S4", "4=S3F", "4=S4F");
        put("texture2DProj", "4=S3", "4=S4", "4=S3F", "4=S4F");
        put("textureProjLod", "4=S3F", "4=S4F");
        put("texture2DProjLod", "4=S3F", "4=S4F");
        put("textureOffset", "4=S2p", "4=S2pF");
        put("textureLodOffset", "4=S2Fp");
        put("textureProjOffset", "4=S3p", "4=S4p", "4=S3pF", "4=S4pF");
        put("textureProjLodOffset", "4=S3Fp", "4=S4Fp");
        put("textureGradOffset", "4=S222p");
        put("textureProjGrad", "4=S322", "4=S422");
        put("textureProjGradOffset", "4=S322p", "4=S422p");
        put("texelFetch", "4=Spi");
        put("texelFetchOffset", "4=Spip");
    }

    private BuiltIns() {}

    private static void put(String name, String... signatures) {
        SIGNATURES.put(name, signatures);
    }

    static Stream<String> names() {
        return SIGNATURES.keySet().stream();
    }

    static boolean has(String name) {
        return SIGNATURES.containsKey(name);
    }

    /** What a call gives, or null when no signature takes these. */
    static Type gives(String name, List<Type> arguments) {
        for (String signature : SIGNATURES.get(name)) {
            Type type = match(signature, arguments);
            if (type != null) return type;
        }
        return null;
    }

    private static Type match(String signature, List<Type> arguments) {
        if (arguments.size() != signature.length() - 2) return null;
        int rows = 0;
        Numeric matrix = null;
        for (int i = 0; i < arguments.size(); i++) {
            char letter = signature.charAt(2 + i);
            Type type = arguments.get(i);
            if (letter == 'S') {
                if (!(type instanceof Type.Sampler)) return null;
                continue;
            }
            if (!(type instanceof Numeric n)) return null;
            if (letter == 'M') {
                if (!n.matrix() || matrix != null && !n.equals(matrix)) return null;
                matrix = n;
                continue;
            }
            Numeric fixed = fixed(letter);
            if (fixed != null) {
                if (!n.equals(fixed)) return null;
                continue;
            }
            if (n.matrix() || n.base() != base(letter) || "VJKL".indexOf(letter) >= 0 && n.scalar()) return null;
            if (rows != 0 && n.rows() != rows) return null;
            rows = n.rows();
        }
        char gives = signature.charAt(0);
        if (gives == 'M') return matrix;
        if (gives == 'T') return new Numeric(Base.FLOAT, matrix.rows(), matrix.columns());
        Numeric fixed = fixed(gives);
        return fixed != null ? fixed : new Numeric(base(gives), 1, rows);
    }

    private static Numeric fixed(char letter) {
        return switch (letter) {
            case 'F' -> Type.FLOAT;
            case 'i' -> Type.INT;
            case 'u' -> Type.UINT;
            case 'b' -> Type.BOOL;
            case 'p' -> Type.vector(Base.INT, 2);
            case '2', '3', '4' -> Type.vector(Base.FLOAT, letter - '0');
            default -> null;
        };
    }

    private static Base base(char letter) {
        return switch (letter) {
            case 'I', 'J' -> Base.INT;
            case 'U', 'K' -> Base.UINT;
            case 'B', 'L' -> Base.BOOL;
            default -> Base.FLOAT;
        };
    }
}
