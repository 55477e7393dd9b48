package gloaming.shader;

import gloaming.flow.Crew;
import java.util.Arrays;

/**
 * The numbers of one strip of pixels that lie side by side, and every instruction over them.
 *
 * <p>Kernels do every operation over a strip, vector by vector; {@link Op#apply} is the plain version. Floats live in {@code f}, ints and
 * truths in {@code w}. {@code o} is where the result goes and {@code a, b, c} where the operands are; each of those is followed by -1 when
 * it moves on from pixel to pixel, or 0 when it is one vector that is the same for all. {@code n} is a whole number of vectors. Each kernel
 * is small and compiled by itself: hotspot.txt sees to it.
 */
final class Arithmetic {
    private static final Op[] OPS = Op.values();
    static final int TILE_WIDTH = 32;
    /** After so many instructions it is asked whether there is time left. */
    private static final int ASKED = 2_048;

    private Program program;
    float[] f = {};
    int[] w = {};
    private Texels[] inputs;
    private final Texels.Room reading = new Texels.Room();
    private int untilAsked;
    private Crew crew;
    private float pixelAcross = 1;
    private float pixelUp = 1;

    /** Makes ready for a program, as {@link Machine#load} says. */
    void load(Program program, int[] uniforms, Texels[] inputs, Crew crew) {
        this.inputs = inputs;
        this.crew = crew;
        if (this.program != program) {
            this.program = program;
            if (f.length < program.floats() + Program.STRIDE) f = new float[program.floats() + Program.STRIDE];
            if (w.length < program.ints() + Program.STRIDE) w = new int[program.ints() + Program.STRIDE];
        }
        for (Program.Fixed fixed : program.fixed()) spread(fixed.whole(), fixed.at(), fixed.bits());
        for (Program.Bound bound : program.bound()) {
            if (!Program.Given.varying(bound.input())) spread(bound.whole(), bound.at(), uniforms[bound.input()]);
        }
    }

    /** How many pixels, as the program counts them, a pixel is wide and high. */
    void pixel(float across, float up) {
        pixelAcross = across;
        pixelUp = up;
    }

    private void spread(boolean whole, int at, int bits) {
        if (whole) Arrays.fill(w, at, at + Program.SPREAD, bits);
        else Arrays.fill(f, at, at + Program.SPREAD, Float.intBitsToFloat(bits));
    }

    /** Where the pixels of a tile are. */
    void position(Program.Bound bound, int left, int low, int width, int height) {
        int at = bound.at();
        boolean across = bound.input() == Program.Given.X || bound.input() == Program.Given.U;
        boolean part = bound.input() == Program.Given.U || bound.input() == Program.Given.V;
        float size = across ? width : height;
        float pixel = across ? pixelAcross : pixelUp;
        for (int i = 0; i < Program.STRIP; i++) {
            float place = (across ? left + i % TILE_WIDTH : low + i / TILE_WIDTH) + 0.5f;
            f[at + i] = part ? place / size : place * pixel;
        }
    }

    /** For all pixels alike. */
    void once(int[] code) {
        for (int at = 0; at < code.length; at += Program.WIDE) {
            Op op = OPS[code[at]];
            if (op == Op.PICK || op == Op.PUT) {
                pool(op, code, at, 1, -1);
                continue;
            }
            if (!op.plain()) {
                spread(false, code[at + 1], 0);
                continue;
            }
            int arity = op.arity();
            int a = operand(op, 0, code[at + 2]);
            int b = arity > 1 ? operand(op, 1, code[at + 4]) : 0;
            int c = arity > 2 ? operand(op, 2, code[at + 6]) : 0;
            spread(op.givesWhole(), code[at + 1], Op.apply(op, a, b, c));
        }
    }

    private int operand(Op op, int operand, int at) {
        return op.takesWhole(operand) ? w[at] : Float.floatToRawIntBits(f[at]);
    }

    private void pool(Op op, int[] code, int at, int count, int mask) {
        Program.Pool pool = program.pools().get(code[at + 8]);
        int last = pool.at().length - 1;
        for (int i = 0; i < count; i++) {
            int index = Math.clamp(w[code[at + 2] + (i & code[at + 3])] + pool.offset(), 0, last);
            int in = pool.at()[index] + (i & pool.steps()[index]);
            if (op == Op.PICK) {
                int o = code[at + 1] + i;
                if (count == 1) spread(pool.whole(), o, pool.whole() ? w[in] : Float.floatToRawIntBits(f[in]));
                else if (pool.whole()) w[o] = w[in];
                else f[o] = f[in];
            } else if (code[at + 9] == 0 || mask < 0 || w[mask + i] != 0) {
                int value = code[at + 4] + (i & code[at + 5]);
                if (count == 1) spread(pool.whole(), in, pool.whole() ? w[value] : Float.floatToRawIntBits(f[value]));
                else if (pool.whole()) w[in] = w[value];
                else f[in] = f[value];
            }
        }
    }

    /** For {@code n} pixels, a whole number of vectors, of which {@code count} are meant, and of those the ones in the mask, or all where it is -1. */
    void many(int[] code, int mask, int n, int count) {
        float[] f = this.f;
        int[] w = this.w;
        for (int at = 0; at < code.length; at += Program.WIDE) {
            if (--untilAsked < 0) {
                untilAsked = ASKED;
                if (crew.late()) throw new Machine.Endless();
            }
            Op op = OPS[code[at]];
            int o = code[at + 1];
            int a = code[at + 2];
            int sa = code[at + 3];
            int b = code[at + 4];
            int sb = code[at + 5];
            int c = code[at + 6];
            int sc = code[at + 7];
            boolean masked = code[at + 9] != 0 && mask >= 0;
            switch (op) {
                case MOVE_F -> {
                    if (masked) TruthKernels.moveMasked(f, w, o, a, sa, mask, n);
                    else FloatKernels.moveF(f, o, a, sa, n);
                }
                case MOVE_I -> {
                    if (masked) TruthKernels.moveMasked(w, o, a, sa, mask, n);
                    else WholeKernels.moveI(w, o, a, sa, n);
                }
                case ADD -> FloatKernels.add(f, o, a, sa, b, sb, n);
                case SUB -> FloatKernels.sub(f, o, a, sa, b, sb, n);
                case MUL -> FloatKernels.mul(f, o, a, sa, b, sb, n);
                case DIV -> FloatKernels.div(f, o, a, sa, b, sb, n);
                case NEG -> FloatKernels.neg(f, o, a, n);
                case MAD -> FloatKernels.mad(f, o, a, sa, b, sb, c, sc, n);
                case MAD_LESS -> FloatKernels.madLess(f, o, a, sa, b, sb, c, sc, n);
                case LESS_MAD -> FloatKernels.lessMad(f, o, a, sa, b, sb, c, sc, n);
                case MIN -> FloatKernels.min(f, o, a, sa, b, sb, n);
                case MAX -> FloatKernels.max(f, o, a, sa, b, sb, n);
                case ABS -> FloatKernels.abs(f, o, a, n);
                case SIGN -> FunctionKernels.sign(f, o, a, n);
                case FLOOR -> FunctionKernels.floor(f, o, a, n);
                case CEIL -> FunctionKernels.ceil(f, o, a, n);
                case TRUNC -> FunctionKernels.trunc(f, o, a, n);
                case ROUND -> FunctionKernels.round(f, o, a, n);
                case FRACT -> FunctionKernels.fract(f, o, a, n);
                case MOD -> FunctionKernels.mod(f, o, a, sa, b, sb, n);
                case SQRT -> FloatKernels.sqrt(f, o, a, n);
                case RSQRT -> FloatKernels.rsqrt(f, o, a, n);
                case SIN -> FunctionKernels.sin(f, o, a, n);
                case COS -> FunctionKernels.cos(f, o, a, n);
                case ATAN2 -> FloatKernels.atan2(f, o, a, sa, b, sb, n);
                case EXP2 -> FunctionKernels.exp2(f, o, a, n);
                case LOG2 -> FunctionKernels.log2(f, o, a, n);
                case LT -> TruthKernels.lt(f, w, o, a, sa, b, sb, n);
                case LE -> TruthKernels.le(f, w, o, a, sa, b, sb, n);
                case EQ -> TruthKernels.eq(f, w, o, a, sa, b, sb, n);
                case NE -> TruthKernels.ne(f, w, o, a, sa, b, sb, n);
                case CHOOSE_F -> TruthKernels.chooseF(f, w, o, a, sa, b, sb, c, sc, n);
                case CHOOSE_I -> TruthKernels.chooseI(w, o, a, sa, b, sb, c, sc, n);
                case F_TO_I -> WholeKernels.toInt(f, w, o, a, n);
                case F_TO_U -> WholeKernels.toUnsigned(f, w, o, a, n);
                case I_TO_F -> WholeKernels.ofInt(f, w, o, a, n);
                case U_TO_F -> WholeKernels.ofUnsigned(f, w, o, a, n);
                case BITS_OF -> WholeKernels.bitsOf(f, w, o, a, n);
                case OF_BITS -> WholeKernels.ofBits(f, w, o, a, n);
                case IADD -> WholeKernels.iadd(w, o, a, sa, b, sb, n);
                case ISUB -> WholeKernels.isub(w, o, a, sa, b, sb, n);
                case IMUL -> WholeKernels.imul(w, o, a, sa, b, sb, n);
                case IDIV, IREM, UDIV, UREM -> WholeKernels.divide(op, w, o, a, sa, b, sb, n);
                case SHL -> WholeKernels.shl(w, o, a, sa, b, sb, n);
                case SHR -> WholeKernels.shr(w, o, a, sa, b, sb, n);
                case USHR -> WholeKernels.ushr(w, o, a, sa, b, sb, n);
                case AND -> WholeKernels.and(w, o, a, sa, b, sb, n);
                case OR -> WholeKernels.or(w, o, a, sa, b, sb, n);
                case XOR -> WholeKernels.xor(w, o, a, sa, b, sb, n);
                case NOT -> WholeKernels.not(w, o, a, n);
                case IMIN -> WholeKernels.imin(w, o, a, sa, b, sb, n);
                case IMAX -> WholeKernels.imax(w, o, a, sa, b, sb, n);
                case UMIN -> WholeKernels.umin(w, o, a, sa, b, sb, n);
                case UMAX -> WholeKernels.umax(w, o, a, sa, b, sb, n);
                case ILT -> TruthKernels.ilt(w, o, a, sa, b, sb, n);
                case ILE -> TruthKernels.ile(w, o, a, sa, b, sb, n);
                case IEQ -> TruthKernels.ieq(w, o, a, sa, b, sb, n);
                case INE -> TruthKernels.ine(w, o, a, sa, b, sb, n);
                case ULT -> TruthKernels.ult(w, o, a, sa, b, sb, n);
                case ULE -> TruthKernels.ule(w, o, a, sa, b, sb, n);
                case DX -> FunctionKernels.dx(f, o, a, 1 / pixelAcross, n);
                case DY -> FunctionKernels.dy(f, o, a, 1 / pixelUp, TILE_WIDTH, n);
                case TEXTURE -> inputs[code[at + 8]].texture(f, o, c, sc, code[at + 9], a, sa, b, sb, n, reading);
                case FETCH -> inputs[code[at + 8]].fetch(f, w, o, c, sc, code[at + 9], a, sa, b, sb, n, reading);
                case PICK, PUT -> pool(op, code, at, count, mask);
            }
        }
    }
}
