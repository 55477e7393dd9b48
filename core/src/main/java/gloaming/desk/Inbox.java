package gloaming.desk;

import java.util.Collection;
import java.util.Comparator;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import java.util.concurrent.atomic.LongAdder;
import java.util.function.Consumer;

/** Everything that arrives from controllers, by name: at most {@value #MOST} controls, the longest silent give way. */
public final class Inbox {
    public static final int MOST = 512;
    private static final long SILENT_NS = 5_000_000_000L;

    /** An inbox in which nothing ever arrives: files are rendered with it. */
    public static final Inbox EMPTY = new Inbox();

    private final ConcurrentMap<String, Control> controls = new ConcurrentHashMap<>();
    private final LongAdder arrived = new LongAdder();
    private final LongAdder dropped = new LongAdder();
    private volatile Consumer<Control> listener;

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
        Consumer<Control> now = listener;
        if (now != null) now.accept(control);
    }

    /** A control, whether anything has come from it yet or not; null when there is no more room. */
    Control expect(String name) {
        Control control = controls.get(name);
        return control != null ? control : added(name);
    }

    private synchronized Control added(String name) {
        Control control = controls.get(name);
        if (control != null) return control;
        if (name.length() > 200) return null;
        if (controls.size() >= MOST) {
            Control oldest = controls.values().stream()
                    .filter(c -> !c.bound())
                    .min(Comparator.comparingLong(Control::lastNanos))
                    .orElse(null);
            if (oldest == null || System.nanoTime() - oldest.lastNanos() < SILENT_NS) return null;
            controls.remove(oldest.name());
        }
        control = new Control(name);
        controls.put(name, control);
        return control;
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
    public void clear() {
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
