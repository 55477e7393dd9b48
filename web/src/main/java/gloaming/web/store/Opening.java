package gloaming.web.store;

import java.io.IOException;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import javax.sql.DataSource;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationVersion;
import org.flywaydb.core.api.configuration.FluentConfiguration;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;

/**
 * Opens the database as it was last acknowledged: what its file has lost comes back from the {@link RedoLog}, and where the
 * file is gone or reaches back too far, from the last {@link Snapshots snapshot} and the log behind it.
 */
final class Opening implements FlywayMigrationStrategy {
    private static final Logger LOG = LoggerFactory.getLogger(Opening.class);

    private final RedoLog log;
    private final Snapshots snapshots;
    private final DurableTransactions transactions;
    private final Notices notices;

    Opening(RedoLog log, Snapshots snapshots, DurableTransactions transactions, Notices notices) {
        this.log = log;
        this.snapshots = snapshots;
        this.transactions = transactions;
        this.notices = notices;
    }

    @Override
    public void migrate(Flyway flyway) {
        DataSource source = flyway.getConfiguration().getDataSource();
        try {
            if (snapshots.halted()) restore(source);
            long last = bringBack(source, flyway);
            if (flyway.info().pending().length > 0) {
                if (flyway.info().current() != null) keep(source, last);
                atOnce(source, flyway::migrate);
            }
            transactions.goOn(last, version(flyway));
            log.forget(snapshots.oldest());
        } catch (IOException | SQLException e) {
            throw new IllegalStateException("The data folder cannot be read: " + e.getMessage(), e);
        }
    }

    private long bringBack(DataSource source, Flyway flyway) throws IOException, SQLException {
        long held = held(source);
        List<RedoLog.Change> changes = log.after(held);
        if ((held <= 0 || gap(held, changes)) && snapshots.newest() > held) {
            restore(source);
            held = held(source);
            changes = log.after(held);
        }
        if (gap(held, changes)) {
            notices.say(
                    "Some of the last changes could not be brought back: parts of the journal in the data folder are"
                            + " missing. Older states of each show are below, under Backups.");
            // What stands behind the gap would be made of something else than it was.
            return changes.getLast().number();
        }
        for (RedoLog.Change change : changes) {
            if (!change.schema().equals(version(flyway))) {
                String schema = change.schema();
                atOnce(source, () -> upTo(flyway, schema));
            }
            again(source, change);
            held = change.number();
        }
        if (!changes.isEmpty()) LOG.info("Brought back {} changes from the journal.", changes.size());
        return Math.max(0, held);
    }

    /** Whether the first of these changes is not the one that comes next. */
    private static boolean gap(long held, List<RedoLog.Change> changes) {
        return !changes.isEmpty() && changes.getFirst().number() > Math.max(0, held) + 1;
    }

    /**
     * Changes the tables. The database does that piece by piece; where it is halted in between, the next start makes it anew from
     * snapshot and log.
     */
    private void atOnce(DataSource source, Runnable change) throws IOException, SQLException {
        snapshots.halt(true);
        change.run();
        try (Connection connection = source.getConnection();
                Statement statement = connection.createStatement()) {
            statement.execute("CHECKPOINT SYNC");
        }
        snapshots.halt(false);
    }

    private void keep(DataSource source, long last) throws IOException, SQLException {
        try (Connection connection = source.getConnection();
                Statement statement = connection.createStatement()) {
            snapshots.take(statement, last);
        }
    }

    /** Makes the database anew from the newest snapshot, or empty where there is none. */
    private void restore(DataSource source) throws IOException, SQLException {
        try (Connection connection = source.getConnection();
                Statement statement = connection.createStatement()) {
            statement.execute("DROP ALL OBJECTS");
            if (snapshots.newest() < 0) return;
            Snapshots.read(statement, snapshots.newestFile());
        }
        LOG.info("Brought back the database from a snapshot.");
    }

    private static void again(DataSource source, RedoLog.Change change) throws SQLException {
        try (Connection connection = source.getConnection();
                Statement statement = connection.createStatement()) {
            connection.setAutoCommit(false);
            statement.setEscapeProcessing(false);
            for (String each : change.statements()) statement.execute(each);
            statement.execute(DurableTransactions.MARK.formatted(change.number()));
            connection.commit();
            connection.setAutoCommit(true);
        }
    }

    /** The number of the last change that the database holds; 0 when it is older than the journal, -1 when there is nothing in it. */
    private static long held(DataSource source) throws SQLException {
        try (Connection connection = source.getConnection();
                Statement statement = connection.createStatement()) {
            try (ResultSet tables = connection.getMetaData().getTables(null, null, "HOUSE", null)) {
                if (!tables.next()) return -1;
            }
            try (ResultSet row = statement.executeQuery("SELECT content FROM house WHERE name = 'redo'")) {
                return row.next() ? Long.parseLong(row.getString(1)) : 0;
            }
        }
    }

    private static String version(Flyway flyway) {
        var current = flyway.info().current();
        return current == null ? "0" : current.getVersion().getVersion();
    }

    private static void upTo(Flyway flyway, String version) {
        new FluentConfiguration()
                .configuration(flyway.getConfiguration())
                .target(MigrationVersion.fromVersion(version))
                .load()
                .migrate();
    }
}
