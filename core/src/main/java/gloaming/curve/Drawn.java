package gloaming.curve;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;

/**
 * What a hand drew while time went on, as few keys: those without which the line through the others would be off by more than a tolerance.
 *
 * <p>After Ramer (1972) and Douglas and Peucker (1973), by the distance in value: time is not a matter of taste.
 */
final class Drawn {
    /** A part of the range of all values that nobody sees. */
    private static final double TOLERANCE = 0.012;

    private Drawn() {}

    /** The keys of a curve with what was drawn in the place of all that stood between its first and its last. */
    static List<Key> into(List<Key> was, List<Key> taken) {
        List<Key> line = forward(taken);
        if (line.isEmpty()) throw new IllegalArgumentException("Nothing was drawn: time stood still.");
        double first = line.getFirst().time();
        double last = line.getLast().time();
        List<Key> kept =
                was.stream().filter(k -> k.time() < first || k.time() > last).toList();
        for (double tolerance = TOLERANCE * range(was, line); ; tolerance = tolerance * 1.6 + 1e-9) {
            List<Key> few = few(line, tolerance);
            if (kept.size() + few.size() > Keys.MOST && few.size() > 2) continue;
            List<Key> all = new ArrayList<>(kept);
            all.addAll(few);
            all.sort(Comparator.comparingDouble(Key::time));
            return all;
        }
    }

    /** Those whose time goes on. */
    private static List<Key> forward(List<Key> taken) {
        List<Key> line = new ArrayList<>();
        for (Key key : taken) {
            if (!Double.isFinite(key.time() + key.value())) continue;
            if (line.isEmpty() || key.time() > line.getLast().time())
                line.add(Key.of(key.time(), key.value(), Key.Join.LINEAR));
        }
        return line;
    }

    private static double range(List<Key> was, List<Key> line) {
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (List<Key> keys : List.of(was, line)) {
            for (Key key : keys) {
                low = Math.min(low, key.value());
                high = Math.max(high, key.value());
            }
        }
        return high - low;
    }

    private static List<Key> few(List<Key> line, double tolerance) {
        BitSet stays = new BitSet();
        stays.set(0);
        stays.set(line.size() - 1);
        List<int[]> open = new ArrayList<>(List.of(new int[] {0, line.size() - 1}));
        while (!open.isEmpty()) {
            int[] ends = open.removeLast();
            int farthest = farthest(line, ends[0], ends[1], tolerance);
            if (farthest < 0) continue;
            stays.set(farthest);
            open.add(new int[] {ends[0], farthest});
            open.add(new int[] {farthest, ends[1]});
        }
        return stays.stream().mapToObj(line::get).toList();
    }

    /** The one that is off the line between two by most, and by more than the tolerance; or -1. */
    private static int farthest(List<Key> line, int from, int to, double tolerance) {
        Key a = line.get(from);
        Key b = line.get(to);
        double most = tolerance;
        int which = -1;
        for (int i = from + 1; i < to; i++) {
            Key key = line.get(i);
            double part = (key.time() - a.time()) / (b.time() - a.time());
            double off = Math.abs(key.value() - (a.value() + (b.value() - a.value()) * part));
            if (off <= most) continue;
            most = off;
            which = i;
        }
        return which;
    }
}
