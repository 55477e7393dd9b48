package gloaming.desk;

import java.util.ArrayDeque;
import java.util.Collection;
import java.util.Comparator;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.LongAdder;
import java.util.function.Consumer;

/** Everything that arrives from controllers, by name: at most {@value #MOST} controls, of which old ones give way to new ones. */
public final class Inbox {
    public static final int MOST = 512;
    /** Values after which a control has shown that it is one. */
    private static final int PROVEN = 2;

    private static final int LONGEST_NAME = 200;

    /** An inbox in which nothing ever arrives: files are rendered with it. */
    public static final Inbox EMPTY = new Inbox();

    private final ConcurrentMap<String, Control> controls = new ConcurrentHashMap<>();
    /** Names in the order they came, of controls that may not have shown yet that they are any; at most as many as there were. */
    private final ArrayDeque<String> newcomers = new ArrayDeque<>();

    private final TimeCode timeCode = new TimeCode();
    private final LongAdder arrived = new LongAdder();
    private final LongAdder dropped = new LongAdder();
    private volatile Consumer<Control> listener;
    /** Grows after a value was taken. */
    private final AtomicLong changes = new AtomicLong();
    /** What of another was taken up last. */
    private long followed = -1;

    /** Told what was taken up from another inbox, as it came. */
    public interface Follower {
        /** A control stands so: it is new here, or much came at once. */
        void stands(Control control);

        /** A value came, and moved it on by a turn. */
        void came(Control control, double value, double turn);
    }

    /** A value has come from a control; {@code turn} is by how much it moves on what is bound as relative. */
    public void arrive(String name, double value, double turn) {
        arrived.increment();
        Control control = controls.get(name);
        if (control == null) control = added(name);
        if (control == null) {
            dropped.increment();
            return;
        }
        control.take(value, turn);
        changes.incrementAndGet();
        Consumer<Control> now = listener;
        if (now != null) now.accept(control);
    }

    /**
     * Takes up what has come to another since this was done last, so that whoever reads here sees nothing change meanwhile. By one thread,
     * and nothing else may arrive here.
     */
    public void follow(Inbox other, Follower told) {
        long now = other.changes.get();
        if (now == followed) return;
        followed = now;
        if (controls.size() >= 2 * MOST) controls.values().removeIf(c -> c.count() > 0 && other.find(c.name()) == null);
        for (Control theirs : other.controls.values()) follow(theirs, told);
    }

    private void follow(Control theirs, Follower told) {
        long count = theirs.count();
        Control mine = controls.get(theirs.name());
        if (count == (mine == null ? 0 : mine.count())) return;
        if (mine == null) controls.put(theirs.name(), mine = new Control(theirs.name()));
        long have = mine.count();
        if (have == 0 || count < have || count - have > Control.RECENT / 2) {
            mine.state(theirs.state());
            told.stands(mine);
            return;
        }
        for (long i = have; i < count; i++) {
            double value = theirs.valueAt(i);
            double turn = i == count - 1 ? theirs.turned() - mine.turned() : 0;
            mine.take(value, turn);
            told.came(mine, value, turn);
        }
    }

    /** Puts a control as it stood, as it is read from a recording. */
    public void stand(String name, double[] state) {
        controls.computeIfAbsent(name, Control::new).state(state);
    }

    /** A control, whether anything has come from it yet or not; null when there is no more room. */
    Control expect(String name) {
        Control control = controls.get(name);
        return control != null ? control : added(name);
    }

    private synchronized Control added(String name) {
        Control control = controls.get(name);
        if (control != null) return control;
        if (name.length() > LONGEST_NAME) return null;
        if (controls.size() >= MOST && !giveWay()) return null;
        control = new Control(name);
        controls.put(name, control);
        newcomers.add(name);
        return control;
    }

    /**
     * Makes room for one more: first of all goes the oldest of those that have sent a value or two and no more, so that a flood of
     * names takes its own places and not those of a controller in use; false when all are bound.
     */
    private boolean giveWay() {
        for (String name; (name = newcomers.poll()) != null; ) {
            Control control = controls.get(name);
            if (control == null || control.bound() || control.count() > PROVEN) continue;
            controls.remove(name);
            return true;
        }
        Control oldest = controls.values().stream()
                .filter(c -> !c.bound())
                .min(Comparator.comparingLong(Control::lastNanos))
                .orElse(null);
        return oldest != null && controls.remove(oldest.name()) != null;
    }

    /** The time code that comes in. */
    public TimeCode timeCode() {
        return timeCode;
    }

    /** The control of that name, or null when nothing has come from it. */
    public Control find(String name) {
        return controls.get(name);
    }

    public Collection<Control> controls() {
        return controls.values();
    }

    /** Marks which controls are bound; those that nothing has come from yet are made room for. */
    public void bound(Set<String> names) {
        names.forEach(this::expect);
        for (Control control : controls.values()) control.bound(names.contains(control.name()));
    }

    /** Forgets all that is not bound. */
    public synchronized void clear() {
        newcomers.clear();
        controls.values().removeIf(control -> !control.bound());
    }

    /** Who is told of each value, on the thread it came on; brief, and null for nobody. */
    public void listen(Consumer<Control> listener) {
        this.listener = listener;
    }

    /** Values that have come, and those among them for which there was no room. */
    public long arrived() {
        return arrived.sum();
    }

    public long dropped() {
        return dropped.sum();
    }
}
