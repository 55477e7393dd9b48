package gloaming.play;

/**
 * A buffer that passes back and forth between the frame's thread, which fills it, and one other thread, which asks for it.
 *
 * <p>Whoever's turn it is owns the buffer alone, so there is no lock and no copy: the reader {@link #want}s, the frame fills
 * and says {@link #done}, the reader reads until it wants again.
 */
public abstract class Relay {
    private enum Turn {
        IDLE,
        WANTED,
        READY
    }

    private volatile Turn turn = Turn.IDLE;

    /** The reader asks for the next filling and gives up the buffer. */
    public final void want() {
        turn = Turn.WANTED;
    }

    /** Whether the reader may read. */
    public final boolean ready() {
        return turn == Turn.READY;
    }

    /** Whether the reader has asked, or has something it has not taken. */
    public final boolean idle() {
        return turn == Turn.IDLE;
    }

    final boolean wanted() {
        return turn == Turn.WANTED;
    }

    final void done() {
        turn = Turn.READY;
    }

    /** The reader has taken what it needs and asks for nothing more yet. */
    public final void rest() {
        turn = Turn.IDLE;
    }
}
