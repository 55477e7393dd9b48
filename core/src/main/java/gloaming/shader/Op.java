package gloaming.shader;

/**
 * What the machine can do to scalars: {@code f} is a float, {@code i} an int, an unsigned int, or a truth (0 or -1), each 32 bits.
 *
 * <p>{@link #apply} is the plain version of every operation on numbers: constants are folded by it, what is the same for all
 * pixels is worked out by it, and the kernels for many pixels are tested against it.
 */
enum Op {
    MOVE_F("f=f"),
    MOVE_I("i=i"),
    ADD("f=ff"),
    SUB("f=ff"),
    MUL("f=ff"),
    DIV("f=ff"),
    NEG("f=f"),
    /** First times second plus third, rounded once. */
    MAD("f=fff"),
    /** First times second less third. */
    MAD_LESS("f=fff"),
    /** Third less first times second. */
    LESS_MAD("f=fff"),
    MIN("f=ff"),
    MAX("f=ff"),
    ABS("f=f"),
    SIGN("f=f"),
    FLOOR("f=f"),
    CEIL("f=f"),
    TRUNC("f=f"),
    ROUND("f=f"),
    FRACT("f=f"),
    MOD("f=ff"),
    SQRT("f=f"),
    RSQRT("f=f"),
    SIN("f=f"),
    COS("f=f"),
    ATAN2("f=ff"),
    EXP2("f=f"),
    LOG2("f=f"),
    LT("i=ff"),
    LE("i=ff"),
    EQ("i=ff"),
    NE("i=ff"),
    /** The second where the first is true, else the third. */
    CHOOSE_F("f=iff"),
    CHOOSE_I("i=iii"),
    F_TO_I("i=f"),
    F_TO_U("i=f"),
    I_TO_F("f=i"),
    U_TO_F("f=i"),
    BITS_OF("i=f"),
    OF_BITS("f=i"),
    IADD("i=ii"),
    ISUB("i=ii"),
    IMUL("i=ii"),
    IDIV("i=ii"),
    IREM("i=ii"),
    UDIV("i=ii"),
    UREM("i=ii"),
    SHL("i=ii"),
    SHR("i=ii"),
    USHR("i=ii"),
    AND("i=ii"),
    OR("i=ii"),
    XOR("i=ii"),
    NOT("i=i"),
    IMIN("i=ii"),
    IMAX("i=ii"),
    UMIN("i=ii"),
    UMAX("i=ii"),
    ILT("i=ii"),
    ILE("i=ii"),
    IEQ("i=ii"),
    INE("i=ii"),
    ULT("i=ii"),
    ULE("i=ii"),
    /** How a value changes from pixel to pixel. */
    DX("f=f"),
    DY("f=f"),
    /** Red, green, blue, alpha of an input at a place from 0 to 1. */
    TEXTURE("ffff=ff"),
    /** Red, green, blue, alpha of an input's pixel. */
    FETCH("ffff=ii"),
    /** One of many, by an index that comes first. */
    PICK(""),
    /** Puts the second into one of many, by an index that comes first. */
    PUT("");

    final String form;

    Op(String form) {
        this.form = form;
    }

    /** Whether it is a function of its numbers alone. */
    boolean plain() {
        return compareTo(DX) < 0;
    }

    int arity() {
        return form.length() - form.indexOf('=') - 1;
    }

    boolean givesWhole() {
        return form.charAt(0) == 'i';
    }

    boolean takesWhole(int operand) {
        return form.charAt(form.indexOf('=') + 1 + operand) == 'i';
    }

    /** The bits that an operation gives for the bits it takes; operands it does not take are ignored. */
    static int apply(Op op, int a, int b, int c) {
        return switch (op) {
            case MOVE_F, MOVE_I, BITS_OF, OF_BITS -> a;
            case CHOOSE_F, CHOOSE_I -> a != 0 ? b : c;
            case LT -> truth(f(a) < f(b));
            case LE -> truth(f(a) <= f(b));
            case EQ -> truth(f(a) == f(b));
            case NE -> truth(f(a) != f(b));
            case F_TO_I -> (int) f(a);
            case F_TO_U -> f(a) < 0 ? (int) f(a) : (int) (long) f(a);
            case IADD -> a + b;
            case ISUB -> a - b;
            case IMUL -> a * b;
            // The standard leaves division by zero open; here it gives zero, and never an exception.
            case IDIV -> b == 0 ? 0 : a / b;
            case IREM -> b == 0 ? 0 : a % b;
            case UDIV -> b == 0 ? 0 : Integer.divideUnsigned(a, b);
            case UREM -> b == 0 ? 0 : Integer.remainderUnsigned(a, b);
            case SHL -> a << b;
            case SHR -> a >> b;
            case USHR -> a >>> b;
            case AND -> a & b;
            case OR -> a | b;
            case XOR -> a ^ b;
            case NOT -> ~a;
            case IMIN -> Math.min(a, b);
            case IMAX -> Math.max(a, b);
            case UMIN -> Integer.compareUnsigned(a, b) < 0 ? a : b;
            case UMAX -> Integer.compareUnsigned(a, b) > 0 ? a : b;
            case ILT -> truth(a < b);
            case ILE -> truth(a <= b);
            case IEQ -> truth(a == b);
            case INE -> truth(a != b);
            case ULT -> truth(Integer.compareUnsigned(a, b) < 0);
            case ULE -> truth(Integer.compareUnsigned(a, b) <= 0);
            default -> Float.floatToRawIntBits(number(op, a, b, c));
        };
    }

    private static float number(Op op, int a, int b, int c) {
        float x = f(a);
        float y = f(b);
        return switch (op) {
            case ADD -> x + y;
            case SUB -> x - y;
            case MUL -> x * y;
            case DIV -> x / y;
            case NEG -> -x;
            case MAD -> Math.fma(x, y, f(c));
            case MAD_LESS -> Math.fma(x, y, -f(c));
            case LESS_MAD -> Math.fma(-x, y, f(c));
            case MIN -> Math.min(x, y);
            case MAX -> Math.max(x, y);
            case ABS -> Math.abs(x);
            case SIGN -> Math.signum(x);
            case FLOOR -> (float) Math.floor(x);
            case CEIL -> (float) Math.ceil(x);
            case TRUNC -> (float) (x < 0 ? Math.ceil(x) : Math.floor(x));
            case ROUND -> (float) Math.rint(x);
            case FRACT -> x - (float) Math.floor(x);
            case MOD -> x - y * (float) Math.floor(x / y);
            case SQRT -> (float) Math.sqrt(x);
            case RSQRT -> (float) (1 / Math.sqrt(x));
            case SIN -> (float) Math.sin(x);
            case COS -> (float) Math.cos(x);
            case ATAN2 -> (float) Math.atan2(x, y);
            case EXP2 -> (float) Math.pow(2, x);
            case LOG2 -> (float) (Math.log(x) / Math.log(2));
            case I_TO_F -> a;
            case U_TO_F -> (float) (a & 0xffffffffL);
            default -> throw new IllegalArgumentException(op + " is no function of numbers");
        };
    }

    private static float f(int bits) {
        return Float.intBitsToFloat(bits);
    }

    private static int truth(boolean is) {
        return is ? -1 : 0;
    }
}
