package gloaming.media;

import gloaming.library.Letters;
import java.awt.geom.AffineTransform;
import java.awt.geom.GeneralPath;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.fontbox.ttf.CmapLookup;
import org.apache.fontbox.ttf.GlyphData;
import org.apache.fontbox.ttf.KerningSubtable;
import org.apache.fontbox.ttf.OTFParser;
import org.apache.fontbox.ttf.OpenTypeFont;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;

/** A TrueType or OpenType font in memory; letters are read when they are first asked for. One thread at a time. */
public final class FontFile implements Letters {
    /** The library complains of every damaged letter; those are left out, and said nowhere. */
    private static final java.util.logging.Logger QUIET = java.util.logging.Logger.getLogger("org.apache.fontbox");

    static {
        QUIET.setLevel(java.util.logging.Level.OFF);
    }

    private static final long LARGEST = 32 << 20;
    private static final int MOST_LETTERS = 4_096;

    private final TrueTypeFont font;
    private final CmapLookup letters;
    private final KerningSubtable pairs;
    private final double scale;
    private final Map<Integer, GeneralPath> outlines = new HashMap<>();

    private FontFile(TrueTypeFont font) throws IOException {
        this.font = font;
        letters = font.getUnicodeCmapLookup();
        pairs = font.getKerning() == null ? null : font.getKerning().getHorizontalKerningSubtable();
        scale = 1.0 / font.getUnitsPerEm();
    }

    static boolean looksLikeOne(byte[] head) {
        int tag = (head[0] & 255) << 24 | (head[1] & 255) << 16 | (head[2] & 255) << 8 | head[3] & 255;
        return tag == 0x00010000 || tag == 0x4f54544f || tag == 0x74727565;
    }

    /** Reads a file; {@link Unreadable} with one sentence when it is no font or damaged. */
    public static FontFile read(Path file, String name) throws Unreadable {
        try {
            if (Files.size(file) > LARGEST)
                throw new Unreadable("'" + name + "' is larger than a font may be (32 MB).");
            return read(Files.readAllBytes(file), name);
        } catch (IOException e) {
            throw damaged(name);
        }
    }

    /** The fonts that ship with the program, by reference. */
    public static final List<String> SHIPPED = List.of("hyperlegible", "hyperlegible-bold", "fraunces");

    /** One of {@link #SHIPPED}. */
    public static FontFile shipped(String ref) {
        try (InputStream in = FontFile.class.getResourceAsStream("/gloaming/fonts/" + ref + ".ttf")) {
            return read(in.readAllBytes(), ref);
        } catch (IOException | Unreadable e) {
            throw new IllegalStateException(e);
        }
    }

    private static FontFile read(byte[] bytes, String name) throws Unreadable {
        try {
            RandomAccessReadBuffer in = new RandomAccessReadBuffer(new ByteArrayInputStream(bytes));
            boolean cubic = bytes.length > 4 && bytes[0] == 'O';
            FontFile font = new FontFile(cubic ? new OTFParser().parse(in) : new TTFParser().parse(in));
            if (font.outline('a').getBounds().isEmpty()
                    && font.outline('1').getBounds().isEmpty()
                    && font.font.getNumberOfGlyphs() < 2) throw damaged(name);
            return font;
        } catch (IOException | RuntimeException e) {
            throw damaged(name);
        }
    }

    private static Unreadable damaged(String name) {
        return new Unreadable("'" + name + "' is no font that can be read, or is damaged; TTF and OTF can be read.");
    }

    /** The family's name as the font says it. */
    String family() {
        try {
            String name = font.getName();
            return name == null ? "" : name;
        } catch (IOException e) {
            return "";
        }
    }

    /** The first {@code most} letters it has, in the order of their numbers. */
    List<Integer> codePoints(int most) {
        return java.util.stream.IntStream.range(1, Character.MAX_CODE_POINT)
                .filter(c -> letters.getGlyphId(c) != 0)
                .limit(most)
                .boxed()
                .toList();
    }

    @Override
    public synchronized GeneralPath outline(int codePoint) {
        GeneralPath known = outlines.get(codePoint);
        if (known != null) return known;
        GeneralPath path = new GeneralPath();
        try {
            int glyph = letters.getGlyphId(codePoint);
            if (font instanceof OpenTypeFont open && open.isPostScript()) {
                path = open.getCFF().getFont().getType2CharString(glyph).getPath();
            } else {
                GlyphData data = font.getGlyph().getGlyph(glyph);
                if (data != null) path = data.getPath();
            }
            path = new GeneralPath(path);
            path.transform(AffineTransform.getScaleInstance(scale, scale));
        } catch (IOException | RuntimeException e) {
            // A letter that cannot be read is left out; the others are drawn.
            path = new GeneralPath();
        }
        if (outlines.size() < MOST_LETTERS) outlines.put(codePoint, path);
        return path;
    }

    @Override
    public synchronized double advance(int codePoint) {
        try {
            return font.getAdvanceWidth(letters.getGlyphId(codePoint)) * scale;
        } catch (IOException | RuntimeException e) {
            return 0.5;
        }
    }

    @Override
    public synchronized double kerning(int left, int right) {
        if (pairs == null) return 0;
        return pairs.getKerning(letters.getGlyphId(left), letters.getGlyphId(right)) * scale;
    }

    @Override
    public double capHeight() {
        var box = outline('H').getBounds2D();
        return box.isEmpty() ? 0.7 : box.getMaxY();
    }
}
