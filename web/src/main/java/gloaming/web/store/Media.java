package gloaming.web.store;

import static gloaming.web.tables.Tables.MEDIA;

import gloaming.look.Refused;
import gloaming.media.Facts;
import gloaming.web.tables.tables.records.MediaRecord;
import java.math.BigDecimal;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Media as rows. What is deleted stays for thirty days and can be brought back. */
@Repository
public class Media {
    /** At most so many media in a show. */
    private static final int MOST = 2_000;

    private static final int LONGEST_REF = 40;

    private final DSLContext db;

    Media(DSLContext db) {
        this.db = db;
    }

    /**
     * A medium's row.
     *
     * @param ref what documents call it, the same for as long as it lives
     * @param hash names its bytes
     * @param facts what it is; its preview is loaded by itself
     */
    public record Row(
            String id, String showId, String ref, String name, String folder, String hash, long bytes, Facts facts) {
        public boolean is(Facts.Kind kind) {
            return facts.kind() == kind;
        }
    }

    private static Row row(MediaRecord r) {
        Facts facts = new Facts(
                Facts.Kind.valueOf(r.getKind().toUpperCase(Locale.ROOT)),
                r.getWidth(),
                r.getHeight(),
                r.getFrames(),
                r.getRate(),
                r.getSeconds(),
                r.getAlpha(),
                r.getCoding(),
                null);
        return new Row(
                r.getId(), r.getShowId(), r.getRef(), r.getName(), r.getFolder(), r.getHash(), r.getBytes(), facts);
    }

    private List<Row> where(Condition condition) {
        // Everything but the preview, which is many times as large as the rest.
        return db.select(Stream.of(MEDIA.fields())
                        .filter(f -> !f.equals(MEDIA.PREVIEW))
                        .toList())
                .from(MEDIA)
                .where(condition)
                .orderBy(MEDIA.CREATED_AT, MEDIA.ID)
                .fetch(r -> row(r.into(MEDIA)));
    }

    /** All media of a show that are not deleted, oldest first. */
    public List<Row> of(String show) {
        return where(MEDIA.SHOW_ID.eq(show).and(MEDIA.DELETED_AT.isNull()));
    }

    public List<Row> of(String show, Facts.Kind kind) {
        return of(show).stream().filter(row -> row.is(kind)).toList();
    }

    public Optional<Row> find(String id) {
        return where(MEDIA.ID.eq(id)).stream().findFirst();
    }

    public Optional<Row> byRef(String show, String ref) {
        return where(MEDIA.SHOW_ID.eq(show).and(MEDIA.REF.eq(ref)).and(MEDIA.DELETED_AT.isNull())).stream()
                .findFirst();
    }

    /** Any medium with these bytes, deleted ones that are still kept included. */
    public Optional<Row> anyOf(String hash) {
        return where(MEDIA.HASH.eq(hash)).stream().findFirst();
    }

    public byte[] preview(String id) {
        return db.select(MEDIA.PREVIEW).from(MEDIA).where(MEDIA.ID.eq(id)).fetchOne(MEDIA.PREVIEW);
    }

    /** A new medium; its ref is {@code ref} where that is free in the show, otherwise it gets a number. */
    @Transactional
    public Row add(String show, String ref, String name, String folder, String hash, long bytes, Facts facts) {
        if (db.fetchCount(MEDIA, MEDIA.SHOW_ID.eq(show)) >= MOST)
            throw new Refused("The show has " + MOST + " media already; delete some first.");
        String id = Shows.freshId();
        MediaRecord r = db.newRecord(MEDIA);
        r.setId(id);
        r.setShowId(show);
        r.setRef(free(show, ref));
        r.setName(Shows.named(name));
        r.setFolder(folder(folder));
        r.setCreatedAt(LocalDateTime.now());
        fill(r, hash, bytes, facts);
        r.insert();
        return find(id).orElseThrow();
    }

    /** Gives a medium other bytes; whoever refers to it goes on with them. */
    @Transactional
    public void replace(String id, String hash, long bytes, Facts facts) {
        MediaRecord r = db.newRecord(MEDIA);
        fill(r, hash, bytes, facts);
        db.update(MEDIA).set(r).where(MEDIA.ID.eq(id)).execute();
    }

    private static void fill(MediaRecord r, String hash, long bytes, Facts facts) {
        r.setHash(hash);
        r.setBytes(bytes);
        r.setKind(facts.kind().id());
        r.setWidth(facts.width());
        r.setHeight(facts.height());
        r.setFrames(facts.frames());
        r.setRate(facts.rate());
        r.setSeconds(facts.seconds());
        r.setAlpha(facts.alpha());
        r.setCoding(facts.coding());
        r.setPreview(facts.preview());
    }

    private String free(String show, String ref) {
        String free = ref;
        for (int n = 2; db.fetchExists(MEDIA, MEDIA.SHOW_ID.eq(show).and(MEDIA.REF.eq(free))); n++)
            free = ref + "-" + n;
        return free;
    }

    @Transactional
    public void rename(String id, String name, String folder) {
        db.update(MEDIA)
                .set(MEDIA.NAME, Shows.named(name))
                .set(MEDIA.FOLDER, folder(folder))
                .where(MEDIA.ID.eq(id))
                .execute();
    }

    private static String folder(String folder) {
        String name = folder == null ? "" : folder.strip();
        if (name.length() > LONGEST_REF)
            throw new Refused("The name of a folder has at most " + LONGEST_REF + " characters.");
        return name;
    }

    @Transactional
    public void delete(String id, boolean deleted) {
        db.update(MEDIA)
                .set(MEDIA.DELETED_AT, deleted ? LocalDateTime.now() : null)
                .where(MEDIA.ID.eq(id))
                .execute();
    }

    /** Removes a row for good. */
    @Transactional
    void drop(String id) {
        db.deleteFrom(MEDIA).where(MEDIA.ID.eq(id)).execute();
    }

    /** Bytes of all media, each file once. */
    long bytes() {
        var files = db.selectDistinct(MEDIA.HASH, MEDIA.BYTES).from(MEDIA).asTable("files");
        return db.select(DSL.coalesce(DSL.sum(files.field(MEDIA.BYTES)), BigDecimal.ZERO))
                .from(files)
                .fetchSingle()
                .value1()
                .longValue();
    }

    /** Whether any row, deleted ones still kept included, uses the bytes with this hash. */
    boolean uses(String hash) {
        return db.fetchExists(MEDIA, MEDIA.HASH.eq(hash));
    }

    /** Removes for good what was deleted before. */
    @Transactional
    void sweep(LocalDateTime before) {
        db.deleteFrom(MEDIA).where(MEDIA.DELETED_AT.lt(before)).execute();
    }
}
