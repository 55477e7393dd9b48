package gloaming.source;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.library.Letters;
import gloaming.library.Library;
import gloaming.look.Id;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.awt.geom.AffineTransform;
import java.awt.geom.PathIterator;

/**
 * Words in real letters, filled and outlined at the size they are shown, so they are sharp at any size.
 *
 * <p>Letters come one after another as {@code part} goes from 0 to 1, and each can be moved, turned and shrunk by itself by a
 * wave that runs through the line. A bar or a new line in the words begins a new line.
 */
@Id("lettering")
@StepInfo(
        name = "Lettering",
        does = "Writes words in a font, whole or letter by letter.",
        find =
                "text type title words font letters caption credits typography write subtitles typewriter handwriting scrolling headline logo",
        ifBlack = "write some words",
        notice = "Words in real letters; a stroke begins a new line.")
public record Lettering(
        @Id("words") @Choice(initial = "TIDE MILL|NIGHT", says = "What is written; a bar begins a new line.")
        String words,

        @Id("font")
        @Choice(initial = "hyperlegible-bold", medium = "font", says = "A shipped font or one of the show's.")
        String font,

        @Id("size")
        @Range(min = 0.01, max = 2, initial = 0.3, unit = "units", byRatio = true, says = "Height of a capital letter.")
        double size,

        @Id("spacing") @Range(min = -0.5, max = 2, initial = 0, says = "Further apart, in parts of the size.")
        double spacing,

        @Id("lines") @Range(min = 0.5, max = 4, initial = 1.6, says = "From line to line, in parts of the size.")
        double lines,

        @Id("align") @Choice(initial = "middle", says = "Which edge the lines share.")
        Align align,

        @Id("x") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where the middle is, across.")
        double x,

        @Id("y") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where the middle is, up.")
        double y,

        @Id("colour") @Choice(initial = "#ffe3b8", says = "Colour of the letters.")
        Colour colour,

        @Id("fill") @Range(min = 0, max = 1, initial = 1, says = "How much of the letters' inside is filled.")
        double fill,

        @Id("outline") @Range(min = 0, max = 0.1, initial = 0, unit = "units", says = "How thick their outline is.")
        double outline,

        @Id("part")
        @Range(
                min = 0,
                max = 1,
                initial = 1,
                says = "How many letters are there, from none to all; the last one comes in gently.")
        double part,

        @Id("wave") @Range(min = 0, max = 1, initial = 0, says = "A wave that lifts and turns each letter by itself.")
        double wave,

        @Id("waveRate") @Range(min = 0, max = 4, initial = 0.25, unit = "Hz", says = "How often the wave passes.")
        double waveRate)
        implements Operation<Nothing, Picture, Lettering.Memory> {

    /** Which edge the lines share. */
    public enum Align {
        @Id("left")
        LEFT,
        @Id("middle")
        MIDDLE,
        @Id("right")
        RIGHT
    }

    private static final int MOST_LETTERS = 400;
    private static final double FLAT = 0.0008;

    /** Room for the edges of a frame's letters and for its rows. */
    public static final class Memory {
        private Library library;
        private String ref;
        private Letters letters;
        /** Edges as x, y, x, y in pixels; letters' strengths; where each letter's edges begin. */
        private float[] edges = new float[4_096];

        private final float[] strength = new float[MOST_LETTERS];
        private final int[] starts = new int[MOST_LETTERS + 1];
        private int count;
        private int edge;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Picture run(Nothing in, Memory memory, Frame frame) {
        if (memory.library != frame.library() || !font.equals(memory.ref)) {
            memory.library = frame.library();
            memory.ref = font;
            memory.letters = memory.library.letters(font);
        }
        place(memory, frame);
        Picture out = frame.picture();
        frame.crew().each(out.height, ByRows.STRIP, (from, to) -> {
            out.clear(from, to);
            Rows own = ROWS.get();
            for (int letter = 0; letter < memory.count; letter++) draw(memory, letter, out, from, to, own);
        });
        return out;
    }

    /** Works out where the edges of every letter lie. */
    private void place(Memory m, Frame frame) {
        Letters letters = m.letters;
        double k = size / letters.capHeight();
        String[] all = words.split("[|\\n]", -1);
        int total = Math.min(MOST_LETTERS, words.codePointCount(0, words.length()));
        double shown = part * total;
        double scale = frame.height() / 2.0;
        m.count = 0;
        m.edge = 0;
        for (int line = 0; line < all.length; line++) {
            int[] codes = all[line].codePoints().toArray();
            double width = 0;
            for (int i = 0; i < codes.length; i++) width += advance(letters, codes, i, k);
            if (codes.length > 0) width -= spacing * size;
            double at = x - (align == Align.LEFT ? 0 : align == Align.MIDDLE ? width / 2 : width);
            double base = y + ((all.length - 1) / 2.0 - line) * lines * size - size / 2;
            for (int i = 0; i < codes.length; i++) {
                double wide = advance(letters, codes, i, k);
                double there = Math.clamp(shown - m.count, 0, 1);
                if (m.count >= MOST_LETTERS) return;
                m.starts[m.count] = m.edge;
                m.strength[m.count] = (float) there;
                if (there > 0) {
                    double swing = wave * Math.sin(2 * Math.PI * (frame.time() * waveRate - m.count * 0.09));
                    AffineTransform to = new AffineTransform();
                    to.scale(scale, scale);
                    to.translate(frame.aspect() + at + wide / 2, 1 + base + 0.35 * size * swing);
                    to.rotate(0.35 * swing);
                    to.scale(k * (0.6 + 0.4 * there), k * (0.6 + 0.4 * there));
                    to.translate(-wide / 2 / k, 0);
                    edges(m, letters.outline(codes[i]).getPathIterator(to, FLAT * frame.height()));
                }
                m.count++;
                m.starts[m.count < m.starts.length ? m.count : m.count - 1] = m.edge;
                at += wide;
            }
        }
    }

    private double advance(Letters letters, int[] codes, int i, double k) {
        double kern = i + 1 < codes.length ? letters.kerning(codes[i], codes[i + 1]) : 0;
        return (letters.advance(codes[i]) + kern) * k + spacing * size;
    }

    private static void edges(Memory m, PathIterator path) {
        float[] c = new float[6];
        float x = 0;
        float y = 0;
        float startX = 0;
        float startY = 0;
        for (; !path.isDone(); path.next()) {
            int kind = path.currentSegment(c);
            boolean closes = kind == PathIterator.SEG_CLOSE || kind == PathIterator.SEG_MOVETO;
            if (closes && (x != startX || y != startY)) edge(m, x, y, startX, startY);
            if (kind == PathIterator.SEG_MOVETO) {
                startX = c[0];
                startY = c[1];
            } else if (kind == PathIterator.SEG_LINETO) {
                edge(m, x, y, c[0], c[1]);
            }
            x = kind == PathIterator.SEG_CLOSE ? startX : c[0];
            y = kind == PathIterator.SEG_CLOSE ? startY : c[1];
        }
        if (x != startX || y != startY) edge(m, x, y, startX, startY);
    }

    private static void edge(Memory m, float x0, float y0, float x1, float y1) {
        if (m.edge + 4 > m.edges.length) m.edges = java.util.Arrays.copyOf(m.edges, 2 * m.edges.length);
        m.edges[m.edge] = x0;
        m.edges[m.edge + 1] = y0;
        m.edges[m.edge + 2] = x1;
        m.edges[m.edge + 3] = y1;
        m.edge += 4;
    }

    /** One thread's room for a row: how much of each pixel is covered. */
    private static final class Rows {
        private float[] cover = new float[0];
        private float[] cross = new float[64];
        private int[] way = new int[64];
    }

    private static final ThreadLocal<Rows> ROWS = ThreadLocal.withInitial(Rows::new);
    /** Lines of a pixel on which the inside is found; across a line it is exact. */
    private static final int LINES = 4;

    private void draw(Memory m, int letter, Picture out, int from, int to, Rows rows) {
        int first = m.starts[letter];
        int last = letter + 1 < MOST_LETTERS ? m.starts[letter + 1] : m.edge;
        if (last == first) return;
        float[] e = m.edges;
        float left = Float.MAX_VALUE;
        float right = -Float.MAX_VALUE;
        float low = Float.MAX_VALUE;
        float high = -Float.MAX_VALUE;
        for (int i = first; i < last; i += 2) {
            left = Math.min(left, e[i]);
            right = Math.max(right, e[i]);
            low = Math.min(low, e[i + 1]);
            high = Math.max(high, e[i + 1]);
        }
        float half = (float) (outline / 2 * out.scale());
        int x0 = Math.max(0, (int) Math.floor(left - half - 1));
        int x1 = Math.min(out.width, (int) Math.ceil(right + half + 1));
        int y0 = Math.max(from, (int) Math.floor(low - half - 1));
        int y1 = Math.min(to, (int) Math.ceil(high + half + 1));
        if (x0 >= x1) return;
        if (rows.cover.length < out.width + 1) rows.cover = new float[out.width + 1];
        for (int y = y0; y < y1; y++) {
            java.util.Arrays.fill(rows.cover, x0, x1, 0f);
            if (fill > 0) inside(e, first, last, y, x0, x1, rows);
            if (outline > 0) rim(e, first, last, y, x0, x1, half, rows.cover);
            paint(out, y, x0, x1, rows.cover, m.strength[letter]);
        }
    }

    /** Adds how much of each pixel lies inside: exact along each of some lines (non-zero winding). */
    private void inside(float[] e, int first, int last, int y, int x0, int x1, Rows rows) {
        for (int line = 0; line < LINES; line++) {
            float at = y + (line + 0.5f) / LINES;
            int n = 0;
            for (int i = first; i < last; i += 4) {
                float ya = e[i + 1];
                float yb = e[i + 3];
                if (ya <= at == yb <= at) continue;
                if (n == rows.cross.length) {
                    rows.cross = java.util.Arrays.copyOf(rows.cross, 2 * n);
                    rows.way = java.util.Arrays.copyOf(rows.way, 2 * n);
                }
                float x = e[i] + (at - ya) / (yb - ya) * (e[i + 2] - e[i]);
                int k = n++;
                while (k > 0 && rows.cross[k - 1] > x) {
                    rows.cross[k] = rows.cross[k - 1];
                    rows.way[k] = rows.way[k - 1];
                    k--;
                }
                rows.cross[k] = x;
                rows.way[k] = yb > ya ? 1 : -1;
            }
            int winding = 0;
            for (int i = 0; i + 1 < n; i++) {
                winding += rows.way[i];
                if (winding != 0) span(rows.cover, rows.cross[i], rows.cross[i + 1], x0, x1, (float) fill / LINES);
            }
        }
    }

    private static void span(float[] cover, float a, float b, int x0, int x1, float k) {
        float from = Math.max(a, x0);
        float to = Math.min(b, x1);
        if (from >= to) return;
        int i = (int) from;
        int j = Math.min(x1 - 1, (int) to);
        if (i == j) {
            cover[i] += k * (to - from);
            return;
        }
        cover[i] += k * (i + 1 - from);
        for (int x = i + 1; x < j; x++) cover[x] += k;
        cover[j] += k * (to - j);
    }

    /** Raises the cover of pixels near an edge. */
    private static void rim(float[] e, int first, int last, int y, int x0, int x1, float half, float[] cover) {
        float reach = half + 1;
        float py = y + 0.5f;
        for (int i = first; i < last; i += 4) {
            if (Math.min(e[i + 1], e[i + 3]) - reach > py || Math.max(e[i + 1], e[i + 3]) + reach < py) continue;
            int from = Math.max(x0, (int) (Math.min(e[i], e[i + 2]) - reach));
            int to = Math.min(x1, (int) Math.ceil(Math.max(e[i], e[i + 2]) + reach));
            float dx = e[i + 2] - e[i];
            float dy = e[i + 3] - e[i + 1];
            float square = Math.max(1e-9f, dx * dx + dy * dy);
            for (int x = from; x < to; x++) {
                float px = x + 0.5f - e[i];
                float qy = py - e[i + 1];
                float h = Math.clamp((px * dx + qy * dy) / square, 0, 1);
                float ex = px - h * dx;
                float ey = qy - h * dy;
                float near = Math.clamp(half + 0.5f - (float) Math.sqrt(ex * ex + ey * ey), 0, 1);
                if (near > cover[x]) cover[x] = near;
            }
        }
    }

    private void paint(Picture out, int y, int x0, int x1, float[] cover, float strength) {
        int at = out.at(y);
        for (int x = x0; x < x1; x++) {
            float a = Math.min(1, cover[x]) * strength;
            if (a == 0) continue;
            int p = at + x;
            float rest = 1 - a;
            out.r()[p] = a * colour.r() + rest * out.r()[p];
            out.g()[p] = a * colour.g() + rest * out.g()[p];
            out.b()[p] = a * colour.b() + rest * out.b()[p];
            out.a()[p] = a + rest * out.a()[p];
        }
    }
}
