package gloaming.sound;

import org.jtransforms.fft.FloatFFT_1D;

/**
 * The spectrum of the sound that just passed.
 *
 * <p>A window of {@value #WINDOW} samples (43 ms at 48 kHz) that ends now is weighted by Hann's window and taken apart by an
 * FFT; the power between two edges is that of what lies between them, by Parseval's theorem, with parts of bins at the edges. It
 * depends on nothing but the sound and the time, so a show renders again to the same levels.
 */
final class PowerSpectrum {
    static final int WINDOW = 2_048;
    private static final float[] HANN = hann();

    private final FloatFFT_1D fft = new FloatFFT_1D(WINDOW);
    private final float[] samples = new float[WINDOW];
    /** Power below the upper edge of each bin; bin k reaches half a bin to either side of its frequency. */
    private final double[] below = new double[WINDOW / 2];

    private double binHz = 48_000.0 / WINDOW;
    private double weighted;

    /** Takes what ends at {@code seconds} of the sound. */
    void take(Sound sound, double seconds) {
        sound.upTo(seconds, samples);
        for (int i = 0; i < WINDOW; i++) samples[i] *= HANN[i];
        fft.realForward(samples);
        binHz = (double) sound.rate() / WINDOW;
        double sum = 0;
        weighted = 0;
        // Both halves of the spectrum; Hann's window keeps 3/8 of the power.
        double scale = 2.0 / WINDOW / WINDOW / 0.375;
        for (int k = 1; k < WINDOW / 2; k++) {
            double re = samples[2 * k];
            double im = samples[2 * k + 1];
            double power = scale * (re * re + im * im);
            sum += power;
            weighted += power * k * binHz;
            below[k] = sum;
        }
    }

    /** Mean square of what lies between two frequencies in Hz. */
    double power(double from, double to) {
        return Math.max(0, upTo(to) - upTo(from));
    }

    /** The mean frequency in Hz, weighted by power; 0 in silence. */
    double centroid() {
        double all = below[below.length - 1];
        return all < 1e-12 ? 0 : weighted / all;
    }

    private double upTo(double hz) {
        double edge = hz / binHz + 0.5;
        int k = (int) Math.floor(edge);
        if (k < 1) return 0;
        if (k >= below.length) return below[below.length - 1];
        return below[k - 1] + (below[k] - below[k - 1]) * (edge - k);
    }

    private static float[] hann() {
        float[] window = new float[WINDOW];
        for (int i = 0; i < WINDOW; i++) window[i] = (float) (0.5 - 0.5 * Math.cos(2 * Math.PI * i / WINDOW));
        return window;
    }
}
