package gloaming.step;

import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Snapshots;
import gloaming.look.Snapshots.Snapshot;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.TreeSet;

/** Takes snapshots of a look, of lanes or of steps, and goes back to them. */
public final class SnapshotEdits {
    private static final double USUAL = 2;

    private final Catalogue catalogue;

    public SnapshotEdits(Catalogue catalogue) {
        this.catalogue = catalogue;
    }

    /** One more snapshot: of some lanes and steps, or with none of the look with its mix. */
    public Edit take(Look look, Collection<String> lanes, Collection<String> steps, String name, String picture) {
        boolean whole = lanes.isEmpty() && steps.isEmpty();
        Map<String, Map<String, Value>> kept = new TreeMap<>();
        for (Lane lane : look.lanes()) {
            for (Step step : lane.steps()) {
                if (!whole && !lanes.contains(lane.id()) && !steps.contains(step.id())) continue;
                Map<String, Value> set = new TreeMap<>();
                step.settings().forEach((setting, value) -> {
                    if (goes(look, step, setting)) set.put(setting, value);
                });
                kept.put(step.id(), set);
            }
        }
        Map<String, Double> opacities = new TreeMap<>();
        for (Layer layer : look.mix())
            if (whole || lanes.contains(layer.lane())) opacities.put(layer.id(), layer.opacity());
        if (kept.isEmpty()) throw new Refused("There is nothing yet whose settings could be kept.");
        Snapshots all = look.snapshots();
        String called = name.isBlank() ? "snapshot " + (all.all().size() + 1) : name.strip();
        Snapshot taken =
                new Snapshot(look.freshId("n"), called, picture, USUAL, false, Snapshots.Way.SOFT, kept, opacities);
        return new Edit.AddSnapshot(all.all().size(), taken);
    }

    /**
     * Sets all to what it was. What is driven stays driven; what is kept out of snapshots, gone, or another step by now, stays as it is.
     * {@link Refused} where all is so already.
     */
    public Edit call(Look look, String id) {
        Snapshot snapshot = look.snapshots().find(id);
        if (snapshot == null) throw new Refused("That snapshot is not there any more.");
        List<Edit> edits = new ArrayList<>();
        for (Lane lane : look.lanes()) {
            for (Step step : lane.steps()) {
                Map<String, Value> kept = snapshot.steps().get(step.id());
                if (kept != null) set(look, lane, step, kept, edits);
            }
        }
        for (Layer layer : look.mix()) {
            Double opacity = snapshot.opacities().get(layer.id());
            boolean driven = layer.follow() != null || layer.formula() != null;
            if (opacity == null || driven || opacity == layer.opacity()) continue;
            if (!look.snapshots().apart().contains(layer.lane()))
                edits.add(new Edit.ChangeLayer(layer.withOpacity(opacity)));
        }
        if (edits.isEmpty()) throw new Refused("All is as it was in '" + snapshot.name() + "' already.");
        return new Edit.Several(edits);
    }

    /** The look as it would be with a snapshot called; itself where all is so already. */
    public Look called(Look look, String id) {
        try {
            return Edits.apply(look, call(look, id));
        } catch (Refused e) {
            return look;
        }
    }

    private void set(Look look, Lane lane, Step step, Map<String, Value> kept, List<Edit> edits) {
        TreeSet<String> settings = new TreeSet<>(step.settings().keySet());
        settings.addAll(kept.keySet());
        Description description = catalogue.of(look, step);
        for (String setting : settings) {
            Value value = kept.get(setting);
            if (Objects.equals(value, step.settings().get(setting))) continue;
            if (!goes(look, step, setting)) continue;
            if (step.follows().containsKey(setting) || step.formulas().containsKey(setting)) continue;
            if (look.snapshots().keepsOut(lane.id(), step.id(), setting)) continue;
            int i = description.settingIndex(setting);
            // A range may have become another one since.
            if (i >= 0 && value != null && description.settings().get(i).refuses(value) != null) continue;
            edits.add(new Edit.Set(step.id(), setting, value));
        }
    }

    /** Texts of code are what a step is, and not how it stands. */
    private boolean goes(Look look, Step step, String setting) {
        Description description = catalogue.of(look, step);
        int i = description.settingIndex(setting);
        return i >= 0
                && description.settings().get(i).form() != Setting.Form.CODE
                && description.settings().get(i).form() != Setting.Form.STRIP;
    }
}
