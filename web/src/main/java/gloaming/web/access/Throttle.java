package gloaming.web.access;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.LongSupplier;

/**
 * Slows down whoever tries passphrases: after {@value #FREE} that failed, each next one from the same place has to wait twice as
 * long, a minute at most; and from all places together no more than one in {@value #ALL_MS} ms is tried once many have failed.
 */
final class Throttle {
    private static final int FREE = 5;
    private static final long FIRST_MS = 1_000;
    private static final long LONGEST_MS = 60_000;
    private static final int MANY = 20;
    private static final long ALL_MS = 2_000;
    private static final int MOST_PLACES = 1_000;

    private record Failed(int times, long at) {}

    private final LongSupplier clock;
    private final Map<String, Failed> places = new LinkedHashMap<>();
    private int all;
    private long allAt;

    /** @param clock milliseconds */
    Throttle(LongSupplier clock) {
        this.clock = clock;
    }

    /** Milliseconds until a passphrase from a place is looked at; 0 when one is now, which counts as a failure until it is not. */
    synchronized long wait(String place) {
        long now = clock.getAsLong();
        Failed failed = places.getOrDefault(place, new Failed(0, now - LONGEST_MS));
        long own = failed.times < FREE ? 0 : failed.at + pause(failed.times - FREE) - now;
        long shared = all < MANY ? 0 : allAt + ALL_MS - now;
        long wait = Math.max(own, shared);
        if (wait > 0) return wait;
        places.remove(place);
        places.put(place, new Failed(failed.times + 1, now));
        if (places.size() > MOST_PLACES)
            places.remove(places.keySet().iterator().next());
        all++;
        allAt = now;
        return 0;
    }

    private static long pause(int times) {
        return Math.min(LONGEST_MS, FIRST_MS << Math.min(times, 10));
    }

    /** The last one from a place was right. */
    synchronized void right(String place) {
        places.remove(place);
        all = 0;
    }
}
