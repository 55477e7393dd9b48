package gloaming.flow;

import java.util.function.DoubleUnaryOperator;

/** One number, or several, for this moment. Held by the step that made it and overwritten each frame. */
public final class Signal implements Flow {
    /** At most so many numbers. */
    public static final int MOST = 1_024;

    private double[] values = new double[1];
    private int size = 1;

    public static Signal of(double... values) {
        Signal signal = new Signal().size(values.length);
        for (int i = 0; i < values.length; i++) signal.put(i, values[i]);
        return signal;
    }

    /** Makes this a single number; what is not a number becomes 0, so that no setting is ever driven to nowhere. */
    public Signal set(double value) {
        size = 1;
        values[0] = Double.isFinite(value) ? value : 0;
        return this;
    }

    /** Makes this so many numbers, 1 to {@value #MOST}; those that were there stay, new ones are 0. */
    public Signal size(int size) {
        int n = Math.clamp(size, 1, MOST);
        if (n > values.length) values = java.util.Arrays.copyOf(values, n);
        for (int i = this.size; i < n; i++) values[i] = 0;
        this.size = n;
        return this;
    }

    /** Sets one of the numbers; what is not a number becomes 0. */
    public void put(int i, double value) {
        if (i >= size) throw new IndexOutOfBoundsException(i + " of " + size);
        values[i] = Double.isFinite(value) ? value : 0;
    }

    /** Makes each number what {@code f} makes of the same one of {@code in}. */
    public Signal each(Signal in, DoubleUnaryOperator f) {
        size(in.size);
        for (int i = 0; i < size; i++) put(i, f.applyAsDouble(in.values[i]));
        return this;
    }

    public Signal copyFrom(Signal in) {
        size(in.size);
        System.arraycopy(in.values, 0, values, 0, size);
        return this;
    }

    /** The number, or the first of several. */
    public double value() {
        return values[0];
    }

    /** Number {@code i}; past the end they begin again. */
    public double at(int i) {
        return values[Math.floorMod(i, size)];
    }

    public int size() {
        return size;
    }
}
