package gloaming.web.store;

import static gloaming.web.tables.Tables.EDITS;
import static gloaming.web.tables.Tables.LOOKS;
import static gloaming.web.tables.Tables.SENT;

import gloaming.look.LookJson;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** The edits of looks as rows, each with its inverse, by which they are undone; and what each page was told of as kept. */
@Repository
class EditLog {
    private final DSLContext db;

    EditLog(DSLContext db) {
        this.db = db;
    }

    /** How many of its edits a look has in it; those above are undone. */
    long head(String look) {
        return db.select(LOOKS.HEAD).from(LOOKS).where(LOOKS.ID.eq(look)).fetchOne(LOOKS.HEAD);
    }

    /** The number of the last edit that there is. */
    long top(String look) {
        Long top = db.select(DSL.max(EDITS.N))
                .from(EDITS)
                .where(EDITS.LOOK_ID.eq(look))
                .fetchOne()
                .value1();
        return top == null ? 0 : top;
    }

    Optional<OpenLook.Entry> entry(String look, long n) {
        return db.select(EDITS.FORWARD, EDITS.INVERSE)
                .from(EDITS)
                .where(EDITS.LOOK_ID.eq(look).and(EDITS.N.eq(n)))
                .fetchOptional(r -> new OpenLook.Entry(LookJson.readEdit(r.value1()), LookJson.readEdit(r.value2())));
    }

    /** The last change of each page that a look holds, oldest first. */
    Map<String, Long> sent(String look) {
        return db.select(SENT.PAGE, SENT.N)
                .from(SENT)
                .where(SENT.LOOK_ID.eq(look))
                .orderBy(SENT.SENT_AT, SENT.PAGE)
                .fetchMap(SENT.PAGE, SENT.N);
    }

    private void send(String look, String page, long n) {
        int changed = db.update(SENT)
                .set(SENT.N, n)
                .set(SENT.SENT_AT, LocalDateTime.now())
                .where(SENT.LOOK_ID.eq(look).and(SENT.PAGE.eq(page)))
                .execute();
        if (changed > 0) return;
        db.insertInto(SENT, SENT.LOOK_ID, SENT.PAGE, SENT.N, SENT.SENT_AT)
                .values(look, page, n, LocalDateTime.now())
                .execute();
        List<String> pages = List.copyOf(sent(look).keySet());
        List<String> old = pages.subList(0, Math.max(0, pages.size() - OpenLook.PAGES));
        if (!old.isEmpty()) {
            db.deleteFrom(SENT)
                    .where(SENT.LOOK_ID.eq(look).and(SENT.PAGE.in(old)))
                    .execute();
        }
    }

    /** Writes a document and the entries of its log that changed, all or nothing. */
    @Transactional
    public void write(OpenLook.Draft draft) {
        if (draft.forgetAbove() < Long.MAX_VALUE) {
            db.deleteFrom(EDITS)
                    .where(EDITS.LOOK_ID.eq(draft.look()).and(EDITS.N.gt(draft.forgetAbove())))
                    .execute();
        }
        draft.entries()
                .forEach((n, entry) -> db.mergeInto(EDITS)
                        .using(DSL.selectOne())
                        .on(EDITS.LOOK_ID.eq(draft.look()).and(EDITS.N.eq(n)))
                        .whenMatchedThenUpdate()
                        .set(EDITS.FORWARD, LookJson.writeEdit(entry.forward()))
                        .set(EDITS.INVERSE, LookJson.writeEdit(entry.inverse()))
                        .whenNotMatchedThenInsert(EDITS.LOOK_ID, EDITS.N, EDITS.FORWARD, EDITS.INVERSE)
                        .values(
                                draft.look(),
                                n,
                                LookJson.writeEdit(entry.forward()),
                                LookJson.writeEdit(entry.inverse()))
                        .execute());
        db.update(LOOKS)
                .set(LOOKS.DOCUMENT, LookJson.write(draft.document()))
                .set(LOOKS.NAME, draft.document().name())
                .set(LOOKS.HEAD, draft.head())
                .set(LOOKS.CHANGED_AT, LocalDateTime.now())
                .where(LOOKS.ID.eq(draft.look()))
                .execute();
        draft.sent().forEach((page, n) -> send(draft.look(), page, n));
    }
}
