package gloaming.media;

import de.javagl.jgltf.impl.v2.GlTF;
import de.javagl.jgltf.model.AccessorByteData;
import de.javagl.jgltf.model.AccessorData;
import de.javagl.jgltf.model.AccessorFloatData;
import de.javagl.jgltf.model.AccessorIntData;
import de.javagl.jgltf.model.AccessorModel;
import de.javagl.jgltf.model.AccessorShortData;
import de.javagl.jgltf.model.GltfModel;
import de.javagl.jgltf.model.MeshPrimitiveModel;
import de.javagl.jgltf.model.io.GltfAsset;
import de.javagl.jgltf.model.io.GltfAssetReader;
import de.javagl.jgltf.model.io.GltfReference;
import gloaming.flow.Shape;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.logging.Level;
import java.util.logging.Logger;

/** Numbers of glTF, however they are stored. */
final class GltfNumbers {
    /** The library tells of every oddity by itself; here one sentence is enough. Held, since loggers are forgotten otherwise. */
    private static final Logger TELLS = Logger.getLogger("de.javagl");

    static {
        TELLS.setLevel(Level.OFF);
    }

    private GltfNumbers() {}

    /** A model, and as the file has it where it is one of version 2. */
    record Loaded(GltfModel model, GlTF raw) {}

    /** What a file holds, with what it refers to as far as that lies beside it. */
    static Loaded model(ModelFolder folder) throws IOException {
        GltfAsset asset;
        try (InputStream in = folder.open()) {
            asset = new GltfAssetReader().readWithoutReferences(in);
        }
        for (GltfReference reference : asset.getReferences()) {
            byte[] bytes = folder.beside(reference.getUri());
            // A picture that is missing costs itself alone; numbers that are missing are found out below.
            ByteBuffer data = ByteBuffer.wrap(bytes == null ? new byte[0] : bytes);
            reference.getTarget().accept(data.order(ByteOrder.LITTLE_ENDIAN));
        }
        return new Loaded(
                de.javagl.jgltf.model.GltfModels.create(asset), asset.getGltf() instanceof GlTF two ? two : null);
    }

    static int index(AccessorModel indices, int i, Shape own) {
        int at = indices == null ? i : whole(indices.getAccessorData(), i);
        if (at < 0 || at >= own.corners()) throw new IllegalArgumentException("a corner that is not there");
        return at;
    }

    static int whole(AccessorData data, int i) {
        return switch (data) {
            case AccessorIntData ints -> ints.get(i);
            case AccessorShortData shorts -> shorts.get(i) & 0xFFFF;
            case AccessorByteData bytes -> bytes.get(i) & 0xFF;
            default -> throw new IllegalArgumentException("indices that are no whole numbers");
        };
    }

    static float value(AccessorModel accessor, int i, int k) {
        return switch (accessor.getAccessorData()) {
            case AccessorFloatData floats -> floats.get(i, k);
            case AccessorShortData shorts ->
                shorts.isUnsigned() ? (shorts.get(i, k) & 0xFFFF) / 65_535f : Math.max(-1, shorts.get(i, k) / 32_767f);
            case AccessorByteData bytes ->
                bytes.isUnsigned() ? (bytes.get(i, k) & 0xFF) / 255f : Math.max(-1, bytes.get(i, k) / 127f);
            default -> throw new IllegalArgumentException("numbers of a kind that is not known");
        };
    }

    /**
     * Gives the corners of a part, which begin at {@code first}, what the file has of them beside what every shape has: the second set of texture
     * places, and numbers of its own, whose names begin with _ there.
     */
    static void named(MeshPrimitiveModel part, Shape shape, int first) {
        for (Map.Entry<String, AccessorModel> entry : new TreeMap<>(part.getAttributes()).entrySet()) {
            AccessorModel numbers = entry.getValue();
            int n = Math.min(numbers.getCount(), shape.corners() - first);
            if (entry.getKey().equals("TEXCOORD_1")) {
                column(shape, Shape.SECOND_U, numbers, 0, first, n);
                float[] up = column(shape, Shape.SECOND_V, numbers, 1, first, n);
                if (up != null) for (int i = first; i < first + n; i++) up[i] = 1 - up[i];
            }
            String name = entry.getKey().toLowerCase(Locale.ROOT);
            if (!name.startsWith("_")) continue;
            int many = numbers.getElementType().getNumComponents();
            for (int k = 0; k < many && many <= 4; k++)
                column(shape, name.substring(1) + (many == 1 ? "" : "_" + "xyzw".charAt(k)), numbers, k, first, n);
        }
    }

    private static float[] column(Shape shape, String name, AccessorModel numbers, int k, int first, int n) {
        boolean room = shape.number(name) != null || shape.numbers() < Shape.NAMED;
        if (!room || !name.matches("[a-z][a-z0-9_]{0,39}")) return null;
        float[] column = shape.give(name);
        for (int i = 0; i < n; i++) column[first + i] = value(numbers, i, k);
        return column;
    }

    /** All numbers of an accessor one after another, {@code n} a place; {@link IllegalArgumentException} for more than {@code most}. */
    static float[] all(AccessorModel accessor, int n, int most) {
        if (accessor == null) return new float[0];
        if ((long) accessor.getCount() * n > most) throw new IllegalArgumentException("too many numbers");
        float[] all = new float[accessor.getCount() * n];
        for (int i = 0; i < all.length; i++) all[i] = value(accessor, i / n, i % n);
        return all;
    }
}
