package gloaming.step;

import gloaming.look.Kit;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import io.github.classgraph.ClassGraph;
import io.github.classgraph.ScanResult;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Every operation on the class path, found by looking: adding a step is adding its file. */
public final class Catalogue {
    private static final class Holder {
        static final Catalogue ALL = new Catalogue();
    }

    private static final int MOST_GROWN = 256;
    private final Map<String, Description> byId = new TreeMap<>();
    /** Steps by what documents called them before. */
    private final Map<String, Description> former = new TreeMap<>();

    /** What has grown lately; at most {@value #MOST_GROWN}. */
    private final Map<List<Object>, Description> grown = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<List<Object>, Description> eldest) {
            return size() > MOST_GROWN;
        }
    };

    @SuppressWarnings("unchecked")
    private Catalogue() {
        List<String> homes = homes();
        try (ScanResult scan = new ClassGraph()
                .acceptPackages("gloaming")
                .filterClasspathElements(element -> isHome(homes, element))
                .enableClassInfo()
                .enableAnnotationInfo()
                .scan()) {
            for (Class<?> type : scan.getClassesWithAnnotation(StepInfo.class).loadClasses()) {
                Description description = new Description((Class<? extends Operation<?, ?, ?>>) type);
                if (byId.put(description.id(), description) != null) {
                    throw new IllegalStateException("two steps are called " + description.id());
                }
                description.former().forEach(id -> former.put(id, description));
            }
            for (String id : former.keySet()) {
                if (byId.containsKey(id)) throw new IllegalStateException("a step is called " + id + ", and one was");
            }
        }
    }

    /** Where the package is to be found: looking into all other folders and jars takes a good part of a second. */
    private static List<String> homes() {
        List<String> homes = new ArrayList<>();
        try {
            for (Object home : Collections.list(Catalogue.class.getClassLoader().getResources("gloaming"))) {
                homes.add(home.toString());
            }
        } catch (IOException e) {
            throw new IllegalStateException("The class path cannot be read.", e);
        }
        return homes;
    }

    /** Whether a folder or jar of the class path is one of these, by its name, which no coding of its path changes. */
    private static boolean isHome(List<String> homes, String element) {
        String name = element.substring(Math.max(element.lastIndexOf('/'), element.lastIndexOf('\\')) + 1);
        return homes.stream()
                .anyMatch(home -> home.contains("/" + name + "!/") || home.contains("/" + name + "/gloaming"));
    }

    public static Catalogue all() {
        return Holder.ALL;
    }

    /** The operation of that id, or null. */
    public Description find(String id) {
        return byId.get(id);
    }

    /** A look whose steps, settings and choices have the ids of today, whatever they were called when it was made. */
    Look renewed(Look look) {
        List<Lane> lanes = new ArrayList<>();
        for (Lane lane : look.lanes()) {
            lanes.add(lane.withSteps(lane.steps().stream().map(this::renewed).toList()));
        }
        return lanes.equals(look.lanes()) ? look : look.withLanes(lanes);
    }

    private Step renewed(Step step) {
        Description now = former.getOrDefault(step.type(), byId.get(step.type()));
        if (now == null) return step;
        Map<String, Value> settings = new TreeMap<>();
        step.settings()
                .forEach((id, value) -> settings.put(now.settingNow(id), now.choiceNow(now.settingNow(id), value)));
        return new Step(
                step.id(),
                now.id(),
                step.label(),
                step.bypassed(),
                settings,
                keys(step.follows(), now),
                step.reads(),
                keys(step.formulas(), now),
                keys(step.drafts(), now),
                step.chance());
    }

    private static <T> Map<String, T> keys(Map<String, T> all, Description now) {
        Map<String, T> renewed = new TreeMap<>();
        all.forEach((id, value) -> renewed.put(now.settingNow(id), value));
        return renewed;
    }

    /** The description of a step as it is set, grown where it grows; null for an unknown type. */
    public Description of(Step step) {
        Description description = byId.get(step.type());
        if (description == null || !description.grows()) return description;
        List<Object> key = new ArrayList<>();
        key.add(description);
        for (Setting setting : description.settings()) key.add(step.settings().get(setting.id()));
        synchronized (grown) {
            return grown.computeIfAbsent(key, k -> description.grown(step.settings()));
        }
    }

    /** The same for a step of a look, which may use a kit of it. */
    public Description of(Look look, Step step) {
        Kit kit = look.kitOf(step);
        return kit == null ? of(step) : KitFace.of(kit, look, this);
    }

    /** What is wrong with the texts of a step as they are being written; nothing when all of them work. */
    public List<DynamicSettings.Trouble> problems(Step step) {
        Step written = step;
        for (Map.Entry<String, String> draft : step.drafts().entrySet()) {
            written = written.with(draft.getKey(), Value.of(draft.getValue()));
        }
        return of(written).problems();
    }

    /** All of them, by id. */
    public Collection<Description> entries() {
        return byId.values();
    }
}
