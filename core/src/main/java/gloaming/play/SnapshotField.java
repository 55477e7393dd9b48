package gloaming.play;

import gloaming.look.Look;
import gloaming.look.Snapshots;
import gloaming.look.Step;
import gloaming.step.Catalogue;
import gloaming.step.KitOpening;
import gloaming.step.SnapshotEdits;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * The field on which snapshots lie, as it plays: what the look would be with each of them, and how much of each it is in a frame.
 *
 * <p>With two signals the weights are those of Shepard (1968), "A two-dimensional interpolation function for irregularly-spaced data",
 * inverse to the square of the distance; with one the two neighbours on the line share, straight.
 */
final class SnapshotField {
    static final SnapshotField NONE = new SnapshotField(null, null, List.of(), new double[0], new double[0]);

    final String across;
    final String up;
    /** The look as it would play with each snapshot. */
    private final List<Look> looks;

    private final List<Map<String, Step>> steps = new ArrayList<>();
    private final double[] x;
    private final double[] y;
    final double[] weights;

    private SnapshotField(String across, String up, List<Look> looks, double[] x, double[] y) {
        this.across = across;
        this.up = up;
        this.looks = looks;
        this.x = x;
        this.y = y;
        weights = new double[looks.size()];
        for (Look look : looks) {
            Map<String, Step> byId = new HashMap<>();
            look.steps().forEach(step -> byId.put(step.id(), step));
            steps.add(byId);
        }
    }

    /** The field of a look that keeps the rules, beside it with its kits opened; {@link #NONE} where it is off or has less than two snapshots to go between. */
    static SnapshotField of(Look look, Look opened, Catalogue catalogue) {
        Snapshots.Field field = look.snapshots().field();
        if (field == null
                || !field.on()
                || field.across() == null
                || opened.lane(field.across()).isEmpty()) return NONE;
        String up = field.up() == null || opened.lane(field.up()).isEmpty() ? null : field.up();
        SnapshotEdits snapshots = new SnapshotEdits(catalogue);
        List<Look> looks = new ArrayList<>();
        List<Snapshots.Spot> spots = new ArrayList<>();
        for (var each : field.spots().entrySet()) {
            if (look.snapshots().find(each.getKey()) == null) continue;
            looks.add(KitOpening.open(snapshots.called(look, each.getKey()), catalogue));
            spots.add(each.getValue());
        }
        if (looks.size() < 2) return NONE;
        double[] x = spots.stream().mapToDouble(Snapshots.Spot::x).toArray();
        double[] y = spots.stream().mapToDouble(Snapshots.Spot::y).toArray();
        return new SnapshotField(field.across(), up, looks, x, y);
    }

    boolean isThere() {
        return !looks.isEmpty();
    }

    /** A step as it would be with each snapshot, or null where it is not there in one. */
    Step[] steps(String id) {
        Step[] all = new Step[steps.size()];
        for (int i = 0; i < all.length; i++) {
            all[i] = steps.get(i).get(id);
            if (all[i] == null) return null;
        }
        return all;
    }

    /** The opacity of a layer with each snapshot, or null. */
    double[] opacities(String layer) {
        double[] all = new double[looks.size()];
        for (int i = 0; i < all.length; i++) {
            var found = looks.get(i).layer(layer);
            if (found.isEmpty()) return null;
            all[i] = found.get().opacity();
        }
        return all;
    }

    /** Weighs the snapshots for where the signals are, 0 to 1 each. */
    void weigh(double u, double v) {
        if (up == null) line(x, Math.clamp(u, 0, 1), weights);
        else shepard(x, y, Math.clamp(u, 0, 1), Math.clamp(v, 0, 1), weights);
    }

    /** The neighbours of a place on a line share it, straight; beyond the last ones it is all theirs. */
    static void line(double[] x, double u, double[] weights) {
        int below = -1;
        int above = -1;
        for (int i = 0; i < x.length; i++) {
            weights[i] = 0;
            if (x[i] <= u && (below < 0 || x[i] > x[below])) below = i;
            if (x[i] > u && (above < 0 || x[i] < x[above])) above = i;
        }
        if (below < 0) weights[above] = 1;
        else if (above < 0) weights[below] = 1;
        else {
            weights[above] = (u - x[below]) / (x[above] - x[below]);
            weights[below] = 1 - weights[above];
        }
    }

    /** Inverse to the square of the distance; all of the first that lies just there. */
    static void shepard(double[] x, double[] y, double u, double v, double[] weights) {
        double sum = 0;
        for (int i = 0; i < x.length; i++) {
            double dx = x[i] - u;
            double dy = y[i] - v;
            double square = dx * dx + dy * dy;
            if (square < 1e-12) {
                java.util.Arrays.fill(weights, 0);
                weights[i] = 1;
                return;
            }
            weights[i] = 1 / square;
            sum += weights[i];
        }
        for (int i = 0; i < x.length; i++) weights[i] /= sum;
    }
}
