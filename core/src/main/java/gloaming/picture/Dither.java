package gloaming.picture;

import gloaming.flow.Picture;
import gloaming.step.ByPixel;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.Says;

/** Few steps of tone, the rest told by a regular pattern of thresholds (Bayer 1973). */
@Says(
        name = "Dither",
        does = "Draws tones with few steps and a regular pattern between them.",
        find = "ordered dither bayer pattern retro bits pixel steps")
public record Dither(
        @Range(min = 2, max = 16, initial = 2, says = "Steps from black to white.")
        int steps,

        @Range(min = 1, max = 3, initial = 2, says = "The pattern: 2, 4 or 8 cells wide.")
        int order,

        @Range(min = 0.002, max = 0.2, initial = 0.0075, unit = "units", byRatio = true, says = "Size of a cell.")
        double cell)
        implements ByPixel<Void> {

    @Override
    public Pixels pixels(Void memory, Frame frame) {
        float n = steps - 1;
        float wide = (float) Math.max(1, cell * frame.height() / 2);
        int mask = (1 << order) - 1;
        return (p, from, to, row) -> {
            for (int i = from, x = 0, y = row; i < to; i++) {
                float lift = threshold((int) (x / wide) & mask, (int) (y / wide) & mask, order);
                put(p, i, n, lift);
                if (++x == p.width) {
                    x = 0;
                    y++;
                }
            }
        };
    }

    private static void put(Picture p, int i, float n, float lift) {
        p.r[i] = step(p.r[i], n, lift);
        p.g[i] = step(p.g[i], n, lift);
        p.b[i] = step(p.b[i], n, lift);
    }

    private static float step(float light, float n, float lift) {
        return Tone.linear((float) Math.floor(Tone.seen(light) * n + lift) / n);
    }

    /** The threshold at a cell, above 0 and below 1: bits of x ^ y and y taken in turns, lowest first. */
    static float threshold(int x, int y, int order) {
        int value = 0;
        for (int bit = 0; bit < order; bit++) {
            value = value << 2 | ((x ^ y) >> bit & 1) << 1 | y >> bit & 1;
        }
        return (value + 0.5f) / (1 << 2 * order);
    }
}
