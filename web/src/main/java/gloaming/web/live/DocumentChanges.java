package gloaming.web.live;

import gloaming.curve.Key;
import gloaming.formula.Wrong;
import gloaming.look.Edit;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Snapshots;
import gloaming.play.ControlTake;
import gloaming.play.Glide;
import gloaming.play.LivePlayer;
import gloaming.step.Catalogue;
import gloaming.step.DeskEditFactory;
import gloaming.step.Dice;
import gloaming.step.EditFactory;
import gloaming.step.Examples;
import gloaming.step.KitKnobs;
import gloaming.step.KitShelf;
import gloaming.step.KitUnwrap;
import gloaming.step.KitWrap;
import gloaming.step.Paste;
import gloaming.step.PathDrawing;
import gloaming.step.Preset;
import gloaming.step.SnapshotEdits;
import gloaming.web.message.FromPage;
import gloaming.web.message.ToPage;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Versions;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Carries out what changes a document: each change of a page once, told to the page, and played. */
@Component
class DocumentChanges {
    private final House house;
    private final PathDrawing paths = new PathDrawing(Catalogue.all());
    private final ShowMedia media;
    private final PageMessages messages;
    private final Versions versions;
    private final KitRoom room;
    private final OtherLooks looks;
    private final EditFactory edits = new EditFactory(Catalogue.all());
    private final Paste paste = new Paste(Catalogue.all());
    private final SnapshotEdits snapshots = new SnapshotEdits(Catalogue.all());
    private final Examples examples = new Examples(Catalogue.all());
    private final Dice dice = new Dice(Catalogue.all());
    private final KitWrap kits = new KitWrap(Catalogue.all());
    private final KitUnwrap unwraps = new KitUnwrap(Catalogue.all());
    private final KitKnobs knobs = new KitKnobs(Catalogue.all());
    private final DeskEditFactory deskEdits = new DeskEditFactory(Catalogue.all());

    DocumentChanges(
            House house, ShowMedia media, PageMessages messages, Versions versions, KitRoom room, OtherLooks looks) {
        this.looks = looks;
        this.room = room;
        this.house = house;
        this.media = media;
        this.messages = messages;
        this.versions = versions;
    }

    void make(Viewer viewer, OpenLook open, FromPage.Change change) {
        if (open.has(origin(viewer, change))) {
            // It came before the program was started anew.
            viewer.tell(messages.saved(open, viewer.page));
            return;
        }
        Look look = open.look();
        String fresh = look.freshId("s");
        switch (change) {
            case FromPage.Edit m -> apply(viewer, open, m, looks.withStrip(open, m.edit()), null);
            case FromPage.Undo m -> {
                open.undo(origin(viewer, m));
                settle(viewer, open, m, null);
            }
            case FromPage.Redo m -> {
                open.redo(origin(viewer, m));
                settle(viewer, open, m, null);
            }
            case FromPage.AddStep m -> apply(viewer, open, m, addStep(open, m), fresh);
            case FromPage.Read m -> read(viewer, open, m);
            case FromPage.Bring m ->
                apply(viewer, open, m, edits.bring(look, m.ref(), m.kind(), m.name(), m.kit()), fresh);
            case FromPage.DuplicateStep m -> apply(viewer, open, m, edits.duplicateStep(look, m.step()), fresh);
            case FromPage.DuplicateLane m ->
                apply(viewer, open, m, edits.duplicateLane(look, m.lane()), look.freshId("l"));
            case FromPage.Paste m -> {
                Edit edit = m.layer() != null && m.settings()
                        ? paste.layer(look, open.id, m.text(), m.layer())
                        : paste.paste(look, open.id, m.text(), m.lane(), m.step(), m.settings());
                apply(viewer, open, m, edit, m.settings() ? null : fresh);
            }
            case FromPage.Example m -> apply(viewer, open, m, examples.lay(look, m.type()), fresh);
            case FromPage.Wrap m -> apply(viewer, open, m, kits.wrap(look, m.lanes(), m.steps(), ""), fresh);
            case FromPage.Remember m ->
                apply(viewer, open, m, snapshots.take(look, m.lanes(), m.steps(), m.name(), m.picture()), null);
            case FromPage.Throw m ->
                apply(viewer, open, m, dice.roll(look, m.lanes(), m.steps(), m.strength(), System.nanoTime()), null);
            case FromPage.Recall m -> {
                synchronized (viewer) {
                    house.edits().recall(open, m.snapshot(), m.gesture(), origin(viewer, m));
                    glides(viewer, open, m);
                }
            }
            case FromPage.UseSet m -> {
                Edit edit = set(look, m.step(), m.name()).edit(look, m.step());
                double seconds = Math.clamp(m.seconds(), 0, 60);
                Glide glide = seconds > 0 ? new Glide(seconds, false, Snapshots.Way.SOFT) : null;
                synchronized (viewer) {
                    house.edits().glide(open, edit, glide, m.gesture(), origin(viewer, m));
                    glides(viewer, open, m);
                }
            }
            case FromPage.Unwrap m -> apply(viewer, open, m, unwraps.unwrap(look, m.step()), null);
            case FromPage.KeepKit m -> apply(viewer, open, m, room.keep(open.showId, look, m), null);
            case FromPage.LayKit m -> {
                KitShelf.Laid laid = room.lay(open.showId, look, m);
                house.mediaChanged(open.showId);
                apply(viewer, open, m, laid.edit(), laid.use());
            }
            case FromPage.RenewKit m -> {
                Edit edit = room.renew(open.showId, look, m.kit());
                house.mediaChanged(open.showId);
                apply(viewer, open, m, edit, null);
            }
            case FromPage.OwnKit m -> apply(viewer, open, m, unwraps.own(look, m.step()), m.step());
            case FromPage.TakeStrip m -> apply(viewer, open, m, looks.strip(open, m.step()), null);
            case FromPage.Knob m -> apply(viewer, open, m, knobs.give(look, m.step(), m.setting(), m.knob()), null);
            case FromPage.BendKnob m ->
                apply(viewer, open, m, knobs.bend(look, m.kit(), m.knob(), m.step(), m.setting(), m.formula()), null);
            case FromPage.AddLayer m -> apply(viewer, open, m, edits.addLayer(look, m.lane(), m.above()), null);
            case FromPage.Follow m -> apply(viewer, open, m, edits.follow(look, m.step(), m.setting(), m.lane()), null);
            case FromPage.FollowLayer m -> apply(viewer, open, m, edits.followLayer(look, m.layer(), m.lane()), null);
            case FromPage.Keys m -> told(viewer, open, deskEdits.keys(look, m.step(), m.setting(), m.keys()), m);
            case FromPage.DrawKeys m -> told(viewer, open, deskEdits.drawn(look, m.step(), m.setting(), m.taken()), m);
            case FromPage.DrawPath m -> {
                Map<String, List<Key>> taken = new LinkedHashMap<>();
                m.strokes().forEach(s -> taken.put(s.setting(), s.taken()));
                told(viewer, open, paths.draw(look, m.step(), taken), m);
            }
            case FromPage.TakeKeys m -> takeKeys(viewer, open, m);
            case FromPage.Write m -> write(viewer, open, m, m.step(), m.setting(), m.text());
            case FromPage.GoBack m -> goBack(viewer, open, m);
            case FromPage.Formula m -> told(viewer, open, formula(look, m), m);
            case FromPage.Bind m ->
                told(
                        viewer,
                        open,
                        deskEdits.bind(look, m.control(), house.inbox().find(m.control()), m.of(), m.setting()),
                        m);
            case FromPage.Unbind m -> told(viewer, open, deskEdits.unbind(look, m.binding()), m);
            case FromPage.ChangeBinding m -> told(viewer, open, deskEdits.change(look, m.binding()), m);
            case FromPage.Lift m -> told(viewer, open, deskEdits.lift(look, m.of(), m.setting()), m);
            case FromPage.Arrange m ->
                told(
                        viewer,
                        open,
                        deskEdits.arrange(
                                look,
                                m.of(),
                                m.setting(),
                                m.name(),
                                m.low(),
                                m.high(),
                                m.place() == null ? -1 : m.place()),
                        m);
        }
    }

    /** Puts what a control did into the curve, and says which it was. */
    private void takeKeys(Viewer viewer, OpenLook open, FromPage.TakeKeys m) {
        LivePlayer player = house.player(open.id);
        ControlTake take = player == null ? null : player.taken();
        if (take == null) throw new Refused("Nothing is taken from a control; begin that first.");
        List<Key> taken = take.keys(m.low(), m.high());
        if (taken.size() < 2)
            throw new Refused(
                    take.control().isEmpty()
                            ? "No control has moved: nothing was taken."
                            : "The curve was not played meanwhile: nothing was taken.");
        told(viewer, open, deskEdits.drawn(open.look(), m.step(), m.setting(), taken), m);
        viewer.tell(new ToPage.Says("Taken from '" + take.control() + "'."));
    }

    /** Whoever sent settings on their way is told that, and where they go. */
    private void glides(Viewer viewer, OpenLook open, FromPage.Change m) {
        viewer.done = m.n();
        viewer.tell(new ToPage.Applied(m.n(), open.version(), null));
        viewer.tellDocument(open, messages);
    }

    private static Preset set(Look look, String step, String name) {
        return look.step(step)
                .map(s -> Catalogue.all().of(look, s))
                .flatMap(d ->
                        d.sets().stream().filter(set -> set.name().equals(name)).findFirst())
                .orElseThrow(() -> new Refused("That step is not there any more."));
    }

    private Edit addStep(OpenLook open, FromPage.AddStep m) {
        ShowMedia.Chosen medium = media.of(open.showId, Catalogue.all().find(m.type()));
        return m.lane() == null
                ? edits.addLane(open.look(), m.type(), medium.name(), m.above(), medium.settings(), m.kit())
                : edits.addStep(open.look(), m.lane(), m.place(), m.type(), m.above(), medium.settings());
    }

    /** Lets a step read a lane, and says so where that takes the lane out of the mix. */
    private void read(Viewer viewer, OpenLook open, FromPage.Read m) {
        Edit edit = edits.read(open.look(), m.step(), m.read(), m.lane());
        apply(viewer, open, m, edit, null);
        if (!(edit instanceof Edit.Several)) return;
        String name = open.look().lane(m.lane()).map(Lane::name).orElse("");
        viewer.tell(new ToPage.Says("'" + name
                + "' is read from here on and has left the mix, so that it does not cover what is made of it."
                + " Undo takes both back."));
    }

    private Edit formula(Look look, FromPage.Formula m) {
        try {
            return deskEdits.formula(look, m.step(), m.setting(), m.text());
        } catch (Wrong e) {
            throw new Refused(e.getMessage());
        }
    }

    private void goBack(Viewer viewer, OpenLook open, FromPage.GoBack m) {
        Versions.Row row = versions.find(open.id, m.step(), m.setting(), m.version())
                .orElseThrow(() -> new Refused("That version is not there any more."));
        // What stands there now is not lost by going back.
        WrittenText.of(open.look(), m.step(), m.setting()).keep(versions, open.id, "");
        write(viewer, open, m, m.step(), m.setting(), row.text());
        viewer.tell(messages.versions(open, m.step(), m.setting()));
    }

    /** Whoever writes is told the document also within a gesture: what is wrong with the text comes with it. */
    private void write(Viewer viewer, OpenLook open, FromPage.Change change, String step, String setting, String text) {
        told(viewer, open, edits.write(open.look(), step, setting, text), change);
    }

    /** Whoever asks is told the document, also within a gesture: what became of it is more than was sent. */
    private void told(Viewer viewer, OpenLook open, Edit edit, FromPage.Change change) {
        synchronized (viewer) {
            house.edits().glide(open, edit, null, change.gesture(), origin(viewer, change));
            viewer.done = change.n();
            viewer.tellDocument(open, messages);
        }
    }

    private void apply(Viewer viewer, OpenLook open, FromPage.Change change, Edit edit, String select) {
        // The courier tells a page what it does not know; it must not look while this page's own edit is half done.
        synchronized (viewer) {
            open.apply(edit, change.gesture(), origin(viewer, change));
            settle(viewer, open, change, select);
        }
    }

    private void settle(Viewer viewer, OpenLook open, FromPage.Change change, String select) {
        house.edits().refresh(open);
        viewer.done = change.n();
        // Whoever dragged knows the value already; everyone else, and after anything larger everyone, gets the
        // document.
        boolean dragging = change.gesture() != 0;
        if (dragging && viewer.knowsVersion == open.version() - 1) viewer.knowsVersion = open.version();
        viewer.tell(new ToPage.Applied(change.n(), open.version(), select));
        if (!dragging) viewer.tellDocument(open, messages);
    }

    private static OpenLook.Origin origin(Viewer viewer, FromPage.Change change) {
        return new OpenLook.Origin(viewer.page, change.n());
    }
}
