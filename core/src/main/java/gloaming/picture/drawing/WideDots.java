package gloaming.picture.drawing;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.picture.kernel.Pyramid;
import gloaming.step.ByRows;

/**
 * Dots that add their light, the wide and soft ones drawn at half the size: they have a quarter of the pixels there, and what is linear
 * between two of them is off by less than a hundredth of a dot.
 *
 * <p>Light that is added knows no order, so that the wide ones may come first.
 */
public final class WideDots {
    /** Pixels over which the edge of a dot falls off, at least, that is drawn at half the size. */
    private static final float SOFT = 20;
    /** Dots so wide that it is worth it. */
    private static final int FEW = 24;

    private final Dots dots = new Dots();
    private final Dots wide = new Dots();
    private final Pyramid pyramid = new Pyramid(4);
    private Picture half;
    private boolean some;

    /** Works out where the dots of a frame lie, and draws the wide ones; then {@link #rows} draws them all. */
    void place(
            Points points,
            double size,
            double softness,
            double brightness,
            boolean add,
            int width,
            int height,
            Crew crew) {
        float least = softness > 0 ? (float) (SOFT / (1 - Math.sqrt(1 - softness))) : Float.MAX_VALUE;
        some = add && width > 1 && height > 1 && many(points, size, height, least);
        if (!some) {
            dots.place(points, size, softness, brightness, add, width, height, crew);
            return;
        }
        dots.place(points, size, softness, brightness, true, width, height, 1, 0, least, crew);
        wide.place(points, size, softness, brightness, true, width, height, 2, least, Float.MAX_VALUE, crew);
        int across = (width + 1) / 2;
        int up = (height + 1) / 2;
        if (half == null || half.width != across || half.height != up) half = new Picture(across, up);
        crew.each(up, ByRows.STRIP, (from, to) -> wide.rows(half, from, to));
    }

    private static boolean many(Points points, double size, int height, float least) {
        Column s = points.column(Attribute.SIZE);
        float radius = (float) (2 * least / height / size);
        int found = 0;
        for (int i = 0; i < points.n() && found < FEW; i++) if (s.at(i) >= radius) found++;
        return found >= FEW;
    }

    Picture rows(Picture out, int from, int to) {
        if (!some) return dots.rows(out, from, to);
        out.clear(from, to);
        pyramid.grow(half, out, 1, from, to);
        return dots.over(out, from, to);
    }
}
