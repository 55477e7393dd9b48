package gloaming.media;

import gloaming.flow.Shape;
import java.io.BufferedReader;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;

/** STL, as numbers or as text: triangles and nothing else; z points up in most of them, which the step can turn. */
final class StlModels {
    private StlModels() {}

    static Shape binary(InputStream in, long size) throws IOException {
        in.skipNBytes(80);
        int triangles =
                ByteBuffer.wrap(in.readNBytes(4)).order(ByteOrder.LITTLE_ENDIAN).getInt();
        if (triangles < 0 || triangles > Shape.MOST || size < 84 + 50L * triangles) throw new EOFException();
        Shape out = new Shape();
        float[] p = new float[9];
        for (int t = 0; t < triangles; t++) {
            byte[] one = in.readNBytes(50);
            if (one.length < 50) throw new EOFException();
            ByteBuffer numbers =
                    ByteBuffer.wrap(one).order(ByteOrder.LITTLE_ENDIAN).position(12);
            for (int k = 0; k < 9; k++) p[k] = numbers.getFloat();
            add(out, p);
        }
        return out;
    }

    static Shape text(InputStream in) throws IOException {
        Shape out = new Shape();
        float[] p = new float[9];
        int at = 0;
        BufferedReader lines = new BufferedReader(new InputStreamReader(in, StandardCharsets.ISO_8859_1));
        for (String line = lines.readLine(); line != null; line = lines.readLine()) {
            String[] words = line.strip().split("\\s+");
            if (words.length < 4 || !words[0].equalsIgnoreCase("vertex")) continue;
            for (int k = 1; k <= 3; k++) p[at++] = Float.parseFloat(words[k]);
            if (at < 9) continue;
            add(out, p);
            at = 0;
        }
        return out;
    }

    /** Each triangle with a normal of its own: where two meet there is an edge. */
    private static void add(Shape out, float[] p) {
        double ux = p[3] - p[0];
        double uy = p[4] - p[1];
        double uz = p[5] - p[2];
        double vx = p[6] - p[0];
        double vy = p[7] - p[1];
        double vz = p[8] - p[2];
        double x = uy * vz - uz * vy;
        double y = uz * vx - ux * vz;
        double z = ux * vy - uy * vx;
        double length = Math.sqrt(x * x + y * y + z * z);
        double over = length > 0 ? 1 / length : 0;
        int first = out.corners();
        for (int k = 0; k < 3; k++)
            out.corner(p[3 * k], p[3 * k + 1], p[3 * k + 2], x * over, y * over, z * over, 0, 0);
        out.triangle(first, first + 1, first + 2);
    }
}
