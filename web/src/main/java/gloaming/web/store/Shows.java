package gloaming.web.store;

import static gloaming.web.tables.Tables.HOUSE;
import static gloaming.web.tables.Tables.LOOKS;
import static gloaming.web.tables.Tables.SHOWS;

import gloaming.desk.Phone;
import gloaming.look.Limits;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.Refused;
import gloaming.media.Facts;
import gloaming.step.References;
import java.security.SecureRandom;
import java.time.LocalDateTime;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Shows, looks and media as rows. What is deleted stays for thirty days and can be brought back. */
@Repository
public class Shows {
    private static final SecureRandom RANDOM = new SecureRandom();
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int KEPT_DAYS = 30;
    /** At most so many shows, and looks in a show. */
    private static final int MOST = 500;

    private final DSLContext db;
    private final Media media;
    private final Kits kits;
    private final Sheets sheets;

    Shows(DSLContext db, Media media, Kits kits, Sheets sheets) {
        this.sheets = sheets;
        this.kits = kits;
        this.db = db;
        this.media = media;
    }

    /** A show's row. */
    public record ShowRow(String id, String name, String sound, double gain) {}

    /** A look's row without its document. */
    public record LookRow(String id, String showId, String name, boolean picture) {}

    public static String freshId() {
        byte[] bytes = new byte[9];
        RANDOM.nextBytes(bytes);
        return HexFormat.of().formatHex(bytes);
    }

    public List<ShowRow> shows() {
        return db.select(SHOWS.ID, SHOWS.NAME, SHOWS.SOUND, SHOWS.GAIN)
                .from(SHOWS)
                .where(SHOWS.DELETED_AT.isNull())
                .orderBy(SHOWS.CREATED_AT, SHOWS.ID)
                .fetch(r -> new ShowRow(r.value1(), r.value2(), r.value3(), r.value4()));
    }

    public Optional<ShowRow> show(String id) {
        return db.select(SHOWS.ID, SHOWS.NAME, SHOWS.SOUND, SHOWS.GAIN)
                .from(SHOWS)
                .where(SHOWS.ID.eq(id))
                .fetchOptional(r -> new ShowRow(r.value1(), r.value2(), r.value3(), r.value4()));
    }

    /** A show that is not seen until {@link #deleteShow} brings it back: one that is still coming in. */
    @Transactional
    public String addHidden(String name) {
        String id = addShow(name);
        deleteShow(id, true);
        return id;
    }

    @Transactional
    public String addShow(String name) {
        if (db.fetchCount(SHOWS) >= MOST)
            throw new Refused("There are " + MOST + " shows already; delete some for good first.");
        String id = freshId();
        db.insertInto(SHOWS)
                .set(SHOWS.ID, id)
                .set(SHOWS.NAME, named(name))
                .set(SHOWS.CREATED_AT, LocalDateTime.now())
                .execute();
        return id;
    }

    @Transactional
    public void renameShow(String id, String name) {
        db.update(SHOWS).set(SHOWS.NAME, named(name)).where(SHOWS.ID.eq(id)).execute();
    }

    @Transactional
    public void setSound(String show, String media) {
        db.update(SHOWS).set(SHOWS.SOUND, media).where(SHOWS.ID.eq(show)).execute();
    }

    /** How loud what a show hears is taken, in decibels, -40 to 40. */
    @Transactional
    public void setGain(String show, double decibels) {
        db.update(SHOWS)
                .set(SHOWS.GAIN, Math.clamp(decibels, -40.0, 40.0))
                .where(SHOWS.ID.eq(show))
                .execute();
    }

    /** The layout of a show's phone desk. */
    public Phone phone(String show) {
        String text =
                db.select(SHOWS.PHONE).from(SHOWS).where(SHOWS.ID.eq(show)).fetchOne(SHOWS.PHONE);
        return text == null ? Phone.FIRST : JSON.readValue(text, Phone.class);
    }

    @Transactional
    public void setPhone(String show, Phone phone) {
        db.update(SHOWS)
                .set(SHOWS.PHONE, JSON.writeValueAsString(phone))
                .where(SHOWS.ID.eq(show))
                .execute();
    }

    /** The show once more: its looks, pictures, run sheet and media rows; the files are shared. */
    @Transactional
    public String duplicate(ShowRow show, String name) {
        String copy = addShow(name);
        List<LookRow> rows = looks(show.id());
        List<String> ids = addLooks(
                copy,
                rows.stream().map(row -> document(row.id())).toList(),
                rows.stream().map(LookRow::id).toList());
        for (int i = 0; i < ids.size(); i++)
            setPicture(ids.get(i), picture(rows.get(i).id()));
        for (Media.Row row : media.of(show.id())) {
            Facts facts = row.facts().withPreview(media.preview(row.id()));
            Media.Row twin = media.add(copy, row.ref(), row.name(), row.folder(), row.hash(), row.bytes(), facts);
            if (row.id().equals(show.sound())) setSound(copy, twin.id());
        }
        for (Kits.Row row : kits.ownOf(show.id())) kits.keep(copy, kits.document(row.id()), kits.media(row.id()));
        Map<String, String> called = new HashMap<>();
        for (int i = 0; i < ids.size(); i++) called.put(rows.get(i).id(), ids.get(i));
        sheets.put(copy, sheets.of(show.id()).sheet().called(called));
        setGain(copy, show.gain());
        setPhone(copy, phone(show.id()));
        return copy;
    }

    @Transactional
    public void deleteShow(String id, boolean deleted) {
        db.update(SHOWS)
                .set(SHOWS.DELETED_AT, deleted ? LocalDateTime.now() : null)
                .where(SHOWS.ID.eq(id))
                .execute();
    }

    public List<LookRow> looks(String show) {
        return db.select(LOOKS.ID, LOOKS.SHOW_ID, LOOKS.NAME, LOOKS.PICTURE.isNotNull())
                .from(LOOKS)
                .where(LOOKS.SHOW_ID.eq(show).and(LOOKS.DELETED_AT.isNull()))
                .orderBy(LOOKS.PLACE, LOOKS.ID)
                .fetch(r -> new LookRow(r.value1(), r.value2(), r.value3(), r.value4()));
    }

    public Optional<LookRow> look(String id) {
        return db.select(LOOKS.ID, LOOKS.SHOW_ID, LOOKS.NAME, LOOKS.PICTURE.isNotNull())
                .from(LOOKS)
                .where(LOOKS.ID.eq(id).and(LOOKS.DELETED_AT.isNull()))
                .fetchOptional(r -> new LookRow(r.value1(), r.value2(), r.value3(), r.value4()));
    }

    @Transactional
    public String addLook(String show, Look look) {
        return addLook(show, freshId(), look);
    }

    /**
     * Looks that come together, and show one another as they did where they came from.
     *
     * @param refs what each was called there, or empty; documents that ship speak of others by their names
     */
    @Transactional
    public List<String> addLooks(String show, List<Look> looks, List<String> refs) {
        List<String> ids = looks.stream().map(look -> freshId()).toList();
        Map<String, String> now = new HashMap<>();
        for (int i = 0; i < ids.size(); i++) now.putIfAbsent(looks.get(i).name(), ids.get(i));
        for (int i = 0; i < ids.size(); i++) if (!refs.get(i).isEmpty()) now.put(refs.get(i), ids.get(i));
        for (int i = 0; i < ids.size(); i++) addLook(show, ids.get(i), References.looksCalled(looks.get(i), now));
        return ids;
    }

    private String addLook(String show, String id, Look look) {
        int place = db.fetchCount(LOOKS, LOOKS.SHOW_ID.eq(show));
        if (place >= MOST) throw new Refused("The show has " + MOST + " looks already; delete some first.");
        db.insertInto(LOOKS)
                .set(LOOKS.ID, id)
                .set(LOOKS.SHOW_ID, show)
                .set(LOOKS.NAME, look.name())
                .set(LOOKS.PLACE, place)
                .set(LOOKS.DOCUMENT, LookJson.write(look))
                .set(LOOKS.HEAD, 0L)
                .set(LOOKS.CREATED_AT, LocalDateTime.now())
                .set(LOOKS.CHANGED_AT, LocalDateTime.now())
                .execute();
        return id;
    }

    @Transactional
    public void deleteLook(String id, boolean deleted) {
        db.update(LOOKS)
                .set(LOOKS.DELETED_AT, deleted ? LocalDateTime.now() : null)
                .where(LOOKS.ID.eq(id))
                .execute();
    }

    /** The document as last written. */
    public Look document(String look) {
        String text =
                db.select(LOOKS.DOCUMENT).from(LOOKS).where(LOOKS.ID.eq(look)).fetchOne(LOOKS.DOCUMENT);
        if (text == null) throw new Refused("That look is not there any more.");
        return LookJson.read(text);
    }

    public byte[] picture(String look) {
        return db.select(LOOKS.PICTURE).from(LOOKS).where(LOOKS.ID.eq(look)).fetchOne(LOOKS.PICTURE);
    }

    @Transactional
    public void setPicture(String look, byte[] jpeg) {
        db.update(LOOKS).set(LOOKS.PICTURE, jpeg).where(LOOKS.ID.eq(look)).execute();
    }

    /** Those of many looks, on the disk with one write. */
    @Transactional
    public void setPictures(Map<String, byte[]> jpegs) {
        jpegs.forEach(this::setPicture);
    }

    public Optional<String> remembered(String name) {
        return db.select(HOUSE.CONTENT).from(HOUSE).where(HOUSE.NAME.eq(name)).fetchOptional(HOUSE.CONTENT);
    }

    @Transactional
    public void remember(String name, String content) {
        db.mergeInto(HOUSE)
                .using(DSL.selectOne())
                .on(HOUSE.NAME.eq(name))
                .whenMatchedThenUpdate()
                .set(HOUSE.CONTENT, content)
                .whenNotMatchedThenInsert(HOUSE.NAME, HOUSE.CONTENT)
                .values(name, content)
                .execute();
    }

    /** Removes for good what was deleted more than thirty days ago. */
    @Transactional
    public void sweep() {
        LocalDateTime before = LocalDateTime.now().minusDays(KEPT_DAYS);
        db.deleteFrom(LOOKS).where(LOOKS.DELETED_AT.lt(before)).execute();
        db.deleteFrom(SHOWS).where(SHOWS.DELETED_AT.lt(before)).execute();
        media.sweep(before);
        kits.sweep(before);
    }

    /** Removes a show and all it owns for good. */
    @Transactional
    public void dropShow(String id) {
        db.deleteFrom(SHOWS).where(SHOWS.ID.eq(id)).execute();
    }

    static String named(String name) {
        if (name == null || name.isBlank()) throw new Refused("It needs a name.");
        if (name.strip().length() > Limits.NAME)
            throw new Refused("The name is over " + Limits.NAME + " characters long.");
        return name.strip();
    }
}
