package gloaming.media;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.flow.Shape;
import gloaming.library.Cut;
import gloaming.library.Fit;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;

/** How requests and results travel between {@link Apart} and {@link WorkerReading}. What arrives is bounded before room is made for it. */
final class Wire {
    /** What can be asked for. */
    enum Ask {
        FACTS,
        STILL,
        JPEG,
        SOUND,
        CLOUD,
        MODEL,
        LETTERS,
        OPEN,
        NEXT,
        SEEK,
        LAY,
        SCULPTURE
    }

    /** What came of it. */
    enum Answer {
        DONE,
        NOTHING,
        UNREADABLE
    }

    private static final int LARGEST_PREVIEW = 1 << 20;
    private static final int LARGEST_JPEG = 2 << 20;

    private static final int CHUNK = 1 << 16;

    private Wire() {}

    static int count(DataInputStream in, int most) throws IOException {
        int count = in.readInt();
        if (count < 0 || count > most) throw new IOException("a count of " + count);
        return count;
    }

    static void bytes(DataOutputStream out, byte[] bytes) throws IOException {
        out.writeInt(bytes == null ? 0 : bytes.length);
        if (bytes != null) out.write(bytes);
    }

    static byte[] jpeg(DataInputStream in) throws IOException {
        return bytes(in, LARGEST_JPEG);
    }

    private static byte[] bytes(DataInputStream in, int most) throws IOException {
        byte[] bytes = new byte[count(in, most)];
        in.readFully(bytes);
        return bytes;
    }

    static void floats(DataOutputStream out, float[] values, int count) throws IOException {
        byte[] chunk = new byte[CHUNK];
        for (int at = 0; at < count; at += CHUNK / 4) {
            int n = Math.min(CHUNK / 4, count - at);
            ByteBuffer.wrap(chunk).asFloatBuffer().put(values, at, n);
            out.write(chunk, 0, 4 * n);
        }
    }

    static void floats(DataInputStream in, float[] into, int count) throws IOException {
        byte[] chunk = new byte[CHUNK];
        for (int at = 0; at < count; at += CHUNK / 4) {
            int n = Math.min(CHUNK / 4, count - at);
            in.readFully(chunk, 0, 4 * n);
            ByteBuffer.wrap(chunk).asFloatBuffer().get(into, at, n);
        }
    }

    static void shorts(DataOutputStream out, short[] values, int count) throws IOException {
        byte[] chunk = new byte[CHUNK];
        for (int at = 0; at < count; at += CHUNK / 2) {
            int n = Math.min(CHUNK / 2, count - at);
            ByteBuffer.wrap(chunk).asShortBuffer().put(values, at, n);
            out.write(chunk, 0, 2 * n);
        }
    }

    static void shorts(DataInputStream in, short[] into, int count) throws IOException {
        byte[] chunk = new byte[CHUNK];
        for (int at = 0; at < count; at += CHUNK / 2) {
            int n = Math.min(CHUNK / 2, count - at);
            in.readFully(chunk, 0, 2 * n);
            ByteBuffer.wrap(chunk).asShortBuffer().get(into, at, n);
        }
    }

    static void cut(DataOutputStream out, Cut cut) throws IOException {
        out.writeInt(cut.width());
        out.writeInt(cut.height());
        out.writeDouble(cut.scale());
        out.writeUTF(cut.fit().name());
    }

    static Cut cut(DataInputStream in) throws IOException {
        return new Cut(in.readInt(), in.readInt(), in.readDouble(), Fit.valueOf(in.readUTF()));
    }

    static void facts(DataOutputStream out, Facts facts) throws IOException {
        out.writeUTF(facts.kind().name());
        out.writeInt(facts.width());
        out.writeInt(facts.height());
        out.writeInt(facts.frames());
        out.writeDouble(facts.rate());
        out.writeDouble(facts.seconds());
        out.writeBoolean(facts.alpha());
        out.writeUTF(facts.coding());
        bytes(out, facts.preview());
    }

    static Facts facts(DataInputStream in) throws IOException {
        return new Facts(
                Facts.Kind.valueOf(in.readUTF()),
                in.readInt(),
                in.readInt(),
                in.readInt(),
                in.readDouble(),
                in.readDouble(),
                in.readBoolean(),
                in.readUTF(),
                filled(bytes(in, LARGEST_PREVIEW)));
    }

    private static byte[] filled(byte[] bytes) {
        return bytes.length == 0 ? null : bytes;
    }

    static void picture(DataOutputStream out, Picture picture) throws IOException {
        out.writeInt(picture.width);
        out.writeInt(picture.height);
        for (int c = 0; c < 4; c++) floats(out, picture.plane(c), picture.pixels());
    }

    static Picture picture(DataInputStream in, Cut cut) throws IOException {
        if (in.readInt() != cut.width() || in.readInt() != cut.height())
            throw new IOException("a picture of another size");
        Picture picture = new Picture(cut.width(), cut.height());
        for (int c = 0; c < 4; c++) floats(in, picture.plane(c), picture.pixels());
        picture.stands();
        return picture;
    }

    static void points(DataOutputStream out, Points points) throws IOException {
        out.writeInt(points.n());
        for (Attribute attribute : Attribute.values()) column(out, points.column(attribute));
        out.writeInt(points.named());
        for (int i = 0; i < points.named(); i++) {
            out.writeUTF(points.name(i));
            column(out, points.named(i));
        }
    }

    private static void column(DataOutputStream out, Column column) throws IOException {
        out.writeInt(column.length());
        floats(out, column.values, column.length());
    }

    static Points points(DataInputStream in) throws IOException {
        Points points = new Points().n(count(in, CloudFile.MOST));
        for (Attribute attribute : Attribute.values()) column(in, points.column(attribute));
        int named = count(in, Points.NAMED);
        for (int i = 0; i < named; i++) {
            String name = in.readUTF();
            Column column = new Column(1);
            column(in, column);
            points.put(name, column);
        }
        return points;
    }

    private static void column(DataInputStream in, Column column) throws IOException {
        int length = count(in, CloudFile.MOST);
        column.length(length);
        floats(in, column.values, length);
    }

    static void shape(DataOutputStream out, Shape shape) throws IOException {
        out.writeInt(shape.corners());
        out.writeInt(shape.triangles());
        out.writeBoolean(shape.coloured());
        out.writeInt(shape.numbers());
        for (int k = 0; k < shape.numbers(); k++) out.writeUTF(shape.numberName(k));
        for (float[] column : columns(shape)) floats(out, column, shape.corners());
        for (int i = 0; i < 3 * shape.triangles(); i++) out.writeInt(shape.of()[i]);
    }

    private static List<float[]> columns(Shape s) {
        List<float[]> columns = new ArrayList<>(List.of(s.x(), s.y(), s.z(), s.nx(), s.ny(), s.nz(), s.u(), s.v()));
        if (s.coloured()) columns.addAll(List.of(s.red(), s.green(), s.blue()));
        for (int k = 0; k < s.numbers(); k++) columns.add(s.number(s.numberName(k)));
        return columns;
    }

    static Shape shape(DataInputStream in) throws IOException {
        Shape shape = new Shape();
        int corners = count(in, 3 * Shape.MOST);
        int triangles = count(in, Shape.MOST);
        if (in.readBoolean()) shape.colours();
        for (int k = count(in, Shape.NAMED); k > 0; k--) shape.give(in.readUTF());
        shape.size(corners, triangles);
        for (float[] column : columns(shape)) floats(in, column, corners);
        for (int i = 0; i < 3 * triangles; i++) shape.of()[i] = count(in, Math.max(0, corners - 1));
        return shape.done();
    }

    static void laid(DataOutputStream out, Laid laid) throws IOException {
        out.writeByte(laid.depth);
        out.writeBoolean(laid.alpha);
        out.writeInt(laid.x);
        out.writeInt(laid.y);
        out.writeInt(laid.width);
        out.writeInt(laid.height);
        int size = 4 * laid.width * laid.height;
        switch (laid.depth) {
            case 1 -> out.write(laid.bytes, 0, size);
            case 2 -> shorts(out, laid.shorts, size);
            default -> floats(out, laid.floats, size);
        }
    }

    /** Takes a laid picture in; one that does not lie within the cut is none. */
    static void laid(DataInputStream in, Cut cut, Laid into) throws IOException {
        int depth = in.readByte();
        into.alpha = in.readBoolean();
        into.x = in.readInt();
        into.y = in.readInt();
        int width = in.readInt();
        int height = in.readInt();
        boolean within = into.x >= 0
                && into.y >= 0
                && width >= 0
                && height >= 0
                && (long) into.x + width <= cut.width()
                && (long) into.y + height <= cut.height();
        if (!within || depth != 1 && depth != 2 && depth != 4) throw new IOException("a picture of another size");
        into.size(width, height, depth);
        int size = 4 * width * height;
        switch (depth) {
            case 1 -> in.readFully(into.bytes, 0, size);
            case 2 -> shorts(in, into.shorts, size);
            default -> floats(in, into.floats, size);
        }
    }
}
