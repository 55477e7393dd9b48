package gloaming.sound;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Beats of music made here, whose beats are known, within 70 ms as the field counts it (Davies et al. 2009). */
@Execution(ExecutionMode.CONCURRENT)
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

    /** Who plays what in a bar. */
    private enum Groove {
        /** Kick and snare in turn, sometimes a kick between. */
        PLAIN,
        /** A kick on every beat, claps on two and four. */
        FOUR_TO_THE_FLOOR,
        /** A second kick just before the third beat. */
        PUSHED,
        /** A kick between three and four, hats in quarters of a beat. */
        BROKEN,
        /** A snare that rings, a bass in eighths, loud hats. */
        LOUD,
        /** Kicks and ghost notes by chance. */
        LOOSE
    }

    private static Piece piece(
            double bpm, double swing, double noise, double drift, boolean silentBar, boolean music, int seed) {
        return piece(Groove.PLAIN, bpm, swing, noise, drift, silentBar, music, seed);
    }

    /** Drums, bass and chords with swing, noise under them, a tempo that drifts and perhaps a silent bar. */
    private static Piece piece(
            Groove groove,
            double bpm,
            double swing,
            double noise,
            double drift,
            boolean silentBar,
            boolean music,
            int seed) {
        SplittableRandom random = new SplittableRandom(seed);
        float[] out = new float[(int) (SECONDS * RATE)];
        List<Double> beats = new ArrayList<>();
        double at = 0.3;
        for (int beat = 0; at < SECONDS - 0.1; beat++) {
            double length = 60 / (bpm * (1 + drift * Math.sin(2 * Math.PI * at / 20)));
            beats.add(at);
            if (!(silentBar && beat / 4 == 7)) {
                drums(groove, out, at, length, swing, beat % 4, random);
                if (music) chords(out, at, length, beat, random);
            }
            at += length;
        }
        for (int i = 0; i < out.length; i++) out[i] += (float) (noise * random.nextDouble(-1, 1));
        return new Piece(out, beats);
    }

    private static void drums(
            Groove groove, float[] out, double at, double length, double swing, int beat, SplittableRandom random) {
        double between = at + length * (0.5 + swing);
        boolean back = beat % 2 == 1;
        if (groove == Groove.FOUR_TO_THE_FLOOR || !back && (groove != Groove.BROKEN || beat == 0)) kick(out, at, 0.8);
        if (back) crack(out, at, 0.14, 0.45, random);
        switch (groove) {
            case PLAIN -> {
                if (beat == 3 && random.nextBoolean()) kick(out, at + length / 2, 0.5);
            }
            case FOUR_TO_THE_FLOOR -> {}
            case PUSHED -> {
                if (beat == 1) kick(out, between, 0.6);
            }
            case BROKEN -> {
                if (beat == 2) kick(out, between, 0.7);
                for (int k = 1; k < 4; k += 2) crack(out, at + length * (k / 4.0 + swing / 2), 0.02, 0.07, random);
            }
            case LOUD -> {
                if (back) tone(out, at, 0.12, 210, 180, 0.3);
                tone(out, at, 0.4 * length, 55, 55, 0.3);
                tone(out, between, 0.4 * length, 55, 55, 0.3);
                crack(out, between, 0.06, 0.15, random);
            }
            case LOOSE -> {
                if (random.nextInt(4) == 0) kick(out, between, 0.6);
                if (random.nextInt(5) == 0) crack(out, at + length * 0.75, 0.08, 0.25, random);
            }
        }
        crack(out, at, 0.03, 0.12, random);
        crack(out, between, 0.03, 0.12, random);
    }

    private static void chords(float[] out, double at, double length, int beat, SplittableRandom random) {
        double root = 55 * Math.pow(2, new int[] {0, 5, 7, 3}[beat / 4 % 4] / 12.0);
        tone(out, at, 0.9 * length, root, root, 0.25);
        if (random.nextInt(3) == 0) tone(out, at + length / 2, 0.4 * length, root * 1.5, root * 1.5, 0.2);
        if (beat % 4 == 0) for (int k : new int[] {4, 5, 6}) tone(out, at, 3.8 * length, root * k, root * k, 0.06);
    }

    private static void kick(float[] out, double at, double loud) {
        tone(out, at, 0.22, 120, 45, loud);
    }

    private static void tone(float[] out, double at, double seconds, double fromHz, double toHz, double loud) {
        double phase = 0;
        int start = (int) (at * RATE);
        // What falls off by the same factor each time is multiplied, not raised to a power each time.
        double bends = fromHz - toHz;
        double bend = Math.exp(-12 / (seconds * RATE));
        double rings = loud;
        double ring = Math.exp(-4 / (seconds * RATE));
        for (int i = 0; i < seconds * RATE && start + i < out.length; i++) {
            phase += (toHz + bends) / RATE;
            out[start + i] += (float) (Math.min(1, i / 90.0) * rings * Math.sin(2 * Math.PI * phase));
            bends *= bend;
            rings *= ring;
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
        for (int seed : new int[] {(int) bpm, (int) bpm + 5_000, (int) bpm + 9_000}) {
            followed(piece(bpm, swing, noise, drift, silentBar, music, seed), bpm, drift, "seed " + seed);
        }
    }

    @ParameterizedTest
    @EnumSource(Groove.class)
    void beatsAreFoundInEveryGrooveSlowAndFast(Groove groove) {
        double[] tempi = {70, 82, 97, 113, 126, 144, 158, 176};
        for (int i = 0; i < tempi.length; i++) {
            double swing = i % 3 == 1 ? groove == Groove.BROKEN ? 0.04 : 0.1 : 0;
            double drift = i % 4 == 2 ? 0.03 : 0;
            Piece piece = piece(groove, tempi[i], swing, i % 2 * 0.02, drift, i % 3 == 2, i % 2 == 0, 31 * i);
            followed(piece, tempi[i], drift, "at " + tempi[i]);
        }
    }

    private static void followed(Piece piece, double bpm, double drift, String which) {
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
        assertThat(f(heard, wanted))
                .as("F-measure, %s, tempo %.1f", which, tempo)
                .isGreaterThanOrEqualTo(0.9);
        // Where the tempo drifts, it is its own mean only in the long run.
        assertThat(tempo / bpm).as("tempo, %s", which).isBetween(0.98 - drift, 1.02 + drift);
    }

    @Test
    void anotherPieceInAnotherTempoIsTakenUpWithinEightSeconds() {
        Piece first = piece(Groove.FOUR_TO_THE_FLOOR, 126, 0, 0, 0, false, true, 3);
        Piece second = piece(Groove.PUSHED, 94, 0, 0, 0, false, true, 4);
        float[] both = Arrays.copyOf(first.samples, first.samples.length + second.samples.length);
        System.arraycopy(second.samples, 0, both, first.samples.length, second.samples.length);
        Follower follower = new Follower(new Recorded(both));
        List<Double> heard = new ArrayList<>();
        for (int hop = 0; hop < 2 * SECONDS * Onsets.HOPS; hop++) {
            follower.next();
            if (follower.beat() && follower.seconds() > SECONDS + 8) heard.add(follower.seconds() - SECONDS);
        }
        assertThat(f(heard, second.beats.stream().filter(b -> b > 8).toList())).isGreaterThanOrEqualTo(0.9);
        assertThat(follower.tempo()).isBetween(92.0, 96.0);
        assertThat(follower.confidence()).isGreaterThan(0.5);
    }

    @Test
    void inSilenceItGoesOnInItsTempoAndASineIsAsLoudAsItIs() {
        Piece piece = piece(120, 0, 0, 0, false, false, 1);
        Arrays.fill(piece.samples, 15 * RATE, piece.samples.length, 0);
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
