package gloaming.web.live;

import gloaming.look.Edit;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Snapshots;
import gloaming.play.Crossing;
import gloaming.play.Glide;
import gloaming.play.LivePlayer;
import gloaming.play.OutputFader;
import gloaming.play.OwnMix;
import gloaming.show.Cue;
import gloaming.show.CueSetting;
import gloaming.show.OwnChange;
import gloaming.show.RunSheet;
import gloaming.show.Standing;
import gloaming.show.Transition;
import gloaming.step.Catalogue;
import gloaming.step.CueSettings;
import gloaming.step.SnapshotEdits;
import gloaming.web.store.Journal;
import gloaming.web.store.Media;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;

/** Does what cues say: sound, tempo, look, snapshot, light. */
@Component
class CueActs {
    private static final String BAND = "band";

    private final House house;
    private final Shows shows;
    private final Journal journal;
    private final Media media;
    private final Orders orders;
    private final CueSettings settings = new CueSettings(Catalogue.all());
    private final SnapshotEdits snapshots = new SnapshotEdits(Catalogue.all());

    CueActs(House house, Shows shows, Journal journal, Media media, Orders orders) {
        this.media = media;
        this.house = house;
        this.shows = shows;
        this.journal = journal;
        this.orders = orders;
    }

    /** Does all that a cue says; {@link Refused} where its look is gone, and then nothing has changed. */
    void begin(String show, RunSheet sheet, Cue cue, double tempo) {
        Shows.LookRow row = cue.look().isEmpty() ? null : look(cue.look());
        OpenLook look = row == null ? house.onAir() : journal.open(row);
        boolean stays = look == house.onAir();
        double seconds = cue.change().seconds(cue.tempo() == null ? tempo : cue.tempo(), sheet.bar());
        if (cue.sound() != null) choose(show, cue.sound().medium());
        Glide glide =
                stays && seconds > 0 ? new Glide(seconds, false, cue.change().curve()) : null;
        if (look != null) set(look, cue.snapshot(), cue.settings(), glide);
        LivePlayer player = look == null ? null : house.player(look.id);
        if (cue.anew() && player != null) player.begin(0);
        if (row != null && !stays) house.take(row, seconds, crossing(show, sheet, cue.change()));
        if (cue.anew() && player == null) house.player().begin(0);
        if (cue.tempo() != null && house.onAir() != null)
            house.beats(house.onAir().id, clock -> clock.byHand(cue.tempo()));
        if (cue.sound() != null) house.player().hearFrom(cue.sound().from());
        if (cue.light() != null) house.programme().light().fade(cue.light(), seconds);
    }

    /** Makes a change of the artist's own ready; takes up to some seconds. */
    void prepare(String text) {
        OwnMix.warm(text);
    }

    /** How a cue comes by hand: as it would by itself, as far as the hand is; what would be a cut fades. */
    Crossing byHand(String show, RunSheet sheet, Transition change) {
        if (change.way() == Transition.Way.CUT) return Crossing.FADE;
        Crossing own = crossing(show, sheet, change);
        return new Crossing(own.way(), Snapshots.Way.EVEN, own.soft(), own.picture(), own.order(), own.own());
    }

    private Crossing crossing(String show, RunSheet sheet, Transition change) {
        Crossing.Grey order = change.way() == Transition.Way.ALONG ? orders.of(show, change.picture()) : null;
        OwnChange own = change.way() == Transition.Way.OWN ? sheet.change(change.own()) : null;
        OwnMix mix = own == null ? null : new OwnMix(own.code());
        return new Crossing(change.way(), change.curve(), change.soft(), change.picture(), order, mix);
    }

    private void choose(String show, String medium) {
        boolean own = medium.equals(BAND) || medium.equals(ShowSounds.SILENCE);
        String sound =
                own ? medium : media.byRef(show, medium).map(Media.Row::id).orElse("");
        if (sound.isEmpty()) throw new Refused("The sound of that cue is not there any more; nothing was changed.");
        house.sounds().choose(show, medium.equals(BAND) ? null : sound);
    }

    /** Calls a snapshot, or with an empty name none, and then sets settings: all in one glide. */
    private void set(OpenLook look, String snapshot, List<CueSetting> given, Glide glide) {
        synchronized (look) {
            Look called = snapshot.isEmpty() ? look.look() : snapshots.called(look.look(), snapshot);
            List<Edit> edits = new ArrayList<>();
            // One that is gone, or as which all is already, is passed over: the cue goes on with the look as it is.
            if (called != look.look()) edits.add(snapshots.call(look.look(), snapshot));
            Edit set = settings.edit(called, given);
            if (set != null) edits.add(set);
            if (!edits.isEmpty()) house.edits().glide(look, new Edit.Several(edits), glide, 0, OpenLook.Origin.NONE);
        }
    }

    /** All as it would be in the middle of a cue's section; {@link Refused} where its look is gone, and then nothing has changed. */
    void into(String show, RunSheet sheet, Cue cue, Standing at, double seconds) {
        String id = sheet.lookAt(cue.id());
        Shows.LookRow row = id.isEmpty() ? null : look(id);
        OpenLook look = row == null ? house.onAir() : journal.open(row);
        if (at.sound() != null) choose(show, at.sound().medium());
        if (row != null && look != house.onAir()) house.take(row, 0);
        double heard = at.sound() == null ? Double.NaN : at.sound().from();
        if (!Double.isNaN(at.look())) house.player().jump(at.look(), heard);
        else if (!Double.isNaN(heard)) house.player().hearFrom(heard);
        if (at.tempo() != null && house.onAir() != null)
            house.beats(house.onAir().id, clock -> clock.byHand(at.tempo()));
        if (look != null && !at.snapshot().isEmpty()) standing(look, at, sheet.bar());
        else if (look != null) set(look, "", at.settings(), null);
        if (at.light() != null) house.programme().light().fade(at.light(), 0);
    }

    /** The snapshot as it would be by then: on its way from the one before it, where that takes longer. */
    private void standing(OpenLook look, Standing at, int bar) {
        double takes = at.change()
                .seconds(at.tempo() == null ? house.player().readings().tempo() : at.tempo(), bar);
        boolean onItsWay = takes > at.since() && !at.before().isEmpty();
        if (onItsWay) {
            set(look, at.before(), List.of(), null);
            shown(house.player());
        }
        set(
                look,
                at.snapshot(),
                at.settings(),
                onItsWay ? new Glide(takes, false, at.change().curve(), at.since()) : null);
    }

    /** Waits until what was asked of a player so far is in its pictures; for a moment, where it stands. */
    private static void shown(LivePlayer player) {
        long to = player.readings().made() + 2;
        try {
            for (int i = 0; i < 300 && player.readings().made() < to; i++) Thread.sleep(5);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Goes on where a cue was when the program ended: at its time, with its light. */
    void resume(Cue cue, EveningMemory.Last last) {
        if (cue.anew()) house.player().begin(last.section());
        if (cue.tempo() != null && house.onAir() != null)
            house.beats(house.onAir().id, clock -> clock.byHand(cue.tempo()));
        if (cue.sound() != null) house.player().hearFrom(cue.sound().from() + last.section());
        house.programme().light().fade(last.light(), 0);
    }

    /** The look for when all goes wrong, at once and in full light. */
    void safe(String look) {
        house.take(look(look), 0);
        house.programme().freeze(false);
        house.programme().light().fade(1, 0);
    }

    /** The light of the output; null is to black, or back up from there. */
    void light(Double to, double seconds) {
        OutputFader light = house.programme().light();
        if (to == null) light.turn(seconds);
        else light.fade(to, seconds);
    }

    private Shows.LookRow look(String id) {
        return shows.look(id)
                .orElseThrow(() -> new Refused("The look of that cue is not there any more; nothing was changed."));
    }
}
