package gloaming.picture.filter;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.Arrays;

/** Pixels that lie side by side and are neither too dark nor too light change places until they go from dark to light, or back. */
@Id("pixel-sort")
@StepInfo(
        name = "Pixel sort",
        does = "Sorts pixels along rows or columns by their light, where they lie between two tones.",
        find = "pixel sort sorting glitch datamosh streaks melt drip bleed smear databending error",
        notice = "Colours run out into streaks that stop at dark edges.",
        example = "puppet > * low==0.3+0.25*sin(t*0.8) along=up",
        sets = {
            "Run down: along=up low=0.3",
            "Torn sideways: along=across low=0.4 longest=0.5",
            "Silk: along=up low=0.05"
        })
public record PixelSort(
        @Id("along") @Choice(initial = "across", says = "Along rows, or along columns.")
        Along along,

        @Id("low") @Range(min = 0, max = 1, initial = 0.25, says = "Darker tones than this stay where they are.")
        double low,

        @Id("high") @Range(min = 0, max = 1, initial = 1, says = "Lighter tones than this stay, unless it is 1.")
        double high,

        @Id("longest")
        @Range(
                min = 0.02,
                max = 4,
                initial = 4,
                unit = "units",
                byRatio = true,
                says = "Pixels farther apart than this do not change places.")
        double longest,

        @Id("order") @Choice(initial = "light-first", says = "What comes first, from the left or from below.")
        Order order)
        implements Operation<Picture, Picture, Void> {

    /** Which way they are sorted. */
    public enum Along {
        @Id("across")
        ACROSS,
        @Id("up")
        UP
    }

    /** What comes first. */
    public enum Order {
        @Id("light-first")
        LIGHT_FIRST,
        @Id("dark-first")
        DARK_FIRST
    }

    private static final ThreadLocal<long[]> ROOM = ThreadLocal.withInitial(() -> new long[0]);
    private static final int GRAIN = 16;

    @Override
    public boolean timeless() {
        return true;
    }

    @Override
    public Picture run(Picture in, Void memory, Frame frame) {
        Picture out = frame.picture();
        int most = (int) Math.max(1, longest * in.scale());
        int lines = along == Along.ACROSS ? in.height : in.width;
        int n = along == Along.ACROSS ? in.width : in.height;
        int step = along == Along.ACROSS ? 1 : in.width;
        frame.crew().each(lines, GRAIN, (from, to) -> {
            long[] room = room(n);
            for (int line = from; line < to; line++) {
                int at = along == Along.ACROSS ? in.at(line) : line;
                sort(in, at, step, n, most, room);
                for (int c = 0; c < 4; c++) {
                    float[] a = in.plane(c);
                    float[] b = out.plane(c);
                    for (int k = 0; k < n; k++) b[at + k * step] = a[(int) room[k]];
                }
            }
        });
        return out;
    }

    private static long[] room(int n) {
        long[] room = ROOM.get();
        if (room.length < n) {
            room = new long[n];
            ROOM.set(room);
        }
        return room;
    }

    /** Writes for each place of a line which pixel comes there: the light in the upper half, the pixel in the lower. */
    private void sort(Picture in, int at, int step, int n, int most, long[] room) {
        float[] r = in.r();
        float[] g = in.g();
        float[] b = in.b();
        // Light of at least 0 is in the order of its bits; what comes first has the least.
        long flip = order == Order.LIGHT_FIRST ? -1L << 32 : 0;
        float least = (float) (low * low);
        float highest = high >= 1 ? Float.MAX_VALUE : (float) (high * high);
        int begun = 0;
        for (int k = 0; k < n; k++) {
            int i = at + k * step;
            float light = Math.max(0, 0.2126f * r[i] + 0.7152f * g[i] + 0.0722f * b[i]);
            room[k] = (((long) Float.floatToRawIntBits(light) << 32) ^ flip) | i;
            boolean moves = light >= least && light <= highest;
            if (moves && k - begun < most) continue;
            Arrays.sort(room, begun, k);
            begun = moves ? k : k + 1;
        }
        if (begun < n) Arrays.sort(room, begun, n);
    }
}
