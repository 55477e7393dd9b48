package gloaming.web.store;

import gloaming.look.Refused;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestOutputStream;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * The last states of each show, as zips that {@link ShowZip} reads: at most {@value #KEPT} a show, close together lately and
 * further apart the older they are. Media are in them by the hash of their bytes, which stay in the media folder for as long.
 */
@Component
public class Backups {
    static final int KEPT = 10;
    private static final Duration APART = Duration.ofMinutes(5);
    private static final Pattern NAME = Pattern.compile("(\\d{13})-([0-9a-f]{64})\\.zip");

    private final Folder folder;
    private final Shows shows;
    private final ShowZip zip;

    Backups(Folder folder, Shows shows, ShowZip zip) {
        this.folder = folder;
        this.shows = shows;
        this.zip = zip;
    }

    /** One state of a show; {@code id} names it within the show. */
    public record State(String id, Instant at, long bytes) {}

    /** Makes a backup of every show that has changed since its last one, unless that is not long ago. */
    void all() throws IOException {
        for (Shows.ShowRow show : shows.shows()) {
            List<State> states = of(show.id());
            if (!states.isEmpty()
                    && Duration.between(states.getFirst().at(), Instant.now()).compareTo(APART) < 0) continue;
            make(show.id());
        }
    }

    /** Makes a backup of a show as it is now, unless the last one is the same. */
    public synchronized void make(String show) throws IOException {
        Path home = home(show);
        Files.createDirectories(home);
        Path part = home.resolve("backup.part");
        String hash;
        try (DigestOutputStream out = new DigestOutputStream(Files.newOutputStream(part), MediaStore.sha256())) {
            zip.writeLean(show, out);
            out.flush();
            hash = java.util.HexFormat.of().formatHex(out.getMessageDigest().digest());
        }
        List<State> states = of(show);
        if (!states.isEmpty() && states.getFirst().id().endsWith(hash)) {
            Files.delete(part);
            return;
        }
        Disk.settle(part, home.resolve("%013d-%s.zip".formatted(System.currentTimeMillis(), hash)));
        states = of(show);
        if (states.size() > KEPT) Files.delete(path(show, spare(states).id()));
    }

    /**
     * The state to let go of: never the newest or the oldest, else the one whose neighbours are closest together in
     * proportion to their age.
     */
    static State spare(List<State> newestFirst) {
        Instant now = newestFirst.getFirst().at();
        State spare = null;
        double least = Double.MAX_VALUE;
        for (int i = 1; i + 1 < newestFirst.size(); i++) {
            double younger =
                    60 + Duration.between(newestFirst.get(i - 1).at(), now).toSeconds();
            double older =
                    60 + Duration.between(newestFirst.get(i + 1).at(), now).toSeconds();
            if (older / younger < least) {
                least = older / younger;
                spare = newestFirst.get(i);
            }
        }
        return spare;
    }

    /** The states of a show, newest first. */
    public List<State> of(String show) throws IOException {
        if (!Files.isDirectory(home(show))) return List.of();
        List<State> all = new ArrayList<>();
        try (Stream<Path> files = Files.list(home(show))) {
            for (Path path : files.toList()) {
                Matcher name = NAME.matcher(path.getFileName().toString());
                if (!name.matches()) continue;
                String id = name.group(1) + "-" + name.group(2);
                all.add(new State(id, Instant.ofEpochMilli(Long.parseLong(name.group(1))), Files.size(path)));
            }
        }
        all.sort((a, b) -> b.at().compareTo(a.at()));
        return all;
    }

    /** The states of all shows, by show. */
    public Map<String, List<State>> all(List<Shows.ShowRow> rows) throws IOException {
        Map<String, List<State>> all = new HashMap<>();
        for (Shows.ShowRow row : rows) all.put(row.id(), of(row.id()));
        return all;
    }

    /** Brings a state back as a show of its own, beside the one it was; answers its id. */
    public String restore(String show, String id) throws IOException {
        try (var in = Files.newInputStream(path(show, id))) {
            return zip.read(in);
        }
    }

    /** The hashes of all media that a backup needs. */
    static Set<String> hashes(Folder folder) throws IOException {
        Set<String> all = new HashSet<>();
        if (!Files.isDirectory(folder.backups())) return all;
        try (Stream<Path> files = Files.walk(folder.backups(), 2)) {
            for (Path file : files.filter(
                            f -> NAME.matcher(f.getFileName().toString()).matches())
                    .toList()) {
                all.addAll(ShowZip.hashes(file));
            }
        }
        return all;
    }

    private Path home(String show) {
        if (!show.matches("[0-9a-f]{1,32}")) throw new Refused("That show is not there any more.");
        return folder.backups().resolve(show);
    }

    private Path path(String show, String id) {
        Path path = home(show).resolve(id + ".zip");
        if (!NAME.matcher(id + ".zip").matches() || !Files.isRegularFile(path))
            throw new Refused("That backup is not there any more.");
        return path;
    }
}
