package gloaming.flow;

/** What is noted of the flow that leaves a step, for whoever shows it and tells what is wrong. */
public final class Noted {
    /** Numbers of a signal that has several, at most so many. */
    public static final int MANY = 48;

    /** The number of a signal; not a number for others. */
    public double value;
    /** Of a signal that has several, up to {@value #MANY} of them, evenly chosen; {@link #several} says how many. */
    public final float[] many = new float[MANY];

    public int several;
    /** How many points there are; below 0 for others. */
    public int count;
    /** Brightest light and largest cover that a preview saw; light is below 0 where none was seen. */
    public float light;

    public float cover;

    public Noted() {
        light = -1;
        begin();
    }

    /** Forgets what is noted in every frame; what a preview saw stays until the next one. */
    public void begin() {
        value = Double.NaN;
        several = 0;
        count = -1;
    }
}
