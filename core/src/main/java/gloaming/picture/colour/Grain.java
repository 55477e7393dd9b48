package gloaming.picture.colour;

import gloaming.look.Id;
import gloaming.picture.kernel.RowRoom;
import gloaming.step.ByPixel;
import gloaming.step.Frame;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * The grain of film: tones go up and down by chance from place to place, most of all the middle ones. Between the places of a lattice it is
 * drawn straight; each value is the sum of two even draws.
 */
@Id("grain")
@StepInfo(
        name = "Grain",
        does = "Roughens the picture with the grain of film, new many times a second.",
        find =
                "film grain noise dust analogue analog texture rough old film static snow grainy dirty 16mm super 8 video noise",
        notice = "The middle tones are alive, black and white stay clean.",
        example = "puppet > * amount=0.2 size=0.012",
        sets = {
            "Fine stock: amount=0.12 size=0.004",
            "Pushed two stops: amount=0.4 size=0.008",
            "Television at night: amount=1 size=0.01 rate=50"
        })
public record Grain(
        @Id("amount") @Range(min = 0, max = 1, initial = 0.15, says = "How strong it is.")
        double amount,

        @Id("size")
        @Range(min = 0.003, max = 0.1, initial = 0.006, unit = "units", byRatio = true, says = "From grain to grain.")
        double size,

        @Id("colour")
        @Range(min = 0, max = 1, initial = 0.2, says = "0 is grey, at 1 each colour has a grain of its own.")
        double colour,

        @Id("rate") @Range(min = 0, max = 120, initial = 24, says = "How often a second it is another; 0 stands still.")
        double rate)
        implements ByPixel<Void> {

    private static final float STEP = 1f / (1 << 16);

    @Override
    public boolean timeless() {
        return false;
    }

    @Override
    public Pixels pixels(Void memory, Frame frame) {
        if (amount == 0) return null;
        long seed = Randomness.bits(frame.seed(), (long) Math.floor(frame.time() * rate), 0);
        return (p, from, to, row) -> {
            float pitch = (float) Math.max(1, size * p.scale());
            int knots = (int) (p.width / pitch) + 3;
            RowRoom room = RowRoom.of(Math.max(p.width, 4 * knots));
            int last = -1;
            for (int i = from, y = row; i < to; i += p.width, y++) {
                int line = (int) (y / pitch);
                if (line != last) {
                    if (line == last + 1 && last >= 0) System.arraycopy(room.y, 0, room.x, 0, 4 * knots);
                    else draw(seed, line, room.x, knots);
                    draw(seed, line + 1, room.y, knots);
                    last = line;
                }
                for (int c = 0; c < 3; c++) {
                    spread(room.x, room.y, c, knots, y / pitch - line, pitch, room.dx, p.width);
                    roughen(p.plane(c), p.a(), i, room.dx, (float) amount, p.width);
                }
            }
        };
    }

    /** Four numbers of each place along a line of the lattice, grey and three colours one after the other, each -1 to 1. */
    private static void draw(long seed, int line, float[] to, int knots) {
        for (int k = 0; k < knots; k++) {
            long bits = Randomness.bits(seed, k, line);
            float a = (bits & 0xffff) * STEP;
            float b = (bits >>> 16 & 0xffff) * STEP;
            float c = (bits >>> 32 & 0xffff) * STEP;
            float d = (bits >>> 48) * STEP;
            to[k] = a + b - 1;
            to[knots + k] = c + d - 1;
            to[2 * knots + k] = a - c;
            to[3 * knots + k] = b - d;
        }
    }

    /** The grain of one colour along a row that lies {@code part} of the way from one line of the lattice to the next. */
    private void spread(
            float[] above, float[] below, int c, int knots, float part, float pitch, float[] to, int width) {
        float own = (float) colour;
        float grey = 1 - own;
        int at = (c + 1) * knots;
        float over = 1 / pitch;
        for (int x = 0; x < width; x++) {
            float place = x * over;
            int k = (int) place;
            float t = place - k;
            float left = grey * (above[k] + part * (below[k] - above[k]))
                    + own * (above[at + k] + part * (below[at + k] - above[at + k]));
            float right = grey * (above[k + 1] + part * (below[k + 1] - above[k + 1]))
                    + own * (above[at + k + 1] + part * (below[at + k + 1] - above[at + k + 1]));
            to[x] = left + t * (right - left);
        }
    }

    /** Tones go by grain as far as they are in the middle; there is none where nothing covers. */
    private static void roughen(float[] plane, float[] a, int at, float[] grain, float amount, int n) {
        for (int k = 0; k < n; k++) {
            int i = at + k;
            float cover = Math.max(a[i], 1e-6f);
            float tone = (float) Math.sqrt(Math.max(0, plane[i]) / cover);
            float middle = Math.min(1, Math.max(0, tone));
            float now = Math.max(0, tone + amount * grain[k] * (0.15f + 2.4f * middle * (1 - middle)));
            plane[i] = now * now * a[i];
        }
    }
}
