package gloaming.flow;

/** Notices when a signal rises through a half: how one signal sets off another. A tenth of slack keeps a tremble from counting twice. */
public final class Rising {
    private static final double HALF = 0.5;
    private static final double SLACK = 0.1;
    private boolean high;
    private boolean begun;

    /** Whether it has risen with this value; what is high from the beginning has not. */
    public boolean by(double value) {
        boolean was = high;
        high = high ? value > HALF - SLACK : value > HALF;
        boolean rose = begun && high && !was;
        begun = true;
        return rose;
    }

    public boolean high() {
        return high;
    }
}
