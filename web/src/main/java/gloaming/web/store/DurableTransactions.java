package gloaming.web.store;

import gloaming.look.Refused;
import java.io.IOException;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.locks.ReentrantLock;
import javax.sql.DataSource;
import org.jooq.ExecuteContext;
import org.jooq.ExecuteListener;
import org.jooq.RowCountQuery;
import org.springframework.jdbc.datasource.JdbcTransactionObjectSupport;
import org.springframework.jdbc.support.JdbcTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.DefaultTransactionStatus;

/**
 * Transactions that are in the {@link RedoLog}, on the disk, before they are in the database: whoever has returned from one
 * has it for good, whatever is killed.
 *
 * <p>One transaction writes at a time, so that the log has them in the order in which they took effect. Every statement that
 * writes is noted as it is executed; one outside a transaction is an error of the program and says so.
 */
final class DurableTransactions extends JdbcTransactionManager implements ExecuteListener {
    static final String FULL =
            "Nothing was changed: the disk is full, or the data folder cannot be written to. Make room and try again.";

    /** Where a database keeps the number of the last change it holds. */
    static final String MARK = "MERGE INTO house (name, content) KEY (name) VALUES ('redo', '%d')";

    private final transient RedoLog log;
    private final transient ReentrantLock one = new ReentrantLock();
    private final transient ThreadLocal<List<String>> written = new ThreadLocal<>();
    private transient long last;
    private transient String schema;

    DurableTransactions(DataSource source, RedoLog log) {
        super(source);
        this.log = log;
        setRollbackOnCommitFailure(true);
    }

    /** Goes on behind change {@code last}, in tables of version {@code schema}. */
    void goOn(long last, String schema) {
        this.last = last;
        this.schema = schema;
    }

    /** Work on a database that nobody writes to, with the number of the last change it holds. */
    interface Still {
        void run(long last) throws IOException, SQLException;
    }

    void still(Still work) throws IOException, SQLException {
        one.lock();
        try {
            work.run(last);
        } finally {
            one.unlock();
        }
    }

    @Override
    protected void doBegin(Object transaction, TransactionDefinition definition) {
        one.lock();
        try {
            super.doBegin(transaction, definition);
            written.set(new ArrayList<>());
        } catch (RuntimeException e) {
            one.unlock();
            throw e;
        }
    }

    @Override
    public void executeStart(ExecuteContext context) {
        if (!(context.query() instanceof RowCountQuery query)) return;
        List<String> all = written.get();
        if (all == null) throw new IllegalStateException("A write outside of a transaction: " + query.getSQL());
        all.add(context.dsl().renderInlined(query));
    }

    @Override
    protected void doCommit(DefaultTransactionStatus status) {
        List<String> statements = written.get();
        if (statements.isEmpty()) {
            super.doCommit(status);
            return;
        }
        long number = last + 1;
        Connection connection = ((JdbcTransactionObjectSupport) status.getTransaction())
                .getConnectionHolder()
                .getConnection();
        try (Statement mark = connection.createStatement()) {
            mark.execute(MARK.formatted(number));
            log.append(new RedoLog.Change(number, schema, List.copyOf(statements)));
        } catch (IOException | SQLException e) {
            logger.warn("A change could not be written: " + e.getMessage());
            throw new Refused(FULL);
        }
        try {
            super.doCommit(status);
            last = number;
        } catch (RuntimeException e) {
            // The change is in the log and was not made; the next one takes its number and its place.
            log.breakOff();
            throw e;
        }
    }

    @Override
    protected void doCleanupAfterCompletion(Object transaction) {
        try {
            super.doCleanupAfterCompletion(transaction);
        } finally {
            written.remove();
            one.unlock();
        }
    }
}
