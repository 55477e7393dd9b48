package gloaming.shader;

import gloaming.shader.Code.Block;
import gloaming.shader.Code.Ins;
import gloaming.shader.Code.Leave;
import gloaming.shader.Code.Loop;
import gloaming.shader.Code.Node;
import gloaming.shader.Code.Reg;
import gloaming.shader.Code.Scope;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Writes instructions: folds constants, makes equal values once, and remembers what variables hold along straight code, so
 * that what is passed to functions and back is not copied.
 */
final class Emitter {
    /** More than this is refused: a shader whose functions written out in place come to more has no end in sight. */
    static final int MOST = 200_000;

    final Code code = new Code();
    Block block = code.root;
    private int count;
    private Token place = new Token(Token.Kind.NAME, "", 1, 1, false);

    /** An instruction as a value. */
    private record Made(Op op, int data, List<Reg> in) {}

    private final Map<Made, Reg> made = new HashMap<>();
    private final List<Made> madeLog = new ArrayList<>();
    private final Map<Integer, Reg> floats = new HashMap<>();
    private final Map<Integer, Reg> wholes = new HashMap<>();
    private final Map<Integer, Reg> inputs = new HashMap<>();
    /** The value that a variable is known to hold here. */
    private final Map<Reg, Reg> holds = new HashMap<>();
    /** What {@link #holds} said before each change, to go back by. */
    private final List<Held> heldLog = new ArrayList<>();

    /** What a variable was known to hold, or null. */
    private record Held(Reg variable, Reg value) {}

    void at(Token token) {
        if (token.line() > 0) place = token;
    }

    Token place() {
        return place;
    }

    Reg constant(boolean whole, int bits) {
        return (whole ? wholes : floats).computeIfAbsent(bits, b -> {
            Reg reg = new Reg(whole, code.root, false);
            reg.known = true;
            reg.bits = b;
            return reg;
        });
    }

    Reg number(double value) {
        return constant(false, Float.floatToRawIntBits((float) value));
    }

    Reg whole(int value) {
        return constant(true, value);
    }

    /** What the outside sets before a run; see {@link Program.Given}. */
    Reg input(boolean whole, int input) {
        return inputs.computeIfAbsent(input, n -> {
            Reg reg = new Reg(whole, code.root, false);
            reg.input = n;
            reg.varying = Program.Given.varying(n);
            return reg;
        });
    }

    Reg variable(boolean whole) {
        return new Reg(whole, block, true);
    }

    private void add(Node node) {
        if (++count > MOST) {
            throw Problem.Found.at(
                    place,
                    "the shader is too long once its functions are written out in place: over " + MOST
                            + " instructions");
        }
        block.nodes.add(node);
    }

    Reg op(Op op, Reg... in) {
        Reg simple = Simpler.of(this, op, in);
        if (simple != null) return simple;
        Made key = new Made(op, 0, List.of(in));
        Reg known = made.get(key);
        if (known != null) return known;
        Reg out = new Reg(op.givesWhole(), block, false);
        add(new Ins(op, new Reg[] {out}, in.clone(), 0));
        remember(key, out);
        return out;
    }

    private void remember(Made key, Reg out) {
        made.put(key, out);
        madeLog.add(key);
    }

    /** Whether single pixels of a picture are read, or those so many pixels off. */
    boolean countsPixels;

    Reg[] texture(Op op, int sampler, Reg u, Reg v) {
        Reg[] out = new Reg[4];
        Made[] keys = new Made[4];
        for (int i = 0; i < 4; i++) {
            keys[i] = new Made(op, sampler * 4 + i, List.of(u, v));
            out[i] = made.get(keys[i]);
        }
        if (out[0] != null) return out;
        for (int i = 0; i < 4; i++) {
            out[i] = new Reg(false, block, false);
            remember(keys[i], out[i]);
        }
        add(new Ins(op, out, new Reg[] {u, v}, sampler));
        return out;
    }

    /** One of {@code pool}, by an index that may differ from pixel to pixel, moved on by {@code offset}. */
    Reg pick(Reg index, Reg[] pool, int offset) {
        Reg[] in = new Reg[pool.length + 1];
        in[0] = index;
        System.arraycopy(pool, 0, in, 1, pool.length);
        Reg out = new Reg(pool[0].whole, block, false);
        add(new Ins(Op.PICK, new Reg[] {out}, in, offset));
        return out;
    }

    void put(Reg index, Reg value, Reg[] pool, int offset) {
        Reg[] in = new Reg[pool.length + 2];
        in[0] = index;
        in[1] = value;
        System.arraycopy(pool, 0, in, 2, pool.length);
        add(new Ins(Op.PUT, pool.clone(), in, offset));
        forget(pool);
    }

    void set(Reg variable, Reg value) {
        add(new Ins(variable.whole ? Op.MOVE_I : Op.MOVE_F, new Reg[] {variable}, new Reg[] {value}, 0));
        hold(variable, value);
    }

    private void hold(Reg variable, Reg value) {
        heldLog.add(new Held(variable, value == null ? holds.remove(variable) : holds.put(variable, value)));
    }

    private void backTo(int mark) {
        while (heldLog.size() > mark) {
            Held held = heldLog.removeLast();
            if (held.value == null) holds.remove(held.variable);
            else holds.put(held.variable, held.value);
        }
    }

    /** What a variable holds here. */
    Reg get(Reg reg) {
        if (!reg.variable) return reg;
        Reg known = holds.get(reg);
        if (known != null) return known;
        Reg out = new Reg(reg.whole, block, false);
        add(new Ins(reg.whole ? Op.MOVE_I : Op.MOVE_F, new Reg[] {out}, new Reg[] {reg}, 0));
        hold(reg, out);
        return out;
    }

    Reg[] get(Reg[] regs) {
        return Arrays.stream(regs).map(this::get).toArray(Reg[]::new);
    }

    /** Emits into a block of its own; what it set is no longer known behind it. */
    Block within(Runnable emit) {
        Block outer = block;
        int held = heldLog.size();
        int mark = madeLog.size();
        Block inner = new Block(outer);
        block = inner;
        emit.run();
        block = outer;
        while (madeLog.size() > mark) made.remove(madeLog.removeLast());
        backTo(held);
        forget(inner);
        return inner;
    }

    private void forget(Block inner) {
        for (Node node : inner.nodes) {
            switch (node) {
                case Ins ins -> {
                    for (Reg out : ins.out) if (out.variable && holds.containsKey(out)) hold(out, null);
                }
                case Code.If i -> {
                    forget(i.yes);
                    forget(i.no);
                }
                case Loop l -> forget(l.body);
                case Scope s -> forget(s.body);
                case Leave l -> {}
            }
        }
    }

    void forget(Reg[] variables) {
        for (Reg reg : variables) if (holds.containsKey(reg)) hold(reg, null);
    }

    void choose(Reg condition, Runnable yes, Runnable no) {
        if (condition.known) {
            (condition.bits != 0 ? yes : no).run();
            return;
        }
        Block first = within(yes);
        Block second = within(no);
        add(new Code.If(condition, first, second));
    }

    /** A scope; the runnable gets it, to leave it from within. */
    void scope(java.util.function.Consumer<Scope> emit) {
        Block outer = block;
        Block body = new Block(outer);
        Scope scope = new Scope(body);
        int held = heldLog.size();
        int mark = madeLog.size();
        block = body;
        emit.accept(scope);
        block = outer;
        // Most functions end where they end: then the scope is no more than its nodes.
        if (!leaves(body, scope)) {
            for (Node node : body.nodes) outer.nodes.add(node);
            return;
        }
        while (madeLog.size() > mark) made.remove(madeLog.removeLast());
        backTo(held);
        forget(body);
        add(scope);
    }

    private static boolean leaves(Block body, Scope scope) {
        for (Node node : body.nodes) {
            boolean found = switch (node) {
                case Ins ins -> false;
                case Code.If i -> leaves(i.yes, scope) || leaves(i.no, scope);
                case Loop l -> leaves(l.body, scope);
                case Scope s -> leaves(s.body, scope);
                case Leave l -> l.scope == scope;
            };
            if (found) return true;
        }
        return false;
    }

    void leave(Scope scope) {
        add(new Leave(scope));
    }

    /** Whether the last thing in this block was to leave. */
    boolean left() {
        return !block.nodes.isEmpty() && block.nodes.getLast() instanceof Leave;
    }

    void loop(Runnable body) {
        int line = place.line();
        add(new Loop(within(body), line));
    }
}
