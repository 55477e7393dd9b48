package gloaming.sound;

/** Follows a sound {@value Onsets#HOPS} times a second: how loud it is, what begins, and where the beats are. */
public final class Follower {
    /** An onset stands out from what was usual in the last second by this factor, and by this much. */
    private static final double STANDS_OUT = 2;

    private static final double AT_LEAST = 1.2;
    /** Hops that pass before the next onset counts. */
    private static final int REST = 6;

    private Sound sound;
    private final Onsets onsets;
    private final Beats beats = new Beats();
    private final float[] window;
    private final float[] part;
    private long hops;
    private double onset;
    private double usual;
    private double before;
    private int since = REST;
    private boolean begins;
    private boolean beat;
    private double rms;
    private float lowest;
    private float highest;

    public Follower(Sound sound) {
        this.sound = sound;
        onsets = new Onsets(sound.rate());
        window = new float[onsets.window()];
        part = new float[sound.rate() / Onsets.HOPS];
    }

    Sound sound() {
        return sound;
    }

    /** Goes on with the same sound at another gain: nothing of the beat is forgotten. */
    void louder(Sound now) {
        sound = now;
    }

    /** Begins at this hop instead of the first. */
    void begin(long hop) {
        hops = hop;
    }

    long hops() {
        return hops;
    }

    /** Goes on by a hundredth of a second. */
    public void next() {
        hops++;
        double end = (double) hops / Onsets.HOPS;
        sound.upTo(end, window);
        onset = onsets.hop(window);
        beat = beats.hop(onsets.low(), onsets.high(), onset);
        // It begins where the growth has just passed its largest; that is known one hop later.
        since++;
        begins = since > REST && before > onset && before > STANDS_OUT * usual + AT_LEAST;
        if (begins) since = 0;
        usual += (onset - usual) * 0.02;
        before = onset;
        sound.upTo(end, part);
        double sum = 0;
        lowest = 0;
        highest = 0;
        for (float v : part) {
            sum += v * v;
            lowest = Math.min(lowest, v);
            highest = Math.max(highest, v);
        }
        rms = Math.sqrt(sum / part.length);
    }

    /** The moment, in seconds of the sound, that the onset and the beat belong to. */
    public double seconds() {
        return (double) hops / Onsets.HOPS - onsets.lateness();
    }

    /** How much begins: 0 for nothing, some tens when all of it does. */
    public double onset() {
        return onset;
    }

    /** Whether something began a hop ago. */
    public boolean begins() {
        return begins;
    }

    /** Whether a beat falls here. */
    public boolean beat() {
        return beat;
    }

    /** Beats a minute, as it hears them. */
    public double tempo() {
        return beats.bpm();
    }

    /** How sure it is of the tempo, 0 to 1. */
    public double confidence() {
        return beats.confidence();
    }

    /** Root mean square of the last hundredth of a second in dBFS, where a full-scale sine is -3. */
    public double rms() {
        return Hearing.decibels(rms);
    }

    double rmsLevel() {
        return rms;
    }

    /** The largest sample of the last hundredth of a second in dBFS. */
    public double peak() {
        return Hearing.decibels(peakLevel());
    }

    double peakLevel() {
        return Math.max(highest, -lowest);
    }

    float lowest() {
        return lowest;
    }

    float highest() {
        return highest;
    }
}
