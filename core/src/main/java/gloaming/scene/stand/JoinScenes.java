package gloaming.scene.stand;

import gloaming.look.Id;
import gloaming.scene.Scene;
import gloaming.scene.Staging;
import gloaming.step.Frame;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** Puts what stands in other lanes into the same world; what comes of each lane is a variant of its own. */
@Id("join-scene")
@StepInfo(
        name = "Join scenes",
        does = "Puts the things and lamps of up to four other lanes into the same world.",
        find = "add merge combine and together scene union with",
        notice = "Two scenes are one: each sees the other's lamps and shadows.",
        example = "block width=0.4 height=0.4 depth=0.4 > *")
@Read(name = "with", kind = Scene.class, says = "The lane whose things come in.")
@Read(name = "and", kind = Scene.class, optional = true, says = "Another.")
@Read(name = "also", kind = Scene.class, optional = true, says = "Another.")
@Read(name = "last", kind = Scene.class, optional = true, says = "Another.")
public record JoinScenes() implements Staging {

    @Override
    public void stage(Scene own, Frame frame) {
        add(own, frame, "with");
        add(own, frame, "and");
        add(own, frame, "also");
        add(own, frame, "last");
    }

    private static void add(Scene own, Frame frame, String name) {
        Scene other = frame.read(name, Scene.class);
        if (other == null) return;
        int first = own.things();
        int variants = own.variants();
        own.add(other);
        for (int i = first; i < own.things(); i++) own.thing(i).variant += variants;
    }
}
