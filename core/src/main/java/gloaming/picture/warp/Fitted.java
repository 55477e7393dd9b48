package gloaming.picture.warp;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.Sampler;
import gloaming.step.ByRows;

/** A picture drawn over a frame of another size, for as long as nothing better is there. */
public final class Fitted {
    private Fitted() {}

    /** Draws {@code source} over {@code out}, by height, with linear sampling, and returns it. */
    public static Picture over(Picture source, Picture out, Crew crew) {
        Sampler.Move move = Sampler.move(source, 1, 0, 0, 0, Border.HOLD, 1, out.height);
        crew.each(out.height, ByRows.STRIP, (from, to) -> move.rows(out, from, to));
        return out;
    }
}
