package gloaming.web.live;

import gloaming.look.Edit;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Snapshots;
import gloaming.play.Glide;
import gloaming.play.LivePlayer;
import gloaming.step.Catalogue;
import gloaming.step.SnapshotEdits;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import java.util.function.Function;

/** Edits of open looks: whoever plays one goes on with it as it is then. */
public final class LookEdits {
    private final SnapshotEdits snapshots = new SnapshotEdits(Catalogue.all());
    private final Journal journal;
    private final ShowLooks looks;
    private final Function<String, LivePlayer> players;

    /** {@code players} gives who plays a look, or null. */
    LookEdits(Journal journal, ShowLooks looks, Function<String, LivePlayer> players) {
        this.journal = journal;
        this.looks = looks;
        this.players = players;
    }

    /** Goes to where a snapshot has all settings, along its way; {@link Refused} where it is gone, or all is so already. */
    void recall(OpenLook look, String id, long gesture, OpenLook.Origin origin) {
        synchronized (look) {
            Edit call = snapshots.call(look.look(), id);
            Snapshots.Snapshot to = look.look().snapshots().find(id);
            glide(look, call, to.time() > 0 ? new Glide(to.time(), to.beats(), to.way()) : null, gesture, origin);
        }
    }

    /** Edits a look, and whoever plays it goes on with that. */
    public void edit(OpenLook look, Edit edit) {
        glide(look, edit, null, 0, OpenLook.Origin.NONE);
    }

    /** Edits a look; what plays it comes there by a glide, where that is not null. */
    void glide(OpenLook look, Edit edit, Glide glide, long gesture, OpenLook.Origin origin) {
        // Nobody is to go on with the edit, and without its glide, in between.
        synchronized (look) {
            look.apply(edit, gesture, origin);
            goOn(look, glide);
        }
    }

    /** Lets whoever plays a look go on with it as it is now. */
    public void refresh(OpenLook look) {
        goOn(look, null);
    }

    /** Whoever comes last has all that is so by then: no edit is taken back by one before it that took longer to be made ready. */
    private void goOn(OpenLook look, Glide glide) {
        synchronized (look) {
            Look now = look.look();
            looks.edited(look.id, now);
            LivePlayer player = players.apply(look.id);
            if (player != null) player.change(now, glide);
        }
    }

    /** Gives an open look another name, as an edit that can be undone. */
    public void rename(OpenLook look, String name) {
        edit(look, new Edit.Rename(name));
        journal.flush();
        looks.changed(look.showId);
    }
}
