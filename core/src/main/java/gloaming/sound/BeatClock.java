package gloaming.sound;

/**
 * Counts the beats of the show: by the sound's own tempo where it is known, by what is heard, by hand, or by the look's tempo.
 *
 * <p>It never goes back and never leaps. To beats that are heard, or tapped, it is drawn by going faster or slower, at most by half.
 */
public final class BeatClock {
    /** Who leads. */
    public enum Leader {
        /** The sound's known tempo; its first beat is at its beginning. */
        SOUND,
        /** Beats that are heard. */
        MUSIC,
        /** Taps of a hand. */
        HAND,
        /** A clock that comes in over MIDI. */
        MIDI,
        /** The look's tempo: nothing else is known. */
        LOOK
    }

    /** Taps further apart than this begin anew. */
    private static final double LONGEST_TAP = 2.5;

    private static final int TAPS = 8;
    /** Parts of the way to the beat it is drawn in a second. */
    private static final double PULL = 5;

    private final double[] taps = new double[TAPS];
    private int tapped;
    private boolean hand;
    private double handTempo;
    private double midiTempo;
    private double beat;
    private double tempo = 96;
    private Leader leader = Leader.LOOK;
    private double baseBeat;
    private double baseTime;
    private double away;
    private double nudged;
    private double held;

    /** Back to the start of the show; who leads stays. */
    public void rewind() {
        beat = 0;
        baseBeat = 0;
        baseTime = 0;
        away = 0;
    }

    /** Stands where another clock stands, and goes on as it would. */
    public void like(BeatClock other) {
        System.arraycopy(other.taps, 0, taps, 0, TAPS);
        tapped = other.tapped;
        hand = other.hand;
        handTempo = other.handTempo;
        midiTempo = other.midiTempo;
        beat = other.beat;
        tempo = other.tempo;
        leader = other.leader;
        baseBeat = other.baseBeat;
        baseTime = other.baseTime;
        away = other.away;
        nudged = other.nudged;
        held = other.held;
    }

    /** All that it goes by, as numbers. */
    public double[] state() {
        double[] all = java.util.Arrays.copyOf(taps, TAPS + 12);
        int i = TAPS;
        all[i++] = tapped;
        all[i++] = hand ? 1 : 0;
        all[i++] = handTempo;
        all[i++] = midiTempo;
        all[i++] = beat;
        all[i++] = tempo;
        all[i++] = leader.ordinal();
        all[i++] = baseBeat;
        all[i++] = baseTime;
        all[i++] = away;
        all[i++] = nudged;
        all[i] = held;
        return all;
    }

    /** Stands as a clock stood when it gave this. */
    public void state(double[] as) {
        if (as.length != TAPS + 12) throw new IllegalArgumentException(as.length + " numbers are no clock");
        System.arraycopy(as, 0, taps, 0, TAPS);
        int i = TAPS;
        tapped = (int) as[i++];
        hand = as[i++] != 0;
        handTempo = as[i++];
        midiTempo = as[i++];
        beat = as[i++];
        tempo = as[i++];
        leader = Leader.values()[Math.clamp((int) as[i++], 0, Leader.values().length - 1)];
        baseBeat = as[i++];
        baseTime = as[i++];
        away = as[i++];
        nudged = as[i++];
        held = as[i];
    }

    /** What is heard goes on from another place: beats count on from here, and a known tempo's fall where they do there. */
    public void leap(double time) {
        double next = beat;
        if (leader == Leader.SOUND) {
            double there = time * tempo / 60;
            next = Math.floor(beat) + there - Math.floor(there);
            if (next < beat) next++;
        }
        baseBeat = next;
        baseTime = time;
        away = 0;
    }

    /** Goes on to {@code time} seconds of the show, {@code dt} after the frame before. */
    public void advance(double time, double dt, Sound sound, Hearing hearing, double lookTempo) {
        Leader now = leads(sound, hearing);
        double tempo = switch (now) {
            case SOUND -> sound.tempo();
            case MUSIC -> hearing.tempo() > 0 ? hearing.tempo() : held;
            case HAND -> handTempo;
            case MIDI -> midiTempo;
            case LOOK -> lookTempo;
        };
        if (now == Leader.MUSIC) held = tempo;
        boolean begins = now == Leader.SOUND ? leader != Leader.SOUND : time == 0;
        if (now != leader || tempo != this.tempo || begins) {
            // The beat stays where it is and from here on counts differently; a known sound has its own beginning.
            baseBeat = begins ? 0 : beat;
            baseTime = begins ? 0 : time - dt;
            leader = now;
            this.tempo = tempo;
        }
        double next = baseBeat + (time - baseTime) * tempo / 60;
        if (now == Leader.MUSIC && hearing.beat()) away = toNearest(next - hearing.beatAgo() * tempo / 60);
        double most = 0.5 * dt * tempo / 60;
        double by = Math.clamp((away + nudged) * Math.min(1, PULL * dt), -most, most);
        if (by != 0) {
            baseBeat += by;
            next += by;
            double ofNudge = Math.abs(nudged) > Math.abs(by) ? by : nudged;
            nudged -= ofNudge;
            away -= by - ofNudge;
        }
        beat = begins ? next : Math.max(beat, next);
    }

    private Leader leads(Sound sound, Hearing hearing) {
        if (hand) return Leader.HAND;
        if (midiTempo > 0) return Leader.MIDI;
        if (sound.tempo() > 0) return Leader.SOUND;
        boolean hears = hearing.tempo() > 0 || (leader == Leader.MUSIC && sound != Sound.SILENCE);
        return hears ? Leader.MUSIC : Leader.LOOK;
    }

    /** How far it is from here to the nearest whole beat. */
    private static double toNearest(double beat) {
        return Math.rint(beat) - beat;
    }

    /** A tap of the hand, at a moment in seconds of any steady clock: from the second on taps give the tempo, and each the beat. */
    public void tap(double seconds) {
        if (tapped > 0) {
            double gap = seconds - taps[(tapped - 1) % TAPS];
            if (gap < 0.12) return;
            if (gap > LONGEST_TAP) tapped = 0;
        }
        taps[tapped++ % TAPS] = seconds;
        int n = Math.min(tapped, TAPS);
        if (n < 2) return;
        double first = taps[(tapped - n) % TAPS];
        handTempo = Math.clamp(60 * (n - 1) / (seconds - first), 20, 400);
        hand = true;
        away = toNearest(beat);
    }

    /** The hand leads at this tempo. */
    public void byHand(double tempo) {
        hand = true;
        handTempo = Math.clamp(tempo, 20, 400);
    }

    /** The hand lets go: the sound leads again, or the look. */
    public void letGo() {
        hand = false;
        tapped = 0;
        away = 0;
        nudged = 0;
    }

    /** A little earlier (above 0) or later, in beats; it goes there smoothly. */
    public void nudge(double beats) {
        nudged = Math.clamp(nudged + beats, -0.5, 0.5);
    }

    /** The tempo of a clock that comes in, or 0 when it has stopped; {@code on} tells that one of its beats is now. */
    public void midi(double tempo, boolean on) {
        midiTempo = tempo;
        if (on && leader == Leader.MIDI) away = toNearest(beat);
    }

    /** Beats since the start of the show. */
    public double beat() {
        return beat;
    }

    /** Beats a minute. */
    public double tempo() {
        return tempo;
    }

    public Leader leader() {
        return leader;
    }
}
