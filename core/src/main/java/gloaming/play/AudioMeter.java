package gloaming.play;

import gloaming.sound.Hearing;

/** What was heard since it was last asked for, for whoever draws it: filled in place by the frame when wanted. */
public final class AudioMeter extends Relay {
    /** At most so many hops at once. */
    public static final int MOST = 256;

    /** Least and largest sample, onset strength and marks of each hop (1 a beat, 2 something began), oldest first. */
    public final float[] lows = new float[MOST];

    public final float[] highs = new float[MOST];
    public final float[] onsets = new float[MOST];
    public final byte[] marks = new byte[MOST];
    /** Levels of the bands from low to high, in dBFS. */
    public final float[] spectrum = new float[Hearing.SHOWN_BANDS];

    public int count;
    public double loudness;
    public double peak;
    public double centroid;
    private long told;

    void fill(Hearing hearing) {
        long now = hearing.hops();
        count = (int) Math.min(MOST, now - told);
        for (int i = 0; i < count; i++) {
            long hop = now - count + i;
            lows[i] = hearing.lowestAt(hop);
            highs[i] = hearing.highestAt(hop);
            onsets[i] = hearing.onsetAt(hop);
            marks[i] = (byte) hearing.marksAt(hop);
            peak = Math.max(peak, Math.max(highs[i], -lows[i]));
        }
        told = now;
        for (int i = 0; i < spectrum.length; i++) spectrum[i] = (float) hearing.shownBand(i);
        loudness = hearing.loudness();
        centroid = hearing.centroid();
        done();
    }

    /** The largest sample since this was asked last, by the one who draws it. */
    public double takePeak() {
        double was = peak;
        peak = 0;
        return was;
    }
}
