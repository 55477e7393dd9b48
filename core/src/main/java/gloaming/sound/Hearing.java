package gloaming.sound;

/**
 * What is heard now: levels and spectrum of the sound that just passed, what began in it, and where the beats are.
 *
 * <p>Levels depend on nothing but the sound and the time. Onsets and beats follow the sound hop by hop ({@link Follower}); where the time
 * leaps, as at a rewind, they begin anew.
 */
public final class Hearing {
    /** What is below counts as silence. */
    public static final double SILENCE_DB = -120;
    /** Hops that are kept to be shown: a little over ten seconds. */
    public static final int KEPT = 1_024;

    /** More hops than these at once are a leap of the time. */
    private static final int LEAP = 100;
    /** Bands of the picture of the spectrum, from {@value #LOWEST_HZ} Hz to {@value #HIGHEST_HZ} Hz. */
    public static final int SHOWN_BANDS = 64;

    static final double LOWEST_HZ = 30;
    static final double HIGHEST_HZ = 16_000;
    private static final double SURE = 0.15;

    private final PowerSpectrum spectrum = new PowerSpectrum();
    private final float[] onsets = new float[KEPT];
    private final byte[] marks = new byte[KEPT];
    private final float[] lows = new float[KEPT];
    private final float[] highs = new float[KEPT];
    private Follower follower = new Follower(Sound.SILENCE);
    private long kept;
    private boolean began;
    private boolean beat;
    private double beatAgo;
    private double peak;
    private double square;

    /** Hears the sound up to {@code seconds} of show time. */
    public void listen(Sound sound, double seconds) {
        double now = sound.heard(seconds);
        spectrum.take(sound, now);
        follow(sound, (long) Math.floor(now * Onsets.HOPS + 1e-6), now);
    }

    private void follow(Sound sound, long until, double now) {
        boolean same = follower.sound().source() == sound.source();
        if (same) follower.louder(sound);
        if (!same || until < follower.hops() || until > follower.hops() + LEAP) {
            follower = new Follower(sound);
            follower.begin(Math.max(0, until - 1));
        }
        began = false;
        beat = false;
        peak = 0;
        while (follower.hops() < until) {
            follower.next();
            began |= follower.begins();
            peak = Math.max(peak, follower.peakLevel());
            square += (follower.rmsLevel() * follower.rmsLevel() - square) * 0.25;
            if (follower.beat()) {
                beat = true;
                beatAgo = now - follower.seconds();
            }
            int i = (int) (kept++ % KEPT);
            onsets[i] = (float) follower.onset();
            lows[i] = follower.lowest();
            highs[i] = follower.highest();
            marks[i] = (byte) ((follower.beat() ? 1 : 0) | (follower.begins() ? 2 : 0));
        }
    }

    /** Root mean square of a band, 0 to about 1. */
    public double rms(Band band) {
        return rms(band.from, band.to);
    }

    /** Root mean square of what lies between two frequencies in Hz. */
    public double rms(double fromHz, double toHz) {
        return Math.sqrt(spectrum.power(fromHz, toHz));
    }

    /** Level of a band in dBFS, where a full-scale sine is -3. */
    public double decibels(Band band) {
        return decibels(rms(band));
    }

    /** Level of what lies between two frequencies in dBFS. */
    public double decibels(double fromHz, double toHz) {
        return decibels(rms(fromHz, toHz));
    }

    /** Level as 0 at {@code floorDb} and below, 1 at full scale: even steps are even in loudness. */
    public double level(Band band, double floorDb) {
        return Math.clamp(1 - decibels(band) / floorDb, 0.0, 1.0);
    }

    /** The mean frequency in Hz, weighted by power. */
    public double centroid() {
        return spectrum.centroid();
    }

    /** How much begins at this moment: 0 for nothing, some tens when all of it does. */
    public double flux() {
        return follower.onset();
    }

    /** Whether something has begun since the frame before. */
    public boolean began() {
        return began;
    }

    /** Whether a beat has fallen since the frame before. */
    public boolean beat() {
        return beat;
    }

    /** How many seconds ago the last beat was when this frame was heard. */
    double beatAgo() {
        return beatAgo;
    }

    /** Beats a minute as they are heard, or 0 where none are found. */
    public double tempo() {
        return follower.confidence() < SURE ? 0 : follower.tempo();
    }

    /** How sure the tempo is, 0 to 1. */
    public double confidence() {
        return follower.confidence();
    }

    /** Root mean square of the last moments, all frequencies, in dBFS. */
    public double loudness() {
        return decibels(Math.sqrt(square));
    }

    /** The largest sample since the frame before, 0 to 1 and over: from 1 on the input is clipped. */
    public double peak() {
        return peak;
    }

    /** What it follows hop by hop. */
    public Follower follower() {
        return follower;
    }

    /** How many hops have been heard; the last {@value #KEPT} can be asked for. */
    public long hops() {
        return kept;
    }

    public float onsetAt(long hop) {
        return onsets[(int) Math.floorMod(hop, (long) KEPT)];
    }

    /** The least and the largest sample of a hop. */
    public float lowestAt(long hop) {
        return lows[(int) Math.floorMod(hop, (long) KEPT)];
    }

    public float highestAt(long hop) {
        return highs[(int) Math.floorMod(hop, (long) KEPT)];
    }

    /** 1 where a beat fell on a hop, 2 where something began, 3 for both. */
    public int marksAt(long hop) {
        return marks[(int) Math.floorMod(hop, (long) KEPT)];
    }

    /** The level in dBFS of band {@code i} of {@code n} even parts of the octaves from {@code fromHz} to {@code toHz}. */
    public double bandOf(int i, int n, double fromHz, double toHz) {
        double ratio = toHz / fromHz;
        return decibels(fromHz * Math.pow(ratio, (double) i / n), fromHz * Math.pow(ratio, (i + 1.0) / n));
    }

    /** Band {@code i} of the spectrum that is shown, in dBFS. */
    public double shownBand(int i) {
        return bandOf(i, SHOWN_BANDS, LOWEST_HZ, HIGHEST_HZ);
    }

    static double decibels(double level) {
        return Math.max(SILENCE_DB, 20 * Math.log10(Math.max(1e-9, level)));
    }
}
