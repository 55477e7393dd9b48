package gloaming.play;

/**
 * Whether a frame goes on, and how much was worked since it last did.
 *
 * <p>A look of which nothing has to be made anew begins no step for many frames: each frame counts by itself, so that what was worked in those
 * before is not taken for work of one that the machine lets wait.
 */
final class FrameProgress {
    private long frame;
    private long step;
    private long[] before = {};

    /** Other threads from now on. */
    void another() {
        before = new long[0];
    }

    /**
     * Looks how far it is.
     *
     * @param frame tells this frame from others; 0 between two
     * @param step counts steps as they are begun
     * @param cpu nanoseconds that each of its threads has worked so far
     */
    boolean wentOn(long frame, long step, long[] cpu) {
        if (frame != 0 && frame == this.frame && step == this.step && before.length == cpu.length) return false;
        this.frame = frame;
        this.step = step;
        // Where there is no memory left it must do without.
        if (before.length != cpu.length) before = new long[cpu.length];
        System.arraycopy(cpu, 0, before, 0, cpu.length);
        return true;
    }

    /** The most that one of its threads has worked since it last went on, in nanoseconds. */
    long worked(long[] cpu) {
        long most = 0;
        for (int i = 0; i < Math.min(cpu.length, before.length); i++) most = Math.max(most, cpu[i] - before[i]);
        return most;
    }
}
