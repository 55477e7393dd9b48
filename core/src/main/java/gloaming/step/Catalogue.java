package gloaming.step;

import io.github.classgraph.ClassGraph;
import io.github.classgraph.ScanResult;
import java.util.Collection;
import java.util.Map;
import java.util.TreeMap;

/** Every operation on the class path, found by looking: adding a step is adding its file. */
public final class Catalogue {
    private static final class Holder {
        static final Catalogue ALL = new Catalogue();
    }

    private final Map<String, Description> byId = new TreeMap<>();

    @SuppressWarnings("unchecked")
    private Catalogue() {
        try (ScanResult scan = new ClassGraph()
                .acceptPackages("gloaming")
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
