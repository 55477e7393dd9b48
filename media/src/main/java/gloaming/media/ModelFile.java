package gloaming.media;

import gloaming.flow.Shape;
import gloaming.library.Sculpture;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Locale;

/**
 * Models in files: glTF 2.0 (.glb and .gltf), OBJ with MTL, PLY with faces and STL; at most {@value gloaming.flow.Shape#MOST} triangles.
 *
 * <p>A ZIP may hold a model with all that it refers to. What a file refers to outside itself and its ZIP is not looked for.
 */
public final class ModelFile {
    private ModelFile() {}

    /** Whether a file may be one, by its first bytes and its size. */
    static boolean looksLikeOne(byte[] head, long size) {
        return !kind(head, size).isEmpty();
    }

    /** How it is coded, or an empty word. */
    static String kind(byte[] head, long size) {
        String start = new String(head, StandardCharsets.ISO_8859_1);
        if (start.startsWith("glTF")) return "glb";
        if (start.startsWith("PK\3\4")) return "zip";
        if (PlyModels.hasFaces(start)) return "ply";
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
            ModelFolder folder = ModelFolder.of(file, name);
            Sculpture model = switch (folder.kind()) {
                case "glb", "gltf" -> GltfSculptures.read(folder, name);
                case "obj" -> new ObjModels(folder).sculpture();
                default -> Sculpture.of(shape(folder, name).done());
            };
            if (model.parts().isEmpty()) throw new Unreadable("'" + name + "' has no triangles.");
            return model;
        } catch (IOException | RuntimeException | StackOverflowError e) {
            throw new Unreadable("'" + name + "' is damaged or cut off, so its model cannot be read.");
        }
    }

    /** Reads a file; {@link Unreadable} with one sentence when it is no model, damaged or too large. */
    public static Shape read(Path file, String name) throws Unreadable {
        try {
            Shape shape = shape(ModelFolder.of(file, name), name);
            if (shape.triangles() == 0) throw new Unreadable("'" + name + "' has no triangles.");
            return shape.done();
        } catch (IOException | RuntimeException | StackOverflowError e) {
            throw new Unreadable("'" + name + "' is damaged or cut off, so its model cannot be read.");
        }
    }

    private static Shape shape(ModelFolder folder, String name) throws IOException, Unreadable {
        try (InputStream in = folder.open()) {
            return switch (folder.kind()) {
                case "glb", "gltf" -> GltfModels.read(folder, name);
                case "obj" -> new ObjModels(folder).shape();
                case "ply" -> PlyModels.read(in, folder.size());
                case "stl" -> StlModels.binary(in, folder.size());
                case "stl text" -> StlModels.text(in);
                default ->
                    throw new Unreadable("'" + name + "' is no model that can be read: glTF, OBJ, PLY and STL can.");
            };
        }
    }
}
