package gloaming.web.store;

import static gloaming.web.tables.Tables.KITS;

import gloaming.look.KeptKit;
import gloaming.look.Refused;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The shelf of kits as rows. What is deleted stays for thirty days and can be brought back. */
@Repository
public class Kits {
    /** Kits on the shelf, at most. */
    private static final int MOST = 500;
    /** Characters of one. */
    private static final int LARGEST = 1 << 20;

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final DSLContext db;

    Kits(DSLContext db) {
        this.db = db;
    }

    /** A medium that a kit shows: what its document calls it, its name, and the hash of its bytes. */
    public record Medium(String ref, String name, String hash) {}

    /** A kit's row; {@code showId} is null for one that all shows have. */
    public record Row(String id, String showId, String kept, int revision, String name) {}

    private List<Row> where(Condition condition) {
        return db.select(KITS.ID, KITS.SHOW_ID, KITS.KEPT, KITS.REVISION, KITS.NAME)
                .from(KITS)
                .where(condition)
                .orderBy(KITS.NAME, KITS.ID)
                .fetch(r -> new Row(r.value1(), r.value2(), r.value3(), r.value4(), r.value5()));
    }

    /** Those that a show has: its own, and those of all. */
    public List<Row> of(String show) {
        return where(KITS.DELETED_AT.isNull().and(KITS.SHOW_ID.isNull().or(KITS.SHOW_ID.eq(show))));
    }

    /** Those that are a show's alone. */
    List<Row> ownOf(String show) {
        return where(KITS.DELETED_AT.isNull().and(KITS.SHOW_ID.eq(show)));
    }

    public Optional<Row> find(String id) {
        return where(KITS.ID.eq(id)).stream().findFirst();
    }

    public KeptKit document(String id) {
        String text = db.select(KITS.DOCUMENT).from(KITS).where(KITS.ID.eq(id)).fetchOne(KITS.DOCUMENT);
        if (text == null) throw new Refused("That kit is not on the shelf any more.");
        return KeptKit.read(text);
    }

    public List<Medium> media(String id) {
        String text = db.select(KITS.MEDIA).from(KITS).where(KITS.ID.eq(id)).fetchOne(KITS.MEDIA);
        return text == null ? List.of() : JSON.readValue(text, new TypeReference<>() {});
    }

    /** Keeps a kit; one of the same id in the same place is this one from now on. */
    @Transactional
    public Row keep(String show, KeptKit kit, List<Medium> media) {
        String text = kit.write();
        if (text.length() > LARGEST) throw new Refused("The kit is larger than one on the shelf may be (1 MB).");
        String id =
                where((show == null ? KITS.SHOW_ID.isNull() : KITS.SHOW_ID.eq(show)).and(KITS.KEPT.eq(kit.id())))
                        .stream()
                        .findFirst()
                        .map(Row::id)
                        .orElse(null);
        if (id == null) {
            if (db.fetchCount(KITS) >= MOST)
                throw new Refused("There are " + MOST + " kits on the shelf already; delete some for good first.");
            id = Shows.freshId();
            db.insertInto(KITS)
                    .set(KITS.ID, id)
                    .set(KITS.SHOW_ID, show)
                    .set(KITS.KEPT, kit.id())
                    .set(KITS.REVISION, kit.revision())
                    .set(KITS.NAME, kit.name())
                    .set(KITS.DOCUMENT, text)
                    .set(KITS.MEDIA, JSON.writeValueAsString(media))
                    .set(KITS.KEPT_AT, LocalDateTime.now())
                    .execute();
        } else {
            db.update(KITS)
                    .set(KITS.REVISION, kit.revision())
                    .set(KITS.NAME, kit.name())
                    .set(KITS.DOCUMENT, text)
                    .set(KITS.MEDIA, JSON.writeValueAsString(media))
                    .set(KITS.KEPT_AT, LocalDateTime.now())
                    .setNull(KITS.DELETED_AT)
                    .where(KITS.ID.eq(id))
                    .execute();
        }
        return find(id).orElseThrow();
    }

    /** Gives a kit another name and explanation; it is its next revision then. */
    @Transactional
    public Row called(String id, String name, String says) {
        Row row = find(id).orElseThrow(() -> new Refused("That kit is not on the shelf any more."));
        return keep(row.showId(), document(id).called(name, says), media(id));
    }

    /** Gives a kit to one show, or with null to all of them. */
    @Transactional
    public void move(String id, String show) {
        db.update(KITS).set(KITS.SHOW_ID, show).where(KITS.ID.eq(id)).execute();
    }

    @Transactional
    public void delete(String id, boolean deleted) {
        db.update(KITS)
                .set(KITS.DELETED_AT, deleted ? LocalDateTime.now() : null)
                .where(KITS.ID.eq(id))
                .execute();
    }

    /** Whether a kit shows the bytes with this hash. */
    boolean uses(String hash) {
        return db.fetchExists(KITS, KITS.MEDIA.like("%" + hash + "%"));
    }

    /** Removes for good what was deleted before then. */
    @Transactional
    void sweep(LocalDateTime before) {
        db.deleteFrom(KITS).where(KITS.DELETED_AT.lt(before)).execute();
    }
}
