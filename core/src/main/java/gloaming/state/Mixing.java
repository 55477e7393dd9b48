package gloaming.state;

import java.util.Arrays;

/** Numbers that mix from what was shown at the beginning of a {@link Change} to what their state has: colours, sizes. */
public final class Mixing {
    private float[] shown = {};
    private float[] began = {};

    /** Makes room for so many numbers; those that were there stay. */
    public void room(int n) {
        if (shown.length >= n) return;
        shown = Arrays.copyOf(shown, n + n / 2);
        began = Arrays.copyOf(began, shown.length);
    }

    /** Number {@code k} as it is shown in this frame, where its state has it at {@code is}; asked for once a frame. */
    public float at(int k, float is, Change change, double stays) {
        if (change.begins()) began[k] = shown[k];
        float at = change.over() ? is : (float) (is + (began[k] - is) * stays);
        shown[k] = at;
        return at;
    }

    /** The same for something that has nothing to come from. */
    public float stand(int k, float is) {
        began[k] = is;
        shown[k] = is;
        return is;
    }
}
