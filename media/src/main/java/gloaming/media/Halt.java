package gloaming.media;

/** Lets somebody else end work that is going on. */
public final class Halt {
    private Runnable work;
    private boolean halted;

    /** What ends the work; done at once where it was halted before. */
    public void ends(Runnable work) {
        boolean now;
        synchronized (this) {
            this.work = work;
            now = halted;
        }
        if (now && work != null) work.run();
    }

    /** Ends the work that goes on or begins later. */
    public void now() {
        Runnable end;
        synchronized (this) {
            halted = true;
            end = work;
        }
        if (end != null) end.run();
    }

    public synchronized boolean halted() {
        return halted;
    }
}
