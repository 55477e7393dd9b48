package gloaming.desk;

import java.util.Collection;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;

/**
 * What is to be told to other programs and devices: the latest value of each name, at most {@value #MOST}.
 *
 * <p>The frame puts values in, a thread of the devices takes out what has changed; between them only the latest counts.
 */
public final class Outbox {
    public static final int MOST = 256;

    /** An outbox that nobody empties. */
    public static final Outbox NOWHERE = new Outbox();

    private final ConcurrentMap<String, Slot> slots = new ConcurrentHashMap<>();

    /** One name and its latest value. */
    public static final class Slot {
        private final String name;
        private volatile double value;
        private volatile long version;
        private long taken;

        Slot(String name) {
            this.name = name;
        }

        public String name() {
            return name;
        }

        public double value() {
            return value;
        }

        /** Whether it changed since this was asked last, by the one who sends it. */
        public boolean changed() {
            long now = version;
            boolean changed = now != taken;
            taken = now;
            return changed;
        }
    }

    /** Puts a value in; one that is the same as before is not told again unless {@code always}. */
    public void put(String name, double value, boolean always) {
        Slot slot = slots.get(name);
        if (slot == null) {
            if (slots.size() >= MOST || name.length() > 200) return;
            slot = slots.computeIfAbsent(name, Slot::new);
        } else if (slot.value == value && !always) return;
        slot.value = value;
        // One frame at a time puts values in.
        slot.version = slot.version + 1;
    }

    public Collection<Slot> slots() {
        return slots.values();
    }
}
