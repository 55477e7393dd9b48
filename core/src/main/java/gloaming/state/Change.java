package gloaming.state;

import gloaming.flow.Rising;
import gloaming.flow.Signal;
import java.util.function.IntPredicate;

/**
 * Which of several states it is, and how far the change to it has come.
 *
 * <p>What is away from its state at the beginning of a change comes home along a polynomial of the fifth degree, and so does the speed at
 * which it was moving (as in Bollo 2018): {@link #stays} and {@link #goes} are its two parts.
 */
public final class Change {
    private final Rising rising = new Rising();
    private int now = -1;
    private boolean anew;
    private boolean begins;
    private boolean follows;
    /** Whether the change began in the frame before. */
    private boolean fresh;

    private double gone;
    /** How long the change takes, as it was asked for when it began: whoever asks otherwise meanwhile moves nothing. */
    private double over;

    private double dt;

    /**
     * Chooses the state of this frame, counted from 0, and goes on with the change.
     *
     * @param number the state's number, for {@link How#NUMBER}
     * @param when at whose rise the next one comes, for {@link How#TURN}; null for never
     * @param there which states there are
     * @param states how many there can be
     * @param anew whether there is nothing yet that could pass over, so that it stands in its state at once
     * @param over how long a change that begins now takes, seconds; 0 for at once
     * @param dt seconds since the frame before
     */
    public int next(
            How how, int number, Signal when, int states, IntPredicate there, boolean anew, double over, double dt) {
        boolean rose = when != null && rising.by(when.value());
        int wanted = how == How.NUMBER ? number : now < 0 ? 0 : rose ? after(now, states, there) : now;
        this.anew = anew || now < 0;
        if (this.anew) fresh = false;
        begins = !this.anew && wanted != now && over > 0;
        follows = !begins && fresh && dt > 0;
        if (begins) fresh = true;
        else if (follows) fresh = false;
        // At once where nothing was shown, or where it is to take no time.
        if (begins || this.anew || wanted != now) this.over = begins ? over : 0;
        gone = begins || this.anew ? 0 : Math.min(this.over, gone + dt);
        this.dt = dt;
        now = wanted;
        return now;
    }

    private static int after(int now, int states, IntPredicate there) {
        for (int k = 1; k <= states; k++) {
            int i = (now + k) % states;
            if (there.test(i)) return i;
        }
        return 0;
    }

    /** Whether a change begins with this frame. */
    public boolean begins() {
        return begins;
    }

    /** Whether this is the frame behind the one it began with, in which how fast the new state moves is known first. */
    public boolean follows() {
        return follows;
    }

    /** Whether nothing was shown before. */
    public boolean anew() {
        return anew;
    }

    /** Whether all is where its state has it. */
    public boolean over() {
        return gone >= over;
    }

    /** Seconds since the frame before. */
    public double dt() {
        return dt;
    }

    /** The part of what was away at the beginning that is left, 1 to 0. */
    public double stays() {
        if (over()) return 0;
        double s = gone / over;
        return 1 - s * s * s * (10 - s * (15 - 6 * s));
    }

    /** For how many seconds' worth of its speed at the beginning it has gone on: 0 at both ends. */
    public double goes() {
        if (over()) return 0;
        double s = gone / over;
        return over * s * (1 - s * s * (6 - s * (8 - 3 * s)));
    }
}
