package gloaming.state;

import java.util.Arrays;

/**
 * Numbers that pass from one state to another by a {@link Change}, so that neither they nor their speeds leap.
 *
 * <p>A number is where its state has it and an offset that dies away. So a state may move meanwhile, and a change may come in the middle of
 * another.
 */
public final class Passage {
    private float[] shown = {};
    private float[] speed = {};
    private float[] target = {};
    private float[] away = {};
    private float[] drift = {};

    /** Makes room for so many numbers; those that were there stay. */
    public void room(int n) {
        if (shown.length >= n) return;
        int room = n + n / 2;
        shown = Arrays.copyOf(shown, room);
        speed = Arrays.copyOf(speed, room);
        target = Arrays.copyOf(target, room);
        away = Arrays.copyOf(away, room);
        drift = Arrays.copyOf(drift, room);
    }

    /** Number {@code k} as it is shown in this frame, where its state has it at {@code is}; asked for once a frame. */
    public float at(int k, float is, Change change) {
        return at(k, is, change, change.stays(), change.goes());
    }

    /** The same with the change's parts at hand, for many numbers. */
    public float at(int k, float is, Change change, double stays, double goes) {
        double dt = change.dt();
        if (change.begins()) {
            drift[k] = speed[k];
            // It would have gone on for a frame.
            away[k] = (float) (shown[k] + speed[k] * dt - is);
        } else if (change.follows()) drift[k] -= (float) ((is - target[k]) / dt);
        float at = change.over() ? is : (float) (is + away[k] * stays + drift[k] * goes);
        if (dt > 0) speed[k] = change.anew() ? 0 : (float) ((at - shown[k]) / dt);
        shown[k] = at;
        target[k] = is;
        return at;
    }

    /** The same for something that has nothing to come from. */
    public float stand(int k, float is, Change change) {
        if (change.dt() > 0) speed[k] = (float) ((is - shown[k]) / change.dt());
        shown[k] = is;
        target[k] = is;
        away[k] = 0;
        drift[k] = 0;
        return is;
    }

    /** Leaves out whole numbers of what is still to go, for what is the same again after one: a turn. Says how many. */
    public float shorter(int k) {
        float whole = (float) Math.rint(away[k]);
        away[k] -= whole;
        shown[k] -= whole;
        return whole;
    }
}
