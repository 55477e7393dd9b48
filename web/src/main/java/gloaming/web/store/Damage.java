package gloaming.web.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.SQLException;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Set;
import org.springframework.stereotype.Component;

/** A database whose file cannot be read any more. */
public final class Damage {
    /** H2: the file is damaged; an error within; it does not have the format it says; a part of it cannot be read. */
    private static final Set<Integer> CODES = Set.of(90030, 50000, 90048, 90031, 90028);

    private static final int DISK = 90031;
    private static final String DATABASE = "gloaming.mv.db";

    private Damage() {}

    /** Says what was found at the start; it is there only after a database was put aside. */
    public record Found(String aside) {}

    /** Whether an exception tells of a damaged file. */
    public static boolean is(Throwable e) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (full(cause)) return false;
            String says = cause.getMessage() == null ? "" : cause.getMessage();
            if (says.contains("already in use")) return false;
            if (cause instanceof SQLException sql && CODES.contains(sql.getErrorCode())) return true;
            if (cause.getClass().getName().endsWith("MVStoreException")) return true;
        }
        return false;
    }

    /** Whether an exception tells of a disk that takes nothing. */
    public static boolean full(Throwable e) {
        String says = e.getMessage() == null ? "" : e.getMessage();
        return says.contains("No space left")
                || says.contains("Read-only file system")
                || says.contains("Permission denied")
                || e instanceof java.nio.file.AccessDeniedException
                || e instanceof SQLException sql && sql.getErrorCode() == DISK && says.contains("space");
    }

    /** Gives the damaged file another name; nothing of it is deleted. */
    public static Path putAside(Path data) throws IOException {
        String when = DateTimeFormatter.ofPattern("yyyyMMdd-HHmmss").format(LocalDateTime.now());
        Path aside = data.resolve("damaged-" + when + ".mv.db");
        Path database = data.resolve(DATABASE);
        if (Files.exists(database)) Files.move(database, aside, StandardCopyOption.REPLACE_EXISTING);
        return aside;
    }

    /** Tells of it on the page of shows. */
    @Component
    static class Teller {
        Teller(Notices notices, java.util.Optional<Found> found) {
            found.ifPresent(f -> notices.say("The database was damaged and was put aside as " + f.aside()
                    + ". What you see comes from the journal and the last snapshot; older states are under Backups."));
        }
    }
}
