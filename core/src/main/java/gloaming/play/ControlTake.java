package gloaming.play;

import gloaming.curve.Key;
import gloaming.desk.Control;
import gloaming.desk.Inbox;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * What a control does while a step's curve is played: where the curve was in each frame, and how the control stood then. The first
 * control that moves is the one; where the curve begins anew, the take is at its end. The frame's thread notes; whoever began it reads
 * it when it is over.
 */
public final class ControlTake {
    /** Frames of one, at most: five minutes at sixty a second. */
    public static final int MOST = 18_000;
    /** What moves all the time on a page, and is not meant. */
    private static final List<String> NOT_MEANT = List.of("pointer ", "key ");

    private final String step;
    private final Inbox inbox;
    private final Map<String, Long> before = new HashMap<>();
    private final double[] places = new double[MOST];
    private final double[] values = new double[MOST];
    private volatile Control control;
    private volatile int count;
    private boolean over;

    public ControlTake(String step, Inbox inbox) {
        this.step = step;
        this.inbox = inbox;
        for (Control c : inbox.controls()) before.put(c.name(), c.count());
    }

    String step() {
        return step;
    }

    /** A frame was made in which the curve was played at a place; not a number where it was not. */
    void note(double place) {
        int n = count;
        if (over || n == MOST || Double.isNaN(place)) return;
        if (control == null) control = moved();
        if (control == null) return;
        if (n > 0 && place < places[n - 1]) over = true;
        if (n > 0 && place <= places[n - 1]) return;
        places[n] = place;
        values[n] = control.value();
        // Last of all: who sees the count sees what was noted.
        count = n + 1;
    }

    private Control moved() {
        for (Control c : inbox.controls())
            if (c.count() > before.getOrDefault(c.name(), 0L)
                    && NOT_MEANT.stream().noneMatch(c.name()::startsWith)) return c;
        return null;
    }

    /** The name of the control that moved, or empty. */
    public String control() {
        Control is = control;
        return is == null ? "" : is.name();
    }

    /** What was taken, where the least of the control is {@code low} and its most {@code high}; controls go from 0 to 1 unless they went farther. */
    public List<Key> keys(double low, double high) {
        int n = count;
        double least = 0;
        double most = 1;
        for (int i = 0; i < n; i++) {
            least = Math.min(least, values[i]);
            most = Math.max(most, values[i]);
        }
        List<Key> keys = new ArrayList<>(n);
        for (int i = 0; i < n; i++) {
            double part = (values[i] - least) / (most - least);
            keys.add(Key.of(places[i], low + (high - low) * part, Key.Join.LINEAR));
        }
        return keys;
    }
}
