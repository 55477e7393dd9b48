package gloaming.sound;

import org.jtransforms.fft.FloatFFT_1D;

/**
 * Levels of the sound that just passed.
 *
 * <p>A window of {@value #WINDOW} samples (43 ms at 48 kHz) that ends now is weighted by Hann's window and taken apart by an
 * FFT; the level of a band is the root mean square of what lies between its edges, by Parseval's theorem. It depends on
 * nothing but the sound and the time, so a show renders again to the same levels.
 */
public final class Hearing {
    static final int WINDOW = 2_048;
    /** What is below counts as silence. */
    public static final double SILENCE_DB = -120;

    private static final float[] HANN = hann();

    private final FloatFFT_1D fft = new FloatFFT_1D(WINDOW);
    private final float[] samples = new float[WINDOW];
    private final double[] rms = new double[Band.values().length];

    /** Hears the sound up to {@code seconds} of show time. */
    public void listen(Sound sound, double seconds) {
        sound.upTo(seconds, samples);
        for (int i = 0; i < WINDOW; i++) samples[i] *= HANN[i];
        fft.realForward(samples);
        double binHz = (double) sound.rate() / WINDOW;
        for (Band band : Band.values()) {
            int from = Math.max(1, (int) Math.ceil(band.from / binHz));
            int to = Math.min(WINDOW / 2 - 1, (int) Math.ceil(band.to / binHz) - 1);
            double sum = 0;
            for (int k = from; k <= to; k++) {
                double re = samples[2 * k];
                double im = samples[2 * k + 1];
                sum += re * re + im * im;
            }
            // Both halves of the spectrum; Hann's window keeps 3/8 of the power.
            rms[band.ordinal()] = Math.sqrt(2 * sum / WINDOW / WINDOW / 0.375);
        }
    }

    /** Root mean square of a band, 0 to about 1. */
    public double rms(Band band) {
        return rms[band.ordinal()];
    }

    /** Level of a band in dBFS, where a full-scale sine is -3. */
    public double decibels(Band band) {
        return Math.max(SILENCE_DB, 20 * Math.log10(Math.max(1e-9, rms(band))));
    }

    /** Level as 0 at {@code floorDb} and below, 1 at full scale: even steps are even in loudness. */
    public double level(Band band, double floorDb) {
        return Math.clamp(1 - decibels(band) / floorDb, 0.0, 1.0);
    }

    private static float[] hann() {
        float[] window = new float[WINDOW];
        for (int i = 0; i < WINDOW; i++) window[i] = (float) (0.5 - 0.5 * Math.cos(2 * Math.PI * i / WINDOW));
        return window;
    }
}
