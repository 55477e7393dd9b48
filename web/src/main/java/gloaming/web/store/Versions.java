package gloaming.web.store;

import static gloaming.web.tables.Tables.VERSIONS;

import gloaming.look.Limits;
import gloaming.look.Refused;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Versions of the texts that artists write: kept by hand under a name, or without one before a text is put aside. */
@Repository
public class Versions {
    /** Of one text; when there are more, the oldest without a name goes first. */
    static final int MOST = 60;

    private final DSLContext db;

    Versions(DSLContext db) {
        this.db = db;
    }

    /** One version; {@code name} may be empty, {@code works} tells whether it compiled. */
    public record Row(long id, String name, String text, boolean works, LocalDateTime at) {}

    /** The versions of a text, newest first. */
    public List<Row> of(String look, String step, String setting) {
        return db.selectFrom(VERSIONS)
                .where(at(look, step, setting))
                .orderBy(VERSIONS.ID.desc())
                .fetch(r -> new Row(r.getId(), r.getName(), r.getText(), r.getWorks(), r.getKeptAt()));
    }

    public Optional<Row> find(String look, String step, String setting, long id) {
        return of(look, step, setting).stream().filter(row -> row.id() == id).findFirst();
    }

    /** Keeps a text; a text that was kept last is not kept twice, but takes over a name. */
    @Transactional
    public void keep(String look, String step, String setting, String name, String text, boolean works) {
        String named = name == null ? "" : name.strip();
        if (named.length() > Limits.NAME) {
            throw new Refused("The name is over " + Limits.NAME + " characters long.");
        }
        List<Row> rows = of(look, step, setting);
        if (!rows.isEmpty() && rows.getFirst().text().equals(text)) {
            if (!named.isEmpty()) {
                db.update(VERSIONS)
                        .set(VERSIONS.NAME, named)
                        .where(VERSIONS.ID.eq(rows.getFirst().id()))
                        .execute();
            }
            return;
        }
        if (rows.size() >= MOST) {
            Row oldest = rows.reversed().stream()
                    .filter(r -> r.name().isEmpty())
                    .findFirst()
                    .orElse(rows.getLast());
            db.deleteFrom(VERSIONS).where(VERSIONS.ID.eq(oldest.id())).execute();
        }
        // Given here and not by the database, so that a change done again from the journal gives the same one.
        Long newest = db.select(DSL.max(VERSIONS.ID)).from(VERSIONS).fetchOne().value1();
        db.insertInto(VERSIONS)
                .set(VERSIONS.ID, newest == null ? 1 : newest + 1)
                .set(VERSIONS.LOOK_ID, look)
                .set(VERSIONS.STEP, step)
                .set(VERSIONS.SETTING, setting)
                .set(VERSIONS.NAME, named)
                .set(VERSIONS.TEXT, text)
                .set(VERSIONS.WORKS, works)
                .set(VERSIONS.KEPT_AT, LocalDateTime.now())
                .execute();
    }

    private static Condition at(String look, String step, String setting) {
        return VERSIONS.LOOK_ID.eq(look).and(VERSIONS.STEP.eq(step)).and(VERSIONS.SETTING.eq(setting));
    }
}
