package gloaming.web.live;

import gloaming.step.Catalogue;
import java.io.IOException;

/**
 * A start has the machine to itself: its thread comes first, the steps are found by another meanwhile, and the second compiler, which would
 * make faster what is hardly needed once more, is served last until the application is open.
 */
public final class StartPriority implements AutoCloseable {
    private static final String SECOND = "C2 Compiler";

    private final Thread thread = Thread.currentThread();
    private final int priority = thread.getPriority();
    private boolean last;

    /** Begins a start in the thread that asks. */
    public StartPriority() {
        thread.setPriority(Thread.MAX_PRIORITY);
        last = CompilerPriority.isOurs() && serve(SchedulingClass.IDLE);
        Thread.ofPlatform().name("steps").daemon().start(Catalogue::all);
    }

    private static boolean serve(SchedulingClass how) {
        try {
            return Compilers.serve(how, SECOND);
        } catch (IOException | RuntimeException | LinkageError e) {
            System.getLogger("gloaming").log(System.Logger.Level.DEBUG, "Compilers keep their priority.", e);
            return false;
        }
    }

    /** The application is open: what comes now are pictures, which need it. */
    public void opened() {
        if (last) serve(SchedulingClass.USUAL);
        last = false;
    }

    @Override
    public void close() {
        opened();
        thread.setPriority(priority);
    }
}
