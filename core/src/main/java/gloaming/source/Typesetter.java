package gloaming.source;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.library.Letters;
import gloaming.library.Library;
import gloaming.step.ByRows;
import gloaming.step.Colour;
import gloaming.step.Frame;
import java.awt.geom.AffineTransform;
import java.awt.geom.PathIterator;
import java.util.Arrays;

/** Sets words in a font and draws them; a bar or a new line in them begins a new line. What stays as it is, is set once. */
final class Typesetter {
    static final int MOST_LETTERS = 400;
    private static final double FLAT = 0.0008;
    private static final int BREAK = -1;
    /** Pixels of a picture that is kept, at most; larger ones are drawn anew, as there may be many letterings. */
    private static final long LARGEST_KEPT = 1 << 21;

    /**
     * How words are set: lengths in units or, for {@code spacing} and {@code lines}, in parts of the size.
     *
     * @param part how many letters are there, from none to all
     * @param wave how far a wave lifts and turns each letter, 0 to 1, and how often a second it passes
     */
    record Style(
            double size,
            double spacing,
            double lines,
            Lettering.Align align,
            double x,
            double y,
            double outline,
            double fill,
            double part,
            double wave,
            double waveRate) {}

    private Library library;
    private String font;
    private Letters letters;
    private final StringBuilder text = new StringBuilder();
    /** Its letters, with {@link #BREAK} between lines. */
    private int[] codes = new int[64];

    private int length;
    private int lines = 1;
    private Style set;
    private int width;
    private int height;
    /** Edges as x, y, x, y in pixels; letters' strengths; where each letter's edges begin. */
    private float[] edges = new float[4_096];

    private final float[] strength = new float[MOST_LETTERS];
    private final int[] starts = new int[MOST_LETTERS + 1];
    private int count;
    private int edge;
    /** What was drawn twice alike, and the colour of what was drawn last. */
    private Picture drawn;

    private boolean stands;
    private Colour inked;

    /** Draws words into a picture of this frame. */
    Picture draw(CharSequence words, String font, Style style, Colour colour, Frame frame) {
        if (library != frame.library() || !font.equals(this.font)) {
            library = frame.library();
            this.font = font;
            letters = library.letters(font);
            set = null;
        }
        read(words);
        boolean placed = style.wave == 0 && style.equals(set) && width == frame.width() && height == frame.height();
        boolean same = placed && colour.equals(inked) && frame.width() * (long) frame.height() <= LARGEST_KEPT;
        if (same && stands) return drawn;
        if (!placed) place(style, frame);
        set = style;
        inked = colour;
        width = frame.width();
        height = frame.height();
        Picture out = same ? room(frame) : frame.picture();
        ink(style, colour, out, frame.crew());
        stands = same;
        return same ? out.stands() : out;
    }

    private Picture room(Frame frame) {
        if (drawn == null || drawn.width != width || drawn.height != height) drawn = new Picture(width, height);
        return frame.keep(drawn);
    }

    private void ink(Style style, Colour colour, Picture out, Crew crew) {
        LetterInk ink = new LetterInk(style.fill, style.outline, colour, out);
        crew.each(out.height, ByRows.STRIP, (from, to) -> {
            out.clear(from, to);
            for (int letter = 0; letter < count; letter++) {
                int last = letter + 1 < MOST_LETTERS ? starts[letter + 1] : edge;
                ink.letter(edges, starts[letter], last, strength[letter], from, to);
            }
        });
    }

    private void read(CharSequence words) {
        if (CharSequence.compare(text, words) == 0) return;
        text.setLength(0);
        text.append(words);
        set = null;
        length = 0;
        lines = 1;
        for (int i = 0; i < text.length(); ) {
            int code = text.codePointAt(i);
            i += Character.charCount(code);
            if (length == codes.length) codes = Arrays.copyOf(codes, 2 * length);
            boolean ends = code == '|' || code == '\n';
            codes[length++] = ends ? BREAK : code;
            if (ends) lines++;
        }
    }

    /** Works out where the edges of every letter lie. */
    private void place(Style style, Frame frame) {
        double k = style.size / letters.capHeight();
        double shown = style.part * Math.min(MOST_LETTERS, length);
        double scale = frame.height() / 2.0;
        count = 0;
        edge = 0;
        int begin = 0;
        for (int line = 0; line < lines; line++) {
            int end = begin;
            while (end < length && codes[end] != BREAK) end++;
            double wide = 0;
            for (int i = begin; i < end; i++) wide += advance(style, i, end, k);
            if (end > begin) wide -= style.spacing * style.size;
            double at = style.x
                    - switch (style.align) {
                        case LEFT -> 0;
                        case MIDDLE -> wide / 2;
                        case RIGHT -> wide;
                    };
            double base = style.y + ((lines - 1) / 2.0 - line) * style.lines * style.size - style.size / 2;
            for (int i = begin; i < end; i++) {
                if (count >= MOST_LETTERS) return;
                double own = advance(style, i, end, k);
                double there = Math.clamp(shown - count, 0, 1);
                starts[count] = edge;
                strength[count] = (float) there;
                if (there > 0) {
                    double swing = style.wave * Math.sin(2 * Math.PI * (frame.time() * style.waveRate - count * 0.09));
                    AffineTransform to = new AffineTransform();
                    to.scale(scale, scale);
                    to.translate(frame.aspect() + at + own / 2, 1 + base + 0.35 * style.size * swing);
                    to.rotate(0.35 * swing);
                    to.scale(k * (0.6 + 0.4 * there), k * (0.6 + 0.4 * there));
                    to.translate(-own / 2 / k, 0);
                    edges(letters.outline(codes[i]).getPathIterator(to, FLAT * frame.height()));
                }
                count++;
                starts[count < starts.length ? count : count - 1] = edge;
                at += own;
            }
            begin = end + 1;
        }
    }

    private double advance(Style style, int i, int end, double k) {
        double kern = i + 1 < end ? letters.kerning(codes[i], codes[i + 1]) : 0;
        return (letters.advance(codes[i]) + kern) * k + style.spacing * style.size;
    }

    private void edges(PathIterator path) {
        float[] c = new float[6];
        float x = 0;
        float y = 0;
        float startX = 0;
        float startY = 0;
        for (; !path.isDone(); path.next()) {
            int kind = path.currentSegment(c);
            boolean closes = kind == PathIterator.SEG_CLOSE || kind == PathIterator.SEG_MOVETO;
            if (closes && (x != startX || y != startY)) edge(x, y, startX, startY);
            if (kind == PathIterator.SEG_MOVETO) {
                startX = c[0];
                startY = c[1];
            } else if (kind == PathIterator.SEG_LINETO) {
                edge(x, y, c[0], c[1]);
            }
            x = kind == PathIterator.SEG_CLOSE ? startX : c[0];
            y = kind == PathIterator.SEG_CLOSE ? startY : c[1];
        }
        if (x != startX || y != startY) edge(x, y, startX, startY);
    }

    private void edge(float x0, float y0, float x1, float y1) {
        if (edge + 4 > edges.length) edges = Arrays.copyOf(edges, 2 * edges.length);
        edges[edge] = x0;
        edges[edge + 1] = y0;
        edges[edge + 2] = x1;
        edges[edge + 3] = y1;
        edge += 4;
    }
}
