package gloaming.sound;

/** The shape of a sound over its whole length: how far it swings in each of some even pieces. */
public final class SoundShape {
    /** Pieces, at most. */
    public static final int MOST = 4_000;
    /** Samples of a piece that are looked at, at most: as many as make a beat seen. */
    private static final int LOOKED = 400;

    private static final double GOLDEN = 0.6180339887498949;

    private SoundShape() {}

    /** The largest swing in each of so many pieces, 1 to {@value #MOST}, 0 to 255; nothing of a sound without a length. */
    public static int[] of(Sound sound, int pieces) {
        long length = sound.length();
        int n = (int) Math.min(length, Math.clamp(pieces, 1, MOST));
        int[] shape = new int[n];
        for (int i = 0; i < n; i++) {
            long from = length * i / n;
            long to = length * (i + 1) / n;
            float most = 0;
            int looks = (int) Math.min(LOOKED, to - from);
            double apart = (double) (to - from) / looks;
            for (int k = 0; k < looks; k++) {
                // At even steps a tone may be met at the same place of its swing each time; so each is somewhere in its
                // step.
                double in = looks < LOOKED ? 0 : k * GOLDEN - Math.floor(k * GOLDEN);
                most = Math.max(most, Math.abs(sound.sample(from + (long) ((k + in) * apart))));
            }
            shape[i] = Math.round(255 * Math.min(1, most));
        }
        return shape;
    }
}
