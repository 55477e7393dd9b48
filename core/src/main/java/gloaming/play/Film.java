package gloaming.play;

/** Pictures from somewhere else that the audience is shown in place of what plays. */
public interface Film {
    /**
     * One of them, in 8-bit sRGB, top row first.
     *
     * @param number grows with each
     */
    record Still(long number, byte[] rgb, int width, int height) {}

    /** The newest, or null before the first. */
    Still newest();
}
