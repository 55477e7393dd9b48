package gloaming.step;

/** A run from one colour to another, mixed by {@link OkLab}, in steps that are worked out when it changes. */
public final class ColourRun {
    private static final int STEPS = 256;

    private final float[][] run = new float[3][STEPS + 1];
    private Colour from;
    private Colour to;
    private float brightness = -1;

    /** Makes it ready; light is {@code brightness} times the colours'. */
    public ColourRun of(Colour from, Colour to, double brightness) {
        if (from.equals(this.from) && to.equals(this.to) && brightness == this.brightness) return this;
        this.from = from;
        this.to = to;
        this.brightness = (float) brightness;
        for (int k = 0; k <= STEPS; k++) {
            float[] light = OkLab.between(from, to, (double) k / STEPS);
            for (int c = 0; c < 3; c++) run[c][k] = light[c] * this.brightness;
        }
        return this;
    }

    /** The step a part of the way along, which is held between 0 and 1; what is no number is at the first colour. */
    public int step(float part) {
        return part > 0 ? (int) (Math.min(1, part) * STEPS + 0.5f) : 0;
    }

    /** Red, green or blue of a step, in linear light. */
    public float light(int channel, int step) {
        return run[channel][step];
    }
}
