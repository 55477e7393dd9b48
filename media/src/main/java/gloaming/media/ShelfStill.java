package gloaming.media;

import gloaming.flow.Picture;
import gloaming.library.Cut;
import gloaming.library.Still;

/** A still of a shelf as one step shows it. */
final class ShelfStill implements Still {
    private final Shelf shelf;
    private final ShelfReader reader;
    private final String ref;
    private String version = "";
    private Cut cut;
    private boolean asked;
    /** Written by the reader. */
    private volatile Picture ready;

    private volatile String problem;

    ShelfStill(Shelf shelf, ShelfReader reader, String ref) {
        this.shelf = shelf;
        this.reader = reader;
        this.ref = ref;
    }

    @Override
    public Picture at(Cut wanted) {
        Shelf.Item item = shelf.item(ref, Facts.Kind.PICTURE);
        if (!asked || !wanted.equals(cut) || !item.version().equals(version)) ask(item, wanted);
        if (problem != null && ready == null) throw new IllegalArgumentException(problem);
        return ready;
    }

    private void ask(Shelf.Item item, Cut wanted) {
        if (!reader.read(() -> read(item, wanted))) return;
        asked = true;
        cut = wanted;
        version = item.version();
    }

    private void read(Shelf.Item item, Cut wanted) {
        try {
            ready = shelf.decoder().still(item.file(), item.name(), wanted);
            problem = null;
        } catch (Unreadable e) {
            problem = e.clause();
        }
    }
}
