package gloaming.step;

import gloaming.flow.Kind;
import gloaming.look.Lane;
import gloaming.look.Look;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/** Finds steps by name and by need, and only those that fit a place. */
public final class Finder {
    private static final List<String> FILLERS =
            List.of("make", "it", "the", "a", "an", "to", "of", "my", "more", "with", "i", "want", "some");
    private final Catalogue catalogue;

    public Finder(Catalogue catalogue) {
        this.catalogue = catalogue;
    }

    /** A step that could stand at a place. */
    private record Hit(Description description, int score) {}

    /**
     * The steps that fit at {@code place} of a lane, best first. A null lane asks for what may start a new one. With no
     * words all that fit are given, by name.
     */
    public List<Description> find(Look look, String lane, int place, String words) {
        List<String> wanted = Stream.of(words.toLowerCase(Locale.ROOT).split("[^a-z0-9]+"))
                .filter(word -> !word.isEmpty() && !FILLERS.contains(word))
                .toList();
        Lane at = lane == null ? null : look.lane(lane).orElse(null);
        return catalogue.entries().stream()
                .filter(description -> fits(at, place, description))
                .map(description -> new Hit(description, score(description, wanted)))
                .filter(hit -> hit.score > 0)
                .sorted(Comparator.comparingInt((Hit hit) -> -hit.score).thenComparing(hit -> hit.description.name()))
                .map(Hit::description)
                .toList();
    }

    /** Whether a step takes what comes at a place and gives what the step behind it takes. */
    public boolean fits(Lane lane, int place, Description description) {
        if (lane == null || lane.steps().isEmpty()) return description.takes() == null;
        Kind comes =
                place <= 0 ? null : gives(lane, Math.min(place, lane.steps().size()) - 1);
        Kind goes = place >= lane.steps().size()
                ? null
                : catalogue.find(lane.steps().get(Math.max(0, place)).type()).takes();
        if (description.takes() != comes) return false;
        return place >= lane.steps().size() || description.gives() == goes;
    }

    private Kind gives(Lane lane, int step) {
        return catalogue.find(lane.steps().get(step).type()).gives();
    }

    private static int score(Description description, List<String> wanted) {
        if (wanted.isEmpty()) return 1;
        String name = description.name().toLowerCase(Locale.ROOT);
        String find = " " + description.find();
        String does = " " + description.does().toLowerCase(Locale.ROOT);
        int score = 0;
        for (String word : wanted) {
            int best = name.startsWith(word) ? 9 : (" " + name).contains(" " + word) ? 8 : 0;
            if (best == 0 && find.contains(" " + word)) best = 5;
            if (best == 0 && does.contains(" " + word)) best = 3;
            if (best == 0 && word.length() > 2 && (name + find).contains(word)) best = 1;
            if (best == 0) return 0;
            score += best;
        }
        return score;
    }
}
