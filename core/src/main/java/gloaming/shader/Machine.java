package gloaming.shader;

import gloaming.flow.Crew;
import gloaming.shader.Program.Step;
import java.util.Arrays;
import java.util.List;

/**
 * Runs a program for one strip of pixels after another; one machine a thread.
 *
 * <p>{@code n} pixels lie side by side in every strip. {@code mask} is where it is noted which of them are active, or -1 when all
 * are; {@code active} is how many. Pixels that leave an area are taken out of what waits behind every area within it. When most
 * pixels have left a loop, those that stay are moved together, so that the few do not pay for the many.
 *
 * <p>Kernels do every operation over a strip, vector by vector; {@link Op#apply} is the plain version. Floats live in {@code f}, ints and
 * truths in {@code w}. {@code o} is where the result goes and {@code a, b, c} where the operands are; each of those is followed by -1 when
 * it moves on from pixel to pixel, or 0 when it is one vector that is the same for all. {@code n} is a whole number of vectors. Each kernel
 * is small and compiled by itself: hotspot.txt sees to it.
 */
final class Machine {
    private static final Op[] OPS = Op.values();
    private static final int TILE_WIDTH = 32;
    private static final int TILE_HEIGHT = Program.STRIP / TILE_WIDTH;
    /** After so many rounds of all loops of a tile together it is asked whether there is time left. */
    private static final int ROUNDS = 63;
    /** Where the crew has no limit, a tile's loops may take so long, and fewer rounds are never too many. */
    private static final long LONGEST_NS = 2_000_000_000L;

    private static final int MANY_ROUNDS = 2_000;
    /** After so many instructions it is asked too. */
    private static final int ASKED = 2_048;

    /** What a loop that does not end is told by. */
    static final class Endless extends RuntimeException {
        final int line;

        /** It is not one loop that takes so long. */
        Endless() {
            super("it works out more than there is time for in a frame", null, false, false);
            this.line = 1;
        }

        Endless(int line) {
            super("line " + line + ": a loop takes too long for a frame", null, false, false);
            this.line = line;
        }
    }

    private Program program;
    private float[] f = {};
    private int[] w = {};
    private Texels[] inputs;
    private final Texels.Room reading = new Texels.Room();
    private int n;
    private int whole;
    private int mask;
    private int active;
    private long begun;
    private int rounds;
    private int untilAsked;
    private Crew crew;

    /** The areas around what runs now: what waits behind each, how many, and in which squeeze it was entered. */
    private int[] waits = {};

    private int[] waiting = {};
    private int[] room = {};
    private int[] squeezed = {};
    private int[] open = {};
    private int depth;
    /** Where the pixels of a squeeze were before, by level. */
    private final int[][] lanes = new int[8][];

    private final float[][] spareFloats = new float[8][];
    private final int[][] spareInts = new int[8][];
    private int squeeze;
    private float pixelAcross = 1;
    private float pixelUp = 1;

    /**
     * Makes ready for a program; {@code uniforms} are the bits of the inputs that are the same for all pixels, {@code crew} tells
     * when there is no time left.
     */
    void load(Program program, int[] uniforms, Texels[] inputs, Crew crew) {
        this.inputs = inputs;
        this.crew = crew;
        if (this.program != program) {
            this.program = program;
            if (f.length < program.floats() + Program.STRIDE) f = new float[program.floats() + Program.STRIDE];
            if (w.length < program.ints() + Program.STRIDE) w = new int[program.ints() + Program.STRIDE];
            int areas = program.areas();
            waits = new int[areas];
            waiting = new int[areas];
            room = new int[areas];
            squeezed = new int[areas];
            open = new int[areas];
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

    static int tiles(int width, int height) {
        return ((width + TILE_WIDTH - 1) / TILE_WIDTH) * ((height + TILE_HEIGHT - 1) / TILE_HEIGHT);
    }

    /** Works out one tile of a picture; the bottom left one is 0. */
    void tile(int tile, int width, int height, float[][] planes) {
        int columns = (width + TILE_WIDTH - 1) / TILE_WIDTH;
        int left = tile % columns * TILE_WIDTH;
        int low = tile / columns * TILE_HEIGHT;
        n = whole = Program.STRIP;
        mask = -1;
        active = n;
        depth = 0;
        squeeze = 0;
        begun = System.nanoTime();
        rounds = 0;
        for (Program.Bound bound : program.bound()) {
            if (Program.Given.varying(bound.input())) position(bound, left, low, width, height);
        }
        run(program.steps());
        for (int c = 0; c < 4; c++) {
            int at = program.results()[c];
            int step = program.resultSteps()[c];
            for (int y = low; y < Math.min(height, low + TILE_HEIGHT); y++) {
                int from = (y - low) * TILE_WIDTH;
                int to = y * width + left;
                int count = Math.min(TILE_WIDTH, width - left);
                if (step != 0) System.arraycopy(f, at + from, planes[c], to, count);
                else Arrays.fill(planes[c], to, to + count, f[at]);
            }
        }
    }

    /** Works out points {@code from} on, at most a strip of them; columns in and out in the order the program has them. */
    void points(int from, int count, float[][] columns, float[][] outs) {
        n = whole = Program.STRIP;
        mask = -1;
        active = n;
        depth = 0;
        squeeze = 0;
        begun = System.nanoTime();
        rounds = 0;
        for (Program.Bound bound : program.bound()) {
            if (!Program.Given.varying(bound.input())) continue;
            int at = bound.at();
            if (bound.input() < 0) System.arraycopy(columns[-2 - bound.input()], from, f, at, count);
            // Beyond the last point there is nothing to work out that could take long.
            Arrays.fill(f, bound.input() < 0 ? at + count : at, at + Program.STRIP, 0);
        }
        run(program.steps());
        for (int c = 0; c < outs.length; c++) {
            int at = program.results()[c];
            if (program.resultSteps()[c] != 0) System.arraycopy(f, at, outs[c], from, count);
            else Arrays.fill(outs[c], from, from + count, f[at]);
        }
    }

    private void position(Program.Bound bound, int left, int low, int width, int height) {
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

    // Control flow

    private void run(List<Step> steps) {
        for (int i = 0; i < steps.size(); i++) {
            if (active == 0) return;
            switch (steps.get(i)) {
                case Program.Many many -> many(many.code());
                case Program.Once once -> once(once.code());
                case Program.Fork fork -> run(w[fork.condition()] != 0 ? fork.yes() : fork.no());
                case Program.Part part -> part(part);
                case Program.Cut cut -> cut(cut);
                case Program.Again again -> again(again);
                case Program.Area area -> area(area);
                case Program.Exit exit -> exit(exit.area());
            }
        }
    }

    private void part(Program.Part part) {
        int c = part.condition();
        int before = mask;
        int all = active;
        int no;
        if (before == part.noMask()) {
            // The mask of the round before is this part's own room, which is written last then.
            no = all - TruthKernels.within(w, part.yesMask(), before, c, n);
        } else {
            no = TruthKernels.without(w, part.noMask(), before, c, n);
        }
        if (no == 0 || no == all) {
            run(no == 0 ? part.yes() : part.no());
            return;
        }
        if (before == part.noMask()) TruthKernels.without(w, part.noMask(), before, c, n);
        else TruthKernels.within(w, part.yesMask(), before, c, n);
        mask = part.yesMask();
        active = all - no;
        run(part.yes());
        int yesMask = mask;
        int yesActive = active;
        mask = part.noMask();
        active = no;
        run(part.no());
        if (yesActive + active == all && before < 0) {
            mask = -1;
        } else if (active == 0) {
            mask = yesMask;
        } else if (yesActive != 0) {
            TruthKernels.either(w, part.yesMask(), yesMask, mask, whole);
            mask = part.yesMask();
        }
        active += yesActive;
    }

    private void cut(Program.Cut cut) {
        int c = cut.condition();
        int before = mask;
        // Whoever waits behind an area in between must be told who is gone, before the mask changes in its own room.
        boolean between = open[depth - 1] != cut.area();
        if (between) {
            if (cut.where()) TruthKernels.within(w, cut.go(), before, c, n);
            else TruthKernels.without(w, cut.go(), before, c, n);
        }
        int stay = cut.where()
                ? TruthKernels.without(w, cut.stay(), before, c, n)
                : TruthKernels.within(w, cut.stay(), before, c, n);
        if (stay == active) return;
        if (between) {
            int all = active;
            mask = cut.go();
            active = all - stay;
            if (active == all) mask = before < 0 ? -1 : cut.go();
            exit(cut.area());
        }
        mask = cut.stay();
        active = stay;
    }

    private void area(Program.Area area) {
        int a = area.number();
        waits[a] = mask;
        waiting[a] = active;
        room[a] = area.mask();
        squeezed[a] = squeeze;
        open[depth++] = a;
        run(area.body());
        depth--;
        mask = waits[a];
        active = waiting[a];
    }

    /** The active pixels go to the end of an area; nothing between here and there waits for them any more. */
    private void exit(int area) {
        for (int d = depth - 1; d >= 0 && open[d] != area; d--) {
            int a = open[d];
            if (squeezed[a] == squeeze) {
                int at = waits[a];
                if (mask < 0) {
                    waiting[a] = 0;
                    continue;
                }
                TruthKernels.without(w, room[a], at, mask, n);
                waits[a] = room[a];
                waiting[a] -= active;
            } else {
                outside(a);
            }
        }
        active = 0;
    }

    /** The same for an area that was entered before pixels were moved together. */
    private void outside(int a) {
        int at = room[a];
        if (waits[a] != at) {
            if (waits[a] < 0) Arrays.fill(w, at, at + Program.STRIP, -1);
            else System.arraycopy(w, waits[a], w, at, Program.STRIP);
            waits[a] = at;
        }
        for (int i = 0; i < n; i++) {
            if (mask >= 0 && w[mask + i] == 0) continue;
            int lane = i;
            for (int s = squeeze - 1; s >= squeezed[a]; s--) lane = lanes[s][lane];
            if (w[at + lane] != 0) waiting[a]--;
            w[at + lane] = 0;
        }
    }

    private void again(Program.Again loop) {
        int outerN = n;
        int outerWhole = whole;
        int level = squeeze;
        boolean squeezes = loop.squeezes() && level < lanes.length;
        boolean moved = false;
        long waste = 0;
        int price = 24 * (loop.floats().length + loop.ints().length) + 40;
        while (active > 0) {
            if ((++rounds & ROUNDS) == 0) ends(loop);
            if (squeezes && active < n) {
                waste += (long) loop.work() * (whole - rounded(active)) / 16;
                if (waste > price && rounded(active) <= whole * 3 / 4) {
                    if (moved) back(loop, level);
                    together(loop, level, moved ? outerN : n);
                    moved = true;
                    waste = 0;
                }
            }
            run(loop.body());
        }
        if (moved) {
            back(loop, level);
            squeeze = level;
            n = outerN;
            whole = outerWhole;
        }
    }

    private static int rounded(int n) {
        return n + 15 & -16;
    }

    private void ends(Program.Again loop) {
        boolean late = crew.limited() ? crew.late() : rounds > MANY_ROUNDS && System.nanoTime() - begun > LONGEST_NS;
        if (late || Thread.currentThread().isInterrupted()) throw new Endless(loop.line());
    }

    /** Moves the active pixels together; what they had before is kept aside, and where. */
    private void together(Program.Again loop, int level, int outer) {
        int[] to = lanes[level];
        if (to == null) to = lanes[level] = new int[Program.STRIDE];
        int count = 0;
        boolean again = squeeze > level;
        for (int i = 0; i < n; i++) {
            if (w[mask + i] != 0) to[count++] = again ? to[i] : i;
        }
        float[] floats = spareFloats[level];
        int strips = loop.floats().length * Program.STRIDE;
        if (floats == null || floats.length < strips) floats = spareFloats[level] = new float[strips];
        for (int s = 0; s < loop.floats().length; s++) {
            int at = loop.floats()[s];
            System.arraycopy(f, at, floats, s * Program.STRIDE, outer);
            for (int i = 0; i < count; i++) f[at + i] = floats[s * Program.STRIDE + to[i]];
        }
        int[] ints = spareInts[level];
        strips = loop.ints().length * Program.STRIDE;
        if (ints == null || ints.length < strips) ints = spareInts[level] = new int[strips];
        for (int s = 0; s < loop.ints().length; s++) {
            int at = loop.ints()[s];
            System.arraycopy(w, at, ints, s * Program.STRIDE, outer);
            for (int i = 0; i < count; i++) w[at + i] = ints[s * Program.STRIDE + to[i]];
        }
        squeeze = level + 1;
        n = active;
        whole = rounded(n);
        mask = -1;
    }

    /** Puts the pixels back to where they were. */
    private void back(Program.Again loop, int level) {
        int[] to = lanes[level];
        for (int s = 0; s < loop.floats().length; s++) {
            int at = loop.floats()[s];
            float[] floats = spareFloats[level];
            for (int i = 0; i < n; i++) floats[s * Program.STRIDE + to[i]] = f[at + i];
            System.arraycopy(floats, s * Program.STRIDE, f, at, Program.STRIP);
        }
        for (int s = 0; s < loop.ints().length; s++) {
            int at = loop.ints()[s];
            int[] ints = spareInts[level];
            for (int i = 0; i < n; i++) ints[s * Program.STRIDE + to[i]] = w[at + i];
            System.arraycopy(ints, s * Program.STRIDE, w, at, Program.STRIP);
        }
    }

    // Instructions

    private void once(int[] code) {
        for (int at = 0; at < code.length; at += Program.WIDE) {
            Op op = OPS[code[at]];
            if (op == Op.PICK || op == Op.PUT) {
                pool(op, code, at, 1);
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

    private void pool(Op op, int[] code, int at, int count) {
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

    private void many(int[] code) {
        float[] f = this.f;
        int[] w = this.w;
        int n = whole;
        for (int at = 0; at < code.length; at += Program.WIDE) {
            if (--untilAsked < 0) {
                untilAsked = ASKED;
                if (crew.late()) throw new Endless();
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
                case PICK, PUT -> pool(op, code, at, this.n);
            }
        }
    }
}
