package gloaming.web.store;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import javax.sql.DataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Looks after what lasts, beside everything else: snapshots of the database and backups of shows. */
@Component
class Keeper {
    private static final Logger LOG = LoggerFactory.getLogger(Keeper.class);
    private static final long EVERY_S = 60;
    /** Changes since the last snapshot that make another one worth its while: some megabytes of log, or ten minutes. */
    private static final long MANY_CHANGES = 2_000;

    private static final long LONG_NS = 600_000_000_000L;

    private final DataSource source;
    private final DurableTransactions transactions;
    private final RedoLog log;
    private final Snapshots snapshots;
    private final Backups backups;
    private final ScheduledExecutorService thread = Executors.newSingleThreadScheduledExecutor(Thread.ofPlatform()
            .name("keeper")
            .daemon()
            .priority(Thread.MIN_PRIORITY)
            .factory());
    private long snapshotAt = System.nanoTime();

    Keeper(DataSource source, DurableTransactions transactions, RedoLog log, Snapshots snapshots, Backups backups) {
        this.source = source;
        this.transactions = transactions;
        this.log = log;
        this.snapshots = snapshots;
        this.backups = backups;
        thread.scheduleWithFixedDelay(this::keep, EVERY_S / 4, EVERY_S, TimeUnit.SECONDS);
    }

    private void keep() {
        try {
            transactions.still(this::snapshot);
            backups.all();
        } catch (IOException | SQLException | RuntimeException e) {
            LOG.warn("A snapshot or backup could not be made; trying again in a minute: {}", e.getMessage());
        }
    }

    private void snapshot(long last) throws IOException, SQLException {
        long since = last - snapshots.newest();
        if (last == 0 || since == 0) return;
        boolean first = snapshots.newest() < 0;
        if (!first && since < MANY_CHANGES && System.nanoTime() - snapshotAt < LONG_NS) return;
        try (Connection connection = source.getConnection();
                Statement statement = connection.createStatement()) {
            snapshots.take(statement, last);
        }
        snapshotAt = System.nanoTime();
        log.forget(snapshots.oldest());
    }

    @PreDestroy
    void stop() {
        thread.shutdownNow();
    }
}
