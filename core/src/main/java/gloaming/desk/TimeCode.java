package gloaming.desk;

/**
 * MIDI time code that comes in (MIDI 1.0 Detailed Specification, "MIDI Time Code"): eight quarter frames tell a time, two frames long.
 *
 * <p>Between messages it goes on by itself, and through a drop-out for {@value #COASTS} seconds. The jitter of messages is smoothed: the
 * time is drawn to what they say, and set only where that is off by more than a tenth of a second. One writer; anybody may read.
 */
public final class TimeCode {
    /** Seconds for which it goes on after the last message. */
    private static final double COASTS = 2;

    private static final double PULL = 0.05;
    /** Eight quarter frames take 67 ms at least. */
    private static final long GAP_NS = 50_000_000;

    private static final double OFF = 0.1;
    private static final double[] RATES = {24, 25, 30_000 / 1001.0, 30};
    private static final int DROP_FRAME = 2;

    /** Where it was at a moment. */
    private record At(double seconds, long nanos) {}

    private final int[] pieces = new int[8];
    /** How many pieces have come in their order. */
    private int inOrder;

    /** The time of the first piece of the eight before; not a number before there is one. */
    private double first = Double.NaN;

    private double rate = 25;
    private long came;
    private volatile At at;

    /** A quarter frame: its data byte, and when it came. */
    public synchronized void quarter(int data, long nanos) {
        int piece = data >> 4 & 7;
        boolean gap = nanos - came > GAP_NS;
        came = nanos;
        if (gap || piece != inOrder % 8) {
            // Some are lost, eight of them it may be, or it runs backwards, which starts nothing.
            inOrder = 0;
            first = Double.NaN;
            if (piece != 0) return;
        }
        pieces[piece] = data & 15;
        inOrder++;
        if (piece == 7) {
            double told = told();
            if (!Double.isNaN(told)) {
                go(told + 7 / (4 * rate), nanos);
                first = told + 2 / rate;
            }
        } else if (!Double.isNaN(first)) go(first + piece / (4 * rate), nanos);
    }

    /** It is wound to another place, and stands until quarter frames come. */
    public synchronized void wound() {
        inOrder = 0;
        first = Double.NaN;
        at = null;
    }

    private double told() {
        int frames = pieces[0] | (pieces[1] & 1) << 4;
        int seconds = pieces[2] | (pieces[3] & 3) << 4;
        int minutes = pieces[4] | (pieces[5] & 3) << 4;
        int hours = pieces[6] | (pieces[7] & 1) << 4;
        int kind = pieces[7] >> 1 & 3;
        rate = RATES[kind];
        if (frames >= Math.ceil(rate) || seconds > 59 || minutes > 59 || hours > 23) return Double.NaN;
        if (kind != DROP_FRAME) return (hours * 60 + minutes) * 60 + seconds + frames / rate;
        // Two numbers of frames are left out each minute but every tenth (SMPTE ST 12-1).
        long all = hours * 60L + minutes;
        long counted = (all * 60 + seconds) * 30 + frames - 2 * (all - all / 10);
        return counted / rate;
    }

    private void go(double told, long nanos) {
        At was = at;
        double is = was == null ? told : was.seconds + (nanos - was.nanos) / 1e9;
        boolean off = Math.abs(told - is) > OFF;
        at = new At(off ? told : is + (told - is) * PULL, nanos);
    }

    /** Its time in seconds, or not a number while none comes in. */
    public double seconds(long nanos) {
        At now = at;
        if (now == null) return Double.NaN;
        double since = (nanos - now.nanos) / 1e9;
        return since > COASTS ? Double.NaN : now.seconds + since;
    }
}
