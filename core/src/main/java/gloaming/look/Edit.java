package gloaming.look;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.annotation.JsonTypeName;
import java.util.List;

/**
 * One change of a look, whoever made it. {@link Edits#apply} carries it out, {@link Edits#inverse} tells what takes it back.
 *
 * <p>A null value, follow or read takes the thing away. Places outside a list mean its nearest end.
 */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "edit")
@JsonSubTypes({
    @JsonSubTypes.Type(Edit.Rename.class),
    @JsonSubTypes.Type(Edit.Format.class),
    @JsonSubTypes.Type(Edit.AddLane.class),
    @JsonSubTypes.Type(Edit.RemoveLane.class),
    @JsonSubTypes.Type(Edit.MoveLane.class),
    @JsonSubTypes.Type(Edit.RenameLane.class),
    @JsonSubTypes.Type(Edit.SetClock.class),
    @JsonSubTypes.Type(Edit.SetLookClock.class),
    @JsonSubTypes.Type(Edit.SetDesk.class),
    @JsonSubTypes.Type(Edit.AddStep.class),
    @JsonSubTypes.Type(Edit.RemoveStep.class),
    @JsonSubTypes.Type(Edit.MoveStep.class),
    @JsonSubTypes.Type(Edit.LabelStep.class),
    @JsonSubTypes.Type(Edit.Bypass.class),
    @JsonSubTypes.Type(Edit.Set.class),
    @JsonSubTypes.Type(Edit.Write.class),
    @JsonSubTypes.Type(Edit.SetFollow.class),
    @JsonSubTypes.Type(Edit.SetFormula.class),
    @JsonSubTypes.Type(Edit.SetRead.class),
    @JsonSubTypes.Type(Edit.AddLayer.class),
    @JsonSubTypes.Type(Edit.RemoveLayer.class),
    @JsonSubTypes.Type(Edit.MoveLayer.class),
    @JsonSubTypes.Type(Edit.ChangeLayer.class),
    @JsonSubTypes.Type(Edit.AddSnapshot.class),
    @JsonSubTypes.Type(Edit.RemoveSnapshot.class),
    @JsonSubTypes.Type(Edit.MoveSnapshot.class),
    @JsonSubTypes.Type(Edit.ChangeSnapshot.class),
    @JsonSubTypes.Type(Edit.SetApart.class),
    @JsonSubTypes.Type(Edit.SetField.class),
    @JsonSubTypes.Type(Edit.AddKit.class),
    @JsonSubTypes.Type(Edit.RemoveKit.class),
    @JsonSubTypes.Type(Edit.ChangeKit.class),
    @JsonSubTypes.Type(Edit.Rebuild.class),
    @JsonSubTypes.Type(Edit.Several.class)
})
public sealed interface Edit {

    @JsonTypeName("rename")
    record Rename(String name) implements Edit {}

    @JsonTypeName("format")
    record Format(int width, int height, double rate, long seed, double tempo) implements Edit {}

    @JsonTypeName("add-lane")
    record AddLane(int place, Lane lane) implements Edit {}

    /** Takes the lane away with its layers; steps that read or follow it lose that. */
    @JsonTypeName("remove-lane")
    record RemoveLane(String lane) implements Edit {}

    @JsonTypeName("move-lane")
    record MoveLane(String lane, int place) implements Edit {}

    @JsonTypeName("rename-lane")
    record RenameLane(String lane, String name) implements Edit {}

    @JsonTypeName("set-clock")
    record SetClock(String lane, Clock clock) implements Edit {}

    @JsonTypeName("set-look-clock")
    record SetLookClock(Clock clock) implements Edit {}

    /** Puts {@code desk} in the place of the look's bindings and performance strip. */
    @JsonTypeName("set-desk")
    record SetDesk(Desk desk) implements Edit {}

    @JsonTypeName("add-step")
    record AddStep(String lane, int place, Step step) implements Edit {}

    @JsonTypeName("remove-step")
    record RemoveStep(String step) implements Edit {}

    /** {@code place} counts in the target lane as it is once the step has left its old place. */
    @JsonTypeName("move-step")
    record MoveStep(String step, String lane, int place) implements Edit {}

    @JsonTypeName("label-step")
    record LabelStep(String step, String label) implements Edit {}

    @JsonTypeName("bypass")
    record Bypass(String step, boolean bypassed) implements Edit {}

    @JsonTypeName("set")
    record Set(String step, String setting, Value value) implements Edit {}

    /** Sets a text, and what is being written in its place and does not work yet, or null. */
    @JsonTypeName("write")
    record Write(String step, String setting, Value value, String draft) implements Edit {}

    @JsonTypeName("set-follow")
    record SetFollow(String step, String setting, Follow follow) implements Edit {}

    /** Lanes stand in the text as {@code {id}}. */
    @JsonTypeName("set-formula")
    record SetFormula(String step, String setting, String text) implements Edit {}

    @JsonTypeName("set-read")
    record SetRead(String step, String read, String lane) implements Edit {}

    @JsonTypeName("add-layer")
    record AddLayer(int place, Layer layer) implements Edit {}

    @JsonTypeName("remove-layer")
    record RemoveLayer(String layer) implements Edit {}

    @JsonTypeName("move-layer")
    record MoveLayer(String layer, int place) implements Edit {}

    /** Puts {@code layer} in the place of the layer with the same id. */
    @JsonTypeName("change-layer")
    record ChangeLayer(Layer layer) implements Edit {}

    @JsonTypeName("add-snapshot")
    record AddSnapshot(int place, Snapshots.Snapshot snapshot) implements Edit {}

    @JsonTypeName("remove-snapshot")
    record RemoveSnapshot(String snapshot) implements Edit {}

    @JsonTypeName("move-snapshot")
    record MoveSnapshot(String snapshot, int place) implements Edit {}

    /** Puts {@code snapshot} in the place of the one with the same id. */
    @JsonTypeName("change-snapshot")
    record ChangeSnapshot(Snapshots.Snapshot snapshot) implements Edit {}

    /** What no snapshot moves and no chance: ids of lanes, and settings as the step's id, a space and the setting's. */
    @JsonTypeName("set-apart")
    record SetApart(List<String> apart) implements Edit {}

    /** Lays the field of snapshots, or with null none. */
    @JsonTypeName("set-field")
    record SetField(Snapshots.Field field) implements Edit {}

    /** Adds a kit with its lanes, which come behind all others. */
    @JsonTypeName("add-kit")
    record AddKit(Kit kit, List<Lane> lanes) implements Edit {}

    /** Takes a kit that nothing uses away with its lanes. */
    @JsonTypeName("remove-kit")
    record RemoveKit(String kit) implements Edit {}

    /** Puts {@code kit} in the place of the kit with the same id. */
    @JsonTypeName("change-kit")
    record ChangeKit(Kit kit) implements Edit {}

    /** Puts all that a look is made of in the place of what it was made of: what wrapping and unwrapping do. */
    @JsonTypeName("rebuild")
    record Rebuild(List<Lane> lanes, List<Layer> mix, Clock clock, Desk desk, List<Kit> kits) implements Edit {
        /** What a look is made of now. */
        public static Rebuild of(Look look) {
            return new Rebuild(look.lanes(), look.mix(), look.clock(), look.desk(), look.kits());
        }
    }

    /** Several edits as one, for the artist and for undo. */
    @JsonTypeName("several")
    record Several(List<Edit> edits) implements Edit {
        public Several {
            edits = List.copyOf(edits);
        }
    }
}
