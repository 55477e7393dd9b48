package gloaming.shader;

import gloaming.shader.Code.Reg;
import gloaming.shader.ShaderTree.Expr;
import java.util.Arrays;
import java.util.function.Function;

/** Where something is written to: names, their parts, and parts whose number is known only while it runs. */
final class PlaceCode {
    private final Emitter out;
    private final Registers registers;
    private final Function<Expr, Reg[]> values;

    /** Scalars, and perhaps an index among them that is known only at run time. */
    record Place(Reg[] pool, int[] parts, Reg index) {}

    PlaceCode(Emitter out, Registers registers, Function<Expr, Reg[]> values) {
        this.out = out;
        this.registers = registers;
        this.values = values;
    }

    private static int[] range(int from, int count) {
        int[] parts = new int[count];
        for (int i = 0; i < count; i++) parts[i] = from + i;
        return parts;
    }

    Place of(Expr e) {
        return switch (e) {
            case Expr.Read r -> {
                Reg[] regs = registers.of(r.var());
                yield new Place(regs, range(0, regs.length), null);
            }
            case Expr.Member m -> {
                Place of = of(m.of());
                int from = ((Type.Struct) m.of().type()).offset(m.field());
                yield new Place(
                        of.pool,
                        Arrays.copyOfRange(of.parts, from, from + m.type().size()),
                        of.index);
            }
            case Expr.Swizzle s -> {
                Place of = of(s.of());
                yield new Place(
                        of.pool, Arrays.stream(s.parts()).map(p -> of.parts[p]).toArray(), of.index);
            }
            case Expr.Index i -> {
                Place of = of(i.of());
                int stride = i.type().size();
                int last = of.parts.length / stride - 1;
                Reg index = values.apply(i.index())[0];
                if (index.known) {
                    int from = Math.clamp(index.bits, 0, last) * stride;
                    yield new Place(of.pool, Arrays.copyOfRange(of.parts, from, from + stride), of.index);
                }
                // The standard leaves an index outside open; here it is the nearest within.
                Reg safe = out.op(Op.IMAX, out.op(Op.IMIN, index, out.whole(last)), out.whole(0));
                Reg moved = out.op(Op.IMUL, safe, out.whole(stride));
                yield new Place(
                        of.pool,
                        Arrays.copyOfRange(of.parts, 0, stride),
                        of.index == null ? moved : out.op(Op.IADD, of.index, moved));
            }
            default -> {
                Reg[] value = values.apply(e);
                yield new Place(value, range(0, value.length), null);
            }
        };
    }

    Reg[] read(Place place) {
        Reg[] value = new Reg[place.parts.length];
        for (int i = 0; i < value.length; i++) {
            value[i] = place.index == null
                    ? out.get(place.pool[place.parts[i]])
                    : out.pick(place.index, place.pool, place.parts[i]);
        }
        return value;
    }

    void write(Place place, Reg[] value) {
        for (int i = 0; i < value.length; i++) {
            if (place.index == null) out.set(place.pool[place.parts[i]], value[i]);
            else out.put(place.index, value[i], place.pool, place.parts[i]);
        }
    }
}
