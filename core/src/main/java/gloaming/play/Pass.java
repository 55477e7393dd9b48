package gloaming.play;

import gloaming.flow.Picture;
import gloaming.step.ByRows;

/** Neighbouring steps of a lane that work by rows, made ready for this frame: strips run through all of them at once. */
final class Pass {
    private StepRun[] steps = new StepRun[8];
    private ByRows.Rows[] rows = new ByRows.Rows[8];
    private int size;
    private Picture in;
    private ByRows.Reach reach = ByRows.Reach.PIXEL;

    /** What the strips were made into; set by whichever thread, always the same. */
    volatile Picture made;

    int size() {
        return size;
    }

    /** What flows into the first step, or null for a source. */
    Picture in() {
        return in;
    }

    /** How far the first step looks; those behind it look at the pixel. */
    ByRows.Reach reach() {
        return reach;
    }

    void begin(Picture in, ByRows.Reach reach) {
        this.in = in;
        this.reach = reach;
    }

    void add(StepRun step, ByRows.Rows run) {
        if (size == steps.length) {
            steps = java.util.Arrays.copyOf(steps, 2 * size);
            rows = java.util.Arrays.copyOf(rows, 2 * size);
        }
        steps[size] = step;
        rows[size++] = run;
    }

    void clear() {
        java.util.Arrays.fill(rows, 0, size, null);
        size = 0;
        in = null;
        made = null;
    }

    /** Runs rows {@code from} to {@code to} through all steps; {@code scratch} holds them in between. */
    Picture run(Picture scratch, int from, int to) {
        Picture now = in;
        for (int i = 0; i < size; i++) {
            long started = System.nanoTime();
            try {
                now = rows[i].run(now, scratch, from, to);
            } catch (VirtualMachineError | RuntimeException e) {
                steps[i].trouble = "is passed over: " + LaneWork.sentence(e);
                if (now == null) {
                    scratch.clear(from, to);
                    now = scratch;
                }
            }
            steps[i].inRows.addAndGet(System.nanoTime() - started);
        }
        return now;
    }
}
