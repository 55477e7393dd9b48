package gloaming.source;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.library.Cut;
import gloaming.library.Fit;
import gloaming.library.Library;
import gloaming.library.Still;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.Arrays;
import java.util.List;

/**
 * The newest pictures of a folder that grows, side by side: each keeps its place until a newer one takes it.
 *
 * <p>Which picture stands where follows from the folder alone: the places are filled one after another, round and round.
 */
@Id("picture-wall")
@StepInfo(
        name = "Picture wall",
        does = "Shows the newest pictures of a folder side by side; each new one takes the place of the oldest.",
        find = "photograph photo booth wall grid mosaic contact sheet gallery folder newest many tiles guests",
        ifBlack = "choose a folder of pictures",
        notice = "It is empty until a folder of pictures is chosen.")
public record PictureWall(
        @Id("folder")
        @Choice(initial = "", medium = "folder", says = "Which of the show's folders; photographs go into their own.")
        String folder,

        @Id("across") @Range(min = 1, max = 12, initial = 4, says = "How many stand side by side.")
        int across,

        @Id("down") @Range(min = 1, max = 8, initial = 3, says = "How many stand one above another.")
        int down,

        @Id("fit")
        @Choice(initial = "fill", says = "Over all of its place, whole, drawn to its shape, or pixel for pixel.")
        Fit fit,

        @Id("gap") @Range(min = 0, max = 0.5, initial = 0.04, says = "Free ground between them, as a part of a place.")
        double gap,

        @Id("order") @Choice(initial = "rows", says = "Places are taken row by row from above, or here and there.")
        Order order,

        @Id("fade") @Range(min = 0, max = 60, initial = 1, unit = "s", says = "How long a new one fades in.")
        double fade)
        implements Operation<Nothing, Picture, PictureWall.Memory> {

    /** In which order places are taken. */
    public enum Order {
        @Id("rows")
        ROWS,
        @Id("scattered")
        SCATTERED
    }

    /** What stands in each place, what stood there before, and since when. */
    public static final class Memory {
        private Cut cut = new Cut(1, 1, 1, Fit.FIT);
        private Library library;
        private List<String> refs;
        private String[] shown = {};
        private Still[] now = {};
        private Still[] before = {};
        private double[] since = {};
        private Picture[] drawn = {};
        private Picture[] under = {};
        private int[] places = {};
        private Order order;

        private void places(int count, Order order, long seed) {
            if (shown.length == count && this.order == order) return;
            this.order = order;
            shown = new String[count];
            now = new Still[count];
            before = new Still[count];
            since = new double[count];
            drawn = new Picture[count];
            under = new Picture[count];
            places = new int[count];
            Arrays.fill(shown, "");
            Arrays.fill(since, Double.NEGATIVE_INFINITY);
            refs = null;
            order(order, seed);
        }

        private void order(Order order, long seed) {
            for (int i = 0; i < places.length; i++) places[i] = i;
            if (order == Order.ROWS) return;
            for (int i = places.length - 1; i > 0; i--) {
                int k = (int) (Randomness.uniform(seed, i, 7) * (i + 1));
                int at = places[i];
                places[i] = places[k];
                places[k] = at;
            }
        }
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Picture run(Nothing in, Memory m, Frame frame) {
        Library library = frame.library();
        List<String> refs = library.folder(folder);
        if (refs.isEmpty()) {
            throw new IllegalArgumentException(
                    folder.isEmpty() ? "no folder is chosen" : "the folder '" + folder + "' has no pictures yet");
        }
        int count = across * down;
        m.places(count, order, frame.seed());
        int width = Math.max(1, (int) Math.round(frame.width() / (double) across * (1 - gap)));
        int height = Math.max(1, (int) Math.round(frame.height() / (double) down * (1 - gap)));
        if (!m.cut.is(width, height, frame.renderScale(), fit))
            m.cut = new Cut(width, height, frame.renderScale(), fit);
        if (m.refs != refs || m.library != library) take(m, library, refs, frame);
        for (int i = 0; i < count; i++) {
            m.drawn[i] = m.now[i] == null ? null : m.now[i].at(m.cut);
            // What is not read yet comes later; until then what was there stands.
            if (m.drawn[i] == null && m.now[i] != null) m.since[i] = frame.time();
            boolean fades = fade > 0 && m.before[i] != null && frame.time() - m.since[i] < fade;
            m.under[i] = fades ? m.before[i].at(m.cut) : null;
        }
        Picture out = frame.picture().clear();
        double time = frame.time();
        frame.crew().each(count, 1, (from, to) -> {
            for (int i = from; i < to; i++) lay(m, i, time, out);
        });
        return out;
    }

    /** Finds out what stands where, now that the folder is another; what stays goes on as it is. */
    private void take(Memory m, Library library, List<String> refs, Frame frame) {
        m.order(order, frame.seed());
        boolean first = m.refs == null;
        boolean others = m.library != library;
        int count = m.shown.length;
        int n = refs.size();
        for (int i = 0; i < count; i++) {
            String ref = i < n ? refs.get(i + (n - 1 - i) / count * count) : "";
            int at = m.places[i];
            boolean another = !ref.equals(m.shown[at]);
            if (!another && !others) continue;
            if (another) {
                m.before[at] = m.now[at];
                m.since[at] = first ? Double.NEGATIVE_INFINITY : frame.time();
                m.shown[at] = ref;
            }
            m.now[at] = ref.isEmpty() ? null : library.still(ref);
        }
        m.refs = refs;
        m.library = library;
    }

    private void lay(Memory m, int place, double time, Picture out) {
        Picture now = m.drawn[place];
        Picture before = m.under[place];
        if (now == null && before == null) return;
        float part = fade <= 0 ? 1 : (float) Math.clamp((time - m.since[place]) / fade, 0.0, 1.0);
        int left = (int) Math.round((place % across + gap / 2) * out.width / across);
        // The first place is the upper left one, and rows of a picture go up.
        int low = (int) Math.round((down - 1 - place / across + gap / 2) * out.height / down);
        int width = Math.min(m.cut.width(), out.width - left);
        int height = Math.min(m.cut.height(), out.height - low);
        for (int c = 0; c < 4; c++) {
            float[] into = out.plane(c);
            for (int y = 0; y < height; y++) {
                int row = out.at(low + y) + left;
                for (int x = 0; x < width; x++) {
                    float is = now == null ? 0 : part * at(now, c, x, y, m.cut);
                    if (before != null) is += (1 - part) * at(before, c, x, y, m.cut);
                    into[row + x] = is;
                }
            }
        }
    }

    /** A pixel of what there is so far, which may still have another size. */
    private static float at(Picture there, int channel, int x, int y, Cut cut) {
        int column = there.width == cut.width() ? x : x * there.width / cut.width();
        int row = there.height == cut.height() ? y : y * there.height / cut.height();
        return there.plane(channel)[there.at(row) + column];
    }
}
