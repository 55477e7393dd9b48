package gloaming.step;

import io.github.classgraph.ClassGraph;
import io.github.classgraph.ScanResult;
import java.io.IOException;
import java.net.JarURLConnection;
import java.net.URISyntaxException;
import java.net.URL;
import java.nio.file.Path;
import java.util.Collection;
import java.util.Collections;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Every operation on the class path, found by looking: adding a step is adding its file. */
public final class Catalogue {
    private static final class Holder {
        static final Catalogue ALL = new Catalogue();
    }

    private final Map<String, Description> byId = new TreeMap<>();

    @SuppressWarnings("unchecked")
    private Catalogue() {
        Set<String> homes = homes();
        try (ScanResult scan = new ClassGraph()
                .acceptPackages("gloaming")
                .filterClasspathElements(element ->
                        homes.contains(Path.of(element).toAbsolutePath().toString()))
                .enableClassInfo()
                .enableAnnotationInfo()
                .scan()) {
            for (Class<?> type : scan.getClassesWithAnnotation(Says.class).loadClasses()) {
                Description description = new Description((Class<? extends Operation<?, ?, ?>>) type);
                if (byId.put(description.id(), description) != null) {
                    throw new IllegalStateException("two steps are called " + description.id());
                }
            }
        }
    }

    /** The folders and jars that hold the package: looking into all the others takes a good part of a second. */
    private static Set<String> homes() {
        Set<String> homes = new HashSet<>();
        try {
            for (URL url : Collections.list(Catalogue.class.getClassLoader().getResources("gloaming"))) {
                Path home = url.openConnection() instanceof JarURLConnection jar
                        ? Path.of(jar.getJarFileURL().toURI())
                        : Path.of(url.toURI()).getParent();
                homes.add(home.toAbsolutePath().toString());
            }
        } catch (IOException | URISyntaxException e) {
            throw new IllegalStateException("The class path cannot be read.", e);
        }
        return homes;
    }

    public static Catalogue all() {
        return Holder.ALL;
    }

    /** The operation of that id, or null. */
    public Description find(String id) {
        return byId.get(id);
    }

    /** All of them, by id. */
    public Collection<Description> entries() {
        return byId.values();
    }
}
