package gloaming.web.store;

import gloaming.look.Refused;
import gloaming.media.Decoder;
import gloaming.media.Facts;
import gloaming.media.Halt;
import gloaming.media.Here;
import gloaming.media.Shelf;
import gloaming.media.Unreadable;
import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/** Media files, named by the SHA-256 of their bytes; no name from outside ever becomes a path. */
@Component
public class MediaStore {
    /** Bytes of one file. */
    public static final long LARGEST = 512L << 20;

    private static final String FULL =
            "media take all of the disk they may, or the disk is full. Delete some, or allow them more on the page of media.";
    private static final String PART = ".part";

    private final Folder folder;
    private final Media media;
    private final Kits kits;
    private final Decoder decoder;
    private final Quota quota;
    /** Uploads on their way; as many as there are requests. */
    private final Set<Path> incoming = ConcurrentHashMap.newKeySet();

    MediaStore(Folder folder, Media media, Kits kits, Decoder decoder, Quota quota) {
        this.kits = kits;
        this.quota = quota;
        this.folder = folder;
        this.media = media;
        this.decoder = decoder;
    }

    /** Takes in a file of any kind; {@link Refused} with one sentence when it cannot be used, and then nothing is left behind. */
    public Media.Row add(String show, String ref, String name, String folder, InputStream bytes) throws IOException {
        return add(show, ref, name, folder, bytes, new Halt());
    }

    /** As above; {@code halt} ends it from outside. */
    public Media.Row add(String show, String ref, String name, String folder, InputStream bytes, Halt halt)
            throws IOException {
        return take(
                name,
                bytes,
                halt,
                decoder,
                (hash, size, facts) ->
                        media.add(show, ref.isEmpty() ? Shelf.refOf(name) : ref, name, folder, hash, size, facts));
    }

    /** Takes in a file that ships with the program: nobody else's bytes, so they are read without a process of their own. */
    public Media.Row addShipped(String show, String name, InputStream bytes) throws IOException {
        return addOwn(show, name, "", bytes);
    }

    /** Takes in a file that the program has made itself, into a folder. */
    public Media.Row addOwn(String show, String name, String folder, InputStream bytes) throws IOException {
        return take(
                name,
                bytes,
                new Halt(),
                new Here(),
                (hash, size, facts) -> media.add(show, Shelf.refOf(name), name, folder, hash, size, facts));
    }

    /** Gives a medium the bytes of another file of its kind; refused as {@link #add} is, and then all is as it was. */
    public void replace(Media.Row old, String name, InputStream bytes) throws IOException {
        take(name, bytes, new Halt(), decoder, (hash, size, facts) -> {
            if (facts.kind() != old.facts().kind()) {
                throw new Refused("'" + name + "' is a " + facts.kind().id() + "; '" + old.name() + "' is a "
                        + old.facts().kind().id() + " and can only be replaced by one.");
            }
            media.replace(old.id(), hash, size, facts);
            return old;
        });
    }

    /** A medium of bytes that are in the folder already; empty where they are not. */
    public Optional<Media.Row> again(String show, String ref, String hash) {
        if (!Files.isRegularFile(path(hash))) return Optional.empty();
        return media.anyOf(hash)
                .map(row -> media.add(
                        show,
                        ref,
                        row.name(),
                        "",
                        hash,
                        row.bytes(),
                        row.facts().withPreview(media.preview(row.id()))));
    }

    private interface Entry {
        Media.Row make(String hash, long size, Facts facts);
    }

    private Media.Row take(String name, InputStream bytes, Halt halt, Decoder reader, Entry entry) throws IOException {
        Files.createDirectories(folder.media());
        // Known before it is there, so that no sweep takes it.
        Path incoming = folder.media().resolve("incoming-" + UUID.randomUUID() + PART);
        this.incoming.add(incoming);
        try {
            String hash = copy(bytes, incoming, name, quota.room());
            Facts facts = reader.facts(incoming, name, halt);
            Path home = path(hash);
            Files.createDirectories(home.getParent());
            long size = Files.size(incoming);
            synchronized (this) {
                Disk.settle(incoming, home);
                return entry.make(hash, size, facts);
            }
        } catch (Unreadable e) {
            throw new Refused(e.getMessage());
        } catch (IOException e) {
            if (!Damage.full(e)) throw e;
            throw new Refused("'" + name + "' does not fit: " + FULL);
        } finally {
            Files.deleteIfExists(incoming);
            this.incoming.remove(incoming);
        }
    }

    /** Removes the files that no show, no kit and no backup uses, and what a halt in the middle of an upload left. */
    public synchronized void sweep() throws IOException {
        if (!Files.isDirectory(folder.media())) return;
        Set<String> inBackups = Backups.hashes(folder);
        Files.walkFileTree(folder.media(), Set.of(), 2, new SimpleFileVisitor<>() {
            @Override
            public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) throws IOException {
                Path within = folder.media().relativize(file);
                String hash = within.toString().replace(File.separator, "");
                boolean left = within.getNameCount() == 1 && hash.endsWith(PART) && !incoming.contains(file);
                boolean unused = within.getNameCount() == 2
                        && hash.matches("[0-9a-f]{64}")
                        && !inBackups.contains(hash)
                        && !media.uses(hash)
                        && !kits.uses(hash);
                if (left || unused) Files.deleteIfExists(file);
                return FileVisitResult.CONTINUE;
            }

            @Override
            public FileVisitResult visitFileFailed(Path file, IOException vanished) {
                return FileVisitResult.CONTINUE;
            }
        });
    }

    public Path path(String hash) {
        if (!hash.matches("[0-9a-f]{64}")) throw new IllegalArgumentException("no hash");
        return folder.media().resolve(hash.substring(0, 2)).resolve(hash.substring(2));
    }

    private static String copy(InputStream in, Path to, String name, long room) throws IOException {
        MessageDigest digest = sha256();
        long total = 0;
        byte[] buffer = new byte[1 << 16];
        try (OutputStream out = Files.newOutputStream(to);
                DigestInputStream hashed = new DigestInputStream(in, digest)) {
            for (int n; (n = hashed.read(buffer)) > 0; ) {
                total += n;
                if (total > LARGEST) throw new Refused("'" + name + "' is larger than " + (LARGEST >> 20) + " MB.");
                if (total > room) throw new Refused("'" + name + "' does not fit: " + FULL);
                out.write(buffer, 0, n);
            }
        }
        return HexFormat.of().formatHex(digest.digest());
    }

    static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
