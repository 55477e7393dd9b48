package gloaming.play;

import gloaming.look.Look;
import gloaming.sound.Band;
import gloaming.sound.BeatClock;
import java.util.List;
import java.util.stream.Stream;

/**
 * The numbers of one frame, for whoever shows them: filled in place by the frame when wanted.
 *
 * <p>Arrays over steps count all steps of {@link #look}, lane by lane.
 */
public final class FrameStats extends Relay {
    public final Look look;
    public final List<String> steps;
    /** Milliseconds a frame, averaged. */
    public final double[] cost;
    /** What a signal step gave; not a number for others, and for steps that did not run. */
    public final double[] value;
    /** The numbers of a signal that has several; null for one. */
    public final float[][] many;
    /** Where in its course a step is; not a number for those that have none. */
    public final double[] place;
    /** How few values came to how many points, and by which rule; null where none was needed. */
    public final int[] few;

    public final int[] ofMany;
    public final String[] how;
    /** Particles that were ever born, and those taken before their time; below 0 where none are. */
    public final long[] born;

    public final long[] culled;
    /** Brightest light a picture step's preview saw; below 0 where none was seen. */
    public final float[] light;
    /** Largest cover a picture step's preview saw, 0 to 1; below 0 where none was seen. */
    public final float[] cover;
    /** How many points left a step; below 0 for others. */
    public final int[] count;
    /** What is wrong with a step, or null. */
    public final String[] trouble;
    /**
     * Driven settings as "step setting", then driven layers as "layer opacity", with the raw signal, the eased one and the setting
     * itself; where no lane is followed all three are the setting.
     */
    public final List<String> follows;

    public final double[][] followed;
    public final double[] levels = new double[Band.values().length];

    /** The largest sample since the frame before; from 1 on the input is clipped. */
    public double peak;

    /** Who leads the beat. */
    public BeatClock.Leader leader = BeatClock.Leader.LOOK;

    public double confidence;
    public long frame;
    public double time;
    public double beat;
    public double tempo;
    public boolean paused;
    /** Milliseconds the engine worked on a frame, averaged, and what a frame may take. */
    public double frameMs;

    public double budgetMs;
    /** Milliseconds of a frame in which pictures left as bytes, averaged; a part of {@link #frameMs}. */
    public double exitMs;
    /** Frames made in the last second. */
    public double framesPerSecond;
    /** Part of the look's size that is worked out. */
    public double scale;
    /** Whether what only makes pictures finer is left out. */
    public boolean spared;

    public int width;
    public int height;
    /** How far the output is faded up, 0 to 1. */
    public double outputLight;
    /** Whether an audience sees it; at the bench what is on air is served first. */
    public boolean onAir = true;
    /** Brightest light of the whole picture, by samples. */
    public float mixLight;
    /** Seconds for which the whole picture has been black. */
    public double blackFor;

    FrameStats(Plan plan) {
        look = plan.look;
        steps = plan.steps.stream().map(s -> s.step.id()).toList();
        int n = steps.size();
        cost = new double[n];
        value = new double[n];
        many = new float[n][];
        place = new double[n];
        few = new int[n];
        ofMany = new int[n];
        how = new String[n];
        born = new long[n];
        culled = new long[n];
        light = new float[n];
        cover = new float[n];
        count = new int[n];
        trouble = new String[n];
        Stream<String> ofSteps = plan.steps.stream()
                .flatMap(s -> Stream.of(s.driven)
                        .map(d -> s.step.id() + " "
                                + s.description.settings().get(d.setting).id()));
        Stream<String> ofLayers = plan.layers.stream()
                .filter(l -> l.opacity() != null)
                .map(l -> l.layer().id() + " opacity");
        follows = Stream.concat(ofSteps, ofLayers).toList();
        followed = new double[follows.size()][3];
        java.util.Arrays.fill(value, Double.NaN);
        java.util.Arrays.fill(light, -1);
        java.util.Arrays.fill(cover, -1);
        java.util.Arrays.fill(count, -1);
    }
}
