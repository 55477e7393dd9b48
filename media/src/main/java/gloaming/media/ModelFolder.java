package gloaming.media;

import java.io.BufferedInputStream;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;

/**
 * A model and what lies beside it: a file alone, or a ZIP with one model and the files that it refers to, held in memory.
 *
 * <p>At most {@value #FILES} files and 256 MB unpacked. Their names are words to look up and never paths.
 */
final class ModelFolder {
    static final long LARGEST = 256L << 20;
    private static final int FILES = 2_000;
    /** What is taken for the model where a ZIP holds several. */
    private static final List<String> ORDER = List.of("glb", "gltf", "obj", "ply", "stl", "stl text");

    private final Path file;
    private final String own;
    private final String kind;
    private final Map<String, byte[]> files;

    private ModelFolder(Path file, String own, String kind, Map<String, byte[]> files) {
        this.file = file;
        this.own = own;
        this.kind = kind;
        this.files = files;
    }

    /** Opens a file; {@link Unreadable} where it is too large or holds no model. */
    static ModelFolder of(Path file, String name) throws IOException, Unreadable {
        long size = Files.size(file);
        if (size > LARGEST) throw new Unreadable("'" + name + "' is larger than a model may be (256 MB).");
        byte[] head;
        try (InputStream in = Files.newInputStream(file)) {
            head = in.readNBytes(Facts.HEAD);
        }
        String kind = ModelFile.kind(head, size);
        return kind.equals("zip") ? unpacked(file, name) : new ModelFolder(file, name, kind, Map.of());
    }

    private static ModelFolder unpacked(Path file, String name) throws IOException, Unreadable {
        Map<String, byte[]> files = new LinkedHashMap<>();
        long left = LARGEST;
        try (ZipInputStream in = new ZipInputStream(new BufferedInputStream(Files.newInputStream(file), 1 << 16))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                if (entry.isDirectory()) continue;
                byte[] bytes = in.readNBytes((int) Math.min(Integer.MAX_VALUE - 8, left + 1));
                left -= bytes.length;
                if (left < 0 || files.size() == FILES)
                    throw new Unreadable("'" + name + "' holds more than a model may (256 MB in " + FILES + " files).");
                files.put(plain(entry.getName()), bytes);
            }
        }
        String model = files.keySet().stream()
                .filter(one -> ORDER.contains(kind(files.get(one))))
                .min(Comparator.<String>comparingInt(one -> ORDER.indexOf(kind(files.get(one))))
                        .thenComparing(String::length)
                        .thenComparing(Comparator.naturalOrder()))
                .orElseThrow(
                        () -> new Unreadable("'" + name + "' holds no model: glTF, OBJ, PLY and STL can be read."));
        return new ModelFolder(null, model, kind(files.get(model)), files);
    }

    private static String kind(byte[] bytes) {
        return ModelFile.kind(Arrays.copyOf(bytes, Math.min(bytes.length, Facts.HEAD)), bytes.length);
    }

    /** How the model is coded, or an empty word. */
    String kind() {
        return kind;
    }

    long size() throws IOException {
        return file == null ? files.get(own).length : Files.size(file);
    }

    InputStream open() throws IOException {
        return file == null
                ? new ByteArrayInputStream(files.get(own))
                : new BufferedInputStream(Files.newInputStream(file), 1 << 16);
    }

    /** What a model refers to by a name, from where it lies, or null; a file of that name elsewhere in the ZIP is as good. */
    byte[] beside(String name) {
        if (name == null || files.isEmpty()) return null;
        String told = plain(decoded(name));
        String folder = own.contains("/") ? own.substring(0, own.lastIndexOf('/') + 1) : "";
        byte[] exact = files.get(plain(folder + told));
        if (exact != null) return exact;
        String last = told.substring(told.lastIndexOf('/') + 1);
        return files.entrySet().stream()
                .filter(e ->
                        e.getKey().substring(e.getKey().lastIndexOf('/') + 1).equalsIgnoreCase(last))
                .map(Map.Entry::getValue)
                .findFirst()
                .orElse(null);
    }

    private static String decoded(String name) {
        try {
            return URLDecoder.decode(name.replace("+", "%2B"), StandardCharsets.UTF_8);
        } catch (IllegalArgumentException e) {
            return name;
        }
    }

    /** A name with its dots followed. */
    private static String plain(String name) {
        java.util.ArrayDeque<String> parts = new java.util.ArrayDeque<>();
        for (String part : name.replace('\\', '/').split("/")) {
            if (part.equals("..")) parts.pollLast();
            else if (!part.isEmpty() && !part.equals(".")) parts.addLast(part);
        }
        return String.join("/", parts);
    }
}
