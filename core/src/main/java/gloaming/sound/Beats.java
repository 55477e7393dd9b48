package gloaming.sound;

import java.util.Arrays;

/**
 * Follows tempo and beats of music as it plays, and knows where the next beat will fall.
 *
 * <p>The tempo is the period at which the onset strength of the last eight seconds resembles itself most, with its multiples,
 * weighted towards tempi that people tap. The beats are those of a cumulative score: each moment's onset and the best moment about a
 * period before (Ellis 2007, "Beat tracking by dynamic programming"), carried on half a beat ahead to foretell the next one (Stark, Davies
 * and Plumbley 2009, "Real-time beat-synchronous analysis of musical audio"). Where nothing is heard both go on as they were.
 */
final class Beats {
    /** Hops that are remembered: ten seconds. */
    private static final int MEMORY = 1_024;

    private static final int LOOKED_AT = 800;
    /** Hops between beats at 60 and at 200 a minute. */
    private static final int LONGEST = 60 * Onsets.HOPS / 60;

    private static final int SHORTEST = 60 * Onsets.HOPS / 200;
    /** How firmly a beat keeps to its period, and how much of the score is what was. */
    private static final double FIRM = 5;

    private static final double KEPT = 0.9;
    /** Where most people tap, and how far from it, in octaves. */
    private static final double PREFERRED = 118;

    private static final double SPREAD = 0.75;

    private final double[] onsets = new double[MEMORY];
    private final double[] score = new double[MEMORY];
    private final double[] ahead = new double[MEMORY];
    private final double[] smooth = new double[LOOKED_AT];
    private final double[] alike = new double[4 * LONGEST + 8];
    private double mean;
    private long hops;
    private double period = 60.0 * Onsets.HOPS / 120;
    private boolean found;
    private double sure;
    private long rival;
    private double rivalPeriod;
    private long nextBeat = Onsets.HOPS / 2;
    private long lastBeat = -1;

    /** Takes the onset strength of one hop; true when a beat falls on it. */
    boolean hop(double onset) {
        int at = (int) (hops % MEMORY);
        // What is always there is no onset.
        mean += (onset - mean) * (hops < 100 ? 0.05 : 0.01);
        onsets[at] = Math.max(0, onset - mean);
        score[at] = (1 - KEPT) * onsets[at] + KEPT * best(score, hops);
        boolean beat = hops == nextBeat;
        if (beat) lastBeat = hops;
        if (hops % 25 == 24) tempo();
        // Half a beat after one it is told where the next will be.
        if (lastBeat >= 0 && hops == lastBeat + Math.round(period / 2)) foretell();
        hops++;
        if (nextBeat < hops) nextBeat = Math.max(hops, lastBeat + Math.round(period));
        return beat;
    }

    /** Beats a minute. */
    double bpm() {
        return 60.0 * Onsets.HOPS / period;
    }

    /** How sure it is of the tempo: 0 to 1. */
    double confidence() {
        return found ? sure : 0;
    }

    /** The best score about a period before {@code now}. */
    private double best(double[] of, long now) {
        double best = 0;
        int from = (int) Math.round(period / 2);
        int to = (int) Math.min(Math.round(2 * period), Math.min(now, MEMORY - 1));
        for (int back = from; back <= to; back++) {
            double off = FIRM * Math.log(back / period);
            double value = of[(int) ((now - back) % MEMORY)] * Math.exp(-0.5 * off * off);
            best = Math.max(best, value);
        }
        return best;
    }

    private void foretell() {
        int beat = (int) Math.round(period);
        System.arraycopy(score, 0, ahead, 0, MEMORY);
        double best = -1;
        long where = hops + Math.max(1, beat / 2);
        for (int k = 1; k <= beat; k++) {
            double value = best(ahead, hops + k);
            ahead[(int) ((hops + k) % MEMORY)] = value;
            double off = (k - period / 2) / (period / 4);
            double likely = value * Math.exp(-0.5 * off * off);
            if (likely > best) {
                best = likely;
                where = hops + k;
            }
        }
        nextBeat = where;
    }

    private void tempo() {
        int n = (int) Math.min(hops + 1, LOOKED_AT);
        if (n < 250) return;
        double recent = 0;
        double whole = 0;
        for (int i = 0; i < n; i++) {
            smooth[i] = onsets[(int) Math.floorMod(hops - n + 1 + i, (long) MEMORY)];
            whole += smooth[i];
            if (i >= n - 200) recent += smooth[i];
        }
        // Through a breakdown the tempo is held.
        if (whole <= 0 || recent / 200 < 0.15 * whole / n) return;
        blur(n);
        Arrays.fill(alike, 0);
        double self = 0;
        for (int i = 0; i < n; i++) self += smooth[i] * smooth[i];
        for (int lag = 1; lag < alike.length && lag < n - 40; lag++) {
            double sum = 0;
            for (int i = lag; i < n; i++) sum += smooth[i] * smooth[i - lag];
            alike[lag] = sum / self * n / (n - lag);
        }
        double best = 0;
        double at = period;
        for (double p = SHORTEST; p <= LONGEST; p += 0.25) {
            double value = strength(p);
            if (value > best) {
                best = value;
                at = p;
            }
        }
        take(level(at));
    }

    /** How well a period explains what is heard: with its multiples, weighted by what people tap. */
    private double strength(double p) {
        double sum = 0;
        double weights = 0;
        for (int k = 1; k <= 4; k++) {
            double weight = 1.0 / k;
            sum += weight * peak(k * p);
            weights += weight;
        }
        double bpm = 60.0 * Onsets.HOPS / p;
        double off = Math.log(bpm / PREFERRED) / Math.log(2) / SPREAD;
        return sum / weights * Math.exp(-0.5 * off * off);
    }

    private double peak(double lag) {
        int i = (int) lag;
        if (i + 1 >= alike.length) return 0;
        return alike[i] + (alike[i + 1] - alike[i]) * (lag - i);
    }

    /**
     * The level of the metre that is tapped. Kick and snare take turns at the beat: there music is clearly more like itself two beats
     * later than one. A period without such turns, half of which has them, is two beats; one whose double has them is half a beat.
     */
    private double level(double p) {
        double half = p / 2;
        boolean turns = peak(2 * p) > 1.06 * peak(p);
        if (half >= SHORTEST + 2 && !turns && peak(half) > 0.47 * peak(p) && near(peak(3 * half), peak(half)))
            return half;
        double twice = 2 * p;
        if (twice <= LONGEST && peak(p) < 0.7 * peak(twice) && peak(2 * twice) > 1.3 * peak(twice)) return twice;
        return p;
    }

    private static boolean near(double a, double b) {
        return Math.abs(a - b) < 0.3 * Math.max(a, b);
    }

    /** Takes a period over at once where it hardly differs, and another one only when it has been the better one for a while. */
    private void take(double p) {
        sure = Math.clamp(peak(p), 0.0, 1.0);
        if (!found) {
            period = fine(p);
            found = true;
            rival = 0;
            again();
            return;
        }
        if (Math.abs(Math.log(p / period)) < 0.06) {
            period += 0.3 * (fine(p) - period);
            rival = 0;
            return;
        }
        rival = rival > 0 && Math.abs(Math.log(p / rivalPeriod)) < 0.06 ? rival + 1 : 1;
        rivalPeriod = p;
        boolean octave = Math.abs(Math.abs(Math.log(p / period)) - Math.log(2)) < 0.1;
        if (rival >= (octave ? 14 : 6)) {
            period = fine(p);
            rival = 0;
            again();
        }
    }

    /** Goes through what is remembered once more, with another period. */
    private void again() {
        long from = Math.max(0, hops + 1 - LOOKED_AT);
        Arrays.fill(score, 0);
        for (long at = from; at <= hops; at++) {
            int i = (int) (at % MEMORY);
            score[i] = (1 - KEPT) * onsets[i] + KEPT * best(score, at);
        }
        foretell();
    }

    /** The period to a part of a hop: from where its fourth multiple is most alike. */
    private double fine(double p) {
        int times = 4;
        while (times > 1 && times * p + 3 >= alike.length) times--;
        int centre = (int) Math.round(times * p);
        int best = centre;
        for (int lag = centre - 2; lag <= centre + 2; lag++) if (alike[lag] > alike[best]) best = lag;
        double a = alike[best - 1];
        double b = alike[best];
        double c = alike[best + 1];
        double curve = a - 2 * b + c;
        return (best + (curve < 0 ? Math.clamp(0.5 * (a - c) / curve, -0.5, 0.5) : 0)) / times;
    }

    /** A tent of five hops, so that what is a little early or late still counts. */
    private void blur(int n) {
        double p = 0;
        double q = 0;
        for (int i = 0; i < n; i++) {
            double here = smooth[i];
            double next = i + 1 < n ? smooth[i + 1] : 0;
            double after = i + 2 < n ? smooth[i + 2] : 0;
            smooth[i] = (q + 2 * p + 3 * here + 2 * next + after) / 9;
            q = p;
            p = here;
        }
    }
}
