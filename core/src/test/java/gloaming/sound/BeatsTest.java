package gloaming.sound;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Beats of music made here, whose beats are known, within 70 ms as the field counts it (Davies et al. 2009). */
class BeatsTest {
    private static final int RATE = 44_100;
    private static final double SECONDS = 30;

    /** A piece and where its beats are. */
    private record Piece(float[] samples, List<Double> beats) {}

    private record Recorded(float[] samples) implements Sound {
        @Override
        public String name() {
            return "made here";
        }

        @Override
        public int rate() {
            return RATE;
        }

        @Override
        public long length() {
            return samples.length;
        }

        @Override
        public double tempo() {
            return 0;
        }

        @Override
        public float sample(long index) {
            return samples[(int) index];
        }
    }

    /** Drums, bass and chords with swing, noise under them, a tempo that drifts and perhaps a silent bar. */
    private static Piece piece(
            double bpm, double swing, double noise, double drift, boolean silentBar, boolean music, int seed) {
        SplittableRandom random = new SplittableRandom(seed);
        float[] out = new float[(int) (SECONDS * RATE)];
        List<Double> beats = new ArrayList<>();
        double at = 0.3;
        for (int beat = 0; at < SECONDS - 0.1; beat++) {
            double length = 60 / (bpm * (1 + drift * Math.sin(2 * Math.PI * at / 20)));
            boolean silent = silentBar && beat / 4 == 7;
            beats.add(at);
            if (!silent) {
                if (beat % 2 == 0) tone(out, at, 0.22, 120, 45, 0.8);
                else crack(out, at, 0.14, 0.5, random);
                if (beat % 4 == 3 && random.nextBoolean()) tone(out, at + length / 2, 0.2, 110, 45, 0.5);
                crack(out, at, 0.03, 0.12, random);
                crack(out, at + length * (0.5 + swing), 0.03, 0.12, random);
                if (music) {
                    double root = 55 * Math.pow(2, new int[] {0, 5, 7, 3}[beat / 4 % 4] / 12.0);
                    tone(out, at, 0.9 * length, root, root, 0.25);
                    if (random.nextInt(3) == 0) tone(out, at + length / 2, 0.4 * length, root * 1.5, root * 1.5, 0.2);
                    if (beat % 4 == 0)
                        for (int k : new int[] {4, 5, 6}) tone(out, at, 3.8 * length, root * k, root * k, 0.06);
                }
            }
            at += length;
        }
        for (int i = 0; i < out.length; i++) out[i] += (float) (noise * random.nextDouble(-1, 1));
        return new Piece(out, beats);
    }

    private static void tone(float[] out, double at, double seconds, double fromHz, double toHz, double loud) {
        double phase = 0;
        int start = (int) (at * RATE);
        for (int i = 0; i < seconds * RATE && start + i < out.length; i++) {
            double part = i / (seconds * RATE);
            phase += (toHz + (fromHz - toHz) * Math.exp(-12 * part)) / RATE;
            out[start + i] +=
                    (float) (loud * Math.min(1, i / 90.0) * Math.exp(-4 * part) * Math.sin(2 * Math.PI * phase));
        }
    }

    private static void crack(float[] out, double at, double seconds, double loud, SplittableRandom random) {
        int start = (int) (at * RATE);
        double last = 0;
        for (int i = 0; i < seconds * RATE && start + i < out.length; i++) {
            double white = random.nextDouble(-1, 1);
            out[start + i] += (float) (loud * Math.exp(-5 * i / (seconds * RATE)) * (white - last) * 0.7);
            last = white;
        }
    }

    @ParameterizedTest
    @CsvSource({
        "70, 0, 0, 0, false, false", "84, 0.12, 0, 0, false, true", "96, 0, 0.02, 0, true, true",
                "100, 0, 0, 0.04, false, true",
        "110, 0.1, 0.01, 0, false, false", "120, 0, 0.03, 0, true, true", "128, 0, 0, 0, false, true",
                "128, 0, 0.02, 0.03, true, false",
        "140, 0.08, 0, 0, false, true", "150, 0, 0.01, 0, false, false", "165, 0, 0, 0, true, true",
                "174, 0, 0.02, 0, false, true",
        "180, 0, 0, 0.02, false, false", "75, 0, 0.02, 0, true, true", "90, 0.15, 0.01, 0.02, false, true",
                "133, 0, 0, 0, false, false",
    })
    void beatsAreFoundWithinSeventyMillisecondsAfterFiveSeconds(
            double bpm, double swing, double noise, double drift, boolean silentBar, boolean music) {
        Piece piece = piece(bpm, swing, noise, drift, silentBar, music, (int) bpm);
        Follower follower = new Follower(new Recorded(piece.samples));
        List<Double> heard = new ArrayList<>();
        List<Double> tempi = new ArrayList<>();
        for (int hop = 0; hop < SECONDS * Onsets.HOPS; hop++) {
            follower.next();
            if (follower.seconds() <= 5) continue;
            if (follower.beat()) heard.add(follower.seconds());
            tempi.add(follower.tempo());
        }
        tempi.sort(null);
        double tempo = tempi.get(tempi.size() / 2);
        List<Double> wanted = piece.beats.stream().filter(b -> b > 5).toList();
        assertThat(f(heard, wanted)).as("F-measure, tempo %.1f", tempo).isGreaterThanOrEqualTo(0.9);
        // Where the tempo drifts, it is its own mean only in the long run.
        assertThat(tempo / bpm).isBetween(0.98 - drift, 1.02 + drift);
    }

    @Test
    void inSilenceItGoesOnInItsTempoAndASineIsAsLoudAsItIs() {
        Piece piece = piece(120, 0, 0, 0, false, false, 1);
        java.util.Arrays.fill(piece.samples, 15 * RATE, piece.samples.length, 0);
        Follower follower = new Follower(new Recorded(piece.samples));
        List<Double> heard = new ArrayList<>();
        for (int hop = 0; hop < SECONDS * Onsets.HOPS; hop++) {
            follower.next();
            if (follower.beat() && follower.seconds() > 15) heard.add(follower.seconds());
        }
        assertThat(f(heard, piece.beats.stream().filter(b -> b > 15).toList())).isGreaterThan(0.95);
        assertThat(follower.tempo()).isBetween(118.0, 122.0);
        assertThat(follower.rms()).isEqualTo(Hearing.SILENCE_DB);

        float[] sine = new float[RATE];
        for (int i = 0; i < RATE; i++) sine[i] = (float) Math.sin(2 * Math.PI * 1000 * i / RATE);
        Follower even = new Follower(new Recorded(sine));
        for (int i = 0; i < 50; i++) even.next();
        assertThat(even.rms()).isCloseTo(-3.01, org.assertj.core.data.Offset.offset(0.1));
        assertThat(even.peak()).isCloseTo(0, org.assertj.core.data.Offset.offset(0.05));
        assertThat(even.onset()).isLessThan(0.5);
    }

    private static double f(List<Double> heard, List<Double> wanted) {
        boolean[] taken = new boolean[heard.size()];
        int hits = 0;
        for (double beat : wanted) {
            for (int i = 0; i < heard.size(); i++) {
                if (!taken[i] && Math.abs(heard.get(i) - beat) <= 0.07) {
                    taken[i] = true;
                    hits++;
                    break;
                }
            }
        }
        return 2.0 * hits / (heard.size() + wanted.size());
    }
}
