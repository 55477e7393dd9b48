package gloaming.picture.filter;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.Sampler;
import gloaming.picture.kernel.Shifts;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * Blurs along a line, towards a place or round it: the mean of 64 copies along the way, made by six times laying the picture
 * over itself half as far along as the time before. Along a line there are no more copies than pixels, and the nearest sixteen are laid at once.
 */
@Id("smear")
@StepInfo(
        name = "Smear",
        does = "Blurs the picture along a direction, outward from the middle, or round it.",
        find = "directional motion blur radial zoom spin blur rays streak speed light shafts beam",
        notice = "Light is drawn out one way, as with a moved camera.",
        example = "puppet > * across==0.3*sin(t*1.6)")
public record Smear(
        @Id("across") @Range(min = -2, max = 2, initial = 0.1, unit = "units", says = "How far to the right.")
        double across,

        @Id("up") @Range(min = -2, max = 2, initial = 0, unit = "units", says = "How far upward.")
        double up,

        @Id("growth") @Range(min = 0.1, max = 10, initial = 1, byRatio = true, says = "How much it grows on the way.")
        double growth,

        @Id("turn") @Range(min = -1, max = 1, initial = 0, unit = "turns", says = "How far it turns on the way.")
        double turn,

        @Id("border") @Choice(initial = "empty", says = "What lies beyond the picture's border.")
        Border border)
        implements Operation<Picture, Picture, Void> {
    private static final int TIMES = 6;
    /** Copies that are laid at once, where they only move. */
    private static final int AT_ONCE = 16;

    @Override
    public boolean timeless() {
        return true;
    }

    @Override
    public Picture run(Picture in, Void memory, Frame frame) {
        if (across == 0 && up == 0 && growth == 1 && turn == 0) return in;
        if (growth == 1 && turn == 0) return straight(in, frame);
        Picture now = in;
        Picture[] room = {frame.picture(), frame.picture()};
        // Centred: the copies reach as far back as on.
        for (int i = 0; i < TIMES; i++) {
            double part = 0.25 / (1 << i);
            Picture from = now;
            Picture to = room[i & 1];
            Sampler.Move ahead = move(from, part, 0.5);
            Sampler.Move back = move(from, -part, 0.5);
            Picture second = other(room, to, from, frame);
            frame.crew().each(in.height, 8, (low, high) -> {
                ahead.rows(to, low, high);
                back.rows(second, low, high);
                add(to, second, low, high);
            });
            now = to;
        }
        return now;
    }

    private Picture straight(Picture in, Frame frame) {
        double length = Math.hypot(across, up) * in.scale();
        int copies = 2;
        while (copies < length && copies < 1 << TIMES) copies *= 2;
        Picture[] room = {frame.picture(), null};
        Picture now = in;
        for (int all = copies, laid = 1, i = 0; laid < all; i++) {
            int more = i == 0 ? Math.min(AT_ONCE, copies) : 2;
            // Centred: the copies reach as far back as on.
            double[] x = new double[more];
            double[] y = new double[more];
            for (int k = 0; k < more; k++) {
                double part = (k - (more - 1) / 2.0) * laid / copies * in.scale();
                x[k] = across * part;
                y[k] = up * part;
            }
            if (room[i & 1] == null) room[i & 1] = frame.picture();
            Picture from = now;
            Picture to = room[i & 1];
            frame.crew().each(in.height, 8, (low, high) -> Shifts.mean(from, x, y, border, to, low, high));
            now = to;
            laid *= more;
        }
        return now;
    }

    private Sampler.Move move(Picture from, double part, double weight) {
        return Sampler.move(
                from, Math.pow(growth, part), turn * part, across * part, up * part, border, weight, from.height);
    }

    private static Picture other(Picture[] room, Picture to, Picture from, Frame frame) {
        for (Picture picture : room) if (picture != to && picture != from) return picture;
        return frame.picture();
    }

    private static void add(Picture to, Picture more, int low, int high) {
        for (int c = 0; c < 4; c++) {
            float[] a = to.plane(c);
            float[] b = more.plane(c);
            for (int i = to.at(low); i < to.at(high); i++) a[i] += b[i];
        }
    }
}
