package gloaming.sound;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.SplittableRandom;

/**
 * The stand-in band: a seeded piece of sixteen bars with kick, hats, bass and pad at a known tempo, so that everything works
 * with no sound card and every test knows what it hears.
 *
 * <p>Made once, in about a third of a second; then 16-bit samples in memory. The pieces that were played last are kept, so
 * that the band begins at once at a second bench.
 */
public final class HouseBand implements Sound {
    public static final int BARS = 16;
    private static final int RATE = 48_000;
    /** Roots of the four chords, in semitones above A1 (55 Hz): a minor, F, C, G. */
    private static final int[] ROOTS = {0, 8, 3, 10};

    private static final int[][] CHORDS = {{0, 3, 7, 12}, {0, 4, 7, 12}, {0, 4, 7, 11}, {0, 4, 7, 9}};

    /** Pieces that are kept, of some 3 MB each. */
    private static final int KEPT = 4;

    private static final Map<Piece, short[]> PIECES = new LinkedHashMap<>(8, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Piece, short[]> eldest) {
            return size() > KEPT;
        }
    };

    private record Piece(long seed, double tempo) {}

    private final double tempo;
    private final short[] samples;

    /** The band with {@code seed} choosing its patterns, at {@code tempo} beats a minute, 40 to 240. */
    public HouseBand(long seed, double tempo) {
        this.tempo = tempo;
        Piece piece = new Piece(seed, tempo);
        short[] known;
        synchronized (PIECES) {
            known = PIECES.get(piece);
        }
        samples = known != null ? known : made(piece);
        synchronized (PIECES) {
            PIECES.put(piece, samples);
        }
    }

    private static short[] made(Piece piece) {
        double beat = 60 / piece.tempo;
        float[] mix = new float[(int) Math.round(BARS * 4 * beat * RATE)];
        SplittableRandom random = new SplittableRandom(piece.seed);
        boolean[] bassline = new boolean[16];
        for (int i = 0; i < 16; i++) bassline[i] = i % 4 != 0 && random.nextDouble() < 0.55;
        for (int bar = 0; bar < BARS; bar++) {
            boolean breath = bar % 8 == 7;
            int chord = bar / 2 % 4;
            for (int b = 0; b < 4; b++) {
                double at = (bar * 4 + b) * beat;
                if (!(breath && b > 1)) kick(mix, at);
                if (bar > 1) hat(mix, at + beat / 2, 0.11, 0.05, random);
            }
            for (int s = 0; s < 16; s++) {
                double at = bar * 4 * beat + s * beat / 4;
                if (bassline[s]) bass(mix, at, beat / 4, note(ROOTS[chord]));
                if (bar > 3 && random.nextDouble() < 0.45) hat(mix, at, 0.045, 0.02, random);
            }
            if (bar % 2 == 0) {
                for (int interval : CHORDS[chord])
                    pad(mix, bar * 4 * beat, 8 * beat, note(ROOTS[chord] + interval + 24), random);
            }
        }
        short[] samples = new short[mix.length];
        for (int i = 0; i < mix.length; i++) samples[i] = (short) Math.round(32_000 * Math.tanh(mix[i]));
        return samples;
    }

    @Override
    public String name() {
        return "House band";
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
        return tempo;
    }

    @Override
    public float sample(long index) {
        return samples[(int) index] / 32_768f;
    }

    private static double note(int semitones) {
        return 55 * Math.pow(2, semitones / 12.0);
    }

    private static void add(float[] mix, double at, int i, double value) {
        int index = (int) Math.round(at * RATE) + i;
        mix[index % mix.length] += (float) value;
    }

    /** A sine that falls from 150 to 48 Hz under a fast decay. */
    private static void kick(float[] mix, double at) {
        double phase = 0;
        for (int i = 0; i < RATE * 0.3; i++) {
            double t = (double) i / RATE;
            phase += 2 * Math.PI * (48 + 102 * Math.exp(-t * 32)) / RATE;
            add(mix, at, i, 0.85 * Math.exp(-t * 13) * Math.min(1, t * 900) * Math.sin(phase));
        }
    }

    /** Noise above some 6 kHz: the difference of white noise, twice. */
    private static void hat(float[] mix, double at, double loud, double decay, SplittableRandom random) {
        double one = 0;
        double two = 0;
        for (int i = 0; i < RATE * decay * 5; i++) {
            double white = random.nextDouble() * 2 - 1;
            double high = white - 2 * one + two;
            two = one;
            one = white;
            add(mix, at, i, loud * high * Math.exp(-i / (RATE * decay)));
        }
    }

    /** A rounded saw: five harmonics, plucked. */
    private static void bass(float[] mix, double at, double length, double hz) {
        for (int i = 0; i < RATE * length; i++) {
            double t = (double) i / RATE;
            double saw = 0;
            for (int h = 1; h <= 5; h++) saw += Math.sin(2 * Math.PI * hz * h * t) / (h * h);
            add(mix, at, i, 0.24 * saw * Math.min(1, t * 400) * Math.exp(-t * 5) * Math.min(1, (length - t) * 200));
        }
    }

    /** Two sines a hair apart, slowly in and out. */
    private static void pad(float[] mix, double at, double length, double hz, SplittableRandom random) {
        double offset = random.nextDouble() * 6;
        double beatHz = 0.3 + random.nextDouble() * 0.4;
        for (int i = 0; i < RATE * length; i++) {
            double t = (double) i / RATE;
            double rise = Math.min(1, t * 1.5) * Math.min(1, (length - t) * 1.5);
            double tone = Math.sin(2 * Math.PI * hz * t + offset) + Math.sin(2 * Math.PI * (hz + beatHz) * t);
            add(mix, at, i, 0.035 * rise * tone);
        }
    }
}
