package gloaming.picture.combine;

import gloaming.flow.Picture;
import gloaming.step.ByRows;
import gloaming.step.Frame;

/** Two pictures of one size, so much of the one and the rest of the other. */
public final class Mixed {
    private Mixed() {}

    /** {@code a (1 - part) + b part}, as a fresh picture. */
    public static Picture of(Picture a, Picture b, float part, Frame frame) {
        Picture out = frame.picture();
        frame.crew().each(out.height, ByRows.STRIP, (from, to) -> {
            for (int c = 0; c < 4; c++) {
                float[] x = a.plane(c);
                float[] y = b.plane(c);
                float[] z = out.plane(c);
                for (int i = out.at(from); i < out.at(to); i++) z[i] = x[i] + (y[i] - x[i]) * part;
            }
        });
        return out;
    }
}
