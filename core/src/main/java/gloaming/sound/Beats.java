package gloaming.sound;

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
    /** Hops in two beats at 200 and at 60 a minute. */
    private static final int SHORTEST = 2 * 60 * Onsets.HOPS / 200;

    private static final int LONGEST = 2 * 60 * Onsets.HOPS / 60;
    private static final int TEMPI = LONGEST - SHORTEST + 1;

    /** Where most people tap, in beats a minute, and how far from it, in octaves. */
    private static final double PREFERRED = 115;

    private static final double SPREAD = 0.9;

    /** How firmly a tempo stays: a change by one part in this is e times as unlikely. */
    private static final double FIRM = 90;

    private static final int NEIGHBOURS = 5;
    /** Tempi and places beside the one that is followed. */
    private static final int BESIDE = 3;

    /** By how much likelier another state has to be for the one that is followed to be left. */
    private static final double LEFT = 3;

    /** Hops after which half or double the tempo needs as many again to be taken up. */
    private static final int HELD = 8 * Onsets.HOPS;

    /** Places in a pair of beats that differ: kinds of event, and how many hops from its middle. */
    private static final int WIDTH = 3;

    private enum Event {
        FIRST(0.8, 0.3, 0.9),
        SECOND(0.35, 0.8, 0.9),
        BETWEEN(0.25, 0.2, 0.4),
        SWUNG(0.1, 0.1, 0.2),
        QUARTER(0.06, 0.07, 0.15);

        /** What begins there in the lowest bands, in the high ones, and in all, as part of a full beginning. */
        final double[] mass;

        Event(double low, double high, double all) {
            mass = new double[] {low, high, all};
        }
    }

    private static final int CLASSES = 1 + Event.values().length * (WIDTH + 1);
    /** How a beginning spreads over the hops around its place, and what begins anywhere. */
    private static final double[] BUMP = {0.28, 0.22, 0.11, 0.03};

    private static final double FLOOR = 0.008;
    /** How much each of low, high and all counts. */
    private static final double[] TRUST = {0.55, 0.55, 0.4};

    /** Which class each place of each tempo is. */
    private static final byte[][] PLACES = places();

    private static final double[][] LOG_RATE = new double[3][CLASSES];
    private static final double[][] RATE = new double[3][CLASSES];

    static {
        for (int band = 0; band < 3; band++) {
            for (int c = 0; c < CLASSES; c++) {
                RATE[band][c] = FLOOR;
                if (c > 0) {
                    Event event = Event.values()[(c - 1) / (WIDTH + 1)];
                    RATE[band][c] += event.mass[band] * BUMP[(c - 1) % (WIDTH + 1)];
                }
                LOG_RATE[band][c] = Math.log(RATE[band][c] / FLOOR);
            }
        }
    }

    /** How likely each tempo is reached from those beside it. */
    private static final double[][] CHANGES = changes();

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

    private static double[][] changes() {
        double[][] changes = new double[TEMPI][2 * NEIGHBOURS + 1];
        for (int t = 0; t < TEMPI; t++) {
            double all = 0;
            for (int d = -NEIGHBOURS; d <= NEIGHBOURS; d++) {
                if (t + d < 0 || t + d >= TEMPI) continue;
                changes[t][d + NEIGHBOURS] = Math.exp(-FIRM * Math.abs((double) d / (SHORTEST + t)));
                all += changes[t][d + NEIGHBOURS];
            }
            for (int i = 0; i < changes[t].length; i++) changes[t][i] /= all;
        }
        return changes;
    }

    private static byte[][] places() {
        byte[][] places = new byte[TEMPI][];
        for (int t = 0; t < TEMPI; t++) {
            int length = SHORTEST + t;
            places[t] = new byte[length];
            for (double quarter : new double[] {0.125, 0.375, 0.625, 0.875})
                mark(places[t], quarter * length, Event.QUARTER);
            for (double swung : new double[] {0.31, 0.81}) mark(places[t], swung * length, Event.SWUNG);
            for (double between : new double[] {0.25, 0.75}) mark(places[t], between * length, Event.BETWEEN);
            mark(places[t], 0.5 * length, Event.SECOND);
            mark(places[t], 0, Event.FIRST);
        }
        return places;
    }

    private static void mark(byte[] places, double at, Event event) {
        for (int d = -WIDTH; d <= WIDTH; d++) {
            int place = Math.floorMod((int) Math.round(at) + d, places.length);
            places[place] = (byte) (1 + event.ordinal() * (WIDTH + 1) + Math.abs(d));
        }
    }
}
