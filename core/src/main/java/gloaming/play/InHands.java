package gloaming.play;

import gloaming.desk.BoundControl;
import gloaming.desk.BoundSetting;
import gloaming.desk.Grasp;
import gloaming.desk.Inbox;
import gloaming.look.Binding;
import gloaming.look.Look;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What of a look is in somebody's hands. */
final class InHands {
    /** Settings and opacities that controls have hold of. */
    final List<BoundSetting> held = new ArrayList<>();
    /** Controls that make the program do something. */
    final List<BoundControl> acts = new ArrayList<>();

    private final Map<String, Grasp> grasps = new HashMap<>();

    /** Grips on settings whose bindings stay as they were in the plan before, which may be null, keep their hold. */
    InHands(Look look, Plan.Hands hands, Plan last) {
        Map<String, List<Binding>> byTarget = new LinkedHashMap<>();
        for (Binding binding : look.desk().bindings()) {
            byTarget.computeIfAbsent(binding.of() + " " + binding.setting(), key -> new ArrayList<>())
                    .add(binding);
        }
        byTarget.forEach((target, bindings) -> {
            BoundSetting was = last == null
                    ? null
                    : last.held.stream()
                            .filter(g -> target.equals(g.of() + " " + g.setting()))
                            .findFirst()
                            .orElse(null);
            if (bindings.getFirst().of().equals(Binding.SHOW)) {
                for (Binding binding : bindings) acts.add(act(binding, hands.inbox(), last));
                return;
            }
            Grasp outside = hands.outside().grasp(bindings);
            if (outside != null) {
                grasps.put(target, outside);
                return;
            }
            if (was == null || !was.has(bindings)) {
                BoundSetting now = new BoundSetting(
                        bindings.getFirst().of(),
                        bindings.getFirst().setting(),
                        bindings.stream()
                                .map(b -> new BoundControl(b, hands.inbox()))
                                .toList());
                was = was == null ? now : now.after(was);
            }
            held.add(was);
            grasps.put(target, was);
        });
    }

    /** Who has hold of a setting of a step, or of a layer's opacity; null for nobody. */
    Grasp of(String id, String setting) {
        return grasps.get(id + " " + setting);
    }

    private static BoundControl act(Binding binding, Inbox inbox, Plan last) {
        if (last != null) for (BoundControl grip : last.acts) if (grip.binding().equals(binding)) return grip;
        return new BoundControl(binding, inbox);
    }
}
