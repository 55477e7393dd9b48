package gloaming.web.live;

import gloaming.look.Edit;
import gloaming.look.KeptKit;
import gloaming.look.Kit;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.KitShelf;
import gloaming.step.References;
import gloaming.step.Setting;
import gloaming.step.ShippedKits;
import gloaming.web.message.FromPage;
import gloaming.web.store.Kits;
import gloaming.web.store.Media;
import gloaming.web.store.MediaStore;
import gloaming.web.store.Shows;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import org.springframework.stereotype.Component;

/** The shelf of kits: those that ship, those of a show, and those of all shows. */
@Component
public class KitRoom {
    /** What kits are found under by pages, before their id on the shelf. */
    static final String TYPE = "kept-";

    private static final String SHIPS = "ships-";
    private static final int MOST_READ = 500;

    private final Kits kits;
    private final Media media;
    private final MediaStore store;
    private final KitShelf shelf = new KitShelf(Catalogue.all());
    /** Kits as they were read, by their row and revision; at most {@value #MOST_READ}. */
    private final Map<String, Shelved> read = new ConcurrentHashMap<>();
    /** Changes of the shelf, so that pages are told. */
    private final AtomicLong changes = new AtomicLong();

    KitRoom(Kits kits, Media media, MediaStore store) {
        this.kits = kits;
        this.media = media;
        this.store = store;
    }

    /**
     * A kit on the shelf.
     *
     * @param id of its row, or for one that ships a name of its own
     * @param show whose it is, or null where it is of all
     * @param face what it looks like as a step
     */
    public record Shelved(String id, String show, KeptKit kit, Description face) {
        public boolean ships() {
            return id.startsWith(SHIPS);
        }
    }

    /** All that a show has: its own and those of all first, then those that ship. */
    public List<Shelved> of(String show) {
        List<Shelved> all = new ArrayList<>();
        for (Kits.Row row : kits.of(show)) {
            try {
                all.add(shelved(row));
            } catch (Refused e) {
                // One that cannot be read, as it may come from a newer program, keeps nobody from the others.
                continue;
            }
        }
        for (KeptKit kit : ShippedKits.all()) all.add(shipped(kit));
        return all;
    }

    private Shelved shelved(Kits.Row row) {
        Shelved known = read.get(row.id() + " " + row.revision());
        if (known == null) {
            KeptKit kit = kits.document(row.id());
            if (read.size() >= MOST_READ) read.clear();
            known = new Shelved(row.id(), row.showId(), kit, shelf.face(kit));
            read.put(row.id() + " " + row.revision(), known);
        }
        return new Shelved(row.id(), row.showId(), known.kit, known.face);
    }

    private Shelved shipped(KeptKit kit) {
        return read.computeIfAbsent(SHIPS + kit.id(), id -> new Shelved(id, null, kit, shelf.face(kit)));
    }

    public Shelved find(String id) {
        Optional<Shelved> found = id.startsWith(SHIPS)
                ? ShippedKits.all().stream()
                        .filter(kit -> id.equals(SHIPS + kit.id()))
                        .findFirst()
                        .map(this::shipped)
                : kits.find(id).map(this::shelved);
        return found.orElseThrow(() -> new Refused("That kit is not on the shelf any more."));
    }

    public List<Kits.Medium> media(Shelved kit) {
        return kit.ships() ? List.of() : kits.media(kit.id);
    }

    /** How often the shelf has changed. */
    long changes() {
        return changes.get();
    }

    /** Somebody else has changed what is on the shelf. */
    public void changed() {
        changes.incrementAndGet();
    }

    /** The newest revision on the shelf of each kit of a look that was kept, by the kit's id in the look. */
    Map<String, Integer> newest(String show, Look look) {
        Map<String, Integer> newest = new LinkedHashMap<>();
        if (look.kits().stream().allMatch(kit -> kit.kept() == null)) return newest;
        Map<String, Integer> shelved = new HashMap<>();
        for (KeptKit kit : ShippedKits.all()) shelved.put(kit.id(), kit.revision());
        for (Kits.Row row : kits.of(show)) shelved.merge(row.kept(), row.revision(), Math::max);
        for (Kit kit : look.kits()) {
            Integer revision =
                    kit.kept() == null ? null : shelved.get(kit.kept().id());
            if (revision != null) newest.put(kit.id(), revision);
        }
        return newest;
    }

    /** Puts a kit of a look on the shelf, for one show or all; the edit that lets the look know it as that. */
    Edit keep(String show, Look look, FromPage.KeepKit m) {
        Kit kit = look.kit(m.kit()).orElseThrow(() -> new Refused("That kit is not there any more."));
        // One that ships stays as it is: what was made of it is another.
        boolean another = m.anew() || kit.kept() == null || ships(kit.kept().id());
        String id = another ? "kit-" + Shows.freshId() : kit.kept().id();
        int revision = another ? 1 : 1 + newest(show, kit.kept());
        KeptKit kept = shelf.kept(look, kit.id(), id, revision);
        kits.keep(m.all() ? null : show, kept, shown(show, kept.look()));
        changed();
        return new Edit.ChangeKit(kit.withKept(new Kit.Kept(id, revision)));
    }

    private static boolean ships(String kept) {
        return ShippedKits.all().stream().anyMatch(kit -> kit.id().equals(kept));
    }

    /** The newest revision of a kit that the shelf or a look has. */
    private int newest(String show, Kit.Kept kept) {
        return kits.of(show).stream()
                .filter(row -> row.kept().equals(kept.id()))
                .mapToInt(Kits.Row::revision)
                .reduce(kept.revision(), Math::max);
    }

    /** The media of a show that a look shows. */
    private List<Kits.Medium> shown(String show, Look look) {
        Map<String, Kits.Medium> all = new LinkedHashMap<>();
        for (Step step : look.steps().toList()) {
            for (Setting setting : References.settings(look, step)) {
                if (!(step.settings().get(setting.id()) instanceof Value.Word word)) continue;
                media.byRef(show, word.text())
                        .ifPresent(row -> all.put(row.ref(), new Kits.Medium(row.ref(), row.name(), row.hash())));
            }
        }
        return List.copyOf(all.values());
    }

    /** The edit that lays a kit of the shelf into a look; its media come into the show where they are not there yet. */
    KitShelf.Laid lay(String show, Look look, FromPage.LayKit m) {
        return shelf.lay(look, here(show, find(m.kit())), m.lane(), m.place(), m.above(), m.within());
    }

    /** The edit that brings a kit of a look up to what is on the shelf. */
    Edit renew(String show, Look look, String id) {
        Kit kit = look.kit(id).orElseThrow(() -> new Refused("That kit is not there any more."));
        if (kit.kept() == null) throw new Refused("'" + kit.name() + "' is not on the shelf.");
        Shelved newest = of(show).stream()
                .filter(s -> s.kit.id().equals(kit.kept().id()))
                .max(Comparator.comparing(s -> s.kit.revision()))
                .orElseThrow(() -> new Refused("'" + kit.name() + "' is not on the shelf any more."));
        return shelf.renew(look, id, here(show, newest));
    }

    /** A look that shows what a kit does. */
    public Look example(Shelved kit) {
        return shelf.example(kit.kit);
    }

    /** A kit as it stands in a show: its media called as they are called there. */
    private KeptKit here(String show, Shelved shelved) {
        Map<String, String> now = new HashMap<>();
        for (Kits.Medium medium : media(shelved)) {
            Media.Row own = media.byRef(show, medium.ref())
                    .filter(row -> row.hash().equals(medium.hash()))
                    .or(() -> media.of(show).stream()
                            .filter(row -> row.hash().equals(medium.hash()))
                            .findFirst())
                    .or(() -> store.again(show, medium.ref(), medium.hash()))
                    .orElse(null);
            if (own != null && !own.ref().equals(medium.ref())) now.put(medium.ref(), own.ref());
        }
        if (now.isEmpty()) return shelved.kit;
        return new KeptKit(shelved.kit.id(), shelved.kit.revision(), References.mediaCalled(shelved.kit.look(), now));
    }
}
