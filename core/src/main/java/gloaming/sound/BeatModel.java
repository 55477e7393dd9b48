package gloaming.sound;

/** What is fixed of {@link Beats}: its states, how a tempo changes at a beat, and what begins to sound at which place in a pair of beats. */
final class BeatModel {
    /** Hops in two beats at 200 and at 60 a minute. */
    static final int SHORTEST = 2 * 60 * Onsets.HOPS / 200;

    static final int LONGEST = 2 * 60 * Onsets.HOPS / 60;
    static final int TEMPI = LONGEST - SHORTEST + 1;

    /** How firmly a tempo stays: a change by one part in this is e times as unlikely. */
    private static final double FIRM = 90;

    /** Tempi beside one to which it may change at a beat. */
    static final int NEIGHBOURS = 5;
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

    static final int CLASSES = 1 + Event.values().length * (WIDTH + 1);
    /** How a beginning spreads over the hops around its place, and what begins anywhere. */
    private static final double[] BUMP = {0.28, 0.22, 0.11, 0.03};

    private static final double FLOOR = 0.008;
    /** How much each of low, high and all counts. */
    static final double[] TRUST = {0.55, 0.55, 0.4};

    /** Which class each place of each tempo is. */
    static final byte[][] PLACES = places();

    /** What begins to sound in low, high and all at places of each class, of a full beginning; its logarithm is over what begins anywhere. */
    static final double[][] LOG_RATE = new double[3][CLASSES];

    static final double[][] RATE = new double[3][CLASSES];

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
    static final double[][] CHANGES = changes();

    private BeatModel() {}

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
