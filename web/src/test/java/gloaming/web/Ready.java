package gloaming.web;

import java.io.File;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.jar.JarEntry;
import java.util.jar.JarOutputStream;
import java.util.stream.Stream;

/**
 * The classes of the program and its tests in one jar, and what a first run loaded and linked of them, so that processes which tests start
 * find it there. Made once for a build, by the test that needs it first; the others, of whatever process, wait for it.
 *
 * @param path what they are started with as their class path
 * @param ahead what the first run left
 */
record Ready(String path, Path ahead) {
    private static Ready made;

    /** Where it is; it is made where there is none yet, or classes have changed since. */
    static synchronized Ready get(List<String> flags) throws Exception {
        if (made != null) return made;
        Path folder = Files.createDirectories(Path.of("target", "ready").toAbsolutePath());
        Path jar = folder.resolve("classes.jar");
        Path ahead = folder.resolve("classes.aot");
        List<Path> folders = new ArrayList<>();
        List<String> path = new ArrayList<>(List.of(jar.toString()));
        for (String entry : System.getProperty("java.class.path").split(File.pathSeparator)) {
            if (Files.isDirectory(Path.of(entry))) folders.add(Path.of(entry));
            else path.add(entry);
        }
        Ready ready = new Ready(String.join(File.pathSeparator, path), ahead);
        try (FileChannel file =
                        FileChannel.open(folder.resolve("lock"), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
                FileLock lock = file.lock()) {
            if (!Files.exists(ahead) || Files.getLastModifiedTime(ahead).toMillis() < newest(folders)) {
                Files.deleteIfExists(ahead);
                pack(folders, jar);
                ready.first(flags);
            }
        }
        made = ready;
        return made;
    }

    /** The first run, which ends by itself. */
    private void first(List<String> flags) throws Exception {
        Path data = Files.createTempDirectory("gloaming-ready");
        List<String> with = new ArrayList<>(flags);
        with.add("-XX:AOTCacheOutput=" + ahead);
        int code = Child.of(with, path, gloaming.killed.FirstRun.class, data.toString())
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start()
                .waitFor();
        if (code != 0) throw new IllegalStateException("the first run ended with " + code);
    }

    private static long newest(List<Path> folders) throws IOException {
        long newest = 0;
        for (Path folder : folders) {
            try (Stream<Path> all = Files.walk(folder)) {
                for (Path file : all.toList())
                    newest = Math.max(newest, Files.getLastModifiedTime(file).toMillis());
            }
        }
        return newest;
    }

    /** Only classes in jars can be made ready. */
    private static void pack(List<Path> folders, Path jar) throws IOException {
        Set<String> names = new HashSet<>();
        try (JarOutputStream out = new JarOutputStream(Files.newOutputStream(jar))) {
            for (Path folder : folders) {
                try (Stream<Path> all = Files.walk(folder)) {
                    // Folders too: packages are searched by them.
                    for (Path file : all.skip(1).toList()) {
                        String name = folder.relativize(file).toString().replace(File.separatorChar, '/');
                        boolean isFolder = Files.isDirectory(file);
                        if (!names.add(name)) continue;
                        out.putNextEntry(new JarEntry(isFolder ? name + "/" : name));
                        if (!isFolder) Files.copy(file, out);
                    }
                }
            }
        }
    }
}
