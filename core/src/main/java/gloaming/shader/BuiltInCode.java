package gloaming.shader;

import gloaming.shader.Code.Reg;
import gloaming.shader.Type.Base;
import gloaming.shader.Type.Numeric;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.BinaryOperator;

/** The instructions of the built-in functions that are not in the prelude (chapter 8). */
final class BuiltInCode {
    private static final Map<String, Op> SIMPLE = Map.ofEntries(
            Map.entry("sin", Op.SIN),
            Map.entry("cos", Op.COS),
            Map.entry("exp2", Op.EXP2),
            Map.entry("log2", Op.LOG2),
            Map.entry("sqrt", Op.SQRT),
            Map.entry("inversesqrt", Op.RSQRT),
            Map.entry("floor", Op.FLOOR),
            Map.entry("trunc", Op.TRUNC),
            Map.entry("round", Op.ROUND),
            Map.entry("roundEven", Op.ROUND),
            Map.entry("ceil", Op.CEIL),
            Map.entry("fract", Op.FRACT),
            Map.entry("dFdx", Op.DX),
            Map.entry("dFdy", Op.DY),
            Map.entry("floatBitsToInt", Op.BITS_OF),
            Map.entry("floatBitsToUint", Op.BITS_OF),
            Map.entry("intBitsToFloat", Op.OF_BITS),
            Map.entry("uintBitsToFloat", Op.OF_BITS),
            Map.entry("mod", Op.MOD),
            Map.entry("not", Op.NOT));
    private static final Set<String> LIGHT = Set.of(
            "abs", "sign", "floor", "fract", "ceil", "min", "max", "clamp", "mix", "step", "dot", "radians", "degrees",
            "round", "trunc");

    private final Emitter out;

    BuiltInCode(Emitter out) {
        this.out = out;
    }

    /** Whether it comes to a few instructions a component. */
    static boolean light(String name) {
        return LIGHT.contains(name);
    }

    /** {@code first} and {@code last} are the types of the first and the last argument. */
    Reg[] call(String name, Numeric first, Numeric last, List<Reg[]> in) {
        Base base = first.base();
        boolean f = base == Base.FLOAT;
        boolean u = base == Base.UINT;
        Reg[] a = in.getFirst();
        Reg[] b = in.size() > 1 ? in.get(1) : null;
        Reg[] c = in.size() > 2 ? in.get(2) : null;
        Op simple = SIMPLE.get(name);
        if (simple != null) return each(in, simple);
        return switch (name) {
            case "radians" -> each(a, x -> out.op(Op.MUL, x, out.number(Math.PI / 180)));
            case "degrees" -> each(a, x -> out.op(Op.MUL, x, out.number(180 / Math.PI)));
            case "tan" -> each(a, x -> out.op(Op.DIV, out.op(Op.SIN, x), out.op(Op.COS, x)));
            case "atan" -> b == null ? each(a, x -> out.op(Op.ATAN2, x, out.number(1))) : each(in, Op.ATAN2);
            case "asin" -> each(a, x -> out.op(Op.ATAN2, x, leg(x)));
            case "acos" -> each(a, x -> out.op(Op.ATAN2, leg(x), x));
            case "exp" -> each(a, x -> out.op(Op.EXP2, out.op(Op.MUL, x, out.number(1 / Math.log(2)))));
            case "log" -> each(a, x -> out.op(Op.MUL, out.op(Op.LOG2, x), out.number(Math.log(2))));
            case "pow" -> pairs(a, b, this::power);
            case "abs" -> f ? each(in, Op.ABS) : each(a, x -> out.op(Op.IMAX, x, out.op(Op.ISUB, out.whole(0), x)));
            case "sign" ->
                f ? each(in, Op.SIGN) : each(a, x -> out.op(Op.IMAX, out.op(Op.IMIN, x, out.whole(1)), out.whole(-1)));
            case "min" -> each(in, min(f, u));
            case "max" -> each(in, max(f, u));
            case "clamp" -> each(List.of(each(List.of(a, b), max(f, u)), c), min(f, u));
            case "mix" -> mix(a, b, c, last.base() == Base.BOOL);
            case "step" ->
                pairs(a, b, (x, y) -> out.op(Op.CHOOSE_F, out.op(Op.LT, y, x), out.number(0), out.number(1)));
            case "smoothstep" -> smooth(a, b, c);
            case "isnan" -> each(a, x -> out.op(Op.NE, x, x));
            case "isinf" -> each(a, x -> out.op(Op.EQ, out.op(Op.ABS, x), out.number(Double.POSITIVE_INFINITY)));
            case "fwidth" ->
                each(a, x -> out.op(Op.ADD, out.op(Op.ABS, out.op(Op.DX, x)), out.op(Op.ABS, out.op(Op.DY, x))));
            case "length" -> new Reg[] {length(a)};
            case "distance" -> new Reg[] {length(pairs(a, b, (x, y) -> out.op(Op.SUB, x, y)))};
            case "dot" -> new Reg[] {dot(a, b)};
            case "normalize" -> {
                Reg k = out.op(Op.RSQRT, dot(a, a));
                yield each(a, x -> out.op(Op.MUL, x, k));
            }
            case "matrixCompMult" -> each(in, Op.MUL);
            case "transpose" -> {
                Reg[] turned = new Reg[a.length];
                for (int i = 0; i < a.length; i++)
                    turned[i] = a[i % first.columns() * first.rows() + i / first.columns()];
                yield turned;
            }
            case "lessThan" -> each(in, f ? Op.LT : u ? Op.ULT : Op.ILT);
            case "lessThanEqual" -> each(in, f ? Op.LE : u ? Op.ULE : Op.ILE);
            case "greaterThan" -> each(List.of(b, a), f ? Op.LT : u ? Op.ULT : Op.ILT);
            case "greaterThanEqual" -> each(List.of(b, a), f ? Op.LE : u ? Op.ULE : Op.ILE);
            case "equal" -> each(in, f ? Op.EQ : Op.IEQ);
            case "notEqual" -> each(in, f ? Op.NE : Op.INE);
            case "any" ->
                new Reg[] {
                    Arrays.stream(a).reduce((x, y) -> out.op(Op.OR, x, y)).orElseThrow()
                };
            case "all" ->
                new Reg[] {
                    Arrays.stream(a).reduce((x, y) -> out.op(Op.AND, x, y)).orElseThrow()
                };
            default -> throw new IllegalStateException(name);
        };
    }

    private static Op min(boolean f, boolean u) {
        return f ? Op.MIN : u ? Op.UMIN : Op.IMIN;
    }

    private static Op max(boolean f, boolean u) {
        return f ? Op.MAX : u ? Op.UMAX : Op.IMAX;
    }

    private static Reg[] each(Reg[] a, java.util.function.UnaryOperator<Reg> of) {
        return Arrays.stream(a).map(of).toArray(Reg[]::new);
    }

    private Reg[] each(List<Reg[]> in, Op op) {
        int n = in.stream().mapToInt(r -> r.length).max().orElseThrow();
        Reg[] made = new Reg[n];
        for (int i = 0; i < n; i++) {
            int k = i;
            made[i] = out.op(op, in.stream().map(r -> r[r.length == 1 ? 0 : k]).toArray(Reg[]::new));
        }
        return made;
    }

    private static Reg[] pairs(Reg[] a, Reg[] b, BinaryOperator<Reg> of) {
        Reg[] made = new Reg[Math.max(a.length, b.length)];
        for (int i = 0; i < made.length; i++) made[i] = of.apply(a[a.length == 1 ? 0 : i], b[b.length == 1 ? 0 : i]);
        return made;
    }

    /** The other leg of a right triangle of hypotenuse 1. */
    private Reg leg(Reg x) {
        Reg one = out.number(1);
        return out.op(Op.SQRT, out.op(Op.MUL, out.op(Op.SUB, one, x), out.op(Op.ADD, one, x)));
    }

    private Reg power(Reg x, Reg y) {
        if (y.known && y.bits == Float.floatToRawIntBits(1)) return x;
        if (y.known && y.bits == Float.floatToRawIntBits(2)) return out.op(Op.MUL, x, x);
        return out.op(Op.EXP2, out.op(Op.MUL, y, out.op(Op.LOG2, x)));
    }

    private Reg dot(Reg[] a, Reg[] b) {
        Reg sum = out.op(Op.MUL, a[0], b[0]);
        for (int i = 1; i < a.length; i++) sum = out.op(Op.ADD, sum, out.op(Op.MUL, a[i], b[i]));
        return sum;
    }

    private Reg length(Reg[] a) {
        return a.length == 1 ? out.op(Op.ABS, a[0]) : out.op(Op.SQRT, dot(a, a));
    }

    private Reg[] mix(Reg[] a, Reg[] b, Reg[] t, boolean choose) {
        Reg[] made = new Reg[a.length];
        for (int i = 0; i < a.length; i++) {
            Reg k = t[t.length == 1 ? 0 : i];
            made[i] = choose
                    ? out.op(Op.CHOOSE_F, k, b[i], a[i])
                    : out.op(Op.ADD, a[i], out.op(Op.MUL, k, out.op(Op.SUB, b[i], a[i])));
        }
        return made;
    }

    private Reg[] smooth(Reg[] low, Reg[] high, Reg[] x) {
        Reg[] made = new Reg[x.length];
        for (int i = 0; i < x.length; i++) {
            Reg from = low[low.length == 1 ? 0 : i];
            Reg to = high[high.length == 1 ? 0 : i];
            Reg t = out.op(Op.DIV, out.op(Op.SUB, x[i], from), out.op(Op.SUB, to, from));
            t = out.op(Op.MIN, out.op(Op.MAX, t, out.number(0)), out.number(1));
            Reg slope = out.op(Op.SUB, out.number(3), out.op(Op.MUL, out.number(2), t));
            made[i] = out.op(Op.MUL, out.op(Op.MUL, t, t), slope);
        }
        return made;
    }

    /** Textures have one level, so how far a place is from its neighbour's makes no difference. */
    Reg[] texture(String name, int sampler, List<Reg[]> in) {
        Program.Given size = Program.Given.of(sampler);
        Reg width = out.input(true, size.width());
        Reg height = out.input(true, size.height());
        if (name.equals("textureSize")) return new Reg[] {width, height};
        Reg[] at = in.getFirst();
        Reg[] offset = null;
        if (name.contains("Offset"))
            for (Reg[] a : in.subList(1, in.size())) if (a.length == 2 && a[0].whole) offset = a;
        out.countsPixels |= offset != null || name.startsWith("texelFetch");
        if (name.startsWith("texelFetch")) {
            Reg x = offset == null ? at[0] : out.op(Op.IADD, at[0], offset[0]);
            Reg y = offset == null ? at[1] : out.op(Op.IADD, at[1], offset[1]);
            return out.texture(Op.FETCH, sampler, x, y);
        }
        Reg x = at[0];
        Reg y = at[1];
        if (name.contains("Proj")) {
            Reg w = at[at.length - 1];
            x = out.op(Op.DIV, x, w);
            y = out.op(Op.DIV, y, w);
        }
        if (offset != null) {
            x = out.op(Op.ADD, x, out.op(Op.DIV, out.op(Op.I_TO_F, offset[0]), out.op(Op.I_TO_F, width)));
            y = out.op(Op.ADD, y, out.op(Op.DIV, out.op(Op.I_TO_F, offset[1]), out.op(Op.I_TO_F, height)));
        }
        return out.texture(Op.TEXTURE, sampler, x, y);
    }
}
