package gloaming.web.store;

import java.io.IOException;
import javax.sql.DataSource;
import org.jooq.impl.DefaultExecuteListenerProvider;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Puts the redo log between the program and its database. */
@Configuration
class Durability {
    @Bean(destroyMethod = "close")
    RedoLog redoLog(Folder folder) throws IOException {
        return new RedoLog(folder.journal());
    }

    @Bean
    Snapshots snapshots(Folder folder) throws IOException {
        return new Snapshots(folder.journal());
    }

    @Bean
    DurableTransactions transactionManager(DataSource source, RedoLog log) {
        return new DurableTransactions(source, log);
    }

    @Bean
    DefaultExecuteListenerProvider noting(DurableTransactions transactions) {
        return new DefaultExecuteListenerProvider(transactions);
    }

    @Bean
    FlywayMigrationStrategy opening(
            RedoLog log, Snapshots snapshots, DurableTransactions transactions, Notices notices) {
        return new Opening(log, snapshots, transactions, notices);
    }
}
