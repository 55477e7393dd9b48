package gloaming.play;

import gloaming.flow.Picture;

/** The pixel that somebody points at. */
public final class Probe extends Relay {
    /** The id of a step, or null for the whole look. */
    public final String subject;

    private final float u;
    private final float v;
    private final float[] pixel = {-1, 0, 0, 0, 0, 0};

    /** Looks at {@code u, v}, 0 to 1 from the bottom left. */
    public Probe(String subject, float u, float v) {
        this.subject = subject;
        this.u = u;
        this.v = v;
    }

    /** Column, row, red, green, blue and cover of the pixel; the reader's while {@link #ready}. */
    public float[] pixel() {
        return pixel;
    }

    void fill(Picture picture) {
        int x = Math.clamp((int) (u * picture.width), 0, picture.width - 1);
        int y = Math.clamp((int) (v * picture.height), 0, picture.height - 1);
        pixel[0] = x;
        pixel[1] = y;
        Picture.Row row = picture.row(y);
        for (int c = 0; c < 4; c++) pixel[2 + c] = row.get(c, x);
        done();
    }
}
