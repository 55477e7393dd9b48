package gloaming.sound;

import org.jtransforms.fft.FloatFFT_1D;

/**
 * How much begins to sound at each moment: growth of the log spectrum in bands a third of an octave wide, against the two hops
 * before, so that vibrato counts less (after Böck and Widmer 2013, "Maximum filter vibrato suppression for onset detection").
 *
 * <p>Takes samples hop by hop, {@value #HOPS} a second at any rate; what it gives lies {@link #lateness} behind the newest sample.
 */
final class Onsets {
    static final int HOPS = 100;
    private static final int BANDS = 26;
    private static final double LOWEST_HZ = 35;
    private static final double HIGHEST_HZ = 13_000;
    /** Below it are kick and bass, above the other one snare and hats. */
    private static final double LOW_HZ = 150;

    private static final double HIGH_HZ = 1_800;
    /** How strongly quiet partials are lifted before the logarithm. */
    private static final double LIFT = 80;

    private final int window;
    private final int rate;
    private final FloatFFT_1D fft;
    private final float[] hann;
    private final float[] work;
    private final int[] edges = new int[BANDS + 1];
    private final double[] before = new double[BANDS];
    private final double[] beforeThat = new double[BANDS];
    private int hops;
    private final Rise lows = new Rise();
    private final Rise highs = new Rise();
    private double low;
    private double high;

    /** How much louder it is than in the three hops before. */
    private static final class Rise {
        private double a;
        private double b;
        private double c;

        double rise(double now) {
            double rise = Math.max(0, now - Math.max(a, Math.max(b, c)));
            a = b;
            b = c;
            c = now;
            return rise;
        }
    }

    Onsets(int rate) {
        this.rate = rate;
        // Some 23 ms.
        int size = 256;
        while (size < rate * 0.018) size *= 2;
        window = size;
        fft = new FloatFFT_1D(window);
        work = new float[window];
        hann = new float[window];
        for (int i = 0; i < window; i++) hann[i] = (float) (0.5 - 0.5 * Math.cos(2 * Math.PI * i / window));
        double top = Math.min(HIGHEST_HZ, rate * 0.45);
        for (int b = 0; b <= BANDS; b++) {
            double hz = LOWEST_HZ * Math.pow(top / LOWEST_HZ, (double) b / BANDS);
            edges[b] = Math.max(b == 0 ? 1 : edges[b - 1] + 1, (int) Math.round(hz * window / rate));
            edges[b] = Math.min(edges[b], window / 2 - BANDS + b);
        }
    }

    /** Samples that a hop looks at. */
    int window() {
        return window;
    }

    /** Seconds from what an onset is at to the end of the window that shows it. */
    double lateness() {
        return 0.5 * window / rate;
    }

    /** The onset strength of the window that ends now: 0 where nothing begins, some tens where all of it does. */
    double hop(float[] samples) {
        for (int i = 0; i < window; i++) work[i] = samples[i] * hann[i];
        fft.realForward(work);
        double flux = 0;
        for (int b = 0; b < BANDS; b++) {
            double power = 0;
            for (int k = edges[b]; k < edges[b + 1]; k++) {
                power += work[2 * k] * work[2 * k] + work[2 * k + 1] * work[2 * k + 1];
            }
            double level = Math.log1p(LIFT * 4 * Math.sqrt(power) / window);
            double rise = level - Math.max(before[b], beforeThat[b]);
            // Low bands carry the pulse: kick and bass count for more than a hat.
            if (hops > 2 && rise > 0) flux += rise * (b < 8 ? 1.6 : 1);
            beforeThat[b] = before[b];
            before[b] = level;
        }
        low = lows.rise(amplitude(LOWEST_HZ, LOW_HZ));
        high = highs.rise(amplitude(HIGH_HZ, HIGHEST_HZ));
        hops++;
        return flux;
    }

    /** What begins in the lowest bands, of the hop that was taken last, in amplitude. */
    double low() {
        return low;
    }

    /** What begins in the high bands. */
    double high() {
        return high;
    }

    private double amplitude(double fromHz, double toHz) {
        double power = 0;
        int to = (int) Math.min(window / 2 - 1, Math.round(toHz * window / rate));
        for (int k = (int) Math.max(1, Math.round(fromHz * window / rate)); k <= to; k++) {
            power += work[2 * k] * work[2 * k] + work[2 * k + 1] * work[2 * k + 1];
        }
        return Math.sqrt(power) / window;
    }
}
