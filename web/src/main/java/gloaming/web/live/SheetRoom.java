package gloaming.web.live;

import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.media.Facts;
import gloaming.shader.PictureMix;
import gloaming.shader.Problem;
import gloaming.show.ChangeStarts;
import gloaming.show.OwnChange;
import gloaming.show.RunSheet;
import gloaming.web.message.FromPage;
import gloaming.web.message.ToPage;
import gloaming.web.store.Media;
import gloaming.web.store.Sheets;
import gloaming.web.store.Shows;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;

/** The run sheets that pages prepare: their changes, which are on the disk before they are told to anybody, and what cues may name. */
@Component
class SheetRoom {
    /** Of so many pages the last change is known. */
    private static final int PAGES = 64;

    private final Sheets sheets;
    private final Shows shows;
    private final OtherLooks looks;
    private final Media media;
    /** The last change of each page: what is sent again is done once. */
    private final Map<String, Long> done = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Long> eldest) {
            return size() > PAGES;
        }
    };

    SheetRoom(Sheets sheets, Shows shows, OtherLooks looks, Media media) {
        this.sheets = sheets;
        this.shows = shows;
        this.looks = looks;
        this.media = media;
    }

    /** Changes the sheet of a page's show; {@link Refused} where it cannot be. */
    synchronized void change(Viewer viewer, FromPage.SheetChange change) {
        if (change.n() > 0 && change.n() <= done.getOrDefault(viewer.page, 0L)) return;
        if (shows.show(viewer.evening).isEmpty()) throw new Refused("That show is not there any more.");
        Long before = done.get(viewer.page);
        boolean made = false;
        // Known before it is made: whoever is told of the change is told of this number with it.
        done.put(viewer.page, change.n());
        try {
            make(viewer, change);
            made = true;
        } finally {
            if (!made && before == null) done.remove(viewer.page);
            else if (!made) done.put(viewer.page, before);
        }
    }

    private void make(Viewer viewer, FromPage.SheetChange change) {
        switch (change) {
            case FromPage.Sheet m -> {
                if (m.change() == null) throw new Refused("That is no change of a run sheet.");
                sheets.edit(viewer.evening, m.change());
            }
            case FromPage.SheetBack m -> {
                if (m.again()) sheets.redo(viewer.evening);
                else sheets.undo(viewer.evening);
            }
        }
    }

    /** Who is told, by the show's id, that a sheet is another now, by a page or by a file that was brought in. */
    void onChanged(Consumer<String> told) {
        sheets.onChanged(told);
    }

    /** The sheet as a page is told it. */
    synchronized ToPage.Sheet sheet(Viewer viewer) {
        Sheets.Kept kept = sheets.of(viewer.evening);
        long n = done.getOrDefault(viewer.page, 0L);
        return new ToPage.Sheet(
                kept.version(), n, kept.canUndo(), kept.canRedo(), kept.sheet(), troubles(kept.sheet()));
    }

    /** What is wrong with changes of the artist's own, by their ids. */
    private static List<ToPage.Named> troubles(RunSheet sheet) {
        List<ToPage.Named> all = new ArrayList<>();
        for (OwnChange own : sheet.changes()) {
            List<Problem> problems = PictureMix.of(own.code()).problems();
            if (!problems.isEmpty())
                all.add(new ToPage.Named(own.id(), problems.getFirst().toString()));
        }
        return all;
    }

    /** What cues of a show may name. */
    ToPage.Choices choices(String show) {
        List<ToPage.CueLook> looks = new ArrayList<>();
        for (Shows.LookRow row : shows.looks(show)) {
            List<ToPage.Named> snapshots = document(row).snapshots().all().stream()
                    .map(s -> new ToPage.Named(s.id(), s.name()))
                    .toList();
            looks.add(new ToPage.CueLook(row.id(), row.name(), snapshots));
        }
        return new ToPage.Choices(looks, sounds(show), pictures(show), ChangeStarts.ALL);
    }

    private Look document(Shows.LookRow row) {
        try {
            return looks.now(row);
        } catch (Refused e) {
            // Where it is opened, it is said what is wrong with it; here it is named all the same.
            return Look.empty(row.name());
        }
    }

    private List<ToPage.Named> sounds(String show) {
        List<ToPage.Named> all = new ArrayList<>();
        all.add(new ToPage.Named("band", "House band"));
        all.add(new ToPage.Named(ShowSounds.SILENCE, "Silence"));
        media.of(show, Facts.Kind.SOUND).forEach(row -> all.add(new ToPage.Named(row.ref(), row.name())));
        return all;
    }

    private List<ToPage.Named> pictures(String show) {
        return media.of(show).stream()
                .filter(row -> row.is(Facts.Kind.PICTURE))
                .map(row -> new ToPage.Named(row.ref(), row.name()))
                .toList();
    }
}
