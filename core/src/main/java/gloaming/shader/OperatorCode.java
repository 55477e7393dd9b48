package gloaming.shader;

import gloaming.shader.Code.Reg;
import gloaming.shader.Type.Base;
import gloaming.shader.Type.Numeric;
import java.util.List;

/** Lowers operators and conversions (chapter 5) whose operands are lowered. */
final class OperatorCode {
    private final Emitter out;

    OperatorCode(Emitter out) {
        this.out = out;
    }

    /** What a sign makes of two operands: part by part, or as of matrices. */
    Reg[] of(String sign, Numeric s, Numeric t, Reg[] x, Reg[] y) {
        if (sign.equals("*") && (s.matrix() && !t.scalar() || t.matrix() && !s.scalar())) return product(s, t, x, y);
        Base base = s.base();
        int n = Math.max(x.length, y.length);
        Reg[] z = new Reg[n];
        for (int i = 0; i < n; i++) z[i] = arithmetic(sign, base, x[x.length == 1 ? 0 : i], y[y.length == 1 ? 0 : i]);
        return z;
    }

    private Reg arithmetic(String sign, Base base, Reg x, Reg y) {
        boolean f = base == Base.FLOAT;
        boolean u = base == Base.UINT;
        return switch (sign) {
            case "+" -> out.op(f ? Op.ADD : Op.IADD, x, y);
            case "-" -> out.op(f ? Op.SUB : Op.ISUB, x, y);
            case "*" -> out.op(f ? Op.MUL : Op.IMUL, x, y);
            case "/" -> out.op(f ? Op.DIV : u ? Op.UDIV : Op.IDIV, x, y);
            case "%" -> out.op(u ? Op.UREM : Op.IREM, x, y);
            case "<" -> out.op(f ? Op.LT : u ? Op.ULT : Op.ILT, x, y);
            case ">" -> out.op(f ? Op.LT : u ? Op.ULT : Op.ILT, y, x);
            case "<=" -> out.op(f ? Op.LE : u ? Op.ULE : Op.ILE, x, y);
            case ">=" -> out.op(f ? Op.LE : u ? Op.ULE : Op.ILE, y, x);
            case "&" -> out.op(Op.AND, x, y);
            case "|" -> out.op(Op.OR, x, y);
            case "^", "^^" -> out.op(Op.XOR, x, y);
            case "<<" -> out.op(Op.SHL, x, y);
            case ">>" -> out.op(u ? Op.USHR : Op.SHR, x, y);
            default -> throw new IllegalStateException(sign);
        };
    }

    /** Whether all parts are the same, or, where that is not wanted, any differs; {@code layout} has a flag a scalar: whether it is whole. */
    Reg equal(List<Boolean> layout, Reg[] x, Reg[] y, boolean wanted) {
        Reg all = out.whole(wanted ? -1 : 0);
        for (int i = 0; i < x.length; i++) {
            Op op = layout.get(i) ? wanted ? Op.IEQ : Op.INE : wanted ? Op.EQ : Op.NE;
            all = out.op(wanted ? Op.AND : Op.OR, all, out.op(op, x[i], y[i]));
        }
        return all;
    }

    private Reg[] product(Numeric s, Numeric t, Reg[] x, Reg[] y) {
        // A vector on the left is a row, on the right a column (chapter 5.9).
        int rows = s.matrix() ? s.rows() : 1;
        int inner = s.matrix() ? s.columns() : s.rows();
        int columns = t.matrix() ? t.columns() : 1;
        Reg[] z = new Reg[rows * columns];
        for (int c = 0; c < columns; c++) {
            for (int r = 0; r < rows; r++) {
                Reg sum = null;
                for (int k = 0; k < inner; k++) {
                    Reg p = out.op(Op.MUL, x[s.matrix() ? k * rows + r : k], y[c * inner + k]);
                    sum = sum == null ? p : out.op(Op.ADD, sum, p);
                }
                z[c * rows + r] = sum;
            }
        }
        return z;
    }

    /** A matrix of a number along its diagonal, or of another matrix, filled up by the one that changes nothing. */
    Reg[] matrix(Numeric n, Numeric of, Reg[] value) {
        Reg[] made = new Reg[n.size()];
        for (int c = 0; c < n.columns(); c++) {
            for (int r = 0; r < n.rows(); r++) {
                Reg diagonal =
                        c != r ? out.number(0) : of.scalar() ? convert(value[0], of.base(), Base.FLOAT) : out.number(1);
                boolean within = of.matrix() && c < of.columns() && r < of.rows();
                made[c * n.rows() + r] = within ? value[c * of.rows() + r] : diagonal;
            }
        }
        return made;
    }

    Reg convert(Reg reg, Base from, Base to) {
        if (from == to) return reg;
        return switch (to) {
            case FLOAT ->
                switch (from) {
                    case INT -> out.op(Op.I_TO_F, reg);
                    case UINT -> out.op(Op.U_TO_F, reg);
                    default -> out.op(Op.CHOOSE_F, reg, out.number(1), out.number(0));
                };
            case BOOL -> from == Base.FLOAT ? out.op(Op.NE, reg, out.number(0)) : out.op(Op.INE, reg, out.whole(0));
            default ->
                switch (from) {
                    case FLOAT -> out.op(to == Base.INT ? Op.F_TO_I : Op.F_TO_U, reg);
                    case BOOL -> out.op(Op.AND, reg, out.whole(1));
                    default -> reg;
                };
        };
    }
}
