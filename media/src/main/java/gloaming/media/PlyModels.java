package gloaming.media;

import gloaming.flow.Shape;
import java.io.BufferedInputStream;
import java.io.DataInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** PLY with faces: their corners with colours and texture places, cut into triangles. */
final class PlyModels {
    private static final int FACE = 64;
    private static final int COLUMNS = 64;

    private PlyModels() {}

    /** A number of an element, or a list of them where {@code counted} tells how its length is stored. */
    private record Property(String name, String type, String counted) {}

    private record Element(String name, long count, List<Property> properties) {}

    /** Whether a header tells of faces and not of points alone. */
    static boolean hasFaces(String head) {
        return head.matches("(?s)ply\\s.*\\belement\\s+face\\s+0*[1-9].*");
    }

    static Shape read(InputStream raw, long size) throws IOException {
        InputStream in = new BufferedInputStream(raw);
        List<Element> elements = new ArrayList<>();
        String format = "";
        for (int lines = 0; ; lines++) {
            String line = CloudFile.line(in);
            if (line == null || lines > 1_000) throw new EOFException();
            String[] w = line.strip().split("\\s+");
            if (w[0].equals("format")) format = w[1];
            else if (w[0].equals("element")) {
                long count = Long.parseLong(w[2]);
                // Of each there is a byte at least.
                if (count < 0 || count > size) throw new EOFException();
                elements.add(new Element(w[1], count, new ArrayList<>()));
            } else if (w[0].equals("property")) {
                List<Property> own = elements.getLast().properties;
                if (own.size() == COLUMNS) throw new IOException("too many properties");
                boolean list = w[1].equals("list");
                own.add(new Property(w[list ? 4 : 2].toLowerCase(Locale.ROOT), w[list ? 3 : 1], list ? w[2] : null));
            } else if (w[0].equals("end_header")) break;
        }
        Numbers numbers = switch (format) {
            case "ascii" -> new Text(in);
            case "binary_little_endian" -> new Bytes(in, ByteOrder.LITTLE_ENDIAN);
            case "binary_big_endian" -> new Bytes(in, ByteOrder.BIG_ENDIAN);
            default -> throw new IOException("no format that PLY has");
        };
        Shape out = new Shape();
        boolean normals = false;
        for (Element element : elements) {
            if (element.name.equals("vertex")) normals = corners(element, numbers, out);
            else if (element.name.equals("face")) faces(element, numbers, out);
            else for (long i = 0; i < element.count; i++) for (Property p : element.properties) skip(p, numbers);
        }
        return normals ? out : out.smooth();
    }

    private static boolean corners(Element element, Numbers numbers, Shape out) throws IOException {
        List<String> names = element.properties.stream().map(Property::name).toList();
        int red = names.indexOf("red");
        boolean levels = red >= 0 && element.properties.get(red).type.matches("uchar|uint8");
        if (red >= 0) out.colours();
        float[] is = new float[names.size()];
        for (long i = 0; i < element.count; i++) {
            if (out.corners() > 3 * Shape.MOST) throw new IOException("too many corners");
            for (int k = 0; k < is.length; k++) is[k] = number(element.properties.get(k), numbers);
            int c = out.corner(
                    of(is, names, 0, "x"),
                    of(is, names, 0, "y"),
                    of(is, names, 0, "z"),
                    of(is, names, 0, "nx"),
                    of(is, names, 1, "ny"),
                    of(is, names, 0, "nz"),
                    of(is, names, 0, "u", "s", "texture_u"),
                    of(is, names, 0, "v", "t", "texture_v"));
            if (red < 0) continue;
            out.red()[c] = light(is[red], levels);
            out.green()[c] = light(of(is, names, 0, "green"), levels);
            out.blue()[c] = light(of(is, names, 0, "blue"), levels);
        }
        return names.contains("nx");
    }

    private static float light(float value, boolean levels) {
        return levels ? (float) gloaming.step.Colour.toLinear(Math.clamp(value / 255, 0f, 1f)) : value;
    }

    private static float of(float[] is, List<String> names, float otherwise, String... called) {
        for (String name : called) {
            int at = names.indexOf(name);
            if (at >= 0) return is[at];
        }
        return otherwise;
    }

    private static void faces(Element element, Numbers numbers, Shape out) throws IOException {
        int[] of = new int[FACE];
        for (long i = 0; i < element.count; i++) {
            for (Property p : element.properties) {
                if (p.counted == null || !p.name.startsWith("vertex_ind")) {
                    skip(p, numbers);
                    continue;
                }
                int n = (int) numbers.next(p.counted);
                if (n < 0 || n > FACE) throw new IOException("a face of too many corners");
                for (int k = 0; k < n; k++) {
                    of[k] = (int) numbers.next(p.type);
                    if (of[k] < 0 || of[k] >= out.corners()) throw new IOException("a corner that is not there");
                }
                for (int k = 2; k < n; k++) out.triangle(of[0], of[k - 1], of[k]);
                if (out.triangles() > Shape.MOST) throw new IOException("too many faces");
            }
        }
    }

    private static float number(Property p, Numbers numbers) throws IOException {
        if (p.counted == null) return numbers.next(p.type);
        skip(p, numbers);
        return 0;
    }

    private static void skip(Property p, Numbers numbers) throws IOException {
        for (int n = p.counted == null ? 1 : (int) numbers.next(p.counted); n > 0; n--) numbers.next(p.type);
    }

    /** Numbers one after another. */
    private interface Numbers {
        float next(String type) throws IOException;
    }

    private static final class Text implements Numbers {
        private final InputStream in;
        private String[] words = {};
        private int at;

        Text(InputStream in) {
            this.in = in;
        }

        @Override
        public float next(String type) throws IOException {
            while (at == words.length) {
                String line = CloudFile.line(in);
                if (line == null) throw new EOFException();
                words = line.isBlank() ? new String[0] : line.strip().split("\\s+");
                at = 0;
            }
            return Float.parseFloat(words[at++]);
        }
    }

    private static final class Bytes implements Numbers {
        private final DataInputStream in;
        private final ByteBuffer one;

        Bytes(InputStream in, ByteOrder order) {
            this.in = new DataInputStream(in);
            one = ByteBuffer.allocate(8).order(order);
        }

        @Override
        public float next(String type) throws IOException {
            in.readFully(one.array(), 0, CloudFile.size(type));
            return CloudFile.value(one.clear(), type);
        }
    }
}
