package gloaming.media;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.step.Colour;
import java.io.BufferedInputStream;
import java.io.DataInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * Point clouds in files: PLY (ASCII and binary of either order), CSV and XYZ, with colours, normals and columns of other names; at most
 * {@value #MOST} points.
 *
 * <p>Colours of whole numbers to 255 are taken for a screen's levels and become light. A normal is a heading.
 */
public final class CloudFile {
    public static final int MOST = 1_000_000;

    private static final long LARGEST = 256L << 20;
    private static final int LINE = 4_096;
    private static final int MOST_COLUMNS = 64;

    private CloudFile() {}

    /** Whether a file may be one, by its first bytes: a PLY, or plain text of numbers. */
    static boolean looksLikeOne(byte[] head) {
        if (head[0] == 'p' && head[1] == 'l' && head[2] == 'y' && (head[3] == '\n' || head[3] == '\r')) return true;
        for (byte b : head) {
            if (b == 0) break;
            if (b < 9 || b > 126 || b > 13 && b < 32) return false;
        }
        String start = new String(head, StandardCharsets.ISO_8859_1).strip().toLowerCase(Locale.ROOT);
        return start.matches("(?s)([-+.]?\\d|#[^?]|//|\"?x\"?[,;\\s]).*");
    }

    /** Reads a file; {@link Unreadable} with one sentence when it is no cloud, damaged or too large. */
    public static Points read(Path file, String name) throws Unreadable {
        try {
            if (Files.size(file) > LARGEST)
                throw new Unreadable("'" + name + "' is larger than a point cloud may be (256 MB).");
            try (InputStream in = new BufferedInputStream(Files.newInputStream(file), 1 << 16)) {
                String first = line(in);
                if (first != null && first.strip().equals("ply")) return ply(in, name, Files.size(file));
            }
            try (InputStream in = new BufferedInputStream(Files.newInputStream(file), 1 << 16)) {
                return table(in, name);
            }
        } catch (IOException e) {
            throw new Unreadable("'" + name + "' could not be read: " + e.getMessage() + ".");
        }
    }

    private record Property(String name, String type) {}

    private static Points ply(InputStream in, String name, long size) throws IOException, Unreadable {
        String format = "";
        int count = -1;
        List<Property> properties = new ArrayList<>();
        boolean vertex = false;
        for (int lines = 0; ; lines++) {
            String line = line(in);
            if (line == null || lines > 1_000) throw damaged(name, "its header has no end");
            String[] words = line.strip().split("\\s+");
            switch (words[0]) {
                case "format" -> format = words.length > 1 ? words[1] : "";
                case "element" -> {
                    if (count < 0 && !(words.length > 2 && words[1].equals("vertex")))
                        throw new Unreadable(
                                "'" + name + "' begins with something else than its points; save it with the"
                                        + " vertices first.");
                    vertex = words.length > 2 && words[1].equals("vertex");
                    if (vertex) count = whole(words[2], name);
                }
                case "property" -> {
                    if (!vertex) continue;
                    if (words.length != 3) throw damaged(name, "a point has a list, which cannot be read");
                    if (properties.size() == MOST_COLUMNS)
                        throw damaged(name, "a point has more than " + MOST_COLUMNS + " numbers");
                    properties.add(new Property(words[2].toLowerCase(Locale.ROOT), words[1]));
                }
                default -> {}
            }
            if (words[0].equals("end_header")) break;
        }
        if (count < 0) throw damaged(name, "it holds no points");
        limit(count, name);
        // What a header says is believed only as far as there are bytes: of a number as text at least two.
        long least = 0;
        for (Property p : properties) least += format.equals("ascii") ? 2 : size(p.type, name);
        if (least > 0 && count > size / least + 1) throw cut(name, (int) (size / least), count);
        float[][] columns = new float[properties.size()][count];
        if (format.equals("ascii")) {
            for (int i = 0; i < count; i++) {
                String line = line(in);
                String[] words = line == null ? new String[0] : line.strip().split("\\s+");
                if (words.length < columns.length) throw cut(name, i, count);
                for (int c = 0; c < columns.length; c++) columns[c][i] = number(words[c]);
            }
        } else {
            ByteOrder order = switch (format) {
                case "binary_little_endian" -> ByteOrder.LITTLE_ENDIAN;
                case "binary_big_endian" -> ByteOrder.BIG_ENDIAN;
                default -> throw damaged(name, "its format '" + format + "' is none that PLY has");
            };
            byte[] row = new byte[(int) least];
            ByteBuffer buffer = ByteBuffer.wrap(row).order(order);
            DataInputStream data = new DataInputStream(in);
            for (int i = 0; i < count; i++) {
                try {
                    data.readFully(row);
                } catch (EOFException e) {
                    throw cut(name, i, count);
                }
                buffer.clear();
                for (int c = 0; c < columns.length; c++) columns[c][i] = value(buffer, properties.get(c).type);
            }
        }
        List<String> names = properties.stream().map(Property::name).toList();
        boolean[] bytes = new boolean[columns.length];
        for (int c = 0; c < bytes.length; c++) {
            bytes[c] = properties.get(c).type.contains("char")
                    || properties.get(c).type.contains("int8");
        }
        return points(names, columns, bytes, count, name);
    }

    private static Points table(InputStream in, String name) throws IOException, Unreadable {
        List<String> names = null;
        List<float[]> rows = new ArrayList<>();
        int wide = 0;
        int wrong = 0;
        for (String line = line(in); line != null; line = line(in)) {
            String plain = line.strip();
            if (plain.isEmpty() || plain.startsWith("#")) continue;
            String[] words = plain.replaceFirst("^//", "").split("[,;\\s]+");
            // Nothing but commas.
            if (words.length == 0) continue;
            boolean numbers = isNumber(words[0]) && (words.length < 2 || isNumber(words[1]));
            if (!numbers && rows.isEmpty() && names == null) {
                names = new ArrayList<>();
                for (String word : words) names.add(word.replace("\"", "").toLowerCase(Locale.ROOT));
                continue;
            }
            // Some begin with how many there are.
            if (numbers && words.length == 1 && rows.isEmpty()) continue;
            if (!numbers || words.length < 2) {
                if (++wrong > 100) break;
                continue;
            }
            if (rows.isEmpty()) wide = Math.min(words.length, 3 + Points.NAMED);
            float[] row = new float[wide];
            for (int c = 0; c < wide; c++) row[c] = c < words.length ? number(words[c]) : 0;
            rows.add(row);
            limit(rows.size(), name);
        }
        if (rows.isEmpty() || wrong > rows.size())
            throw new Unreadable("'" + name + "' is neither a PLY nor a table of points (x, y, z in columns).");
        if (names == null || names.size() < wide) {
            String[] usual = {"x", "y", "z", "red", "green", "blue"};
            names = new ArrayList<>();
            for (int c = 0; c < wide; c++) names.add(c < usual.length ? usual[c] : "column_" + (c + 1));
        }
        float[][] columns = new float[wide][rows.size()];
        for (int i = 0; i < rows.size(); i++) for (int c = 0; c < wide; c++) columns[c][i] = rows.get(i)[c];
        boolean[] bytes = new boolean[wide];
        for (int c = 0; c < wide; c++) for (float value : columns[c]) bytes[c] |= value > 1.5f;
        return points(names, columns, bytes, rows.size(), name);
    }

    private static Points points(List<String> names, float[][] columns, boolean[] bytes, int count, String name)
            throws Unreadable {
        Points points = new Points().n(count);
        boolean placed = false;
        // One of them above 1 tells how all three are meant.
        boolean levels = false;
        for (int c = 0; c < columns.length; c++) levels |= bytes[c] && colour(names.get(c)) != null;
        for (int c = 0; c < columns.length; c++) {
            Attribute colour = colour(names.get(c));
            Attribute attribute = colour != null ? colour : attribute(names.get(c));
            placed |= attribute == Attribute.X;
            if (attribute == null) {
                String own = names.get(c).replaceAll("[^a-z0-9_]", "_");
                if (points.named() < Points.NAMED / 2 && own.matches("[a-z].*")) points.put(own, Column.of(columns[c]));
                continue;
            }
            float[] into = points.column(attribute).length(Math.max(1, count)).values;
            for (int i = 0; i < count; i++) {
                float value = columns[c][i];
                if (colour != null && levels) {
                    value /= 255;
                    if (attribute != Attribute.ALPHA) value = (float) Colour.toLinear(Math.clamp(value, 0f, 1f));
                }
                into[i] = value;
            }
        }
        if (!placed) throw damaged(name, "its points have no x");
        float[] id = points.column(Attribute.ID).length(Math.max(1, count)).values;
        for (int i = 0; i < count; i++) id[i] = i;
        return points;
    }

    private static Attribute colour(String name) {
        return switch (name) {
            case "red", "r", "diffuse_red" -> Attribute.RED;
            case "green", "g", "diffuse_green" -> Attribute.GREEN;
            case "blue", "b", "diffuse_blue" -> Attribute.BLUE;
            case "alpha", "a" -> Attribute.ALPHA;
            default -> null;
        };
    }

    private static Attribute attribute(String name) {
        return switch (name) {
            case "nx" -> Attribute.HX;
            case "ny" -> Attribute.HY;
            case "nz" -> Attribute.HZ;
            default -> Attribute.named(name);
        };
    }

    /** Writes points as a binary PLY: places, velocities, headings, sizes, colours as light, and named columns, all as floats. */
    public static void write(Points points, OutputStream out) throws IOException {
        List<String> names = new ArrayList<>();
        List<Column> columns = new ArrayList<>();
        for (Attribute attribute : Attribute.values()) {
            names.add(
                    switch (attribute) {
                        case HX -> "nx";
                        case HY -> "ny";
                        case HZ -> "nz";
                        default -> attribute.id();
                    });
            columns.add(points.column(attribute));
        }
        for (int k = 0; k < points.named(); k++) {
            if (points.name(k).startsWith(".")) continue;
            names.add(points.name(k).replace(' ', '_'));
            columns.add(points.named(k));
        }
        StringBuilder head = new StringBuilder("ply\nformat binary_little_endian 1.0\ncomment colours are light\n");
        head.append("element vertex ").append(points.n()).append('\n');
        for (String name : names) head.append("property float ").append(name).append('\n');
        out.write(head.append("end_header\n").toString().getBytes(StandardCharsets.US_ASCII));
        ByteBuffer row = ByteBuffer.allocate(4 * names.size()).order(ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i < points.n(); i++) {
            row.clear();
            for (Column column : columns) row.putFloat(column.at(i));
            out.write(row.array());
        }
    }

    private static int size(String type, String name) throws Unreadable {
        try {
            return size(type);
        } catch (IOException e) {
            throw damaged(name, "'" + type + "' is no type that PLY has");
        }
    }

    /** Bytes of a number of a type that PLY has. */
    static int size(String type) throws IOException {
        return switch (type) {
            case "char", "uchar", "int8", "uint8" -> 1;
            case "short", "ushort", "int16", "uint16" -> 2;
            case "int", "uint", "int32", "uint32", "float", "float32" -> 4;
            case "double", "float64" -> 8;
            default -> throw new IOException("no type that PLY has");
        };
    }

    static float value(ByteBuffer in, String type) {
        return switch (type) {
            case "char", "int8" -> in.get();
            case "uchar", "uint8" -> in.get() & 255;
            case "short", "int16" -> in.getShort();
            case "ushort", "uint16" -> in.getShort() & 65_535;
            case "int", "int32" -> in.getInt();
            case "uint", "uint32" -> in.getInt() & 0xFFFFFFFFL;
            case "double", "float64" -> (float) in.getDouble();
            default -> in.getFloat();
        };
    }

    static String line(InputStream in) throws IOException {
        StringBuilder line = new StringBuilder();
        for (int b = in.read(); ; b = in.read()) {
            if (b < 0) return line.isEmpty() ? null : line.toString();
            if (b == '\n') return line.toString();
            if (b != '\r' && line.length() < LINE) line.append((char) b);
        }
    }

    private static boolean isNumber(String word) {
        return word.matches("[-+]?(\\d+\\.?\\d*|\\.\\d+)([eE][-+]?\\d+)?|(?i)nan");
    }

    private static float number(String word) {
        try {
            return Float.parseFloat(word);
        } catch (NumberFormatException e) {
            return Float.NaN;
        }
    }

    private static int whole(String word, String name) throws Unreadable {
        try {
            int count = Integer.parseInt(word);
            if (count < 0) throw damaged(name, "it says it has " + count + " points");
            return count;
        } catch (NumberFormatException e) {
            throw damaged(name, "'" + word + "' is no number of points");
        }
    }

    private static void limit(int count, String name) throws Unreadable {
        if (count > MOST)
            throw new Unreadable("'" + name + "' has more than " + MOST + " points; thin it out and bring it again.");
    }

    private static Unreadable cut(String name, int had, int said) {
        return new Unreadable(
                "'" + name + "' is cut off: it says it has " + said + " points and holds " + had + ". Copy it again.");
    }

    private static Unreadable damaged(String name, String why) {
        return new Unreadable("'" + name + "' is damaged: " + why + ".");
    }
}
