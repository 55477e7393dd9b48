package gloaming.play;

import gloaming.look.Layer;
import gloaming.look.Step;
import gloaming.step.Amount;
import gloaming.step.Setting;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;

/** What is on its way in a plan: settings and opacities that glide to where they were set, or are between those of snapshots. */
final class Underway {
    private Underway() {}

    /** What was on its way goes on, unless it was touched; what is set otherwise sets out, where there is a glide. */
    static void goOn(StepRun run, StepRun was, Glide glide) {
        if (was.description != run.description || glide == null && was.moving.length == 0) return;
        List<Moving> all = new ArrayList<>();
        for (int i = 0; i < run.arguments.length; i++) {
            int setting = i;
            if (Arrays.stream(run.driven).anyMatch(driven -> driven.setting == setting)) continue;
            Setting of = run.description.settings().get(i);
            boolean set = !Objects.equals(
                    was.step.settings().get(of.id()), run.step.settings().get(of.id()));
            Moving now = null;
            Object is = Amount.plain(was.arguments[i]);
            if (set && glide != null) now = new Gliding(i, of, glide, is, run.arguments[i]);
            if (!set)
                for (Moving each : was.moving)
                    if (each instanceof Gliding && each.setting == i && !each.done) now = each;
            if (now == null) continue;
            all.add(now);
            run.arguments[i] = is;
        }
        if (!all.isEmpty()) run.moving = all.toArray(Moving[]::new);
    }

    /** Lets the settings of a step be between those of the snapshots on the field, where these differ. */
    static void blend(StepRun run, SnapshotField field) {
        Step[] steps = field.steps(run.step.id());
        if (steps == null) return;
        Object[][] each = new Object[steps.length][];
        for (int i = 0; i < steps.length; i++) {
            if (!steps[i].type().equals(run.step.type())) return;
            each[i] = run.description.arguments(steps[i].settings());
        }
        List<Moving> all = new ArrayList<>();
        for (int s = 0; s < run.arguments.length; s++) {
            int setting = s;
            if (Arrays.stream(run.driven).anyMatch(driven -> driven.setting == setting)) continue;
            Object[] values =
                    Arrays.stream(each).map(arguments -> arguments[setting]).toArray();
            if (Arrays.stream(values).allMatch(values[0]::equals)) continue;
            all.add(new Blending(s, run.description.settings().get(s), values, field.weights));
        }
        if (all.isEmpty()) return;
        for (Moving moving : run.moving)
            if (all.stream().noneMatch(other -> other.setting == moving.setting)) all.add(moving);
        run.moving = all.toArray(Moving[]::new);
    }

    /** How the opacity of a layer goes on: between those of snapshots, or to where it was set; null where it stands. */
    static Moving of(Layer layer, LayerRun was, SnapshotField field, Glide glide) {
        if (layer.follow() != null || layer.formula() != null) return null;
        double[] all = field.isThere() ? field.opacities(layer.id()) : null;
        if (all != null && Arrays.stream(all).anyMatch(each -> each != all[0]))
            return new Blending(-1, null, Arrays.stream(all).boxed().toArray(), field.weights);
        if (was == null) return null;
        boolean set = was.layer().opacity() != layer.opacity();
        double is = was.opacity() == null ? was.layer().opacity() : was.opacity().value;
        if (set) return glide == null ? null : new Gliding(-1, null, glide, is, layer.opacity());
        return was.opacity() != null && was.opacity().moving instanceof Gliding goes && !goes.done ? goes : null;
    }
}
