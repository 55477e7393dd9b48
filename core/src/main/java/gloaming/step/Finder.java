package gloaming.step;

import gloaming.flow.Kind;
import gloaming.look.Kit;
import gloaming.look.Lane;
import gloaming.look.Look;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** Finds steps by name and by need, and says where they fit. */
public final class Finder {
    /** So many are offered at most. */
    private static final int MOST = 60;

    private final Catalogue catalogue;
    /** Made when something is to be found, or before. */
    private volatile StepSearch search;

    public Finder(Catalogue catalogue) {
        this.catalogue = catalogue;
    }

    /** Makes ready what it looks in, so that the first words are found at once; takes a part of a second. */
    public void ready() {
        search();
    }

    private StepSearch search() {
        if (search == null) {
            synchronized (this) {
                if (search == null) search = new StepSearch(catalogue.entries());
            }
        }
        return search;
    }

    /** Where a step that was found goes. */
    public enum Where {
        /** At the place that was asked for. */
        HERE,
        /** It does not fit there, and begins a lane of its own. */
        NEW_LANE,
        /** Only behind a step that gives what it takes, which is not here. */
        BEHIND_ANOTHER
    }

    /** A step that was found; of a kit on the shelf its id there, else null. */
    public record Found(Description step, Where where, String shelf) {
        Found(Description step, Where where) {
            this(step, where, null);
        }
    }

    /**
     * Those of kits on a shelf that have all the words in their name or explanation, each where it fits, those whose name has them first;
     * none without a word.
     *
     * @param shelf what they are like, by their ids there
     */
    public List<Found> shelved(Look look, String lane, int place, String words, Map<String, Description> shelf) {
        Lane at = lane == null ? null : look.lane(lane).orElse(null);
        String[] typed = words.strip().toLowerCase(Locale.ROOT).split("\\s+");
        List<Found> named = new ArrayList<>();
        List<Found> told = new ArrayList<>();
        if (words.isBlank()) return named;
        shelf.forEach((id, face) -> {
            String name = face.name().toLowerCase(Locale.ROOT);
            String all = name + " " + face.does().toLowerCase(Locale.ROOT);
            for (String word : typed) if (!all.contains(word)) return;
            Where where = fits(look, at, place, face)
                    ? Where.HERE
                    : face.takes() == null ? Where.NEW_LANE : Where.BEHIND_ANOTHER;
            (name.contains(typed[0]) ? named : told).add(new Found(face, where, id));
        });
        named.addAll(told);
        return named;
    }

    /**
     * The steps that fit at {@code place} of a lane and, behind them, those that begin a new one, best first; a null lane asks for a new
     * one. With no words all that fit are given, by name. A step that is found by its name comes first even if it begins a new lane. Of
     * those that go nowhere here the best are named too, so that nobody thinks they are not there.
     */
    public List<Found> find(Look look, String lane, int place, String words) {
        Lane at = lane == null ? null : look.lane(lane).orElse(null);
        List<Found> here = new ArrayList<>();
        List<Found> elsewhere = new ArrayList<>();
        boolean any = words.isBlank();
        if (any) {
            for (Description step : catalogue.entries())
                if (fits(look, at, place, step)) here.add(new Found(step, Where.HERE));
            here.sort(java.util.Comparator.comparing(found -> found.step.name()));
            here.addAll(0, kits(look, at, place, ""));
            return here;
        }
        float best = 0;
        float bestHere = 0;
        List<Found> nowhere = new ArrayList<>();
        float bestNowhere = 0;
        for (StepSearch.Hit hit : search().find(words)) {
            if (fits(look, at, place, hit.step())) {
                bestHere = Math.max(bestHere, hit.score());
                here.add(new Found(hit.step(), Where.HERE));
            } else if (hit.step().takes() == null) {
                best = Math.max(best, hit.score());
                elsewhere.add(new Found(hit.step(), Where.NEW_LANE));
            } else if (nowhere.size() < NOWHERE) {
                nowhere.add(new Found(hit.step(), Where.BEHIND_ANOTHER));
                if (nowhere.size() == 1) bestNowhere = hit.score();
            }
        }
        // What was meant can only begin a lane, and what fits is found by chance.
        List<Found> all = new ArrayList<>();
        if (best > CLEARLY * bestHere) all.add(elsewhere.removeFirst());
        all.addAll(here);
        all.addAll(elsewhere);
        List<Found> offered = new ArrayList<>(all.subList(0, Math.min(MOST, all.size())));
        // Whoever names a step that goes nowhere here is told so, and not given another; a need is met by what can be
        // laid.
        if (bestNowhere > CLEARLY * Math.max(best, bestHere)
                && named(nowhere.getFirst().step(), words)) offered.addFirst(nowhere.removeFirst());
        offered.addAll(nowhere);
        offered.addAll(0, kits(look, at, place, words));
        return offered;
    }

    /** Whether some step's name begins with the words, so that it is what was meant. */
    public boolean startsWith(String words) {
        String typed = words.strip().toLowerCase(Locale.ROOT);
        return !typed.isEmpty() && catalogue.entries().stream().anyMatch(step -> named(step, typed));
    }

    private static boolean named(Description step, String words) {
        return step.name().toLowerCase(Locale.ROOT).startsWith(words.strip().toLowerCase(Locale.ROOT));
    }

    /** The kits of the look whose name begins or goes on with all that is typed, where they fit; none in itself. */
    private List<Found> kits(Look look, Lane at, int place, String words) {
        List<Found> found = new ArrayList<>();
        String typed = words.strip().toLowerCase(Locale.ROOT);
        for (Kit kit : look.kits()) {
            if (at != null && kit.id().equals(at.kit())) continue;
            if (!typed.isEmpty() && !kit.name().toLowerCase(Locale.ROOT).contains(typed)) continue;
            Description face = KitFace.of(kit, look, catalogue);
            if (face == null) continue;
            if (fits(look, at, place, face)) found.add(new Found(face, Where.HERE));
            else if (face.takes() == null) found.add(new Found(face, Where.NEW_LANE));
        }
        return found;
    }

    private static final float CLEARLY = 2;
    private static final int NOWHERE = 3;

    /** Whether a step takes what comes at a place and gives what the step behind it takes. */
    public boolean fits(Look look, Lane lane, int place, Description description) {
        if (lane == null || lane.steps().isEmpty()) return description.takes() == null;
        Kind comes = place <= 0
                ? null
                : gives(look, lane, Math.min(place, lane.steps().size()) - 1);
        Kind goes = place >= lane.steps().size()
                ? null
                : catalogue.of(look, lane.steps().get(Math.max(0, place))).takes();
        if (comes == null
                ? description.takes() != null
                : description.takes() == null || !description.takes().accepts(comes)) return false;
        return place >= lane.steps().size() || goes != null && goes.accepts(description.gives());
    }

    private Kind gives(Look look, Lane lane, int step) {
        return catalogue.of(look, lane.steps().get(step)).gives();
    }
}
