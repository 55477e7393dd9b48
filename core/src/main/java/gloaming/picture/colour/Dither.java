package gloaming.picture.colour;

import gloaming.look.Id;
import gloaming.picture.kernel.RowRoom;
import gloaming.picture.kernel.Tone;
import gloaming.step.ByPixel;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Few steps of tone, the rest told by a regular pattern of thresholds (Bayer 1973). */
@Id("dither")
@StepInfo(
        name = "Dither",
        does = "Draws tones with few steps and a regular pattern between them.",
        find = "ordered dither bayer pattern retro bits pixel steps",
        notice = "Only two levels a channel are left; the eye mixes the rest from dots.",
        example = "puppet > * steps=2 cell=0.012")
public record Dither(
        @Id("steps") @Range(min = 2, max = 16, initial = 2, says = "Steps from black to white.")
        int steps,

        @Id("order") @Range(min = 1, max = 3, initial = 2, says = "The pattern: 2, 4 or 8 cells wide.")
        int order,

        @Id("cell")
        @Range(min = 0.002, max = 0.2, initial = 0.0075, unit = "units", byRatio = true, says = "Size of a cell.")
        double cell)
        implements ByPixel<Void> {

    @Override
    public Pixels pixels(Void memory, Frame frame) {
        float n = steps - 1;
        float wide = (float) Math.max(1, cell * frame.height() / 2);
        int mask = (1 << order) - 1;
        return (p, from, to, row) -> {
            RowRoom room = RowRoom.of(Math.max(8, p.width));
            float[] lift = room.x;
            float[] line = room.y;
            for (int i = from, y = row; i < to; i += p.width, y++) {
                for (int x = 0; x <= mask; x++) line[x] = threshold(x, (int) (y / wide) & mask, order);
                for (int x = 0; x < p.width; x++) lift[x] = line[(int) (x / wide) & mask];
                for (int c = 0; c < 3; c++) ColourKernels.steps(p.plane(c), i, n, lift, p.width);
            }
        };
    }

    /** One colour of a pixel, the plain version. */
    public static float step(float light, float n, float lift) {
        return Tone.linear((float) Math.floor(Tone.seen(light) * n + lift) / n);
    }

    /** The threshold at a cell, above 0 and below 1: bits of x ^ y and y taken in turns, lowest first. */
    public static float threshold(int x, int y, int order) {
        int value = 0;
        for (int bit = 0; bit < order; bit++) {
            value = value << 2 | ((x ^ y) >> bit & 1) << 1 | y >> bit & 1;
        }
        return (value + 0.5f) / (1 << 2 * order);
    }
}
