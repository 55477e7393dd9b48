package gloaming.media;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/** Files of one kind as they were read as a whole, kept in memory while there is room. */
final class WholeFiles<T> {
    /** How a file is read. */
    interface How<T> {
        T read(Shelf.Item item) throws Unreadable;
    }

    private final ShelfReader reader;
    private final int most;
    private final How<T> how;
    private final Map<String, Kept> all = new ConcurrentHashMap<>();

    /** One that keeps {@code most} files at most. */
    WholeFiles(ShelfReader reader, int most, How<T> how) {
        this.reader = reader;
        this.most = most;
        this.how = how;
    }

    /** A file as it was read, or what is wrong with it; neither while that goes on. */
    private final class Kept {
        final Shelf.Item item;
        volatile T whole;
        volatile String problem;

        Kept(Shelf.Item item) {
            this.item = item;
        }

        void read() {
            try {
                whole = how.read(item);
            } catch (Unreadable e) {
                problem = e.clause();
            }
        }
    }

    /** A file, or null while it is read for the first time; {@link IllegalArgumentException} with what is wrong with it. */
    T of(Shelf.Item item) {
        Kept known = all.get(item.ref());
        if (known == null || !known.item.version().equals(item.version())) {
            Kept now = new Kept(item);
            // What is shown stays until the new one is there.
            if (known != null) now.whole = known.whole;
            if (!reader.read(now::read)) return now.whole;
            if (all.size() >= most) all.clear();
            all.put(item.ref(), now);
            known = now;
        }
        if (known.problem != null) throw new IllegalArgumentException(known.problem);
        return known.whole;
    }
}
