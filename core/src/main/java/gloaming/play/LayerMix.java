package gloaming.play;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Blend;
import gloaming.picture.kernel.Blending;
import gloaming.step.ByRows;
import java.util.List;

/** The picture that all layers come to, back to front; passes that are left run straight into it, strip by strip. */
final class LayerMix {
    private final ThreadLocal<Strip> strips = ThreadLocal.withInitial(Strip::new);
    private Picture mix = new Picture(1, 1);
    /** That of the size before, where it is not large. */
    private Picture other = mix;

    private static final int LARGE = 2_000_000;

    /** The mix at this size, as it was left. */
    Picture at(int width, int height) {
        if (is(mix, width, height)) return mix;
        Picture last = mix;
        mix = is(other, width, height) ? other : new Picture(width, height);
        other = last.pixels() < LARGE ? last : new Picture(1, 1);
        return mix;
    }

    private static boolean is(Picture picture, int width, int height) {
        return picture.width == width && picture.height == height;
    }

    /** Works it out anew. */
    void run(List<LayerRun> layers, Crew crew) {
        crew.each(mix.height, ByRows.STRIP, (from, to) -> {
            boolean empty = true;
            for (int i = 0; i < layers.size(); i++) {
                LayerRun layer = layers.get(i);
                LaneRun lane = layer.lane();
                if (layer.layer().hidden() || (lane.pass.size() == 0 && !(lane.end instanceof Picture))) continue;
                double opacity =
                        layer.opacity() == null ? layer.layer().opacity() : Math.clamp(layer.opacity().value, 0.0, 1.0);
                Picture mask = layer.mask() != null && layer.mask().end instanceof Picture m ? m : null;
                // What the mix begins with is made in its place.
                boolean first =
                        empty && opacity == 1 && mask == null && layer.layer().blend() == Blend.OVER;
                Picture picture = lane.pass.size() == 0
                        ? (Picture) lane.end
                        : lane.pass.run(first ? mix : strips.get().take(mix.width, mix.height, from), from, to);
                // A pass is run even for a layer that does not show: its steps may have a memory.
                if (opacity == 0) continue;
                if (first) {
                    if (picture != mix) mix.copyFrom(picture, from, to);
                    empty = false;
                    continue;
                }
                if (empty) mix.clear(from, to);
                empty = false;
                Blending.rows(layer.layer().blend(), picture, opacity, mask, mix, from, to);
            }
            if (empty) mix.clear(from, to);
        });
    }

    /** Room for the rows that one thread works on. */
    private static final class Strip {
        private Picture rows;

        Picture take(int width, int height, int from) {
            if (rows == null || rows.width != width || rows.height != height) {
                rows = Picture.strip(width, height, ByRows.STRIP);
            }
            return rows.hold(from);
        }
    }
}
