package gloaming.web.store;

import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.step.Catalogue;
import gloaming.step.Rules;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Consumer;

/**
 * A look that is open: its present state, its undo log, and what of both is not on the disk yet.
 *
 * <p>Edits take effect at once; the {@link Journal} writes them within a second. Undo and redo move {@code head} along the
 * log; a new edit after an undo drops what lay above. The log itself is in the database without limit; the last entries are
 * kept here too.
 */
public final class OpenLook {
    private static final int RECENT = 300;
    /** Of so many pages the last change is known. */
    static final int PAGES = 64;

    /** An edit and what takes it back. */
    public record Entry(Edit forward, Edit inverse) {}

    /**
     * Which page asked for a change.
     *
     * @param page a name the page made up for itself
     * @param n counts the changes of the page from 1
     */
    public record Origin(String page, long n) {
        /** A change that no page will ask for again. */
        public static final Origin NONE = new Origin("", 0);
    }

    /**
     * What is to be written: entries by number; entries above {@code forgetAbove} go first.
     *
     * @param version the version of the look that this makes last
     * @param sent the last change of each page that is in it
     */
    public record Draft(
            String look,
            Look document,
            long head,
            Map<Long, Entry> entries,
            long forgetAbove,
            long version,
            Map<String, Long> sent) {}

    public final String id;
    public final String showId;
    private final EditLog log;
    private final Rules rules = new Rules(Catalogue.all());
    private final Consumer<OpenLook> changed;
    private final TreeMap<Long, Entry> recent = new TreeMap<>();
    private Map<Long, Entry> unwritten = new TreeMap<>();
    private long forgetAbove = Long.MAX_VALUE;
    private volatile boolean dirty;
    /** When somebody asked for it last, in the machine's nanoseconds. */
    volatile long used;

    /** The last change of each page, and those of them that are not written. */
    private final Map<String, Long> sent = new LinkedHashMap<>();

    private Map<String, Long> unwrittenSent = new HashMap<>();
    private Map<String, Long> savedSent;
    private long savedVersion;
    private Look look;
    private long head;
    private long top;
    private long version;
    private long gesture;

    OpenLook(String id, String showId, Shows shows, EditLog log, Consumer<OpenLook> changed) {
        this.id = id;
        this.showId = showId;
        this.log = log;
        this.changed = changed;
        look = rules.check(shows.document(id));
        head = log.head(id);
        top = log.top(id);
        sent.putAll(log.sent(id));
        savedSent = Map.copyOf(sent);
    }

    /** Whether a change has been taken already, perhaps before the program was started anew. */
    public synchronized boolean has(Origin origin) {
        return origin.n() > 0 && sent.getOrDefault(origin.page(), 0L) >= origin.n();
    }

    /** The number of the last change of a page that is on the disk, or 0. */
    public synchronized long saved(String page) {
        return savedSent.getOrDefault(page, 0L);
    }

    /** The version that is on the disk. */
    public synchronized long savedVersion() {
        return savedVersion;
    }

    public synchronized Look look() {
        return look;
    }

    /** Counts every change: what is written is known by it. */
    public synchronized long version() {
        return version;
    }

    public synchronized boolean canUndo() {
        return head > 0;
    }

    public synchronized boolean canRedo() {
        return head < top;
    }

    /**
     * Applies an edit. Edits of one gesture (a drag) that set the same thing become one entry of the log.
     *
     * @param gesture a number that stays the same during a drag, or 0 for an edit of its own
     */
    public synchronized Look apply(Edit edit, long gesture, Origin origin) {
        Look after = rules.check(Edits.apply(look, edit));
        Edit inverse = Edits.inverse(look, edit);
        Entry last = recent.get(head);
        boolean goesOn =
                gesture != 0 && gesture == this.gesture && last != null && Edits.continues(last.forward(), edit);
        if (goesOn) {
            put(head, new Entry(edit, last.inverse()));
        } else {
            if (head < top) {
                forgetAbove = Math.min(forgetAbove, head);
                long above = head;
                recent.keySet().removeIf(n -> n > above);
                unwritten.keySet().removeIf(n -> n > above);
            }
            put(++head, new Entry(edit, inverse));
            top = head;
        }
        this.gesture = gesture;
        return settle(after, origin);
    }

    public Look apply(Edit edit, long gesture) {
        return apply(edit, gesture, Origin.NONE);
    }

    public Look undo() {
        return undo(Origin.NONE);
    }

    public Look redo() {
        return redo(Origin.NONE);
    }

    public synchronized Look undo(Origin origin) {
        if (head == 0) throw new Refused("There is nothing to undo.");
        Look after = rules.check(Edits.apply(look, entry(head).inverse()));
        head--;
        gesture = 0;
        return settle(after, origin);
    }

    public synchronized Look redo(Origin origin) {
        if (head == top) throw new Refused("There is nothing to redo.");
        Look after = rules.check(Edits.apply(look, entry(head + 1).forward()));
        head++;
        gesture = 0;
        return settle(after, origin);
    }

    private void put(long n, Entry entry) {
        recent.put(n, entry);
        if (recent.size() > RECENT) recent.pollFirstEntry();
        unwritten.put(n, entry);
    }

    private Entry entry(long n) {
        Entry entry = recent.get(n);
        if (entry == null) entry = unwritten.get(n);
        return entry != null
                ? entry
                : log.entry(id, n)
                        .orElseThrow(() -> new Refused("The log of this look has a gap; it goes back no further."));
    }

    private Look settle(Look after, Origin origin) {
        if (origin.n() > 0) {
            sent.remove(origin.page());
            sent.put(origin.page(), origin.n());
            if (sent.size() > PAGES) sent.remove(sent.keySet().iterator().next());
            unwrittenSent.put(origin.page(), origin.n());
        }
        look = after;
        version++;
        dirty = true;
        changed.accept(this);
        return after;
    }

    /** Whether something of it is to be written; told without waiting for whoever changes it. */
    boolean waits() {
        return dirty;
    }

    /** Takes what is to be written, or null when all is. */
    synchronized Draft draft() {
        if (!dirty) return null;
        Draft draft = new Draft(id, look, head, unwritten, forgetAbove, version, unwrittenSent);
        unwritten = new TreeMap<>();
        unwrittenSent = new HashMap<>();
        forgetAbove = Long.MAX_VALUE;
        dirty = false;
        return draft;
    }

    /** A draft is on the disk. */
    synchronized void written(Draft draft) {
        savedVersion = draft.version();
        Map<String, Long> all = new HashMap<>(savedSent);
        all.putAll(draft.sent());
        all.keySet().retainAll(sent.keySet());
        savedSent = Map.copyOf(all);
    }

    /** Puts back a draft that could not be written. */
    synchronized void putBack(Draft draft) {
        draft.entries().forEach((n, entry) -> {
            if (n <= forgetAbove) unwritten.putIfAbsent(n, entry);
        });
        forgetAbove = Math.min(forgetAbove, draft.forgetAbove());
        draft.sent().forEach(unwrittenSent::putIfAbsent);
        dirty = true;
    }
}
