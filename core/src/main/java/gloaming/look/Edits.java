package gloaming.look;

import java.util.ArrayList;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.function.Function;

/** Carries edits out and turns them round. */
public final class Edits {
    private Edits() {}

    /** The look after the edit; {@link Refused} when it speaks of something that is not there. */
    public static Look apply(Look look, Edit edit) {
        return switch (edit) {
            case Edit.Rename e -> look.withName(e.name());
            case Edit.Format e -> look.withFormat(e.width(), e.height(), e.rate(), e.seed(), e.tempo());
            case Edit.AddLane e -> look.withLanes(inserted(look.lanes(), e.place(), e.lane()));
            case Edit.RemoveLane e -> Removal.lane(look, lane(look, e.lane()).id());
            case Edit.MoveLane e -> look.withLanes(moved(look.lanes(), lane(look, e.lane()), e.place()));
            case Edit.RenameLane e -> look.withLane(lane(look, e.lane()).id(), lane -> lane.withName(e.name()));
            case Edit.SetClock e -> look.withLane(lane(look, e.lane()).id(), lane -> lane.withClock(e.clock()));
            case Edit.SetLookClock e -> look.withClock(e.clock());
            case Edit.SetDesk e -> look.withDesk(e.desk());
            case Edit.AddStep e -> look.withLane(lane(look, e.lane()).id(), lane -> lane.insert(e.place(), e.step()));
            case Edit.RemoveStep e -> Removal.step(look, e.step());
            case Edit.MoveStep e -> moveStep(look, e);
            case Edit.LabelStep e -> step(look, e.step(), s -> s.withLabel(e.label()));
            case Edit.Bypass e -> step(look, e.step(), s -> s.withBypass(e.bypassed()));
            case Edit.Set e -> step(look, e.step(), s -> s.with(e.setting(), e.value()));
            case Edit.Write e ->
                step(look, e.step(), s -> s.with(e.setting(), e.value()).withDraft(e.setting(), e.draft()));
            case Edit.SetFollow e -> step(look, e.step(), s -> s.withFollow(e.setting(), e.follow()));
            case Edit.SetFormula e -> step(look, e.step(), s -> s.withFormula(e.setting(), e.text()));
            case Edit.SetRead e -> step(look, e.step(), s -> s.withRead(e.read(), e.lane()));
            case Edit.AddLayer e -> look.withMix(inserted(look.mix(), e.place(), e.layer()));
            case Edit.RemoveLayer e -> Removal.letGo(look.withMix(without(look.mix(), layer(look, e.layer()))));
            case Edit.MoveLayer e -> look.withMix(moved(look.mix(), layer(look, e.layer()), e.place()));
            case Edit.ChangeLayer e -> {
                Layer was = layer(look, e.layer().id());
                yield look.withMix(
                        look.mix().stream().map(l -> l == was ? e.layer() : l).toList());
            }
            case Edit.AddSnapshot e -> snapshots(look, inserted(look.snapshots().all(), e.place(), e.snapshot()));
            case Edit.RemoveSnapshot e ->
                snapshots(look, without(look.snapshots().all(), snapshot(look, e.snapshot())));
            case Edit.MoveSnapshot e ->
                snapshots(look, moved(look.snapshots().all(), snapshot(look, e.snapshot()), e.place()));
            case Edit.ChangeSnapshot e -> {
                Snapshots.Snapshot was = snapshot(look, e.snapshot().id());
                yield snapshots(
                        look,
                        look.snapshots().all().stream()
                                .map(s -> s == was ? e.snapshot() : s)
                                .toList());
            }
            case Edit.SetApart e ->
                look.withSnapshots(new Snapshots(
                        look.snapshots().all(), e.apart(), look.snapshots().field()));
            case Edit.SetField e ->
                look.withSnapshots(
                        new Snapshots(look.snapshots().all(), look.snapshots().apart(), e.field()));
            case Edit.AddKit e ->
                look.withLanes(java.util.stream.Stream.concat(look.lanes().stream(), e.lanes().stream())
                                .toList())
                        .withKits(inserted(look.kits(), look.kits().size(), e.kit()));
            case Edit.RemoveKit e -> {
                Kit gone = found(look::kit, e.kit(), "kit");
                yield look.withLanes(look.lanes().stream()
                                .filter(lane -> !gone.id().equals(lane.kit()))
                                .toList())
                        .withKits(without(look.kits(), gone));
            }
            case Edit.ChangeKit e -> {
                Kit was = found(look::kit, e.kit().id(), "kit");
                yield look.withKits(
                        look.kits().stream().map(k -> k == was ? e.kit() : k).toList());
            }
            case Edit.Rebuild e ->
                look.withLanes(e.lanes())
                        .withMix(e.mix())
                        .withClock(e.clock())
                        .withDesk(e.desk())
                        .withKits(e.kits());
            case Edit.Several e -> {
                Look changed = look;
                for (Edit each : e.edits()) changed = apply(changed, each);
                yield changed;
            }
        };
    }

    /** The edit that takes {@code edit} back, given the look it is about to change. */
    public static Edit inverse(Look before, Edit edit) {
        return switch (edit) {
            case Edit.Rename e -> new Edit.Rename(before.name());
            case Edit.Format e ->
                new Edit.Format(before.width(), before.height(), before.rate(), before.seed(), before.tempo());
            case Edit.AddLane e -> new Edit.RemoveLane(e.lane().id());
            case Edit.RemoveLane e
            when lane(before, e.lane()).steps().stream().anyMatch(s -> before.kitOf(s) != null) ->
                Edit.Rebuild.of(before);
            case Edit.RemoveLane e -> withDesk(before, edit, Removal.restore(before, lane(before, e.lane())));
            case Edit.MoveLane e -> new Edit.MoveLane(e.lane(), before.lanes().indexOf(lane(before, e.lane())));
            case Edit.RenameLane e ->
                new Edit.RenameLane(e.lane(), lane(before, e.lane()).name());
            case Edit.SetClock e ->
                new Edit.SetClock(e.lane(), lane(before, e.lane()).clock());
            case Edit.SetLookClock e -> new Edit.SetLookClock(before.clock());
            case Edit.SetDesk e -> new Edit.SetDesk(before.desk());
            case Edit.AddStep e -> new Edit.RemoveStep(e.step().id());
            case Edit.RemoveStep e when before.kitOf(step(before, e.step())) != null -> Edit.Rebuild.of(before);
            case Edit.RemoveStep e -> {
                Lane lane = laneOf(before, e.step());
                Step step = step(before, e.step());
                List<Edit> back = new ArrayList<>();
                back.add(new Edit.AddStep(lane.id(), lane.steps().indexOf(step), step));
                before.steps()
                        .forEach(reader -> reader.reads().forEach((read, from) -> {
                            if (step.id().equals(ReadSource.of(from).step()))
                                back.add(new Edit.SetRead(reader.id(), read, from));
                        }));
                yield withDesk(before, edit, back.size() == 1 ? back.getFirst() : new Edit.Several(back));
            }
            case Edit.MoveStep e -> {
                Lane lane = laneOf(before, e.step());
                yield new Edit.MoveStep(e.step(), lane.id(), lane.steps().indexOf(step(before, e.step())));
            }
            case Edit.LabelStep e ->
                new Edit.LabelStep(e.step(), step(before, e.step()).label());
            case Edit.Bypass e ->
                new Edit.Bypass(e.step(), step(before, e.step()).bypassed());
            case Edit.Set e ->
                new Edit.Set(
                        e.step(), e.setting(), step(before, e.step()).settings().get(e.setting()));
            case Edit.Write e -> {
                Step step = step(before, e.step());
                yield new Edit.Write(
                        e.step(),
                        e.setting(),
                        step.settings().get(e.setting()),
                        step.drafts().get(e.setting()));
            }
            case Edit.SetFollow e ->
                new Edit.SetFollow(
                        e.step(), e.setting(), step(before, e.step()).follows().get(e.setting()));
            case Edit.SetFormula e ->
                new Edit.SetFormula(
                        e.step(), e.setting(), step(before, e.step()).formulas().get(e.setting()));
            case Edit.SetRead e ->
                new Edit.SetRead(
                        e.step(), e.read(), step(before, e.step()).reads().get(e.read()));
            case Edit.AddLayer e -> new Edit.RemoveLayer(e.layer().id());
            case Edit.RemoveLayer e -> {
                Layer layer = layer(before, e.layer());
                yield withDesk(before, edit, new Edit.AddLayer(before.mix().indexOf(layer), layer));
            }
            case Edit.MoveLayer e -> new Edit.MoveLayer(e.layer(), before.mix().indexOf(layer(before, e.layer())));
            case Edit.ChangeLayer e ->
                new Edit.ChangeLayer(layer(before, e.layer().id()));
            case Edit.AddSnapshot e -> new Edit.RemoveSnapshot(e.snapshot().id());
            case Edit.RemoveSnapshot e -> {
                Snapshots.Snapshot gone = snapshot(before, e.snapshot());
                yield new Edit.AddSnapshot(before.snapshots().all().indexOf(gone), gone);
            }
            case Edit.MoveSnapshot e ->
                new Edit.MoveSnapshot(e.snapshot(), before.snapshots().all().indexOf(snapshot(before, e.snapshot())));
            case Edit.ChangeSnapshot e ->
                new Edit.ChangeSnapshot(snapshot(before, e.snapshot().id()));
            case Edit.SetApart e -> new Edit.SetApart(before.snapshots().apart());
            case Edit.SetField e -> new Edit.SetField(before.snapshots().field());
            case Edit.AddKit e -> new Edit.RemoveKit(e.kit().id());
            case Edit.RemoveKit e -> Edit.Rebuild.of(before);
            case Edit.ChangeKit e ->
                new Edit.ChangeKit(found(before::kit, e.kit().id(), "kit"));
            case Edit.Rebuild e -> Edit.Rebuild.of(before);
            case Edit.Several e -> {
                List<Edit> back = new ArrayList<>();
                Look look = before;
                for (Edit each : e.edits()) {
                    back.addFirst(inverse(look, each));
                    look = apply(look, each);
                }
                yield new Edit.Several(back);
            }
        };
    }

    /** Whether {@code later} only goes on with the gesture of {@code earlier}: the same thing dragged further. */
    public static boolean continues(Edit earlier, Edit later) {
        return switch (later) {
            case Edit.Set l ->
                earlier instanceof Edit.Set e
                        && e.step().equals(l.step())
                        && e.setting().equals(l.setting());
            case Edit.Write l ->
                earlier instanceof Edit.Write e
                        && e.step().equals(l.step())
                        && e.setting().equals(l.setting());
            // Two settings that one drag moves together.
            case Edit.Several l ->
                earlier instanceof Edit.Several e
                        && e.edits().size() == l.edits().size()
                        && java.util.stream.IntStream.range(0, l.edits().size())
                                .allMatch(i ->
                                        continues(e.edits().get(i), l.edits().get(i)));
            case Edit.SetFollow l ->
                earlier instanceof Edit.SetFollow e
                        && e.step().equals(l.step())
                        && e.setting().equals(l.setting())
                        && (e.follow() == null) == (l.follow() == null);
            case Edit.ChangeLayer l ->
                earlier instanceof Edit.ChangeLayer e
                        && e.layer().id().equals(l.layer().id());
            case Edit.SetClock l ->
                earlier instanceof Edit.SetClock e && e.lane().equals(l.lane());
            case Edit.SetFormula l ->
                earlier instanceof Edit.SetFormula e
                        && e.step().equals(l.step())
                        && e.setting().equals(l.setting());
            case Edit.ChangeKit l ->
                earlier instanceof Edit.ChangeKit e
                        && e.kit().id().equals(l.kit().id());
            case Edit.SetLookClock l -> earlier instanceof Edit.SetLookClock;
            case Edit.SetDesk l -> earlier instanceof Edit.SetDesk;
            case Edit.SetField l -> earlier instanceof Edit.SetField;
            case Edit.Format l -> earlier instanceof Edit.Format;
            default -> false;
        };
    }

    /** An inverse that also brings back what the artist's hands and kits lost by the edit. */
    private static Edit withDesk(Look before, Edit edit, Edit inverse) {
        Look after = apply(before, edit);
        List<Edit> back = new ArrayList<>(List.of(inverse));
        if (!after.desk().equals(before.desk())) back.add(new Edit.SetDesk(before.desk()));
        for (Kit kit : before.kits()) {
            if (!kit.equals(after.kit(kit.id()).orElse(kit))) back.add(new Edit.ChangeKit(kit));
        }
        return back.size() == 1 ? inverse : new Edit.Several(back);
    }

    private static Look moveStep(Look look, Edit.MoveStep e) {
        Step step = step(look, e.step());
        Lane from = laneOf(look, e.step());
        lane(look, e.lane());
        return look.withLane(from.id(), lane -> lane.without(e.step()))
                .withLane(e.lane(), lane -> lane.insert(e.place(), step));
    }

    private static Look step(Look look, String id, java.util.function.UnaryOperator<Step> change) {
        step(look, id);
        return look.withStep(id, change);
    }

    static Step step(Look look, String id) {
        return found(look::step, id, "step");
    }

    static Lane lane(Look look, String id) {
        return found(look::lane, id, "lane");
    }

    static Lane laneOf(Look look, String step) {
        return found(look::laneOf, step, "step");
    }

    private static Snapshots.Snapshot snapshot(Look look, String id) {
        return found(one -> java.util.Optional.ofNullable(look.snapshots().find(one)), id, "snapshot");
    }

    private static Look snapshots(Look look, List<Snapshots.Snapshot> all) {
        return look.withSnapshots(
                new Snapshots(all, look.snapshots().apart(), look.snapshots().field()));
    }

    private static Layer layer(Look look, String id) {
        return found(look::layer, id, "layer");
    }

    private static <T> T found(Function<String, java.util.Optional<T>> in, String id, String what) {
        try {
            return in.apply(id).orElseThrow();
        } catch (NoSuchElementException e) {
            throw new Refused("There is no " + what + " '" + id + "' in this look; it may just have been removed.");
        }
    }

    private static <T> List<T> inserted(List<T> list, int place, T item) {
        List<T> changed = new ArrayList<>(list);
        changed.add(Math.clamp(place, 0, list.size()), item);
        return changed;
    }

    private static <T> List<T> without(List<T> list, T item) {
        List<T> changed = new ArrayList<>(list);
        changed.remove(item);
        return changed;
    }

    private static <T> List<T> moved(List<T> list, T item, int place) {
        return inserted(without(list, item), place, item);
    }
}
