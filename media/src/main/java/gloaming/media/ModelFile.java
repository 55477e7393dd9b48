package gloaming.media;

import gloaming.flow.Shape;
import gloaming.library.Sculpture;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;

/**
 * Models in files: glTF 2.0 (.glb, or .gltf with everything inside it), OBJ and STL; at most {@value gloaming.flow.Shape#MOST} triangles.
 *
 * <p>What a file refers to outside itself is not looked for.
 */
public final class ModelFile {
    private static final long LARGEST = 256L << 20;

    private ModelFile() {}

    /** Whether a file may be one, by its first bytes and its size. */
    static boolean looksLikeOne(byte[] head, long size) {
        return !kind(head, size).isEmpty();
    }

    /** How it is coded, or an empty word. */
    private static String kind(byte[] head, long size) {
        String start = new String(head, StandardCharsets.ISO_8859_1);
        if (start.startsWith("glTF")) return "glb";
        String text = start.stripLeading().toLowerCase(Locale.ROOT);
        if (text.startsWith("{") && text.contains("\"asset\"")) return "gltf";
        if (text.startsWith("{")
                && text.matches("(?s)\\{\\s*\"(scenes?|nodes|meshes|buffers|bufferviews|accessors|materials)\".*"))
            return "gltf";
        if (head.length >= 84) {
            long triangles =
                    (head[80] & 255L) | (head[81] & 255L) << 8 | (head[82] & 255L) << 16 | (head[83] & 255L) << 24;
            if (triangles > 0 && size == 84 + 50 * triangles) return "stl";
        }
        if (text.startsWith("solid") && text.contains("facet")) return "stl text";
        if (text.matches("(?s)(#[^\\n]*\\n\\s*)*(mtllib|usemtl|o |g |s |v -?[\\d.]|vn |vt ).*")) return "obj";
        return "";
    }

    /** Reads a file whole, with its stuffs and movements; {@link Unreadable} as {@link #read} has it. */
    public static Sculpture sculpture(Path file, String name) throws Unreadable {
        try {
            byte[] head;
            try (InputStream in = Files.newInputStream(file)) {
                head = in.readNBytes(Facts.HEAD);
            }
            String kind = kind(head, Files.size(file));
            if (!kind.startsWith("gl")) return Sculpture.of(read(file, name));
            if (Files.size(file) > LARGEST)
                throw new Unreadable("'" + name + "' is larger than a model may be (256 MB).");
            try (InputStream in = new BufferedInputStream(Files.newInputStream(file), 1 << 16)) {
                Sculpture model = GltfSculptures.read(in, name);
                if (model.parts().isEmpty()) throw new Unreadable("'" + name + "' has no triangles.");
                return model;
            }
        } catch (IOException | RuntimeException | StackOverflowError e) {
            throw new Unreadable("'" + name + "' is damaged or cut off, so its model cannot be read.");
        }
    }

    /** Reads a file; {@link Unreadable} with one sentence when it is no model, damaged or too large. */
    public static Shape read(Path file, String name) throws Unreadable {
        try {
            long size = Files.size(file);
            if (size > LARGEST) throw new Unreadable("'" + name + "' is larger than a model may be (256 MB).");
            byte[] head;
            try (InputStream in = Files.newInputStream(file)) {
                head = in.readNBytes(Facts.HEAD);
            }
            Shape shape;
            try (InputStream in = new BufferedInputStream(Files.newInputStream(file), 1 << 16)) {
                shape = switch (kind(head, size)) {
                    case "glb", "gltf" -> GltfModels.read(in, name);
                    case "obj" -> ObjModels.read(in);
                    case "stl" -> StlModels.binary(in, size);
                    case "stl text" -> StlModels.text(in);
                    default ->
                        throw new Unreadable("'" + name + "' is no model that can be read: glTF, OBJ and STL can.");
                };
            }
            if (shape.triangles() == 0) throw new Unreadable("'" + name + "' has no triangles.");
            return shape.done();
        } catch (IOException | RuntimeException | StackOverflowError e) {
            throw new Unreadable("'" + name + "' is damaged or cut off, so its model cannot be read.");
        }
    }
}
