package gloaming.web.store;

import static gloaming.web.tables.Tables.SHEETS;
import static gloaming.web.tables.Tables.SHEET_STATES;

import gloaming.look.Refused;
import gloaming.show.RunSheet;
import gloaming.show.SheetEdit;
import gloaming.show.SheetJson;
import java.time.LocalDateTime;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Consumer;
import org.jooq.DSLContext;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** The run sheets of shows as rows, each with the states before it: whatever is changed can be taken back, after a start too. */
@Repository
public class Sheets {
    /** States of a sheet that are kept to go back to. */
    private static final int KEPT = 200;

    private static final Logger LOG = LoggerFactory.getLogger(Sheets.class);

    private final DSLContext db;
    private final List<Consumer<String>> changed = new CopyOnWriteArrayList<>();

    Sheets(DSLContext db) {
        this.db = db;
    }

    /**
     * A run sheet as it is kept.
     *
     * @param version grows with each change
     */
    public record Kept(RunSheet sheet, long version, boolean canUndo, boolean canRedo) {
        static final Kept NONE = new Kept(RunSheet.EMPTY, 0, false, false);
    }

    /** Who is told of each change, by the show's id, once it is on the disk. */
    public void onChanged(Consumer<String> told) {
        changed.add(told);
    }

    private record Head(long n, long version) {}

    /** The sheet of a show; an empty one where it has none yet. */
    public Kept of(String show) {
        Head head = head(show);
        return head == null ? Kept.NONE : kept(show, head);
    }

    private Head head(String show) {
        return db.select(SHEETS.HEAD, SHEETS.VERSION)
                .from(SHEETS)
                .where(SHEETS.SHOW_ID.eq(show))
                .fetchOne(r -> new Head(r.value1(), r.value2()));
    }

    private Kept kept(String show, Head head) {
        return new Kept(state(show, head.n), head.version, has(show, head.n - 1) || head.n == 1, has(show, head.n + 1));
    }

    private RunSheet state(String show, long n) {
        if (n == 0) return RunSheet.EMPTY;
        String text = db.select(SHEET_STATES.DOCUMENT)
                .from(SHEET_STATES)
                .where(SHEET_STATES.SHOW_ID.eq(show).and(SHEET_STATES.N.eq(n)))
                .fetchOne(SHEET_STATES.DOCUMENT);
        return SheetJson.read(text);
    }

    private boolean has(String show, long n) {
        return db.fetchExists(SHEET_STATES, SHEET_STATES.SHOW_ID.eq(show).and(SHEET_STATES.N.eq(n)));
    }

    /** Changes the sheet of a show; {@link Refused} where it cannot be, and then nothing is changed. */
    @Transactional
    public Kept edit(String show, SheetEdit edit) {
        return put(show, of(show).sheet().apply(edit));
    }

    /** Takes a sheet for the show's own, as a change that can be taken back. */
    @Transactional
    public Kept put(String show, RunSheet sheet) {
        Head was = head(show);
        Head is = was == null ? new Head(1, 1) : new Head(was.n + 1, was.version + 1);
        db.deleteFrom(SHEET_STATES)
                .where(SHEET_STATES.SHOW_ID.eq(show))
                .and(SHEET_STATES.N.ge(is.n).or(SHEET_STATES.N.lt(is.n - KEPT)))
                .execute();
        db.insertInto(SHEET_STATES)
                .columns(SHEET_STATES.SHOW_ID, SHEET_STATES.N, SHEET_STATES.DOCUMENT, SHEET_STATES.CHANGED_AT)
                .values(show, is.n, SheetJson.write(sheet), LocalDateTime.now())
                .execute();
        return at(show, is);
    }

    /** Takes the last change back; {@link Refused} where there is none. */
    @Transactional
    public Kept undo(String show) {
        Head was = head(show);
        if (was == null || was.n == 0 || was.n > 1 && !has(show, was.n - 1))
            throw new Refused("There is nothing to undo.");
        return at(show, new Head(was.n - 1, was.version + 1));
    }

    /** Does again what was taken back; {@link Refused} where nothing was. */
    @Transactional
    public Kept redo(String show) {
        Head was = head(show);
        if (was == null || !has(show, was.n + 1)) throw new Refused("There is nothing to redo.");
        return at(show, new Head(was.n + 1, was.version + 1));
    }

    private Kept at(String show, Head head) {
        db.mergeInto(SHEETS)
                .using(org.jooq.impl.DSL.selectOne())
                .on(SHEETS.SHOW_ID.eq(show))
                .whenMatchedThenUpdate()
                .set(SHEETS.HEAD, head.n)
                .set(SHEETS.VERSION, head.version)
                .whenNotMatchedThenInsert(SHEETS.SHOW_ID, SHEETS.HEAD, SHEETS.VERSION)
                .values(show, head.n, head.version)
                .execute();
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                changed.forEach(told -> tell(told, show));
            }
        });
        return kept(show, head);
    }

    /** The change is on the disk: whoever made it must not hear a refusal because somebody could not be told of it. */
    private static void tell(Consumer<String> told, String show) {
        try {
            told.accept(show);
        } catch (RuntimeException e) {
            LOG.warn("A run sheet was changed, and not all who have it open could be told.", e);
        }
    }
}
