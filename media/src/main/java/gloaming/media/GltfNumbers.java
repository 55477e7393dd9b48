package gloaming.media;

import de.javagl.jgltf.impl.v2.GlTF;
import de.javagl.jgltf.model.AccessorByteData;
import de.javagl.jgltf.model.AccessorData;
import de.javagl.jgltf.model.AccessorFloatData;
import de.javagl.jgltf.model.AccessorIntData;
import de.javagl.jgltf.model.AccessorModel;
import de.javagl.jgltf.model.AccessorShortData;
import de.javagl.jgltf.model.GltfModel;
import de.javagl.jgltf.model.io.GltfAsset;
import de.javagl.jgltf.model.io.GltfAssetReader;
import de.javagl.jgltf.model.io.GltfReference;
import gloaming.flow.Shape;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
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
            if (bytes != null)
                reference.getTarget().accept(ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN));
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

    /** All numbers of an accessor one after another, {@code n} a place; {@link IllegalArgumentException} for more than {@code most}. */
    static float[] all(AccessorModel accessor, int n, int most) {
        if (accessor == null) return new float[0];
        if ((long) accessor.getCount() * n > most) throw new IllegalArgumentException("too many numbers");
        float[] all = new float[accessor.getCount() * n];
        for (int i = 0; i < all.length; i++) all[i] = value(accessor, i / n, i % n);
        return all;
    }
}
