package gloaming.sound;

/** Follows a sound {@value Onsets#HOPS} times a second: how loud it is, what begins, and where the beats are. */
public final class Follower {
    private final Sound sound;
    private final Onsets onsets;
    private final Beats beats = new Beats();
    private final Hearing hearing = new Hearing();
    private final float[] window;
    private final float[] part;
    private long hops;
    private double onset;
    private boolean beat;
    private double rms;
    private double peak;

    public Follower(Sound sound) {
        this.sound = sound;
        onsets = new Onsets(sound.rate());
        window = new float[onsets.window()];
        part = new float[sound.rate() / Onsets.HOPS];
    }

    /** Goes on by a hundredth of a second. */
    public void next() {
        hops++;
        double end = (double) hops / Onsets.HOPS;
        sound.upTo(end, window);
        onset = onsets.hop(window);
        beat = beats.hop(onset);
        hearing.listen(sound, end);
        sound.upTo(end, part);
        double sum = 0;
        peak = 0;
        for (float v : part) {
            sum += v * v;
            peak = Math.max(peak, Math.abs(v));
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
        return decibels(rms);
    }

    /** The largest sample of the last hundredth of a second in dBFS. */
    public double peak() {
        return decibels(peak);
    }

    /** Level of a band in dBFS. */
    public double level(Band band) {
        return hearing.decibels(band);
    }

    private static double decibels(double level) {
        return Math.max(Hearing.SILENCE_DB, 20 * Math.log10(Math.max(1e-9, level)));
    }
}
