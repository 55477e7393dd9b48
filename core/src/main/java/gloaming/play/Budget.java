package gloaming.play;

import gloaming.flow.Crew;
import gloaming.look.Step;
import gloaming.step.Description;
import gloaming.step.Operation;
import gloaming.step.Setting;
import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;

/**
 * What one step may take of a frame, and what becomes of one that takes more: after {@value #MOST_STRIKES} frames in a row it is passed
 * over until its settings change; a few times, later and later, it is tried again, since a step that was only slow at its start (the JIT has
 * not come to it yet) is not to be missing for a whole evening. A step whose code is the reason goes on with the code that worked before, if
 * there was any.
 */
final class Budget {
    private static final long MOST_NS = 1_000_000_000L;
    private static final int MOST_STRIKES = 3;
    /** A new text may take less, and fails at once, where there is one that works. */
    private static final long NEW_TEXT_NS = 400_000_000L;

    /**
     * A strike is so much work, as a part of what a step may take, in late frames one after another: on a machine that is busy with
     * other things a frame takes long without having worked, and several come to one strike.
     */
    private static final double WORKED = 0.6;

    private static final ThreadMXBean THREADS = ManagementFactory.getThreadMXBean();

    /** Ends a step that is passed over. */
    static final RuntimeException PASSED_OVER = new Passed();

    private static final class Passed extends RuntimeException {
        Passed() {
            super("passed over", null, false, false);
        }
    }

    /** Times that a step which was passed over is tried again, and nanoseconds until the first time; each next waits three times as long. */
    private static final int MOST_RETRIES = 3;

    private static final long RETRY_NS = 4_000_000_000L;

    private int strikes;
    private int retries;
    private long passedOverAt;
    /** Nanoseconds worked in late frames since the last strike. */
    private long toiled;

    private boolean stood;
    /** What was wrong the last time, as the step said it, with a full stop and a space, or empty. */
    private String said = "";

    /** What the artist is told while the step is not what it should be. */
    private String telling;

    /** What the step was made of when it last kept its budget; null where it never has, or has no code. */
    private Description description;

    private Object[] worked;
    /** What was looked at for code last. */
    private Object[] noted;

    private Operation<?, ?, ?> old;

    /** The budget of a step after an edit. */
    Budget after(Step before, Step now) {
        boolean same =
                before.settings().equals(now.settings()) && before.reads().equals(now.reads());
        if (same) return this;
        Budget next = new Budget();
        next.worked = worked;
        next.description = description;
        return next;
    }

    /** Nanoseconds that the step may take. */
    long most(StepRun step) {
        return tries(step) ? NEW_TEXT_NS : MOST_NS;
    }

    private boolean tries(StepRun step) {
        return worked != null && worked != step.arguments;
    }

    /** What to run for a step in this frame: itself, what it was before, or null for nothing. */
    Operation<?, ?, ?> allowed(StepRun step) {
        if (strikes < MOST_STRIKES) return step.operation;
        if (worked == null && !stood && again()) return step.operation;
        if (worked == null || stood) return null;
        if (old == null) {
            old = description.make(worked);
            step.memory = old.memory();
        }
        step.trouble = telling;
        return old;
    }

    /** Whether it is time to try it once more. */
    private boolean again() {
        long wait = RETRY_NS;
        for (int i = 0; i < retries; i++) wait *= 3;
        if (retries == MOST_RETRIES || System.nanoTime() - passedOverAt < wait) return false;
        retries++;
        strikes = MOST_STRIKES - 1;
        return true;
    }

    /** Whether this is what ends a step that takes too long. */
    static boolean tooLong(Throwable e) {
        return e == PASSED_OVER || e instanceof Crew.Overtime || e instanceof Operation.TooLong;
    }

    /** What the artist is told of a step that was ended. */
    String sentence(Throwable e) {
        if (strikes >= MOST_STRIKES) return telling;
        if (e instanceof Operation.TooLong) said = e.getMessage() + ". ";
        return "was stopped. " + said + "It took too long for one frame.";
    }

    /** Notes what the step took in a frame that was begun when this thread had worked for {@code cpu} nanoseconds. */
    void took(StepRun step, long nanoseconds, boolean late, long cpu) {
        if (strikes >= MOST_STRIKES) return;
        long most = most(step);
        if (!late && nanoseconds <= most) {
            strikes = 0;
            retries = 0;
            toiled = 0;
            if (noted != step.arguments) note(step);
            return;
        }
        toiled += THREADS.getCurrentThreadCpuTime() - cpu;
        if (toiled < WORKED * most) return;
        toiled = 0;
        strikes = tries(step) ? MOST_STRIKES : strikes + 1;
        if (strikes == MOST_STRIKES) {
            passedOverAt = System.nanoTime();
            tell();
        }
    }

    private void tell() {
        telling = worked != null && !stood
                ? "goes on with its text from before. " + said
                        + "The new one takes too long for a frame; change it to try again."
                : "is passed over. " + said
                        + "It takes over a second a frame; it is tried again a few times, and when one of its settings changes.";
    }

    private void note(StepRun step) {
        noted = step.arguments;
        for (int i = 0; i < step.description.settings().size(); i++) {
            if (step.description.settings().get(i).form() != Setting.Form.CODE) continue;
            worked = step.arguments;
            description = step.description;
        }
    }

    /** The step has stood still and could not be ended. */
    void stands() {
        strikes = MOST_STRIKES;
        stood = true;
        tell();
    }
}
