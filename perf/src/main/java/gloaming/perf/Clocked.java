package gloaming.perf;

import java.util.Arrays;

/** Times two things in turn, so that a noisy machine is as noisy for both. */
final class Clocked {
    private Clocked() {}

    /** Medians in milliseconds of {@code rounds} runs of each, after {@code warm} runs of each. */
    static double[] medians(int warm, int rounds, Runnable... things) {
        for (int i = 0; i < warm; i++) for (Runnable thing : things) thing.run();
        double[][] ms = new double[things.length][rounds];
        for (int i = 0; i < rounds; i++) {
            for (int t = 0; t < things.length; t++) {
                long started = System.nanoTime();
                things[t].run();
                ms[t][i] = (System.nanoTime() - started) / 1e6;
            }
        }
        double[] medians = new double[things.length];
        for (int t = 0; t < things.length; t++) {
            Arrays.sort(ms[t]);
            medians[t] = ms[t][rounds / 2];
        }
        return medians;
    }
}
