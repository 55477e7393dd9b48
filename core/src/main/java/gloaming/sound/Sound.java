package gloaming.sound;

/** Recorded sound, readable at any moment, from several threads at once. */
public interface Sound {

    /** Silence of no length. */
    Sound SILENCE = new Sound() {
        @Override
        public String name() {
            return "Silence";
        }

        @Override
        public int rate() {
            return 48_000;
        }

        @Override
        public long length() {
            return 0;
        }

        @Override
        public double tempo() {
            return 0;
        }

        @Override
        public float sample(long index) {
            return 0;
        }
    };

    String name();

    /** Samples a second. */
    int rate();

    /** Length in samples; what is played past it starts over. */
    long length();

    /** Beats a minute where they are known, otherwise 0. The first beat is at sample 0. */
    double tempo();

    /** The mono sample at {@code index}, 0 to length, in -1 to 1. */
    float sample(long index);

    default double seconds() {
        return (double) length() / rate();
    }

    /** What this is at another gain, or itself. */
    default Sound source() {
        return this;
    }

    /** The place in this sound, in seconds, that is heard at a moment of the show; what comes in live has a time of its own. */
    default double heard(double showSeconds) {
        return showSeconds;
    }

    /** Fills {@code into} with the samples that end at {@code seconds} of the sound; 0 before the start. */
    default void upTo(double seconds, float[] into) {
        long end = Math.round(seconds * rate());
        long length = length();
        for (int i = 0; i < into.length; i++) {
            long at = end - into.length + i;
            into[i] = at < 0 || length == 0 ? 0 : sample(at % length);
        }
    }
}
