package gloaming.media;

import de.javagl.jgltf.model.NodeModel;

/** How a node of glTF lies at rest, as a place, a turn and a size, also where the file gives a matrix. */
final class GltfRest {
    private GltfRest() {}

    static void write(NodeModel node, float[] rest, int at) {
        rest[at + 6] = rest[at + 7] = rest[at + 8] = rest[at + 9] = 1;
        float[] m = node.getMatrix();
        if (m != null) {
            matrix(m, rest, at);
            return;
        }
        put(node.getTranslation(), rest, at, 3);
        put(node.getRotation(), rest, at + 3, 4);
        put(node.getScale(), rest, at + 7, 3);
    }

    private static void put(float[] given, float[] rest, int at, int n) {
        if (given == null) return;
        for (int i = 0; i < Math.min(n, given.length); i++) if (Math.abs(given[i]) < 1e9f) rest[at + i] = given[i];
    }

    private static void matrix(float[] m, float[] rest, int at) {
        for (int k = 0; k < 3; k++) rest[at + k] = m[12 + k];
        double[] r = new double[9];
        double det = m[0] * (m[5] * m[10] - m[9] * m[6])
                - m[4] * (m[1] * m[10] - m[9] * m[2])
                + m[8] * (m[1] * m[6] - m[5] * m[2]);
        for (int c = 0; c < 3; c++) {
            double length =
                    Math.sqrt(m[4 * c] * m[4 * c] + m[4 * c + 1] * m[4 * c + 1] + (double) m[4 * c + 2] * m[4 * c + 2]);
            // A mirrored one is mirrored across.
            if (c == 0 && det < 0) length = -length;
            rest[at + 7 + c] = (float) length;
            for (int k = 0; k < 3; k++)
                r[3 * k + c] = Math.abs(length) < 1e-12 ? (k == c ? 1 : 0) : m[4 * c + k] / length;
        }
        // A turn as four numbers (Shepperd 1978).
        double trace = r[0] + r[4] + r[8];
        double[] q = new double[4];
        if (trace > 0) {
            double s = 2 * Math.sqrt(1 + trace);
            q[3] = s / 4;
            q[0] = (r[7] - r[5]) / s;
            q[1] = (r[2] - r[6]) / s;
            q[2] = (r[3] - r[1]) / s;
        } else {
            int i = r[0] > r[4] && r[0] > r[8] ? 0 : r[4] > r[8] ? 1 : 2;
            int j = (i + 1) % 3;
            int k = (i + 2) % 3;
            double s = 2 * Math.sqrt(Math.max(1e-12, 1 + r[4 * i] - r[4 * j] - r[4 * k]));
            q[i] = s / 4;
            q[3] = (r[3 * k + j] - r[3 * j + k]) / s;
            q[j] = (r[3 * j + i] + r[3 * i + j]) / s;
            q[k] = (r[3 * k + i] + r[3 * i + k]) / s;
        }
        for (int i = 0; i < 4; i++) rest[at + 3 + i] = (float) q[i];
    }
}
