package gloaming.media;

import gloaming.library.Letters;
import java.awt.geom.GeneralPath;
import java.awt.geom.PathIterator;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** All letters of a font, drawn out: what is left of a font that was read in another process. */
final class Outlines implements Letters {
    /** Letters of a font, and numbers in all their outlines together. */
    private static final int MOST_LETTERS = 65_536;

    private static final int MOST_NUMBERS = 24 << 20;
    /** Pairs are told among so many first letters. */
    private static final int MOST_PAIRED = 400;

    private static final GeneralPath NOTHING = new GeneralPath();
    private static final double USUAL = 0.5;

    private record Letter(GeneralPath outline, double advance) {}

    private final Map<Integer, Letter> letters = new HashMap<>();
    private final Map<Long, Double> pairs = new HashMap<>();
    private double capHeight;

    private Outlines() {}

    @Override
    public GeneralPath outline(int codePoint) {
        Letter letter = letters.get(codePoint);
        return letter == null ? NOTHING : letter.outline;
    }

    @Override
    public double advance(int codePoint) {
        Letter letter = letters.get(codePoint);
        return letter == null ? USUAL : letter.advance;
    }

    @Override
    public double kerning(int left, int right) {
        return pairs.isEmpty() ? 0 : pairs.getOrDefault(pair(left, right), 0.0);
    }

    @Override
    public double capHeight() {
        return capHeight;
    }

    private static long pair(int left, int right) {
        return (long) left << 32 | right;
    }

    static void write(DataOutputStream out, FontFile font) throws IOException {
        List<Integer> all = font.codePoints(MOST_LETTERS);
        out.writeDouble(font.capHeight());
        int numbers = 0;
        for (int codePoint : all) {
            GeneralPath path = font.outline(codePoint);
            int size = size(path);
            if ((numbers += size) > MOST_NUMBERS) break;
            out.writeInt(codePoint);
            out.writeDouble(font.advance(codePoint));
            out.writeInt(size);
            float[] at = new float[6];
            for (PathIterator i = path.getPathIterator(null); !i.isDone(); i.next()) {
                int kind = i.currentSegment(at);
                out.writeByte(kind);
                for (int k = 0; k < numbers(kind); k++) out.writeFloat(at[k]);
            }
        }
        out.writeInt(-1);
        List<Integer> first = all.subList(0, Math.min(MOST_PAIRED, all.size()));
        for (int left : first) {
            for (int right : first) {
                double kerning = font.kerning(left, right);
                if (kerning == 0) continue;
                out.writeInt(left);
                out.writeInt(right);
                out.writeDouble(kerning);
            }
        }
        out.writeInt(-1);
    }

    private static int size(GeneralPath path) {
        int size = 0;
        float[] at = new float[6];
        for (PathIterator i = path.getPathIterator(null); !i.isDone(); i.next())
            size += 1 + numbers(i.currentSegment(at));
        return size;
    }

    private static int numbers(int kind) {
        return switch (kind) {
            case PathIterator.SEG_MOVETO, PathIterator.SEG_LINETO -> 2;
            case PathIterator.SEG_QUADTO -> 4;
            case PathIterator.SEG_CUBICTO -> 6;
            default -> 0;
        };
    }

    static Outlines read(DataInputStream in) throws IOException {
        Outlines outlines = new Outlines();
        outlines.capHeight = in.readDouble();
        int numbers = 0;
        for (int codePoint; (codePoint = in.readInt()) >= 0; ) {
            double advance = in.readDouble();
            int size = Wire.count(in, MOST_NUMBERS);
            if ((numbers += size) > MOST_NUMBERS || outlines.letters.size() > MOST_LETTERS)
                throw new IOException("too large a font");
            outlines.letters.put(codePoint, new Letter(path(in, size), advance));
        }
        for (int left; (left = in.readInt()) >= 0; ) {
            int right = in.readInt();
            if (outlines.pairs.size() > MOST_PAIRED * MOST_PAIRED) throw new IOException("too many pairs");
            outlines.pairs.put(pair(left, right), in.readDouble());
        }
        return outlines;
    }

    private static GeneralPath path(DataInputStream in, int size) throws IOException {
        GeneralPath path = new GeneralPath();
        float[] at = new float[6];
        for (int read = 0; read < size; ) {
            int kind = in.readByte();
            for (int k = 0; k < numbers(kind); k++) at[k] = in.readFloat();
            read += 1 + numbers(kind);
            if (kind != PathIterator.SEG_MOVETO && path.getCurrentPoint() == null) continue;
            switch (kind) {
                case PathIterator.SEG_MOVETO -> path.moveTo(at[0], at[1]);
                case PathIterator.SEG_LINETO -> path.lineTo(at[0], at[1]);
                case PathIterator.SEG_QUADTO -> path.quadTo(at[0], at[1], at[2], at[3]);
                case PathIterator.SEG_CUBICTO -> path.curveTo(at[0], at[1], at[2], at[3], at[4], at[5]);
                default -> path.closePath();
            }
        }
        return path;
    }
}
