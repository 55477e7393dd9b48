package gloaming.sound;

import static gloaming.sound.BeatModel.CHANGES;
import static gloaming.sound.BeatModel.CLASSES;
import static gloaming.sound.BeatModel.LOG_RATE;
import static gloaming.sound.BeatModel.LONGEST;
import static gloaming.sound.BeatModel.NEIGHBOURS;
import static gloaming.sound.BeatModel.PLACES;
import static gloaming.sound.BeatModel.RATE;
import static gloaming.sound.BeatModel.SHORTEST;
import static gloaming.sound.BeatModel.TEMPI;
import static gloaming.sound.BeatModel.TRUST;

import java.util.Arrays;

/**
 * Follows tempo and beats of music as it plays, and knows where the next beat will fall.
 *
 * <p>Every tempo and every place in a pair of beats is a state; all of them move on hop by hop and are weighed by how well what begins
 * to sound fits the place: a kick at a beat, a snare at every other one, less between. A tempo changes a little at a beat only. This is
 * the bar pointer (Whiteley, Cemgil and Godsill 2006, "Bayesian modelling of temporal structure in musical audio") on the states of
 * Krebs, Böck and Widmer (2015, "An efficient state space model for joint tempo and meter tracking"), filtered forward, with a Poisson
 * likelihood of what begins. Where nothing is heard it goes on as it was. A kick and an open hat in turn, and nothing else, is taken for
 * kick and snare at double the tempo below some 100 a minute; a snare on every fourth beat for one at half the tempo.
 */
final class Beats {
    /** Where most people tap, in beats a minute, and how far from it, in octaves. */
    private static final double PREFERRED = 115;

    private static final double SPREAD = 0.9;

    /** Tempi and places beside the one that is followed. */
    private static final int BESIDE = 3;

    /** By how much likelier another state has to be for the one that is followed to be left. */
    private static final double LEFT = 3;

    /** Hops after which half or double the tempo needs as many again to be taken up. */
    private static final int HELD = 8 * Onsets.HOPS;

    /** The probability of each state: by tempo, then turned, so that moving on by a hop moves nothing. */
    private final float[][] states = new float[TEMPI][];

    /** The probability of the likeliest of all. */
    private float likeliest;

    private final double[] weights = new double[CLASSES];
    private final double[] firsts = new double[TEMPI];
    private final double[] seconds = new double[TEMPI];
    private final Level[] levels = {new Level(), new Level(), new Level()};
    private long hops;
    /** The state that is followed. */
    private int tempo = (LONGEST + SHORTEST) / 2 - SHORTEST;

    private double place;
    private double cycle = 100;
    private double sure;
    private int doubt;
    private long settled;
    private long lastBeat = -1_000;
    private final double[] parts = new double[3];

    Beats() {
        for (int t = 0; t < TEMPI; t++) {
            int length = SHORTEST + t;
            double off = Math.log(2 * 60.0 * Onsets.HOPS / length / PREFERRED) / Math.log(2) / SPREAD;
            states[t] = new float[length];
            Arrays.fill(states[t], (float) (Math.exp(-0.5 * off * off) / length / TEMPI));
        }
    }

    /** How much usually begins in a band, so that it counts as a part of its largest. */
    private static final class Level {
        private double largest = 1e-6;
        private double usual;
        private double busy;

        /** The part of a full beginning that this hop brings: a whole one adds up to about 1. */
        double part(double rise, long hops) {
            usual += (rise - usual) * (hops < 100 ? 0.05 : 0.01);
            double over = Math.max(0, rise - usual);
            largest = Math.max(largest * 0.9985, over);
            double part = 1.3 * over / largest;
            busy += (part - busy) * 0.006;
            return part;
        }
    }

    /** Takes what begins in one hop: in the lowest bands, in the high ones, in all; true when a beat falls on it. */
    boolean hop(double low, double high, double all) {
        parts[0] = levels[0].part(low, hops);
        parts[1] = levels[1].part(high, hops);
        parts[2] = levels[2].part(all, hops);
        double busy = Math.clamp(levels[2].busy * 40, 0.0, 1.0);
        for (int c = 0; c < CLASSES; c++) {
            double log = 0;
            for (int b = 0; b < 3; b++) log += TRUST[b] * (parts[b] * LOG_RATE[b][c] - busy * RATE[b][c]);
            weights[c] = Math.exp(log);
        }
        moveOn(busy);
        weigh();
        boolean beat = follow();
        hops++;
        return beat;
    }

    private void moveOn(double busy) {
        // States are kept turned: the state at place p is kept at (p - hops) mod length.
        for (int t = 0; t < TEMPI; t++) {
            int length = SHORTEST + t;
            firsts[t] = states[t][kept(t, 0)];
            seconds[t] = states[t][kept(t, (length + 1) / 2)];
        }
        if (busy < 0.05) return;
        for (int t = 0; t < TEMPI; t++) {
            int length = SHORTEST + t;
            double first = 0;
            double second = 0;
            for (int d = -NEIGHBOURS; d <= NEIGHBOURS; d++) {
                int from = t + d;
                if (from < 0 || from >= TEMPI) continue;
                first += CHANGES[t][d + NEIGHBOURS] * firsts[from];
                second += CHANGES[t][d + NEIGHBOURS] * seconds[from];
            }
            states[t][kept(t, 0)] = (float) first;
            states[t][kept(t, (length + 1) / 2)] = (float) second;
        }
    }

    private int kept(int t, int place) {
        return (int) Math.floorMod(place - hops, (long) (SHORTEST + t));
    }

    private void weigh() {
        double sum = 0;
        for (int t = 0; t < TEMPI; t++) {
            int length = SHORTEST + t;
            // What is kept first is so far on; behind the last place comes the first.
            int on = (int) (hops % length);
            sum += weigh(states[t], 0, length - on, PLACES[t], on);
            sum += weigh(states[t], length - on, length, PLACES[t], on - length);
        }
        float scale = (float) (1 / Math.max(1e-30, sum));
        float most = 0;
        for (float[] state : states) {
            scale(state, scale);
            most = Math.max(most, most(state));
        }
        likeliest = most;
    }

    /** In a loop of its own: so the compiler takes several states at a time. */
    private static void scale(float[] state, float scale) {
        for (int i = 0; i < state.length; i++) state[i] = Math.max(1e-14f, state[i] * scale);
    }

    private static float most(float[] state) {
        // Four at a time, so that none waits for the one before.
        float one = 0;
        float two = 0;
        float three = 0;
        float four = 0;
        int i = 0;
        for (; i < state.length - 3; i += 4) {
            one = state[i] > one ? state[i] : one;
            two = state[i + 1] > two ? state[i + 1] : two;
            three = state[i + 2] > three ? state[i + 2] : three;
            four = state[i + 3] > four ? state[i + 3] : four;
        }
        for (; i < state.length; i++) one = Math.max(one, state[i]);
        return Math.max(Math.max(one, two), Math.max(three, four));
    }

    /** Weighs some states of a tempo, whose places are by so much on; gives the sum of what they are then. */
    private double weigh(float[] state, int from, int to, byte[] places, int by) {
        double one = 0;
        double two = 0;
        int i = from;
        for (; i < to - 1; i += 2) {
            float first = state[i] * (float) weights[places[i + by]];
            float second = state[i + 1] * (float) weights[places[i + 1 + by]];
            state[i] = first;
            state[i + 1] = second;
            one += first;
            two += second;
        }
        for (; i < to; i++) {
            state[i] *= (float) weights[places[i + by]];
            one += state[i];
        }
        return one + two;
    }

    /** Carries what is followed on by a hop, draws it to the likeliest state beside it, and goes over where another is clearly likelier. */
    private boolean follow() {
        double before = place;
        place += 1;
        if (another(draw())) before = place - 1;
        boolean beat = before < cycle / 2 && place >= cycle / 2 || place >= cycle;
        if (place >= cycle) place -= cycle;
        if (place < 0) place += cycle;
        if (!beat || hops - lastBeat < 0.2 * cycle) return false;
        lastBeat = hops;
        sure = agreeing();
        return true;
    }

    /** Moves tempo and place towards the mean of the states beside them; gives the most likely of those. */
    private double draw() {
        double all = 0;
        double cycles = 0;
        double turns = 0;
        double most = 0;
        for (int t = Math.max(0, tempo - BESIDE); t <= Math.min(TEMPI - 1, tempo + BESIDE); t++) {
            int length = SHORTEST + t;
            long at = Math.round(place / cycle * length);
            for (int d = -BESIDE; d <= BESIDE; d++) {
                double value = states[t][kept(t, (int) Math.floorMod(at + d, (long) length))];
                most = Math.max(most, value);
                all += value;
                cycles += value * length;
                turns += value * (at + d) / length;
            }
        }
        if (all < 1e-6) return most;
        double turn = place / cycle;
        cycle += 0.1 * (cycles / all - cycle);
        place = (turn + 0.25 * (turns / all - turn)) * cycle;
        tempo = (int) Math.clamp(Math.round(cycle) - SHORTEST, 0, TEMPI - 1);
        return most;
    }

    /** The probability of all states whose beats fall on these, at this tempo, at half of it and at double. */
    private double agreeing() {
        double all = 0;
        for (int halves = 1; halves <= 4; halves *= 2) {
            double length = cycle / 2 * halves;
            int t = (int) Math.round(length) - SHORTEST;
            for (int k = 0; k < Math.max(2, halves); k++) {
                double turn = (place + k * cycle / (halves == 1 ? 4 : 2)) / length;
                for (int beside = Math.max(0, t - BESIDE); beside <= Math.min(TEMPI - 1, t + BESIDE); beside++) {
                    int places = SHORTEST + beside;
                    for (int d = -BESIDE; d <= BESIDE; d++) {
                        long at = Math.round(turn * places) + d;
                        all += states[beside][kept(beside, (int) Math.floorMod(at, (long) places))];
                    }
                }
            }
        }
        return all;
    }

    /** Goes over to the likeliest state of all, where that has been clearly likelier for a while. */
    private boolean another(double here) {
        double best = 0;
        // Mostly it is that which is followed, and nothing has to be looked for.
        if (likeliest <= LEFT * here) {
            doubt = 0;
            return false;
        }
        int bestTempo = tempo;
        int bestKept = 0;
        for (int t = 0; t < TEMPI; t++) {
            float[] state = states[t];
            for (int i = 0; i < state.length; i++) {
                if (state[i] > best) {
                    best = state[i];
                    bestTempo = t;
                    bestKept = i;
                }
            }
        }
        // Half and double tempo are a matter of taste: one that has been held for a while needs much to be left.
        double other = Math.abs(Math.log((SHORTEST + bestTempo) / cycle) / Math.log(2));
        boolean octave = other > 0.9 && other < 1.1 && hops - settled > HELD;
        doubt = best > (octave ? 4 * LEFT : LEFT) * here ? doubt + 1 : 0;
        if (doubt <= (hops < 6 * Onsets.HOPS ? 3 : octave ? HELD : 40)) return false;
        settled = hops;
        tempo = bestTempo;
        cycle = SHORTEST + tempo;
        place = (bestKept + hops) % (SHORTEST + bestTempo);
        doubt = 0;
        return true;
    }

    /** Beats a minute. */
    double bpm() {
        return 2 * 60.0 * Onsets.HOPS / cycle;
    }

    /** How sure it is of where beats fall, when the last one did: 0 to 1. */
    double confidence() {
        return Math.clamp(sure, 0.0, 1.0);
    }
}
