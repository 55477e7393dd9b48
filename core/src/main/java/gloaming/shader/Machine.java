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
 */
final class Machine {
    private static final int TILE_WIDTH = Arithmetic.TILE_WIDTH;
    private static final int TILE_HEIGHT = Program.STRIP / TILE_WIDTH;
    /** After so many rounds of all loops of a tile together it is asked whether there is time left. */
    private static final int ROUNDS = 63;
    /** Where the crew has no limit, a tile's loops may take so long, and fewer rounds are never too many. */
    private static final long LONGEST_NS = 2_000_000_000L;

    private static final int MANY_ROUNDS = 2_000;

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
    private final Arithmetic strip = new Arithmetic();
    private int[] w = {};
    private int n;
    private int whole;
    private int mask;
    private int active;
    private long begun;
    private int rounds;
    private Crew crew;

    /** The areas around what runs now: what waits behind each, how many, and in which squeeze it was entered. */
    private int[] waits = {};

    private int[] waiting = {};
    private int[] room = {};
    private int[] entered = {};
    private int[] open = {};
    private int depth;
    private final Squeeze squeezed = new Squeeze();
    private int squeeze;

    /**
     * Makes ready for a program; {@code uniforms} are the bits of the inputs that are the same for all pixels, {@code crew} tells
     * when there is no time left.
     */
    void load(Program program, int[] uniforms, Texels[] inputs, Crew crew) {
        this.crew = crew;
        strip.load(program, uniforms, inputs, crew);
        w = strip.w;
        if (this.program != program) {
            this.program = program;
            int areas = program.areas();
            waits = new int[areas];
            waiting = new int[areas];
            room = new int[areas];
            entered = new int[areas];
            open = new int[areas];
        }
    }

    /** How many pixels, as the program counts them, a pixel is wide and high. */
    void pixel(float across, float up) {
        strip.pixel(across, up);
    }

    static int tiles(int width, int height) {
        return ((width + TILE_WIDTH - 1) / TILE_WIDTH) * ((height + TILE_HEIGHT - 1) / TILE_HEIGHT);
    }

    /** Works out one tile of a picture; the bottom left one is 0. */
    void tile(int tile, int width, int height, float[][] planes) {
        float[] f = strip.f;
        int columns = (width + TILE_WIDTH - 1) / TILE_WIDTH;
        int left = tile % columns * TILE_WIDTH;
        int low = tile / columns * TILE_HEIGHT;
        begin();
        for (Program.Bound bound : program.bound()) {
            if (Program.Given.varying(bound.input())) strip.position(bound, left, low, width, height);
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

    private void begin() {
        n = whole = Program.STRIP;
        mask = -1;
        active = n;
        depth = 0;
        squeeze = 0;
        begun = System.nanoTime();
        rounds = 0;
    }

    /** Works out points {@code from} on, at most a strip of them; columns in and out in the order the program has them. */
    void points(int from, int count, float[][] columns, float[][] outs) {
        float[] f = strip.f;
        begin();
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

    // Control flow

    private void run(List<Step> steps) {
        for (int i = 0; i < steps.size(); i++) {
            if (active == 0) return;
            switch (steps.get(i)) {
                case Program.Many many -> strip.many(many.code(), mask, whole, n);
                case Program.Once once -> strip.once(once.code());
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
        entered[a] = squeeze;
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
            if (entered[a] == squeeze) {
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
            for (int s = squeeze - 1; s >= entered[a]; s--) lane = squeezed.before(s, lane);
            if (w[at + lane] != 0) waiting[a]--;
            w[at + lane] = 0;
        }
    }

    private void again(Program.Again loop) {
        int outerN = n;
        int outerWhole = whole;
        int level = squeeze;
        boolean squeezes = loop.squeezes() && level < Squeeze.LEVELS;
        boolean moved = false;
        long waste = 0;
        int price = 24 * (loop.floats().length + loop.ints().length) + 40;
        while (active > 0) {
            if ((++rounds & ROUNDS) == 0) ends(loop);
            if (squeezes && active < n) {
                waste += (long) loop.work() * (whole - rounded(active)) / 16;
                if (waste > price && rounded(active) <= whole * 3 / 4) {
                    if (moved) squeezed.back(loop, level, strip, n);
                    together(loop, level, moved ? outerN : n);
                    moved = true;
                    waste = 0;
                }
            }
            run(loop.body());
        }
        if (moved) {
            squeezed.back(loop, level, strip, n);
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

    private void together(Program.Again loop, int level, int outer) {
        squeezed.together(loop, level, outer, strip, mask, n, squeeze > level);
        squeeze = level + 1;
        n = active;
        whole = rounded(n);
        mask = -1;
    }
}
