package gloaming.web.store;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.Closeable;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import java.util.stream.Stream;
import java.util.zip.CRC32C;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.InflaterInputStream;

/**
 * All that was written to the database, in the order it was, in files beside it that are on the disk before anybody is told
 * "saved".
 *
 * <p>A file is a run of records, each {@code length, CRC-32C, bytes}; it is called by the number of its first record. A file
 * ends at the first record that is not whole. Where a later file begins with a number that an earlier one holds too, the
 * later one counts: the earlier record was never acknowledged. One thread at a time.
 */
final class RedoLog implements Closeable {
    /** Bytes of one file after which the next begins. */
    private static final long LARGEST_FILE = 8L << 20;
    /** Bytes of one record, unpacked. */
    private static final int LARGEST_RECORD = 256 << 20;

    private static final String ENDING = ".redo";

    /**
     * What one transaction wrote.
     *
     * @param number counts from 1 without a gap
     * @param schema the version of the tables it was written to
     */
    record Change(long number, String schema, List<String> statements) {}

    private final Path folder;
    private FileChannel file;
    private long bytes;

    RedoLog(Path folder) throws IOException {
        this.folder = folder;
        Files.createDirectories(folder);
    }

    /** Writes a change and returns when it is on the disk. After an exception the next change may bear the same number. */
    void append(Change change) throws IOException {
        try {
            if (file == null || bytes > LARGEST_FILE) begin(change.number());
            ByteBuffer record = record(change);
            bytes += record.remaining();
            while (record.hasRemaining()) file.write(record);
            file.force(false);
        } catch (IOException e) {
            breakOff();
            throw e;
        }
    }

    /** Ends the file that is being written: what comes next goes into a new one. */
    void breakOff() {
        try {
            if (file != null) file.close();
        } catch (IOException e) {
            System.getLogger("gloaming").log(System.Logger.Level.WARNING, "A journal file could not be closed.", e);
        }
        file = null;
    }

    private void begin(long number) throws IOException {
        breakOff();
        Path path = folder.resolve("%019d".formatted(number) + ENDING);
        // Only a file that was begun and holds nothing that counts can bear this name.
        file = FileChannel.open(
                path, StandardOpenOption.CREATE, StandardOpenOption.WRITE, StandardOpenOption.TRUNCATE_EXISTING);
        bytes = 0;
        Disk.sync(folder);
    }

    private static ByteBuffer record(Change change) throws IOException {
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        try (DataOutputStream out = new DataOutputStream(new DeflaterOutputStream(packed))) {
            out.writeLong(change.number());
            out.writeUTF(change.schema());
            out.writeInt(change.statements().size());
            for (String statement : change.statements()) {
                byte[] text = statement.getBytes(StandardCharsets.UTF_8);
                out.writeInt(text.length);
                out.write(text);
            }
        }
        CRC32C crc = new CRC32C();
        crc.update(packed.toByteArray());
        return ByteBuffer.allocate(8 + packed.size())
                .putInt(packed.size())
                .putInt((int) crc.getValue())
                .put(packed.toByteArray())
                .flip();
    }

    /** All changes that count and come after {@code number}, in order. */
    List<Change> after(long number) throws IOException {
        TreeMap<Long, Change> changes = new TreeMap<>();
        List<Path> files = files();
        for (int i = 0; i < files.size(); i++) {
            if (i + 1 < files.size() && first(files.get(i + 1)) <= number + 1) continue;
            for (Change change : read(files.get(i))) {
                changes.tailMap(change.number(), true).clear();
                if (change.number() > number) changes.put(change.number(), change);
            }
        }
        return List.copyOf(changes.values());
    }

    /** Removes files that hold nothing but changes up to {@code number}. */
    void forget(long number) throws IOException {
        List<Path> files = files();
        for (int i = 0; i + 1 < files.size(); i++)
            if (first(files.get(i + 1)) <= number + 1) Files.delete(files.get(i));
    }

    private List<Path> files() throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            return all.filter(p -> p.getFileName().toString().matches("\\d{19}\\" + ENDING))
                    .sorted()
                    .toList();
        }
    }

    private static long first(Path path) {
        return Long.parseLong(path.getFileName().toString().substring(0, 19));
    }

    /** The whole records of a file; what is behind the first that is not whole is passed over. */
    private static List<Change> read(Path path) throws IOException {
        List<Change> changes = new ArrayList<>();
        long left = Files.size(path);
        try (DataInputStream in = new DataInputStream(new java.io.BufferedInputStream(Files.newInputStream(path)))) {
            while (left >= 8) {
                int length = in.readInt();
                int sum = in.readInt();
                left -= 8;
                if (length < 0 || length > left) break;
                byte[] packed = in.readNBytes(length);
                left -= length;
                CRC32C crc = new CRC32C();
                crc.update(packed);
                if ((int) crc.getValue() != sum) break;
                changes.add(change(packed));
            }
        }
        return changes;
    }

    private static Change change(byte[] packed) throws IOException {
        try (DataInputStream in = new DataInputStream(new InflaterInputStream(new ByteArrayInputStream(packed)))) {
            long number = in.readLong();
            String schema = in.readUTF();
            int count = in.readInt();
            List<String> statements = new ArrayList<>();
            for (int i = 0; i < count; i++) {
                int length = in.readInt();
                if (length < 0 || length > LARGEST_RECORD) throw new IOException("a statement of " + length + " bytes");
                statements.add(new String(in.readNBytes(length), StandardCharsets.UTF_8));
            }
            return new Change(number, schema, List.copyOf(statements));
        }
    }

    @Override
    public void close() {
        breakOff();
    }
}
