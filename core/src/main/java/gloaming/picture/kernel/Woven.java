package gloaming.picture.kernel;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.Vectors;
import gloaming.step.ByRows;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * A picture whose four numbers of a pixel lie side by side, for places that do not: each then waits for two lines of memory and not for eight,
 * which is two to three times as fast.
 *
 * <p>Weaving costs as much as a blend or two, so it is done only where in the frame before many places lay apart. What is seen does not depend on
 * it, to the bit.
 */
public final class Woven {
    /** Pixels of a picture that is woven, at most: 64 MB. */
    private static final int MOST = 1 << 22;
    /** Of so many vectors one at least, for it to be worth it. */
    private static final int SHARE = 4;

    private final AtomicInteger scattered = new AtomicInteger();
    private float[] pixels = {};
    private Picture of;

    /** Gets ready for a frame in which this is looked at. */
    public void begin(Picture picture, Crew crew) {
        int vectors = picture.pixels() / Vectors.LANES;
        boolean worth = SHARE * scattered.getAndSet(0) > vectors && picture.pixels() <= MOST;
        of = worth ? picture : null;
        if (!worth) return;
        if (pixels.length < 4 * picture.pixels()) pixels = new float[4 * picture.pixels()];
        crew.each(
                picture.height,
                ByRows.STRIP,
                (from, to) -> WovenKernels.weave(picture, pixels, from * picture.width, to * picture.width));
    }

    /** The pixels of a picture side by side, or null where it was not woven. */
    float[] of(Picture picture) {
        return picture == of ? pixels : null;
    }

    /** Tells how many vectors of places did not lie together. */
    void scattered(int vectors) {
        if (vectors > 0) scattered.addAndGet(vectors);
    }
}
