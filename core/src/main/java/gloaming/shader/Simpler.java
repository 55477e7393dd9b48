package gloaming.shader;

import gloaming.shader.Code.Reg;

/** What needs no instruction: results known now, and arithmetic that changes nothing. */
final class Simpler {
    private static final int ONE = Float.floatToRawIntBits(1);

    private Simpler() {}

    /** The value of an operation that need not be done, or null. */
    static Reg of(Emitter e, Op op, Reg... in) {
        if (!op.plain()) return null;
        boolean known = true;
        for (Reg reg : in) known &= reg.known;
        if (known) {
            int bits = Op.apply(op, in[0].bits, in.length > 1 ? in[1].bits : 0, in.length > 2 ? in[2].bits : 0);
            return e.constant(op.givesWhole(), bits);
        }
        return switch (op) {
            case MOVE_F, MOVE_I -> in[0];
            case ADD -> is(in[0], 0) ? in[1] : is(in[1], 0) ? in[0] : null;
            case SUB -> is(in[1], 0) ? in[0] : null;
            case MUL -> is(in[0], ONE) ? in[1] : is(in[1], ONE) ? in[0] : null;
            case DIV -> is(in[1], ONE) ? in[0] : null;
            case CHOOSE_F, CHOOSE_I -> in[0].known ? (in[0].bits != 0 ? in[1] : in[2]) : in[1] == in[2] ? in[1] : null;
            case IADD, OR, XOR -> is(in[0], 0) ? in[1] : is(in[1], 0) ? in[0] : null;
            case ISUB, SHL, SHR, USHR -> is(in[1], 0) ? in[0] : null;
            case AND -> is(in[0], -1) ? in[1] : is(in[1], -1) ? in[0] : null;
            case IMUL -> is(in[0], 1) ? in[1] : is(in[1], 1) ? in[0] : null;
            default -> null;
        };
    }

    private static boolean is(Reg reg, int bits) {
        return reg.known && reg.bits == bits;
    }
}
