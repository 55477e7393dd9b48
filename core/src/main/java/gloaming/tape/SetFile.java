package gloaming.tape;

import gloaming.look.Limits;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.Refused;
import gloaming.sound.LiveSound;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.CRC32C;
import java.util.zip.DataFormatException;
import java.util.zip.Deflater;
import java.util.zip.Inflater;

/**
 * A set on the disk: blocks that are each whole or not there, so that what was written stays readable whatever happens to the program.
 *
 * <p>The file begins with {@value #MAGIC}; a block is its length, its CRC-32C and so many bytes of zlib data, in which pieces follow one
 * another: kind, player, length, bytes.
 */
public final class SetFile {
    static final String MAGIC = "gloaming-set 1\n";
    /** Bytes of all pieces together, at most. */
    public static final long MOST = 1L << 30;

    private static final int MOST_BLOCK = 1 << 24;
    private static final int MOST_PIECES = 64 << 20;

    /** What a piece is. */
    public enum Kind {
        /** Bytes of a player's tape. */
        TAPE,
        /** A look of a player: its number, how much of the one before begins and ends it, and what is between, as JSON. */
        LOOK,
        /** Something that happened to all, as a line of JSON; its player is 0. */
        EVENT,
        /** What came in live: its name, rate, the number of its first sample, and samples of sixteen bits; its player is 0. */
        SOUND,
        /** A picture of the camera: its number, where it lies in the file beside, and the cut that it is laid into; its player is 0. */
        CAMERA
    }

    /** @param player the number of the player it is of */
    public record Piece(Kind kind, int player, byte[] bytes) {}

    private SetFile() {}

    /** Writes blocks one after another. */
    public static final class Writer {
        private final OutputStream out;
        private final Map<Integer, byte[]> before = new HashMap<>();
        private final ByteArrayOutputStream pieces = new ByteArrayOutputStream();
        private final Deflater deflater = new Deflater(6);
        private final byte[] buffer = new byte[1 << 16];
        private long size = MAGIC.length();
        private long whole;

        public Writer(OutputStream out) throws IOException {
            this.out = out;
            out.write(MAGIC.getBytes(StandardCharsets.US_ASCII));
        }

        /** Bytes so far. */
        public long size() {
            return size;
        }

        /** Bytes that whoever reads it has to hold. */
        public long whole() {
            return whole;
        }

        /** Takes what a tape has that nobody took; false where it was cut, and is asked to begin anew. */
        public boolean add(int player, Tape tape) {
            // First the bytes: each look they speak of is there by then.
            byte[] bytes = tape.take();
            for (Tape.Stood look = tape.takeLook(); look != null; look = tape.takeLook()) add(player, look);
            if (bytes == null) {
                tape.anew();
                return false;
            }
            if (bytes.length > 0) piece(Kind.TAPE, player, bytes);
            return true;
        }

        /** Tells something that happened to all. */
        public void event(String json) {
            piece(Kind.EVENT, 0, json.getBytes(StandardCharsets.UTF_8));
        }

        /** Samples that came in live, from the one with a number on. */
        public void sound(String name, int rate, long from, float[] samples, int count) {
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            try (DataOutputStream data = new DataOutputStream(bytes)) {
                data.writeUTF(name);
                data.writeInt(rate);
                data.writeLong(from);
                for (int i = 0; i < count; i++) data.writeShort(Math.round(samples[i] * LiveSound.STEPS));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
            piece(Kind.SOUND, 0, bytes.toByteArray());
        }

        /** A picture of the camera, as it lies in the file beside. */
        public void camera(CameraShot shot) {
            piece(Kind.CAMERA, 0, shot.bytes());
        }

        private void add(int player, Tape.Stood stood) {
            byte[] now = LookJson.write(stood.look()).getBytes(StandardCharsets.UTF_8);
            byte[] was = before.getOrDefault(player, new byte[0]);
            int most = Math.min(now.length, was.length);
            int front = 0;
            while (front < most && now[front] == was[front]) front++;
            int back = 0;
            while (back < most - front && now[now.length - 1 - back] == was[was.length - 1 - back]) back++;
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            try (DataOutputStream data = new DataOutputStream(bytes)) {
                data.writeInt(stood.number());
                data.writeInt(front);
                data.writeInt(back);
                data.write(now, front, now.length - front - back);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
            before.put(player, now);
            piece(Kind.LOOK, player, bytes.toByteArray());
        }

        private void piece(Kind kind, int player, byte[] bytes) {
            pieces.write(kind.ordinal());
            for (int i = 24; i >= 0; i -= 8) pieces.write(player >>> i);
            for (int i = 24; i >= 0; i -= 8) pieces.write(bytes.length >>> i);
            pieces.writeBytes(bytes);
        }

        /** A player has ended; its looks are not compared with any more. */
        public void ended(int player) {
            before.remove(player);
        }

        /** Writes all that was added as one block; nothing where there is nothing. */
        public void flush() throws IOException {
            if (pieces.size() == 0) return;
            whole += pieces.size();
            deflater.reset();
            deflater.setInput(pieces.toByteArray());
            pieces.reset();
            deflater.finish();
            ByteArrayOutputStream block = new ByteArrayOutputStream();
            while (!deflater.finished()) block.write(buffer, 0, deflater.deflate(buffer));
            CRC32C crc = new CRC32C();
            crc.update(block.toByteArray());
            DataOutputStream data = new DataOutputStream(out);
            data.writeInt(block.size());
            data.writeInt((int) crc.getValue());
            block.writeTo(data);
            data.flush();
            size += 8 + block.size();
        }

        public void close() {
            deflater.end();
        }
    }

    /**
     * All pieces of a set up to its end, or to where it is damaged.
     *
     * @throws Refused where it is no set
     */
    public static List<Piece> read(InputStream in) throws IOException {
        DataInputStream data = new DataInputStream(in);
        byte[] magic = in.readNBytes(MAGIC.length());
        if (!new String(magic, StandardCharsets.US_ASCII).equals(MAGIC))
            throw new Refused("The file is not a recorded set, or one of a newer Gloaming.");
        List<Piece> all = new ArrayList<>();
        long room = MOST;
        Inflater inflater = new Inflater();
        try {
            while (true) {
                int n = data.readInt();
                int sum = data.readInt();
                if (n < 0 || n > MOST_BLOCK) break;
                byte[] block = data.readNBytes(n);
                CRC32C crc = new CRC32C();
                crc.update(block);
                if (block.length < n || (int) crc.getValue() != sum) break;
                byte[] pieces = inflated(inflater, block);
                room -= pieces.length;
                if (room < 0) throw new Refused("The recording is larger than a set may be (1 GB).");
                split(pieces, all);
            }
        } catch (EOFException e) {
            // It ends in the middle of a block: what is before it is whole.
        } catch (DataFormatException | IndexOutOfBoundsException e) {
            // The sum was right and the block is not: no program wrote this; what is before it is whole.
        } finally {
            inflater.end();
        }
        return all;
    }

    private static byte[] inflated(Inflater inflater, byte[] block) throws DataFormatException {
        inflater.reset();
        inflater.setInput(block);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        byte[] buffer = new byte[1 << 16];
        while (!inflater.finished()) {
            int n = inflater.inflate(buffer);
            if (n == 0 && (inflater.needsInput() || inflater.needsDictionary())) throw new DataFormatException();
            out.write(buffer, 0, n);
            if (out.size() > MOST_PIECES) throw new DataFormatException();
        }
        return out.toByteArray();
    }

    private static void split(byte[] bytes, List<Piece> all) {
        int at = 0;
        while (at < bytes.length) {
            Kind kind = Kind.values()[bytes[at]];
            int player = number(bytes, at + 1);
            int n = number(bytes, at + 5);
            at += 9;
            if (n < 0 || n > bytes.length - at) throw new IndexOutOfBoundsException(n);
            all.add(new Piece(kind, player, java.util.Arrays.copyOfRange(bytes, at, at + n)));
            at += n;
        }
    }

    static int number(byte[] bytes, int at) {
        return (bytes[at] & 255) << 24 | (bytes[at + 1] & 255) << 16 | (bytes[at + 2] & 255) << 8 | bytes[at + 3] & 255;
    }

    /** The looks of one player, as their pieces come. */
    public static final class Looks {
        private byte[] before = {};
        private int number = -1;
        private final Map<Integer, byte[]> waiting = new HashMap<>();

        /** Takes up a piece of kind {@link Kind#LOOK}. */
        public void add(byte[] piece) {
            int front = piece.length < 12 ? -1 : number(piece, 4);
            int back = piece.length < 12 ? -1 : number(piece, 8);
            int between = piece.length - 12;
            if (front < 0 || back < 0 || front > before.length || back > before.length - front)
                throw new Refused("The recording is damaged: a look does not follow on the one before it.");
            if ((long) front + between + back > Limits.DOCUMENT)
                throw new Refused("The recording is damaged: a look is too large.");
            byte[] now = new byte[front + between + back];
            System.arraycopy(before, 0, now, 0, front);
            System.arraycopy(piece, 12, now, front, between);
            System.arraycopy(before, before.length - back, now, front + between, back);
            before = now;
            number = number(piece, 0);
            waiting.put(number, now);
        }

        /** The look with a number, which is asked for once. */
        public Look take(int number) {
            byte[] text = waiting.remove(number);
            if (text == null) throw new Refused("The recording is damaged: a look is missing.");
            return LookJson.read(new String(text, StandardCharsets.UTF_8));
        }
    }
}
