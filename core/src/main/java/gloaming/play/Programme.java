package gloaming.play;

import gloaming.venue.Venue;
import java.util.concurrent.atomic.AtomicReference;

/**
 * What the audience sees: one player on air, for a while beside the one before it, and the light of the output.
 *
 * <p>Only a {@link #take} changes it. The player before stays on the output until the next one has a picture, so that nothing is
 * ever black that was not meant to be.
 */
public final class Programme {
    /** Seconds that a change takes, at most. */
    public static final double LONGEST = 600;

    /**
     * Who is on air.
     *
     * @param before who was before, until {@link #settled}; null when what was seen then is held as a still
     * @param since when the take was, by the clock of nanoseconds
     * @param seconds how long the change takes; 0 is a cut
     * @param number how many takes there were before
     * @param crossing how the picture changes meanwhile
     * @param hand how far a hand has brought it, or null where it goes by time
     */
    public record State(
            LivePlayer now,
            LivePlayer before,
            long since,
            double seconds,
            int number,
            Crossing crossing,
            AtomicReference<Double> hand) {
        /** How far the change is: 0 to 1. */
        public double weight(long nanos) {
            if (hand != null) return hand.get();
            return seconds <= 0 ? 1 : Math.clamp((nanos - since) / 1e9 / seconds, 0.0, 1.0);
        }

        /** Whether the fade is over. */
        public boolean whole(long nanos) {
            return weight(nanos) >= 1;
        }
    }

    /** Told what the audience sees otherwise from now on; brief. */
    public interface Witness {
        void took(State state);

        void froze(boolean on);

        void handed(double weight);
    }

    private static final Witness NOBODY = new Witness() {
        @Override
        public void took(State state) {}

        @Override
        public void froze(boolean on) {}

        @Override
        public void handed(double weight) {}
    };

    private final OutputFader light = new OutputFader();
    private volatile Witness witness = NOBODY;
    private volatile State state;
    private volatile boolean frozen;
    private volatile boolean calm;
    private volatile Film film;
    private volatile Shown shown = Shown.PLAIN;

    /**
     * Where the picture is shown.
     *
     * @param venue the surfaces it is laid on, or null where it leaves as it is
     * @param test whether a test picture is there in its place
     * @param bright the surface that is set up just then, the others are dim; empty is none
     */
    public record Shown(Venue venue, boolean test, String bright) {
        static final Shown PLAIN = new Shown(null, false, "");
    }

    public Programme(LivePlayer first) {
        state = new State(first, null, System.nanoTime(), 0, 0, Crossing.FADE, null);
    }

    public State state() {
        return state;
    }

    public LivePlayer player() {
        return state.now();
    }

    public OutputFader light() {
        return light;
    }

    /** Who is told of takes and freezes. */
    public void witness(Witness witness) {
        this.witness = witness;
    }

    /** Holds what the audience sees as it is now, whatever plays behind it; or lets it go on. */
    public void freeze(boolean on) {
        frozen = on;
        witness.froze(on);
    }

    public boolean frozen() {
        return frozen;
    }

    /** Holds the light of what leaves so that there are no more flashes than {@link FlashMeter#ALLOWED}, or does not. */
    public void calm(boolean on) {
        calm = on;
    }

    public boolean calm() {
        return calm;
    }

    /** Where the picture is shown from now on. */
    public void show(Shown where) {
        shown = where;
    }

    public Shown shown() {
        return shown;
    }

    /** The audience sees a film from its first picture on, or with null what is on air. */
    public void film(Film film) {
        this.film = film;
    }

    public Film film() {
        return film;
    }

    /** Puts another player on air by a fade. */
    public void take(LivePlayer next, double seconds) {
        take(next, seconds, Crossing.FADE);
    }

    /**
     * Puts another player on air. One take at a time.
     *
     * @param seconds how long that takes; 0 is a cut
     */
    public void take(LivePlayer next, double seconds, Crossing crossing) {
        State was = state;
        // A take in the middle of a fade goes on from what is seen then.
        boolean fading = was.before() != null && !was.whole(System.nanoTime());
        state = new State(
                next,
                fading ? null : was.now(),
                System.nanoTime(),
                Math.clamp(seconds, 0, LONGEST),
                was.number + 1,
                crossing,
                null);
        witness.took(state);
    }

    /** Brings another player over the one on air by hand, from nothing of it on; {@link #hand} tells how far. */
    public void byHand(LivePlayer next, Crossing crossing) {
        State was = state;
        state = new State(
                next, was.now(), System.nanoTime(), 0, was.number() + 1, crossing, new AtomicReference<>(0.0));
        witness.took(state);
    }

    /** How far the hand has brought it, 0 to 1; nothing where no hand does. */
    public void hand(double weight) {
        AtomicReference<Double> hand = state.hand();
        if (hand == null) return;
        hand.set(Math.clamp(weight, 0.0, 1.0));
        witness.handed(hand.get());
    }

    /** The player before is not needed any more. */
    public void settled(int number) {
        State was = state;
        if (was.number() == number)
            state = new State(was.now(), null, was.since(), 0, was.number(), was.crossing(), null);
    }
}
