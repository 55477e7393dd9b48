package gloaming.web.live;

import static java.lang.foreign.ValueLayout.ADDRESS;
import static java.lang.foreign.ValueLayout.JAVA_INT;

import java.lang.foreign.Arena;
import java.lang.foreign.FunctionDescriptor;
import java.lang.foreign.Linker;
import java.lang.foreign.MemorySegment;
import java.lang.invoke.MethodHandle;

/**
 * How Linux serves a thread. On other systems whoever touches this is told so by a {@link LinkageError}.
 *
 * <p>A low priority is not enough for what is to be out of the way: whoever has a core with it keeps it while two others share the next
 * one. Who is served last of all is stopped at once where another wakes.
 */
enum SchedulingClass {
    /** As all are. */
    USUAL(0),
    /** Last of all: with what nobody else wants. */
    IDLE(5);

    private static final int SELF = 0;
    private static final MethodHandle SET = Linker.nativeLinker()
            .downcallHandle(
                    Linker.nativeLinker().defaultLookup().findOrThrow("sched_setscheduler"),
                    FunctionDescriptor.of(JAVA_INT, JAVA_INT, JAVA_INT, ADDRESS));
    private static final MemorySegment NONE = Arena.global().allocate(JAVA_INT);

    /** The system's number for it. */
    final int number;

    SchedulingClass(int number) {
        this.number = number;
    }

    /** Has the thread with this number served so from now on; false where the system does not let that be. */
    boolean of(int thread) {
        try {
            return (int) SET.invokeExact(thread, number, NONE) == 0;
        } catch (RuntimeException | Error e) {
            throw e;
        } catch (Throwable e) {
            throw new IllegalStateException(e);
        }
    }

    /** The same of the thread that asks. */
    boolean ofThisThread() {
        return of(SELF);
    }
}
