package gloaming.flow;

/** One number, or several, for this moment. Held by the step that made it and overwritten each frame. */
public final class Signal implements Flow {
    private double[] values = new double[1];
    private int size = 1;

    public static Signal of(double value) {
        return new Signal().set(value);
    }

    /** Makes this a single number; what is not a number becomes 0, so that no setting is ever driven to nowhere. */
    public Signal set(double value) {
        size = 1;
        values[0] = Double.isFinite(value) ? value : 0;
        return this;
    }

    /** The number, or the first of several. */
    public double value() {
        return values[0];
    }

    public int size() {
        return size;
    }

    @Override
    public Kind kind() {
        return Kind.SIGNAL;
    }
}
