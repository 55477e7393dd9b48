package gloaming.play;

/**
 * Time that the machine has given to others while threads of ours took it for their own work, as a machine that is shared does; on one's
 * own there is none.
 */
@FunctionalInterface
public interface StolenTime {
    StolenTime NONE = () -> 0;

    /** Nanoseconds that one thread may have lost so far; asked by any thread, at any time. */
    long nanos();
}
